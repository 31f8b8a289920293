import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.road.answer import answered
from axlecore.road.trace import traced
from tests.road import bumps, made


class TraceTests(unittest.TestCase):
    def test_the_model_lies_over_what_was_measured_and_standing_is_marked(self):
        true = made.run(9.0, 0.8, 0.15)
        for log in (made.by_roll_angle(true), made.by_roll_rate(true, 1)):
            (piece,) = traced(answered(log)).pieces
            self.assertEqual(len(piece.roll_rad), len(piece.model_rad))
            off = np.array(piece.roll_rad) - np.array(piece.model_rad)
            self.assertLess(float(off.std()), 0.1 * float(np.std(piece.roll_rad)))
            (first, _), *_ = piece.still
            self.assertLess(first, 1.0)
            self.assertGreater(piece.still[-1][1], 98.0)

    def test_a_run_of_bumps_shows_what_was_fitted_where_nothing_drove_it(self):
        (piece,) = traced(bumps.answered_with(1)).pieces
        pairs = zip(piece.roll_rad, piece.model_rad, strict=True)
        fitted = np.array([pair for pair in pairs if pair[1] is not None])
        self.assertAlmostEqual(len(fitted) * piece.step_s, 6 * 3.0, delta=1.0)
        off = fitted[:, 0] - fitted[:, 1]
        self.assertLess(float(off.std()), 0.6 * float(fitted[:, 0].std()))

    def test_what_tells_nothing_is_not_drawn(self):
        still = made.by_roll_angle(made.run(9.0, 0.8, 0.15, lambda t: 0.0))
        with self.assertRaises(InputError) as caught:
            traced(answered(still))
        self.assertIn("m/s² only", caught.exception.message)
