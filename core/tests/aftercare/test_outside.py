import unittest
from dataclasses import replace
from datetime import date

from axlecore.aftercare.outside import (
    OutsideEntry,
    OutsideState,
    all_right,
    check_entry,
    keeps_parked,
    outside_work,
)
from axlecore.build.steps import Step, VehicleState
from axlecore.errors import InputError

EXHAUST = Step(
    "rear.exhaust.back", "Exhaust closed.", "why", VehicleState.ON_WHEELS, outside="exhaust shop"
)
OWN = Step("all.tidy", "Tidy.", "why", VehicleState.ON_WHEELS)
GIVEN = OutsideEntry(EXHAUST.key, OutsideState.GIVEN, date(2026, 11, 2), who="Reed Pipes")
BACK = OutsideEntry(EXHAUST.key, OutsideState.BACK, date(2026, 11, 4), cost=140.0, paper="bill 81")
RIGHT = OutsideEntry(EXHAUST.key, OutsideState.RIGHT, date(2026, 11, 4), found="no leak")
WRONG = replace(RIGHT, state=OutsideState.NOT_RIGHT, found="leaks at the flange")
TODAY = date(2026, 11, 5)


def work(*entries):
    return outside_work([EXHAUST, OWN], entries)


class OutsideTests(unittest.TestCase):
    def test_it_stands_as_it_was_said_last_and_only_what_is_given_out_is_listed(self):
        self.assertEqual([one.step for one in work()], [EXHAUST.key])
        one = work(GIVEN, BACK)[0]
        self.assertEqual((one.state, one.who, one.cost), (OutsideState.BACK, "Reed Pipes", 140.0))
        self.assertEqual((one.given_on, one.back_on), (GIVEN.on, BACK.on))

    def test_an_open_exhaust_keeps_it_parked_until_its_leak_check_passed(self):
        for entries in ((), (GIVEN,), (GIVEN, BACK), (GIVEN, BACK, WRONG)):
            self.assertEqual(len(keeps_parked(work(*entries))), 1)
            self.assertFalse(all_right(work(*entries)))
        self.assertEqual(keeps_parked(work(GIVEN, BACK, RIGHT)), [])
        self.assertTrue(all_right(work(GIVEN, BACK, RIGHT)))

    def test_what_was_right_may_turn_out_not_to_be_and_goes_out_again_as_new(self):
        entries = (GIVEN, BACK, RIGHT, WRONG)
        self.assertEqual(len(keeps_parked(work(*entries))), 1)
        again = replace(GIVEN, on=date(2026, 11, 5), who="Tidal Exhausts")
        one = work(*entries, again)[0]
        self.assertEqual((one.who, one.back_on, one.paper), ("Tidal Exhausts", None, ""))

    def test_what_cannot_be_said_now_is_refused_at_its_field(self):
        for before, entry, field in (
            ((), BACK, "state"),
            ((), replace(GIVEN, step="rear.nothing"), "step"),
            ((), replace(GIVEN, who=" "), "who"),
            ((), replace(GIVEN, on=date(2026, 11, 6)), "on"),
            ((GIVEN,), replace(BACK, on=date(2026, 11, 1)), "on"),
            ((GIVEN,), replace(BACK, paper=""), "paper"),
            ((GIVEN,), replace(BACK, cost=float("nan")), "cost"),
            ((GIVEN, BACK), replace(WRONG, found=""), "found"),
        ):
            with self.subTest(field=field), self.assertRaises(InputError) as caught:
                check_entry(work(*before), entry, TODAY)
            self.assertEqual(caught.exception.field, field)
