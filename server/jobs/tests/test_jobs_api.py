from datetime import date, timedelta

from django.db import IntegrityError, transaction

from axlecore.formats import from_json, from_plain
from axlecore.lean.evaluate import evaluate
from axlecore.practice.findings import Assessment
from axlecore.vehicle.rig import RigFile, SetUp
from jobs.models import Job
from racks.models import Offer, Part
from rigs.models import Owner, Vehicle
from rigs.services import sheet_of
from shops.models import Person, Shop
from shops.tests.people import TwoShops, person, stock


class PermissionTests(TwoShops):
    def writes(self):
        job = f"/jobs/{self.job.pk}"
        edit = {"base_version": 1, "place": "wheelbase_m", "typed": "4 m", "known": "measured"}
        return (
            ("PATCH", f"{job}/sheet", edit),
            ("POST", f"{job}/sheet/parts", {**edit, "fitted": True}),
            ("POST", f"{job}/sheet/revert", {"base_version": 1, "to_version": 1}),
            ("PUT", f"{job}/choice", {"base_version": 1, "rear": {"action": "supplement"}}),
            ("PATCH", f"{job}/set-up", {**edit, "place": "rear.action", "typed": "replace"}),
            ("POST", f"{job}/set-up/revert", {"base_version": 1, "to_version": 1}),
        )

    def test_nobody_of_another_shop_sees_or_changes_a_job(self):
        stranger = self.as_(self.stranger)
        job = f"/jobs/{self.job.pk}"
        reads = (job, f"{job}/assessment", f"{job}/rig.json", f"{job}/short-list?action=supplement")
        for path in reads:
            self.assertEqual(self.send("GET", path, None, stranger).status_code, 404, path)
        for method, path, body in self.writes():
            self.assertEqual(self.send(method, path, body, stranger).status_code, 404, path)
        self.assertEqual(self.send("GET", "/jobs", None, stranger).json()["total"], 0)
        self.job.vehicle.refresh_from_db()
        self.assertEqual(self.job.vehicle.version, 1)

    def test_a_bar_of_another_shop_cannot_be_chosen(self):
        theirs = stock(self.other_shop, 1)[0]
        body = {"base_version": 1, "rear": {"action": "supplement", "part_id": theirs.pk}}
        self.assertEqual(self.send("PUT", f"/jobs/{self.job.pk}/choice", body).status_code, 404)

    def test_a_viewer_looks_and_changes_nothing(self):
        viewer = self.as_(self.viewer)
        self.assertEqual(self.send("GET", f"/jobs/{self.job.pk}", None, viewer).status_code, 200)
        for method, path, body in self.writes():
            self.assert_refused(self.send(method, path, body, viewer), 403, "role")
        body = {"name": "x", "kind": "van"}
        self.assert_refused(self.send("POST", "/jobs", body, viewer), 403, "role")


class SheetTests(TwoShops):
    def test_an_edit_keeps_what_was_typed_and_makes_a_version(self):
        answer = self.sheet_edit("rear.link_spacing_m", '40 15/16"').json()["job"]
        found = answer["sheet"]["rear"]["link_spacing_m"]
        self.assertAlmostEqual(found["value"], 40.9375 * 0.0254)
        self.assertEqual((found["typed"], answer["sheet_version"]), ('40 15/16"', 2))
        kept = self.job.vehicle.revisions.get(version=2)
        self.assertEqual((kept.person, kept.typed), (self.lead, '40 15/16"'))

    def test_a_stale_edit_gets_409_with_what_stands_now(self):
        self.sheet_edit("rear.track_m", "1700 mm")
        answer = self.sheet_edit("rear.track_m", "1690 mm")
        self.assert_refused(answer, 409, "rear.track_m", "Somebody else")
        current = answer.json()["current"]
        self.assertEqual(current["sheet_version"], 2)
        self.assertAlmostEqual(current["sheet"]["rear"]["track_m"]["value"], 1.7)

    def test_bad_input_is_refused_at_its_field_and_nothing_is_saved(self):
        cases = (
            ("rear.track_m", "-1700"),
            ("rear.track_m", "0"),
            ("rear.track_m", "wide"),
            ("rear.track_m", "NaN"),
            ("rear.track_m", "1e3"),
            ("rear.track_m", "9" * 61),
            ("rear.standard_bar.bar.outside_diameter_m", "3 m"),
            ("rear.standard_bar.bar.bore_m", "80 mm"),
            ("rear.link_spacing_m", "1.7 m"),
            ("load_states.0.rear_kg", "0"),
            ("load_states.0.rear_left_kg", ""),
            ("load_states.7.rear_kg", "1000"),
            ("nowhere.at_all", "1"),
        )
        for place, typed in cases:
            with self.subTest(place=place, typed=typed):
                answer = self.sheet_edit(place, typed)
                self.assertEqual(answer.status_code, 422, answer.content)
                self.assertTrue(place.startswith(answer.json()["detail"][0]["field"]))
        self.job.vehicle.refresh_from_db()
        self.assertEqual(self.job.vehicle.version, 1)
        self.assertEqual(self.job.vehicle.revisions.count(), 1)

    def test_malformed_requests_are_422_at_their_field(self):
        path = f"/jobs/{self.job.pk}/sheet"
        good = {"base_version": 1, "place": "wheelbase_m", "typed": "4 m", "known": "measured"}
        for field, value in (("base_version", "x"), ("known", "felt"), ("typed", "9" * 300)):
            answer = self.send("PATCH", path, {**good, field: value})
            self.assertEqual(answer.status_code, 422)
            self.assertTrue(answer.json()["detail"][0]["field"].endswith(field))
        broken = self.client.generic("PATCH", f"/api{path}", "{", content_type="application/json")
        self.assertEqual(broken.status_code, 400)

    def test_a_huge_request_is_refused(self):
        body = {"name": "x" * 6_000_000, "kind": "van"}
        self.assert_refused(self.send("POST", "/jobs", body), 413, "", "1 MB")

    def test_parts_come_and_go_and_an_undo_brings_the_sheet_back(self):
        path = f"/jobs/{self.job.pk}/sheet"
        first = self.send("GET", f"/jobs/{self.job.pk}").json()["sheet"]
        part = {"base_version": 1, "place": "rear.standard_bar", "fitted": False}
        gone = self.send("POST", f"{path}/parts", part).json()["job"]
        self.assertIsNone(gone["sheet"]["rear"]["standard_bar"])
        undo = {"base_version": 2, "to_version": 1}
        back = self.send("POST", f"{path}/revert", undo).json()["job"]
        self.assertEqual((back["sheet"], back["sheet_version"]), (first, 3))
        never = {"base_version": 3, "to_version": 99}
        self.assertEqual(self.send("POST", f"{path}/revert", never).status_code, 404)

    def test_going_over_a_rating_shows_in_the_yard(self):
        self.sheet_edit("rear.rating_kg", "3000 kg")
        row = self.client.get("/api/jobs").json()["rows"][0]
        self.assertIn("over its rating", row["stop"])


class SetUpTests(TwoShops):
    def choose(self, base=1, **pick):
        body = {"base_version": base, "rear": {"action": "supplement", **pick}}
        return self.send("PUT", f"/jobs/{self.job.pk}/choice", body)

    def edit(self, place, typed, base=2):
        body = {"base_version": base, "place": place, "typed": typed, "known": "measured"}
        return self.send("PATCH", f"/jobs/{self.job.pk}/set-up", body)

    def test_a_rack_bar_is_chosen_changed_and_put_back(self):
        chosen = self.choose(part_id=self.bars[1].pk).json()["job"]
        self.assertEqual(chosen["station"], "listen", "choosing passes no gate")
        bar = chosen["set_up"]["rear"]["fitted"]["bar"]
        self.assertAlmostEqual(bar["outside_diameter_m"]["value"], 1.25 * 0.0254)
        self.edit("rear.fitted.bar.outside_diameter_m", '1 3/8"')
        holed = self.edit("rear.fitted.hole", "2", base=3).json()["job"]
        self.assertEqual(holed["set_up"]["rear"]["fitted"]["hole"], 2)
        none = self.choose(base=4, action=None).json()["job"]
        self.assertIsNone(none["set_up"]["rear"])

    def test_a_choice_that_does_not_suit_the_axle_is_refused(self):
        self.assert_refused(self.choose(action="new"), 422, "set_up.rear.action", "has a bar")
        self.choose()
        for place, typed in (
            ("rear.fitted.bar.outside_diameter_m", "3 m"),
            ("rear.fitted.bar.bore_m", "90 mm"),
            ("rear.fitted.hole", "7"),
            ("rear.fitted.bar.steel", "adamant"),
        ):
            self.assert_refused(self.edit(place, typed), 422, place)

    def test_a_stale_choice_gets_409(self):
        self.choose()
        self.assertEqual(self.choose().status_code, 409)


class AssessmentTests(TwoShops):
    def test_it_is_what_core_says_and_keeps_to_its_declared_shape(self):
        answer = self.client.get(f"/api/jobs/{self.job.pk}/assessment")
        assessment = from_plain(answer.json(), Assessment)
        self.assertEqual(assessment.evaluation, evaluate(sheet_of(self.job.vehicle), SetUp()))
        self.assertTrue(assessment.findings)

    def test_a_vehicle_that_cannot_stand_is_a_stop_not_an_error(self):
        for base, (place, typed) in enumerate(
            (
                ("front.spring_rate_n_per_m", "6 N/mm"),
                ("rear.spring_rate_n_per_m", "6 N/mm"),
                ("front.standard_bar.bar.outside_diameter_m", "8 mm"),
                ("rear.standard_bar.bar.outside_diameter_m", "8 mm"),
            ),
            start=1,
        ):
            self.assertEqual(self.sheet_edit(place, typed, base).status_code, 200)
        answer = self.client.get(f"/api/jobs/{self.job.pk}/assessment").json()
        self.assertIsNone(answer["evaluation"])
        self.assertEqual(answer["findings"][0]["rule"], "unstable")

    def test_the_rig_file_can_be_read_by_the_command_line(self):
        answer = self.client.get(f"/api/jobs/{self.job.pk}/rig.json")
        self.assertEqual(from_json(answer.content, RigFile).vehicle, sheet_of(self.job.vehicle))

    def test_the_short_list_is_for_one_axle_and_marks_other_weights(self):
        path = f"/api/jobs/{self.job.pk}/short-list?action=supplement"
        rows = self.client.get(f"{path}&others=true").json()["rows"]
        fits = {row["part_number"]: row["verdict"]["fit"] for row in rows}
        self.assertEqual(
            fits, {"TM-R28-S": "fits", "TM-R32-S": "fits", "TM-R35-S": "no", "TM-R38-S": "no"}
        )
        few = self.client.get(path).json()
        self.assertEqual({row["part_number"] for row in few["rows"]}, {"TM-R28-S", "TM-R32-S"})
        wrong = self.client.get(f"/api/jobs/{self.job.pk}/short-list?action=new")
        self.assert_refused(wrong, 422, "action")

    def test_reading_takes_a_fixed_number_of_queries(self):
        path = f"/api/jobs/{self.job.pk}"
        for address, queries in (
            (path, 6),
            (f"{path}/assessment", 6),
            (f"{path}/practice", 6),
            (f"{path}/short-list?action=supplement", 7),
            (f"{path}/ranking?state=trip_ready", 34),
            (f"{path}/plan?state=trip_ready", 14),
        ):
            with self.assertNumQueries(queries):
                self.client.get(address)

    def test_a_ranking_is_kept_until_anything_it_rests_on_is_another(self):
        path = f"/api/jobs/{self.job.pk}/ranking?state=trip_ready"
        seen = [self.client.get(path).content]
        with self.assertNumQueries(8):
            self.assertEqual(self.client.get(path).content, seen[0])
        price = Offer.objects.filter(part=self.bars[0]).get()
        for change in (
            lambda: Offer.objects.filter(pk=price.pk).update(price_cents=price.price_cents + 9900),
            lambda: Shop.objects.filter(pk=self.shop.pk).update(labour_cents_an_hour=1000),
            lambda: self.sheet_edit("rear.track_m", "1650 mm"),
            lambda: Part.objects.filter(pk=self.bars[1].pk).delete(),
        ):
            change()
            seen.append(self.client.get(path).content)
        self.assertEqual(len(set(seen)), 5)


class YardTests(TwoShops):
    def open(self, **body):
        return self.send("POST", "/jobs", {"name": "Wagon", "kind": "wagon", **body})

    def test_a_vehicle_is_taken_in_with_what_is_known(self):
        entries = [
            {"place": "load_states.0.front_kg", "typed": "2,600 lb", "known": "measured"},
            {"place": "front.rating_kg", "typed": "3,200 lb", "known": "plate"},
        ]
        answer = self.open(entries=entries)
        self.assertEqual(answer.status_code, 201)
        sheet = answer.json()["sheet"]
        self.assertEqual(sheet["front"]["rating_kg"]["known"], "plate")
        self.assertEqual(sheet["wheelbase_m"]["known"], "default")
        self.assertEqual(answer.json()["number"], self.job.number + 1)

    def test_a_bad_entry_takes_nothing_in(self):
        jobs, vehicles = Job.objects.count(), Vehicle.objects.count()
        entry = {"place": "load_states.0.rear_kg", "typed": "heavy", "known": "measured"}
        answer = self.open(entries=[entry])
        self.assert_refused(answer, 422, "load_states.0.rear_kg", "heavy")
        self.assertEqual(self.open(name="").status_code, 422)
        self.assertEqual(self.open(kind="submarine").status_code, 422)
        self.assertEqual((Job.objects.count(), Vehicle.objects.count()), (jobs, vehicles))

    def test_finding_and_paging_take_a_fixed_number_of_queries(self):
        for _ in range(3):
            self.open()
        # Session, person, the page, how many fit, and how many fit that are archived.
        with self.assertNumQueries(5):
            found = self.client.get("/api/jobs?find=wagon").json()
        self.assertEqual(found["total"], 3)
        by_number = self.client.get(f"/api/jobs?find={self.job.number}").json()
        self.assertEqual([row["id"] for row in by_number["rows"]], [self.job.pk])
        self.assertEqual(self.client.get("/api/jobs?page=0").status_code, 422)

    def test_what_must_always_hold_is_held_by_the_database(self):
        job = self.job
        for broken in (
            Job(shop=job.shop, number=job.number, vehicle=job.vehicle, set_up={}),
            Job(shop=job.shop, number=999, vehicle=job.vehicle, set_up={}, station="moon"),
            Vehicle(shop=job.shop, name="", sheet={}),
        ):
            with self.assertRaises(IntegrityError), transaction.atomic():
                broken.save()
        with self.assertRaises(IntegrityError), transaction.atomic():
            self.bars[0].axle_load_to_kg = 1
            self.bars[0].save()


class NewsTests(TwoShops):
    def test_it_says_who_wrote_what_where_last(self):
        self.sheet_edit("wheelbase_m", "5300 mm")
        found = self.client.get(f"/api/jobs/{self.job.pk}/news").json()
        (sheet,) = [one for one in found["last"] if one["paper"] == "sheet"]
        self.assertEqual(
            (sheet["version"], sheet["place"], sheet["typed"], sheet["username"]),
            (2, "wheelbase_m", "5300 mm", "lead"),
        )

    def test_a_conflict_says_who_was_first(self):
        self.sheet_edit("wheelbase_m", "5300 mm")
        late = self.sheet_edit("wheelbase_m", "5400 mm")
        self.assertEqual(late.status_code, 409)
        sheet = next(one for one in late.json()["news"]["last"] if one["paper"] == "sheet")
        self.assertEqual(sheet["person"], self.lead.shown_name)
        self.assertEqual(late.json()["current"]["sheet"]["wheelbase_m"]["typed"], "5300 mm")

    def test_asking_costs_a_fixed_number_of_queries(self):
        with self.assertNumQueries(7):
            self.client.get(f"/api/jobs/{self.job.pk}/news")


class PartsComeBackTests(TwoShops):
    def part(self, fitted: bool, base: int):
        body = {"base_version": base, "place": "rear.standard_bar", "fitted": fitted}
        return self.send("POST", f"/jobs/{self.job.pk}/sheet/parts", body)

    def test_a_bar_taken_away_and_fitted_again_has_its_measurements(self):
        self.sheet_edit("rear.standard_bar.bar.outside_diameter_m", "30.2 mm")
        self.assertEqual(self.part(False, 2).status_code, 200)
        again = self.part(True, 3).json()["job"]["sheet"]["rear"]["standard_bar"]
        self.assertEqual(again["bar"]["outside_diameter_m"]["typed"], "30.2 mm")
        self.assertEqual(again["bar"]["outside_diameter_m"]["known"], "measured")


class OwnDimensionsTests(TwoShops):
    def test_a_racks_bar_with_another_diameter_is_none_of_the_racks(self):
        bar = self.bars[0]
        choice = {"part_id": bar.pk, "action": "supplement", "hole": 0, "renews": False}
        taken = self.send("PUT", f"/jobs/{self.job.pk}/choice", {"base_version": 1, "rear": choice})
        self.assertEqual(taken.json()["job"]["set_up"]["rear"]["part_number"], bar.part_number)
        body = {
            "base_version": taken.json()["job"]["set_up_version"],
            "place": "rear.fitted.bar.outside_diameter_m",
            "typed": "33 mm",
            "known": "estimated",
        }
        own = self.send("PATCH", f"/jobs/{self.job.pk}/set-up", body).json()["job"]
        self.assertEqual(own["set_up"]["rear"]["part_number"], "")
        self.assertIn(f"Own dimensions, after {bar.part_number}", own["chosen_words"][0])


class KeepingJobsTests(TwoShops):
    def yard(self, **query) -> list[str]:
        rows = self.client.get("/api/jobs", query).json()["rows"]
        return [f"{row['number']} {row['name']}" for row in rows]

    def test_a_vehicle_is_renamed_and_found_by_its_description(self):
        body = {"base_version": 1, "name": "Clinic", "description": "dental coach"}
        self.assertEqual(self.send("PATCH", f"/jobs/{self.job.pk}/about", body).status_code, 200)
        self.assertEqual(self.yard(find="dental"), ["101 Clinic"])
        self.assertEqual(self.send("PATCH", f"/jobs/{self.job.pk}/about", body).status_code, 409)
        blank = {"base_version": 2, "name": "  ", "description": ""}
        self.assertEqual(self.send("PATCH", f"/jobs/{self.job.pk}/about", blank).status_code, 422)

    def test_an_archived_or_deleted_job_leaves_the_yard_and_comes_back(self):
        path = f"/jobs/{self.job.pk}/shelf"
        for version, shelf in ((1, "archived"), (3, "deleted")):
            self.send("PUT", path, {"base_version": version, "shelf": shelf})
            self.assertEqual((self.yard(), self.yard(shelf=shelf)), ([], ["101 Coach"]))
            back = self.send("PUT", path, {"base_version": version + 1, "shelf": "yard"}).json()
            self.assertEqual(back["job"]["shelf"], "yard")
            self.assertEqual(self.yard(), ["101 Coach"])

    def test_the_yard_is_sorted_and_filtered(self):
        body = {"kind": "upgrade", "name": "Alder", "description": ""}
        copy = self.send("POST", f"/jobs/{self.job.pk}/copy", body).json()
        due = {"base_version": copy["line_version"], "due_on": "2027-01-05"}
        self.send("PATCH", f"/jobs/{copy['id']}/due", due)
        self.send("PATCH", f"/jobs/{self.job.pk}/due", {"base_version": 1, "due_on": "2026-12-24"})
        self.assertEqual(self.yard(sort="name"), ["102 Alder", "101 Coach"])
        self.assertEqual(self.yard(sort="number"), ["102 Alder", "101 Coach"])
        self.assertEqual(self.yard(sort="due"), ["101 Coach", "102 Alder"])
        self.assertEqual(self.yard(station="fit"), [])
        self.assertEqual(len(self.yard(station="listen")), 2)

    def test_the_yard_shows_only_what_is_asked_for(self):
        fitter = person(self.shop, "hand", Person.Role.FITTER)
        give = {"base_version": 1, "fitter": fitter.username}
        given = self.send("PUT", f"/jobs/{self.job.pk}/fitter", give).json()
        self.assertEqual(given["job"]["fitter"], "hand")
        nobody = {"base_version": 2, "fitter": "stranger"}
        refused = self.send("PUT", f"/jobs/{self.job.pk}/fitter", nobody)
        self.assert_refused(refused, 422, "fitter", "people of this shop: hand, lead")
        self.assertEqual((self.yard(fitter="hand"), self.yard(fitter="lead")), (["101 Coach"], []))
        self.assertEqual((self.yard(only="blocked"), self.yard(only="going")), (["101 Coach"], []))
        self.assertEqual((self.yard(only="stopped"), self.yard(only="wanted")), ([], []))
        soon = {"base_version": 2, "due_on": str(date.today() + timedelta(days=3))}
        self.send("PATCH", f"/jobs/{self.job.pk}/due", soon)
        self.assertEqual(self.yard(only="wanted"), ["101 Coach"])

    def test_what_is_archived_is_found_from_the_yard(self):
        self.send("PUT", f"/jobs/{self.job.pk}/shelf", {"base_version": 1, "shelf": "archived"})
        found = self.send("GET", "/jobs?find=coach").json()
        self.assertEqual((found["total"], found["archived"]), (0, 1))

    def test_a_copy_is_another_vehicle_with_the_same_measurements(self):
        self.sheet_edit("wheelbase_m", "5300 mm")
        body = {"kind": "upgrade", "name": "Coach, the second", "description": ""}
        copy = self.send("POST", f"/jobs/{self.job.pk}/copy", body)
        self.assertEqual(copy.status_code, 201)
        self.assertEqual(copy.json()["sheet"]["wheelbase_m"]["typed"], "5300 mm")
        self.sheet_edit("wheelbase_m", "5400 mm", base=2)
        again = self.client.get(f"/api/jobs/{copy.json()['id']}").json()
        self.assertEqual(again["sheet"]["wheelbase_m"]["typed"], "5300 mm")
        self.assertCountEqual(self.yard(), ["101 Coach", "102 Coach, the second"])

    def test_intake_names_every_bad_field_at_once(self):
        entries = [
            {"place": place, "typed": typed, "known": "measured"}
            for place, typed in (
                ("load_states.0.front_kg", "heavy"),
                ("load_states.0.rear_kg", "5 t"),
                ("wheelbase_m", "nan"),
            )
        ]
        body = {"name": "Van", "kind": "motorhome", "entries": entries}
        answer = self.send("POST", "/jobs", body)
        self.assertEqual(answer.status_code, 422)
        fields = [complaint["field"] for complaint in answer.json()["detail"]]
        self.assertEqual(fields, ["load_states.0.front_kg", "wheelbase_m"])

    def test_a_misshapen_request_is_refused_in_words(self):
        for body, field, words in (
            ({"name": " ", "kind": "motorhome"}, "name", "Nothing is written here"),
            ({"name": "x" * 90, "kind": "motorhome"}, "name", "at most 80 characters"),
            ({"name": "Van", "kind": "boat"}, "kind", "Read “boat”; one of"),
            ({"name": "Van", "kind": "motorhome", "due_on": "soon"}, "due_on", "a day such as"),
        ):
            answer = self.send("POST", "/jobs", body)
            self.assertEqual(answer.status_code, 422)
            (complaint,) = answer.json()["detail"]
            self.assertTrue(complaint["field"].endswith(field), complaint)
            self.assertIn(words, complaint["message"])

    def test_a_second_job_opens_on_the_same_vehicle(self):
        self.sheet_edit("wheelbase_m", "5300 mm")
        second = self.send("POST", f"/jobs/{self.job.pk}/again", {"kind": "recheck"})
        self.assertEqual(second.status_code, 201)
        self.assertEqual(second.json()["number"], 102)
        self.assertEqual(second.json()["sheet"]["wheelbase_m"]["typed"], "5300 mm")
        self.assertEqual(second.json()["station"], "look")
        again = self.send(
            "POST", f"/jobs/{self.job.pk}/again", {"kind": "recheck"}, self.as_(self.viewer)
        )
        self.assertEqual(again.status_code, 403)


class FirstAnswerTests(TwoShops):
    LOADS = (("load_states.0.front_kg", "2,050 kg"), ("load_states.0.rear_kg", "3990 kg"))

    def ask(self, client=None, **more):
        entries = [{"place": at, "typed": text, "known": "measured"} for at, text in self.LOADS]
        body = {"kind": "coach", "entries": entries, **more}
        return self.send("POST", "/first-answer", body, client)

    def test_two_weights_and_a_caliper_give_a_lean_a_band_and_sets(self):
        stock(self.shop, 40)
        first = self.ask(rear_bar="solid").json()
        self.assertLess(first["low_rad"], first["lean_rad"])
        self.assertLess(first["lean_rad"], first["high_rad"])
        self.assertEqual(first["unseen"], ["front"])
        self.assertEqual(len(first["drivers"]), 2)
        self.assertTrue(first["sets"])
        # Another shop ranks what is on its own racks.
        theirs = self.ask(self.as_(self.stranger), rear_bar="solid").json()
        self.assertEqual(theirs["lean_rad"], first["lean_rad"])
        self.assertNotEqual(theirs["sets"], first["sets"])

    def test_what_cannot_be_read_is_named_and_nothing_is_stored(self):
        before = Job.objects.count()
        entries = [{"place": "wheelbase_m", "typed": "long", "known": "measured"}]
        self.assert_refused(self.ask(entries=entries), 422, "wheelbase_m", "long")
        self.assertEqual(Job.objects.count(), before)

    def test_a_vehicle_without_a_rear_bar_is_taken_in_without_one(self):
        body = {"name": "Bare", "kind": "van", "rear_bar": "no bar there", "front_bar": "hollow"}
        sheet = self.send("POST", "/jobs", body).json()["sheet"]
        self.assertIsNone(sheet["rear"]["standard_bar"])
        self.assertEqual(sheet["front"]["standard_bar"]["bar"]["bore_m"]["known"], "estimated")


class AboutTests(TwoShops):
    OWNER = {"owner": "Ada Marsh", "phone": "+00 1234", "email": "ada@example.org"}

    def describe(self, base=1, client=None, **more):
        body = {"base_version": base, "name": "Coach", **more}
        return self.send("PATCH", f"/jobs/{self.job.pk}/about", body, client)

    def found(self, words):
        return [row["id"] for row in self.client.get(f"/api/jobs?find={words}").json()["rows"]]

    def test_a_vehicle_is_found_by_its_owner_and_its_registration(self):
        more = {"registration": "SG-114", "odometer": "51,000 mi", "year": 2019}
        about = self.describe(**self.OWNER, **more).json()["job"]["about"]
        self.assertEqual(about["owner"], "Ada Marsh")
        self.assertEqual((about["odometer"], about["year"]), ("51,000 mi", 2019))
        for words in ("marsh", "sg-114", "coach"):
            self.assertEqual(self.found(words), [self.job.pk], words)
        self.assertEqual(self.found("nobody"), [])

    def test_one_owner_is_one_record_within_a_shop_only(self):
        self.describe(**self.OWNER)
        self.describe(2, owner="Ada Marsh", phone="+00 5678")
        owner = Owner.objects.get(shop=self.shop)
        self.assertEqual((owner.phone, owner.email), ("+00 5678", ""))
        self.describe(3)
        self.assertIsNone(Vehicle.objects.get(pk=self.job.vehicle_id).owner)
        self.assertFalse(Owner.objects.filter(shop=self.other_shop).exists())

    def test_what_cannot_be_so_is_refused_at_its_field(self):
        for field, said in (
            ("odometer", {"odometer": "far"}),
            ("year", {"year": 19}),
            ("email", {"owner": "Ada", "email": "at home"}),
            ("owner", {"phone": "+00 1234"}),
        ):
            self.assert_refused(self.describe(**said), 422, field)
        self.assert_refused(self.describe(client=self.as_(self.viewer)), 403, "role")
        self.assert_refused(self.describe(base=7), 409, "name")
