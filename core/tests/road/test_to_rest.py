import math
import unittest
from dataclasses import replace

import numpy as np

from axlecore.road.events import Rests
from axlecore.road.intervals import Interval
from axlecore.road.to_rest import to_rest


def exactly(value):
    return Interval(value, value, value)


BEFORE = Rests([30.0], exactly(0.8), exactly(0.12), 5, exactly(3.8))
AFTER = replace(
    BEFORE, frequency_hz=exactly(1.0), damping_ratio=exactly(0.2), still_after_s=exactly(1.8)
)


class ToRestTests(unittest.TestCase):
    def test_each_begins_level_at_its_whole_lean_and_loses_what_its_damping_takes(self):
        drawn = to_rest(BEFORE, AFTER)
        for rests, left in ((BEFORE, drawn.before), (AFTER, drawn.after)):
            self.assertEqual(left[0], 1.0)
            self.assertGreater(left[1], 0.99, "it is let go, not pushed")
            zeta = rests.damping_ratio.value
            half_s = 0.5 / (rests.frequency_hz.value * math.sqrt(1 - zeta**2))
            swung = np.interp(half_s, drawn.step_s * np.arange(len(left)), left)
            self.assertAlmostEqual(
                swung, -math.exp(-math.pi * zeta / math.sqrt(1 - zeta**2)), places=2
            )

    def test_both_are_drawn_until_the_slower_is_at_rest(self):
        drawn = to_rest(BEFORE, AFTER)
        lasts_s = drawn.step_s * (len(drawn.before) - 1)
        self.assertGreater(lasts_s, 3.8)
        self.assertLess(max(map(abs, drawn.before[-20:])), 0.15)
