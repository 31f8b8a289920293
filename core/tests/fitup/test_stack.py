import unittest
from dataclasses import replace

from axlecore.fasteners.torque import BushingMaterial
from axlecore.fitup.sheet import (
    USUAL_STACK,
    LinkStack,
    StackPiece,
)
from axlecore.fitup.stack import check_order, stack_report
from tests.rigs import m

P = StackPiece


class StackTests(unittest.TestCase):
    STACK = LinkStack(m(0.003), m(0.015), m(0.025), m(0.008), m(0.09))

    def test_the_usual_stack_holds_and_its_pieces_add_up(self):
        """Between the plates' middles: 4 + 15 + 3 + 90 + 3 + 15 + 4 mm."""
        found = stack_report(self.STACK)
        self.assertIsNone(found.fault)
        self.assertAlmostEqual(found.eye_to_eye_m, 0.134)
        self.assertAlmostEqual(sum(found.thickness_m), 0.178)
        # 178 + 8.4 of nut + 3 of thread: 189.4, next made 200.
        self.assertAlmostEqual(found.bolt_m, 0.2)

    def test_long_bushings_make_it_longer_by_two(self):
        self.assertAlmostEqual(stack_report(self.STACK).swapped_m, 0.154)
        longer = tuple(P.LONG_BUSHING if piece is P.BUSHING else piece for piece in USUAL_STACK)
        found = stack_report(replace(self.STACK, order=longer))
        self.assertAlmostEqual(found.eye_to_eye_m, 0.154)
        self.assertAlmostEqual(found.swapped_m, 0.134)

    def test_a_bushing_tightened_too_far_is_crushed(self):
        read = replace(self.STACK, free_m=m(0.016), outside_m=m(0.034))
        self.assertFalse(stack_report(read).crushed)  # 15 of 16 mm, least 14.7
        self.assertTrue(stack_report(replace(read, bushing_m=m(0.014))).crushed)
        rubber = replace(read, bushing_m=m(0.014), material=BushingMaterial.RUBBER)
        self.assertFalse(stack_report(rubber).crushed)
        self.assertAlmostEqual(stack_report(rubber).crush.height_m, 0.0136)
        self.assertIsNone(stack_report(self.STACK).crush)

    def test_each_wrong_order_says_which_piece_and_what_belongs_there(self):
        usual = list(USUAL_STACK)
        for wrong, piece, words in (
            (usual[1:], 0, "begins with the bolt's head"),
            (usual[:-1], 11, "ends with its nut"),
            ([P.HEAD, P.BUSHING, P.PLATE, *usual[4:]], 1, "cup washer"),
            ([P.HEAD, P.WASHER, P.PLATE, *usual[4:]], 2, "clunks"),
            ([*usual[:5], P.SLEEVE, *usual[7:]], 4, "cup washer"),
            ([*usual[:6], P.NUT, *usual[7:]], 6, "at an end only"),
            ([*usual[:6], P.NUT], 6, "Read 1 plates"),
        ):
            found = check_order(tuple(wrong))
            self.assertEqual(found.piece, piece, wrong)
            self.assertIn(words, found.text)
        self.assertIsNone(stack_report(replace(self.STACK, order=tuple(usual[1:]))).eye_to_eye_m)
