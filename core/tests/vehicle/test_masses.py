import unittest
from dataclasses import replace

import numpy as np

from axlecore.errors import InputError
from axlecore.quantities.measure import Measured
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.masses import (
    height_from_lift,
    lifted_height,
    sideways_centre,
    stacked,
    tow_shift,
)
from axlecore.vehicle.readings import LiftWeighing, MassItem
from tests.rigs import m, vehicle_c


def item(name, mass, x, z, y=0.0, carried_from=LoadKey.EMPTY):
    return MassItem(name, carried_from, m(mass), m(x), m(y), m(z))


class TowTests(unittest.TestCase):
    def test_a_tongue_load_behind_the_axle_lightens_the_front_and_nothing_is_lost(self):
        front, rear = tow_shift(200.0, 1.2, 4.0)
        np.testing.assert_allclose([front, rear], [-60.0, 260.0])
        front, rear = tow_shift([100.0, 700.0], [0.9, -0.2], 3.7)
        np.testing.assert_allclose(front + rear, [100.0, 700.0])
        self.assertGreater(front[1], 0, "a pin ahead of the axle loads the front")

    def test_a_load_below_zero_is_refused(self):
        with self.assertRaises(InputError) as caught:
            tow_shift(-1.0, 1.0, 4.0)
        self.assertEqual(caught.exception.field, "load_kg")


class LiftTests(unittest.TestCase):
    def test_the_height_comes_back_from_a_vehicle_tipped_by_hand(self):
        """Moments of a body at known height, rotated about the front contact line."""
        base, height, radius, total, behind = 4.2, 1.31, 0.4, 5000.0, 2.5
        angle = np.arcsin(0.8 / base)
        # Centre in the frame of the wheel-centre line, turned with the rear going up.
        x = behind * np.cos(angle) - (height - radius) * np.sin(angle)
        front = total * (1 - x / (base * np.cos(angle)))
        level = total * (1 - behind / base)
        found = height_from_lift(level, front, total, 0.8, base, radius)
        np.testing.assert_allclose(found, height, rtol=1e-12)

    def test_the_sheet_gives_a_height_with_a_band_that_grows_with_a_sloppy_scale(self):
        def height(tolerance):
            lift = LiftWeighing(
                rise_m=Measured(0.6, tolerance=0.005),
                raised_front_kg=Measured(2160.0, tolerance=tolerance),
            )
            return lifted_height(replace(vehicle_c(), lift_weighing=lift))

        self.assertIsNone(lifted_height(vehicle_c()))
        self.assertAlmostEqual(height(2.0).value, height(20.0).value)
        self.assertGreater(height(20.0).tolerance, 3 * height(2.0).tolerance)

    def test_a_front_that_got_no_heavier_names_the_reading(self):
        lift = LiftWeighing(rise_m=m(0.6), raised_front_kg=m(2000.0))
        with self.assertRaises(InputError) as caught:
            lifted_height(replace(vehicle_c(), lift_weighing=lift))
        self.assertEqual(caught.exception.field, "lift_weighing.raised_front_kg")


class StackTests(unittest.TestCase):
    def test_two_masses_balance_where_a_beam_would(self):
        vehicle = replace(
            vehicle_c(), stack=(item("chassis", 3000, 1.8, 0.7), item("body", 1000, 3.0, 1.9))
        )
        found = stacked(vehicle, LoadKey.EMPTY)
        self.assertAlmostEqual(found.height_m, 1.0)
        self.assertAlmostEqual(found.behind_front_axle_m, 2.1)
        self.assertAlmostEqual(found.rear_kg, 4000 * 2.1 / 4.3)
        self.assertAlmostEqual(found.front_kg + found.rear_kg, 4000)

    def test_water_is_on_board_trip_ready_and_not_empty(self):
        stack = (item("bare", 4000, 2, 1), item("water", 400, 3, 2, carried_from="trip_ready"))
        stack = tuple(replace(one, carried_from=LoadKey(one.carried_from)) for one in stack)
        vehicle = replace(vehicle_c(), stack=stack)
        masses = {key: stacked(vehicle, key).mass_kg for key in LoadKey}
        self.assertEqual(
            masses, {"empty": 4000, "trip_ready": 4400, "maximum": 4400, "towing": 4400}
        )

    def test_a_load_alone_is_put_upon_the_weighed_empty_state(self):
        vehicle = vehicle_c()
        empty = replace(vehicle.load_states[0], key=LoadKey.EMPTY)
        kayaks = item("kayaks", 80, 1.4, 2.2, carried_from=LoadKey.TRIP_READY)
        self.assertIsNone(stacked(replace(vehicle, stack=(kayaks,)), LoadKey.TRIP_READY))
        loaded = replace(vehicle, stack=(kayaks,), load_states=(empty, *vehicle.load_states))
        found = stacked(loaded, LoadKey.TRIP_READY)
        self.assertAlmostEqual(found.mass_kg, 5280)
        self.assertAlmostEqual(found.height_m, (5200 * 1.28 + 80 * 2.2) / 5280)
        self.assertIsNone(stacked(loaded, LoadKey.EMPTY))

    def test_the_centre_lies_to_the_heavier_side(self):
        vehicle = vehicle_c()
        state = replace(vehicle.load_states[0], rear_left_kg=m(1672.1), rear_right_kg=m(1472.1))
        self.assertAlmostEqual(sideways_centre(vehicle, state), 200 * 1.75 / 2 / 5200)
