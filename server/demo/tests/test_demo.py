from collections import Counter
from datetime import date
from io import StringIO

from django.core.management import CommandError, call_command
from django.test import SimpleTestCase, TestCase
from django.utils import timezone

from aftercare.coming_back import due, then_and_now
from aftercare.troubles import found_here
from axlecore.aftercare.noises import Heard, Noticed, Since, likely
from axlecore.aftercare.prediction_record import prediction_record
from axlecore.bars.bar import bar_rates
from axlecore.bars.claims import audit
from axlecore.fasteners.torque import Lubrication, torque
from axlecore.lean.evaluate import evaluate
from axlecore.practice.look import LookOver
from axlecore.practice.partfit import part_fit
from axlecore.quantities.entry import walk
from axlecore.quantities.measure import Known
from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp
from bay.models import TorqueWrench
from bay.work import BayWork
from board.proposing import solved
from board.services import standing
from demo import predictions, scenario
from demo.come_back import BACK
from demo.driven import HOLDS, JOINED
from drive.models import Run
from drive.verdict import verdicts_of
from jobs.agreeing import last_agreement
from jobs.models import Job
from jobs.opened import opened
from jobs.work import Work
from photos.models import Photo
from racks.models import Part
from rigs.models import Vehicle
from shops.models import Shop


class ScenarioTests(SimpleTestCase):
    vehicles = {
        "planetarium": scenario.planetarium(),
        "clinic": scenario.clinic(),
        "hives": scenario.hives(),
        "lookout": scenario.lookout(),
        "bakery": scenario.bakery(),
        "kayaks": scenario.kayaks(),
    }

    def test_sheets_are_nearly_all_taken_not_defaulted(self):
        for name, sheet in self.vehicles.items():
            known = [found.known for _, _, found in walk(sheet)]
            self.assertLess(known.count(Known.DEFAULT) / len(known), 0.3, name)

    def test_every_vehicle_leans_like_its_kind(self):
        """Degrees per g, from a heavy pickup with stiff springs to a tall coach."""
        for name, (low, high) in {
            "planetarium": (10, 17),
            "clinic": (8, 16),
            "hives": (5, 10),
            "lookout": (4, 20),
            "bakery": (3, 8),
            "kayaks": (5, 13),
        }.items():
            for state in evaluate(self.vehicles[name], SetUp()).states:
                gradient = state.before.roll_gradient_rad_per_g * 57.29578
                self.assertTrue(low < gradient < high, f"{name} {state.key}: {gradient:.1f}")

    rack = [row.part for row in scenario.rack() if row.part is not None]

    def test_every_row_of_the_racks_is_read(self):
        self.assertEqual([row.line for row in scenario.rack() if row.complaints], [])

    def test_the_racks_hold_bars_and_kits_for_both_axles_from_soft_to_stiff(self):
        counted = Counter(part.kind.value for part in self.rack)
        self.assertTrue(counted["bar"] >= 60 and counted["kit"] >= 25, counted)
        bars = [part.bar for part in self.rack if part.bar]
        self.assertEqual({part.fits.axle for part in self.rack if part.bar}, {"front", "rear"})
        rates = bar_rates(bars, [0] * len(bars)) / 1e3
        self.assertTrue(20 < rates.min() < 60 and 300 < rates.max() < 600, rates)
        self.assertTrue(any(bar.bore_m.value > 0 for bar in bars))

    def test_the_bad_ones_are_bad_as_meant(self):
        """A claim that fits no reading, a torque over proof, a kit of the wrong weight variant."""
        by_number = {part.part_number: part for part in self.rack}
        standing = self.vehicles["planetarium"].rear.standard_bar
        claimed = by_number["MF-KR34"]
        said = audit(claimed.claimed_gain, standing.bar, 0, claimed.bar, 0)
        self.assertGreater(said.off_by, 0.5)
        self.assertIn("No reading makes the claim true", said.said)
        frame = by_number["MF-KF33"].torques[0]
        judged = torque(frame.size, frame.grade, Lubrication.DRY, frame.torque_n_m)
        self.assertEqual(judged.sheet_kind, "stop")
        light = part_fit(by_number["TM-KR35-L"], self.vehicles["planetarium"], LookOver(), End.REAR)
        self.assertIn("Wrong weight variant", light.reasons[0].text)


class LoadingTests(TestCase):
    @classmethod
    def setUpTestData(cls):
        call_command("load_demo", stdout=StringIO())

    def test_loading_twice_keeps_what_was_entered_in_between(self):
        Vehicle.objects.filter(name__startswith="Orrery").update(name="Renamed")
        call_command("load_demo", stdout=StringIO())
        self.assertEqual((Job.objects.count(), Part.objects.count()), (55, 142))
        self.assertTrue(Vehicle.objects.filter(name="Renamed").exists())

    def test_its_jobs_show_what_the_handling_of_findings_is_for(self):
        said = {
            job.vehicle.name.split()[0]: {
                finding.rule for finding in opened(job.pk, job.shop_id).assessment.findings
            }
            for job in Job.objects.select_related("vehicle")
        }
        self.assertIn("over_axle_rating", said["Tidewater"])
        self.assertLessEqual({"air_bags_connected", "gain_without_base"}, said["Hive"])
        self.assertIn("front_share_falls", said["Orrery,"])

    def test_jobs_wait_at_the_first_stations_each_by_its_own_line(self):
        stands = {
            job.vehicle.name.split()[0].strip(","): (job.kind, job.station)
            for job in Job.objects.filter(shelf="yard").select_related("vehicle").order_by("pk")
        }
        self.assertEqual(
            stands,
            {
                "Sandpiper": ("renew_links", "listen"),
                "Lantern": ("renew_bushings", "listen"),
                "Kelp": ("renew_bushings", "build"),
                "Drift": ("renew_links", "build"),
                "Crumb": ("link_length", "listen"),
                "Skerry": ("renew_links", "look"),
                "Bittern": ("upgrade", "look"),
                "Tidewater": ("upgrade", "weigh"),
                "Hive": ("upgrade", "fit"),
                "Orrery": ("upgrade", "choose"),
                "Gannet": ("upgrade", "hand_over"),
                "Heron": ("upgrade", "hand_over"),
                # Its re-check, which came last.
                "Turnstone": ("recheck", "look"),
            },
        )

    def test_the_desk_is_settled_as_the_scenario_says(self):
        shop = Shop.objects.get()
        work = {
            job.vehicle.name.split()[0].strip(","): Work(opened(job.pk, shop.pk))
            for job in Job.objects.filter(placing__isnull=False).select_related("vehicle")
        }
        board = solved(standing(shop).asked)
        self.assertEqual((len(board.jobs), shop.bays.count()), (8, 2))
        [late] = board.late
        self.assertEqual(late.key, str(work["Hive"].job.row.pk))
        self.assertIn("Its parts come on", late.says)
        # Heavy rust makes a wide quote, and nearly the same job without it a narrow one.
        wide, narrow = (
            band.p90 / band.p10 for band in (work["Skerry"].quote.hours, work["Drift"].quote.hours)
        )
        self.assertGreater(wide, 1.3 * narrow)
        self.assertEqual(last_agreement(work["Crumb"].job).way, "by link")
        steps = {step.key: step for step in work["Orrery"].plan.steps}
        self.assertIn(
            "Last time: scrapes the exhaust hanger", " ".join(steps["rear.bar.in"].cautions)
        )
        saddle = next(step for step in steps.values() if step.what.startswith("Tighten saddle"))
        self.assertIn("to 74 to 84 N·m", in_units(saddle.what, Units.METRIC))
        self.assertEqual(saddle.tools[0], "18 mm deep socket")

    def test_work_is_under_way_with_a_bolt_snapped_and_one_at_its_last_look(self):
        shop = Shop.objects.get()
        bays = {
            job.vehicle.name.split()[0]: BayWork(opened(job.pk, shop.pk))
            for job in Job.objects.filter(station="build").select_related("vehicle")
        }
        [snapped] = bays["Kelp"].job.row.snapped_bolts.all()
        self.assertIn(f"{snapped.step}.snapped.0", [step.key for step in bays["Kelp"].steps])
        self.assertEqual(bays["Drift"].progress.next, "all.tidy")
        # Its owner was asked again once the bolt was off, and signed for more than before.
        first, again = bays["Kelp"].job.row.agreements.order_by("pk")
        self.assertEqual((first.way, again.way), ("in person", "signed here"))
        self.assertGreater(again.up_to_cents, first.up_to_cents)
        self.assertLess(first.up_to_cents, bays["Kelp"].work.quote.price.p50 * 100)
        rows = [row for joint in bays["Drift"].joints.values() for row in joint.rows]
        self.assertTrue(any(row.supersedes_id for row in rows))
        due = TorqueWrench.objects.filter(due_on__lt=timezone.localdate())
        self.assertEqual(due.count(), 1)

    def test_two_are_driven_one_as_predicted_and_one_whose_air_bags_are_joined(self):
        jobs = {job.vehicle.name: opened(job.pk, job.shop_id) for job in Job.objects.all()}
        holds, joined = (verdicts_of(jobs[name]) for name in (HOLDS, JOINED))
        self.assertEqual((holds.judged.verdict, joined.judged.verdict), ("agrees", "worse"))
        first = joined.judged.explanations[0]
        self.assertEqual((first.key, first.explains), ("air_bags", True))
        apart = [one.comparison.comparable for one in holds.compared]
        self.assertEqual(apart, [[], ["the road was dry before and wet after"], []])
        self.assertTrue(all(run.simulated for run in Run.objects.all()))

    def test_what_came_back_is_due_has_fallen_and_clunks(self):
        shop = Shop.objects.get()
        overdue = [
            (one.giving.job.vehicle.name, one.visit.number) for one in due(shop, date.today())
        ]
        self.assertEqual(overdue, [(HOLDS, 1), (JOINED, 2)])
        again = Job.objects.get(vehicle__name=BACK, kind="recheck")
        rows = then_and_now(opened(again.pk, shop.pk))
        self.assertEqual(
            [(row.joint, row.bolt) for row in rows if row.reopens], [("rear.u_bolts.torque", 2)]
        )
        clunk = Job.objects.get(number=101).troubles_after.get()
        first = likely(
            Noticed(clunk.trouble), Heard(clunk.heard), Since(clunk.since), found_here(shop)
        )[0]
        self.assertEqual(first.cause.key, "link_joint")

    def test_the_record_is_worked_out_by_core_and_misses_one_class(self):
        rows = predictions.kept()
        self.assertEqual(len(rows), predictions.JOBS)
        again = predictions.job_of(rows[2].job)
        for name in ("predicted", "measured"):
            for one in ("low", "value", "high"):
                now, was = (getattr(getattr(row, name), one) for row in (again, rows[2]))
                # A processor rounds as it does: no record is the same to the last digit.
                self.assertAlmostEqual(now, was, places=4, msg=(name, one))
        record = prediction_record(rows)
        (miss,) = record.misses
        self.assertIn("stripped chassis", miss.says)
        (offer,) = record.offers
        self.assertTrue(offer.factor.low < 0.88 < offer.factor.high)
        self.assertGreater(record.held / record.jobs, 0.9)

    def test_readings_follow_and_pictures_are_kept(self):
        orrery = Job.objects.get(vehicle__name__startswith="Orrery")
        says = opened(orrery.pk, orrery.shop_id).practice
        self.assertEqual(says.offers.troubles, [])
        offered = {offer.key.partition(":")[0] for offer in says.offers.offers}
        self.assertLessEqual({"caliper", "height_by_lift", "calibrate_springs"}, offered)
        self.assertGreaterEqual(Photo.objects.count(), 10)
        self.assertTrue(orrery.photos.get(place="side").marks)


class ShapesTests(SimpleTestCase):
    def test_what_the_web_is_generated_from_is_current(self):
        try:
            call_command("export_shapes", "--check")
        except CommandError as error:
            self.fail(str(error))
