import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.road.ring_down import ring_down
from tests.road import made


class RingDownTests(unittest.TestCase):
    def test_24_after_a_step(self):
        run = made.run(9.0, 0.90, 0.13, lambda t: 3.0 if t < 30 else 0.0)
        chance = np.random.default_rng(1)
        roll = run.roll_rad + 0.01 + chance.normal(0, 0.001, len(run.time_s))
        found = ring_down(run.time_s, roll, made.STILL_S + 30.0, chance)
        self.assertAlmostEqual(found.frequency_hz.value, 0.90, delta=0.009)
        self.assertAlmostEqual(found.damping_ratio.value, 0.13, delta=0.0065)
        self.assertEqual(found.swings, 5)
        self.assertTrue(found.frequency_hz.low < 0.90 < found.frequency_hz.high)
        self.assertAlmostEqual(found.still_after_s, 3.13, delta=0.2)

    def test_noise_alone_is_no_ringing_and_an_end_is_no_event(self):
        time = np.arange(0, 20, 0.01)
        noise = np.random.default_rng(2).normal(0, 0.01, len(time))
        for from_s, field in ((5.0, "roll_rad"), (19.5, "from_s")):
            with self.assertRaises(InputError) as caught:
                ring_down(time, noise, from_s, np.random.default_rng(1))
            self.assertEqual(caught.exception.field, field)
