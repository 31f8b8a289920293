import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.vehicle.pneumatics import ATMOSPHERE_PA, air_bag_rate, tyre_rate
from axlecore.vehicle.side_wind import (
    ProfileBlock,
    SideProfile,
    air_density,
    outline_area,
    side_area,
    side_force,
    side_force_at_angle,
    wind_for_force,
)
from tests.rigs import m

speeds = st.floats(0.0, 40.0)


class WindTests(unittest.TestCase):
    def test_a_square_wind_is_the_plain_formula_and_case_11(self):
        square = side_force_at_angle(19.5, 1.1, 25.0, 12.0, np.pi / 2)
        self.assertAlmostEqual(float(square), 4372, delta=1)
        self.assertAlmostEqual(float(square), float(side_force(19.5, 1.1, 25.0, 12.0)))

    @given(speeds, speeds, st.floats(0, np.pi))
    def test_it_turns_about_with_the_wind_and_is_nothing_from_ahead(self, road, wind, angle):
        left, right = side_force_at_angle(20.0, 1.0, road, wind, [angle, -angle])
        self.assertAlmostEqual(float(left), -float(right))
        self.assertAlmostEqual(float(side_force_at_angle(20.0, 1.0, road, wind, 0.0)), 0.0)

    def test_a_headwind_part_pushes_harder_than_a_tailwind_part(self):
        ahead, behind = side_force_at_angle(20.0, 1.0, 25.0, 12.0, np.radians([60, 120]))
        self.assertGreater(ahead, behind)

    @given(st.floats(0.1, 40.0), st.floats(0.0, 40.0))
    def test_the_wind_for_a_force_gives_that_force(self, wind, road):
        force = side_force(19.5, 1.1, road, wind)
        np.testing.assert_allclose(wind_for_force(force, 19.5, 1.1, road), wind, rtol=1e-9)

    def test_density_of_the_standard_atmosphere(self):
        """ISO 2533: 1.225 at sea level, 1.112 kg/m³ at 1000 m and 8.5 °C."""
        np.testing.assert_allclose(
            air_density([0.0, 1000.0], [288.15, 281.65]), [1.225, 1.1117], rtol=1e-4
        )
        for field, place in (("altitude_m", (9000, 288)), ("temperature_k", (0, 20))):
            with self.assertRaises(InputError) as caught:
                air_density(*place)
            self.assertEqual(caught.exception.field, field)

    def test_an_outline_of_two_blocks_is_the_two_blocks(self):
        profile = SideProfile(
            (ProfileBlock(m(1.5), m(0.4), m(1.9)), ProfileBlock(m(5.0), m(0.4), m(2.9))),
            m(1.0),
            m(1.1),
        )
        corners = [(0, 0.4), (6.5, 0.4), (6.5, 2.9), (1.5, 2.9), (1.5, 1.9), (0, 1.9)]
        blocks = side_area(profile)
        for line in (corners, corners[::-1]):
            drawn = outline_area(line, 1.0)
            for field in ("area_m2", "centre_height_m", "centre_behind_front_axle_m"):
                self.assertAlmostEqual(getattr(drawn, field), getattr(blocks, field))
        for bad in ([(0, 0), (1, 1)], [(0, 0), (1, 0), (2, 0)], [(0, -1), (1, 0), (1, 1)]):
            with self.assertRaises(InputError):
                outline_area(bad)


class PneumaticTests(unittest.TestCase):
    def test_an_air_bag_follows_the_gas_law(self):
        """F = p_g·A along p·V^n = constant, pressed by a tenth of a millimetre."""
        gauge, area, volume, n = 4e5, 0.02, 0.004, 1.3
        step = 1e-4
        pressed = (gauge + ATMOSPHERE_PA) * (volume / (volume - area * step)) ** n - ATMOSPHERE_PA
        by_hand = (pressed - gauge) * area / step
        np.testing.assert_allclose(air_bag_rate(gauge, area, volume, 0.0, n), by_hand, rtol=1e-3)

    def test_a_bellows_that_grows_is_stiffer_and_no_pressure_still_has_some_rate(self):
        plain, grown = air_bag_rate(4e5, 0.02, 0.004, [0.0, 0.1])
        self.assertAlmostEqual(grown - plain, 4e4)
        self.assertGreater(air_bag_rate(0.0, 0.02, 0.004), 0)
        for field, bad in (
            ("volume_m3", (4e5, 0.02, 0.0)),
            ("effective_area_m2", (4e5, 0, 1)),
            ("gauge_pressure_pa", (-1, 0.02, 0.004)),
            ("polytrope", (4e5, 0.02, 0.004, 0.0, 1.8)),
        ):
            with self.assertRaises(InputError) as caught:
                air_bag_rate(*bad)
            self.assertEqual(caught.exception.field, field)

    def test_a_tyre_by_hand(self):
        """205/55, 632 mm tall, 220 kPa: 166 mm stand on the road; 0.00028·220·√(166·632) + 3.45."""
        np.testing.assert_allclose(tyre_rate(220e3, 0.205, 0.55, 0.632), 23.40 * 9806.65, rtol=1e-3)
        soft, hard = tyre_rate([400e3, 600e3], 0.225, 0.75, 0.81)
        self.assertGreater(hard, soft)
        for field, bad in (
            ("gauge_pressure_pa", (5e4, 0.2, 0.7, 0.6)),
            ("section_width_m", (2e5, 2, 0.7, 3)),
            ("aspect_ratio", (2e5, 0.2, 70, 0.6)),
            ("outside_diameter_m", (2e5, 0.2, 0.7, 0.1)),
        ):
            with self.assertRaises(InputError) as caught:
                tyre_rate(*bad)
            self.assertEqual(caught.exception.field, field)
