"""What must hold for any vehicle and any bar, whatever the numbers."""

import math
import unittest
from dataclasses import replace

from hypothesis import assume, given
from hypothesis import strategies as st

from axlecore.bars.bar import bar_rates, developed_length, square_u
from axlecore.bars.section import area, bore_from_mass
from axlecore.bars.steel import DENSITY_KG_M3, STEELS
from axlecore.errors import CoreError
from axlecore.lean.evaluate import evaluate
from axlecore.practice.classes import class_vehicle, default_bar
from axlecore.quantities.entry import enter, fit_part
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.axle import AirBags, AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, AxleChoice, RigKind, SetUp
from tests.rigs import bar, choice, m, vehicle_c

kinds = st.sampled_from(list(RigKind))
axles = st.sampled_from(list(End))
diameters = st.floats(0.02, 0.05)


def with_bar(vehicle, axle_name, outside_m, action):
    """Choose the class tables' bar of this diameter for an axle."""
    fitted = default_bar(vehicle.of_end(axle_name), outside_m)
    return SetUp(**{axle_name: AxleChoice(action, fitted)})


def lean(vehicle, set_up):
    return evaluate(vehicle, set_up).states[0].after.reference_lean_rad


class LeanProperties(unittest.TestCase):
    @given(kinds, axles, diameters)
    def test_a_supplemental_bar_never_leans_more(self, kind, axle_name, outside):
        vehicle = class_vehicle(kind)
        chosen = with_bar(vehicle, axle_name, outside, Action.SUPPLEMENT)
        self.assertLess(lean(vehicle, chosen), lean(vehicle, SetUp()))

    @given(kinds, axles, diameters)
    def test_adding_beats_replacing_by_the_same_bar(self, kind, axle_name, outside):
        vehicle = class_vehicle(kind)
        added = with_bar(vehicle, axle_name, outside, Action.SUPPLEMENT)
        swapped = with_bar(vehicle, axle_name, outside, Action.REPLACE)
        self.assertLess(lean(vehicle, added), lean(vehicle, swapped))

    @given(kinds, axles)
    def test_replacing_a_bar_by_itself_changes_nothing(self, kind, axle_name):
        vehicle = class_vehicle(kind)
        same = AxleChoice(Action.REPLACE, vehicle.of_end(axle_name).standard_bar)
        before, after = lean(vehicle, SetUp()), lean(vehicle, SetUp(**{axle_name: same}))
        self.assertAlmostEqual(before, after, places=12)

    @given(kinds, axles, diameters)
    def test_a_new_bar_on_a_bare_axle_is_what_a_standard_one_was(self, kind, axle_name, outside):
        vehicle = class_vehicle(kind)
        fitted = default_bar(vehicle.of_end(axle_name), outside)
        standard = fit_part(vehicle, f"{axle_name}.standard_bar", fitted)
        bare = fit_part(vehicle, f"{axle_name}.standard_bar", None)
        new = SetUp(**{axle_name: AxleChoice(Action.NEW, fitted)})
        self.assertAlmostEqual(lean(bare, new), lean(standard, SetUp()), places=12)

    @given(axles, diameters)
    def test_a_bar_moves_load_transfer_to_its_own_axle(self, axle_name, outside):
        vehicle = class_vehicle(RigKind.MOTORHOME)
        chosen = with_bar(vehicle, axle_name, outside, Action.SUPPLEMENT)
        state = evaluate(vehicle, chosen).states[0]
        rises = state.after.front_share > state.before.front_share
        self.assertEqual(rises, axle_name == "front")

    @given(st.floats(2e4, 1e5), st.floats(0.6, 1.2))
    def test_connected_air_bags_are_as_good_as_none(self, rate, spacing):
        plain = vehicle_c()
        bags = AirBags(m(rate), m(spacing), AirLines.CONNECTED)
        connected = fit_part(plain, "rear.air_bags", bags)
        separate = fit_part(plain, "rear.air_bags", replace(bags, lines=AirLines.SEPARATE))
        self.assertEqual(lean(connected, SetUp()), lean(plain, SetUp()))
        self.assertLess(lean(separate, SetUp()), lean(plain, SetUp()))

    @given(kinds)
    def test_swapping_left_and_right_wheels_changes_no_lean(self, kind):
        vehicle = class_vehicle(kind)
        heavier = enter(vehicle, "load_states.0.front_left_kg", "520 kg", Known.MEASURED)
        state = heavier.load_states[0]
        swapped = replace(
            state, front_left_kg=state.front_right_kg, front_right_kg=state.front_left_kg
        )
        mirrored = replace(heavier, load_states=(swapped,))
        self.assertAlmostEqual(lean(heavier, SetUp()), lean(mirrored, SetUp()), places=12)

    @given(kinds, st.floats(1.01, 1.2))
    def test_a_higher_centre_of_gravity_leans_more(self, kind, factor):
        vehicle = class_vehicle(kind)
        state = vehicle.load_states[0]
        raised = replace(
            state,
            centre_of_gravity_height_m=Measured(state.centre_of_gravity_height_m.value * factor),
        )
        higher = replace(vehicle, load_states=(raised,))
        self.assertGreater(lean(higher, SetUp()), lean(vehicle, SetUp()))

    @given(kinds, st.floats(1.05, 2.0))
    def test_more_side_area_leans_more_in_the_same_wind_only(self, kind, factor):
        vehicle = class_vehicle(kind)
        profile = vehicle.profile
        rough = replace(
            profile,
            side_force_coefficient=Measured(
                min(2.0, profile.side_force_coefficient.value * factor)
            ),
        )
        before = evaluate(vehicle, SetUp()).states[0].before
        after = evaluate(replace(vehicle, profile=rough), SetUp()).states[0].before
        self.assertGreater(after.reference_wind_lean_rad, before.reference_wind_lean_rad)
        self.assertAlmostEqual(after.reference_lean_rad, before.reference_lean_rad, places=12)


class BarProperties(unittest.TestCase):
    @given(diameters, st.floats(0.05, 0.95))
    def test_a_bore_from_its_own_mass_comes_back(self, outside, ratio):
        length, bore = 1.6, outside * ratio
        mass = float(area(outside, bore)) * length * DENSITY_KG_M3
        self.assertAlmostEqual(float(bore_from_mass(outside, length, mass)), bore, places=6)

    @given(diameters, st.floats(0.0, 0.9))
    def test_a_bore_costs_less_stiffness_than_weight(self, outside, ratio):
        hollow, solid = (bar(outside * 1e3, outside * 1e3 * r) for r in (ratio, 0.0))
        rates = bar_rates([hollow, solid], [0, 0])
        weights = [float(area(outside, outside * r)) for r in (ratio, 0.0)]
        self.assertGreaterEqual(rates[0] / rates[1] + 1e-9, weights[0] / weights[1])

    @given(st.sampled_from(list(STEELS)), st.sampled_from(list(STEELS)))
    def test_any_two_steels_give_one_rate(self, one, other):
        rates = bar_rates([bar(steel=one), bar(steel=other)], [0, 0])
        self.assertEqual(rates[0], rates[1])

    @given(st.floats(0.1, 0.5), st.floats(0.6, 1.3))
    def test_a_scaled_bar_is_stiffer_in_proportion(self, arm, centre):
        """Every length times two: k goes with d⁴/ℓ³, so it doubles too."""
        small = bar(
            25.0,
            centre_line_m=square_u(arm, centre),
            bushing_span_m=m(centre * 0.7),
            hole_setbacks_m=(0.0,),
        )
        large = bar(
            50.0,
            centre_line_m=square_u(2 * arm, 2 * centre),
            bushing_span_m=m(centre * 1.4),
            hole_setbacks_m=(0.0,),
        )
        rates = bar_rates([small, large], [0, 0])
        self.assertTrue(math.isclose(rates[1], 2 * rates[0], rel_tol=1e-9))
        self.assertAlmostEqual(developed_length(large), 2 * developed_length(small))


class NothingLeaksOut(unittest.TestCase):
    texts = st.one_of(
        st.floats(-1e6, 1e6).map(str), st.text(max_size=12), st.sampled_from(["nan", "inf", "0"])
    )

    @given(kinds, st.data())
    def test_whatever_is_typed_gives_finite_figures_or_a_named_error(self, kind, data):
        vehicle = class_vehicle(kind)
        path = data.draw(
            st.sampled_from(
                [
                    "wheelbase_m",
                    "front.track_m",
                    "rear.spring_rate_n_per_m",
                    "rating_kg",
                    "rear.roll_centre_height_m",
                    "load_states.0.rear_left_kg",
                    "load_states.0.centre_of_gravity_height_m",
                    "profile.blocks.0.top_m",
                    "rear.standard_bar.bar.outside_diameter_m",
                    "rear.unsprung_mass_kg",
                ]
            )
        )
        typed = data.draw(self.texts)
        try:
            result = evaluate(enter(vehicle, path, typed, Known.MEASURED), SetUp())
        except CoreError as error:
            assume(str(error))
            return
        for state in result.states:
            figures = (
                state.before.reference_lean_rad,
                state.before.front_share,
                state.before.lift_m_s2,
                state.sprung_height_m,
            )
            self.assertTrue(all(math.isfinite(figure) for figure in figures), (path, typed))

    def test_an_unknown_wheel_choice_is_an_error_not_a_guess(self):
        with self.assertRaises(CoreError):
            evaluate(vehicle_c(), SetUp(front=choice(Action.REPLACE)))
