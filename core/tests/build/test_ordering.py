"""How lines of an order stand, and what a job waits for."""

import unittest
from datetime import date

from axlecore.build.ordering import (
    HERE,
    NEXT,
    OrderState,
    OrderStep,
    check_step,
    expected_of,
    state_of,
    waiting_for,
)
from axlecore.errors import InputError

TODAY = date(2026, 3, 2)
WANTED, ORDERED, ARRIVED, WRONG = (
    OrderState.WANTED,
    OrderState.ORDERED,
    OrderState.ARRIVED,
    OrderState.WRONG,
)


def ordered(day):
    return OrderStep(ORDERED, expected=date(2026, 3, day), reference="A-1")


class OrderingTests(unittest.TestCase):
    def test_every_state_is_left_by_the_table_only(self):
        self.assertEqual(set(NEXT), set(OrderState))
        said = {"expected": TODAY, "note": "bore 27 mm; told the counter"}
        for now in OrderState:
            for then in OrderState:
                with self.subTest(now=now, then=then):
                    step = OrderStep(then, **said)
                    if then in NEXT[now]:
                        check_step(now, step)
                    else:
                        with self.assertRaises(InputError) as refused:
                            check_step(now, step)
                        self.assertEqual(refused.exception.field, "state")

    def test_a_wrong_part_is_not_made_right_but_by_another(self):
        self.assertFalse(HERE & set(NEXT[WRONG]))

    def test_what_a_state_must_say(self):
        for now, step, field in (
            (WANTED, OrderStep(ORDERED), "expected"),
            (ARRIVED, OrderStep(WRONG, note="  "), "note"),
            (ARRIVED, OrderStep(WRONG, note="x" * 301), "note"),
            (WRONG, OrderStep(OrderState.REPLACED), "expected"),
        ):
            with self.subTest(step=step), self.assertRaises(InputError) as refused:
                check_step(now, step)
            self.assertEqual(refused.exception.field, field)

    def test_a_job_waits_for_the_last_day_or_says_that_a_day_is_missing(self):
        shipped = [ordered(4), OrderStep(OrderState.SHIPPED)]
        lines = {"bar": [ordered(9)], "links": shipped, "nuts": [OrderStep(OrderState.IN_STOCK)]}
        waits = waiting_for(lines, TODAY)
        self.assertEqual((waits.here, waits.until), (False, date(2026, 3, 9)))
        self.assertEqual(waits.for_what, ["bar", "links"])
        waits = waiting_for({**lines, "grease": []}, TODAY)
        self.assertEqual((waits.until, waits.for_what[0]), (None, "grease"))
        # A day that went by without it is no promise.
        self.assertIsNone(waiting_for(lines, date(2026, 3, 10)).until)
        self.assertTrue(waiting_for({"nuts": lines["nuts"]}, TODAY).here)

    def test_what_arrived_wrong_is_not_here_and_its_replacement_has_its_own_day(self):
        steps = [ordered(4), OrderStep(ARRIVED), OrderStep(WRONG, note="hole 11 mm; told them")]
        self.assertEqual(waiting_for({"bar": steps}, TODAY).until, None)
        steps.append(OrderStep(OrderState.REPLACED, expected=date(2026, 3, 20)))
        self.assertEqual(expected_of(steps), date(2026, 3, 20))
        self.assertEqual(state_of([]), WANTED)
