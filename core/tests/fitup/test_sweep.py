import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.bars.bar import Bar
from axlecore.fitup.links import dyad, toggled
from axlecore.fitup.sheet import Heading, LinkGoes, Mount
from axlecore.fitup.sweep import STEPS, arm_length, linkage, reach, travels
from tests.fitup.sheets import axle_fit, hole, pick
from tests.rigs import bar, m

BAR = bar()


class SweepTests(unittest.TestCase):
    def test_worked_cases_17_and_18_on_a_sheet(self):
        """The same numbers as the physics gives for the bare link."""
        for link_hole, arm, between, motion_ratio in (
            (0, 0.011, 88.818, 1.0),
            (1, 16.196, 97.887, 0.99895),
        ):
            line = linkage(axle_fit(), BAR, [pick(link_hole=link_hole)])
            found = line.at(np.zeros(1)).dyad
            self.assertAlmostEqual(math.degrees(found.arm_rad[0, 0]), arm, 2)
            self.assertAlmostEqual(math.degrees(found.between_rad[0, 0]), between, 2)
            self.assertAlmostEqual(found.motion_ratio[0, 0], motion_ratio, 4)

    def test_gain_is_the_slope_of_the_tip_over_travel_wherever_the_bar_is_mounted(self):
        down = axle_fit(
            mount=Mount.ON_FRAME,
            link_goes=LinkGoes.DOWN,
            link_ratio=m(0.62),
            link_holes=(hole(0.25, 0.2),),
            both=pick(0.21),
        )
        for fit, ratio in ((axle_fit(), 1.0), (down, 0.62)):
            line = linkage(fit, BAR, [fit.left])
            step = 1e-6
            found = line.at(np.array([-step, 0.0, step])).dyad
            slope = 0.26 * (found.arm_rad[0, 2] - found.arm_rad[0, 0]) / (2 * step)
            self.assertAlmostEqual(abs(slope), found.motion_ratio[0, 1] * ratio, 5)

    def test_a_rearward_arm_is_the_mirror_image_of_a_forward_one(self):
        forward = linkage(axle_fit(), BAR, [pick()]).at(travels(axle_fit()))
        fit = axle_fit(heading=Heading.REARWARD, link_holes=(hole(-0.255, 0.64),))
        rearward = linkage(fit, BAR, [pick()]).at(travels(fit))
        np.testing.assert_allclose(forward.dyad.between_rad, rearward.dyad.between_rad)
        np.testing.assert_allclose(forward.tip_m[..., 0], -rearward.tip_m[..., 0])

    @given(st.floats(0.12, 0.4), st.floats(0.05, 0.45), st.floats(0.1, 0.5), st.floats(0.1, 0.5))
    def test_the_installed_branch_holds_through_the_whole_travel(self, arm, along, up, link):
        """Steps of a continuous motion stay small; a jump to the other branch is large."""
        found = dyad(arm, along, up + np.linspace(-0.1, 0.1, 401), link)
        angle = found.arm_rad[np.isfinite(found.arm_rad) & ~toggled(found.between_rad)]
        if len(angle) > 1:
            self.assertLess(np.abs(np.diff(angle)).max(), 0.05)

    @given(st.floats(0.15, 0.35), st.floats(0.1, 0.35), st.floats(0.1, 0.35), st.floats(0.1, 0.4))
    def test_the_link_is_as_long_as_it_is_or_missing_by_what_is_said(self, arm, along, up, link):
        found = dyad(arm, along, up, link)
        if np.isfinite(found.motion_ratio):
            self.assertAlmostEqual(
                math.hypot(along - found.tip_along_m, up - found.tip_up_m), link, 9
            )
            self.assertEqual(found.missing_m, 0.0)
        else:
            fits = link + float(found.missing_m)
            self.assertTrue(np.isfinite(dyad(arm, along, up, fits).arm_rad))

    def test_arms_are_measured_square_to_the_axis_whatever_the_bars_bends(self):
        self.assertAlmostEqual(arm_length(BAR, 0), 0.26)
        self.assertAlmostEqual(arm_length(BAR, 2), 0.20)
        splayed = Bar(
            "case 5",
            tuple(
                (x / 1e3, y / 1e3, z / 1e3)
                for x, y, z in (
                    (330, -600, 40),
                    (220, -560, 0),
                    (0, -500, 0),
                    (0, 500, 0),
                    (220, 560, 0),
                    (330, 600, 40),
                )
            ),
            m(0.0349),
            m(0.0),
            m(0.8),
        )
        self.assertAlmostEqual(arm_length(splayed, 0), math.hypot(0.33, 0.04))


class ReachTests(unittest.TestCase):
    def test_a_link_is_stretched_out_where_hole_and_axis_are_arm_and_link_apart(self):
        line = linkage(axle_fit(), BAR, [pick()])
        low, high = reach(line)
        self.assertAlmostEqual(-low[0], math.sqrt(0.5**2 - 0.255**2) - 0.24)
        for travel in (low[0], high[0]):
            inside, outside = line.at(np.array([travel * 0.999, travel * 1.001])).dyad.motion_ratio[
                0
            ]
            self.assertTrue(np.isfinite(inside))
            self.assertTrue(np.isnan(outside))

    def test_a_hole_that_cannot_be_assembled_reaches_nowhere(self):
        low, high = reach(linkage(axle_fit(), BAR, [pick(0.8)]))
        self.assertTrue(np.isnan(low[0]) and np.isnan(high[0]))

    def test_a_sweep_goes_from_droop_to_bump(self):
        found = travels(axle_fit())
        self.assertEqual((found[0], found[-1], len(found)), (-0.09, 0.08, STEPS))
