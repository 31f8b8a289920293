import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.bars.bar import bar_rates, frame_rate, square_u
from axlecore.bars.steel import STEELS
from axlecore.bars.stress import (
    curved_beam_factor,
    stress_along,
    stress_at_travel,
    stress_per_newton,
)
from axlecore.errors import InputError
from tests.rigs import bar, m


class CurvedBeamTests(unittest.TestCase):
    def test_the_printed_table_for_round_sections(self):
        """Factors at the inside by R/c, as printed in Young & Budynas, table 9.1."""
        table = {1.6: 1.96, 1.8: 1.75, 2.0: 1.62, 3.0: 1.33, 4.0: 1.23, 6.0: 1.14, 10.0: 1.08}
        for ratio, factor in table.items():
            self.assertAlmostEqual(float(curved_beam_factor(2.0, 0.0, ratio)), factor, delta=0.01)

    def test_a_straight_bar_has_none_and_a_thin_tube_more_than_a_solid_one(self):
        self.assertAlmostEqual(float(curved_beam_factor(0.03, 0.0, 100.0)), 1.0, 3)
        solid, tube = curved_beam_factor(0.03, np.array([0.0, 0.025]), 0.06)
        self.assertGreater(tube, 1.0)
        self.assertNotAlmostEqual(solid, tube, 2)

    def test_a_bend_that_folds_into_itself_is_refused(self):
        with self.assertRaises(InputError) as caught:
            curved_beam_factor(0.03, 0.0, 0.015)
        self.assertEqual(caught.exception.field, "bend_radius_m")


class StressTests(unittest.TestCase):
    def test_the_arm_bends_and_the_middle_twists_as_by_hand(self):
        """Square U, arm 260: at the bend F·a/W bent, in the middle F·a/2W twisted."""
        one = replace(bar(), bend_radius_m=m(0.5))
        curve = stress_along(one, 0, 2000.0)
        modulus = np.pi * 0.0286**3 / 32
        at_bend = curve.distance_m.index(0.26)
        factor = float(curved_beam_factor(0.0286, 0.0, 0.5))
        self.assertAlmostEqual(curve.bending_pa[at_bend], 2000 * 0.26 / modulus * factor, -3)
        middle = int(np.argmin(np.abs(np.array(curve.distance_m) - 0.26 - 0.11 - 0.4)))
        self.assertAlmostEqual(curve.shear_pa[middle], 2000 * 0.26 / (2 * modulus), -3)

    def test_eyes_are_free_of_moment_and_both_sides_alike(self):
        curve = stress_along(bar(), 1, 1500.0)
        self.assertAlmostEqual(curve.von_mises_pa[0] / curve.worst_pa, 0.0, 9)
        np.testing.assert_allclose(curve.von_mises_pa, curve.von_mises_pa[::-1], rtol=1e-9)
        self.assertEqual(curve.position_m[0][1], -curve.position_m[-1][1])

    @given(st.floats(1.0, 20_000.0), st.floats(1.1, 3.0))
    def test_stress_goes_with_the_force(self, force, factor):
        one, other = (stress_along(bar(), 0, f).worst_pa for f in (force, force * factor))
        self.assertAlmostEqual(other / one, factor)

    def test_a_thicker_bar_moved_as_far_is_stressed_more(self):
        """Stiffness goes with D⁴, the modulus with D³: at the same travel stress goes with D."""
        thin, thick = (stress_at_travel(bar(d), 0, 0.03).worst_pa for d in (25.0, 30.0))
        self.assertAlmostEqual(thick / thin, 30 / 25, 6)

    def test_reserve_is_yield_over_the_worst(self):
        curve = stress_at_travel(replace(bar(), steel="5160_hardened"), 0, 0.05)
        self.assertAlmostEqual(
            curve.yield_reserve * curve.worst_pa, STEELS["5160_hardened"].yield_strength_pa, -2
        )
        self.assertEqual(stress_along(bar(), 0, 0.0).yield_reserve, np.inf)

    def test_many_bars_at_once_are_each_as_alone(self):
        bars = [
            bar(),
            bar(34.9, 22.0),
            replace(
                bar(),
                centre_line_m=(
                    (0.3, -0.55, 0.02),
                    (0.1, -0.52, 0.0),
                    (0.0, -0.5, 0.0),
                    (0.0, 0.5, 0.0),
                    (0.1, 0.52, 0.0),
                    (0.3, 0.55, 0.02),
                ),
            ),
        ]
        together = stress_per_newton(bars, [0, 1, 0])
        alone = [stress_along(b, h, 1.0).worst_pa for b, h in zip(bars, (0, 1, 0), strict=True)]
        np.testing.assert_allclose(together, alone)

    def test_bad_forces_are_refused(self):
        for force in (-1.0, np.nan, np.inf):
            with self.assertRaises(InputError):
                stress_along(bar(), 0, force)
        with self.assertRaises(InputError):
            stress_at_travel(bar(), 0, -0.01)


class SectionsAlongTests(unittest.TestCase):
    def test_rust_inside_a_tube_weakens_it_like_a_wider_bore(self):
        rusted = replace(bar(34.9, 22.0), wall_lost_m=m(0.001))
        wider = bar(34.9, 24.0)
        self.assertAlmostEqual(float(bar_rates([rusted], [0])[0] / bar_rates([wider], [0])[0]), 1.0)
        solid = replace(bar(34.9), wall_lost_m=m(0.001))
        self.assertAlmostEqual(
            float(bar_rates([solid], [0])[0] / bar_rates([bar(34.9)], [0])[0]), 1.0
        )
        with self.assertRaises(InputError) as caught:
            replace(bar(34.9, 22.0), wall_lost_m=m(0.007))
        self.assertEqual(caught.exception.field, "wall_lost_m")

    def test_thinner_arms_give_a_rate_between_both_diameters(self):
        corners = square_u(0.26, 1.02)
        stepped = replace(
            bar(30.0),
            centre_line_m=corners,
            hole_setbacks_m=(0.0,),
            piece_diameters_m=(0.026, 0.03, 0.026),
        )
        rate = float(bar_rates([stepped], [0])[0])
        thin, thick = frame_rate([corners] * 2, [0.026, 0.03], [0, 0], [0.8, 0.8])
        self.assertTrue(thin < rate < thick)

    def test_as_many_diameters_as_pieces(self):
        with self.assertRaises(InputError) as caught:
            replace(bar(), piece_diameters_m=(0.03, 0.03))
        self.assertEqual(caught.exception.field, "piece_diameters_m")
