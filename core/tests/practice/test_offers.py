import unittest
from dataclasses import replace

import numpy as np

from axlecore.errors import InputError
from axlecore.practice.offers import offers, take_offer
from axlecore.quantities.entry import enter, fit_part
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.axle import AirBags
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import BarReadings, Hitch, LiftWeighing, MassItem, Tow
from tests.plain import plain
from tests.rigs import m, vehicle_c

BAR = "rear.standard_bar"


def typed(vehicle, **entries):
    for path, text in entries.items():
        vehicle = enter(vehicle, path.replace("__", "."), text, Known.MEASURED)
    return vehicle


def only(vehicle, key):
    (found,) = [offer for offer in offers(vehicle).offers if offer.key == key]
    return found


class OfferTests(unittest.TestCase):
    def with_readings(self, **readings):
        found = {name: m(value) for name, value in readings.items()}
        return fit_part(vehicle_c(), f"{BAR}.readings", BarReadings(**found))

    def test_nothing_read_offers_nothing(self):
        self.assertEqual(offers(vehicle_c()).offers, [])

    def test_three_calipers_make_one_diameter_with_their_spread(self):
        vehicle = self.with_readings(caliper_1_m=0.0281, caliper_2_m=0.0283, caliper_3_m=0.0285)
        self.assertFalse(only(vehicle, f"caliper:{BAR}").taken)
        taken = take_offer(vehicle, f"caliper:{BAR}")
        outside = taken.rear.standard_bar.bar.outside_diameter_m
        self.assertAlmostEqual(outside.value, 0.0283)
        self.assertAlmostEqual(outside.tolerance, 0.0002)
        self.assertTrue(only(taken, f"caliper:{BAR}").taken)

    def test_calipers_far_apart_are_questioned_before_they_are_averaged(self):
        found = offers(self.with_readings(caliper_1_m=0.0286, caliper_2_m=0.020))
        self.assertEqual(found.offers, [])
        self.assertEqual([t.place for t in found.troubles], [f"{BAR}.readings.caliper_1_m"])
        self.assertIn("20.0 mm and 28.6 mm", plain(found.troubles[0].message))

    def test_case_6_a_bore_from_weight_and_length_with_its_band(self):
        vehicle = fit_part(vehicle_c(), f"{BAR}.bar.outside_diameter_m", m(0.0349))
        readings = BarReadings(mass_kg=Measured(8.9, tolerance=0.05), developed_length_m=m(1.62))
        vehicle = fit_part(vehicle, f"{BAR}.readings", readings)
        bore = take_offer(vehicle, f"bore:{BAR}").rear.standard_bar.bar.bore_m
        self.assertAlmostEqual(bore.value * 1e3, 18.08, 2)
        # dd/dm = −2/(πρℓd), by the formula's own slope.
        slope = 2 / (np.pi * 7850 * 1.62 * bore.value)
        self.assertAlmostEqual(bore.tolerance, slope * 0.05, 5)

    def test_what_a_stand_in_read_stays_said_of_what_follows_from_it(self):
        readings = BarReadings(caliper_1_m=Measured(0.0283, simulated=True), caliper_2_m=m(0.0283))
        vehicle = fit_part(vehicle_c(), f"{BAR}.readings", readings)
        taken = take_offer(vehicle, f"caliper:{BAR}")
        self.assertTrue(taken.rear.standard_bar.bar.outside_diameter_m.simulated)

    def test_a_tyres_size_and_pressure_give_its_rate(self):
        """Rhyne 2005 for 225/70 R19.5 at 552 kPa, worked by hand."""
        vehicle = typed(vehicle_c(), rear__tyre_pressure_pa="552 kPa")
        vehicle = fit_part(vehicle, "rear.tyre_size", "225/70 R19.5")
        rate = take_offer(vehicle, "tyre:rear").rear.tyre_rate_n_per_m
        footprint, outside = (1.03 - 0.4 * 0.7) * 225, 19.5 * 25.4 + 2 * 225 * 0.7
        by_hand = (0.00028 * 552 * (footprint * outside) ** 0.5 + 3.45) * 9.80665e3
        self.assertAlmostEqual(rate.value, by_hand, 0)
        self.assertEqual((rate.known, round(rate.tolerance / rate.value, 6)), ("estimated", 0.1))

    def test_a_pressure_without_a_size_is_trouble_at_the_size(self):
        found = offers(typed(vehicle_c(), rear__tyre_pressure_pa="80 psi"))
        self.assertEqual([t.place for t in found.troubles], ["rear.tyre_size"])

    def test_a_tyre_size_that_is_none_is_refused_as_it_is_typed(self):
        self.assertEqual(typed(vehicle_c(), rear__tyre_size="37x12.5 R17").rear.tyre_size[:2], "37")
        with self.assertRaises(InputError) as caught:
            typed(vehicle_c(), rear__tyre_size="large ones")
        self.assertEqual(caught.exception.field, "rear.tyre_size")

    def test_an_air_bags_pressure_and_size_give_its_rate(self):
        """n·(p + p_a)·A²/V with V = A·h is n·(p + p_a)·A/h."""
        bags = AirBags(m(30e3), m(0.9), pressure_pa=m(4e5), diameter_m=m(0.15), height_m=m(0.16))
        vehicle = fit_part(vehicle_c(), "rear.air_bags", bags)
        rate = take_offer(vehicle, "bag:rear").rear.air_bags.rate_n_per_m.value
        self.assertAlmostEqual(rate, 1.3 * 501_325 * np.pi * 0.15**2 / 4 / 0.16, 3)

    def test_heavier_than_solid_is_trouble_at_the_weight(self):
        found = offers(self.with_readings(mass_kg=30.0, developed_length_m=1.54))
        self.assertEqual([t.place for t in found.troubles], [f"{BAR}.readings.mass_kg"])
        self.assertIn("heavier than a solid", found.troubles[0].message)

    def test_arms_and_spacing_make_the_shape(self):
        vehicle = self.with_readings(arm_length_m=0.31, end_spacing_m=1.0)
        taken = take_offer(vehicle, f"shape:{BAR}")
        self.assertEqual(taken.rear.standard_bar.bar.centre_line_m[0], (0.31, -0.5, 0.0))

    def test_a_lifted_rear_gives_the_height(self):
        lift = LiftWeighing(rise_m=m(0.6), raised_front_kg=m(2150.0))
        vehicle = replace(vehicle_c(), lift_weighing=lift)
        height = take_offer(vehicle, "height_by_lift").load_states[0].centre_of_gravity_height_m
        slope = np.tan(np.arcsin(0.6 / 4.3))
        self.assertAlmostEqual(height.value, 0.4 + 4.3 * (2150 - 2055.8) / (5200 * slope))

    def test_a_stack_gives_height_and_the_loads_of_a_state_nobody_weighed(self):
        vehicle = vehicle_c()
        empty = replace(vehicle.load_states[0], key=LoadKey.EMPTY)
        guessed = replace(
            vehicle.load_states[0],
            **{
                f"{w}_kg": Measured(1000.0, Known.ESTIMATED)
                for w in ("front_left", "front_right", "rear_left", "rear_right")
            },
        )
        water = MassItem("water", LoadKey.TRIP_READY, m(430.0), m(4.3), m(0.35), m(0.9))
        vehicle = replace(vehicle, load_states=(empty, guessed), stack=(water,))
        taken = take_offer(vehicle, "loads_by_stack:trip_ready")
        state = taken.load_states[1]
        self.assertAlmostEqual(state.axle_kg(End.REAR), 2 * 1572.1 + 430)
        self.assertGreater(state.rear_left_kg.value, state.rear_right_kg.value)
        self.assertEqual(state.rear_left_kg.known, Known.ESTIMATED)
        taken = take_offer(vehicle, "height_by_stack:trip_ready")
        self.assertAlmostEqual(
            taken.load_states[1].centre_of_gravity_height_m.value,
            (5200 * 1.28 + 430 * 0.9) / 5630,
        )
        weighed = replace(vehicle, load_states=(empty, vehicle_c().load_states[0]))
        self.assertFalse([o for o in offers(weighed).offers if o.key.startswith("loads")])

    def test_a_tongue_load_makes_the_towing_state_until_it_is_weighed(self):
        ready = vehicle_c().load_states[0]
        guess = replace(
            ready,
            key=LoadKey.TOWING,
            **{
                f"{w}_kg": Measured(getattr(ready, f"{w}_kg").value, Known.ESTIMATED)
                for w in ("front_left", "front_right", "rear_left", "rear_right")
            },
        )
        vehicle = replace(
            vehicle_c(), load_states=(ready, guess), tow=Tow(Hitch.TONGUE, m(215.0), m(2.15))
        )
        state = take_offer(vehicle, "loads_by_tow").load_states[1]
        self.assertAlmostEqual(state.axle_kg(End.FRONT), 2055.8 - 107.5)
        self.assertAlmostEqual(state.axle_kg(End.REAR), 3144.2 + 322.5)

    def test_an_offer_that_no_longer_follows_is_refused(self):
        with self.assertRaises(InputError) as caught:
            take_offer(vehicle_c(), "height_by_lift")
        self.assertEqual(caught.exception.field, "offer")

    def test_a_roll_test_is_offered_and_once_taken_stands(self):
        vehicle = typed(
            vehicle_c(),
            roll_test__mass_kg="320",
            roll_test__moved_m="1.8 m",
            roll_test__lean_right_rad="2.2°",
            roll_test__lean_left_rad="2.1",
        )
        self.assertFalse(only(vehicle, "calibrate_springs").taken)
        taken = take_offer(vehicle, "calibrate_springs")
        self.assertTrue(only(taken, "calibrate_springs").taken)
        self.assertLess(taken.corrected, 1.0, "it leans more than the model, so softer springs")
