import math
import unittest
from dataclasses import replace

from axlecore.fitup.across import across_report
from axlecore.fitup.sheet import (
    Hand,
    Vent,
)
from tests.fitup.sheets import axle_fit
from tests.rigs import bar, m

BAR = bar()


class AcrossTests(unittest.TestCase):
    def report(self, tube_m=0.089, **seat):
        fit = axle_fit()
        return across_report(
            replace(fit, seat=replace(fit.seat, **seat)), BAR, tube_m, (0.24, 0.24)
        )

    def test_links_are_plumb_where_holes_stand_over_the_eyes(self):
        self.assertEqual(self.report().plumb_rad, [0.0, 0.0])
        found = self.report(link_holes_apart_m=m(1.08))
        self.assertAlmostEqual(found.plumb_rad[0], math.atan(0.03 / 0.24))
        self.assertFalse(found.plumb)
        self.assertAlmostEqual(found.eye_m, 0.51)

    def test_a_bar_off_the_middle_leans_its_links_the_same_way(self):
        found = self.report(bar_offset_m=m(0.02))
        self.assertFalse(found.centred)
        self.assertAlmostEqual(found.plumb_rad[0], -found.plumb_rad[1])

    def test_saddle_and_u_bolt_against_the_tube(self):
        for bore, bolt, fits in (
            (0.089, 0.092, (True, True)),
            (0.095, 0.086, (False, False)),
            (None, None, (None, None)),
        ):
            found = self.report(
                saddle_bore_m=None if bore is None else m(bore),
                u_bolt_inside_m=None if bolt is None else m(bolt),
            )
            self.assertEqual((found.saddle_fits, found.u_bolt_fits), fits)
        self.assertIsNone(self.report(None, saddle_bore_m=m(0.089)).saddle_fits)

    def test_a_saddle_keeps_off_vent_weld_and_line(self):
        """Saddles at ±400 mm, 60 wide: their rims end at 370 and 430."""
        found = self.report(vent_m=m(0.3), weld_m=m(-0.44), line_m=m(-0.42))
        clear = {one.what: (round(one.clear_m, 6), one.fine) for one in found.keep_off}
        self.assertEqual(
            clear, {"vent": (0.07, True), "weld": (0.01, False), "line": (-0.01, False)}
        )

    def test_offset_links_are_handed(self):
        fit = axle_fit()
        offset = replace(fit.link, offset_m=m(0.02), left_hand=Hand.RIGHT, right_hand=Hand.LEFT)
        wrong = across_report(replace(fit, link=offset), BAR, None, (0.24, 0.24))
        self.assertIs(wrong.hands_fit, False)
        right = replace(offset, left_hand=Hand.LEFT, right_hand=Hand.RIGHT)
        self.assertIs(
            across_report(replace(fit, link=right), BAR, None, (0.24, 0.24)).hands_fit, True
        )
        self.assertIsNone(self.report().hands_fit)

    def test_offset_links_that_both_lean_one_way_hold_the_bar_aside(self):
        """Both tops 20 mm to the left: the bar belongs 20 mm to the right, links plumb."""
        fit = axle_fit()
        link = replace(fit.link, offset_m=m(0.02), left_hand=Hand.LEFT, right_hand=Hand.LEFT)
        for offset, fits, centred in (
            (-0.02, True, True),
            (0.0, True, False),
            (0.02, False, False),
        ):
            seat = replace(fit.seat, bar_offset_m=m(offset))
            found = across_report(replace(fit, link=link, seat=seat), BAR, None, (0.24, 0.24))
            self.assertEqual((found.hands_fit, found.centred), (fits, centred), offset)
        self.assertAlmostEqual(found.off_middle_m, 0.04)

    def test_unequal_shoulders_say_where_the_bar_sits(self):
        found = self.report(shoulder_left_m=m(0.05), shoulder_right_m=m(0.03))
        self.assertAlmostEqual(found.shoulders_m, 0.01)
        self.assertIsNone(self.report(shoulder_left_m=m(0.05)).shoulders_m)

    def test_a_vent_raised_by_a_washer_no_longer_minds(self):
        for vent, fine in ((Vent.AS_IT_IS, False), (Vent.RAISED, True)):
            [one] = self.report(vent_m=m(0.4), vent=vent).keep_off
            self.assertIs(one.fine, fine)
