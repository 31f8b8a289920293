import unittest

import numpy as np
from scipy.integrate import solve_ivp

from axlecore.errors import InputError
from axlecore.lean.rough_ground import articulation, body_rock
from axlecore.lean.steady import at_sprung_centre, solve
from axlecore.motion.gusts import bridge_end, gust, passing_truck, truck_force
from axlecore.motion.manoeuvres import (
    MANOEUVRES,
    Course,
    Inputs,
    _systems,
    bump_toss,
    ends_of,
    marks,
    simulate,
    standard_runs,
)
from tests.rigs import model_with
from tests.validation.test_worked_cases import vehicle_c

STANDARD, BOTH = 128.4e3, 128.4e3 + 284.7e3
INERTIA, DAMPING = np.array([8524.0]), np.full((1, 2), 7500.0)
STEP = 0.005
TIME = np.arange(0, 20, STEP)
ENDED = ends_of(Course(), vehicle_c(STANDARD))


def one_run(acceleration=0.0, force=0.0, road=(0.0, 0.0)):
    shape = (1, len(TIME))
    ones = np.ones(shape)
    return Inputs(
        acceleration * ones, force * ones, np.stack([road[0] * ones, road[1] * ones], axis=-1)
    )


def course_of(bars, course=None, time=TIME):
    model = vehicle_c(bars)
    (motion,) = simulate(
        model, INERTIA, DAMPING, standard_runs(course or Course(), model, time), STEP
    )
    return motion


class SimulationTests(unittest.TestCase):
    def test_it_ends_where_the_steady_lean_is(self):
        model = vehicle_c(STANDARD)
        for acting, steady in (
            (one_run(acceleration=3.0), solve(model, 3.0)),
            (one_run(force=4000.0), solve(model, 0.0, 4000.0)),
        ):
            (motion,) = simulate(model, INERTIA, DAMPING, acting, STEP)
            np.testing.assert_allclose(motion.lean_rad[0, -1], steady.lean_rad[0, 0], rtol=1e-4)
            np.testing.assert_allclose(
                motion.tyre_roll_rad[0, -1], steady.tyre_roll_rad[0, 0], rtol=1e-3
            )

    def test_a_general_integrator_says_the_same(self):
        """The same equations by an adaptive Runge–Kutta of eighth order."""
        model = vehicle_c(STANDARD)
        motion = course_of(STANDARD)
        acting = standard_runs(Course(), model, TIME)
        a, b = (m[0] for m in _systems(model, INERTIA, DAMPING, at_sprung_centre(model)))
        run = MANOEUVRES.index("double lane change")
        inputs = np.column_stack(
            [
                acting.lateral_acceleration_m_s2[run],
                acting.side_force_n[run],
                acting.road_roll_rad[run],
            ]
        )

        def slope(t, state):
            return a @ state + b @ [np.interp(t, TIME, column) for column in inputs.T]

        until = 8.0
        found = solve_ivp(
            slope,
            (0, until),
            np.zeros(4),
            "DOP853",
            rtol=1e-9,
            atol=1e-12,
            t_eval=[3.0, 5.0, until],
            max_step=0.02,
        )
        at = np.round(found.t / STEP).astype(int)
        np.testing.assert_allclose(motion.lean_rad[run, at], found.y[0], rtol=1e-4)

    def test_case_16_the_overshoot_of_a_sudden_bend(self):
        for bars, overshoot in ((STANDARD, 0.622), (BOTH, 0.706)):
            (motion,) = simulate(vehicle_c(bars), INERTIA, DAMPING, one_run(3.0), STEP)
            # A sudden load leans at once on the tyres' way; the body's own swing is the rest.
            self.assertAlmostEqual(
                marks(motion, STEP, 1.0, np.zeros(1)).overshoot[0], overshoot, delta=0.04
            )

    def test_a_stiffer_bar_leans_less_and_swings_as_often_or_more(self):
        before, after = (marks(course_of(bars), STEP, 1.2, ENDED) for bars in (STANDARD, BOTH))
        wind = slice(MANOEUVRES.index("gust"), MANOEUVRES.index("passing truck") + 1)
        self.assertTrue(np.all(after.peak_lean_rad[wind] < before.peak_lean_rad[wind]))
        bend = MANOEUVRES.index("steady bend")
        self.assertGreaterEqual(after.swings[bend], before.swings[bend])

    def test_a_bump_on_both_sides_rolls_nothing_and_on_one_side_tosses_heads_more(self):
        both = MANOEUVRES.index("both-side bump")
        before, after = (marks(course_of(bars), STEP, 1.2, ENDED) for bars in (STANDARD, BOTH))
        for found in (before, after):
            self.assertEqual((found.peak_lean_rad[both], found.swings[both]), (0.0, 0))
        one = MANOEUVRES.index("one-side bump")
        self.assertGreater(after.head_toss_m_s2[one], before.head_toss_m_s2[one])

    def test_it_is_linear_and_even_in_left_and_right(self):
        motion = course_of(STANDARD)
        mirrored = course_of(STANDARD, Course(lateral_m_s2=-2.942))
        np.testing.assert_allclose(mirrored.lean_rad[:4], -motion.lean_rad[:4])

    def test_half_the_step_gives_the_same_motion(self):
        fine = np.arange(0, 20, STEP / 2)
        model = vehicle_c(STANDARD)
        (motion,) = simulate(
            model, INERTIA, DAMPING, standard_runs(Course(), model, fine), STEP / 2
        )
        np.testing.assert_allclose(
            motion.lean_rad[1, ::2], course_of(STANDARD).lean_rad[1], atol=1e-5
        )

    def test_what_cannot_move_is_refused_by_name(self):
        model, runs = vehicle_c(STANDARD), one_run(1.0)
        for field, inertia, damping, step in (
            ("inertia_kg_m2", [0.0], DAMPING, STEP),
            ("step_s", INERTIA, DAMPING, 0.0),
            ("damping_n_m_s_per_rad", INERTIA, DAMPING * 0, STEP),
        ):
            with self.assertRaises(InputError) as caught:
                simulate(model, inertia, damping, runs, step)
            self.assertEqual(caught.exception.field, field)


class RoughGroundTests(unittest.TestCase):
    def test_case_14_rock_falls_at_one_axle_and_rises_at_the_other(self):
        np.testing.assert_allclose(body_rock(vehicle_c(STANDARD)), [[0.383, 0.793]], atol=6e-4)
        np.testing.assert_allclose(body_rock(vehicle_c(BOTH)), [[0.242, 0.874]], atol=6e-4)

    def test_the_rock_is_where_a_held_road_roll_ends(self):
        (motion,) = simulate(vehicle_c(STANDARD), INERTIA, DAMPING, one_run(road=(0.0, 0.05)), STEP)
        self.assertAlmostEqual(motion.lean_rad[0, -1] / 0.05, 0.7928, 3)

    def test_a_stiffer_bar_follows_the_ground_less(self):
        static = np.array([[10.08e3, 10.08e3, 15.42e3, 15.42e3]])
        free, stiff = (
            articulation(vehicle_c(bars), static).twist_rad[0] for bars in (STANDARD, BOTH)
        )
        self.assertLess(stiff, free)

    def test_a_wheel_is_just_weightless_at_that_twist(self):
        """By the tyres: the front axle's transfer at that twist is a front wheel's load."""
        static = np.array([[10.08e3, 10.08e3, 50e3, 50e3]])
        model = vehicle_c(STANDARD)
        twist = float(articulation(model, static).twist_rad[0])
        (motion,) = simulate(model, INERTIA, DAMPING, one_run(road=(twist / 2, -twist / 2)), STEP)
        lifted = twist / 2 - motion.tyre_roll_rad[0, -1, 0]
        moved = model.tyre_n_m_per_rad[0, 0] * lifted / model.track_m[0, 0]
        self.assertAlmostEqual(moved / static[0, 0], 1.0, 3)


class GustTests(unittest.TestCase):
    def test_a_gust_is_half_its_length_wide_and_a_truck_pushes_as_much_as_it_pulls(self):
        shape = gust(TIME, 1.0, 50.0, 25.0)
        self.assertAlmostEqual(shape.sum() * STEP, 1.0, 3)
        self.assertEqual((shape.max(), shape[0], shape[-1]), (1.0, 0.0, 0.0))
        pulse = passing_truck(TIME, 1.0, 18.0, 6.0)
        self.assertAlmostEqual(pulse.sum() * STEP, 0.0, 3)
        self.assertEqual(bridge_end(TIME, 1.0, 8.0, 25.0)[[0, -1]].tolist(), [0.0, 1.0])

    def test_a_closer_and_faster_truck_pushes_harder(self):
        self.assertGreater(truck_force(20, 1.0, 30), truck_force(20, 2.0, 30))
        self.assertAlmostEqual(truck_force(20, 1.0, 30) / truck_force(20, 1.0, 15), 4.0)
        for bad in ({"gap_m": 0.1}, {"side_area_m2": 0.0}, {"relative_speed_m_s": -1.0}):
            with self.assertRaises(InputError) as caught:
                truck_force(**{"side_area_m2": 20, "gap_m": 1, "relative_speed_m_s": 30, **bad})
            self.assertEqual(caught.exception.field, next(iter(bad)))


class BumpTossTests(unittest.TestCase):
    def test_many_set_ups_at_once_are_tossed_as_each_by_itself(self):
        """Soft to stiff at either end, against the same run simulated and read off."""
        model = model_with([[84e3, 174e3], [84e3, 500e3], [300e3, 174e3], [20e3, 40e3]])
        course, step = Course(bump_m=0.04), 0.005
        tossed = bump_toss(model, [8524.0], [[7500.0, 7500.0]], course, 1.1)
        time = np.arange(0, 4, step)
        runs = standard_runs(course, model, time)
        inertia, damping = np.full(4, 8524.0), np.full((4, 2), 7500.0)
        motions = simulate(model, inertia, damping, runs, step)
        bump = MANOEUVRES.index("one-side bump")
        read = [
            marks(motion, step, 1.1, ends_of(course, model)).head_toss_m_s2[bump]
            for motion in motions
        ]
        np.testing.assert_allclose(tossed, read, rtol=1e-9)
