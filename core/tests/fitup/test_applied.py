import unittest
from dataclasses import replace

from axlecore.bars.bar import bar_rates
from axlecore.errors import InputError
from axlecore.fitup.applied import fitted_bar, side_ratios, unequal_sides, with_fit_up, with_travel
from axlecore.fitup.sheet import (
    Fitting,
)
from axlecore.lean.evaluate import evaluate
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp
from tests.fitup.sheets import axle_fit, hole, pick
from tests.rigs import bar, choice, m, vehicle_c

BAR = bar()


class AppliedTests(unittest.TestCase):
    VEHICLE, CHOSEN = vehicle_c(), SetUp(rear=choice())

    def test_the_roll_figures_take_gain_and_hole_of_the_fit_up(self):
        fit = axle_fit(link_holes=(hole(0.15, 0.64),), both=pick(bar_hole=1))
        _, set_up = with_fit_up(self.VEHICLE, self.CHOSEN, Fitting(rear=fit))
        motion_ratio = side_ratios(fit, BAR)[0].value
        self.assertEqual(set_up.rear.fitted.hole, 1)
        self.assertAlmostEqual(set_up.rear.fitted.motion_ratio.value, motion_ratio)
        before = evaluate(self.VEHICLE, self.CHOSEN).rear.after
        after = evaluate(self.VEHICLE, set_up).rear.after
        rates = bar_rates([self.CHOSEN.rear.fitted.bar] * 2, [0, 1])
        self.assertAlmostEqual(
            (after.chosen_bar or 0) / (before.chosen_bar or 1),
            motion_ratio**2 * rates[1] / rates[0],
            6,
        )

    def test_without_a_choice_the_standard_bar_takes_them(self):
        vehicle, set_up = with_fit_up(self.VEHICLE, SetUp(), Fitting(rear=axle_fit()))
        self.assertEqual(set_up, SetUp())
        self.assertEqual(vehicle.rear.standard_bar.motion_ratio.typed, "from the fit-up")

    def test_what_cannot_be_assembled_leaves_them_alone(self):
        wrong = Fitting(rear=axle_fit(both=pick(0.9)), front=axle_fit())
        known = with_travel(self.VEHICLE, wrong)
        self.assertEqual(with_fit_up(self.VEHICLE, self.CHOSEN, wrong), (known, self.CHOSEN))
        with self.assertRaises(InputError) as caught:
            fitted_bar(self.VEHICLE, SetUp(), End.FRONT)
        self.assertIn("choose one first", caught.exception.message)

    def test_unequal_links_preload_the_bar_and_lean_the_vehicle(self):
        """End force is rate × difference ÷ 2; the difference of two level tips by their links."""
        fit = axle_fit(link_holes=(hole(0.26, 0.64),), right=pick(0.25))
        _, set_up = with_fit_up(self.VEHICLE, self.CHOSEN, Fitting(rear=fit))
        found = unequal_sides(self.VEHICLE, set_up, End.REAR, fit, 0)
        rate = bar_rates([set_up.rear.fitted.bar], [0])[0]
        self.assertAlmostEqual(found.mismatch_m, 0.01, 4)
        self.assertAlmostEqual(found.preload_n, rate * found.mismatch_m / 2)
        self.assertGreater(found.rest_lean_rad, 0)
        mirrored = replace(fit, left=fit.right, right=fit.left)
        other = unequal_sides(self.VEHICLE, set_up, End.REAR, mirrored, 0)
        self.assertAlmostEqual(other.rest_lean_rad, -found.rest_lean_rad, 4)

    def test_a_shorter_arm_on_one_side_stiffens_half_as_much_as_on_both(self):
        fit = axle_fit(right=pick(bar_hole=1))
        found = unequal_sides(self.VEHICLE, self.CHOSEN, End.REAR, fit, 0)
        both = axle_fit(both=pick(bar_hole=1))
        ratios = [side_ratios(one, BAR)[0].value for one in (axle_fit(), both)]
        bars = [self.CHOSEN.rear.fitted.bar] * 2
        low, high = (
            rate * motion_ratio**2
            for rate, motion_ratio in zip(bar_rates(bars, [0, 1]), ratios, strict=True)
        )
        self.assertAlmostEqual(found.stiffness_change, ((1 + (high / low) ** 0.5) / 2) ** 2 - 1, 9)

    def test_a_gain_is_as_sure_as_its_places(self):
        sure, unsure = (
            axle_fit(),
            axle_fit(
                link_holes=(replace(hole(0.2, 0.64), forward_m=replace(m(0.2), tolerance=0.02)),)
            ),
        )
        self.assertEqual(side_ratios(sure, BAR)[0].tolerance, 0.0)
        self.assertGreater(side_ratios(unsure, BAR)[0].tolerance, 0.001)
