"""A job's record out and in again: nothing changes, and what is broken or hostile is refused."""

import hashlib
import json
import zipfile
from datetime import date, timedelta
from io import BytesIO
from unittest import mock
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from archive.papers import papers_of
from axlecore.quantities.units import Units
from bay.tests.under import UnderTheVehicle
from jobs.models import Job, OrderEntry
from jobs.opened import opened
from jobs.ordering import told
from jobs.work import Work
from photos.models import Photo
from photos.tests.test_photos import picture
from shops.models import Person
from shops.tests.people import person

#: Papers of a job that is in the bay.
_PAPERS = ("comparison", "intake")
#: What is another job's own.
_OWN = ("number", "shop")


#: Passed without what was asked, and without a reason; and a step that was done twice.
_PASSED = {"station": "listen", "unmet": ["Something."], "reason": ""}
_STEP = {"step": "all.secure", "said": "", "kind": "tick", "done_at": "2026-11-01T10:00:00Z"}


class ArchiveTests(UnderTheVehicle):
    def setUp(self):
        super().setUp()
        run = {
            "manoeuvre": "gentle slalom", "state": "trip_ready", "surface": "dry", "when": "after",
            "key": str(uuid4()), "speed": "47 km/h",
        }  # fmt: skip
        self.send("POST", f"/jobs/{self.job.pk}/runs/stand-in", run)
        self.send(
            "POST",
            f"/jobs/{self.job.pk}/troubles",
            {"trouble": "squeak", "heard": "in bends", "since": "after some weeks"},
        )
        file = SimpleUploadedFile("x.jpg", picture((40, 30)), "image/jpeg")
        place = {"place": "rear_bar", "key": uuid4(), "file": file}
        self.assertEqual(
            self.client.post(f"/api/jobs/{self.job.pk}/photos", place).status_code, 201
        )

    def out(self, job=None, client=None):
        path = f"/api/jobs/{(job or self.job).pk}/record.zip"
        return (client or self.client).get(path)

    def take(self, content, client=None):
        file = SimpleUploadedFile("job.record.zip", content, "application/zip")
        return (client or self.client).post("/api/jobs/records", {"file": file})

    def parts(self, content):
        with zipfile.ZipFile(BytesIO(content)) as archive:
            return {name: archive.read(name) for name in archive.namelist()}

    def changed(self, change=lambda record: None, **files):
        """The archive with its record or files other than they were."""
        parts = self.parts(self.out().content) | files
        record = json.loads(parts["job.json"])
        change(record)
        return _zipped({**parts, "job.json": json.dumps(record).encode()})

    def test_a_round_trip_into_another_shop_changes_nothing(self):
        content = self.out().content
        stranger = self.as_(self.stranger)
        answer = self.take(content, stranger)
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        taken = Job.objects.get(pk=answer.json()["id"])
        self.assertEqual(taken.shop, self.other_shop)
        again = self.parts(self.out(taken, stranger).content)
        first = self.parts(content)
        one, other = (json.loads(parts.pop("job.json")) for parts in (first, again))
        for name in _OWN:
            one.pop(name), other.pop(name)
        # A picture is written anew as it is taken in, and so are papers; what they show stays.
        anew = {name for name in first if name.startswith(("photos/", "papers/"))}
        self.assertEqual(anew, {"photos/001.jpg", *(f"papers/{name}.pdf" for name in _PAPERS)})
        for parts, record in ((first, one), (again, other)):
            for name in anew:
                parts.pop(name)
            record["files"] = [row for row in record["files"] if row["path"] not in anew]
        self.assertEqual(one, other)
        self.assertEqual(first, again)
        self.assertEqual(Photo.objects.get(job=taken).place, "rear_bar")

    def test_nobody_is_named_in_it(self):
        about = {
            "base_version": self.base(), "name": "Coach", "owner": "Marlow Kelp",
            "phone": "07700 900188", "registration": "KELP 1",
        }  # fmt: skip
        self.assertEqual(self.send("PATCH", f"/jobs/{self.job.pk}/about", about).status_code, 200)
        record = self.parts(self.out().content)["job.json"].decode()
        pages = papers_of(opened(self.job.pk, self.shop.pk), Units.METRIC)
        for text in (record, *pages.values()):
            for secret in ("Marlow", "07700", "KELP 1", self.lead.username + '"'):
                self.assertNotIn(secret, text)

    def test_its_papers_lie_in_it_as_far_as_the_job_is(self):
        parts = self.parts(self.out().content)
        papers = {name for name in parts if name.startswith("papers/")}
        self.assertEqual(papers, {f"papers/{name}.pdf" for name in _PAPERS}, "no report yet")
        listed = {row["path"] for row in json.loads(parts["job.json"])["files"]}
        self.assertLessEqual(papers, listed, "each has its checksum")
        for name in papers:
            self.assertTrue(parts[name].startswith(b"%PDF"), name)

    def test_what_is_broken_or_hostile_is_refused_with_the_reason(self):
        whole = self.out().content
        jobs = Job.objects.count()
        log = next(name for name in self.parts(whole) if name.startswith("logs/"))

        def other(**change):
            return lambda record: record.update(change)

        for content, status, words in (
            (b"no archive at all", 422, "broken or cut off"),
            (whole[: len(whole) // 2], 422, "broken or cut off"),
            (_zipped({"readme.txt": b"hello"}), 422, "no job.json"),
            (_zipped({"job.json": b"{"}), 422, "job.json, line 1"),
            (_zipped({"job.json": b"{}"}), 422, "missing"),
            (self.changed(other(version=99)), 422, "reads 1 to"),
            (self.changed(other(format="other")), 422, "calm-axle-job"),
            (self.changed(other(kind="holiday")), 422, "kind"),
            (self.changed(**{log: b"time_s,roll_angle_rad\n0,0\n"}), 422, "checksum"),
            (self.changed(lambda record: record["files"].pop()), 422, "not among its files"),
            (
                self.changed(lambda record: record["runs"].append(record["runs"][0])),
                422,
                "named twice",
            ),
            (
                self.changed(lambda record: record.update(troubles=record["troubles"] * 2000)),
                422,
                "no job's",
            ),
            (self.changed(**{"bomb.bin": b"\0" * 5_000_000}), 422, "packed as no record"),
            (
                self.changed(lambda record: record["runs"][0].update(when="sideways")),
                422,
                "be true",
            ),
            (self.changed(other(year=1066)), 422, "be true"),
            (self.changed(other(passes=[_PASSED])), 422, "be true"),
            (self.changed(other(steps=[_STEP, _STEP])), 422, "be true"),
            (self.changed(other(description="x" * 500)), 422, "be true"),
            (self.changed(lambda record: record["sheet"].update(wheelbase_m=None)), 422, "sheet"),
        ):
            with self.subTest(words=words):
                self.assert_refused(self.take(content), status, "file", words)
        self.assertEqual(Job.objects.count(), jobs)

    def test_more_logs_than_are_worked_through_while_somebody_waits_are_refused(self):
        with mock.patch("archive.reading._LARGEST_LOGS", 1000):
            self.assert_refused(self.take(self.out().content), 413, "file", "together")

    def test_an_archive_of_an_earlier_version_opens(self):
        """Until 0.4 the motion ratio was a gain, and shocks were dampers."""

        def earlier(record):
            text = json.dumps(record)
            for now, then in (
                ("motion_ratio", "motion_gain"),
                ("shock_spacing_m", "damper_spacing_m"),
            ):
                text = text.replace(f'"{now}"', f'"{then}"')
            record.update(json.loads(text))
            for end in ("front", "rear"):
                for name in ("motion_ratio", "shock_spacing_m"):
                    record["sheet"][end].pop(name, None)

        taken = self.take(self.changed(earlier))
        self.assertEqual(taken.status_code, 201, taken.content[:300])

    def test_a_path_out_of_the_archive_is_only_a_name(self):
        def outward(record):
            for row in (*record["files"], *record["photos"]):
                if row["path"].endswith(".jpg"):
                    row["path"] = "../../etc/passwd"

        parts = self.parts(self.out().content)
        shown = next(name for name in parts if name.endswith(".jpg"))
        content = self.changed(outward, **{"../../etc/passwd": parts[shown]})
        taken = self.take(content)
        self.assertEqual(taken.status_code, 201, taken.content[:300])
        photo = Photo.objects.get(job=taken.json()["id"])
        self.assertTrue(photo.file.name.startswith(f"photos/{self.shop.pk}/"))

    def test_a_picture_that_is_none_is_refused_and_nothing_is_kept(self):
        jobs = Job.objects.count()
        parts = self.parts(self.out().content)
        name = next(name for name in parts if name.endswith(".jpg"))
        forged = b"<script>alert(1)</script>"

        def rehashed(record):
            for row in record["files"]:
                if row["path"] == name:
                    row.update(sha256=hashlib.sha256(forged).hexdigest(), size=len(forged))

        answer = self.take(self.changed(rehashed, **{name: forged}))
        self.assertEqual(answer.status_code, 422, answer.content[:300])
        self.assertEqual(Job.objects.count(), jobs)

    def test_who_only_looks_takes_nothing_in_and_another_shop_reads_none(self):
        viewer = self.as_(person(self.shop, "looker", Person.Role.VIEWER))
        self.assertEqual(self.take(self.out().content, viewer).status_code, 403)
        self.assertEqual(self.out(client=self.as_(self.stranger)).status_code, 404)


def _zipped(parts):
    out = BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in parts.items():
            archive.writestr(name, content)
    return out.getvalue()


class HistoryTests(UnderTheVehicle):
    def history(self, query="", client=None):
        return (client or self.client).get(f"/api/jobs/{self.job.pk}/history{query}")

    def test_what_was_done_is_told_newest_first_and_filtered(self):
        fitter = self.as_(self.fitter)
        self.sheet_edit("wheelbase_m", "4300 mm")
        body = {"trouble": "squeak", "heard": "in bends", "since": "after some weeks"}
        self.send("POST", f"/jobs/{self.job.pk}/troubles", body, fitter)
        done = self.history().json()["done"]
        self.assertEqual(done[0]["what"], "squeak, in bends")
        self.assertEqual(done[0]["username"], "fitter")
        self.assertEqual(
            [done[1][name] for name in ("what", "place", "paper")],
            ["4300 mm", "wheelbase_m", "sheet"],
        )
        only = self.history("?deed=owner").json()["done"]
        self.assertEqual({one["deed"] for one in only}, {"owner"})
        theirs = self.history("?person=fitter").json()["done"]
        self.assertEqual([one["what"] for one in theirs], ["squeak, in bends"])
        earlier = self.client.get(
            f"/api/jobs/{self.job.pk}/history", {"before": done[0]["at"]}
        ).json()["done"]
        self.assertEqual(earlier[0]["paper"], "sheet")
        self.assertEqual(self.history(client=self.as_(self.stranger)).status_code, 404)

    def test_two_versions_of_a_paper_are_compared_place_by_place(self):
        self.sheet_edit("wheelbase_m", "4300 mm")
        found = self.history("/sheet?before=1&after=2").json()
        self.assertEqual([one["place"] for one in found], ["wheelbase_m"])
        self.assertEqual(found[0]["after"], "4300 mm, measured")
        self.assert_refused(self.history("/sheet?before=1&after=9"), 422, "after", "1 to 2")
        self.assert_refused(self.history("/diary?before=1&after=2"), 422, "paper", "look_over")

    def test_a_page_of_history_costs_the_same_however_long_it_is(self):
        with CaptureQueriesContext(connection) as few:
            self.history()
        for number in range(12):
            self.job.troubles_after.create(
                trouble="squeak", heard="in bends", since="after some weeks", person=self.lead,
                said=str(number),
            )  # fmt: skip
        with CaptureQueriesContext(connection) as many:
            self.history()
        self.assertEqual(len(few), len(many))


class MemoryTests(UnderTheVehicle):
    def order(self, late):
        """Three lines that came late, and one that is on its way."""
        day = timezone.now() - timedelta(days=30)
        for number in range(3):
            what = f"bar {number}"
            for state, at, expected in (
                ("ordered", day, (day + timedelta(days=4)).date()),
                ("arrived", day + timedelta(days=4 + late), None),
            ):
                entry = self.job.order_entries.create(
                    what=what, state=state, expected=expected, supplier="Oyster Parts",
                    person=self.lead,
                )  # fmt: skip
                OrderEntry.objects.filter(pk=entry.pk).update(made_at=at)

    def test_a_supplier_that_is_usually_late_moves_the_day_and_says_so(self):
        self.order(late=3)
        first, *others = told(Work(opened(self.job.pk, self.shop.pk))).lines
        expected = date.today() + timedelta(days=5)
        for what in others:
            self.job.order_entries.create(what=what, state="in stock", person=self.lead)
        self.job.order_entries.create(
            what=first,
            state="ordered",
            expected=expected,
            supplier="Oyster Parts",
            person=self.lead,
        )
        waiting = told(Work(opened(self.job.pk, self.shop.pk))).waiting
        self.assertEqual(waiting.until, expected + timedelta(days=3))
        self.assertIn("Oyster Parts usually comes 3 days late here", waiting.says[0])
        memory = self.send("GET", "/memory").json()
        self.assertEqual(memory["suppliers"][0]["real_days"], 7)
        self.assertEqual(
            self.send("GET", "/memory", client=self.as_(self.stranger)).json()["suppliers"], []
        )

    def test_every_table_goes_out_and_no_cell_runs(self):
        self.order(late=0)
        self.job.order_entries.update(supplier="=HYPERLINK(1)")
        table = self.client.get("/api/memory/suppliers.csv").content.decode()
        self.assertNotIn("\n=HYPERLINK", table)
        for name in ("predictions", "hours", "bolts", "kits"):
            self.assertEqual(self.client.get(f"/api/memory/{name}.csv").status_code, 200, name)
        self.assertEqual(self.client.get("/api/memory/secrets.csv").status_code, 404)
