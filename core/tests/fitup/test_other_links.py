import unittest
from dataclasses import replace

from axlecore.fitup.applied import side_ratios
from axlecore.fitup.links import Attitude
from axlecore.fitup.matrix import hole_matrix
from axlecore.fitup.other_links import other_links
from tests.fitup.sheets import axle_fit, pick
from tests.fitup.test_clash import BAR


class OtherLinkTests(unittest.TestCase):
    def offered(self, fit, lengths=(0.2, 0.22, 0.24, 0.26, 0.3)):
        return other_links(fit, hole_matrix(fit, BAR, lengths, Attitude.ARM_LEVEL, ()))

    def test_the_softest_and_the_stiffest_that_fit_gear_the_bar_as_a_fit_up_with_them_would(self):
        fit = axle_fit()
        found = self.offered(fit)
        self.assertTrue(1 <= len(found) <= 2, found)
        now = side_ratios(fit, BAR)[0].value
        for one in found:
            self.assertEqual(one.now_m, 0.24)
            then = side_ratios(axle_fit(both=pick(one.link_m)), BAR)[0].value
            self.assertAlmostEqual(one.gears, then / now, 4)
            self.assertEqual(one.to_buy, not 0.2 <= one.link_m <= 0.28)

    def test_sides_that_differ_and_a_rack_without_another_are_offered_nothing(self):
        self.assertEqual(self.offered(replace(axle_fit(), right=pick(0.25))), [])
        self.assertEqual(self.offered(axle_fit(), (0.24,)), [])
