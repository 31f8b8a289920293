import unittest
from dataclasses import replace

from axlecore.bars.bar import bar_rates
from axlecore.bay.settling import (
    AxleSet,
    SideSet,
    planned,
    settled,
    settling_tape,
)
from axlecore.errors import InputError
from axlecore.fitup.applied import fitted_bar, side_ratios, with_fit_up
from axlecore.fitup.sheet import Fitting
from axlecore.lean.uncertainty import reference_lean
from axlecore.vehicle.ends import End
from tests.build.jobs import upgrade
from tests.fitup.sheets import axle_fit
from tests.plain import plain


class SettlingTests(unittest.TestCase):
    JOB = upgrade()
    FIT = axle_fit()
    FITTING = Fitting(rear=FIT)
    PLAN = planned(FIT)

    def settle(self, left=0.0, right=0.0, gap=0.0, hole=None):
        def side(one, more):
            return SideSet(one.hole if hole is None else hole, one.link_m + more)

        measured = AxleSet(side(self.PLAN.left, left), side(self.PLAN.right, right), gap)
        return settled(self.JOB.vehicle, self.JOB.set_up, self.FITTING, End.REAR, measured)

    def test_as_planned_it_holds_and_nothing_is_said(self):
        found = self.settle()
        self.assertTrue(found.holds)
        self.assertEqual(found.says, [])
        self.assertEqual(found.preload_n, 0.0)
        self.assertAlmostEqual(found.lean_rad, found.planned_lean_rad, 12)

    def test_both_sides_longer_holds_and_says_what_it_does_to_ratio_and_lean(self):
        found = self.settle(0.02, 0.02)
        self.assertTrue(found.holds)
        self.assertEqual(
            len([one for one in found.says if "20 mm longer than planned" in plain(one)]), 2
        )
        bar = fitted_bar(self.JOB.vehicle, self.JOB.set_up, End.REAR).bar
        longer = replace(
            self.FIT.left, link_m=replace(self.FIT.left.link_m, value=self.PLAN.left.link_m + 0.02)
        )
        fit = replace(self.FIT, left=longer, right=longer)
        ratio = side_ratios(fit, bar)[0].value
        self.assertAlmostEqual(found.ratios[0], ratio, 12)
        rigs = with_fit_up(self.JOB.vehicle, self.JOB.set_up, Fitting(rear=fit))
        self.assertAlmostEqual(found.lean_rad, reference_lean(*rigs, fit.settled), 12)
        self.assertNotAlmostEqual(found.lean_rad, found.planned_lean_rad, 6)

    def test_unlike_sides_are_preloaded_and_do_not_hold(self):
        self.assertTrue(self.settle(0.003, 0.0).holds)
        found = self.settle(0.006, 0.0)
        self.assertFalse(found.holds)
        self.assertIn("left link is 6 mm too long", plain(found.says[0]))
        self.assertGreater(found.preload_n, 0.0)
        self.assertNotEqual(found.rest_lean_rad, 0.0)
        self.assertLess(self.settle(0.0, 0.006).rest_lean_rad * found.rest_lean_rad, 0.0)

    def test_a_last_bolt_that_is_forced_in_preloads_the_bar(self):
        found = self.settle(gap=0.004)
        self.assertFalse(found.holds)
        self.assertIn("misses by 4 mm", plain(found.says[0]))
        bar = fitted_bar(self.JOB.vehicle, self.JOB.set_up, End.REAR).bar
        rate = float(bar_rates([bar], [self.PLAN.left.hole])[0])
        self.assertAlmostEqual(found.preload_n, rate * 0.002, 6)

    def test_the_tape_reads_as_the_settled_axle_does(self):
        tape = settling_tape(self.JOB.vehicle, self.JOB.set_up, self.FITTING, End.REAR)
        self.assertEqual(tape.planned, self.PLAN)
        middle = len(tape.link_m) // 2
        self.assertAlmostEqual(tape.link_m[middle], self.PLAN.left.link_m, 12)
        one = tape.holes[self.PLAN.left.hole]
        found = self.settle()
        self.assertAlmostEqual(one.motion_ratio[middle], found.ratios[0], 12)
        self.assertAlmostEqual(one.lean_rad[middle], found.lean_rad, 12)

    def test_what_cannot_be_is_refused_by_its_place(self):
        for field, bad in (
            ("left_hole", AxleSet(SideSet(9, 0.25), self.PLAN.right)),
            ("right_link", AxleSet(self.PLAN.left, SideSet(0, float("nan")))),
            ("gap", AxleSet(self.PLAN.left, self.PLAN.right, -0.001)),
        ):
            with self.assertRaises(InputError) as caught:
                settled(self.JOB.vehicle, self.JOB.set_up, self.FITTING, End.REAR, bad)
            self.assertEqual(caught.exception.field, field)
        with self.assertRaises(InputError) as caught:
            settled(self.JOB.vehicle, self.JOB.set_up, self.FITTING, End.FRONT, self.PLAN)
        self.assertEqual(caught.exception.field, "end")
