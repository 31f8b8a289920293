import unittest

from axlecore.errors import InputError
from axlecore.fasteners.threads import read_thread
from axlecore.fasteners.torque import (
    BushingMaterial,
    Lubrication,
    crush_joint,
    proof_stress,
    torque,
    torque_on,
    wrench_setting,
)


class TorqueTests(unittest.TestCase):
    def test_a_lock_nut_adds_its_run_down_torque(self):
        plain = torque("M12", "10.9", Lubrication.ZINC)
        nylon = torque("M12", "10.9", Lubrication.ZINC, run_down_n_m=12.0)
        self.assertAlmostEqual(nylon.target_n_m - plain.target_n_m, 12.0)
        self.assertEqual(nylon.preload_n, plain.preload_n)

    def test_anti_seize_lowers_a_sheets_torque_at_the_same_clamping_force(self):
        lowered = torque_on(100.0, Lubrication.ZINC, Lubrication.ANTI_SEIZE)
        self.assertAlmostEqual(lowered, 65.0)
        self.assertAlmostEqual(torque_on(lowered, Lubrication.ANTI_SEIZE, Lubrication.ZINC), 100.0)

    def test_a_grade_is_of_inch_threads_whatever_its_name_looks_like(self):
        """SAE J429 has 5.2 and 8.2 beside 5 and 8, as strong up to an inch."""
        self.assertEqual(proof_stress(read_thread("1/2-13"), "8.2"), 827e6)
        with self.assertRaises(InputError) as caught:
            proof_stress(read_thread("M12"), "8.2")
        self.assertIn("comes in 8.8, 10.9, 12.9", str(caught.exception))

    def test_a_wrench_with_an_extension_is_set_lower(self):
        self.assertAlmostEqual(wrench_setting(120.0, 0.4, 0.2), 80.0)
        self.assertEqual(wrench_setting(120.0, 0.4, 0.0), 120.0)
        for argument in ((0.0, 0.4, 0.1), (120.0, 0.0, 0.1), (120.0, 0.4, -0.1)):
            with self.assertRaises(InputError):
                wrench_setting(*argument)


class CrushTests(unittest.TestCase):
    def test_a_bushing_keeps_its_volume_when_it_bulges(self):
        found = crush_joint(BushingMaterial.RUBBER, 0.02, 0.036, 0.010)
        rim = 0.036 + 2 * found.bulge_m
        self.assertAlmostEqual((rim**2 - 0.01**2) * found.height_m, (0.036**2 - 0.01**2) * 0.02)
        self.assertLess(found.least_m, found.height_m)

    def test_polyurethane_hardly_bulges(self):
        soft, hard = (crush_joint(one, 0.02, 0.036, 0.010) for one in BushingMaterial)
        self.assertLess(hard.bulge_m, soft.bulge_m / 3)
        self.assertGreater(hard.height_m, soft.height_m)

    def test_a_bushing_that_is_none_is_refused_by_name(self):
        for sizes, field in (
            ((0.0, 0.03, 0.01), "free_height_m"),
            ((0.02, 0.03, 0.03), "inside_m"),
            ((0.02, float("nan"), 0.01), "outside_m"),
        ):
            with self.assertRaises(InputError) as caught:
                crush_joint(BushingMaterial.RUBBER, *sizes)
            self.assertEqual(caught.exception.field, field)
