import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.fitup.arrival import BoxCheck, Result, Seen, arrival_report
from axlecore.racks.parts import FitsFor, MadeFor, PartKind, RackPart
from tests.plain import plain
from tests.rigs import bar, m

BAR = bar()


class ArrivalTests(unittest.TestCase):
    PART = RackPart(
        PartKind.KIT,
        "SG-1",
        "Salt",
        FitsFor(MadeFor.REAR, 0, 9000),
        bar=BAR,
        contents=("2 × SG-L180", "4 x M10 bolts", "grease"),
    )
    FULL = BoxCheck(
        m(0.0286),
        m(0.26),
        m(0.261),
        m(1.02),
        Seen.YES,
        Seen.YES,
        Seen.YES,
        Seen.YES,
        {"0": "2", "1": "4", "2": "1"},
    )

    def result(self, **changes):
        return arrival_report(replace(self.FULL, **changes), BAR, self.PART)

    def test_all_as_ordered_passes(self):
        self.assertIs(self.result().result, Result.PASS)

    def test_anything_unseen_leaves_it_open(self):
        for changes in ({"diameter_m": None}, {"hand": Seen.UNSEEN}, {"counts": {"0": "2"}}):
            self.assertIs(self.result(**changes).result, Result.OPEN)

    def test_anything_wrong_holds_the_job_with_the_evidence(self):
        for changes, words in (
            ({"diameter_m": m(0.0318)}, "28.6 mm ± 0.5 mm, read 31.8 mm"),
            ({"left_arm_m": m(0.24)}, "Left arm"),
            ({"brackets": Seen.NO}, "Bracket set"),
            ({"counts": {"0": "1", "1": "4", "2": "1"}}, "SG-L180: expected 2, read 1"),
        ):
            found = self.result(**changes)
            self.assertIs(found.result, Result.HOLD)
            self.assertIn(words, plain(found.says))
            self.assertIn("Leave the old bar on", found.says)

    def test_counts_are_whole_numbers(self):
        with self.assertRaises(InputError) as caught:
            BoxCheck(counts={"0": "two"})
        self.assertEqual(caught.exception.field, "counts.0")
