import unittest
from dataclasses import replace

import numpy as np

from axlecore.lean.uncertainty import certainty, reference_lean
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from tests.rigs import m, vehicle_c


class CertaintyTests(unittest.TestCase):
    def cost(self, path, found):
        vehicle = fit_part(vehicle_c(), path, found)
        sure = certainty(vehicle, SetUp(), LoadKey.TRIP_READY)
        return sure, {cost.place: cost.share for cost in sure.costs}

    def test_a_number_costs_what_the_lean_moves_when_it_moves(self):
        loose = Measured(1.04, Known.ESTIMATED, 0.05)
        sure, costs = self.cost("rear.link_spacing_m", loose)
        moved = fit_part(vehicle_c(), "rear.link_spacing_m", m(1.09))
        expected = 1 - reference_lean(moved, SetUp(), LoadKey.TRIP_READY) / sure.lean_rad
        self.assertAlmostEqual(costs["rear.link_spacing_m"], expected)
        self.assertAlmostEqual(sure.band_rad, expected * sure.lean_rad)

    def test_numbers_known_exactly_cost_nothing(self):
        sure = certainty(vehicle_c(), SetUp(), LoadKey.TRIP_READY)
        self.assertEqual((sure.band_rad, sure.costs), (0.0, []))

    def test_what_does_not_move_the_lean_is_left_out_and_other_states_too(self):
        vehicle = vehicle_c()
        empty = replace(
            vehicle.load_states[0], key=LoadKey.EMPTY, front_left_kg=Measured(1000, tolerance=90.0)
        )
        vehicle = replace(
            vehicle,
            roof_height_m=Measured(3.0, tolerance=0.3),
            load_states=(empty, *vehicle.load_states),
        )
        self.assertEqual(certainty(vehicle, SetUp(), LoadKey.TRIP_READY).costs, [])
        self.assertTrue(certainty(vehicle, SetUp(), LoadKey.EMPTY).costs)

    def test_bands_add_by_squares_and_the_worst_comes_first(self):
        vehicle = vehicle_c()
        for path, value, band in (("rear.track_m", 1.75, 0.02), ("rear.spring_base_m", 1.0, 0.1)):
            vehicle = fit_part(vehicle, path, Measured(value, tolerance=band))
        sure = certainty(vehicle, SetUp(), LoadKey.TRIP_READY)
        self.assertEqual(sure.costs[0].place, "rear.spring_base_m")
        shares = [cost.share for cost in sure.costs]
        self.assertAlmostEqual(sure.band_rad / sure.lean_rad, float(np.linalg.norm(shares)))

    def test_the_band_holds_most_of_what_chance_makes_of_the_inputs(self):
        """Two independent normal inputs: 95 % of answers lie within the band for 2σ inputs."""
        generator = np.random.default_rng(20261124)
        places = {"rear.spring_base_m": (1.0, 0.04), "rear.link_spacing_m": (1.04, 0.06)}
        vehicle = vehicle_c()
        for path, (value, band) in places.items():
            vehicle = fit_part(vehicle, path, Measured(value, tolerance=band))
        sure = certainty(vehicle, SetUp(), LoadKey.TRIP_READY)
        inside = 0
        for _ in range(300):
            tried = vehicle
            for path, (value, band) in places.items():
                tried = fit_part(tried, path, m(float(generator.normal(value, band / 2))))
            lean = reference_lean(tried, SetUp(), LoadKey.TRIP_READY)
            inside += abs(lean - sure.lean_rad) <= sure.band_rad
        self.assertTrue(0.91 <= inside / 300 <= 0.99, inside / 300)
