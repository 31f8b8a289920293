import unittest

from axlecore.aftercare.then_and_now import BoltStands, JointKind, beside, joint_kind, open_first
from axlecore.errors import InputError


class ThenAndNowTests(unittest.TestCase):
    def test_what_two_readings_of_a_click_wrench_differ_by_is_no_fall(self):
        self.assertIs(beside("rear.u_bolts", "U-bolts", 1, 110.0, 105.0).compared, BoltStands.HOLDS)
        self.assertIs(beside("rear.u_bolts", "U-bolts", 1, 110.0, 125.0).compared, BoltStands.ROSE)

    def test_a_joint_that_lost_a_tenth_is_open_again_and_says_what_that_means(self):
        fell = beside("rear.u_bolts.torque", "spring U-bolts", 2, 110.0, 92.0)
        self.assertEqual((fell.compared, fell.reopens), (BoltStands.FELL, True))
        self.assertIn("spring pack settled", fell.means[0])
        little = beside("rear_links", "links", 1, 100.0, 92.0)
        self.assertEqual((little.compared, little.reopens), (BoltStands.FELL, False))
        held = beside("rear.u_bolts.torque", "spring U-bolts", 1, 110.0, 110.0)
        self.assertEqual(open_first([little, held, fell]), [held, fell, little])

    def test_what_was_not_read_says_nothing(self):
        self.assertIsNone(beside("a", "links", 1, 100.0, None).compared)
        self.assertIs(beside("a", "links", 1, None, 90.0).compared, BoltStands.NEW)
        self.assertFalse(beside("a", "links", 1, 0.0, 90.0).reopens)
        with self.assertRaises(InputError):
            beside("a", "links", 1, 100.0, -3.0)

    def test_a_joint_is_told_by_its_words(self):
        for key, what, kind in (
            ("rear.u_bolts.torque", "", JointKind.U_BOLT),
            ("wheel_nuts", "", JointKind.WHEEL),
            ("k4", "Link bushing bolts, 2 × M12", JointKind.LINK),
            ("k1", "Frame bushing bracket, 4 × M10", JointKind.BRACKET),
            ("k9", "cradle", JointKind.OTHER),
        ):
            self.assertIs(joint_kind(key, what), kind)
