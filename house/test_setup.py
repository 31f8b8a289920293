import io
import tempfile
import threading
import unittest
from contextlib import redirect_stdout
from pathlib import Path
from unittest import mock

import setup
from setup import Need


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
        ):
            self.enterContext(mock.patch.object(setup, name, value))
        self.steps(self.a_step(self.step))

    def a_step(self, act, name="step", after=()):
        sources, products = setup._same(self.source), setup._same(self.product)
        return setup.Step(name, f"a {name}", sources, products, act, after)

    def steps(self, *steps):
        self.enterContext(mock.patch.object(setup, "STEPS", steps))

    def step(self, attempt):
        self.done.append(self.source.read_text())
        self.product.touch()

    def set_up(self, need=Need.RUNNING):
        said = io.StringIO()
        with redirect_stdout(said):
            setup.set_up(need)
        return said.getvalue()

    def test_a_step_is_done_once_and_then_left_alone(self):
        self.assertIn("Set up: a step", self.set_up())
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
        self.steps(self.a_step(mock.Mock(side_effect=OSError)))
        with self.assertRaises(OSError):
            self.set_up()
        halves = []
        self.steps(self.a_step(lambda attempt: (halves.append(attempt.half), self.step(attempt))))
        self.assertIn("finishing it", self.set_up())
        self.assertEqual(halves, [True])
        self.assertEqual(self.set_up(), "")

    def test_testing_takes_more_than_running_and_serves_it_too(self):
        self.set_up(Need.RUNNING)
        self.set_up(Need.TESTING)
        self.set_up(Need.RUNNING)
        self.set_up(Need.TESTING)
        self.assertEqual(len(self.done), 2)

    def test_steps_that_do_not_wait_for_each_other_go_side_by_side(self):
        both = threading.Barrier(2, timeout=20)
        order = []

        def beside(attempt):
            both.wait()
            self.step(attempt)

        def last(attempt):
            order.append(len(self.done))
            self.step(attempt)

        self.steps(
            self.a_step(last, "last", after=("one", "other")),
            self.a_step(beside, "one"),
            self.a_step(beside, "other"),
        )
        self.set_up()
        self.assertEqual(order, [2])

    def test_what_waits_for_a_step_that_failed_is_not_begun(self):
        fails = mock.Mock(side_effect=setup.StepError("Install a wrench."))
        self.steps(self.a_step(fails, "first"), self.a_step(self.step, after=("first",)))
        with self.assertRaises(SystemExit) as caught:
            self.set_up()
        self.assertIn("Install a wrench.", str(caught.exception))
        self.assertEqual(self.done, [])

    def test_a_program_that_fails_stops_with_its_output_and_advice(self):
        log = self.root / "log"
        with self.assertRaises(setup.StepError) as caught:
            setup.run(
                log, "sh", "-c", "echo broken pipe wrench; exit 3", why_it_may_fail="Try again."
            )
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
