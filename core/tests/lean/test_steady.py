import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError, UnstableError
from axlecore.lean.assembly import rolls_of
from axlecore.lean.limits import limits
from axlecore.lean.roll_model import body_of, model_of
from axlecore.lean.steady import Push, roll_system, solve, wheel_loads
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.side_wind import ProfileBlock, SideProfile, side_area, side_force
from tests.rigs import fitted, m, model_with, vehicle_c

KEY = LoadKey.TRIP_READY

bends = st.floats(0.01, 5.0)
stiffness = st.floats(6e4, 1e6)


def model(front=84e3, rear=174e3):
    return model_with([[front, rear]])


HIGH_UP = Push(np.array([1.6]), np.array([2.6]))


class LeanTests(unittest.TestCase):
    @given(bends, stiffness, stiffness)
    def test_even_in_left_and_right(self, bend, front, rear):
        left, right = solve(model(front, rear), [bend, -bend]).lean_rad[0]
        self.assertAlmostEqual(left, -right, places=12)

    @given(bends, stiffness, st.floats(1e3, 1e6))
    def test_adding_stiffness_at_either_axle_always_leans_less(self, bend, base, added):
        plain = solve(model(base, base), [bend]).lean_rad
        self.assertLess(solve(model(base + added, base), [bend]).lean_rad, plain)
        self.assertLess(solve(model(base, base + added), [bend]).lean_rad, plain)

    @given(bends, stiffness)
    def test_stiffening_the_rear_lowers_the_front_share(self, bend, rear):
        soft, stiff = (solve(model(84e3, k), [bend]).front_share for k in (rear, rear * 1.1))
        self.assertLess(stiff, soft)

    def test_no_load_no_lean_and_an_even_share(self):
        answer = solve(model(), [0.0], [0.0])
        self.assertEqual(answer.lean_rad.item(), 0.0)
        self.assertEqual(answer.front_share.item(), 0.5)

    def test_bend_and_wind_superpose(self):
        both = solve(model(), [2.0], [4000.0], HIGH_UP).lean_rad
        bend = solve(model(), [2.0]).lean_rad
        wind = solve(model(), [0.0], [4000.0], HIGH_UP).lean_rad
        np.testing.assert_allclose(both, bend + wind, rtol=1e-12)

    @given(bends, stiffness, stiffness)
    def test_the_lean_is_where_the_energy_is_least(self, bend, front, rear):
        """Springs, tyres, gravity and inertia as one energy, its slope set to zero by hand."""
        found = model(front, rear)
        (springs,), (tyres,) = found.suspension_n_m_per_rad, found.tyre_n_m_per_rad
        body = found.sprung_mass_kg[0] * found.arm_m[0]
        axles = (
            found.axle_sprung_mass_kg * found.roll_centre_height_m
            + found.unsprung_mass_kg * found.unsprung_height_m
        )[0]

        def energy(rolls):
            lean, tyre = rolls[0], rolls[1:]
            stored = (springs * (lean - tyre) ** 2 + tyres * tyre**2).sum() / 2
            shifts = np.concatenate([[body * lean], axles * tyre])
            return stored - 9.80665 / 2 * (shifts @ rolls) - bend * shifts.sum()

        # Exact for a quadratic: differences of one step give its slopes and curvatures.
        nil, unit = energy(np.zeros(3)), np.eye(3)
        single = np.array([energy(e) for e in unit])
        curve = np.array([[energy(a + b) for b in unit] for a in unit])
        curve = curve - single[:, None] - single[None, :] + nil
        slope = single - nil - np.diag(curve) / 2
        rolls = np.linalg.solve(curve, -slope)
        answer = solve(found, [bend])
        np.testing.assert_allclose(answer.lean_rad[0, 0], rolls[0], rtol=1e-8)
        np.testing.assert_allclose(answer.tyre_roll_rad[0, 0], rolls[1:], rtol=1e-8)

    def test_load_transfer_balances_the_overturning_moment(self):
        """Moments about the ground: what the tyres take is what inertia and gravity give."""
        found, bend, gravity = model(), 2.5, 9.80665
        answer = solve(found, [bend])
        lean, tyre = answer.lean_rad[0, 0], answer.tyre_roll_rad[0, 0]
        taken = (answer.load_transfer_n[0, 0] * found.track_m[0]).sum()
        mass, axle_mass = found.sprung_mass_kg[0], found.axle_sprung_mass_kg[0]
        shift = found.arm_m[0] * lean * mass + (axle_mass * found.roll_centre_height_m[0]) @ tyre
        given_ = mass * bend * found.sprung_height_m[0] + gravity * shift
        np.testing.assert_allclose(taken, given_, rtol=1e-9)

    def test_rigid_tyres_leave_springs_against_gravity(self):
        """Closed form of the textbook model: m·a·arm / (ΣK − m·g·arm)."""
        found = replace(model(), tyre_n_m_per_rad=np.full((1, 2), 1e15))
        mass, arm = found.sprung_mass_kg[0], found.arm_m[0]
        expected = mass * 2.0 * arm / (258e3 - mass * 9.80665 * arm)
        np.testing.assert_allclose(solve(found, [2.0]).lean_rad.item(), expected, rtol=1e-6)

    def test_a_vehicle_that_cannot_stand_is_a_named_error(self):
        with self.assertRaises(UnstableError) as caught:
            solve(model(9e3, 9e3), [1.0])
        self.assertEqual(caught.exception.rows, (0,))
        self.assertIn("tips over by itself", str(caught.exception))

    def test_a_centre_below_the_roll_axis_is_refused_at_its_field(self):
        vehicle = vehicle_c()
        low = replace(vehicle.load_states[0], centre_of_gravity_height_m=m(0.5))
        with self.assertRaises(InputError) as caught:
            body_of(replace(vehicle, load_states=(low,)), [0])
        self.assertEqual(caught.exception.field, "load_states.0.centre_of_gravity_height_m")


class WheelTests(unittest.TestCase):
    static = np.array([[10e3, 9e3, 15e3, 14e3]])

    def test_leaning_right_loads_the_right_and_keeps_the_sum(self):
        loads = wheel_loads(self.static, np.array([[[1e3, 2e3]]]))
        np.testing.assert_allclose(loads[0, 0], [9e3, 10e3, 13e3, 16e3])

    def test_the_lighter_wheel_of_either_axle_is_spent_at_the_lift(self):
        static = np.array([[9e3, 10e3, 14e3, 15e3]])
        ended = limits(roll_system(model()), static)
        axle, at = ended.lift_axle, ended.lift_m_s2
        spent = wheel_loads(static, solve(model(), at).load_transfer_n)[0, 0]
        self.assertAlmostEqual(spent.min() / static.max(), 0.0, 9)
        self.assertEqual(int(np.argmin(spent)) // 2, axle.item())


class WindTests(unittest.TestCase):
    @given(st.floats(0, 40), st.floats(0, 40))
    def test_zero_wind_pushes_nothing_and_more_wind_pushes_more(self, road, wind):
        self.assertEqual(side_force(20, 1.1, road, 0.0), 0.0)
        self.assertLess(side_force(20, 1.1, road, wind), side_force(20, 1.1, road, wind + 1))

    def test_standing_still_it_is_dynamic_pressure_times_area(self):
        self.assertAlmostEqual(float(side_force(20, 1.0, 0.0, 10.0)), 0.5 * 1.225 * 100 * 20)

    def test_two_blocks_balance_at_their_common_centre(self):
        profile = SideProfile(
            (ProfileBlock(m(2), m(0.5), m(1.5)), ProfileBlock(m(4), m(0.5), m(2.5))), m(1.0), m(1.0)
        )
        side = side_area(profile)
        self.assertAlmostEqual(side.area_m2, 10.0)
        self.assertAlmostEqual(side.centre_height_m, (2 * 1.0 + 8 * 1.5) / 10)
        self.assertAlmostEqual(side.centre_behind_front_axle_m, (2 * 0.0 + 8 * 3.0) / 10)

    def test_arguments_out_of_range_are_named(self):
        for field, arguments in (
            ("area_m2", (0.0, 1, 1, 1)),
            ("coefficient", (1, -1, 1, 1)),
            ("road_speed_m_s", (1, 1, -1, 1)),
            ("wind_speed_m_s", (1, 1, 1, float("nan"))),
            ("air_density_kg_m3", (1, 1, 1, 1, 0.0)),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                side_force(*arguments)
            self.assertEqual(caught.exception.field, field)


class FreeLeanTests(unittest.TestCase):
    """A bar with play starts late."""

    def lean(self, play_m, bend):
        bar = replace(fitted(), link_play_m=m(play_m))
        vehicle = replace(vehicle_c(), rear=replace(vehicle_c().rear, standard_bar=bar))
        return float(solve(model_of(vehicle, SetUp(), KEY), bend).lean_rad[0, 0])

    def without_bar(self, bend):
        vehicle = replace(vehicle_c(), rear=replace(vehicle_c().rear, standard_bar=None))
        return float(solve(model_of(vehicle, SetUp(), KEY), bend).lean_rad[0, 0])

    def test_inside_its_play_the_bar_is_as_good_as_gone(self):
        self.assertAlmostEqual(self.lean(0.01, 0.3), self.without_bar(0.3))

    def test_past_its_play_the_lean_is_the_free_one_plus_a_share_of_the_play(self):
        bend, free = 3.0, 0.008 / 1.04
        tight, loose, gone = self.lean(0.0, bend), self.lean(0.008, bend), self.without_bar(bend)
        self.assertTrue(tight < loose < min(gone, tight + 2 * free))

    def test_the_curve_has_a_kink_and_no_jump(self):
        bends = np.linspace(0.1, 3.0, 60)
        leans = np.array([self.lean(0.008, bend) for bend in bends])
        steps = np.diff(leans)
        self.assertTrue(np.all(steps > 0))
        slopes = np.unique(np.round(steps, 7))
        self.assertLessEqual(len(slopes), 3, "two straight lines and the step with the kink")

    def test_energy_balance_of_the_late_bar(self):
        """The bar carries K·(twist − free): moments about the roll axis must add up."""
        bend = 2.5
        bar = replace(fitted(), link_play_m=m(0.008))
        vehicle = replace(vehicle_c(), rear=replace(vehicle_c().rear, standard_bar=bar))
        front, rear = rolls_of(vehicle, SetUp())
        model = model_of(vehicle, SetUp(), KEY)
        answer = solve(model, bend)
        lean, (at_front, at_rear) = answer.lean_rad[0, 0], answer.tyre_roll_rad[0, 0]
        carried = (
            front.suspension * (lean - at_front)
            + rear.springs * (lean - at_rear)
            + rear.standard.roll_stiffness_n_m_per_rad * (lean - at_rear - 0.008 / 1.04)
        )
        moment = model.sprung_mass_kg[0] * model.arm_m[0] * (bend + 9.80665 * lean)
        self.assertAlmostEqual(float(carried[0]) / moment, 1.0, 9)
