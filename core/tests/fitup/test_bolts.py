import unittest

from axlecore.fasteners.torque import Lubrication
from axlecore.fitup.bolts import Wrench, kit_bolts
from axlecore.racks.parts import Joint, SheetNut, SheetTorque
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
        one = self.line(joint=Joint.CUSHIONED)
        self.assertIsNone(one.use_n_m)
        self.assertIn("bulges slightly", one.says)
        # Far over what its bolt bears, and no fault of the sheet: the joint is soft.
        soft = self.line(torque_n_m=140.0, joint=Joint.CUSHIONED)
        self.assertEqual((soft.kind, soft.use_n_m), ("fits", 140.0))

    def line(self, threads="medium", school="sheet", wrench=None, grade="8.8", **more):
        sheet = (SheetTorque("clamp", "M10", grade, 4, **more),)
        return kit_bolts(End.REAR, sheet, threads, school, 0.014, {}, wrench)[0]

    def test_a_sheets_range_stays_one_and_is_judged_at_both_ends(self):
        one = self.line(torque_n_m=44.0, torque_to_n_m=50.0)
        self.assertEqual((one.use_n_m, one.use_to_n_m, one.kind), (44.0, 50.0, "fits"))
        self.assertEqual(self.line(torque_n_m=44.0, torque_to_n_m=110.0).kind, "stop")

    def test_a_grade_nobody_read_is_asked_for_before_a_sheet_is_too_high(self):
        one = self.line(grade="", torque_n_m=110.0)
        self.assertEqual((one.kind, one.use_n_m), ("unread", 110.0))
        self.assertIn("from the bolt’s head", one.says)

    def test_a_lock_nut_adds_its_run_down_and_takes_no_thread_lock(self):
        plain, lock = self.line(), self.line(nut=SheetNut.LOCK_NUT)
        self.assertEqual(lock.lubrication, Lubrication.ZINC)
        zinc = self.line(threads="nylon")
        # ISO 2320 for M10: 10.5 N·m.
        self.assertAlmostEqual(lock.computed_n_m - zinc.computed_n_m, 10.5)
        self.assertEqual(plain.lubrication, Lubrication.THREAD_LOCK)

    def test_an_extension_lowers_what_the_wrench_is_set_to(self):
        one = self.line(torque_n_m=48.0, wrench=Wrench(0.40, 0.08))
        self.assertAlmostEqual(one.set_n_m, 48.0 * 400 / 480)
        self.assertAlmostEqual(self.line(torque_n_m=48.0).set_n_m, 48.0)
