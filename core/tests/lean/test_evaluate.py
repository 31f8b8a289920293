import unittest
from dataclasses import replace

import numpy as np

from axlecore.choosing.short_list import short_list
from axlecore.errors import InputError, UnstableError
from axlecore.lean.evaluate import evaluate
from axlecore.quantities.entry import enter, fit_part
from axlecore.quantities.measure import Known
from axlecore.vehicle.axle import new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, SetUp
from tests.rigs import bar, choice, fitted, m, vehicle_c


class EvaluateTests(unittest.TestCase):
    def setUp(self):
        self.vehicle = vehicle_c()
        self.result = evaluate(self.vehicle, SetUp(rear=choice()))
        self.state = self.result.states[0]

    def test_nothing_chosen_changes_nothing(self):
        state = evaluate(self.vehicle, SetUp()).states[0]
        self.assertEqual(state.before, state.after)

    def test_supplement_adds_and_replace_swaps(self):
        rear = self.result.rear
        self.assertAlmostEqual(
            rear.after.suspension, rear.before.suspension + rear.after.chosen_bar, places=3
        )
        swapped = evaluate(self.vehicle, SetUp(rear=choice(Action.REPLACE))).rear.after
        self.assertEqual(swapped.standard_bar, 0)
        self.assertAlmostEqual(swapped.chosen_bar, rear.after.chosen_bar)

    def test_a_bar_works_where_its_own_ends_are(self):
        """The standard bar at its links, 1040 mm apart; the chosen one at its eyes, 1020 mm."""
        rear = self.result.rear.after
        for stiffness, rate, spacing in (
            (rear.standard_bar, rear.standard_bar_rate_n_per_m, 1.04),
            (rear.chosen_bar, rear.chosen_bar_rate_n_per_m, 1.02),
        ):
            self.assertAlmostEqual(stiffness, rate * spacing**2 / 2, places=3)

    def test_tables_run_from_rest_and_reach_the_reference(self):
        lean = np.array(self.state.after.lean_rad)
        self.assertEqual(lean.shape, (len(self.result.bend_m_s2), len(self.result.force_n)))
        self.assertEqual(lean[0, 0], 0)
        self.assertTrue(np.all(np.diff(lean, axis=0) > 0) and np.all(np.diff(lean, axis=1) > 0))
        self.assertAlmostEqual(lean[15, 0], self.state.after.reference_lean_rad, places=6)
        self.assertAlmostEqual(self.result.bend_m_s2[-1], 0.5 * 9.80665)
        self.assertEqual(self.result.wind_m_s[-1], 25)

    def test_wheel_loads_always_sum_to_the_weight(self):
        total = np.array(self.state.after.wheel_load_n).sum(axis=0)
        np.testing.assert_allclose(total, 5200 * 9.80665, atol=0.5)

    def test_heavier_state_leans_more(self):
        heavy = replace(
            self.vehicle.load_states[0], key=LoadKey.MAXIMUM, centre_of_gravity_height_m=m(1.4)
        )
        vehicle = replace(self.vehicle, load_states=(*self.vehicle.load_states, heavy))
        light, high = evaluate(vehicle, SetUp()).states
        self.assertGreater(high.before.reference_lean_rad, light.before.reference_lean_rad)

    def test_action_must_suit_the_axle(self):
        for set_up, field in (
            (SetUp(rear=choice(Action.NEW)), "set_up.rear.action"),
            (SetUp(front=choice(Action.REPLACE)), "set_up.front.action"),
        ):
            with self.assertRaises(InputError) as caught:
                evaluate(self.vehicle, set_up)
            self.assertEqual(caught.exception.field, field)

    def test_an_unstable_vehicle_names_its_load_state(self):
        soft = fit_part(self.vehicle, "rear.standard_bar", None)
        for path in ("front.spring_rate_n_per_m", "rear.spring_rate_n_per_m"):
            soft = enter(soft, path, "20 N/mm", Known.MEASURED)
        with self.assertRaisesRegex(UnstableError, "when trip-ready"):
            evaluate(soft, SetUp())


class ShortListTests(unittest.TestCase):
    def test_each_row_is_what_evaluating_that_bar_gives(self):
        vehicle, bars = vehicle_c(), [bar(30.0), bar(35.0, 20.0)]
        fitted_bars = [new_bar(vehicle.rear, one) for one in bars]
        for action in (Action.SUPPLEMENT, Action.REPLACE):
            rows = short_list(vehicle, SetUp(), End.REAR, action, fitted_bars)
            for row, candidate in zip(rows, bars, strict=True):
                chosen = choice(action)
                there = replace(chosen.fitted, bar=candidate)
                whole = evaluate(vehicle, SetUp(rear=replace(chosen, fitted=there)))
                after = whole.states[0].after
                self.assertAlmostEqual(row.lean_rad[0], after.reference_lean_rad)
                self.assertAlmostEqual(row.wind_lean_rad[0], after.reference_wind_lean_rad)
                self.assertAlmostEqual(row.front_share[0], after.front_share)

    def test_an_empty_rack_and_a_wrong_axle(self):
        self.assertEqual(short_list(vehicle_c(), SetUp(), End.FRONT, Action.NEW, []), [])
        with self.assertRaises(InputError) as caught:
            short_list(vehicle_c(), SetUp(), End.FRONT, Action.REPLACE, [fitted()])
        self.assertEqual(caught.exception.field, "action")


class BothAxlesTests(unittest.TestCase):
    """Two bars at once, against each alone."""

    def setUp(self):
        self.vehicle = vehicle_c()
        self.front, self.rear = choice(Action.NEW, 30.0), choice(Action.SUPPLEMENT, 34.9)

    def after(self, **chosen):
        return evaluate(self.vehicle, SetUp(**chosen)).states[0].after

    def test_two_bars_lean_less_than_either(self):
        both = self.after(front=self.front, rear=self.rear).reference_lean_rad
        self.assertLess(both, self.after(front=self.front).reference_lean_rad)
        self.assertLess(both, self.after(rear=self.rear).reference_lean_rad)

    def test_the_front_share_with_two_lies_between_those_with_one(self):
        shares = [
            self.after(rear=self.rear).front_share,
            self.after(front=self.front, rear=self.rear).front_share,
            self.after(front=self.front).front_share,
        ]
        self.assertEqual(shares, sorted(shares))

    def test_each_axle_keeps_its_own_stiffness(self):
        result = evaluate(self.vehicle, SetUp(front=self.front, rear=self.rear))
        alone = evaluate(self.vehicle, SetUp(rear=self.rear))
        self.assertEqual(result.rear.after, alone.rear.after)
        self.assertEqual(result.front.before.chosen_bar, 0)
        self.assertGreater(result.front.after.chosen_bar, 0)

    def test_a_stiffer_hole_is_felt_at_the_vehicle(self):
        inner = replace(self.rear, fitted=replace(self.rear.fitted, hole=2))
        self.assertLess(
            self.after(rear=inner).reference_lean_rad,
            self.after(rear=self.rear).reference_lean_rad,
        )

    def test_the_short_list_of_one_axle_counts_the_choice_of_the_other(self):
        with_front = short_list(
            self.vehicle, SetUp(front=self.front), End.REAR, Action.SUPPLEMENT, [fitted(34.9)]
        )
        both = self.after(front=self.front, rear=self.rear)
        self.assertAlmostEqual(with_front[0].lean_rad[0], both.reference_lean_rad)
