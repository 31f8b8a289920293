import unittest
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.fasteners.drills import bolt_length, drill_steps
from axlecore.fasteners.threads import PITCHES_MM, THREADS_AN_INCH, read_thread


class HoleTests(unittest.TestCase):
    def test_bolts_of_known_joints(self):
        """25 mm of grip, two washers, a nut and two pitches, next length made."""
        self.assertAlmostEqual(bolt_length("M10", 0.025), 0.045)  # 25 + 4 + 8.4 + 3 = 40.4
        self.assertAlmostEqual(bolt_length("M12", 0.014), 0.035)  # 14 + 5 + 10.8 + 3.5 = 33.3
        self.assertAlmostEqual(bolt_length("1/2-13", 0.0254) / 0.0254, 1.0 + 1.0)  # 1.78 in
        with self.assertRaises(InputError) as caught:
            bolt_length("M12", 0.4)
        self.assertIn("studding", caught.exception.message)

    @given(
        st.sampled_from([f"M{size}" for size in PITCHES_MM] + list(THREADS_AN_INCH)),
        st.floats(0.002, 0.12),
    )
    def test_every_bolt_shows_two_threads_and_no_shorter_one_would(self, size, grip):
        found = bolt_length(size, grip)
        thread = read_thread(size)
        self.assertGreater(found, grip + 0.8 * thread.diameter_m + 2 * thread.pitch_m)
        self.assertLess(found, grip + 2.2 * thread.diameter_m + 2 * thread.pitch_m + 0.02)

    @given(st.floats(0.001, 0.04))
    def test_a_hole_grows_by_no_more_than_three_millimetres_a_step(self, final):
        steps = drill_steps(final)
        self.assertAlmostEqual(steps[-1], final)
        self.assertTrue(all(0 < b - a <= 0.003 + 1e-12 for a, b in pairwise(steps)))
