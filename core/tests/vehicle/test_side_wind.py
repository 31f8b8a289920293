import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.vehicle.side_wind import (
    air_density,
    side_force,
    side_force_at_angle,
    wind_for_force,
)

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
