"""The board against all boards there are, where those can be counted."""

import itertools
import math
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from axlecore.build.board import NoBoardError, solve_board
from axlecore.build.board_file import Bay, BoardFile, BoardJob, Slot
from axlecore.build.lateness import Forbids
from axlecore.errors import InputError

LIFT, PIT = Bay("A", "lift"), Bay("B", "pit")


def job(key, hours, earliest=0, due=0, people=1, kinds=("lift", "pit"), **more):
    return BoardJob(key, hours, people, kinds, earliest, due, **more)


def board(*jobs, open=4, days=4, people=2, bays=(LIFT, PIT)):
    return BoardFile(open, days, people, tuple(bays), tuple(jobs))


def there(asked, hour):
    """Who is there in one working hour."""
    return (asked.people_on or (asked.people,) * asked.days)[hour // asked.open]


def spots(asked, one):
    """Every place and start of one job by itself."""
    if one.pinned is not None:
        yield one.pinned.bay, one.pinned.day * asked.open + one.pinned.hour
        return
    for bay in asked.bays:
        if bay.kind in one.kinds:
            last = asked.open * asked.days - one.slots
            yield from ((bay.key, at) for at in range(one.earliest * asked.open, last + 1))


def least_by_counting(asked):
    """Least lateness, then moves, then sum of starts, over all boards; None if there is none."""
    best = None
    for picks in itertools.product(*(list(spots(asked, one)) for one in asked.jobs)):
        hours = [
            (bay, range(start, start + one.slots), one.people)
            for (bay, start), one in zip(picks, asked.jobs, strict=True)
        ]
        used = [(bay, hour) for bay, span, _ in hours for hour in span]
        if len(set(used)) < len(used):
            continue
        crowd = {}
        for _, span, people in hours:
            for hour in span:
                crowd[hour] = crowd.get(hour, 0) + people
        if not all(many <= there(asked, hour) for hour, many in crowd.items()):
            continue
        late = sum(
            max(0.0, start + one.hours - (one.due + 1 - one.away) * asked.open)
            for (_, start), one in zip(picks, asked.jobs, strict=True)
        )
        moved = sum(
            one.told is not None and one.told.day * asked.open + one.told.hour != start
            for (_, start), one in zip(picks, asked.jobs, strict=True)
        )
        found = (late, moved, sum(start for _, start in picks))
        best = found if best is None else min(best, found)
    return best


def measure(asked, answer):
    by_key = {one.key: one for one in asked.jobs}
    starts = {one.key: one.day * asked.open + one.hour for one in answer.jobs}
    moved = sum(
        one.told is not None and one.told.day * asked.open + one.told.hour != starts[one.key]
        for one in by_key.values()
    )
    return answer.late_total, moved, sum(starts.values())


@st.composite
def boards(draw):
    count = draw(st.integers(1, 3))
    told = st.none() | st.builds(Slot, st.just("A"), st.integers(0, 2), st.integers(0, 2))
    jobs = [
        job(
            f"j{at}",
            draw(st.sampled_from([1.0, 2.0, 2.5, 3.0, 5.0])),
            draw(st.integers(0, 1)),
            draw(st.integers(0, 2)),
            draw(st.integers(1, 2)),
            draw(st.sampled_from([("lift",), ("pit",), ("lift", "pit")])),
            told=draw(told),
            away=draw(st.integers(0, 1)),
        )
        for at in range(count)
    ]
    people = draw(st.integers(1, 3))
    there = st.just(()) | st.tuples(*[st.integers(0, people)] * 3)
    return replace(board(*jobs, open=3, days=3, people=people), people_on=draw(there))


class ExactTests(unittest.TestCase):
    @given(boards())
    @settings(max_examples=60, deadline=None)
    def test_it_is_as_good_as_the_best_of_all_boards(self, asked):
        best = least_by_counting(asked)
        if best is None:
            with self.assertRaises(NoBoardError):
                solve_board(asked)
            return
        answer = solve_board(asked)
        self.assertTrue(answer.proven)
        for found, wanted in zip(measure(asked, answer), best, strict=True):
            self.assertAlmostEqual(found, wanted)
        self._keeps_every_rule(asked, answer)

    def _keeps_every_rule(self, asked, answer):
        by_key = {one.key: one for one in asked.jobs}
        kinds = {bay.key: bay.kind for bay in asked.bays}
        used, crowd = set(), {}
        for one in answer.jobs:
            own = by_key[one.key]
            start = one.day * asked.open + one.hour
            self.assertIn(kinds[one.bay], own.kinds)
            self.assertGreaterEqual(one.day, own.earliest)
            for hour in range(start, start + math.ceil(own.hours)):
                self.assertNotIn((one.bay, hour), used)
                used.add((one.bay, hour))
                crowd[hour] = crowd.get(hour, 0) + own.people
        self.assertTrue(all(many <= there(asked, hour) for hour, many in crowd.items()))


class BoardTests(unittest.TestCase):
    def test_what_passes_closing_goes_on_next_morning(self):
        """Ten hours at four a day: done two hours into day 2, two past the closing of day 1."""
        [placed] = solve_board(board(job("a", 10.0, due=1))).jobs
        self.assertEqual((placed.day, placed.hour, placed.late), (0, 0, 2.0))

    def test_a_pinned_job_stays_and_others_go_round_it(self):
        pinned = job("a", 2.0, due=0, pinned=Slot("A", 1, 1))
        answer = solve_board(board(pinned, job("b", 4.0, due=1, kinds=("lift",))))
        spots = {one.key: (one.bay, one.day, one.hour) for one in answer.jobs}
        self.assertEqual(spots, {"a": ("A", 1, 1), "b": ("A", 0, 0)})
        self.assertEqual(answer.late[0].forbids, Forbids.PIN)

    def test_what_was_told_is_moved_only_to_be_less_late(self):
        told = job("a", 4.0, due=3, kinds=("lift",), told=Slot("A", 1, 0))
        kept = solve_board(board(told, job("b", 4.0, due=3, kinds=("lift",))))
        self.assertEqual(kept.jobs[0].day, 1)
        needed = replace(told, due=0)
        self.assertEqual(solve_board(board(needed)).jobs[0].day, 0)

    def test_no_job_changes_its_bay_for_nothing(self):
        new, told = job("new", 2, due=3), job("told", 2, due=3, told=Slot("A", 0, 0))
        for bays in ((LIFT, Bay("B", "lift")), (PIT, LIFT), (LIFT, PIT)):
            with self.subTest(bays=bays):
                kept = solve_board(board(new, told, bays=bays)).jobs[1]
                self.assertEqual(("A", 0, 0), (kept.bay, kept.day, kept.hour))

    def test_each_late_job_says_which_constraint_forbids_its_day(self):
        for jobs, key, forbids in (
            ([job("a", 6.0, due=0)], "a", Forbids.HOURS),
            ([job("a", 3.0, earliest=2, due=1)], "a", Forbids.PARTS),
            ([job(k, 4.0, due=0, kinds=("lift",)) for k in "ab"], None, Forbids.BAY),
            ([job(k, 4.0, due=0, people=2) for k in "ab"], None, Forbids.PEOPLE),
        ):
            answer = solve_board(board(*jobs))
            late = answer.late[0]
            self.assertEqual(late.forbids, forbids, late)
            self.assertIn(late.key, "ab" if key is None else key)

    def test_days_with_others_count_before_its_day_and_hold_no_bay(self):
        """Four hours at four a day and a day with others: day 0's bay for a promise on day 1."""
        sent, other = job("a", 4.0, due=1, away=1, kinds=("lift",)), job("b", 4.0, due=1)
        answer = solve_board(board(other, sent, bays=(LIFT,)))
        self.assertEqual({one.key: one.day for one in answer.jobs}, {"a": 0, "b": 1})
        self.assertEqual(answer.late_total, 0.0)
        late = solve_board(board(replace(sent, due=0))).late[0]
        self.assertIn("is away a day after that", late.says)

    def test_nobody_works_on_a_day_that_nobody_is_there(self):
        asked = replace(board(job("a", 4.0, due=0)), people_on=(0, 2, 2, 2))
        answer = solve_board(asked)
        self.assertEqual((answer.jobs[0].day, answer.late[0].forbids), (1, Forbids.PEOPLE))
        for bad in ((1, 1), (3, 2, 2, 2), (-1, 2, 2, 2)):
            with self.assertRaises(InputError) as caught:
                replace(asked, people_on=bad)
            self.assertEqual(caught.exception.field, "people_on")

    def test_no_room_names_the_jobs_and_why(self):
        for jobs, named, words in (
            ([job("a", 2.0, kinds=("ground",))], ("a",), "needs ground; the shop has lift, pit"),
            ([job("a", 2.0, people=3)], ("a",), "needs 3 people; the shop has 2"),
            ([job("a", 4.0, earliest=4)], ("a",), "the board ends with day 3"),
            ([job("a", 9.0, kinds=("lift",)), job("b", 9.0, kinds=("lift",))], None, "left over"),
            (
                [job(k, 2.0, pinned=Slot("A", 0, 0)) for k in "ab"],
                None,
                "Pinned jobs may stand in each other's way",
            ),
        ):
            with self.assertRaises(NoBoardError) as caught:
                solve_board(board(*jobs))
            self.assertIn(words, caught.exception.message)
            self.assertTrue(caught.exception.jobs)
            if named is not None:
                self.assertEqual(caught.exception.jobs, named)

    def test_bad_numbers_name_their_field(self):
        for change, field in (
            ({"open": 0}, "open"),
            ({"days": 500}, "days"),
            ({"bays": ()}, "bays"),
            ({"bays": (LIFT, LIFT)}, "bays"),
        ):
            with self.assertRaises(InputError) as caught:
                board(job("a", 2.0), **change)
            self.assertEqual(caught.exception.field, field)
        for bad, field in (
            (job("a", -1.0), "jobs.0.hours"),
            (job("a", math.nan), "jobs.0.hours"),
            (job("a", 2.0, earliest=-1), "jobs.0.earliest"),
            (job("a", 2.0, kinds=()), "jobs.0.kinds"),
            (job("a", 2.0, pinned=Slot("C", 0, 0)), "jobs.0.pinned.bay"),
            (job("a", 2.0, pinned=Slot("A", 0, 7)), "jobs.0.pinned"),
        ):
            with self.assertRaises(InputError) as caught:
                board(bad)
            self.assertEqual(caught.exception.field, field)

    def test_an_empty_board_is_done(self):
        self.assertEqual(solve_board(board()).jobs, [])
