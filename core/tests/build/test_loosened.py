import unittest

from axlecore.build.job import Loosened
from axlecore.build.steps import Records
from axlecore.errors import InputError
from tests.build.jobs import planned, upgrade


class LoosenedTests(unittest.TestCase):
    def steps(self, *loosened):
        return {step.key: step for step in planned(upgrade(loosened=loosened)).steps}

    def test_what_else_was_loosened_is_tightened_and_marked_before_the_last_look(self):
        found = self.steps(Loosened("rear.photo", "brake line clip"))
        step = found["rear.photo.loosened.0"]
        self.assertEqual(step.records, (Records.TORQUE, Records.WITNESS_MARK))
        self.assertIn("brake line clip", step.what)
        self.assertIn(step.key, found["all.tidy"].after)
        self.assertNotIn("all.alignment", found)

    def test_what_steers_asks_for_alignment_once_and_says_why(self):
        links = (Loosened("rear.photo", "drag link", steers=True), Loosened("rear.photo", "clip"))
        align = self.steps(*links)["all.alignment"]
        self.assertEqual(align.outside, "alignment technician")
        self.assertEqual(align.why, "drag link was loosened")
        self.assertIn("all.tidy", align.after)

    def test_nameless_things_are_refused(self):
        with self.assertRaises(InputError) as caught:
            Loosened("rear.photo", "")
        self.assertEqual(caught.exception.field, "what")
