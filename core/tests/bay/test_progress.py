import unittest
from itertools import groupby

from axlecore.bay.progress import StepStands, check_record, progress_of
from axlecore.build.closing import TIDY
from axlecore.build.steps import Records
from axlecore.errors import InputError
from axlecore.practice.stations import JobKind
from tests.build.jobs import planned, short, upgrade

TICK = (Records.TICK,)


class ProgressTests(unittest.TestCase):
    steps = planned(upgrade()).steps

    def done(self, *keys):
        return {step.key: step.records for step in self.steps if step.key in keys}

    def test_a_plan_worked_through_step_by_step_is_done_and_never_waits(self):
        recorded = {}
        for at, step in enumerate(self.steps):
            progress = progress_of(self.steps, recorded)
            self.assertEqual(progress.next, step.key)
            self.assertEqual(sum(one.stands is StepStands.DONE for one in progress.steps), at)
            for kind in step.records:
                check_record(self.steps, recorded, step.key, kind)
                recorded.setdefault(step.key, set()).add(kind)
        last = progress_of(self.steps, recorded)
        self.assertIsNone(last.next)
        self.assertEqual(
            [(band.done, band.steps) for band in last.states],
            [(band.steps, band.steps) for band in last.states],
        )

    def test_every_short_job_walks_to_its_end_and_no_step_waits_for_ever(self):
        for kind in (one for one in JobKind if one is not JobKind.UPGRADE):
            steps = planned(short(kind)).steps
            recorded = {}
            for step in steps:
                with self.subTest(kind=kind, step=step.key):
                    self.assertEqual(progress_of(steps, recorded).next, step.key)
                recorded[step.key] = step.records
            self.assertIsNone(progress_of(steps, recorded).next)

    def test_a_gate_cannot_be_passed_while_what_it_rests_on_is_open(self):
        with self.assertRaises(InputError) as caught:
            check_record(self.steps, {}, "rear.settle", Records.NUMBER)
        self.assertEqual(caught.exception.field, "step")
        self.assertIn("It rests on “", caught.exception.message)
        stands = {one.key: one for one in progress_of(self.steps, {}).steps}
        self.assertIs(stands["rear.settle"].stands, StepStands.WAITS)
        self.assertIn("rear.photo", stands["rear.settle"].rests_on)

    def test_a_step_that_keeps_two_things_is_open_until_both_are_kept(self):
        everything = self.done(*(step.key for step in self.steps))
        clear = {**everything, "all.clearance": {Records.NUMBER}}
        [stands] = [
            one for one in progress_of(self.steps, clear).steps if one.key == "all.clearance"
        ]
        self.assertEqual((stands.stands, stands.missing), (StepStands.OPEN, [Records.PHOTO]))

    def test_what_the_step_does_not_keep_and_what_is_no_step_is_refused(self):
        for key, kind, field in (
            ("nothing", Records.TICK, "step"),
            ("all.secure", Records.PHOTO, "kind"),
        ):
            with self.assertRaises(InputError) as caught:
                check_record(self.steps, {}, key, kind)
            self.assertEqual(caught.exception.field, field)

    def test_bands_follow_the_vehicle_s_states(self):
        states = [band.state for band in progress_of(self.steps, {}).states]
        self.assertEqual(states, [state for state, _ in groupby(self.steps, lambda one: one.state)])

    def test_a_stop_keeps_the_last_look_open_and_nothing_else(self):
        done = {step.key: step.records for step in self.steps if step.key != TIDY}
        free = progress_of(self.steps, done)
        held = progress_of(self.steps, done, ["The frame is cracked."])
        self.assertEqual((free.next, held.next), (TIDY, None))
        self.assertEqual(held.stops, ["The frame is cracked."])
        with self.assertRaises(InputError) as caught:
            check_record(self.steps, done, TIDY, Records.TICK, held.stops)
        self.assertIn("The frame is cracked.", caught.exception.message)
        first = self.steps[0]
        check_record(self.steps, {}, first.key, first.records[0], held.stops)
