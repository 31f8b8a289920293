"""Page 7's worked cases through the whole way from a log to its numbers, and what is refused."""

import math
import unittest
from dataclasses import replace

import numpy as np

from axlecore.road.answer import answer
from axlecore.road.log import RoadLog
from tests.road import made

#: Of so many seeds at least so many intervals hold: 95 of 100, less what chance may take.
SEEDS, HOLD = 12, 10


class WorkedCases(unittest.TestCase):
    def test_22_a_brisk_slalom_by_a_roll_angle(self):
        found = answer(made.by_roll_angle(made.run(9.0, 0.8, 0.15)), sensor_height_m=0.0)
        self.assertEqual((found.method, found.refused), ("B", []))
        self.assertAlmostEqual(found.roll_gradient_deg_per_g.value, 9.0, delta=0.045)
        self.assertAlmostEqual(found.natural_frequency_hz.value, 0.8, delta=0.004)
        self.assertAlmostEqual(found.damping_ratio.value, 0.15, delta=0.00075)
        self.assertAlmostEqual(found.straight_line_deg_per_g, 9.9, delta=0.2)

    def test_23_noise_bias_and_a_crooked_mounting_by_a_roll_rate(self):
        true = made.run(9.0, 0.8, 0.15)
        holds = 0
        for seed in range(SEEDS):
            found = answer(made.by_roll_rate(true, seed), sensor_height_m=0.0)
            gradient = found.roll_gradient_deg_per_g
            self.assertAlmostEqual(gradient.value, 9.0, delta=0.27)
            holds += gradient.low <= 9.0 <= gradient.high
        self.assertGreaterEqual(holds, HOLD)


class WhatIsNotTold(unittest.TestCase):
    def test_a_slow_run_tells_the_gradient_and_not_how_the_body_rocks(self):
        slow = made.run(9.0, 1.2, 0.3, lambda t: 2.0 * math.sin(2 * math.pi * 0.03 * t) ** 3)
        chance = np.random.default_rng(3)
        log = made.by_roll_angle(slow)
        log = replace(
            log, roll_angle_rad=log.roll_angle_rad + chance.normal(0, 0.01, len(log.time_s))
        )
        found = answer(log, sensor_height_m=0.0)
        self.assertAlmostEqual(found.roll_gradient_deg_per_g.value, 9.0, delta=0.3)
        self.assertIsNone(found.damping_ratio)

    def test_what_was_assumed_is_in_the_answer(self):
        found = answer(made.by_roll_angle(made.run(9.0, 0.8, 0.15)), ["said before"])
        self.assertEqual(found.assumed[0], "said before")
        self.assertIn("roll axis", " ".join(found.assumed))
        self.assertIn("5 Hz", " ".join(found.assumed))


class Refused(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.log = made.by_roll_angle(made.run(9.0, 0.8, 0.15))

    def refused(self, log, words):
        found = answer(log)
        self.assertIsNone(found.roll_gradient_deg_per_g)
        self.assertIn(words, " ".join(found.refused))

    def test_no_standing_still(self):
        driven = slice(2500, 7500)
        self.refused(
            RoadLog(
                self.log.time_s[driven],
                lateral_acceleration_m_s2=self.log.lateral_acceleration_m_s2[driven],
                roll_angle_rad=self.log.roll_angle_rad[driven],
            ),
            "never stands still",
        )

    def test_units_that_were_taken_for_others(self):
        lateral, roll = self.log.lateral_acceleration_m_s2, self.log.roll_angle_rad
        for changed, words in (
            ({"lateral_acceleration_m_s2": lateral / 9.80665}, "g"),
            ({"roll_angle_rad": np.degrees(roll)}, "degrees"),
            ({"roll_angle_rad": -roll}, "sign"),
        ):
            self.refused(replace(self.log, **changed), words)

    def test_bends_too_small_time_backwards_and_nothing_that_tells_lean(self):
        lateral, roll = self.log.lateral_acceleration_m_s2, self.log.roll_angle_rad
        small = {"lateral_acceleration_m_s2": lateral / 20, "roll_angle_rad": roll / 20}
        self.refused(replace(self.log, **small), "m/s² only")
        self.refused(replace(self.log, time_s=self.log.time_s[::-1].copy()), "runs backwards")
        self.refused(RoadLog(self.log.time_s, lateral_acceleration_m_s2=lateral), "none of these")
