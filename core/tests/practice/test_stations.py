import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.fitup.schools import SCHOOLS, settled
from axlecore.practice.checks import Papers
from axlecore.practice.classes import class_vehicle
from axlecore.practice.finding import Finding, Kind
from axlecore.practice.findings import assess
from axlecore.practice.gates import gates
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver, PartCheck, Rating, Rust, parts_to_see
from axlecore.practice.stations import STATIONS_OF, JobKind, Station, next_station
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.rig import RigKind, SetUp
from tests.practice.test_listen import complaint
from tests.rigs import vehicle_c


def gate(station, kind=JobKind.UPGRADE, vehicle=None, said=None, look=None):
    vehicle = vehicle or vehicle_c()
    findings = assess(vehicle, SetUp()).findings
    found = gates(Papers(kind, vehicle, said or Complaint(), look or LookOver(), findings))
    return next(gate for gate in found if gate.station is station)


def unmet(found):
    return {check.key for check in found.checks if not check.met}


class LineTests(unittest.TestCase):
    def test_nobody_weighs_a_vehicle_to_renew_a_link(self):
        self.assertEqual(STATIONS_OF[JobKind.UPGRADE], tuple(Station))
        for kind in JobKind:
            if kind is not JobKind.UPGRADE:
                self.assertNotIn(Station.WEIGH, STATIONS_OF[kind])
            self.assertIn(Station.LOOK, STATIONS_OF[kind])
            self.assertEqual(STATIONS_OF[kind][-1], Station.HAND_OVER)

    def test_a_job_goes_on_to_the_next_station_of_its_kind(self):
        self.assertEqual(next_station(JobKind.UPGRADE, Station.LISTEN), Station.WEIGH)
        self.assertEqual(next_station(JobKind.RENEW_LINKS, Station.LISTEN), Station.LOOK)
        self.assertEqual(next_station(JobKind.RENEW_LINKS, Station.LOOK), Station.FIT)
        # A short job that was once an upgrade may stand where its line does not stop.
        self.assertEqual(next_station(JobKind.RECHECK, Station.WEIGH), Station.LOOK)
        self.assertIsNone(next_station(JobKind.UPGRADE, Station.HAND_OVER))


class ListenGateTests(unittest.TestCase):
    def test_an_upgrade_needs_words_picks_and_a_verdict(self):
        self.assertEqual(unmet(gate(Station.LISTEN)), {"said", "picked", "cure"})
        said = complaint(words="leans", symptoms__leans_in_bend="clear", verdict="accepted")
        self.assertTrue(gate(Station.LISTEN, said=said).open)

    def test_a_short_job_needs_words_only(self):
        said = complaint(words="clunks")
        self.assertTrue(gate(Station.LISTEN, JobKind.RENEW_LINKS, said=said).open)


class WeighGateTests(unittest.TestCase):
    def test_a_measured_vehicle_passes_and_a_class_default_does_not(self):
        self.assertTrue(gate(Station.WEIGH).open)
        found = gate(Station.WEIGH, vehicle=class_vehicle(RigKind.PICKUP))
        self.assertEqual(
            unmet(found), {"weighed", "rated", "sized", "centred", "front_bar", "rear_bar"}
        )
        self.assertTrue(found.overridable)

    def test_over_a_rating_cannot_be_overridden(self):
        heavy = replace(vehicle_c(), rating_kg=Measured(5000.0, Known.PLATE))
        found = gate(Station.WEIGH, vehicle=heavy)
        self.assertEqual(unmet(found), {"within"})
        self.assertFalse(found.overridable)

    def test_a_vehicle_that_falls_over_cannot_go_on(self):
        stop = Finding("unstable", Kind.STOP, "It falls.", "", "", "", "wheelbase_m")
        found = gates(Papers(JobKind.UPGRADE, vehicle_c(), Complaint(), LookOver(), [stop]))[1]
        self.assertEqual((unmet(found), found.overridable), ({"stands"}, False))


class LookGateTests(unittest.TestCase):
    def seen(self, **changes):
        parts = {part.key: PartCheck(Rating.GOOD) for part in parts_to_see(vehicle_c())}
        return LookOver(parts | changes, rust=Rust.LIGHT)

    def test_every_part_and_the_rust_are_rated(self):
        self.assertEqual(unmet(gate(Station.LOOK)), {"seen", "rust"})
        self.assertTrue(gate(Station.LOOK, look=self.seen()).open)

    def test_a_stop_under_the_vehicle_cannot_be_overridden(self):
        found = gate(Station.LOOK, look=self.seen(rear_spring_left=PartCheck(Rating.STOP)))
        self.assertEqual((unmet(found), found.overridable), ({"no_stop"}, False))
        self.assertEqual(found.checks[-1].place, "parts.rear_spring_left")

    def test_a_part_to_replace_does_not_hold_the_job(self):
        look = self.seen(rear_spring_left=PartCheck(Rating.REPLACE))
        self.assertTrue(gate(Station.LOOK, look=look).open)


class SchoolTests(unittest.TestCase):
    def test_defaults_hold_until_a_school_is_chosen(self):
        self.assertEqual(settled({})["attitude"], "least_change")
        self.assertEqual(settled({"hole": "softest"})["hole"], "softest")
        for school in SCHOOLS:
            self.assertIn(school.default, school.options)
            self.assertTrue(school.why)

    def test_an_unknown_school_is_refused_by_its_matter(self):
        for chosen, field in (({"hole": "any"}, "hole"), ({"colour": "red"}, "colour")):
            with self.assertRaises(InputError) as caught:
                settled(chosen)
            self.assertEqual(caught.exception.field, field)
