"""Runs over HTTP: logs kept once, compared or refused, held against the sheet."""

import gzip
import json
from itertools import count
from uuid import UUID

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import IntegrityError, transaction

from drive.models import Impression, Run
from jobs.tests.chosen import WithChoice
from shops.models import Person
from shops.tests.people import person

DRIVEN = {
    "manoeuvre": "gentle slalom",
    "state": "trip_ready",
    "surface": "dry",
    "place": "Airfield loop",
    "speed": "47 km/h",
    "limit": "50 km/h",
}


class DriveTests(WithChoice):
    def setUp(self):
        super().setUp()
        # A stand-in's noise is drawn by its run's key: the same each time.
        self.keys = (UUID(int=number) for number in count(1))

    def path(self, what):
        return f"/jobs/{self.job.pk}/{what}"

    def stand_in(self, when, **more):
        body = {**DRIVEN, "when": when, "key": str(next(self.keys)), **more}
        return self.send("POST", self.path("runs/stand-in"), body)

    def upload(self, text, when="before", client=None, name="log.csv", **more):
        content = text if isinstance(text, bytes) else text.encode()
        form = {**DRIVEN, "when": when, "key": str(next(self.keys)), **more}
        form["file"] = SimpleUploadedFile(name, content, "text/csv")
        return (client or self.client).post(f"/api{self.path('runs')}", form)

    def log(self):
        """What the stand-in logged in its first run."""
        self.stand_in("before")
        run = Run.objects.latest("pk")
        return self.client.get(f"/api/runs/{run.pk}.csv").content.decode()

    def drive(self):
        return self.client.get(f"/api{self.path('drive')}").json()

    def test_runs_before_and_after_are_compared_and_held_against_the_sheet(self):
        self.assertEqual(self.stand_in("before").status_code, 200)
        told = self.stand_in("after").json()
        before, after = told["runs"]
        self.assertTrue(before["simulated"] and before["tells"] and after["has_log"])
        (pair,) = told["verdicts"]["compared"]
        self.assertEqual(pair["comparison"]["comparable"], [])
        self.assertLess(pair["comparison"]["ratio"]["high"], 1.0)
        judged = told["verdicts"]["judged"]
        self.assertEqual(told["verdicts"]["judged_run_id"], after["id"])
        self.assertIn(judged["verdict"], ("agrees", "better", "worse"))
        self.assertEqual(judged["next_steps"][-1]["key"], "stop")
        self.assertLess(judged["predicted"]["value"], judged["predicted_before"]["value"])

    def test_a_wet_run_after_is_refused_as_a_comparison(self):
        self.stand_in("before")
        told = self.stand_in("after", surface="wet").json()
        (pair,) = told["verdicts"]["compared"]
        self.assertIsNone(pair["comparison"]["ratio"])
        self.assertIn("wet", pair["comparison"]["comparable"][0])

    def test_a_run_over_the_posted_limit_is_not_planned_and_driven_it_is_flagged(self):
        planned = self.stand_in("before", speed="70 km/h")
        self.assertEqual(planned.json()["detail"][0]["field"], "speed")
        self.stand_in("before")
        told = self.upload(self.log(), "after", speed="44 km/h", limit="30 km/h").json()
        *_, after = told["runs"]
        self.assertTrue(after["over_limit"], "by its log, whatever was typed")
        self.assertIsNone(told["verdicts"]["judged"])
        self.assertIn("over the posted", str(told["verdicts"]["compared"]))

    def test_a_next_step_goes_to_the_bay_once_and_the_set_up_follows_it(self):
        self.stand_in("before")
        steps = self.stand_in("after").json()["verdicts"]["judged"]["next_steps"]
        hole = next(one for one in steps if one["key"] == "hole")
        picked = {name: hole[name] for name in ("key", "end", "hole")}
        taken = self.send("POST", self.path("drive/tune"), picked)
        self.assertEqual(taken.status_code, 200, taken.content[:300])
        self.job.refresh_from_db()
        self.assertEqual(self.job.set_up["rear"]["fitted"]["hole"], hole["hole"])
        bay = self.client.get(f"/api{self.path('bay')}").json()
        self.assertIn(hole["what"], [one["what"] for one in bay["steps"]])
        for body in (picked, {"key": "stop"}, {"key": "wings"}):
            self.assertEqual(self.send("POST", self.path("drive/tune"), body).status_code, 422)
        # Driven again, the run is held against what is fitted now.
        again = self.stand_in("after").json()["verdicts"]["judged"]
        self.assertAlmostEqual(again["predicted"]["value"], hole["gradient_deg_per_g"], delta=0.6)

    def test_another_link_that_fits_is_offered_and_goes_into_the_fit_up(self):
        begun = {"base_version": 1, "axle": "rear", "layout": "leaf"}
        fit = self.send("POST", self.path("fit/begin"), begun).json()["job"]["fitting"]["rear"]
        # Arm and link are far from square: so a link's length matters.
        place, forward = "link_holes.1.forward_m", fit["link_holes"][1]["forward_m"]["value"]
        typed = {"base_version": 2, "place": f"rear.{place}", "typed": f"{1000 * forward + 60} mm"}
        self.assertEqual(self.send("PATCH", self.path("papers/fitting"), typed).status_code, 200)
        self.stand_in("before")
        steps = self.stand_in("after").json()["verdicts"]["judged"]["next_steps"]
        link = next(one for one in steps if one["key"] == "link")
        picked = {name: link[name] for name in ("key", "end", "hole", "link_m")}
        taken = self.send("POST", self.path("drive/tune"), picked)
        self.assertEqual(taken.status_code, 200, taken.content[:300])
        rear = self.job.papers.get(name="fitting").document["rear"]
        for side in ("left", "right"):
            self.assertAlmostEqual(rear[side]["link_m"]["value"], link["link_m"], 4)
        expected = self.stand_in("after").json()["verdicts"]["judged"]["predicted"]["value"]
        self.assertAlmostEqual(expected, link["gradient_deg_per_g"], delta=0.6)

    def test_runs_driven_alike_are_fitted_together_and_others_are_not(self):
        alone = self.stand_in("after").json()["verdicts"]["measured"]
        self.stand_in("before")
        self.stand_in("after")
        told = self.stand_in("after", surface="wet").json()["verdicts"]
        ids = [run.pk for run in Run.objects.filter(when="after").order_by("pk")]
        self.assertEqual(told["compared"][0]["after_ids"], ids[2:], "wet stands alone")
        together = self.stand_in("after").json()["verdicts"]
        (pair,) = together["compared"]
        self.assertEqual(pair["after_ids"], [ids[0], ids[1], together["judged_run_id"]])
        measured = together["measured"]
        self.assertIn("3 runs driven alike", " ".join(measured["assumed"]))
        self.assertEqual(pair["comparison"]["after"], measured)

        def width(answer):
            gradient = answer["roll_gradient_deg_per_g"]
            return gradient["high"] - gradient["low"]

        self.assertLess(width(measured), width(alone))

    def test_how_a_run_was_driven_is_put_right_once_and_what_was_said_is_kept(self):
        self.stand_in("before")
        after = self.stand_in("after", surface="wet").json()["runs"][-1]
        body = {**DRIVEN, "when": "after", "run_id": after["id"], "base_version": 1}
        told = self.send("POST", self.path("runs/put-right"), body).json()
        self.assertEqual((told["runs"][-1]["surface"], told["runs"][-1]["version"]), ("dry", 2))
        self.assertEqual(told["verdicts"]["compared"][0]["comparison"]["comparable"], [])
        run = Run.objects.get(pk=after["id"])
        self.assertEqual(run.revisions.get().document["surface"], "wet")
        again = self.send("POST", self.path("runs/put-right"), body | {"place": "elsewhere"})
        self.assertEqual(again.status_code, 409)
        answer, body = run.answer, body | {"base_version": 2, "sensor_height": "600 mm"}
        self.send("POST", self.path("runs/put-right"), body)
        run.refresh_from_db()
        self.assertNotEqual(run.answer, answer, "its log was worked through again")
        theirs = self.send("POST", self.path("runs/put-right"), body, self.as_(self.stranger))
        self.assertEqual(theirs.status_code, 404)

    def test_a_log_is_kept_once_with_its_columns_and_given_back_as_it_came(self):
        text = self.log()
        theirs = text.replace("roll_rate_rad_s", "gyro x (rad/s)")
        looked = self.client.post(
            f"/api{self.path('runs/columns')}",
            {"file": SimpleUploadedFile("x.csv", theirs.encode())},
        ).json()
        names = {one["heading"]: one["channel"] for one in looked["columns"]}
        self.assertEqual(names["gyro x (rad/s)"], "roll_rate_rad_s")
        key = str(next(self.keys))
        sent = [
            self.upload(gzip.compress(theirs.encode()), key=key, columns=json.dumps(names))
            for _ in range(2)
        ]
        self.assertEqual([one.status_code for one in sent], [200, 200], sent[0].content[:300])
        self.assertEqual(Run.objects.filter(key=key).count(), 1)
        run = Run.objects.get(key=key)
        self.assertEqual(run.answer["method"], "A")
        self.assertEqual(self.client.get(f"/api/runs/{run.pk}.csv").content.decode(), theirs)
        trace = self.client.get(f"/api/runs/{run.pk}/trace").json()
        piece = trace["pieces"][0]
        self.assertEqual(len(piece["roll_rad"]), len(piece["model_rad"]))
        self.assertEqual(len(piece["still"]), 2)

    def test_what_cannot_be_read_names_line_and_column_and_keeps_nothing(self):
        text = self.log()
        kept = Run.objects.count()
        broken = text.splitlines()
        broken[7] = broken[7].replace(",", ",fast", 1)
        for content, status, words in (
            ("\n".join(broken), 422, "Line 8"),
            (b"\x1f\x8bnothing", 422, "broken"),
            (b"a\x00b", 422, "no table"),
            (gzip.compress(b"1," * 9_000_000), 413, "16 MB"),
            ("", 422, "empty"),
        ):
            answer = self.upload(content)
            self.assertEqual(answer.status_code, status, answer.content[:200])
            self.assertIn(words, answer.content.decode())
        for more, field in (
            ({"speed": "900 km/h"}, "speed"),
            ({"speed": "quick"}, "speed"),
            ({"state": "towing"}, "state"),
            ({"columns": "[1]"}, "columns"),
            ({"manoeuvre": "hairpin"}, "manoeuvre"),
        ):
            answer = self.upload(text, **more)
            self.assertEqual(answer.status_code, 422, more)
            self.assertIn(field, answer.json()["detail"][0]["field"])
        self.assertEqual(Run.objects.count(), kept)

    def test_a_log_that_tells_nothing_is_kept_with_its_reason(self):
        rows = "\n".join(f"{at / 50},0.0,0.0" for at in range(600))
        told = self.upload(f"time_s,lateral_acceleration_m_s2,roll_angle_rad\n{rows}").json()
        (run,) = told["runs"]
        self.assertFalse(run["tells"])
        self.assertTrue(run["answer"]["refused"])
        self.assertIsNone(told["verdicts"]["judged"])
        answer = self.client.get(f"/api/runs/{run['id']}/trace")
        self.assertEqual(answer.status_code, 422)

    def test_a_run_without_a_log_holds_what_was_felt_and_the_newer_word_counts(self):
        body = {
            **DRIVEN,
            "when": "before",
            "key": str(next(self.keys)),
            "manoeuvre": "slow first exit",
        }
        self.send("POST", self.path("runs/driven"), body)
        run = Run.objects.get()
        for rating in (4, 2):
            felt = {"run_id": run.pk, "seat": "driver", "felt": {"leans": rating}, "said": "x"}
            self.assertEqual(self.send("POST", self.path("runs/felt"), felt).status_code, 200)
        self.assertEqual(Impression.objects.get().felt, {"leans": 2})
        off = {"run_id": run.pk, "seat": "driver", "felt": {"leans": 9}}
        self.assertEqual(self.send("POST", self.path("runs/felt"), off).status_code, 422)
        gone = {"run_id": run.pk, "removed": True}
        self.assertEqual(self.send("POST", self.path("runs/removed"), gone).json()["runs"], [])
        back = self.send("POST", self.path("runs/removed"), {**gone, "removed": False}).json()
        self.assertEqual(len(back["runs"]), 1)

    def test_the_correction_is_a_version_of_the_sheet_and_can_be_taken_back(self):
        base = self.job.vehicle.version
        refused = self.send("POST", self.path("drive/correction"), {"base_version": base})
        self.assertEqual(refused.status_code, 422)
        self.stand_in("before")
        offered = self.stand_in("after").json()["verdicts"]["judged"]
        taken = self.send("POST", self.path("drive/correction"), {"base_version": base})
        self.assertEqual(taken.status_code, 200, taken.content[:300])
        factor = taken.json()["job"]["sheet"]["spring_correction"]
        self.assertAlmostEqual(factor["value"], offered["correction"]["factor"]["value"], 3)
        again = self.drive()
        self.assertTrue(again["corrected"])
        # The prediction that was tested stands as it was.
        self.assertEqual(again["verdicts"]["judged"]["predicted"], offered["predicted"])
        stale = self.send("POST", self.path("drive/correction"), {"base_version": base})
        self.assertEqual(stale.status_code, 409)
        undone = {"base_version": base + 1, "to_version": base}
        self.send("POST", self.path("sheet/revert"), undone)
        self.assertFalse(self.drive()["corrected"])

    def test_the_yard_test_after_each_part_tells_them_apart(self):
        mass = {"mass_kg": "120 kg", "moved_m": "900 mm"}
        for fitted, lean in (("as it stood", "2.0"), ("rear bar", "1.5"), ("new links", "1.4")):
            body = {"fitted": fitted, **mass, "lean_right_rad": f"{lean}°", "lean_left_rad": lean}
            told = self.send("POST", self.path("drive/yard"), body)
            self.assertEqual(told.status_code, 200, told.content[:300])
        bar, links = told.json()["gains"]
        self.assertAlmostEqual(bar["lean"]["value"], 0.75)
        self.assertAlmostEqual(links["share"], 1 / 6)
        gone = {"test_id": told.json()["yard_tests"][1]["id"]}
        (left,) = self.send("POST", self.path("drive/yard/away"), gone).json()["gains"]
        self.assertAlmostEqual(left["lean"]["value"], 0.7)
        bad = {"fitted": "", **mass, "lean_right_rad": "1", "lean_left_rad": "1"}
        self.assertEqual(self.send("POST", self.path("drive/yard"), bad).status_code, 422)

    def test_another_shop_and_a_viewer(self):
        self.stand_in("before")
        run = Run.objects.get()
        stranger = self.as_(self.stranger)
        for path in (f"/api/runs/{run.pk}/trace", f"/api/runs/{run.pk}.csv"):
            self.assertEqual(stranger.get(path).status_code, 404)
        viewer = self.as_(person(self.shop, "looks-on", Person.Role.VIEWER))
        self.assertEqual(self.upload("x", client=viewer).status_code, 403)
        self.assertEqual(viewer.get(f"/api{self.path('drive')}").status_code, 200)

    def test_the_database_holds_what_a_run_is(self):
        self.stand_in("before")
        run = Run.objects.get()
        for change in (
            {"manoeuvre": "hairpin"}, {"when": "later"}, {"state": "full"}, {"log": ""},
        ):  # fmt: skip
            with self.assertRaises(IntegrityError), transaction.atomic():
                Run.objects.filter(pk=run.pk).update(**change)

    def test_reading_takes_as_many_queries_with_six_runs_as_with_two(self):
        for runs in (1, 2):
            for when in ("before", "after") * runs:
                self.stand_in(when)
            with self.assertNumQueries(9):
                self.drive()
