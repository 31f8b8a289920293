import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.lean.evaluate import REFERENCE_ROAD_M_S, REFERENCE_WIND_M_S, evaluate
from axlecore.lean.lean_map import lean_map, wind_for_lean
from axlecore.motion.manoeuvres import Course
from axlecore.motion.replay import replay
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from tests.rigs import choice, vehicle_c

SET_UP = SetUp(rear=choice())


class LeanMapTests(unittest.TestCase):
    def test_it_goes_through_the_reference_wind_and_starts_at_nothing(self):
        found = lean_map(vehicle_c(), SET_UP, [0.0, REFERENCE_ROAD_M_S], [0.0, REFERENCE_WIND_M_S])
        state = evaluate(vehicle_c(), SET_UP).states[0]
        self.assertAlmostEqual(found.before_rad[0][1][1], state.before.reference_wind_lean_rad)
        self.assertAlmostEqual(found.after_rad[0][1][1], state.after.reference_wind_lean_rad)
        self.assertEqual([row[0] for row in found.after_rad[0]], [0.0, 0.0])

    def test_lean_grows_with_wind_and_with_speed(self):
        found = np.array(
            lean_map(vehicle_c(), SET_UP, np.arange(1, 30), np.arange(1, 25)).before_rad[0]
        )
        self.assertTrue(np.all(np.diff(found, axis=0) > 0) and np.all(np.diff(found, axis=1) > 0))

    def test_the_wind_for_a_lean_leans_it_so_far(self):
        wind = wind_for_lean(vehicle_c(), SET_UP, LoadKey.TRIP_READY, np.radians(0.7), 25.0)
        lean = lean_map(vehicle_c(), SET_UP, [25.0], [wind]).after_rad[0][0][0]
        self.assertAlmostEqual(np.degrees(lean), 0.7, 4)
        standing = wind_for_lean(vehicle_c(), SetUp(), LoadKey.TRIP_READY, np.radians(0.7), 25.0)
        self.assertLess(standing, wind)
        for lean, key, field in (
            (0.0, LoadKey.TRIP_READY, "lean_rad"),
            (2.0, LoadKey.TRIP_READY, "lean_rad"),
            (0.01, LoadKey.TOWING, "state"),
        ):
            with self.assertRaises(InputError) as caught:
                wind_for_lean(vehicle_c(), SET_UP, key, lean, 25.0)
            self.assertEqual(caught.exception.field, field)


class ReplayTests(unittest.TestCase):
    def test_before_and_after_differ_only_where_the_bar_works(self):
        before, after = replay(vehicle_c(), SET_UP, LoadKey.TRIP_READY, Course())
        self.assertLess(after.damping_ratio, before.damping_ratio)
        self.assertGreater(after.frequency_hz, before.frequency_hz)
        self.assertLess(after.body_rock[0], before.body_rock[0])
        self.assertGreater(after.body_rock[1], before.body_rock[1])
        self.assertLess(after.articulation_rad, before.articulation_rad)
        nothing = replay(vehicle_c(), SetUp(), LoadKey.TRIP_READY, Course())
        self.assertEqual(*nothing)
        self.assertEqual(nothing[0], before)

    def test_a_state_nobody_weighed_is_refused(self):
        with self.assertRaises(InputError):
            replay(vehicle_c(), SET_UP, LoadKey.TOWING, Course())
