import math
import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.fitup.advice import RackLink, link_advice, wanted_link
from axlecore.fitup.links import Attitude, link_attitude
from axlecore.fitup.sweep import linkage, travels
from tests.fitup.sheets import axle_fit, hole, pick
from tests.rigs import bar, m

BAR = bar()


class AdviceTests(unittest.TestCase):
    def test_each_school_gets_the_link_that_gives_it_what_it_wants(self):
        fit = axle_fit(control_arm_rad=m(0.2))
        for school, seen in (
            (Attitude.ARM_LEVEL, lambda a: a.arm_rad),
            (Attitude.IN_LINE, lambda a: a.arm_rad - 0.2),
            (Attitude.LINK_SQUARE, lambda a: a.between_rad - math.pi / 2),
            (Attitude.LINK_PLUMB, lambda a: a.link_rad),
        ):
            link = wanted_link(fit, BAR, school)
            self.assertAlmostEqual(seen(link_attitude(0.26, 0.255, 0.24, link)), 0.0, 9, school)

    def test_the_link_of_the_least_change_changes_gain_less_than_its_obstacles(self):
        fit = axle_fit()
        best = wanted_link(fit, BAR, Attitude.LEAST_CHANGE)

        def change(link):
            motion_ratio = linkage(fit, BAR, [pick(link)]).at(travels(fit)).dyad.motion_ratio[0]
            return motion_ratio.max() - motion_ratio.min()

        self.assertLess(change(best), change(best - 0.015))
        self.assertLess(change(best), change(best + 0.015))

    def test_a_lift_makes_the_link_longer_by_as_much_where_it_stands_plumb(self):
        lifted = axle_fit(link_holes=(hole(0.26, 0.72),))
        found = link_advice(lifted, BAR, Attitude.ARM_LEVEL, 0.08, ())
        self.assertAlmostEqual(found.wanted_m, 0.32)
        self.assertAlmostEqual(found.wanted_m - found.standard_m, 0.08)

    def test_the_nearest_link_on_the_rack_leaves_an_attitude(self):
        rack = (RackLink("fixed 220", 0.22, 0.22), RackLink("threaded", 0.23, 0.26))
        found = link_advice(axle_fit(), BAR, Attitude.ARM_LEVEL, 0.0, rack)
        self.assertEqual([one.name for one in found.offered], ["threaded", "fixed 220"])
        self.assertAlmostEqual(found.offered[0].off, 0.0, 9)
        left = link_attitude(0.26, 0.255, 0.24, 0.22).arm_rad
        self.assertAlmostEqual(found.offered[1].arm_rad, left)

    def test_a_link_in_fixed_steps_is_set_to_the_nearest_of_them(self):
        link = RackLink("stepped", 0.18, 0.226, 0.015)
        for wanted, had in ((0.1, 0.18), (0.187, 0.18), (0.188, 0.195), (0.3, 0.225)):
            self.assertAlmostEqual(link.nearest_m(wanted), had)

    def test_thread_runs_out_before_the_link_does(self):
        """M12 is held by 18 mm: of 60 mm of thread 42 may be wound out."""
        fit = axle_fit(both=pick(0.25))
        found = link_advice(fit, BAR, Attitude.ARM_LEVEL, 0.0, ())
        self.assertAlmostEqual(found.engagement_m, 0.01)
        self.assertAlmostEqual(found.engagement_needed_m, 0.018)
        self.assertAlmostEqual(found.longest_safe_m, 0.242)
        self.assertTrue(found.in_range)
        self.assertFalse(
            link_advice(axle_fit(both=pick(0.3)), BAR, Attitude.ARM_LEVEL, 0, ()).in_range
        )

    def test_a_link_that_no_length_can_set_square_is_said(self):
        fit = replace(axle_fit(), link_holes=(hole(0.1, 0.5),))
        found = link_advice(fit, BAR, Attitude.LINK_SQUARE, 0.0, ())
        self.assertIsNone(found.wanted_m)
        self.assertIn("no link can stand square", found.why_not)
        with self.assertRaises(InputError):
            wanted_link(fit, BAR, Attitude.LINK_SQUARE)
