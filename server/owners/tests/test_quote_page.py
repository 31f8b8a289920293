"""A quote behind a link: sent by a lead, answered by an owner who signs in nowhere."""

from datetime import timedelta
from uuid import uuid4

from django.core.cache import cache
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.utils import timezone

from jobs.models import Agreement, Job, QuoteLink
from jobs.tests.chosen import WithChoice
from photos.tests.test_photos import picture
from shops.models import Person
from shops.tests.people import person


class QuotePageCase(WithChoice):
    """A job with a quote to send, and an owner's browser."""

    def setUp(self):
        super().setUp()
        cache.clear()
        # An owner's browser: no session, and every token of a form is asked for.
        self.owner = Client(enforce_csrf_checks=True)

    def make(self, client=None, **more):
        work = self.work()
        body = {
            "base_version": self.base(),
            "digest": work["digest"],
            "up_to_cents": round(work["quote"]["price"]["p90"] * 100) + 100,
            **more,
        }
        return self.send("POST", f"/jobs/{self.job.pk}/quote/links", body, client)

    def link(self, **more):
        answer = self.make(**more)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return self.work()["links"][0]

    def answer(self, path, **form):
        page = self.owner.get(path)
        token = self.owner.cookies["csrftoken"].value if page.status_code == 200 else ""
        return self.owner.post(path, {"csrfmiddlewaretoken": token, **form})

    def withdraw(self, link_id, client=None):
        body = {"base_version": self.base(), "link_id": link_id}
        return self.send("POST", f"/jobs/{self.job.pk}/quote/withdrawn", body, client)


class QuotePageTests(QuotePageCase):
    def test_an_owner_reads_one_quote_and_agrees_once(self):
        link = self.link()
        page = self.owner.get(link["path"])
        self.assertContains(page, "Quote for Coach")
        self.assertContains(page, "TM-R32-S")
        self.assertContains(page, "What may make it dearer")
        self.assertIn("no-store", page["Cache-Control"])
        self.assertEqual(page["X-Robots-Tag"], "noindex")
        # Nothing else of the shop is in it, and it opens no session.
        self.assertNotContains(page, "Wren")
        self.assertEqual(self.owner.get("/api/jobs").status_code, 401)
        for _ in range(2):
            self.assertEqual(self.answer(link["path"], by="Ida Marsh").status_code, 302)
        agreement = Agreement.objects.get()
        self.assertEqual((agreement.by, agreement.way), ("Ida Marsh", "by link"))
        self.assertEqual(agreement.up_to_cents, link["up_to_cents"])
        self.assertEqual(agreement.shown, QuoteLink.objects.get().shown)
        self.assertContains(self.owner.get(link["path"]), "Ida Marsh agreed on")
        self.assertTrue(self.work()["agreed"]["holds"])
        refused = self.withdraw(link["id"])
        self.assert_refused(refused, 409, "link_id", "agreed through this link")

    def test_a_name_is_asked_for_and_a_question_is_kept(self):
        path = self.link()["path"]
        nameless = self.answer(path, by="  ")
        self.assertContains(nameless, "Write the name of whoever agrees", status_code=422)
        self.answer(path, question="Can it wait until <spring>?")
        self.assertContains(self.owner.get(path), "Can it wait until &lt;spring&gt;?")
        self.assertEqual(self.work()["links"][0]["question"], "Can it wait until <spring>?")
        long = self.answer(path, question="x" * 401)
        self.assertEqual(long.status_code, 422)
        self.assertEqual(Agreement.objects.count(), 0)

    def test_a_link_that_is_guessed_expired_or_withdrawn_shows_nothing(self):
        link = self.link()
        number, secret = link["path"].removeprefix("/quote/").split(".")
        other = QuoteLink.objects.create(
            job=Job.objects.create(
                shop=self.other_shop, number=1, vehicle=self.job.vehicle, set_up={}
            ),
            shown={},
            up_to_cents=1,
            person=self.stranger,
            expires_at=timezone.now() + timedelta(days=1),
        )
        for guess in (
            number,
            f"{number}.",
            f"{other.pk}.{secret}",
            f"{number}.{secret}x",
            "x" * 300,
        ):
            page = self.owner.get(f"/quote/{guess}")
            self.assertContains(page, "There is no quote at this address", status_code=404)
        QuoteLink.objects.filter(pk=link["id"]).update(expires_at=timezone.now())
        closed = self.owner.get(link["path"])
        self.assertContains(closed, "This quote is closed", status_code=410)
        self.assertNotContains(closed, "Coach", status_code=410)
        again = self.link()
        self.assertEqual(self.withdraw(again["id"]).status_code, 200)
        self.assertEqual(self.answer(again["path"], by="Ida").status_code, 403)
        self.assertEqual(self.owner.get(again["path"]).status_code, 410)
        self.assertEqual(Agreement.objects.count(), 0)

    def test_a_newer_quote_closes_the_one_before(self):
        first = self.link()
        second = self.link(days=1)
        self.assertEqual(self.owner.get(first["path"]).status_code, 410)
        self.assertEqual(self.owner.get(second["path"]).status_code, 200)
        self.assertEqual([one["open"] for one in self.work()["links"]], [True, False])

    def test_guessing_is_slowed_down_whatever_the_caller_says_it_is(self):
        for at in range(30):
            self.owner.get("/quote/1.guess", headers={"X-Forwarded-For": f"10.0.0.{at}"})
        page = self.owner.get(self.link()["path"], headers={"X-Forwarded-For": "10.1.1.1"})
        self.assertContains(page, "Too many tries", status_code=429)

    def test_without_the_form_of_the_page_nothing_is_taken(self):
        path = self.link()["path"]
        self.assertEqual(self.owner.post(path, {"by": "Mallory"}).status_code, 403)
        self.assertEqual(Agreement.objects.count(), 0)

    def test_only_a_lead_of_the_shop_sends_what_was_looked_at(self):
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.make(fitter), 403, "role")
        self.assertEqual(self.make(self.as_(self.stranger)).status_code, 404)
        self.assert_refused(self.make(digest="x"), 409, "digest")
        self.assert_refused(self.make(days=0), 422, "days", "1 to 60 days")
        self.assert_refused(self.make(up_to_cents=100), 422, "up_to_cents", "the middle")
        self.assertEqual(QuoteLink.objects.count(), 0)
        link = self.link()
        self.assertEqual(self.withdraw(link["id"], self.as_(self.stranger)).status_code, 404)
        self.assert_refused(self.withdraw(link["id"], fitter), 403, "role")

    def test_on_the_tablet_an_owner_signs_and_through_a_link_the_shop_cannot(self):
        def agree(**more):
            work = self.work()
            body = {
                "base_version": self.base(),
                "digest": work["digest"],
                "by": "Ida Marsh",
                "up_to_cents": round(work["quote"]["price"]["p90"] * 100) + 100,
                **more,
            }
            return self.send("POST", f"/jobs/{self.job.pk}/quote/agreed", body)

        self.assert_refused(agree(way="by link"), 422, "way", "only the owner")
        self.assert_refused(agree(way="signed here"), 422, "signature", "Sign on the pad")
        strokes = [[[10, 20], [500, 400]]]
        self.assert_refused(agree(way="by phone", signature=strokes), 422, "signature")
        self.assertEqual(agree(way="signed here", signature=strokes).status_code, 200)
        self.assertEqual(self.work()["agreed"]["signature"], strokes)


class SnappedPageTests(QuotePageCase):
    part_number = "MF-KR30"
    action = "replace"

    def test_a_bolt_that_snapped_is_shown_with_its_photo_and_no_other_photo_is(self):
        step = next(one for one in self.work()["plan"]["steps"] if one["undoes"])
        size = step["undoes"][0]["size"]
        body = {"step": step["key"], "size": size, "wall": "12 mm", "edge": "30 mm"}
        snapped = self.send("POST", f"/jobs/{self.job.pk}/bay/snapped", body)
        self.assertEqual(snapped.status_code, 200, snapped.content[:300])
        shown, other = (self.photo(place) for place in (f"step.{step['key']}", "rear_link_left"))
        path = self.link()["path"]
        later = self.photo(f"step.{step['key']}")
        page = self.owner.get(path)
        self.assertContains(page, f"An old {size} bolt snapped at")
        self.assertContains(page, f"{path}/photo/{shown}.jpg")
        self.assertEqual(self.owner.get(f"{path}/photo/{shown}.jpg").status_code, 200)
        for hidden in (other, later, 10**6):
            self.assertNotContains(page, f"/photo/{hidden}.jpg")
            self.assertEqual(self.owner.get(f"{path}/photo/{hidden}.jpg").status_code, 404)
        self.assertEqual(self.owner.get(f"/quote/1.guess/photo/{shown}.jpg").status_code, 404)
        self.withdraw(QuoteLink.objects.get().pk)
        self.assertEqual(self.owner.get(f"{path}/photo/{shown}.jpg").status_code, 404)

    def photo(self, place):
        file = SimpleUploadedFile("x.jpg", picture((40, 30)), "image/jpeg")
        form = {"place": place, "key": uuid4(), "file": file}
        return self.client.post(f"/api/jobs/{self.job.pk}/photos", form).json()["id"]
