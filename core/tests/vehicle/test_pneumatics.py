import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.vehicle.pneumatics import ATMOSPHERE_PA, air_bag_rate, read_tyre_size, tyre_rate


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

    def test_a_sidewall_is_read_however_it_is_written(self):
        for text in ("225/70 R19.5", "225/70R19,5", "LT 225/70-19.5", "225/70 r19.5 128M"):
            size = read_tyre_size(text)
            self.assertEqual((size.section_width_m, size.aspect_ratio), (0.225, 0.70), text)
            self.assertAlmostEqual(size.outside_diameter_m, 19.5 * 0.0254 + 2 * 0.225 * 0.7)
        lifted = read_tyre_size("37x12.5 R17")
        self.assertAlmostEqual(lifted.outside_diameter_m, 37 * 0.0254)
        self.assertAlmostEqual(lifted.aspect_ratio, (37 - 17) / 2 / 12.5)
        for text in ("", "large", "225", "2250/70 R19.5"):
            with self.assertRaises(InputError) as caught:
                read_tyre_size(text)
            self.assertEqual(caught.exception.field, "tyre_size")
