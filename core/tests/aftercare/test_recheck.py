import itertools
import math
import unittest
from datetime import date, timedelta

from axlecore.aftercare.recheck import (
    DueState,
    Every,
    check_odometer,
    due_state,
    in_words,
    next_visit,
    visits,
)
from axlecore.errors import InputError

HANDED = date(2026, 9, 1)
ODOMETER = 8.2e7
PLAN = visits(HANDED, ODOMETER)


class VisitTests(unittest.TestCase):
    def test_the_first_are_early_then_at_the_shops_interval(self):
        self.assertEqual(PLAN[0].what, "wheel nuts and U-bolts")
        after = [((one.from_m - ODOMETER) / 1e3, (one.to_m - ODOMETER) / 1e3) for one in PLAN[:2]]
        self.assertEqual(after, [(80, 160), (800, 1600)])
        own = visits(HANDED, ODOMETER, Every(3e6, 90))
        self.assertEqual([one.to_m - ODOMETER for one in own[2:]], [3e6, 6e6])
        # Every 3,000 to 5,000 km: a visit may be made in the last two fifths of its interval.
        usual = [(one.from_m - ODOMETER, one.to_m - ODOMETER) for one in PLAN[2:]]
        self.assertEqual(usual, [(3e6, 5e6), (8e6, 10e6)])
        self.assertEqual(own[2].by, HANDED + timedelta(days=90))
        self.assertEqual([one.number for one in PLAN], [1, 2, 3, 4])
        self.assertTrue(all(one.by < two.by for one, two in itertools.pairwise(PLAN)))

    def test_whichever_is_first_makes_it_due(self):
        first = PLAN[0]
        for days, driven, expected in (
            (1, None, DueState.LATER),
            (1, 79e3, DueState.LATER),
            (1, 80e3, DueState.DUE),
            (1, 161e3, DueState.OVERDUE),
            (8, None, DueState.SOON),
            (14, None, DueState.SOON),
            (15, 0.0, DueState.OVERDUE),
        ):
            far = None if driven is None else ODOMETER + driven
            with self.subTest(days=days, driven=driven):
                found = due_state(first, HANDED + timedelta(days=days), far)
                self.assertEqual(found, expected)

    def test_a_visit_that_was_left_out_is_past_once_a_later_one_was_made(self):
        self.assertEqual(next_visit(PLAN, ()).number, 1)
        self.assertEqual(next_visit(PLAN, (2,)).number, 3)
        self.assertIsNone(next_visit(PLAN, (4,)))

    def test_visits_never_end(self):
        later = visits(HANDED, ODOMETER, made=4)
        self.assertEqual(later[:4], PLAN)
        self.assertEqual(next_visit(later, (1, 2, 3, 4)).number, 5)
        self.assertGreater(later[4].by, later[3].by)

    def test_an_odometer_does_not_go_back(self):
        check_odometer(8.3e7, 8.2e7)
        check_odometer(8.2e7, 8.2e7)
        for read, before in ((8.1e7, 8.2e7), (-1.0, None), (math.nan, None), (4e9, None)):
            with self.assertRaises(InputError) as caught:
                check_odometer(read, before)
            self.assertEqual(caught.exception.field, "odometer")

    def test_an_interval_that_is_none_is_refused(self):
        for distance, days, field in ((10.0, 180, "distance"), (5e6, 3, "days")):
            with self.assertRaises(InputError) as caught:
                Every(distance, days)
            self.assertEqual(caught.exception.field, field)

    def test_its_owner_is_told_of_both(self):
        self.assertIn("or by 15 September 2026, whichever is first", in_words(PLAN[0]))
