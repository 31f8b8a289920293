import unittest
from dataclasses import replace

import numpy as np

from axlecore.errors import InputError, UnstableError
from axlecore.lean.frame_twist import TYPICAL_FRAMES, solve_twisting
from axlecore.lean.roll_model import model_of
from axlecore.lean.steady import Push, solve
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from tests.rigs import fitted, m
from tests.rigs import vehicle_c as sheet_c
from tests.validation.test_worked_cases import vehicle_c

STANDARD, BOTH = 128.4e3, 128.4e3 + 284.7e3
STATIC = np.array([[1027.9, 1027.9, 1572.1, 1572.1]]) * GRAVITY_M_S2


class TwistTests(unittest.TestCase):
    def test_a_very_stiff_frame_is_the_rigid_one(self):
        model = vehicle_c(STANDARD)
        rigid = solve(model, [1.0, 3.0], body_moment_n_m=[500.0, 0.0])
        twisting = solve_twisting(model, 1e12, [1.0, 3.0], body_moment_n_m=[500.0, 0.0])
        for end in (0, 1):
            np.testing.assert_allclose(twisting.lean_rad[..., end], rigid.lean_rad, rtol=1e-5)
        np.testing.assert_allclose(twisting.front_share, rigid.front_share, rtol=1e-5)

    def test_a_very_stiff_frame_is_the_rigid_one_in_wind_and_with_play(self):
        """Side force off the centre, and a bar that comes in late, to one part in a million."""
        worn = replace(fitted(), link_play_m=m(0.004))
        sheet = replace(sheet_c(), rear=replace(sheet_c().rear, standard_bar=worn))
        model = model_of(sheet, SetUp(), LoadKey.TRIP_READY)
        push = Push(np.array([1.9]), np.array([2.6]))
        rigid = solve(model, [0.0, 3.0], side_force_n=[2500.0, 4000.0], push=push)
        twisting = solve_twisting(model, 1e13, [0.0, 3.0], side_force_n=[2500.0, 4000.0], push=push)
        for end in (0, 1):
            np.testing.assert_allclose(twisting.lean_rad[..., end], rigid.lean_rad, rtol=1e-6)
        np.testing.assert_allclose(twisting.front_share, rigid.front_share, rtol=1e-6)

    def test_the_softer_the_frame_the_less_a_rear_bar_does_for_the_front(self):
        def saved_at_front(frame):
            before, after = (
                solve_twisting(vehicle_c(bars), frame, 3.0).lean_rad[0, 0, 0]
                for bars in (STANDARD, BOTH)
            )
            return before - after

        saved = [saved_at_front(frame) for frame in (60e3, 350e3, 1500e3, 1e9)]
        self.assertEqual(saved, sorted(saved))

    def test_moments_of_the_whole_add_up(self):
        """What tyres and gravity hold at both ends together is what acts, frame or no frame."""
        model = vehicle_c(STANDARD)
        answer = solve_twisting(model, 100e3, 3.0)
        mass, arm = model.axle_sprung_mass_kg[0], 1.28 - model.roll_centre_height_m[0]
        lean, tyre = answer.lean_rad[0, 0], answer.tyre_roll_rad[0, 0]
        acting = (mass * arm * (3.0 + GRAVITY_M_S2 * lean)).sum()
        held = (model.suspension_n_m_per_rad[0] * (lean - tyre)).sum()
        self.assertAlmostEqual(held / acting, 1.0, 9)

    def test_typical_frames_are_offered_from_soft_to_stiff(self):
        self.assertEqual(list(TYPICAL_FRAMES.values()), sorted(TYPICAL_FRAMES.values()))

    def test_no_frame_and_no_springs_are_named_errors(self):
        for frame in (0.0, -1.0, np.nan, np.inf):
            with self.assertRaises(InputError):
                solve_twisting(vehicle_c(STANDARD), frame, 1.0)
        soft = replace(vehicle_c(STANDARD), suspension_n_m_per_rad=np.array([[8e3, 8e3]]))
        with self.assertRaises(UnstableError):
            solve_twisting(soft, 1e6, 1.0)
