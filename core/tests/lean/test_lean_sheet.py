import unittest
from dataclasses import replace

import numpy as np

from axlecore.choosing.sizing import size_curve
from axlecore.choosing.staged_plan import Option, fit_bar, renew_joints, separate_lines, staged_plan
from axlecore.choosing.strength import steel_rows, strength
from axlecore.lean.evaluate import evaluate
from axlecore.lean.lean_map import lean_map
from axlecore.lean.lean_sheet import lean_sheet
from axlecore.vehicle.axle import AirBags, AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, Joints, SetUp
from tests.rigs import axle, choice, fitted, m, vehicle_c

READY = LoadKey.TRIP_READY
CHOSEN = SetUp(rear=choice())


class LeanSheetTests(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.tables = lean_sheet(vehicle_c(), CHOSEN, READY)
        cls.evaluation = evaluate(vehicle_c(), CHOSEN)

    def test_wind_square_to_the_road_is_the_evaluations_own_and_none_comes_from_ahead(self):
        force = np.array(self.tables.side_force_n)
        np.testing.assert_allclose(force[6], self.evaluation.side_force_n, rtol=1e-3, atol=1)
        self.assertLess(np.abs(force[[0, -1]]).max(), 1.0)

    def test_a_unit_body_leans_as_the_stiff_model_and_a_soft_frame_leans_apart(self):
        stiff, soft = self.tables.frame.after[-1], self.tables.frame.after[0]
        whole = self.evaluation.states[0].after.lean_rad[-1][0]
        self.assertAlmostEqual(stiff.front_rad[-1][0], whole, delta=0.05 * whole)
        apart = soft.front_rad[-1][0] - soft.rear_rad[-1][0]
        self.assertGreater(apart, 3 * abs(stiff.front_rad[-1][0] - stiff.rear_rad[-1][0]))

    def test_a_rear_bar_saves_less_at_the_front_the_softer_the_frame(self):
        def saved(node):
            tables = (self.tables.frame.before[node], self.tables.frame.after[node])
            return tables[0].front_rad[-1][0] - tables[1].front_rad[-1][0]

        self.assertGreater(saved(-1), saved(4))
        self.assertGreater(saved(4), saved(0))

    def test_bars_taken_off_follow_rough_ground_further(self):
        by_name = {one.name: one.articulation_rad for one in self.tables.rough}
        self.assertGreater(by_name["all bars off"], by_name["as chosen, all bars connected"])
        self.assertGreater(by_name["as it stands"], by_name["as chosen, all bars connected"])

    def test_the_map_meets_the_quoted_wind_figure_at_its_node(self):
        state = self.evaluation.states[0]
        at_90 = self.tables.map_after_rad[9][12]
        self.assertAlmostEqual(at_90, state.after.reference_wind_lean_rad, 5)

    def test_the_wind_that_leans_it_as_far_does(self):
        """By the map at that very wind: as far as 12 m/s leans it standing."""
        wind = self.tables.wind_as_far_m_s
        there = lean_map(vehicle_c(), CHOSEN, [25.0], [wind])
        standing = self.evaluation.states[0].before.reference_wind_lean_rad
        self.assertAlmostEqual(there.after_rad[0][0][0], standing, 7)
        self.assertGreater(wind, 12.0)
        nothing = lean_sheet(vehicle_c(), SetUp(), READY).wind_as_far_m_s
        self.assertAlmostEqual(nothing, 12.0, 5)


class JointsTests(unittest.TestCase):
    WORN = replace(fitted(), link_play_m=m(0.004))

    def worn(self):
        return replace(vehicle_c(), rear=axle(standard_bar=self.WORN))

    def test_renewing_worn_joints_gives_the_lean_of_a_sound_bar(self):
        lean = evaluate(self.worn(), SetUp(rear_joints=Joints.RENEWED)).states[0]
        sound = evaluate(vehicle_c(), SetUp()).states[0].before.reference_lean_rad
        self.assertAlmostEqual(lean.after.reference_lean_rad, sound, 9)
        self.assertGreater(lean.before.reference_lean_rad, sound)

    def test_a_bar_put_in_its_place_has_no_old_joints_to_renew(self):
        replaced = SetUp(rear=choice(Action.REPLACE))
        both = replace(replaced, rear_joints=Joints.RENEWED)
        self.assertEqual(
            evaluate(self.worn(), both).states[0].after,
            evaluate(self.worn(), replaced).states[0].after,
        )

    def test_there_is_nothing_to_renew_without_a_bar(self):
        with self.assertRaisesRegex(ValueError, "no bar whose joints"):
            evaluate(vehicle_c(), SetUp(front_joints=Joints.RENEWED))


class StagedTests(unittest.TestCase):
    def options(self):
        bags = AirBags(m(35e3), m(0.9), AirLines.CONNECTED)
        worn = replace(fitted(), link_play_m=m(0.004))
        vehicle = replace(vehicle_c(), rear=axle(standard_bar=worn, air_bags=bags))
        thick = AxleChoice(Action.SUPPLEMENT, fitted(34.9))
        thin = AxleChoice(Action.SUPPLEMENT, fitted(25.0))
        return vehicle, [
            Option("thick bar", End.REAR, 2600.0, fit_bar(End.REAR, thick), "rear bar"),
            Option("thin bar", End.REAR, 2590.0, fit_bar(End.REAR, thin), "rear bar"),
            Option("links", End.REAR, 90.0, renew_joints(End.REAR)),
            Option("own lines", End.REAR, 120.0, separate_lines(End.REAR)),
            Option("nothing", End.REAR, 10.0, lambda vehicle, set_up: (vehicle, set_up)),
        ]

    def test_what_gives_most_for_the_money_comes_first_and_one_bar_an_axle(self):
        vehicle, options = self.options()
        plan = staged_plan(vehicle, SetUp(), READY, options, 800.0)
        keys = [stage.key for stage in plan.stages]
        self.assertEqual(keys, ["own lines", "links", "thick bar", "new shocks all round"])
        worth = [stage.gain_per_100_rad for stage in plan.stages[:3]]
        self.assertEqual(worth, sorted(worth, reverse=True))
        self.assertEqual(plan.stages[2].price_so_far, 2810.0)

    def test_gains_add_up_to_the_lean_that_is_left(self):
        vehicle, options = self.options()
        plan = staged_plan(vehicle, SetUp(), READY, options, 0.0)
        saved = sum(stage.gain_rad for stage in plan.stages)
        self.assertAlmostEqual(plan.lean_rad - saved, plan.stages[-1].lean_rad, 12)

    def test_shocks_save_swings_and_no_lean(self):
        vehicle, options = self.options()
        last = staged_plan(vehicle, SetUp(), READY, options, 800.0).stages[-1]
        self.assertEqual(last.gain_rad, 0.0)
        self.assertLess(last.swings, last.swings_before)


class MaterialTests(unittest.TestCase):
    def test_steel_changes_reserve_and_life_but_never_the_rate(self):
        own = strength(vehicle_c(), CHOSEN, READY, End.REAR, 0.06)
        rows = steel_rows(vehicle_c(), CHOSEN, End.REAR, own)
        self.assertEqual(len({row.rate_n_per_m for row in rows}), 1)
        by_key = {row.key: row for row in rows}
        self.assertGreater(by_key["5160_hardened"].bend_reserve, by_key["s355"].bend_reserve)
        self.assertAlmostEqual(by_key["1045_hardened"].life_km, own.life_km)
        self.assertAlmostEqual(
            by_key["1045_hardened"].travel_reserve, own.at_full_travel.yield_reserve
        )


class SizeCurveTests(unittest.TestCase):
    def test_lean_falls_with_every_standard_diameter_and_meets_case_9(self):
        thick = fitted(34.9)
        curve = size_curve(vehicle_c(), SetUp(), End.REAR, Action.SUPPLEMENT, thick, READY)
        self.assertTrue(np.all(np.diff(curve.lean_rad) < 0))
        lean = np.interp(0.0349, curve.diameter_m, curve.lean_rad)
        whole = evaluate(vehicle_c(), CHOSEN).states[0].after.reference_lean_rad
        self.assertAlmostEqual(lean, whole, 4)
