from io import StringIO

from django.core.management import CommandError, call_command
from django.test import SimpleTestCase, TestCase

from axlecore.bar import bar_rates
from axlecore.entry import walk
from axlecore.evaluate import evaluate
from axlecore.measure import Known
from axlecore.rig import SetUp
from demo import scenario
from jobs.models import Job
from jobs.services import assess_job
from racks.models import RackBar
from rigs.models import Vehicle


class ScenarioTests(SimpleTestCase):
    vehicles = {
        "planetarium": scenario.planetarium(),
        "clinic": scenario.clinic(),
        "hives": scenario.hives(),
    }

    def test_sheets_are_nearly_all_taken_not_defaulted(self):
        for name, sheet in self.vehicles.items():
            known = [found.known for _, _, found in walk(sheet)]
            self.assertLess(known.count(Known.DEFAULT) / len(known), 0.3, name)

    def test_every_vehicle_leans_like_its_kind(self):
        """Degrees per g, from a heavy pickup with stiff springs to a tall coach."""
        for name, (low, high) in {
            "planetarium": (12, 20), "clinic": (8, 16), "hives": (5, 10),
        }.items():  # fmt: skip
            for state in evaluate(self.vehicles[name], SetUp()).states:
                gradient = state.before.roll_gradient_rad_per_g * 57.29578
                self.assertTrue(low < gradient < high, f"{name} {state.key}: {gradient:.1f}")

    def test_the_rack_holds_bars_for_both_axles_from_soft_to_stiff(self):
        rows = scenario.rack()
        self.assertGreaterEqual(len(rows), 24)
        self.assertEqual({row["fits_axle"] for row, _ in rows}, {"front", "rear"})
        rates = bar_rates([bar for _, bar in rows], [0] * len(rows)) / 1e3
        self.assertTrue(40 < rates.min() < 80 and 300 < rates.max() < 600, rates)

    def test_tubes_are_among_them(self):
        self.assertTrue(any(bar.bore_m.value > 0 for _, bar in scenario.rack()))


class LoadingTests(TestCase):
    def test_loading_twice_keeps_what_was_entered_in_between(self):
        call_command("load_demo", stdout=StringIO())
        Vehicle.objects.filter(name__startswith="Orrery").update(name="Renamed")
        call_command("load_demo", stdout=StringIO())
        self.assertEqual((Job.objects.count(), RackBar.objects.count()), (3, 24))
        self.assertTrue(Vehicle.objects.filter(name="Renamed").exists())

    def test_its_jobs_show_what_the_handling_of_findings_is_for(self):
        call_command("load_demo", stdout=StringIO())
        said = {
            job.vehicle.name.split()[0]: {finding.rule for finding in assess_job(job).findings}
            for job in Job.objects.select_related("vehicle")
        }
        self.assertIn("over_axle_rating", said["Tidewater"])
        self.assertLessEqual({"air_bags_connected", "gain_without_base"}, said["Hive"])
        self.assertIn("front_share_falls", said["Orrery,"])


class ShapesTests(SimpleTestCase):
    def test_what_the_web_is_generated_from_is_current(self):
        try:
            call_command("export_shapes", "--check")
        except CommandError as error:
            self.fail(str(error))
