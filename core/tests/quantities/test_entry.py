import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.quantities.entry import enter, fit_part, walk
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, SetUp
from tests.rigs import choice, fitted, vehicle_c


class EnterTests(unittest.TestCase):
    def test_a_typed_length_keeps_what_was_typed_and_how_it_is_known(self):
        vehicle = enter(vehicle_c(), "rear.link_spacing_m", '40 15/16"', Known.MEASURED)
        found = vehicle.rear.link_spacing_m
        self.assertAlmostEqual(found.value, 40.9375 * 0.0254)
        self.assertEqual((found.typed, found.known), ('40 15/16"', Known.MEASURED))
        self.assertGreater(found.tolerance, 0)

    def test_guesses_are_wider_than_measurements(self):
        measured, guessed = (
            enter(vehicle_c(), "wheelbase_m", "4300", known).wheelbase_m.tolerance
            for known in (Known.MEASURED, Known.ESTIMATED)
        )
        self.assertGreater(guessed, measured)

    def test_an_axle_that_is_read_as_one_stays_one_number_and_its_wheels_are_estimated(self):
        vehicle = enter(vehicle_c(), "load_states.0.front_kg", "2,000 ± 8 kg", Known.MEASURED)
        [state, *_] = vehicle.load_states
        self.assertEqual(state.front_kg, Measured(2000, Known.MEASURED, 8.0, "2,000 ± 8 kg"))
        self.assertEqual(state.axle_kg(End.FRONT), 2000)
        self.assertEqual(state.axle_tolerance_kg(End.FRONT), 8.0)
        self.assertEqual(state.front_left_kg, state.front_right_kg)
        self.assertEqual((state.front_left_kg.known, state.front_left_kg.typed), ("estimated", ""))
        # Half of a load is estimated to a tenth of itself, whatever the sum is known to.
        self.assertEqual(state.front_left_kg.tolerance, 100.0)
        with self.assertRaises(InputError) as caught:
            replace(state, rear_kg=Measured(9000))
        self.assertEqual(caught.exception.field, "rear_kg")

    def test_a_wheel_that_is_read_stands_in_for_the_sum(self):
        vehicle = enter(vehicle_c(), "load_states.0.front_kg", "2,000 kg", Known.MEASURED)
        wheel = enter(vehicle, "load_states.0.front_left_kg", "980 kg", Known.MEASURED)
        [state, *_] = wheel.load_states
        self.assertIsNone(state.front_kg)
        self.assertEqual(state.axle_kg(End.FRONT), 1980)
        self.assertEqual(state.axle_tolerance_kg(End.FRONT), 0.005 * 980 + 100)

    def test_choices_and_whole_numbers_are_entered_alike(self):
        set_up = SetUp(rear=choice())
        for path, typed, expected in (
            ("rear.fitted.hole", "2", 2),
            ("rear.action", "replace", Action.REPLACE),
            ("rear.fitted.bar.steel", "5160_hardened", "5160_hardened"),
        ):
            found = enter(set_up, path, typed, Known.MEASURED)
            for part in path.split("."):
                found = getattr(found, part)
            self.assertEqual(found, expected)

    def test_an_optional_number_is_taken_away_by_typing_nothing(self):
        self.assertIsNone(
            enter(vehicle_c(), "rear.dual_spacing_m", "", Known.MEASURED).rear.dual_spacing_m
        )

    def test_refusals_name_the_whole_path(self):
        vehicle, set_up = vehicle_c(), SetUp(rear=choice())
        for record, path, typed, field in (
            (vehicle, "rear.link_spacing_m", "1.9 m", "rear.link_spacing_m"),
            (vehicle, "rear.link_spacing_m", "wide", "rear.link_spacing_m"),
            (vehicle, "load_states.0.front_kg", "0", "load_states.0.front_kg"),
            (vehicle, "load_states.3.front_kg", "1", "load_states.3"),
            (vehicle, "rear.wings", "1", "rear.wings"),
            (vehicle, "rear.track_m.value", "1", "rear.track_m.value"),
            (vehicle, "profile.blocks.0.top_m", "100 mm", "profile.blocks.0.top_m"),
            (vehicle, "rear.standard_bar.bar.bore_m", "30 mm", "rear.standard_bar.bar.bore_m"),
            (vehicle, "rear.suspension", "magic", "rear.suspension"),
            (
                set_up,
                "rear.fitted.bar.outside_diameter_m",
                "3 m",
                "rear.fitted.bar.outside_diameter_m",
            ),
            (set_up, "rear.fitted.hole", "9", "rear.fitted.hole"),
            (set_up, "rear.fitted.hole", "-1", "rear.fitted.hole"),
            (set_up, "rear.fitted.bar.steel", "adamant", "rear.fitted.bar.steel"),
            (set_up, "rear.fitted.bar.centre_line_m", "1", "rear.fitted.bar.centre_line_m"),
            (set_up, "front.fitted.hole", "1", "front.fitted"),
        ):
            with self.subTest(path=path, typed=typed), self.assertRaises(InputError) as caught:
                enter(record, path, typed, Known.MEASURED)
            self.assertEqual(caught.exception.field, field)

    def test_parts_are_fitted_and_taken_away(self):
        vehicle = fit_part(vehicle_c(), "front.standard_bar", fitted())
        self.assertEqual(vehicle.front.standard_bar, fitted())
        self.assertIsNone(fit_part(vehicle, "front.standard_bar", None).front.standard_bar)


class WalkTests(unittest.TestCase):
    def test_every_place_walked_to_can_be_entered_again(self):
        vehicle = vehicle_c()
        walked = list(walk(vehicle))
        self.assertGreater(len(walked), 30)
        for path, rule, found in walked:
            typed = f"{found.value * 1e3!r} mm" if rule.dimension.endswith("length") else None
            if typed:
                again = enter(vehicle, path, typed, Known.MEASURED)
                there = next(f for p, _, f in walk(again) if p == path)
                self.assertAlmostEqual(there.value, found.value, places=9)

    def test_tolerances_below_zero_are_refused(self):
        with self.assertRaises(InputError):
            replace(vehicle_c(), wheelbase_m=Measured(4.3, tolerance=-0.1))
