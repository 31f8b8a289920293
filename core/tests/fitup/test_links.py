"""Worked cases 17 to 21 of the physics, and what the bench's calculators must refuse."""

import math
import unittest
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.fasteners.drills import holes
from axlecore.fasteners.threads import read_thread
from axlecore.fasteners.torque import GRADES, Lubrication, torque
from axlecore.fitup.links import link_attitude, link_for_level_arm
from axlecore.lean.protractor import read_pictures
from tests.plain import plain


class LinkTests(unittest.TestCase):
    def assert_attitude(self, found, arm, tilt, between, motion_ratio):
        for value, expected in (
            (found.arm_rad, arm),
            (found.link_rad, tilt),
            (found.between_rad, between),
        ):
            self.assertAlmostEqual(math.degrees(value), expected, delta=0.0006)
        self.assertAlmostEqual(found.motion_ratio, motion_ratio, 5)

    def test_case_17(self):
        found = link_attitude(0.26, 0.255, 0.24, 0.24)
        self.assert_attitude(found, 0.011, 1.194, 88.818, 1.00000)

    def test_case_18(self):
        self.assert_attitude(link_attitude(0.26, 0.215, 0.31, 0.24), 16.196, 8.309, 97.887, 0.99895)

    def test_a_link_that_cannot_be_assembled_says_by_how_much(self):
        for link, words in ((0.05, "42 mm too short"), (0.70, "90 mm too long")):
            with self.assertRaises(InputError) as caught:
                link_attitude(0.26, 0.255, 0.2363, link)
            self.assertEqual(caught.exception.field, "link_m")
            self.assertRegex(plain(caught.exception.message), words[3:])

    def test_near_the_toggle_it_says_so(self):
        self.assertFalse(link_attitude(0.26, 0.255, 0.24, 0.24).over_centre)
        self.assertTrue(link_attitude(0.26, 0.255, 0.24, 0.59).over_centre)

    @given(st.floats(0.1, 0.5), st.floats(0.1, 0.5), st.floats(0.1, 0.5))
    def test_the_link_for_a_level_arm_sets_it_level_and_the_ratio_is_the_slope(self, arm, x, z):
        """Motion ratio is arm-tip travel per axle travel: compared with a small step."""
        link = link_for_level_arm(arm, x, z)
        level = link_attitude(arm, x, z, link)
        step = 1e-6
        if not math.radians(30) < level.between_rad < math.radians(150):
            return
        up = link_attitude(arm, x, z + step, link)
        self.assertAlmostEqual(level.arm_rad, 0.0, 6)
        self.assertAlmostEqual(arm * (up.arm_rad - level.arm_rad) / step, level.motion_ratio, 3)


class TorqueTests(unittest.TestCase):
    def test_case_19(self):
        self.assertAlmostEqual(torque("M14x2", "10.9", Lubrication.DRY).target_n_m, 201.2, 1)
        self.assertAlmostEqual(torque("M14", "10.9", Lubrication.ANTI_SEIZE).target_n_m, 130.8, 1)

    def test_case_20(self):
        found = torque("5/8-11", "8", Lubrication.DRY)
        self.assertAlmostEqual(found.target_n_m, 287.1, delta=0.3)
        self.assertAlmostEqual(found.target_n_m / 1.3558179483, 211.8, delta=0.2)

    def test_a_sheet_that_would_break_its_bolt_is_a_stop_and_an_odd_one_a_warning(self):
        for sheet, kind in ((110.0, "stop"), (45.0, "fits"), (15.0, "warn"), (60.0, "warn")):
            found = torque("M10x1.5", "8.8", Lubrication.DRY, sheet)
            self.assertEqual(found.sheet_kind, kind, sheet)
            self.assertIn(f"{sheet:.0f} N·m", found.sheet_says)

    def test_grades_keep_to_their_own_threads_and_sizes(self):
        for size, grade in (("M12", "8"), ("1/2-13", "8.8"), ("M12", "13.7")):
            with self.assertRaises(InputError) as caught:
                torque(size, grade, Lubrication.DRY)
            self.assertEqual(caught.exception.field, "grade")
        self.assertLess(
            torque("7/8", "2", Lubrication.DRY).at_proof_n_m,
            torque("7/8", "5", Lubrication.DRY).at_proof_n_m / 2,
        )

    @given(st.text(max_size=12))
    def test_any_size_is_read_or_refused_with_an_example(self, text):
        try:
            self.assertGreater(read_thread(text).stress_area_m2, 0)
        except InputError as error:
            self.assertTrue(error.message.endswith((".", "threads.", "less.")))

    def test_every_grade_bears_more_than_the_one_before_it(self):
        metric, inch = (
            [name for name, one in GRADES.items() if one.metric is by] for by in (True, False)
        )
        for size, grades in (("M12", metric), ("1/2", inch)):
            found = [torque(size, grade, Lubrication.OILED).target_n_m for grade in grades]
            self.assertEqual(found, sorted(found))


class HoleTests(unittest.TestCase):
    def test_case_21(self):
        found = holes("M10x1.5")
        self.assertAlmostEqual(found.tap_drill_m * 1e3, 8.5)
        self.assertAlmostEqual(found.insert_drill_m * 1e3, 10.375)

    def test_a_hole_is_opened_from_a_pilot_in_small_steps(self):
        for size in ("M6", "M12", "M20x1.5", "1/4-20", "3/4-10"):
            steps = [step * 1e3 for step in holes(size).steps_m]
            self.assertEqual(steps[0], 3.0)
            self.assertTrue(all(0 < b - a <= 3.26 for a, b in pairwise(steps)), steps)
            self.assertAlmostEqual(steps[-1], holes(size).clearance_m[1] * 1e3)


class ProtractorTests(unittest.TestCase):
    @staticmethod
    def line(degrees, length=400.0):
        turn = math.radians(degrees)
        return (100.0, 300.0, 100 + length * math.cos(turn), 300 - length * math.sin(turn))

    def test_a_tilted_camera_is_taken_out(self):
        found = read_pictures((self.line(1.0), self.line(7.2)), (self.line(1.0), self.line(3.0)))
        self.assertAlmostEqual(math.degrees(found.lean_rad), 4.2)

    def test_a_line_clicked_the_other_way_round_is_the_same_line(self):
        x1, y1, x2, y2 = self.line(7.2)
        found = read_pictures((self.line(0), (x2, y2, x1, y1)), (self.line(0), self.line(180.0)))
        self.assertAlmostEqual(math.degrees(found.lean_rad), 7.2)

    def test_short_lines_are_less_sure_and_too_short_ones_refused(self):
        level = (self.line(0), self.line(0))
        long, short = (
            read_pictures((self.line(0, size), self.line(4, size)), level) for size in (800, 100)
        )
        self.assertGreater(short.band_rad, 2 * long.band_rad)
        with self.assertRaises(InputError) as caught:
            read_pictures((self.line(0), self.line(4, 5)), level)
        self.assertEqual(caught.exception.field, "body.1")
