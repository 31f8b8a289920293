import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.lean.assembly import rolls_of, spring_roll_stiffness, tyre_roll_stiffness
from axlecore.lean.bar_numbers import bar_roll_stiffness
from axlecore.vehicle.axle import AirBags, AirLines, Springs, Suspension
from axlecore.vehicle.rig import SetUp
from tests.rigs import axle, m, vehicle_c


def rear(**changes):
    """Where the roll stiffness of vehicle C's rear axle comes from, with these changes."""
    return rolls_of(replace(vehicle_c(), rear=axle(**changes)), SetUp())[1]


class RollStiffnessTests(unittest.TestCase):
    def test_dual_tyres_are_four_springs_at_their_lever_arms(self):
        rate, track, dual = 5e5, 1.75, 0.3
        by_hand = 2 * rate * ((track / 2 + dual / 2) ** 2 + (track / 2 - dual / 2) ** 2)
        self.assertAlmostEqual(float(tyre_roll_stiffness(rate, track, dual)), by_hand, places=3)

    def test_independent_springs_and_bars_act_at_the_track(self):
        independent = rear(suspension=Suspension.INDEPENDENT)
        self.assertAlmostEqual(float(independent.springs), 210e3 * 1.75**2 / 2)
        self.assertEqual(independent.standard.spacing_m, 1.75)
        self.assertEqual(rear().standard.spacing_m, 1.04)

    def test_leaf_twist_raises_spring_stiffness(self):
        measured = rear(leaf_twist_factor=m(1.2)).springs / rear().springs
        usual = rear(springs=Springs.LEAF).springs / rear().springs
        self.assertAlmostEqual(float(measured), 1.2)
        self.assertAlmostEqual(float(usual), 1.25)

    def test_air_bags_hold_in_roll_only_with_separate_lines(self):
        separate, connected = (
            rear(air_bags=AirBags(m(35e3), m(0.9), lines)).air_bags for lines in AirLines
        )
        self.assertAlmostEqual(float(separate), 35e3 * 0.81 / 2)
        self.assertEqual(connected, 0)

    def test_arguments_out_of_range_are_named(self):
        for function, arguments, field in (
            (spring_roll_stiffness, (-1.0, 1.0), "rate_n_per_m"),
            (spring_roll_stiffness, (1.0, 0.0), "spacing_m"),
            (spring_roll_stiffness, (1.0, 1.0, 0.5), "leaf_twist_factor"),
            (tyre_roll_stiffness, (0.0, 1.0), "rate_n_per_m"),
            (tyre_roll_stiffness, (1.0, -1.0), "track_m"),
            (tyre_roll_stiffness, (1.0, 1.0, 1.5), "dual_spacing_m"),
            (bar_roll_stiffness, (-1.0, 1.0), "rate_n_per_m"),
            (bar_roll_stiffness, (1.0, float("nan")), "spacing_m"),
            (bar_roll_stiffness, (1.0, 1.0, 0.0), "motion_ratio"),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                function(*arguments)
            self.assertEqual(caught.exception.field, field)


class AxleSheetTests(unittest.TestCase):
    def test_refused_sheets_name_the_field(self):
        for field, changes in (
            ("link_spacing_m", {"link_spacing_m": m(1.8)}),
            ("link_spacing_m", {"link_spacing_m": None}),
            ("spring_base_m", {"spring_base_m": m(1.75)}),
            ("track_m", {"track_m": m(-1.0)}),
            ("rating_kg", {"rating_kg": m(0.0)}),
            ("leaf_twist_factor", {"leaf_twist_factor": m(0.9)}),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                axle(**changes)
            self.assertEqual(caught.exception.field, field)
