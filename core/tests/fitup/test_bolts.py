import unittest

from axlecore.fasteners.torque import Lubrication
from axlecore.fitup.bolts import kit_bolts
from axlecore.racks.parts import SheetTorque
from axlecore.vehicle.ends import End


class BoltTests(unittest.TestCase):
    SHEET = (
        SheetTorque("frame", "M10x1.5", "8.8", 4, 110.0),
        SheetTorque("link", "M12", "8.8", 4, 75.0),
        SheetTorque("saddle", "M12", "8", 4),
        SheetTorque("clamp", "M12", "10.9", 2),
    )

    def bolts(self, threads="medium", school="sheet", **reasons):
        return kit_bolts(End.REAR, self.SHEET, threads, school, 0.014, reasons)

    def test_a_torque_that_would_stretch_its_bolt_is_not_used_until_a_lead_says_why(self):
        one = self.bolts()[0]
        self.assertEqual((one.kind, one.use_n_m), ("stop", None))
        self.assertAlmostEqual(one.bolt_m, 0.030)  # 14 + 4 + 8.4 + 3 = 29.4
        confirmed = self.bolts(rear_0="maker's letter of May")[0]
        self.assertIsNotNone(confirmed.use_n_m)
        self.assertEqual(self.bolts(school="fastener")[0].use_n_m, one.computed_n_m)

    def test_anti_seize_recomputes_the_target(self):
        self.assertAlmostEqual(self.bolts("anti_seize")[1].use_n_m, 75 * 0.13 / 0.20)
        self.assertEqual(self.bolts("anti_seize")[1].lubrication, Lubrication.ANTI_SEIZE)
        self.assertAlmostEqual(self.bolts("nylon")[1].use_n_m, 75.0)
        self.assertAlmostEqual(self.bolts("medium")[1].use_n_m, 75.0)

    def test_a_grade_of_the_other_kind_is_unread_and_a_missing_torque_computed(self):
        self.assertEqual(self.bolts()[2].kind, "unread")
        self.assertIn("8.8, 10.9, 12.9", self.bolts()[2].says)
        self.assertEqual(self.bolts()[3].use_n_m, self.bolts()[3].computed_n_m)

    def test_a_cushioned_joint_is_outside_the_rule(self):
        sheet = (SheetTorque("link bushings", "M10", "8.8", 4),)
        one = kit_bolts(End.REAR, sheet, "medium", "sheet", 0.014, {})[0]
        self.assertIsNone(one.use_n_m)
        self.assertIn("bulges slightly", one.says)
