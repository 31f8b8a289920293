import unittest
from dataclasses import replace

import numpy as np

from axlecore.lean.limits import limits
from axlecore.lean.steady import roll_system
from axlecore.lean.turn import turn
from axlecore.quantities.units import GRAVITY_M_S2
from tests.validation.test_worked_cases import vehicle_c

STANDARD, BOTH = 128.4e3, 128.4e3 + 284.7e3
STATIC = np.array([[1027.9, 1027.9, 1572.1, 1572.1]]) * GRAVITY_M_S2


class TurnTests(unittest.TestCase):
    BENDS = np.array([1.0, 2.0, 3.0])

    def test_wheel_loads_keep_the_weight_and_the_lift_is_where_one_is_spent(self):
        found = turn(vehicle_c(STANDARD), STATIC, self.BENDS)
        np.testing.assert_allclose(found.wheel_load_n.sum(axis=-1), STATIC.sum(), rtol=1e-12)
        at_lift = turn(vehicle_c(STANDARD), STATIC, np.array([1.0, float(found.lift_m_s2[0])]))
        self.assertAlmostEqual(float(at_lift.wheel_load_n[0, -1].min()) / STATIC.max(), 0.0, 9)

    def test_case_8_gradient_and_share(self):
        found = turn(vehicle_c(STANDARD), STATIC, np.array([1.0, 0.3 * GRAVITY_M_S2]))
        self.assertAlmostEqual(np.degrees(found.roll_gradient_rad_per_g[0]) * 0.3, 3.019, 2)
        self.assertAlmostEqual(found.front_share[0], 0.3173, 4)

    def test_a_rigid_vehicle_tips_at_half_track_over_height(self):
        model = vehicle_c(STANDARD)
        rigid = replace(
            model,
            suspension_n_m_per_rad=np.full((1, 2), 1e12),
            tyre_n_m_per_rad=np.full((1, 2), 1e12),
            track_m=np.full((1, 2), 1.8),
        )
        # Σ K_t·θ loses digits against 1e12, so four of them are asked for.
        threshold = float(limits(roll_system(rigid), STATIC).rollover_m_s2[0]) / GRAVITY_M_S2
        self.assertAlmostEqual(threshold, 1.8 / 2 / 1.28, 3)

    def test_a_vehicle_that_leans_tips_earlier_and_a_bar_gives_some_of_it_back(self):
        standing, stiffer = (
            float(limits(roll_system(vehicle_c(bars)), STATIC).rollover_m_s2[0])
            for bars in (STANDARD, BOTH)
        )
        self.assertTrue(standing < stiffer < 1.8 / 2 / 1.28 * GRAVITY_M_S2)
