import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

sys.path.append(str(Path(__file__).parents[1] / "bench"))

import targets
from targets import Figure


class TargetTests(unittest.TestCase):
    def test_a_time_is_judged_by_what_an_evaluation_took_in_the_same_run(self):
        """600 ms were asked where an evaluation took 8: 75 of them, on any machine."""
        for value, evaluation_ms, met in ((599.0, 8.0, True), (601.0, 8.0, False)):
            self.assertIs(Figure("p95", "ms", value, "under 600", evaluation_ms).met, met)
        slow = Figure("p95", "ms", 1100.0, "under 600", 16.0)
        self.assertTrue(slow.met)
        self.assertIn("| 68.8 | under 600 ms (75) | met |", slow.row)
        self.assertTrue(Figure("rank", "s", 1.9, "at most 1", 16.0).met)

    def test_what_is_no_time_is_judged_as_it_is(self):
        for value, target, met in ((50.0, "at least 50", True), (0.2, "at most 0.1", False)):
            self.assertIs(Figure("x", "×", value, target, 16.0).met, met)
        self.assertIsNone(Figure("x", "", 3.0, "", 8.0).met)
        self.assertIn("**not met**", Figure("x", "×", 49.0, "at least 50", 8.0).row)

    def test_a_command_writes_between_its_own_marks_and_nowhere_else(self):
        with tempfile.TemporaryDirectory() as folder:
            page = Path(folder) / "page.md"
            page.write_text("a\n<!-- load -->\nold\n<!-- /load -->\nb\n")
            with mock.patch.object(targets, "DOCS", page):
                targets.write_down("load", "new")
                self.assertRaises(ValueError, targets.write_down, "bench", "new")
            self.assertEqual(page.read_text(), "a\n<!-- load -->\nnew\n<!-- /load -->\nb\n")
