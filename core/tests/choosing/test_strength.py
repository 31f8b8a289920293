import unittest
from dataclasses import replace

import numpy as np

from axlecore.choosing.strength import strength
from axlecore.errors import InputError
from axlecore.lean.evaluate import evaluate
from axlecore.vehicle.axle import HelperSprings
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from tests.rigs import axle, choice, m, vehicle_c

KEY = LoadKey.TRIP_READY
SET_UP = SetUp(rear=choice())


class StrengthTests(unittest.TestCase):
    def test_the_force_in_a_bend_is_the_bars_part_of_the_roll_moment(self):
        """K_bar·twist over the link spacing, with lean and tyre roll of cases 9 and 8."""
        found = strength(vehicle_c(), SET_UP, KEY, End.REAR, 0.05)
        stiffness = evaluate(vehicle_c(), SET_UP).rear.after.chosen_bar
        force = found.in_bend.end_force_n
        twist = force * 1.02 / stiffness
        self.assertTrue(np.radians(1.0) < twist < np.radians(2.2))
        self.assertAlmostEqual(found.at_full_travel.end_force_n, 284.7e3 * 0.05, delta=20)

    def test_better_steel_has_more_reserve_at_the_same_stress(self):
        plain, spring = (
            strength(
                vehicle_c(),
                SetUp(
                    rear=replace(
                        SET_UP.rear,
                        fitted=replace(
                            SET_UP.rear.fitted, bar=replace(SET_UP.rear.fitted.bar, steel=steel)
                        ),
                    )
                ),
                KEY,
                End.REAR,
                0.05,
            )
            for steel in ("s355", "51crv4_hardened")
        )
        self.assertAlmostEqual(plain.in_bend.worst_pa, spring.in_bend.worst_pa)
        self.assertGreater(spring.fatigue.reserve, 2 * plain.fatigue.reserve)
        self.assertGreaterEqual(spring.life_km, plain.life_km)

    def test_the_standard_bar_is_judged_where_none_is_chosen(self):
        found = strength(vehicle_c(), SetUp(), KEY, End.REAR, 0.05)
        self.assertAlmostEqual(found.at_full_travel.end_force_n, 128.4e3 * 0.05, delta=10)
        for axle_name, key, field in (
            (End.FRONT, KEY, "axle"),
            (End.REAR, LoadKey.EMPTY, "state"),
        ):
            with self.assertRaises(InputError) as caught:
                strength(vehicle_c(), SetUp(), key, axle_name, 0.05)
            self.assertEqual(caught.exception.field, field)


class PartsTests(unittest.TestCase):
    def test_helper_springs_add_at_their_own_spacing(self):
        helped = axle(helper_springs=HelperSprings(m(25e3), m(1.1)))
        with_them, without = (
            evaluate(replace(vehicle_c(), rear=rear), SetUp()).rear.before.suspension
            for rear in (helped, axle())
        )
        self.assertAlmostEqual(with_them - without, 25e3 * 1.1**2 / 2)
