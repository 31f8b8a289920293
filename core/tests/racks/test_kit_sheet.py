import unittest

from axlecore.errors import InputError
from axlecore.racks.kit_sheet import MOST_SNAGS, KitSheet, SheetLine, Snag
from axlecore.racks.parts import Joint, SheetNut
from axlecore.racks.typed_torque import TypedTorque, read_torques


class KitSheetTests(unittest.TestCase):
    def test_jobs_add_snags_hours_and_sockets_and_the_sheet_stays(self):
        sheet = KitSheet((SheetLine("Tighten the frame.", bolt="frame", socket="18 mm"),))
        sheet = sheet.with_snag(Snag("rear.bar.in", "bracket 2 mm short", "job 4"))
        for real in (1.0, 3.0, 1.5):
            sheet = sheet.with_hours("rear.bar.in", real)
        sheet = sheet.with_socket("frame", "19 mm").with_socket("link", "15 mm")
        self.assertEqual(sheet.usual_hours("rear.bar.in"), 1.5)
        self.assertEqual(sheet.snags_at("rear.bar.in")[0].job, "job 4")
        self.assertEqual([line.socket for line in sheet.lines], ["19 mm", "15 mm"])
        self.assertEqual(sheet.lines[0].says, "Tighten the frame.")
        for _ in range(MOST_SNAGS + 1):
            sheet = sheet.with_snag(Snag("x", "again"))
        self.assertEqual((len(sheet.snags), sheet.snags[0].step), (MOST_SNAGS, "x"))

    def test_what_it_took_is_more_than_none_and_less_than_a_day(self):
        for bad in (0.0, -1.0, 900.0, float("nan")):
            with self.assertRaises(InputError) as caught:
                KitSheet().with_hours("step", bad)
            self.assertEqual(caught.exception.field, "hours")

    def test_an_unclear_word_warns_until_the_maker_answered(self):
        asked = SheetLine("Fit.", unclear="arrow contradicts the picture")
        self.assertIn("Nobody has asked the maker", asked.warns[0])
        told = SheetLine("Fit.", hand="L stamped", unclear="arrow", answer="outwards.")
        self.assertEqual(
            told.warns,
            ("Left and right: L stamped", "The sheet is unclear: arrow The maker: outwards."),
        )


class TypedTorqueTests(unittest.TestCase):
    def test_a_torque_is_read_with_its_unit_and_its_range(self):
        """1 ft·lb is 1.355818 N·m."""
        for typed, low, high in (
            ("110 N·m", 110.0, None),
            ("78-88 N·m", 78.0, 88.0),
            ("58 to 65 ft-lb", 78.637, 88.128),
            ("81 ft-lb", 109.821, None),
            ("", None, None),
        ):
            [found] = read_torques([TypedTorque("frame", "M12x1.75", torque=typed)])
            for value, wanted in ((found.torque_n_m, low), (found.torque_to_n_m, high)):
                if wanted is None:
                    self.assertIsNone(value, typed)
                else:
                    self.assertAlmostEqual(value, wanted, places=2, msg=typed)
        [both] = read_torques([TypedTorque("link", "M10x1.5", cushioned=True, lock_nut=True)])
        self.assertEqual((both.joint, both.nut), (Joint.CUSHIONED, SheetNut.LOCK_NUT))

    def test_nonsense_names_its_line_and_field(self):
        for typed, field in (
            (TypedTorque("frame", "M12x1.75", torque="80 bananas"), "torques.0.torque"),
            (TypedTorque("frame", "M12x1.75", torque="81"), "torques.0.torque"),
            (TypedTorque("frame", "M12x1.75", torque="58-65"), "torques.0.torque"),
            (TypedTorque("frame", "M12x1.75", torque="88-78 N·m"), "torques.0.torque"),
            (TypedTorque("frame", "M12x1.75", torque="9000 N·m"), "torques.0.torque"),
            (TypedTorque("frame", "wide", torque="80 N·m"), "torques.0.size"),
            (TypedTorque(" ", "M12x1.75"), "torques.0.where"),
            (TypedTorque("frame", "M12x1.75", count=0), "torques.0.count"),
        ):
            with self.assertRaises(InputError) as caught:
                read_torques([typed])
            self.assertEqual(caught.exception.field, field, caught.exception)
        with self.assertRaises(InputError) as caught:
            read_torques([TypedTorque("frame", "M12")] * 2)
        self.assertIn("Two fasteners", caught.exception.message)
