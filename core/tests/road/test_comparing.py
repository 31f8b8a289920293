import unittest
from dataclasses import replace

import numpy as np

from axlecore.road.answer import answered
from axlecore.road.comparing import Conditions, compare
from axlecore.road.stand_in import Hidden
from axlecore.vehicle.loads import LoadKey
from tests.plain import plain
from tests.road import bumps, made

DRY = Conditions("gentle slalom", "dry", LoadKey.TRIP_READY, 12.5, 14.0, 450e3, 550e3)


class ComparingTests(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.runs = [made.run(gradient, hertz, 0.15) for gradient, hertz in ((9, 0.8), (6.3, 0.95))]
        cls.before, cls.after = (answered(made.by_roll_angle(run)) for run in cls.runs)

    def test_25_the_ratio_holds_in_its_interval(self):
        holds = 0
        for seed in range(8):
            pair = (
                answered(made.by_yaw_rate(run, 10 * seed + at), sensor_height_m=0.0)
                for at, run in enumerate(self.runs)
            )
            found = compare(*pair)
            self.assertEqual(found.comparable, [])
            self.assertAlmostEqual(found.ratio.value, 0.70, delta=0.03)
            holds += found.ratio.low <= 0.70 <= found.ratio.high
        self.assertGreaterEqual(holds, 7)

    def test_settling_and_swings_are_compared_too(self):
        found = compare(self.before, self.after)
        self.assertAlmostEqual(found.settling.value, 0.8 / 0.95, delta=0.02)
        self.assertEqual(found.swings, [4, 4])

    def test_what_does_not_hold_is_said_and_nothing_is_compared(self):
        wet = Conditions("known bend", "wet", LoadKey.EMPTY, 15.5, 14.0, 300e3, 550e3)
        found = compare(self.before, self.after, (DRY, wet))
        self.assertIsNone(found.ratio)
        said = plain(" | ".join(found.comparable))
        for words in ("known bend", "wet", "empty", "front tyres", "posted 50 km/h", "the speed"):
            self.assertIn(words, said)
        self.assertEqual(compare(self.before, self.after, (DRY, DRY)).comparable, [])

    def test_bends_that_hardly_overlap_and_another_vehicles_rocking(self):
        sharp = made.run(6.3, 0.95, 0.15, lambda t: 5.0 * np.sin(2 * np.pi * 0.25 * t))
        other = made.run(6.3, 1.9, 0.15)
        for run, words in ((sharp, "the bends went"), (other, "another vehicle")):
            found = compare(self.before, answered(made.by_roll_angle(run)))
            self.assertIsNone(found.ratio)
            self.assertIn(words, " ".join(found.comparable))

    def test_a_run_without_a_number_is_not_compared(self):
        small = answered(made.by_roll_angle(made.run(9, 0.8, 0.15, lambda t: 0.01 * np.sin(t))))
        found = compare(self.before, small)
        self.assertEqual(found.comparable, ["the run after gives no number"])

    def test_bumps_are_compared_by_how_soon_the_body_rests_after_them(self):
        before = bumps.answered_with(5)
        after = bumps.answered_with(6, hidden=Hidden(damping=1.5))
        found = compare(before, after)
        self.assertEqual(found.comparable, [])
        self.assertIsNone(found.ratio, "no bend was driven")
        self.assertLess(found.settling.value, 0.85)
        self.assertTrue(found.settling.low < 1 / 1.5 < found.settling.high)
        self.assertLess(found.swings[1], found.swings[0])
        slower = compare(before, after, (DRY, replace(DRY, speed_m_s=8.0)))
        self.assertIn("the speed", slower.comparable[0])
        self.assertIsNone(slower.settling)
