import unittest
from dataclasses import replace
from datetime import date

from axlecore.bay.torque_log import (
    HowTight,
    Judged,
    Reading,
    Wrench,
    check_supersedes,
    check_wrench,
    clamped_n_m,
    cross_order,
    joint_target,
    judged,
    left_of,
    unnamed_target,
)
from axlecore.cli.plan import fit_of
from axlecore.errors import InputError
from axlecore.racks.parts import SheetNut
from tests.build.jobs import upgrade
from tests.plain import plain

TODAY = date(2030, 5, 3)
WRENCH = Wrench("Wrench 3", date(2029, 9, 12), date(2030, 9, 12), 20.0, 200.0, 0.4)
FRAME, LINK = fit_of(upgrade()).rear.bolts


class TargetTests(unittest.TestCase):
    def test_a_single_figure_has_its_tolerance_and_four_bolts_go_crosswise_in_passes(self):
        target = joint_target(FRAME)
        self.assertAlmostEqual(target.from_n_m, FRAME.use_n_m * 0.95)
        self.assertAlmostEqual(target.to_n_m, FRAME.use_n_m * 1.05)
        self.assertEqual(target.order, [1, 3, 2, 4])
        self.assertEqual(target.passes_n_m, [FRAME.use_n_m / 2, FRAME.use_n_m])
        self.assertIn("by the sheet", target.sheet)

    def test_a_sheet_s_range_stays_one_and_a_nylon_nut_takes_nothing_on_its_thread(self):
        ranged = joint_target(replace(FRAME, use_n_m=74.0, use_to_n_m=84.0))
        self.assertEqual((ranged.from_n_m, ranged.to_n_m), (74.0, 84.0))
        self.assertEqual(LINK.nut, SheetNut.LOCK_NUT)
        link = joint_target(LINK)
        self.assertIn("nylon nut takes none", link.treatment)
        self.assertGreater(link.run_down_n_m, 0.0)
        self.assertEqual((link.order, len(link.passes_n_m)), ([1, 2], 1))

    def test_each_bolt_is_followed_by_the_one_across_and_none_is_left_out(self):
        for count in range(1, 13):
            order = cross_order(count)
            self.assertEqual(sorted(order), list(range(1, count + 1)))
            if count >= 4 and count % 2 == 0:
                self.assertEqual(abs(order[1] - order[0]), count // 2)

    def test_a_bulge_is_no_reading_and_what_no_sheet_names_is_written_down(self):
        crushed = joint_target(replace(FRAME, use_n_m=None))
        self.assertIs(judged(crushed, None, HowTight.BULGE), Judged.PASSES)
        self.assertIs(judged(joint_target(FRAME), None, HowTight.BULGE), Judged.UNREAD)
        self.assertIs(judged(joint_target(FRAME), None, HowTight.NO_WRENCH), Judged.PASSES)
        self.assertIs(judged(joint_target(FRAME), None, HowTight.READ), Judged.UNREAD)
        self.assertIs(
            judged(unnamed_target("wheel_nuts", "x"), 150.0, HowTight.READ), Judged.PASSES
        )


class ReadingTests(unittest.TestCase):
    target = joint_target(replace(FRAME, use_n_m=74.0, use_to_n_m=84.0))

    def test_what_is_out_of_range_does_not_pass(self):
        for got, worth in (
            (73.9, Judged.LOW),
            (74.0, Judged.PASSES),
            (84.0, Judged.PASSES),
            (84.1, Judged.HIGH),
        ):
            self.assertIs(judged(self.target, got, HowTight.READ), worth)

    def test_an_extension_in_line_gives_the_joint_more_than_the_wrench_shows(self):
        """0.4 m of wrench with 0.1 m before it: five quarters of what is read."""
        self.assertAlmostEqual(clamped_n_m(64.0, WRENCH, 0.1), 80.0)
        self.assertAlmostEqual(clamped_n_m(80.0, WRENCH, 0.0), 80.0)
        for bad in (0.0, -5.0, 9000.0, float("nan")):
            with self.assertRaises(InputError) as caught:
                clamped_n_m(bad, WRENCH, 0.0)
            self.assertEqual(caught.exception.field, "reading")

    def test_a_wrench_that_is_due_or_reads_elsewhere_is_refused_with_the_reason(self):
        check_wrench(WRENCH, TODAY, self.target)
        # A calibration holds through its last day.
        check_wrench(replace(WRENCH, due_on=TODAY), TODAY, self.target)
        for wrench, words in (
            (replace(WRENCH, due_on=date(2030, 5, 2)), "was due for calibration on 2 May 2030"),
            (replace(WRENCH, to_n_m=80.0), "reads 20 to 80 N·m; this joint asks 74 to 84"),
        ):
            with self.assertRaises(InputError) as caught:
                check_wrench(wrench, TODAY, self.target)
            self.assertEqual(caught.exception.field, "wrench")
            self.assertIn(words, plain(caught.exception.message))

    def test_a_wrench_that_cannot_be_is_refused(self):
        for change, field in (
            ({"name": " "}, "name"),
            ({"due_on": date(2029, 1, 1)}, "due_on"),
            ({"to_n_m": 10.0}, "to_n_m"),
            ({"length_m": 0.0}, "length_m"),
        ):
            with self.assertRaises(InputError) as caught:
                replace(WRENCH, **change)
            self.assertEqual(caught.exception.field, field)

    def test_a_joint_is_done_once_every_bolt_passed_and_a_failed_row_only_goes_by_another(self):
        rows = [Reading(1, 1, Judged.PASSES), Reading(2, 3, Judged.HIGH)]
        self.assertEqual(left_of(self.target, rows), [3, 2, 4])
        with self.assertRaises(InputError) as caught:
            check_supersedes(rows, 3, None)
        self.assertIn("nothing is written over", caught.exception.message)
        with self.assertRaises(InputError):
            check_supersedes(rows, 3, 1)
        check_supersedes(rows, 3, 2)
        rows.append(Reading(3, 3, Judged.PASSES, supersedes=2))
        rows += [Reading(4, 2, Judged.PASSES), Reading(5, 4, Judged.LOW)]
        self.assertEqual(left_of(self.target, rows), [4])
        rows.append(Reading(6, 4, Judged.LOW, supersedes=5, override="maker said 70 will do"))
        self.assertEqual(left_of(self.target, rows), [])
