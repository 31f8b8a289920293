import unittest
from dataclasses import replace

import numpy as np

from axlecore.errors import InputError
from axlecore.lean.mass_shift import lean_under_moment, standing_model
from axlecore.lean.steady import solve
from axlecore.motion.roll_test import calibrate, report
from axlecore.quantities.measure import Measured
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import RollTest
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
