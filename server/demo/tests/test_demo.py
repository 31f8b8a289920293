from io import StringIO

from django.core.management import CommandError, call_command
from django.test import SimpleTestCase, TestCase

from axlecore.bar import bar_rates
from axlecore.entry import walk
from axlecore.evaluate import evaluate
from axlecore.measure import Known
from axlecore.rig import SetUp
from demo import scenario
from jobs.gates import assess_job, practice_of
from jobs.models import Job
from photos.models import Photo
from racks.models import RackBar
from rigs.models import Vehicle


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
            "planetarium": (12, 20), "clinic": (8, 16), "hives": (5, 10),
            "lookout": (4, 20), "bakery": (3, 8), "kayaks": (5, 13),
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
        self.assertEqual((Job.objects.count(), RackBar.objects.count()), (6, 24))
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

    def test_jobs_wait_at_the_first_stations_each_by_its_own_line(self):
        call_command("load_demo", stdout=StringIO())
        stands = {
            job.vehicle.name.split()[0].strip(","): (job.kind, job.station)
            for job in Job.objects.select_related("vehicle")
        }
        self.assertEqual(
            stands,
            {
                "Crumb": ("link_length", "listen"), "Skerry": ("renew_links", "look"),
                "Bittern": ("upgrade", "look"), "Tidewater": ("upgrade", "weigh"),
                "Hive": ("upgrade", "choose"), "Orrery": ("upgrade", "choose"),
            },
        )  # fmt: skip

    def test_readings_follow_and_pictures_are_kept(self):
        call_command("load_demo", stdout=StringIO())
        orrery = Job.objects.get(vehicle__name__startswith="Orrery")
        says = practice_of(orrery)
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
