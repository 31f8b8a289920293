import unittest
from dataclasses import replace

import numpy as np

from axlecore.errors import InputError
from axlecore.lean.evaluate import evaluate
from axlecore.lean.mass_shift import lean_under_moment, standing_model
from axlecore.lean.monte_carlo import bands
from axlecore.lean.steady import solve
from axlecore.motion.response import damping_from_swings, read_rocking
from axlecore.motion.roll_test import calibrate, report
from axlecore.practice.findings import findings
from axlecore.quantities.entry import enter, fit_part
from axlecore.quantities.measure import Known, Measured
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import RollTest
from axlecore.vehicle.rig import SetUp
from tests.rigs import m, vehicle_c
from tests.validation.test_worked_cases import vehicle_c as worked_vehicle_c


def degrees(value):
    return Measured(np.radians(value), tolerance=np.radians(0.02))


def tested(vehicle, lean_right, lean_left, **more):
    test = RollTest(
        mass_kg=m(320.0),
        moved_m=m(1.8),
        lean_right_rad=degrees(lean_right),
        lean_left_rad=degrees(lean_left),
        **more,
    )
    return replace(vehicle, roll_test=test)


class RollTestTests(unittest.TestCase):
    def test_case_15_a_mass_moved_sideways(self):
        moment = 320 * GRAVITY_M_S2 * 1.8
        for bars, lean in ((128.4e3, 1.598), (128.4e3 + 284.7e3, 1.010)):
            answer = solve(worked_vehicle_c(bars), 0.0, body_moment_n_m=moment)
            np.testing.assert_allclose(np.degrees(answer.lean_rad), lean, rtol=1e-3)

    def test_both_directions_are_averaged_and_their_difference_is_said(self):
        says = report(tested(vehicle_c(), 1.9, 1.7))
        self.assertAlmostEqual(np.degrees(says.read_lean_rad), 1.8)
        self.assertAlmostEqual(np.degrees(says.friction_lean_rad), 0.1)

    def test_calibrating_makes_the_model_lean_as_read(self):
        true = replace(vehicle_c(), spring_correction=Measured(1.23))
        lean = np.degrees(lean_under_moment(standing_model(true, 0), 320 * GRAVITY_M_S2 * 1.8)[0])
        found = calibrate(tested(vehicle_c(), lean + 0.05, lean - 0.05))
        self.assertAlmostEqual(found.spring_correction.value, 1.23, 3)
        self.assertGreater(found.spring_correction.tolerance, 0.001)
        self.assertIsNone(found.roll_inertia_kg_m2)

    def test_a_test_that_fixes_the_springs_to_five_per_cent_narrows_the_lean_as_much(self):
        vague = fit_part(vehicle_c(), "front.spring_rate_n_per_m", Measured(210e3, tolerance=60e3))
        vague = fit_part(vague, "rear.spring_rate_n_per_m", Measured(210e3, tolerance=60e3))
        lean = np.degrees(lean_under_moment(standing_model(vague, 0), 320 * GRAVITY_M_S2 * 1.8)[0])
        read = Measured(np.radians(lean), tolerance=0.05 * np.radians(lean))
        test = replace(tested(vague, lean, lean).roll_test, lean_right_rad=read, lean_left_rad=read)
        known = replace(vague, roll_test=test)
        known = replace(known, spring_correction=calibrate(known).spring_correction)

        def width(vehicle):
            found = bands(vehicle, SetUp(), LoadKey.TRIP_READY, np.random.default_rng(3), 4000)
            lean = next(band for band in found if band.name == "lean before")
            return (lean.high - lean.low) / lean.value

        before, after = width(vague), width(known)
        # Lean goes as one over stiffness: five per cent on the reading is five on the lean,
        # either way, a little less for both directions being averaged.
        self.assertGreater(before, 0.25)
        self.assertLess(after, 0.5 * before)
        self.assertAlmostEqual(after, 2 * 0.05 / np.sqrt(2), delta=0.05)

    def test_inertias_band_holds_the_truth_in_ninety_of_a_hundred_tests(self):
        """Made-up tests of one vehicle of known inertia, each reading off by its own noise."""
        truth = replace(
            vehicle_c(), roll_inertia_kg_m2=m(3600.0), roll_damping_n_m_s_per_rad=m(7000.0)
        )
        says = report(tested(truth, 1.6, 1.6))
        generator = np.random.default_rng(17)
        lean = np.degrees(lean_under_moment(standing_model(truth, 0), 320 * GRAVITY_M_S2 * 1.8)[0])
        damping = says.model_damping_ratio
        ratio = np.exp(-4 * np.pi * damping / np.sqrt(1 - damping**2))
        held = 0

        def noisy(value, part):
            """A reading off by its noise; its band is what 95 % of readings are off by at most."""
            drawn = value * (1 + generator.normal(0, part / 1.96))
            return Measured(drawn, tolerance=drawn * part)

        for _ in range(100):
            push = {
                "frequency_hz": noisy(says.model_frequency_hz, 0.02),
                "first_swing_rad": noisy(np.radians(1.2), 0.03),
                "later_swing_rad": noisy(np.radians(1.2) * ratio, 0.05),
                "half_swings_between": 4,
            }
            one = noisy(np.radians(lean), 0.03)
            vehicle = tested(vehicle_c(), lean, lean, **push)
            test = replace(vehicle.roll_test, lean_right_rad=one, lean_left_rad=one)
            found = calibrate(replace(vehicle, roll_test=test)).roll_inertia_kg_m2
            held += abs(found.value - 3600.0) <= found.tolerance
        self.assertGreaterEqual(held, 85)

    def test_a_well_damped_push_is_read_from_half_swings(self):
        """ζ = 0.35: each half-swing is e^(−πζ/√(1−ζ²)) = 0.31 of the last, the other way."""
        ratio, omega = 0.35, 2 * np.pi * 0.8
        time = np.arange(0, 6, 0.01)
        damped = omega * np.sqrt(1 - ratio**2)
        roll = np.radians(1.5) * np.exp(-ratio * omega * time) * np.cos(damped * time)
        found = read_rocking(time, roll)
        read = damping_from_swings(
            found.first_swing_rad, found.later_swing_rad, found.half_swings_between / 2
        )
        self.assertAlmostEqual(read, ratio, delta=0.02)
        self.assertAlmostEqual(found.frequency_hz, damped / 2 / np.pi, delta=0.02)

    def test_what_a_stand_in_read_calibrates_as_a_stand_in(self):
        read = tested(vehicle_c(), 1.9, 1.7)
        self.assertFalse(calibrate(read).spring_correction.simulated)
        made_up = enter(read, "roll_test.lean_right_rad", "1.9°", Known.MEASURED, simulated=True)
        found = calibrate(made_up).spring_correction
        self.assertTrue(found.simulated)
        self.assertIn("stand-in", found.typed)
        said = findings(made_up, SetUp(), evaluate(made_up, SetUp()))
        self.assertIn("from_stand_ins", [one.rule for one in said])

    def test_one_direction_alone_calibrates_nothing(self):
        test = RollTest(mass_kg=m(320.0), moved_m=m(1.8), lean_right_rad=degrees(1.8))
        self.assertIsNone(calibrate(replace(vehicle_c(), roll_test=test)).spring_correction)

    def test_a_rocking_push_gives_inertia_and_damping_that_rock_alike(self):
        push = {
            "frequency_hz": m(0.71),
            "first_swing_rad": degrees(1.0),
            "later_swing_rad": degrees(0.3),
            "half_swings_between": 4,
        }
        vehicle = tested(vehicle_c(), 1.8, 1.8, **push)
        vehicle = replace(vehicle, **vars(calibrate(vehicle)))
        says = report(vehicle)
        self.assertAlmostEqual(says.model_frequency_hz, 0.71, 4)
        self.assertAlmostEqual(says.model_damping_ratio, says.read_damping_ratio, 4)

    def test_a_lean_no_spring_explains_names_the_reading(self):
        with self.assertRaises(InputError) as caught:
            calibrate(tested(vehicle_c(), 9.0, 9.0))
        self.assertEqual(caught.exception.field, "roll_test.lean_right_rad")
        with self.assertRaises(InputError) as caught:
            report(tested(vehicle_c(), 1.8, 1.8, first_swing_rad=m(0.01), later_swing_rad=m(0.02)))
        self.assertEqual(caught.exception.field, "roll_test.later_swing_rad")

    def test_a_state_that_is_not_weighed_says_nothing(self):
        vehicle = tested(vehicle_c(), 1.8, 1.8, state=LoadKey.EMPTY)
        self.assertIsNone(report(vehicle).model_lean_rad)
        self.assertIsNone(calibrate(vehicle).spring_correction)
