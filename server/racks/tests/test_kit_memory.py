"""What a shop knows of a kit and keeps on its shelf, over HTTP; and the plan that reads it."""

from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile

from photos.tests.test_photos import picture
from racks.models import KitMemory, KitMemoryRevision, Part, Stocked
from shops.tests.people import TwoShops, stock

TORQUE = {"where": "frame", "size": "M12x1.75", "grade": "10.9", "count": 4, "torque": "78-88 N·m"}
LINE = {"says": "Tighten the frame bolts.", "bolt": "frame", "socket": "19 mm", "unclear": "order?"}


class KitMemoryTests(TwoShops):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        stock(cls.shop, 400)
        cls.part = Part.objects.get(shop=cls.shop, part_number="TM-R32-S")

    def write(self, client=None, base=1, lines=(LINE,), torques=(TORQUE,)):
        body = {"base_version": base, "lines": list(lines), "torques": list(torques)}
        return self.send("PUT", f"/racks/parts/{self.part.pk}/sheet", body, client)

    def remember(self, client=None, **more):
        body = {"step": "rear.bar.in", "job": "job 1", **more}
        return self.send("POST", f"/racks/parts/{self.part.pk}/remembered", body, client)

    def sheet(self):
        return self.client.get(f"/api/racks/parts/{self.part.pk}/sheet").json()

    def test_a_sheet_is_written_once_and_its_torques_are_the_parts(self):
        written = self.write()
        self.assertEqual(written.status_code, 200, written.content[:300])
        sheet = self.sheet()
        self.assertEqual((sheet["version"], sheet["sheet"]["lines"][0]["socket"]), (2, "19 mm"))
        self.assertEqual((sheet["torques"][0]["torque_to_n_m"], sheet["person"]), (88.0, "lead"))
        part = self.client.get(f"/api/racks/parts/{self.part.pk}").json()["part"]
        self.assertEqual(part["torques"], sheet["torques"])
        self.assertEqual(self.write().status_code, 409)
        [row] = self.client.get("/api/racks/sheets").json()
        self.assertEqual((row["lines"], row["unclear"], row["snags"]), (1, 1, 0))

    def test_what_cannot_be_names_its_place_and_nothing_is_kept(self):
        for torques, lines, field in (
            ([{**TORQUE, "torque": "80 bananas"}], [LINE], "torques.0.torque"),
            ([TORQUE], [{**LINE, "bolt": "moon"}], "lines.0.bolt"),
            ([TORQUE], [{**LINE, "says": " "}], "lines.0.says"),
            ([TORQUE] * 2, [LINE], "torques"),
            ([TORQUE], [LINE] * 61, "lines"),
        ):
            with self.subTest(field=field):
                answer = self.write(torques=torques, lines=lines)
                self.assert_refused(answer, 422, field)
        self.assertEqual((KitMemory.objects.count(), self.part.document["torques"]), (0, []))
        link = Part.objects.filter(shop=self.shop, kind="link").first()
        body = {"base_version": 1, "lines": [], "torques": []}
        answer = self.send("PUT", f"/racks/parts/{link.pk}/sheet", body)
        self.assert_refused(answer, 422, "part_id", "no sheet of steps")

    def test_a_jobs_snag_and_hours_come_back_in_the_next_plan_with_the_kit(self):
        pick = {"rear": {"part_id": self.part.pk, "action": "supplement", "hole": 0}}
        self.send("PUT", f"/jobs/{self.job.pk}/choice", {"base_version": 1, **pick})
        before = self.step()
        answer = self.remember(says="only in from the left", hours=2.5)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.remember(hours=3.5)
        after = self.step()
        self.assertIn("Last time: only in from the left", after["cautions"])
        self.assertNotEqual(before["hours"][1], 3.0)
        self.assertAlmostEqual(after["hours"][1], 3.0)
        # A sheet that is written anew keeps what jobs taught.
        self.write(base=3)
        self.assertEqual(self.sheet()["sheet"]["snags"][0]["job"], "job 1")
        self.assertEqual(KitMemoryRevision.objects.count(), 3)

    def step(self):
        work = self.client.get(f"/api/jobs/{self.job.pk}/work").json()
        return next(step for step in work["plan"]["steps"] if step["key"] == "rear.bar.in")

    def test_nothing_and_nonsense_is_not_remembered(self):
        self.assert_refused(self.remember(), 422, "says", "which socket")
        self.assert_refused(self.remember(hours=900), 422, "hours", "up to 24 h")
        self.assertEqual(self.remember(self.as_(self.stranger), says="x").status_code, 404)
        self.assert_refused(self.remember(self.as_(self.viewer), says="x"), 403, "role")
        self.assertEqual(self.write(self.as_(self.stranger)).status_code, 404)
        self.assertEqual(KitMemory.objects.count(), 0)

    def test_a_scan_is_kept_with_the_kit_for_its_own_shop(self):
        key, path = uuid4(), f"/api/racks/parts/{self.part.pk}/scans"
        for _ in range(2):
            file = SimpleUploadedFile("sheet.jpg", picture((40, 30)), "image/jpeg")
            sent = self.client.post(path, {"place": "page 1", "key": key, "file": file})
            self.assertEqual(sent.status_code, 201, sent.content[:200])
        [scan] = self.client.get(path).json()
        file = f"/api/scans/{scan['id']}/file"
        self.assertEqual(self.client.get(file)["Content-Type"], "image/jpeg")
        self.assertEqual(self.as_(self.stranger).get(file).status_code, 404)
        self.send("PATCH", f"/scans/{scan['id']}", {"removed": True})
        self.assertEqual(self.client.get(path).json(), [])


class StockTests(TwoShops):
    def count(self, client=None, **more):
        body = {"what": "lock nuts M12x1.75", "quantity": 40, "least": 10, **more}
        return self.send("PUT", "/racks/stock", body, client)

    def test_the_shelf_is_counted_and_is_one_shops_own(self):
        self.count()
        [row] = self.count(quantity=38).json()
        self.assertEqual((row["quantity"], row["least"]), (38, 10))
        self.assertEqual(self.as_(self.stranger).get("/api/racks/stock").json(), [])
        away = {"what": "lock nuts M12x1.75"}
        self.assertEqual(self.send("POST", "/racks/stock/away", away).json(), [])

    def test_what_is_no_count_is_refused(self):
        for more, field in (
            ({"what": " "}, "what"),
            ({"quantity": -1}, "quantity"),
            ({"least": 10**9}, "least"),
            ({"price_cents": -5}, "price_cents"),
        ):
            self.assert_refused(self.count(**more), 422, field)
        self.assert_refused(self.count(self.as_(self.viewer)), 403, "role")
        self.assertEqual(Stocked.objects.count(), 0)
