"""The handbook's worked cases 12, 13 and 16, and limits."""

import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.motion.response import (
    body_inertia,
    damping_from_swings,
    read_rocking,
    rocking,
    roll_inertia,
)
from tests.validation.test_worked_cases import vehicle_c

STANDARD, HEAVIER = 128.4e3, 284.7e3
DAMPING = np.full((1, 2), 7500.0)


class RockingTests(unittest.TestCase):
    def rock(self, bars, damping=DAMPING):
        model = vehicle_c(bars)
        return rocking(model, roll_inertia(model, 6400.0), damping)

    def test_case_12_inertia_about_the_roll_axis(self):
        np.testing.assert_allclose(roll_inertia(vehicle_c(STANDARD), 6400.0), 8524, rtol=1e-3)

    def test_cases_12_and_13_frequency_damping_and_swings(self):
        for bars, frequency, ratio, swings in (
            (STANDARD, 0.779, 0.150, 4),
            (STANDARD + HEAVIER, 0.980, 0.110, 6),
            (HEAVIER, 0.899, 0.124, 5),
        ):
            found = self.rock(bars)
            np.testing.assert_allclose(found.frequency_hz, frequency, atol=6e-4)
            np.testing.assert_allclose(found.damping_ratio, ratio, atol=6e-4)
            self.assertEqual(found.swings.tolist(), [swings])

    def test_case_16_overshoot(self):
        np.testing.assert_allclose(self.rock(STANDARD).overshoot, 0.622, atol=1e-3)
        np.testing.assert_allclose(self.rock(STANDARD + HEAVIER).overshoot, 0.706, atol=1e-3)

    def test_hardly_any_damping_rocks_for_ever_at_the_stiffness_over_the_inertia(self):
        model = vehicle_c(STANDARD)
        found = self.rock(STANDARD, np.full((1, 2), 1.0))
        self.assertLess(found.damping_ratio[0], 1e-4)
        # Tyres in series with each axle's suspension, less gravity on the body.
        tyres = model.tyre_n_m_per_rad - 9.80665 * model.axle_sprung_mass_kg * [[0.52, 0.72]]
        springs = model.suspension_n_m_per_rad
        stiffness = (springs * tyres / (springs + tyres)).sum() - 5200 * 9.80665 * model.arm_m[0]
        self.assertAlmostEqual(found.frequency_hz[0], np.sqrt(stiffness / 8524) / 2 / np.pi, 3)

    def test_what_cannot_rock_is_an_error_by_name(self):
        for field, inertia, damping in (
            ("inertia_kg_m2", 0.0, DAMPING),
            ("damping_n_m_s_per_rad", 8000.0, -DAMPING),
            ("damping_n_m_s_per_rad", 8000.0, DAMPING * np.nan),
        ):
            with self.assertRaises(InputError) as caught:
                rocking(vehicle_c(STANDARD), [inertia], damping)
            self.assertEqual(caught.exception.field, field)

    def test_log_decrement_of_a_swing_that_halves(self):
        """Rao, table of halvings: a swing that halves each time has ζ = 0.1097."""
        self.assertAlmostEqual(damping_from_swings(2.0, 1.0, 1), 0.1097, 4)
        self.assertAlmostEqual(damping_from_swings(4.0, 1.0, 2), damping_from_swings(2, 1, 1))
        with self.assertRaises(InputError):
            damping_from_swings(1.0, 1.0, 1)

    def test_a_square_box_has_a_sixth_of_its_mass_times_its_side_squared(self):
        self.assertAlmostEqual(float(body_inertia(600.0, 2.0, 2.0)), 400.0)


class LogTests(unittest.TestCase):
    def log(self, frequency, ratio, noise=0.0, offset=0.01):
        time = np.arange(0, 8, 0.02)
        omega = 2 * np.pi * frequency
        roll = 0.03 * np.exp(-ratio * omega * time) * np.cos(omega * time) + offset
        return time, roll + np.random.default_rng(7).normal(0, noise, len(time))

    def test_frequency_and_decrement_come_back_from_a_made_log(self):
        found = read_rocking(*self.log(0.8, 0.1, noise=1e-4))
        self.assertAlmostEqual(found.frequency_hz, 0.8, 1)
        ratio = damping_from_swings(
            found.first_swing_rad, found.later_swing_rad, found.half_swings_between / 2
        )
        self.assertAlmostEqual(ratio, 0.1, 1)

    def test_a_log_without_swings_is_refused(self):
        with self.assertRaises(InputError) as caught:
            read_rocking(np.arange(0, 4, 0.02), np.full(200, 0.01))
        self.assertEqual(caught.exception.field, "roll_rad")
