import itertools
import unittest
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from axlecore.build.order_of_work import in_working_order
from axlecore.build.steps import Step, VehicleState
from axlecore.errors import InputError

_STATES = (VehicleState.ON_WHEELS, VehicleState.ON_STANDS, VehicleState.BENCH)


def step(key, state=VehicleState.ON_WHEELS, *after, **more):
    return Step(key=key, what=f"Do {key}.", why="because", state=state, after=after, **more)


@st.composite
def plans(draw):
    count = draw(st.integers(1, 6))
    steps = []
    for at in range(count):
        after = draw(st.sets(st.sampled_from([s.key for s in steps]), max_size=2)) if steps else ()
        steps.append(step(f"s{at}", draw(st.sampled_from(_STATES)), *after))
    return steps


def changes(steps):
    return sum(one.state is not other.state for one, other in pairwise(steps))


def allowed(steps):
    done = set()
    for one in steps:
        if not done.issuperset(one.after):
            return False
        done.add(one.key)
    return True


class WorkingOrderTests(unittest.TestCase):
    @given(plans())
    @settings(max_examples=150, deadline=None)
    def test_no_order_that_is_allowed_changes_the_state_less_often(self, steps):
        found = in_working_order(steps)
        self.assertTrue(allowed(found.steps))
        self.assertEqual(len(found.steps), len(steps))
        self.assertEqual(found.state_changes, changes(found.steps))
        least = min(changes(order) for order in itertools.permutations(steps) if allowed(order))
        self.assertEqual(found.state_changes, least)

    def test_one_side_is_finished_before_the_other_and_one_tool_before_the_next(self):
        steps = [
            step("a", tools=("18 mm socket",)),
            step("b", tools=("21 mm socket",)),
            step("c", tools=("18 mm socket",)),
        ]
        self.assertEqual([one.key for one in in_working_order(steps).steps], ["a", "c", "b"])

    def test_steps_that_wait_for_each_other_are_named(self):
        with self.assertRaises(InputError) as caught:
            in_working_order([step("a", _STATES[0], "b"), step("b", _STATES[0], "a")])
        self.assertIn("a → b → a", caught.exception.message)
        with self.assertRaises(InputError) as caught:
            in_working_order([step("a", _STATES[0], "gone")])
        self.assertIn("which is not there", caught.exception.message)
        with self.assertRaises(InputError):
            in_working_order([step("a"), step("a")])

    def test_hours_must_rise(self):
        for hours in ((-1.0, 0.1, 0.2), (0.3, 0.2, 0.4), (0.1, 0.2, 900.0), (0.1, 0.2)):
            with self.assertRaises(InputError) as caught:
                step("a", hours=hours)
            self.assertEqual(caught.exception.field, "hours")
