"""Who belongs to a shop and how they get in: by a lead, by a code, and never by anybody else."""

import re
from datetime import timedelta
from io import StringIO

from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.test import Client
from django.utils import timezone

from people.models import Invitation, PeopleEvent, SignedIn
from people.sessions import drop_ended
from shops.models import Person, Shop
from shops.tests.people import PASSWORD, TwoShops, person

_NEW = "another-long-phrase"


class People(TwoShops):
    def setUp(self):
        super().setUp()
        self.fitter = person(self.shop, "fitter", Person.Role.FITTER)

    def sign_in(self, username, password=PASSWORD, client=None, **headers):
        client = client or Client()
        body = {"username": username, "password": password}
        return client, self.send("POST", "/session", body, client, headers)

    def code(self, path="/people/invitations", **body):
        answer = self.send("POST", path, body)
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()["code"]

    def join(self, code, **body):
        return self.send(
            "POST", "/session/join", {"code": code, "password": _NEW, **body}, Client()
        )

    def words(self):
        return PeopleEvent.objects.order_by("-pk").first().words


class InvitingTests(People):
    def test_a_code_lets_one_person_in_once_however_it_is_typed(self):
        code = self.code(role="fitter")
        self.assertRegex(code, r"^[0-9A-HJKMNP-TV-Z]{5}-[0-9A-HJKMNP-TV-Z]{5}$")
        typed = code.lower().replace("-", " ").replace("0", "o").replace("1", "l")
        seen = self.send("POST", "/session/invitation", {"code": typed}, Client()).json()
        self.assertEqual(seen, {"shop": "Here", "role": "fitter", "username": None})
        joined = self.join(typed, username="dunlin", first_name="Dunlin")
        self.assertEqual(joined.json()["role"], "fitter")
        self.assertEqual(self.words(), "joined as dunlin, fitter")
        self.assertEqual(self.sign_in("dunlin", _NEW)[1].status_code, 200)
        self.assert_refused(self.join(code, username="second"), 404, "code", "not open")

    def test_a_code_is_not_kept_and_a_withdrawn_or_old_one_opens_nothing(self):
        code = self.code(role="viewer")
        self.assertNotIn(code.replace("-", ""), str(Invitation.objects.values_list()))
        there = Invitation.objects.get()
        self.assertEqual(
            self.send("POST", f"/people/invitations/{there.pk}/withdraw").json()["invitations"], []
        )
        self.assert_refused(self.join(code, username="late"), 404, "code")
        code = self.code(role="viewer")
        Invitation.objects.update(expires_at=timezone.now() - timedelta(seconds=1))
        self.assert_refused(self.join(code, username="late"), 404, "code")
        self.assertFalse(Person.objects.filter(username="late").exists())

    def test_what_is_wrong_with_a_new_person_is_said_and_the_code_stays_open(self):
        code = self.code(role="fitter")
        for body, field in (
            ({"username": "LEAD"}, "username"),
            ({"username": "two words"}, "username"),
            ({"username": ""}, "username"),
            ({"username": "ruff", "password": "short"}, "password"),
            ({"username": "ruff", "password": "password123"}, "password"),
        ):
            answer = self.join(code, **body)
            self.assertEqual(answer.json()["detail"][0]["field"], field, body)
        self.assertEqual(self.join(code, username="ruff").status_code, 200)

    def test_guessing_codes_is_slowed(self):
        tries = [self.join("00000-00000", username="x").status_code for _ in range(25)]
        self.assertEqual({*tries[:15]}, {404})
        self.assertEqual(tries[-1], 429)

    def test_the_first_lead_comes_by_a_command(self):
        said = StringIO()
        call_command("invite_lead", "Reed Works", at="https://axle.test", stdout=said)
        code = re.search(r"https://axle.test/join#(\S+)", said.getvalue())[1]
        joined = self.join(code, username="first", first_name="Ann")
        self.assertEqual((joined.json()["shop"], joined.json()["role"]), ("Reed Works", "lead"))
        self.assertEqual(Shop.objects.get(name="Reed Works").people.count(), 1)


class ChangingTests(People):
    def test_only_a_lead_sees_or_changes_people(self):
        viewer = self.as_(self.viewer)
        for method, path, body in (
            ("GET", "/people", None),
            ("POST", "/people/invitations", {"role": "lead"}),
            ("POST", f"/people/{self.fitter.pk}/role", {"role": "lead"}),
            ("POST", f"/people/{self.lead.pk}/reset", None),
        ):
            self.assert_refused(self.send(method, path, body, viewer), 403, "role", "Only a lead")
        self.assertEqual(PeopleEvent.objects.count(), 0)

    def test_somebody_is_added_with_a_first_password(self):
        body = {"username": "knot", "role": "fitter", "password": _NEW}
        people = self.send("POST", "/people", body).json()["people"]
        self.assertIn("knot", [one["username"] for one in people])
        self.assertEqual(self.sign_in("knot", _NEW)[1].json()["shop"], "Here")
        self.assertEqual(self.words(), "added knot, fitter")

    def test_a_role_counts_at_once_and_a_shop_keeps_a_lead(self):
        fitter = self.as_(self.fitter)
        self.send("POST", f"/people/{self.fitter.pk}/role", {"role": "viewer"})
        self.assertEqual(self.words(), "made fitter a viewer, fitter before")
        self.assert_refused(self.sheet_edit("wheelbase_m", "4 m", client=fitter), 403, "role")
        for path, body in (("role", {"role": "viewer"}), ("off", None)):
            answer = self.send("POST", f"/people/{self.lead.pk}/{path}", body)
            self.assert_refused(answer, 409, "role", "keeps a lead")

    def test_who_left_is_out_at_once_and_comes_back_with_all_they_did(self):
        client, _ = self.sign_in("fitter")
        self.send("POST", f"/people/{self.fitter.pk}/off")
        self.assertIsNone(client.get("/api/session").json())
        self.assertEqual(self.sign_in("fitter")[1].status_code, 401)
        self.send("POST", f"/people/{self.fitter.pk}/back")
        self.assertEqual(self.sign_in("fitter")[1].status_code, 200)

    def test_a_reset_ends_password_and_sessions_and_its_code_lets_in_again(self):
        client, _ = self.sign_in("fitter")
        code = self.code(f"/people/{self.fitter.pk}/reset")
        self.assertIsNone(client.get("/api/session").json())
        self.assertEqual(self.sign_in("fitter")[1].status_code, 401)
        self.assertEqual(self.join(code).json()["username"], "fitter")
        self.assertEqual(self.sign_in("fitter", _NEW)[1].status_code, 200)
        self.assertEqual(self.words(), "chose a new password")

    def test_a_lead_sees_who_is_signed_in_where_and_ends_it(self):
        tablet = "Mozilla/5.0 (Linux; Android 14; Tab) Chrome/130"
        client, _ = self.sign_in("fitter", **{"User-Agent": tablet})
        (member,) = [
            one
            for one in self.send("GET", "/people").json()["people"]
            if one["username"] == "fitter"
        ]
        (where,) = member["signed_in"]
        self.assertEqual((where["device"], where["here"]), ("Android tablet", False))
        self.send("POST", f"/people/sessions/{where['id']}/end")
        self.assertIsNone(client.get("/api/session").json())
        self.assertEqual(self.words(), "signed fitter out of Android tablet")

    def test_that_somebody_is_there_is_noted_every_few_minutes_and_not_each_time(self):
        client, _ = self.sign_in("fitter")
        long_ago = timezone.now() - timedelta(hours=1)
        SignedIn.objects.update(seen_at=long_ago)
        client.get("/api/session")
        self.assertEqual(SignedIn.objects.get().seen_at, long_ago)
        session = client.session
        session["seen"] = long_ago.timestamp()
        session.save()
        client.get(f"/api/jobs/{self.job.pk}/news")
        self.assertEqual(SignedIn.objects.get().seen_at, long_ago, "a page asks that by itself")
        client.get("/api/session")
        self.assertGreater(SignedIn.objects.get().seen_at, long_ago)

    def test_what_is_noted_of_a_session_goes_with_it(self):
        for _ in range(2):
            client, _ = self.sign_in("fitter")
        Session.objects.filter(session_key=client.session.session_key).update(
            expire_date=timezone.now() - timedelta(seconds=1)
        )
        self.assertEqual(drop_ended(), 1)
        self.assertEqual(SignedIn.objects.count(), 1)

    def test_ones_own_password_is_changed_with_the_one_before(self):
        client, _ = self.sign_in("fitter")
        other, _ = self.sign_in("fitter")
        body = {"password_now": "wrong", "password": _NEW}
        self.assert_refused(self.send("POST", "/session/password", body, client), 401, "password")
        body["password_now"] = PASSWORD
        self.assertEqual(self.send("POST", "/session/password", body, client).status_code, 200)
        self.assertEqual(client.get("/api/session").json()["username"], "fitter")
        self.assertIsNone(other.get("/api/session").json())

    def test_a_write_that_names_itself_cannot_undo_that_a_password_was_wrong(self):
        client, _ = self.sign_in("fitter")
        guess = {"password_now": "wrong", "password": _NEW}
        for at in range(5):
            key = {"Idempotency-Key": f"guess-number-{at}"}
            self.send("POST", "/session/password", guess, client, key)
        guess["password_now"] = PASSWORD
        self.assertEqual(self.send("POST", "/session/password", guess, client).status_code, 429)


class TabletTests(People):
    def setUp(self):
        super().setUp()
        self.number(self.fitter, "2580")
        self.tablet = Client()
        self.sign_in("lead", client=self.tablet)
        made = self.send("POST", "/people/tablets", {"name": "Bay 1"}, self.tablet)
        self.assertEqual([one["name"] for one in made.json()["tablets"]], ["Bay 1"])
        self.send("DELETE", "/session", None, self.tablet)

    def number(self, someone, number, password=PASSWORD):
        body = {"password": password, "number": number}
        return self.send("POST", "/session/number", body, self.as_(someone))

    def take(self, someone, number, client=None):
        body = {"person_id": someone.pk, "number": number}
        return self.send("POST", "/session/tablet", body, client or self.tablet)

    def test_it_is_handed_on_by_number_and_the_record_says_who_did_it(self):
        here = self.tablet.get("/api/session/tablet").json()
        self.assertEqual(
            (here["name"], here["people"]), ("Bay 1", [{"id": self.fitter.pk, "name": "fitter"}])
        )
        taken = self.take(self.fitter, "2580").json()
        self.assertEqual((taken["username"], taken["tablet"]), ("fitter", "Bay 1"))
        self.assertEqual(
            self.sheet_edit("wheelbase_m", "4200 mm", client=self.tablet).status_code, 200
        )
        last = self.client.get(f"/api/jobs/{self.job.pk}/news").json()["last"]
        self.assertIn("fitter", str(last))
        where = SignedIn.objects.get(person=self.fitter)
        self.assertEqual((where.device, where.tablet.name), ("Bay 1", "Bay 1"))

    def test_another_device_takes_nobodys_number(self):
        self.assertIsNone(Client().get("/api/session/tablet").json())
        self.assertEqual(self.take(self.fitter, "2580", Client()).status_code, 404)
        forged = Client()
        forged.cookies["tablet"] = "guess"
        self.assertEqual(self.take(self.fitter, "2580", forged).status_code, 404)

    def test_five_wrong_numbers_close_it_until_its_person_sets_another(self):
        for left in (4, 3, 2, 1, 0):
            self.assert_refused(self.take(self.fitter, "1111"), 401, "number", f"{left} more")
        self.assert_refused(self.take(self.fitter, "2580"), 403, "number", "closed")
        self.assertEqual(self.tablet.get("/api/session/tablet").json()["people"], [])
        self.assertEqual(self.number(self.fitter, "9631").status_code, 204)
        self.assertEqual(self.take(self.fitter, "9631").status_code, 200)

    def test_a_number_that_anybody_tries_first_is_refused(self):
        for number in ("0000", "1234", "4321", "123", "1234567", "12a4", "１２３５"):
            self.assert_refused(self.number(self.fitter, number), 422, "number")
        self.assert_refused(self.number(self.fitter, "2580", "wrong"), 401, "password")

    def test_whoever_is_there_by_a_number_changes_no_people(self):
        self.number(self.lead, "7412")
        self.take(self.lead, "7412")
        for method, path, body in (
            ("GET", "/people", None),
            ("POST", "/people/invitations", {"role": "lead"}),
            ("POST", "/session/number", {"password": PASSWORD, "number": "3698"}),
        ):
            answer = self.send(method, path, body, self.tablet)
            self.assert_refused(answer, 403, "", "needs your password")

    def test_somebody_of_another_shop_or_who_left_does_not_take_it(self):
        self.number(self.stranger, "2580")
        self.assertEqual(self.take(self.stranger, "2580").status_code, 404)
        self.send("POST", f"/people/{self.fitter.pk}/off")
        self.assertEqual(self.take(self.fitter, "2580").status_code, 404)

    def test_a_tablet_that_is_dropped_signs_out_and_takes_nobody(self):
        self.take(self.fitter, "2580")
        there = self.send("GET", "/people").json()["tablets"][0]["id"]
        self.send("POST", f"/people/tablets/{there}/drop")
        self.assertIsNone(self.tablet.get("/api/session").json())
        self.assertIsNone(self.tablet.get("/api/session/tablet").json())

    def test_a_tablet_left_alone_asks_again_who_is_there(self):
        self.take(self.fitter, "2580")
        self.assertLess(self.tablet.session.get_expiry_age(), 31 * 60)
        self.sign_in("lead", client=self.tablet)
        self.assertGreater(self.tablet.session.get_expiry_age(), 24 * 3600)
