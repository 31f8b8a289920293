import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.road.ring_down import ring_down
from axlecore.road.rocking import begun

STEP_S = 0.01
OMEGA, ZETA = 2 * np.pi * 0.8, 0.2


class RingDownTests(unittest.TestCase):
    def test_several_stretches_tell_one_body_each_with_its_own_beginning_and_line(self):
        chance = np.random.default_rng(3)
        ways = begun(300, STEP_S, OMEGA, ZETA)
        stretches = [
            ways @ chance.normal(0, 0.05, 2)
            + chance.normal(0, 0.02)
            + np.linspace(0, chance.normal(0, 0.02), 300)
            + chance.normal(0, 0.003, 300)
            for _ in range(6)
        ]
        found = ring_down(stretches, STEP_S, chance)
        self.assertAlmostEqual(found.frequency_hz.value, 0.8, delta=0.016)
        self.assertAlmostEqual(found.damping_ratio.value, 0.2, delta=0.02)
        self.assertTrue(found.damping_ratio.low < 0.2 < found.damping_ratio.high)
        self.assertEqual(found.swings, 3)
        self.assertAlmostEqual(found.still_after_s.value, np.log(10) / (ZETA * OMEGA), delta=0.25)

    def test_noise_alone_is_no_ringing(self):
        chance = np.random.default_rng(2)
        with self.assertRaises(InputError) as caught:
            ring_down([chance.normal(0, 0.01, 300)], STEP_S, chance)
        self.assertEqual(caught.exception.field, "roll_rate_rad_s")
