import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.practice.finding import Kind
from axlecore.practice.listen import Answer, Complaint, cure, sort_complaint, symptom_rows
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known


def complaint(**picked):
    """A complaint with picks by path, dots written as two underscores."""
    found = Complaint()
    for path, typed in picked.items():
        found = enter(found, path.replace("__", "."), typed, Known.MEASURED)
    return found


class SortingTests(unittest.TestCase):
    def test_every_row_of_the_table_is_said_as_its_effect_demands(self):
        """What a bar does to each, as the trade knows it; a row gone fails here."""
        effects = {row.key: row.effect.value for row in symptom_rows()}
        self.assertEqual(
            effects,
            {
                "leans_in_bend": "changes",
                "rear_steps_out": "worse",
                "leans_in_gust": "changes",
                "pushed_by_gust": "not",
                "leans_from_truck": "changes",
                "pushed_by_truck": "not",
                "head_toss": "worse",
                "pitches": "not",
                "dives": "not",
                "wanders": "not",
                "pulls": "not",
                "rocks": "compute",
                "lifts_a_wheel": "worse",
                "swings_long": "worse",
                "rocks_in_driveway": "compute",
                "thrown_at_edge": "worse",
                "cupboards_open": "changes",
                "things_slide": "changes",
                "hold_on": "changes",
                "blinds_rattle": "not",
            },
        )
        for row in symptom_rows():
            (said,) = sort_complaint(complaint(**{f"symptoms__{row.key}": "clear"}))
            self.assertEqual(said.place, f"symptoms.{row.key}")
            watch = row.effect in ("not", "worse")
            self.assertEqual(said.kind, Kind.WATCH if watch else Kind.NOTE, row.key)
            self.assertTrue(said.why and said.todo)

    def test_a_pull_points_to_the_steering_damper(self):
        (said,) = sort_complaint(complaint(symptoms__pulls="strong"))
        self.assertIn("does not change this", said.what)
        self.assertIn("steering damper fixed off-centre", said.todo)

    def test_noises_are_repairs_named_by_corner(self):
        said = sort_complaint(complaint(noises__rear_left="clunk", noises__front_right="squeak"))
        self.assertEqual({finding.kind for finding in said}, {Kind.FIX})
        words = " ".join(finding.what for finding in said)
        self.assertIn("clunk at the rear left is a worn link", words)
        self.assertIn("squeak at the front right is a dry", words)

    def test_helper_springs_already_there_are_mentioned(self):
        said = sort_complaint(complaint(extras__helper_springs="fitted"))
        self.assertEqual([finding.rule for finding in said], ["listen_helper_springs"])
        self.assertEqual(sort_complaint(complaint(extras__helper_springs="planned")), [])


class MedicineTests(unittest.TestCase):
    def test_answers(self):
        for picked, answer in (
            ({}, Answer.UNSAID),
            ({"symptoms__leans_in_bend": "slight"}, Answer.YES),
            ({"symptoms__leans_in_bend": "strong", "symptoms__wanders": "slight"}, Answer.PARTLY),
            ({"symptoms__rocks": "clear"}, Answer.PARTLY),
            ({"symptoms__wanders": "strong", "symptoms__pitches": "clear"}, Answer.NO),
            ({"symptoms__head_toss": "strong"}, Answer.NO),
            (
                {"symptoms__leans_in_gust": "strong", "noises__rear_left": "clunk"},
                Answer.REPAIR_FIRST,
            ),
        ):
            self.assertEqual(cure(complaint(**picked)).answer, answer, picked)

    def test_the_reckoning_weighs_by_strength(self):
        said = cure(complaint(symptoms__leans_in_bend="strong", symptoms__pulls="slight"))
        self.assertIn("lean 3", said.finding.formula)
        self.assertIn("not changed 1", said.finding.formula)


class ComplaintTests(unittest.TestCase):
    def test_overriding_needs_a_reason_first(self):
        with self.assertRaises(InputError) as caught:
            complaint(verdict="overridden")
        self.assertEqual(caught.exception.field, "verdict_reason")
        with_reason = complaint(verdict_reason="owner insists", verdict="overridden")
        self.assertEqual(with_reason.verdict, "overridden")

    def test_slips_are_refused_at_their_field(self):
        for path, typed, field in (
            ("symptoms.leans_in_bend", "very", "symptoms.leans_in_bend"),
            ("budget", "lots", "budget"),
            ("budget", "2000000", "budget"),
            ("words", "x" * 2001, "words"),
            ("symptoms.sings", "clear", "symptoms.sings"),
        ):
            with self.assertRaises(InputError) as caught:
                enter(Complaint(), path, typed, Known.MEASURED)
            self.assertEqual(caught.exception.field, field)

    def test_words_are_kept_as_said(self):
        said = "Leans like a boat. Wife won't ride in it."
        self.assertEqual(replace(Complaint(), words=said), complaint(words=said))


class BudgetTests(unittest.TestCase):
    def test_money_is_read_as_it_is_written_and_empty_is_not_said(self):
        for typed, budget in (("1,500", 1500.0), ("12.50", 12.5), ("12,5", 12.5), ("", 0.0)):
            self.assertEqual(enter(Complaint(), "budget", typed, Known.MEASURED).budget, budget)
        for typed in ("dear", "-4", "1e3", "2000000"):
            with self.assertRaises(InputError) as caught:
                enter(Complaint(), "budget", typed, Known.MEASURED)
            self.assertEqual(caught.exception.field, "budget")
