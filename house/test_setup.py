import io
import tempfile
import unittest
from contextlib import redirect_stdout
from pathlib import Path
from unittest import mock

import setup


class SetUpTests(unittest.TestCase):
    """The set-up with its real loop, on steps that only touch a file in a folder of their own."""

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.root = Path(folder.name)
        self.source, self.product = self.root / "source.txt", self.root / "product"
        self.source.write_text("one")
        self.done = []
        for name, value in (
            ("ROOT", self.root),
            ("RUN", self.root),
            ("STAMPS", self.root / "stamps"),
            ("STEPS", (("step", "a step", (self.source,), self.step),)),
            ("PRODUCTS", {"step": (self.product,)}),
        ):
            self.enterContext(mock.patch.object(setup, name, value))

    def step(self, half):
        self.done.append(self.source.read_text())
        self.product.touch()

    def set_up(self):
        said = io.StringIO()
        with redirect_stdout(said):
            setup.set_up()
        return said.getvalue()

    def test_a_step_is_done_once_and_then_left_alone(self):
        self.assertIn("a step … done", self.set_up())
        self.assertEqual(self.set_up(), "")
        self.assertEqual(self.done, ["one"])

    def test_a_changed_source_is_done_again(self):
        self.set_up()
        self.source.write_text("two")
        self.set_up()
        self.assertEqual(self.done, ["one", "two"])

    def test_a_lost_product_is_made_again(self):
        self.set_up()
        self.product.unlink()
        self.set_up()
        self.assertEqual(len(self.done), 2)

    def test_a_killed_step_is_finished_by_the_next_run_which_says_so(self):
        with (
            mock.patch.object(
                setup,
                "STEPS",
                (("step", "a step", (self.source,), mock.Mock(side_effect=OSError)),),
            ),
            self.assertRaises(OSError),
        ):
            self.set_up()
        self.assertIn("finishing it", self.set_up())
        self.assertEqual(self.set_up(), "")

    def test_a_program_that_fails_stops_with_its_output_and_advice(self):
        with self.assertRaises(SystemExit) as caught:
            setup.run("sh", "-c", "echo broken pipe wrench; exit 3", why_it_may_fail="Try again.")
        self.assertIn("broken pipe wrench", str(caught.exception))
        self.assertIn("Try again.", str(caught.exception))

    def test_the_digest_knows_names_and_contents(self):
        folder = self.root / "folder"
        folder.mkdir()
        (folder / "a").write_text("x")
        first = setup.digest([folder])
        (folder / "a").rename(folder / "b")
        renamed = setup.digest([folder])
        (folder / "b").write_text("y")
        self.assertEqual(len({first, renamed, setup.digest([folder])}), 3)
