"""An order followed line by line and a quote agreed to, over HTTP; and the gate that asks both."""

from datetime import timedelta
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from axlecore import __version__
from jobs.models import Agreement, Job, OrderEntry
from jobs.tests.chosen import WithChoice
from photos.tests.test_photos import picture
from racks.models import Part
from shops.models import Person
from shops.tests.people import person


class OrderingTests(WithChoice):
    def setUp(self):
        super().setUp()
        Job.objects.filter(pk=self.job.pk).update(station="build")
        self.lines = [line["what"] for line in self.work()["order"]]
        self.bar = next(what for what in self.lines if "TM-R32-S" in what)

    def tell(self, lines, state, client=None, **more):
        body = {"base_version": self.base(), "lines": lines, "state": state, **more}
        return self.send("POST", f"/jobs/{self.job.pk}/order", body, client)

    def kept(self, lines, state, **more):
        answer = self.tell(lines, state, **more)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def agree(self, cents, client=None, **more):
        body = {
            "base_version": self.base(),
            "digest": self.work()["digest"],
            "by": "Ida Marsh",
            "way": "by phone",
            "up_to_cents": cents,
            **more,
        }
        return self.send("POST", f"/jobs/{self.job.pk}/quote/agreed", body, client)

    def met(self, practice):
        [gate] = [one for one in practice["gates"] if one["station"] == "build"]
        return {check["key"] for check in gate["checks"] if check["met"]}

    def standing(self, what):
        return next(line for line in self.work()["standing"] if line["what"] == what)

    def test_a_line_is_ordered_comes_wrong_and_is_replaced_and_nothing_is_forgotten(self):
        day = str(timezone.localdate() + timedelta(days=7))
        self.kept([self.bar], "ordered", expected=day, reference="A-17")
        self.kept([self.bar], "arrived")
        self.kept([self.bar], "wrong", note="29 mm, ordered 32; told the counter")
        self.kept([self.bar], "replacement ordered", expected=day)
        line = self.standing(self.bar)
        self.assertEqual(
            [one["state"] for one in line["told"]],
            ["ordered", "arrived", "wrong", "replacement ordered"],
        )
        self.assertEqual(line["told"][2]["note"], "29 mm, ordered 32; told the counter")
        self.assertEqual(line["next"], ["shipped", "arrived", "replacement ordered"])

    def test_the_gate_opens_when_the_last_line_is_here_and_closes_when_one_is_wrong(self):
        rest = [what for what in self.lines if what != self.bar]
        self.assertNotIn("order", self.met(self.kept(rest, "in stock")["practice"]))
        self.assertIn("order", self.met(self.kept([self.bar], "in stock")["practice"]))
        wrong = self.kept([self.bar], "wrong", note="bent; told the counter")
        self.assertNotIn("order", self.met(wrong["practice"]))
        self.assertEqual(self.work()["waiting"]["for_what"], [self.bar])

    def proposed(self):
        """Where the board proposes its only job to stand."""
        [placed] = self.client.get("/api/board/proposal").json()["proposal"]["jobs"]
        return placed

    def test_the_board_waits_for_the_day_that_was_told(self):
        self.send("POST", "/board/bays", {"name": "Lift", "kind": "lift"})
        board = self.send("POST", "/board/jobs", {"job_id": self.job.pk}).json()
        today = timezone.localdate()
        late = str(today + timedelta(days=12))
        self.kept(self.lines, "ordered", expected=late)
        board = self.client.get("/api/board").json()
        self.assertGreaterEqual(board["days"][self.proposed()["day"]], late)
        self.kept(self.lines, "arrived")
        self.assertEqual(Job.objects.get(pk=self.job.pk).parts_on, today)
        board = self.client.get("/api/board").json()
        self.assertLess(board["days"][self.proposed()["day"]], late)

    def test_what_is_in_stock_comes_off_the_shelf_and_goes_back(self):
        nuts = next(line for line in self.work()["order"] if line["kind"] == "consumable")
        what, needed = nuts["what"], nuts["quantity"]
        before = self.work()["quote"]["price"]["p50"]
        stocked = {"what": what, "quantity": needed + 2, "least": 4, "price_cents": 1000}
        self.assertEqual(self.send("PUT", "/racks/stock", stocked).status_code, 200)
        # What the shelf gives is in the price.
        self.assertAlmostEqual(self.work()["quote"]["price"]["p50"], before + 10 * needed)
        self.assertEqual(self.standing(what)["on_shelf"], needed + 2)
        self.kept([what], "in stock")
        self.assertEqual(self.standing(what)["on_shelf"], 2)
        self.kept([what], "wanted")
        self.assertEqual(self.standing(what)["on_shelf"], needed + 2)
        self.send("PUT", "/racks/stock", {**stocked, "quantity": needed - 1})
        short = self.tell([what, self.bar], "in stock")
        self.assert_refused(short, 422, "lines", "count the shelf, or order it")
        self.assertEqual(self.standing(self.bar)["state"], "wanted")
        self.assertEqual(self.standing(what)["on_shelf"], needed - 1)

    def test_whom_it_is_bought_from_is_the_cheapest_until_somebody_is_named(self):
        line = self.standing(self.bar)
        prices = [offer["price_cents"] for offer in line["offers"]]
        self.assertEqual(line["supplier"], line["offers"][prices.index(min(prices))]["supplier"])
        day = str(timezone.localdate() + timedelta(days=7))
        self.kept([self.bar], "ordered", expected=day, supplier="Tidewrack Traders")
        self.kept([self.bar], "shipped")
        self.assertEqual(self.standing(self.bar)["supplier"], "Tidewrack Traders")

    def test_what_was_ordered_stays_when_the_job_asks_for_it_no_longer(self):
        day = str(timezone.localdate() + timedelta(days=7))
        self.kept([self.bar], "ordered", expected=day)
        other = Part.objects.get(shop=self.shop, part_number="SB-R30-32")
        pick = {"rear": {"part_id": other.pk, "action": "supplement", "hole": 0}}
        answer = self.send("PUT", f"/jobs/{self.job.pk}/choice", {"base_version": 2, **pick})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        past = self.standing(self.bar)
        self.assertEqual((past["asked"], past["state"]), (False, "ordered"))
        # It is not waited for, and can be sent back.
        self.assertNotIn(self.bar, self.work()["waiting"]["for_what"])
        self.kept([self.bar], "arrived")
        self.kept([self.bar], "wrong", note="bought for the old plan; told the counter")
        self.kept([self.bar], "returned")
        self.assertNotIn(self.bar, [one["what"] for one in self.work()["standing"]])

    def test_what_came_wrong_has_its_photo(self):
        self.kept([self.bar], "in stock")
        self.kept([self.bar], "wrong", note="29 mm, ordered 32; told the counter")
        stocked, wrong = (one["id"] for one in self.standing(self.bar)["told"])
        for number, status in ((wrong, 201), (stocked, 422), (10**30, 422)):
            file = SimpleUploadedFile("x.jpg", picture((40, 30)), "image/jpeg")
            sent = self.client.post(
                f"/api/jobs/{self.job.pk}/photos",
                {"place": f"order.{number}", "key": uuid4(), "file": file},
            )
            self.assertEqual(sent.status_code, status, sent.content[:200])

    def test_what_cannot_be_told_is_refused_whole(self):
        other = next(what for what in self.lines if what != self.bar)
        self.kept([other], "in stock")
        for lines, state, field, more in (
            ([self.bar], "ordered", "expected", {}),
            ([self.bar], "arrived", "state", {}),
            ([self.bar, other], "ordered", "state", {"expected": "2030-01-01"}),
            (["a spare moon"], "in stock", "lines", {}),
        ):
            with self.subTest(state=state, lines=lines):
                self.assert_refused(self.tell(lines, state, **more), 422, field)
        self.assertEqual(OrderEntry.objects.count(), 1)
        body = {"base_version": 1, "lines": [self.bar], "state": "in stock"}
        self.assertEqual(self.send("POST", f"/jobs/{self.job.pk}/order", body).status_code, 409)

    def test_an_owner_agrees_to_what_was_shown_and_a_dearer_plan_asks_again(self):
        quote = self.work()["quote"]
        middle = round(quote["price"]["p50"] * 100) + 100
        self.assertIn("quote", self.met(self.agree(middle).json()["practice"]))
        agreed = self.work()["agreed"]
        self.assertEqual(
            (agreed["by"], agreed["shown"]["price"], agreed["holds"]),
            ("Ida Marsh", quote["price"], True),
        )
        self.assertEqual(agreed["core_version"], __version__)
        # Two hours more are above what was agreed; what was shown is kept as it was.
        step = {"base_version": 1, "reason": "found", "what": "Weld", "usual_hours": 2}
        self.send("POST", f"/jobs/{self.job.pk}/plan/add", step)
        agreed = self.work()["agreed"]
        self.assertEqual((agreed["holds"], agreed["shown"]["price"]), (False, quote["price"]))
        practice = self.client.get(f"/api/jobs/{self.job.pk}/practice").json()
        self.assertNotIn("quote", self.met(practice))

    def test_an_agreement_that_means_nothing_is_refused(self):
        self.assert_refused(self.agree(100), 422, "up_to_cents", "the middle of the quote is")
        self.assert_refused(self.agree(10**9, by=" "), 422, "by")
        self.assert_refused(self.agree(10**9, digest="x"), 409, "digest")
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.agree(10**9, fitter), 403, "role")
        self.assertEqual(Agreement.objects.count(), 0)
