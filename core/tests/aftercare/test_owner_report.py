import unittest

from axlecore.aftercare.owner_report import in_a_sentence, owner_lean
from axlecore.road.intervals import Interval

BEFORE, AFTER = Interval(9.6, 8.9, 10.3), Interval(7.8, 7.2, 8.4)


class OwnerLeanTests(unittest.TestCase):
    def test_lean_in_the_reference_bend_is_three_tenths_of_the_gradient(self):
        lean = owner_lean(BEFORE, AFTER, None, AFTER)
        self.assertAlmostEqual(lean.predicted_before.value, 2.88)
        self.assertAlmostEqual(lean.measured_after.low, 2.16)
        self.assertIsNone(lean.measured_before)

    def test_the_sentence_says_how_it_is_known(self):
        self.assertIn("by calculation", in_a_sentence(owner_lean(BEFORE, AFTER, None, AFTER)))
        said = in_a_sentence(owner_lean(BEFORE, AFTER, AFTER, BEFORE))
        self.assertIn("2.3° and leans 2.9° now: 23 % more, measured on the road", said)
