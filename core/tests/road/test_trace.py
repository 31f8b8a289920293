import unittest

import numpy as np

from axlecore.road.run import worked_through
from axlecore.road.trace import trace
from tests.road import made


class TraceTests(unittest.TestCase):
    def test_the_model_lies_over_what_was_measured_and_standing_is_marked(self):
        true = made.run(9.0, 0.8, 0.15)
        for log in (made.by_roll_angle(true), made.by_roll_rate(true, 1)):
            (piece,) = trace(worked_through(log, 0.0)).pieces
            self.assertEqual(len(piece.roll_rad), len(piece.model_rad))
            off = np.array(piece.roll_rad) - np.array(piece.model_rad)
            self.assertLess(float(off.std()), 0.1 * float(np.std(piece.roll_rad)))
            (first, _), *_ = piece.still
            self.assertLess(first, 1.0)
            self.assertGreater(piece.still[-1][1], 98.0)
