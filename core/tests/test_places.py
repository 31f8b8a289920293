"""Every number of a sheet with everything on it: entered, refused, written and read back."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import CoreError, InputError
from axlecore.formats import from_json, places_of, to_json
from axlecore.lean.evaluate import evaluate
from axlecore.practice.classes import class_vehicle
from axlecore.quantities.entry import enter, fit_part, walk
from axlecore.quantities.measure import Known, Measured
from axlecore.quantities.units import Dimension
from axlecore.vehicle.axle import AirBags, HelperSprings
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import BarReadings, Hitch, LiftWeighing, MassItem, RollTest, Tow
from axlecore.vehicle.rig import RigFile, RigKind, SetUp
from tests.rigs import choice, m, vehicle_c

#: A unit that each dimension is typed in, and how much of SI one of it is.
TYPED_IN = {
    Dimension.LENGTH: ("mm", 1e-3),
    Dimension.SMALL_LENGTH: ("mm", 1e-3),
    Dimension.SHIFT: ("mm", 1e-3),
    Dimension.MASS: ("kg", 1.0),
    Dimension.RATE: ("N/mm", 1e3),
    Dimension.PURE: ("", 1.0),
    Dimension.ANGLE: ("°", np.pi / 180),
    Dimension.FREQUENCY: ("Hz", 1.0),
    Dimension.INERTIA: ("kg·m²", 1.0),
    Dimension.ROLL_DAMPING: ("kN·m·s", 1e3),
    Dimension.PRESSURE: ("kPa", 1e3),
}


def everything():
    """Vehicle C with every part that a sheet can have."""
    state = vehicle_c().load_states[0]
    heights = {
        f"{w}_height_m": m(0.8) for w in ("front_left", "front_right", "rear_left", "rear_right")
    }
    bar = replace(
        vehicle_c().rear.standard_bar,
        link_play_m=m(0.002),
        bushing_play_m=m(0.001),
        readings=BarReadings(
            m(0.0286), m(0.0286), m(0.0286), m(0.0286), m(8.0), m(1.54), m(0.26), m(1.02)
        ),
    )
    rear = replace(
        vehicle_c().rear,
        standard_bar=bar,
        air_bags=AirBags(m(30e3), m(0.9), pressure_pa=m(4e5), diameter_m=m(0.15), height_m=m(0.16)),
        tyre_pressure_pa=m(5.5e5),
        helper_springs=HelperSprings(m(25e3), m(1.1)),
        shock_spacing_m=m(0.9),
        lift_m=m(0.02),
        leaf_twist_factor=m(1.2),
        bump_travel_m=m(0.08),
        droop_travel_m=m(0.09),
    )
    return replace(
        vehicle_c(),
        rear=rear,
        load_states=(replace(state, **heights),),
        stack=(MassItem("water", LoadKey.TRIP_READY, m(300.0), m(4.3), m(0.2), m(0.9)),),
        lift_weighing=LiftWeighing(rise_m=m(0.6), raised_front_kg=m(2150.0)),
        tow=Tow(Hitch.TONGUE, m(150.0), m(1.9)),
        roll_test=RollTest(
            mass_kg=m(300.0),
            moved_m=m(1.8),
            lean_right_rad=m(0.03),
            lean_left_rad=m(0.03),
            frequency_hz=m(0.8),
            first_swing_rad=m(0.02),
            later_swing_rad=m(0.01),
        ),
    )


def typed(value, dimension):
    unit, per = TYPED_IN[dimension]
    # Minus as it is typed, and no exponent: a fitter writes neither 1e-3 nor 1e5.
    return f"{np.format_float_positional(value / per, trim='-')} {unit}".strip()


class EveryPlace(unittest.TestCase):
    PLACES = list(walk(everything()))

    def test_the_sheet_of_this_test_has_every_part(self):
        found = {path for path, *_ in self.PLACES}
        declared = {
            path.removeprefix("vehicle.").replace("*", "0")
            for path in places_of(RigFile)
            if path.startswith("vehicle.rear.") or path.startswith("vehicle.profile")
        }
        missing = {path for path in declared - found if not path.endswith("_rate_n_per_m")}
        # What wears or is only inferred is on no sheet by default.
        self.assertLessEqual(
            missing, {"rear.standard_bar.bar.wall_lost_m", "rear.standard_bar.bar.bend_radius_m"}
        )

    def test_what_is_typed_is_what_stands(self):
        for path, rule, found in self.PLACES:
            with self.subTest(path):
                text = typed(found.value, rule.dimension)
                again = enter(everything(), path, text, Known.MEASURED)
                there = next(value for place, _, value in walk(again) if place == path)
                self.assertAlmostEqual(there.value, found.value, places=9)
                self.assertEqual((there.typed, there.known), (text, Known.MEASURED))

    def test_out_of_its_range_it_is_refused_there_and_says_the_range(self):
        for path, rule, _ in self.PLACES:
            for value in (rule.low - abs(rule.low) - 1, rule.high * 2 + 1):
                with self.subTest(path=path, value=value), self.assertRaises(InputError) as caught:
                    fit_part(everything(), path, Measured(value))
                self.assertEqual(caught.exception.field, path)
                self.assertIn(rule.label, str(caught.exception))

    def test_every_number_moved_within_its_range_is_answered_or_refused_by_name(self):
        """Any one number anywhere in its range: figures that are numbers, or a reason why not."""
        for path, rule, _ in self.PLACES:
            for share in (0.0, 0.01, 0.5, 1.0):
                value = rule.low + share * (rule.high - rule.low)
                with self.subTest(path=path, value=value):
                    try:
                        moved = fit_part(everything(), path, Measured(value))
                        state = evaluate(moved, SetUp(rear=choice())).states[0]
                    except CoreError as error:
                        self.assertRegex(str(error), r"\.$|\?$")
                        continue
                    figures = (
                        state.after.reference_lean_rad,
                        state.after.front_share,
                        state.after.reference_wind_lean_rad,
                    )
                    self.assertTrue(np.all(np.isfinite(figures)), figures)


class FilesOfEveryKind(unittest.TestCase):
    @given(st.sampled_from(list(RigKind)), st.data())
    def test_a_file_comes_back_as_it_was_whatever_stands_in_it(self, kind, data):
        vehicle = class_vehicle(kind)
        path, rule, _ = data.draw(st.sampled_from(list(walk(vehicle))))
        value = data.draw(st.floats(rule.low, rule.high))
        known = data.draw(st.sampled_from(list(Known)))
        text = data.draw(st.text(max_size=40))
        try:
            moved = fit_part(vehicle, path, Measured(value, known, value / 10, text))
        except InputError:
            return
        rig = RigFile(moved, SetUp())
        self.assertEqual(from_json(to_json(rig), RigFile), rig)

    def test_a_sheet_with_everything_on_it_comes_back(self):
        rig = RigFile(everything(), SetUp(rear=choice()))
        self.assertEqual(from_json(to_json(rig, indent=2), RigFile), rig)
