import unittest

from axlecore.errors import InputError
from axlecore.fasteners.drills import holes
from axlecore.fasteners.threads import PITCHES_MM, THREADS_AN_INCH, read_thread
from axlecore.fasteners.torque import (
    proof_stress,
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
