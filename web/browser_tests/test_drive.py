"""Drive as a fitter uses it: runs, a foreign log, a phone on the floor, the verdict, the trace."""

import json
import math
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from axlecore.formats import from_plain
from axlecore.motion.manoeuvres import Course
from axlecore.road.driving import Manoeuvre
from axlecore.road.reading import written
from axlecore.road.stand_in import Hidden, Logger, run_of
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from browser_tests.browser import BrowserTestCase
from drive.models import Run
from jobs.models import Job

FILMS = Path(__file__).parents[2] / "server" / "demo" / "films"
#: Readings a phone keeps at once, as phoneDraft.ts has it.
KEPT_AT_ONCE = 50
#: What a phone's sensors would have sent, by the clock of the sensors, at once.
SENDS = """([rows, from]) => rows.forEach(([at, x, z, roll, yaw]) => {
  const event = new DeviceMotionEvent('devicemotion', {
    accelerationIncludingGravity: { x, y: 0, z },
    rotationRate: { alpha: 0, beta: roll, gamma: yaw }, interval: 20 });
  Object.defineProperty(event, 'timeStamp', { value: from + 1000 * at });
  window.dispatchEvent(event);
})"""


def log_of(job, manoeuvre=Manoeuvre.SLALOM, logger=Logger(), seed=3):  # noqa: B008
    """A log of a job's vehicle as its sheet stands."""
    course = Course(road_speed_m_s=13.0, lateral_m_s2=2.0, slalom_spacing_m=30.0)
    sheet = from_plain(job.vehicle.sheet, Sheet)
    return run_of(sheet, SetUp(), LoadKey.TRIP_READY, manoeuvre, course, Hidden(), logger, seed)


class DriveTests(BrowserTestCase):
    at_yard = False

    def drive(self, name, sheet="runs"):
        return self.open_job(name, f"drive?sheet={sheet}")

    def test_the_stand_in_drives_before_and_after_and_the_verdict_follows_by_keyboard(self):
        job = self.drive("Hive hauler")
        self.page.get_by_text("Begin with the runs before anything is changed").wait_for()
        for when in ("before", "after"):
            add = self.page.get_by_role("button", name=f"Add a run {when}: gentle slalom")
            add.focus()
            self.page.keyboard.press("Enter")
            self.page.get_by_label("Place", exact=True).fill("Airfield loop")
            self.page.get_by_role("button", name="Let the stand-in drive it").press("Enter")
            self.page.get_by_role("region", name="A run").wait_for(state="detached")
        self.wait_for_text(self.page.get_by_role("table"), "simulated")
        self.page.get_by_role("link", name="Did it hold?").press("Enter")
        verdict = self.page.get_by_test_id("verdict")
        self.wait_for_text(verdict, "measured")
        self.page.get_by_text("Simulated: a stand-in drove it").wait_for()
        leans = [
            float(self.page.get_by_test_id(f"body as {one}").get_attribute("data-lean") or "")
            for one in ("measured", "predicted")
        ]
        run = self.rows(Run).get(when="after", job=job)
        told = run.told["gradient"]["value"]
        self.assertAlmostEqual(leans[0], math.radians(0.3 * told), 6)
        self.assertLess(abs(leans[1] / leans[0] - 1), 0.3)

    def test_what_was_felt_stands_beside_what_was_felt_before(self):
        self.drive("Gannet")
        table = self.page.get_by_role("table", name="What was felt, before and after")
        self.wait_for_text(table, "passenger, after")
        row = table.get_by_role("row", name="It leans in bends")
        self.wait_for_text(row, "strongly")
        self.page.get_by_role("button", name="What was felt").last.click()
        self.page.get_by_label("It leans in bends").select_option("too much to drive on")
        self.page.get_by_role("button", name="Keep it").click()
        self.wait_for_text(row, "too much to drive on")

    def test_another_loggers_columns_are_mapped_and_what_is_wrong_is_said_at_its_line(self):
        job = self.drive("Hive hauler")
        text = written(log_of(job).only({"lateral_acceleration_m_s2", "roll_rate_rad_s"}))
        head, *rows = text.splitlines()
        degrees = [
            f"{at};{side};{math.degrees(float(rate)):.4f}".replace(".", ",")
            for at, side, rate in (row.split(",") for row in rows)
        ]
        with TemporaryDirectory() as folder:
            log = Path(folder) / "box.csv"
            log.write_text("\n".join(["Time (s);Channel 2 (m/s2);Gyro X (deg/s)", *degrees]))
            add = self.page.get_by_role("button", name="Add a run before: gentle slalom")
            add.click()
            self.page.get_by_label("Log of this run").set_input_files(log)
            self.wait_for_text(self.page.get_by_role("table", name="Columns of the log"), "Gyro X")
            picked = self.page.get_by_label("What Channel 2 (m/s2) is")
            self.assertEqual(picked.input_value(), "")
            picked.select_option("acceleration, sideways")
            self.page.get_by_role("button", name="Keep the run").click()
            self.page.get_by_role("link", name="Trace").nth(1).wait_for()
            run = self.rows(Run).get(job=job)
            self.assertEqual((run.answer["method"], run.simulated), ("A", False))
            broken = log.read_text().splitlines()
            broken[4] = broken[4].replace(",", "x", 1)
            log.write_text("\n".join(broken))
            add.click()
            self.expected = ("422",)
            self.page.get_by_label("Log of this run").set_input_files(log)
            self.page.get_by_label("What Channel 2 (m/s2) is").select_option(
                "acceleration, sideways"
            )
            self.page.get_by_role("button", name="Keep the run").click()
            self.page.get_by_text("Line 5").first.wait_for()

    def test_a_wet_run_after_is_not_compared_and_says_so(self):
        self.drive("Gannet", "result")
        self.page.get_by_text("not compared: the road was dry before and wet after.").wait_for()
        self.wait_for_text(self.page.get_by_test_id("verdict"), "It agrees")

    def test_joined_air_bags_explain_it_and_a_correction_is_taken_and_taken_back(self):
        job = self.drive("Heron", "result")
        self.wait_for_text(self.page.get_by_test_id("verdict"), "It is worse than predicted")
        explained = self.page.get_by_role("region", name="What would explain it")
        self.wait_for_text(explained.get_by_role("listitem").first, "air bags share one line")
        self.page.get_by_role("button", name="Correct the sheet by this").click()
        self.page.get_by_text("The sheet is corrected by the road").wait_for()
        self.assertEqual(self.sheet(job)["spring_correction"]["evidence"], "road_runs")
        self.page.keyboard.press("Control+z")
        self.page.get_by_role("button", name="Correct the sheet by this").wait_for()
        self.assertIsNone(self.sheet(job)["spring_correction"])

    def test_a_next_step_goes_to_the_bay_and_is_driven_again(self):
        job = self.drive("Gannet", "result")
        self.wait_for_text(self.page.get_by_test_id("verdict"), "It agrees")
        before = self.text("verdict")
        take = self.page.get_by_role("button", name="Take it to the bay: Rear links into hole 2")
        take.click()
        there = self.page.get_by_role("link", name="In the bay; drive again after it")
        there.wait_for()
        job.refresh_from_db()
        self.assertEqual(job.set_up["rear"]["fitted"]["hole"], 1)
        there.click()
        self.wait_for_text(self.page.locator("h1"), "Rear links into hole 2")
        self.drive("Gannet")
        self.page.get_by_role("button", name="Add a run after: gentle slalom").click()
        self.page.get_by_role("button", name="Let the stand-in drive it").click()
        self.page.get_by_role("region", name="A run").wait_for(state="detached")
        self.page.get_by_role("link", name="Did it hold?").click()
        self.wait_for_text(self.page.get_by_test_id("verdict"), "predicted")
        self.assertNotEqual(self.text("verdict"), before)

    def test_the_yard_test_after_each_part_tells_them_apart(self):
        self.drive("Gannet")
        for fitted, lean in (("as it stood", "2.0"), ("rear bar", "1.5")):
            form = self.page.get_by_text("Read one")
            form.click()
            self.page.get_by_label("How it stands").or_(
                self.page.get_by_label("What was fitted since")
            ).fill(fitted)
            self.page.get_by_label("Mass moved").fill("120")
            self.page.get_by_label("From the middle").fill("900")
            self.page.get_by_label("Lean to the right").fill(lean)
            self.page.get_by_label("Lean to the left").fill(lean)
            self.page.get_by_role("button", name="Keep the test").click()
            self.page.get_by_role("button", name=f"Take the test away: {fitted}").wait_for()
        table = self.page.get_by_role("table", name="Yard roll tests")
        self.wait_for_text(table, "25 % less than before")

    def test_bumps_before_and_after_are_laid_over_each_other_and_come_to_rest(self):
        self.drive("Gannet", "result")
        rests = self.page.get_by_role("region", name="At rest again after one-side bumps")
        self.wait_for_text(rests, "swings past centre")
        told = {
            run.when: run.answer["after_events"]["still_after_s"]
            for run in self.rows(Run).filter(
                job__vehicle__name="Gannet seedbank", manoeuvre=Manoeuvre.ONE_SIDE_BUMPS
            )
        }
        row = rests.get_by_role("row", name="at rest after")
        for when in ("before", "after"):
            band = (told[when]["high"] - told[when]["low"]) / 2
            digits = 1 if band >= 0.1 else 2
            shown = f"{told[when]['value']:.{digits}f} ± {band:.{digits}f} s"
            self.wait_for_text(row, shown)
        self.page.get_by_role("link", name="Trace", exact=True).click()
        self.page.get_by_role("combobox", name="Run").select_option("one-side bumps, after, simulated")
        self.page.get_by_text("at rest after").wait_for()
        over = self.page.get_by_role("combobox", name="Laid over it")
        over.select_option("one-side bumps, before, simulated")
        self.page.get_by_text("laid over it, before").wait_for()
        self.page.get_by_role("img", name="Side pull and lean").wait_for()

    def test_how_a_run_was_driven_is_put_right(self):
        self.drive("Gannet")
        self.page.get_by_text("not compared: the road was dry before and wet after.").wait_for()
        runs = self.page.get_by_role("table", name="Runs before and after")
        wet = runs.get_by_role("listitem").filter(has_text=", wet")
        wet.get_by_role("button", name="Put right").click()
        form = self.page.get_by_role("region", name="How it was driven")
        form.get_by_role("radio", name="Dry").click()
        form.get_by_role("button", name="Put it right").click()
        form.wait_for(state="detached")
        self.page.get_by_text("wet after").wait_for(state="detached")
        self.wait_for_text(runs, "7.6 ± 0.3")

    def test_the_trace_comes_nearer_and_moves_along_by_keys(self):
        self.drive("Gannet", "trace")
        trace = self.page.get_by_test_id("trace")
        trace.focus()

        def span():
            return [float(trace.get_attribute(f"data-{end}") or "") for end in ("from", "to")]

        whole = span()
        self.page.keyboard.press("+")
        nearer = span()
        self.assertAlmostEqual(nearer[1] - nearer[0], 0.7 * (whole[1] - whole[0]), 1)
        self.page.keyboard.press("ArrowRight")
        self.assertGreater(span()[0], nearer[0])
        self.page.keyboard.press("Home")
        self.assertEqual(span(), whole)

    def test_two_films_are_read_and_hold_the_truth_they_were_drawn_by(self):
        truth = json.loads((FILMS / "films.json").read_text())
        job = self.drive("Gannet", "films")
        for when in ("before", "after"):
            self.page.get_by_label(f"Film {when} the work").set_input_files(FILMS / f"{when}.webm")
            film = self.page.get_by_test_id(f"film-{when}")
            film.evaluate("film => { film.currentTime = 4.5 }")
            self.until(lambda film=film: film.evaluate("film => film.readyState") >= 2)
            self.page.get_by_role("button", name=f"Mark this instant {when}").click()
        self.page.get_by_text("mark at 4.50 s").nth(1).wait_for()
        self.page.get_by_role("button", name="Both from their marks").click()
        self.page.get_by_role("radio", name="⅛").click()
        self.page.get_by_role("button", name="One frame on").click()
        self.page.get_by_role("button", name="Freeze and measure").click()
        for when in ("before", "after"):
            picture = self.page.get_by_role("img", name=f"Frozen frame {when} with its lines")
            lean = math.radians(truth[f"{when}_deg"])
            middle, axis = truth["width"] / 2, truth["axis"]
            ends = [
                (
                    middle + side * math.cos(lean) - (truth["stripe"] - axis) * math.sin(lean),
                    axis + side * math.sin(lean) + (truth["stripe"] - axis) * math.cos(lean),
                )
                for side in (-truth["half"], truth["half"])
            ]
            self.click_on(picture, [*ends, (40, truth["ground"]), (1240, truth["ground"])])
            read = self.page.get_by_test_id(f"read-{when}")
            self.wait_for_text(read, "leans")
            angle, band = (
                float(one.rstrip("°")) for one in (read.text_content() or "")[6:].split(" ± ")
            )
            self.assertLess(abs(angle - truth[f"{when}_deg"]), band)
            self.assertLess(band, 1.0)
        self.page.get_by_role("button", name="Keep the frame").first.click()
        self.page.get_by_role("button", name="Kept").wait_for()
        frames = job.photos.filter(place__startswith="film")
        self.assertEqual([one.place for one in frames], ["film_before"])

    def click_on(self, picture, points):
        box = picture.bounding_box()
        scale = min(box["width"] / 1280, box["height"] / 720)
        left = (box["width"] - 1280 * scale) / 2
        for x, y in points:
            picture.click(position={"x": left + x * scale, "y": y * scale})

    def test_drive_keeps_the_rules_in_both_themes(self):
        for name, sheet, seen in (
            ("Gannet", "runs", "Slow first exit"),
            ("Heron", "result", "It is worse"),
            ("Gannet", "trace", "the fitted model"),
            ("Gannet", "films", "The films stay on this device"),
        ):
            self.drive(name, sheet)
            self.page.get_by_text(seen).first.wait_for()
            self.rules_kept(f"drive {sheet}")
        job = self.rows(Job).get(vehicle__name="Heron rescue", again_of=None)
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.page.goto(f"{self.live_server_url}/logger/{job.pk}")
        self.page.get_by_role("button", name="Start").wait_for()
        self.rules_kept("logger")


class PhoneTests(BrowserTestCase):
    at_yard = False

    def setUp(self):
        super().setUp()
        # A phone asks its owner.
        self.context.grant_permissions(["accelerometer", "gyroscope"])

    def samples(self, log):
        """A log as a phone's sensors send it: degrees a second, its own axes."""
        return [
            [float(at), float(side), 9.81, -math.degrees(rate), -math.degrees(yaw)]
            for at, side, rate, yaw in zip(
                log.time_s,
                log.lateral_acceleration_m_s2,
                log.roll_rate_rad_s,
                log.yaw_rate_rad_s,
                strict=True,
            )
        ]

    def test_a_run_whose_page_closed_on_the_road_is_on_the_phone_still(self):
        job = self.rows(Job).get(vehicle__name="Heron rescue", again_of=None)
        self.page.goto(f"{self.live_server_url}/logger/{job.pk}?when=after")
        self.page.get_by_label("Loaded").locator("option").first.wait_for(state="attached")
        self.page.get_by_role("button", name="Start").click()
        self.page.locator('[data-phase="still"]').wait_for()
        log = log_of(job)
        driven = self.samples(log)[: int(np.searchsorted(log.time_s, log.time_s[-1] - 30.0))]
        self.page.evaluate(SENDS, [driven, 1e7])
        self.page.locator('[data-phase="drive"]').wait_for()
        # Kept piece by piece: what is still on its way to the device is what is lost.
        self.page.wait_for_timeout(500)
        self.page.reload()
        left = self.page.get_by_role("region", name="A run that was cut off")
        last = len(driven) // KEPT_AT_ONCE * KEPT_AT_ONCE - 1
        self.wait_for_text(left, f"{driven[last][0] - driven[0][0]:.0f} s of it are on this phone")
        left.get_by_role("button", name="Keep what there is").click()
        left.wait_for(state="detached")
        kept = self.rows(Run).filter(log_name__startswith="phone")
        self.until(lambda: kept.exists())
        self.assertEqual(kept.get().answer["method"], "A")
        self.page.reload()
        self.page.get_by_role("button", name="Start").wait_for()
        self.assertEqual(left.count(), 0)

    def test_a_phone_logs_without_a_network_and_sends_it_later(self):
        job = self.rows(Job).get(vehicle__name="Heron rescue", again_of=None)
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.page.goto(f"{self.live_server_url}/logger/{job.pk}?when=after")
        # The sensors' own events first, as Chromium makes them of readings.
        sensors = self.page.context.new_cdp_session(self.page)
        for kind in ("accelerometer", "linear-acceleration", "gyroscope"):
            metadata = {"available": True, "maximumFrequency": 60}
            sensors.send(
                "Emulation.setSensorOverrideEnabled",
                {"enabled": True, "type": kind, "metadata": metadata},
            )
        self.page.get_by_label("Loaded").locator("option").first.wait_for(state="attached")
        self.expected = ("ERR_INTERNET_DISCONNECTED",)
        self.page.context.set_offline(True)
        self.page.get_by_role("button", name="Start").click()
        phase = self.page.get_by_test_id("phase")
        self.page.locator('[data-phase="still"]').wait_for()
        log = log_of(job, logger=Logger(lost=0.0, jitter_s=0.0), seed=5)
        rows = self.samples(log)
        for kind in ("accelerometer", "linear-acceleration", "gyroscope"):
            sensors.send(
                "Emulation.setSensorOverrideEnabled", {"enabled": False, "type": kind}
            )
        began = 1e7
        last = np.searchsorted(log.time_s, log.time_s[-1] - 20.0)
        self.page.evaluate(SENDS, [rows[:last], began])
        self.assertEqual(phase.get_attribute("data-phase"), "drive")
        self.page.get_by_role("button", name="It stands again").click()
        self.page.evaluate(SENDS, [[*rows[last:], [rows[-1][0] + 1, 0, 9.81, 0, 0]], began])
        self.page.locator('[data-phase="done"]').wait_for()
        self.assertEqual(self.rows(Run).filter(log_name__startswith="phone").count(), 0)
        self.page.context.set_offline(False)
        kept = self.rows(Run).filter(log_name__startswith="phone")
        self.until(lambda: kept.exists())
        run = kept.get()
        self.assertEqual((run.when, run.answer["method"]), ("after", "A"))
        stands = self.rows(Run).filter(job=job, when="before").first()
        off = run.told["gradient"]["value"] / stands.told["gradient"]["value"] - 1
        self.assertLess(abs(off), 0.06)
