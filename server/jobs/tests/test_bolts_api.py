"""The shop's own record of old fasteners, and the quote that reads it."""

from jobs.models import BoltTally
from racks.models import Part
from shops.models import Person
from shops.tests.people import TwoShops, person, stock


class BoltTests(TwoShops):
    def count(self, client=None, **more):
        body = {"rust": "heavy", "size": "", "came_off": 8, "snapped": 2, **more}
        return self.send("PUT", "/shop/bolts", body, client)

    def test_the_record_is_kept_by_class_and_none_forgets_it(self):
        """25 % worth twenty bolts is 5 of 20; two more of ten make 7 of 30."""
        [row] = self.count().json()
        self.assertEqual((row["chance"]["prior"], row["chance"]["snapped"]), (0.25, 2))
        self.assertAlmostEqual(row["chance"]["posterior"], 7 / 30)
        self.assertEqual(len(self.count(size="M8", soaked=True).json()), 2)
        self.assertEqual(self.as_(self.stranger).get("/api/shop/bolts").json(), [])
        self.assertEqual(len(self.count(came_off=0, snapped=0).json()), 1)

    def test_what_is_no_count_and_no_lead_is_refused(self):
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        self.assert_refused(self.count(fitter), 403, "role")
        self.assert_refused(self.count(snapped=-1), 422, "snapped")
        self.assert_refused(self.count(size="M7"), 422, "size", "M8, M10")
        self.assert_refused(self.count(came_off=10**12), 422, "came_off")
        self.assertEqual(BoltTally.objects.count(), 0)

    def test_a_quote_counts_what_happened_here(self):
        stock(self.shop, 400)
        part = Part.objects.get(shop=self.shop, part_number="TM-R32-S")
        pick = {"rear": {"part_id": part.pk, "action": "replace", "hole": 0}}
        self.send("PUT", f"/jobs/{self.job.pk}/choice", {"base_version": 1, **pick})
        before = self.work()
        self.assertEqual(before["snapped"], 0)
        body = {"rust": before["rust"], "size": before["size"]}
        for hidden in (False, True):
            self.count(**body, hidden=hidden, came_off=40, snapped=40)
        self.assertGreater(self.work()["snapping"], before["snapping"])

    def work(self):
        work = self.client.get(f"/api/jobs/{self.job.pk}/work").json()
        bolts = [one for step in work["plan"]["steps"] for one in step["undoes"]]
        size = bolts[0]["size"].partition("x")[0]
        return {
            "snapping": work["quote"]["snapping"],
            "snapped": sum(
                one["chance"]["snapped"] for one in work["quote"]["drivers"] if one["chance"]
            ),
            "rust": bolts[0]["rust"],
            "size": size if size in ("M8", "M10") else "",
        }
