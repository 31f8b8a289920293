"""A failing test is named, whatever it holds and whatever it raised."""

import pickle
import unittest

from calmaxle.testing.results import RemoteResult


def failing(name: str) -> unittest.TestCase:
    """Return a test that fails; made here, so that it is not run as one of ours."""

    class HoldsABrowser(unittest.TestCase):
        """Fails in one part and in another way; holds what no process hands to another."""

        def setUp(self) -> None:
            self.browser = lambda: None

        def test_parts(self) -> None:
            for part in (1, 2, 3):
                with self.subTest(part=part):
                    self.assertNotEqual(part, 2)

        def test_raised(self) -> None:
            raise ValueError(self.browser)

    return HoldsABrowser(name)


class RemoteResultTests(unittest.TestCase):
    def events(self, name: str) -> list[tuple]:
        result = RemoteResult()
        failing(name).run(result)
        return pickle.loads(pickle.dumps(result.events))  # noqa: S301 - our own bytes

    def test_a_part_that_fails_is_sent_with_its_name_and_the_test_does_not_pass(self):
        events = self.events("test_parts")
        [failure] = [event for event in events if event[0] == "addFailure"]
        self.assertIn("(part=2)", failure[2][1].__notes__[0])
        self.assertNotIn("addSuccess", [event[0] for event in events])

    def test_what_no_process_can_hand_on_is_sent_as_words(self):
        [error] = [event for event in self.events("test_raised") if event[0] == "addError"]
        self.assertIn("ValueError", str(error[2][1]))
