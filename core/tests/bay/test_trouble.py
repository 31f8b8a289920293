import unittest

from axlecore.bay.trouble import fit_places, stops_of, with_found
from axlecore.cli.plan import fit_of
from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from axlecore.practice.consequences import consequences
from axlecore.practice.look import LookOver, PartCheck, Rating
from axlecore.practice.undercarriage import Fault
from tests.build.jobs import upgrade
from tests.fitup.sheets import axle_fit

SHOCK = "rear_shock_left"


class FoundTests(unittest.TestCase):
    def test_what_is_found_is_added_to_the_part_and_never_makes_it_better(self):
        look = LookOver({SHOCK: PartCheck(Rating.REPLACE, (Fault.BENT,), note="Old.")})
        now = with_found(look, SHOCK, Fault.LEAKS, Rating.WATCH, "Oil on it.").of(SHOCK)
        self.assertEqual(now.rating, Rating.REPLACE)
        self.assertEqual(now.faults, (Fault.BENT, Fault.LEAKS))
        self.assertEqual(now.note, "Old. Oil on it.")
        worse = with_found(look, SHOCK, Fault.BENT, Rating.STOP, "").of(SHOCK)
        self.assertEqual((worse.rating, worse.faults), (Rating.STOP, (Fault.BENT,)))

    def test_nothing_found_is_refused_by_its_field(self):
        for field, given in (
            ("rating", (SHOCK, Fault.LEAKS, Rating.GOOD, "")),
            ("fault", (SHOCK, None, Rating.STOP, " ")),
            ("note", (SHOCK, Fault.LEAKS, Rating.STOP, "x" * 401)),
            ("parts.flux", ("flux", Fault.LEAKS, Rating.STOP, "")),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                with_found(LookOver(), *given)
            self.assertEqual(caught.exception.field, field)

    def test_a_part_rated_stop_keeps_the_vehicle_off_the_road(self):
        job = upgrade()
        before = stops_of(consequences(job.vehicle, job.look_over), fit_of(job))
        look = with_found(job.look_over, SHOCK, Fault.BENT, Rating.STOP, "")
        after = stops_of(consequences(job.vehicle, look), fit_of(job))
        self.assertEqual(len(after), len(before) + 1)

    def test_only_ends_with_a_fit_up_are_measured_anew(self):
        self.assertEqual(
            list(fit_places(Fitting(rear=axle_fit()))),
            ["rear.left.link_m", "rear.left.bar_hole", "rear.right.link_m", "rear.right.bar_hole"],
        )
        self.assertEqual(fit_places(Fitting()), {})
