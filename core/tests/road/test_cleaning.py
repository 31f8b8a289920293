import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.road.cleaning import clean
from axlecore.road.log import RoadLog


def logged(time_s, values):
    return RoadLog(np.asarray(time_s), roll_angle_rad=np.asarray(values))


class CleaningTests(unittest.TestCase):
    time = np.arange(0, 30, 0.02)

    def test_what_is_slow_is_not_moved_in_time_and_what_is_fast_is_gone(self):
        slow = np.sin(2 * np.pi * 0.5 * self.time)
        fast = 0.5 * np.sin(2 * np.pi * 20 * self.time)
        (piece,) = clean(logged(self.time, slow + fast)).pieces
        np.testing.assert_allclose(piece.roll_angle_rad[200:-200], slow[200:-200], atol=0.002)

    def test_a_gap_splits_and_a_piece_that_is_too_short_is_left_out_with_its_reason(self):
        there = ((self.time < 10) | (self.time > 10.5)) & ((self.time < 25) | (self.time > 25.5))
        run = clean(logged(self.time[there], self.time[there]))
        self.assertEqual([round(float(one.time_s[0]), 1) for one in run.pieces], [0.0, 10.5])
        self.assertEqual(
            [one.why for one in run.cuts],
            ["a gap in the log", "a gap in the log", "shorter than 5 s between two gaps"],
        )

    def test_doubled_and_unsorted_stamps_are_put_right_and_said(self):
        time = self.time.copy()
        time[100], time[101] = time[101], time[100]
        time[500] = time[499]
        run = clean(logged(time, 3 * time))
        (piece,) = run.pieces
        np.testing.assert_allclose(piece.roll_angle_rad, 3 * piece.time_s, atol=0.002)
        said = " ".join(one.why for one in run.cuts)
        self.assertIn("1 samples out of order", said)
        self.assertIn("1 doubled stamps", said)

    def test_samples_that_come_unevenly_are_made_even(self):
        chance = np.random.default_rng(1)
        time = np.sort(self.time + chance.uniform(-0.008, 0.008, len(self.time)))
        run = clean(logged(time, np.sin(time)))
        steps = np.diff(run.pieces[0].time_s)
        np.testing.assert_allclose(steps, run.step_s)
        middle = slice(100, -100)
        np.testing.assert_allclose(
            run.pieces[0].roll_angle_rad[middle], np.sin(run.pieces[0].time_s[middle]), atol=0.002
        )

    def test_nothing_long_enough_is_refused(self):
        with self.assertRaises(InputError) as caught:
            clean(logged(np.arange(60) * 1.0, np.zeros(60)))
        self.assertEqual(caught.exception.field, "time_s")
