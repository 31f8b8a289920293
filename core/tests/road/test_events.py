import unittest
from dataclasses import replace

import numpy as np

from axlecore.road.answer import answered
from axlecore.road.driving import Manoeuvre
from axlecore.road.judging import of_this_vehicle
from axlecore.road.predicted import rocks_of
from axlecore.road.stand_in import Hidden
from axlecore.vehicle.rig import SetUp
from tests.rigs import vehicle_c
from tests.road import bumps, made

#: `bench/road.py` drives more; of these so many intervals have to hold.
SEEDS, HOLD = range(12), 0.8


class EventTests(unittest.TestCase):
    def test_24_after_a_step(self):
        run = made.run(9.0, 0.90, 0.13, lambda t: 3.0 if t < 30 else 0.0)
        chance = np.random.default_rng(1)
        log = made.by_roll_angle(run)
        log = replace(
            log, roll_angle_rad=log.roll_angle_rad + chance.normal(0, 1e-4, len(run.time_s))
        )
        found = answered(log).answer.after_events
        self.assertAlmostEqual(found.frequency_hz.value, 0.90, delta=0.009)
        self.assertAlmostEqual(found.damping_ratio.value, 0.13, delta=0.0065)
        self.assertEqual(found.swings, 5)
        self.assertTrue(found.frequency_hz.low < 0.90 < found.frequency_hz.high)
        self.assertAlmostEqual(found.still_after_s.value, 3.13, delta=0.2)

    def test_bumps_on_one_side_tell_the_hidden_vehicle_though_no_bend_was_driven(self):
        rocks = rocks_of(vehicle_c(), SetUp(), bumps.STATE)
        hertz, damping = float(rocks.frequency_hz[0]), float(rocks.damping_ratio[0])
        told = [bumps.answered_with(seed).answer for seed in SEEDS]
        found = [one.after_events for one in told if one.after_events is not None]
        self.assertGreaterEqual(len(found), HOLD * len(told))
        for one in found:
            self.assertAlmostEqual(one.frequency_hz.value / hertz, 1, delta=0.03)
            self.assertEqual(len(one.at_s), 6)
        holds = [one.damping_ratio.low < damping < one.damping_ratio.high for one in found]
        self.assertGreaterEqual(np.mean(holds), HOLD)
        self.assertTrue(all("m/s² only" in one.refused[0] for one in told))

    def test_in_a_gust_of_seconds_a_body_follows_the_wind_and_tells_nothing(self):
        for seed in range(3):
            found = bumps.answered_with(seed, manoeuvre=Manoeuvre.GUST_PLACE)
            self.assertIsNone(found.answer.after_events)

    def test_what_rocks_like_another_vehicle_is_left_out_and_said(self):
        found = bumps.answered_with(1)
        self.assertEqual(of_this_vehicle(found, vehicle_c(), SetUp(), bumps.STATE), found)
        other = bumps.answered_with(1, hidden=Hidden(inertia=0.2))
        left = of_this_vehicle(other, vehicle_c(), SetUp(), bumps.STATE).answer
        self.assertIsNotNone(other.answer.after_events)
        self.assertIsNone(left.after_events)
        self.assertIn("another vehicle", left.assumed[-1])
