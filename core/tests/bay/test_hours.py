import unittest
from datetime import datetime, timedelta

from axlecore.bay.hours import Mark, real_hours


class HoursTests(unittest.TestCase):
    DAY = datetime(2026, 11, 2, 8, 0)

    def hours(self, *marks):
        made = [
            Mark(step, person, self.DAY + timedelta(minutes=minutes))
            for step, person, minutes in marks
        ]
        return real_hours(reversed(made))

    def test_a_step_took_the_time_since_the_same_person_s_answer_before(self):
        found = self.hours(
            ("a", "wren", 0), ("b", "wren", 30), ("x", "tern", 31), ("c", "wren", 45)
        )
        self.assertEqual(found, {"b": 0.5, "c": 0.25})

    def test_several_answers_add_up_and_a_break_makes_them_unknown(self):
        found = self.hours(
            ("a", "wren", 0), ("b", "wren", 30), ("b", "wren", 42), ("c", "wren", 400)
        )
        self.assertEqual(found, {"b": 0.7})
        over_night = self.hours(("a", "wren", 0), ("b", "wren", 24 * 60 - 1))
        self.assertEqual(over_night, {})

    def test_what_was_ticked_together_tells_nothing(self):
        self.assertEqual(self.hours(("a", "wren", 0), ("b", "wren", 0.1)), {})
