import unittest

from axlecore.choosing.ranking import Wishes, rank
from axlecore.choosing.sets import KEEP, Candidate
from axlecore.errors import SeveralInputsError
from axlecore.lean.uncertainty import certainty
from axlecore.practice.first_answer import BarSeen, first_answer, taken_in
from axlecore.quantities.measure import Known
from axlecore.vehicle.axle import new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, RigKind, SetUp

LOADS = (
    ("load_states.0.front_kg", "6,600 lb", Known.MEASURED, False),
    ("load_states.0.rear_kg", "6400 kg", Known.MEASURED, False),
)
BAR = "rear.standard_bar.bar.outside_diameter_m"
CALIPER = (BAR, '1 1/4"', Known.MEASURED, False)
BOTH_SOLID = {End.FRONT: BarSeen.SOLID, End.REAR: BarSeen.SOLID}


def answer(bars, *entries):
    vehicle = taken_in(RigKind.MOTORHOME, (*LOADS, *entries), bars)
    axle = vehicle.rear
    stiff = Candidate("second bar", price=500.0)
    if axle.standard_bar is not None:
        fitted = new_bar(axle, axle.standard_bar.bar)
        stiff = Candidate("second bar", Action.SUPPLEMENT, fitted, 500.0, 3.0)
    ranking = rank(vehicle, [Candidate(KEEP)], [Candidate(KEEP), stiff], Wishes(lean_rad=0.01))
    return first_answer(vehicle, bars, ranking, 0)


class FirstAnswerTests(unittest.TestCase):
    def test_every_measurement_narrows_the_band_and_its_driver_is_named(self):
        unseen, seen = answer({}), answer(BOTH_SOLID, CALIPER)
        self.assertEqual(unseen.unseen, [End.FRONT, End.REAR])
        self.assertEqual(seen.unseen, [])
        self.assertLess(seen.high_rad - seen.low_rad, unseen.high_rad - unseen.low_rad)
        widest = seen.drivers[0].place
        known = answer(BOTH_SOLID, CALIPER, (widest, "1290 mm", Known.MEASURED, False))
        self.assertNotIn(widest, [one.place for one in known.drivers])
        self.assertLess(known.high_rad - known.low_rad, seen.high_rad - seen.low_rad)

    def test_nobody_looked_reaches_to_the_lean_without_a_bar(self):
        none = dict.fromkeys(End, BarSeen.NONE)
        bare = certainty(taken_in(RigKind.MOTORHOME, LOADS, none), SetUp(), LoadKey.TRIP_READY)
        self.assertAlmostEqual(answer({}).high_rad, bare.lean_rad + bare.band_rad)
        self.assertAlmostEqual(answer(none).lean_rad, bare.lean_rad)

    def test_a_hollow_bar_leans_more_than_a_solid_one_of_its_diameter(self):
        hollow = {**BOTH_SOLID, End.REAR: BarSeen.HOLLOW}
        self.assertGreater(answer(hollow, CALIPER).lean_rad, answer(BOTH_SOLID, CALIPER).lean_rad)

    def test_sets_worth_a_look_say_what_they_fail(self):
        first = answer(BOTH_SOLID, CALIPER)
        self.assertEqual({one.rear for one in first.sets}, {"second bar", KEEP})
        self.assertTrue(all("asked" in one.failed[0] for one in first.sets))
        self.assertIn("Nothing meets every wish", first.why)

    def test_a_caliper_reading_of_a_bar_that_is_not_there_is_left_out(self):
        nonsense = (BAR, "thick", Known.MEASURED, False)
        bars = {End.REAR: BarSeen.NONE}
        self.assertIsNone(taken_in(RigKind.VAN, [nonsense], bars).rear.standard_bar)
        with self.assertRaises(SeveralInputsError):
            taken_in(RigKind.VAN, [nonsense], {End.REAR: BarSeen.SOLID})
