"""Threads, torque, drills, bolts and the ladder of repair beyond the worked cases."""

import math
import unittest
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.fasteners.drills import bolt_length, drill_steps, holes
from axlecore.fasteners.repair import Rung, repair_ladder
from axlecore.fasteners.threads import PITCHES_MM, THREADS_AN_INCH, coarse_sizes, read_thread
from axlecore.fasteners.torque import (
    BushingMaterial,
    Lubrication,
    crush_joint,
    proof_stress,
    torque,
    torque_on,
    wrench_setting,
)


class ThreadTests(unittest.TestCase):
    def test_stress_areas_of_the_standards(self):
        """ISO 898-1 table 4 and SAE J429 table 3, which round to three figures."""
        for size, area_mm2 in (
            ("M6", 20.1),
            ("M8", 36.6),
            ("M8x1", 39.2),
            ("M10x1.25", 61.2),
            ("M12", 84.3),
            ("M12x1.5", 88.1),
            ("M14x1.5", 125.0),
            ("M16", 157.0),
            ("M20", 245.0),
            ("M24", 353.0),
            ("1/4-20", 20.5),
            ("1/4-28", 23.5),
            ("3/8-16", 50.0),
            ("1/2-13", 91.5),
            ("1/2-20", 103.2),
            ("5/8-11", 145.8),
            ("3/4-16", 240.6),
            ("1-8", 391.0),
        ):
            found = read_thread(size).stress_area_m2 * 1e6
            self.assertAlmostEqual(found, area_mm2, delta=0.006 * area_mm2, msg=size)

    def test_a_pitch_that_no_such_bolt_has_names_those_it_has(self):
        for size, words in (
            ("M12x1.6", "1.75 or 1.5"),
            ("1/2-14", "13 or 20"),
            ("M7", "M5 to M24"),
            ("1/2-13 UNF", "is coarse, not unf"),
            ("5/8-18 UNC", "is fine, not unc"),
            ("M12x1.75 fine", "is coarse, not fine"),
        ):
            with self.assertRaises(InputError) as caught:
                read_thread(size, "bolt")
            self.assertEqual(caught.exception.field, "bolt")
            self.assertIn(words, caught.exception.message)

    def test_a_thread_is_read_however_it_is_written(self):
        for name, *written in (
            ("M12×1.75", "M12", "m 12", "M12-1.75", "M12*1.75", "M12x1,75", "M12 coarse"),
            ("M12×1.5", "M12 fine", "M12×1.5", "M12 x 1,5 mm"),
            ("1/2-13", "1/2", "1/2 in", '1/2"', "½-13", "1/2 UNC", "1/2-13UNC", "½ in"),
            ("1/2-20", "1/2 UNF", "1/2-20 UNF", "1/2 fine", "½ NF"),
            ("5/8-18", "5/8 UNF", '5/8"-18', "5⁄8 UNF"),
        ):
            for text in written:
                self.assertEqual(read_thread(text).name, name, text)

    def test_clearance_holes_of_inch_bolts_by_asme_b18_2_8(self):
        """Close, normal, loose [in], as the standard's table prints them."""
        for size, *inches in (
            ("1/4", 0.266, 0.281, 0.297),
            ("1/2", 0.531, 0.562, 0.609),
            ("5/8", 0.656, 0.688, 0.734),
            ("1", 1.031, 1.094, 1.156),
        ):
            for found, inch in zip(holes(size).clearance_m, inches, strict=True):
                self.assertAlmostEqual(found / 0.0254, inch, 3, size)

    def test_finer_threads_bear_more(self):
        for size, pitches in PITCHES_MM.items():
            areas = [read_thread(f"M{size}x{pitch:g}").stress_area_m2 for pitch in pitches]
            self.assertEqual(areas, sorted(areas))
        for size, (coarse, fine) in THREADS_AN_INCH.items():
            self.assertLess(
                read_thread(f"{size}-{coarse}").stress_area_m2,
                read_thread(f"{size}-{fine}").stress_area_m2,
            )

    def test_proof_stress_falls_in_large_sizes_of_low_grades(self):
        self.assertEqual(proof_stress(read_thread("M16"), "8.8"), 580e6)
        self.assertEqual(proof_stress(read_thread("M18"), "8.8"), 600e6)
        self.assertEqual(proof_stress(read_thread("7/8"), "2"), 228e6)


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


class RepairTests(unittest.TestCase):
    def rungs(self, **changes):
        case = {
            "size": "M10",
            "wall_m": 0.012,
            "edge_distance_m": 0.03,
            "behind_reachable": True,
            "reversing_load_n": 2000.0,
        }
        return {one.rung: one for one in repair_ladder(**{**case, **changes})}

    def test_with_room_every_rung_is_open_and_carries_its_drill(self):
        rungs = self.rungs()
        self.assertEqual(list(rungs), list(Rung))
        self.assertTrue(all(one.possible for one in rungs.values()))
        self.assertIn("8.5 mm", rungs[Rung.RE_TAP].text)
        self.assertIn("10.4 mm", rungs[Rung.INSERT].text)
        self.assertIn("M12×1.75", rungs[Rung.LARGER_TAP].text)

    def test_a_larger_tap_first_wastes_the_insert(self):
        self.assertIn(Rung.INSERT, self.rungs()[Rung.LARGER_TAP].closes)
        self.assertNotIn(Rung.LARGER_TAP, self.rungs()[Rung.INSERT].closes)

    def test_the_ladder_ends_at_the_edge_in_a_thin_wall_and_under_a_heavy_load(self):
        near = self.rungs(edge_distance_m=0.011)
        self.assertTrue(near[Rung.RE_TAP].possible)
        self.assertIn("at the edge", near[Rung.LARGER_TAP].why_not)
        thin = self.rungs(wall_m=0.006)
        self.assertIn("too little thread", thin[Rung.INSERT].why_not)
        self.assertTrue(thin[Rung.THROUGH_BOLT].possible)
        self.assertFalse(self.rungs(behind_reachable=False)[Rung.THROUGH_BOLT].possible)
        self.assertIn("9.0 kN", self.rungs(reversing_load_n=9000.0)[Rung.RIVET_NUT].why_not)

    def test_the_welder_is_always_left(self):
        worst = self.rungs(
            wall_m=0.001, edge_distance_m=0.001, behind_reachable=False, reversing_load_n=1e6
        )
        self.assertEqual([rung for rung, one in worst.items() if one.possible], [Rung.WELD])
        self.assertIn("licensed welder", worst[Rung.WELD].text)

    def test_holes_grow_down_the_ladder_from_re_tap_to_insert(self):
        for metric in (True, False):
            for thread in coarse_sizes(metric):
                found = holes(thread.name)
                self.assertLess(found.tap_drill_m, thread.diameter_m)
                self.assertLess(thread.diameter_m, found.insert_drill_m)
                self.assertLess(found.insert_drill_m, min(found.clearance_m) + 0.0011)
        self.assertTrue(math.isfinite(self.rungs(size="M24")[Rung.WELD].hole_m))
        self.assertNotIn(Rung.LARGER_TAP, self.rungs(size="1"))
