import unittest
from datetime import date

from axlecore.build.job import SnappedBolt
from axlecore.build.order import order_list
from axlecore.build.owner_quote import check_signature, owner_quote
from axlecore.build.terms import Terms
from axlecore.cli.plan import fit_of
from axlecore.errors import InputError
from axlecore.fasteners.repair import Rung
from axlecore.practice.look import Nuts, Rust
from axlecore.vehicle.rig import Action
from tests.build.jobs import looked, planned, upgrade
from tests.build.test_quote import quoted


def shown(job, up_to=None, ready=None):
    steps = planned(job).steps
    quote = quoted(steps)
    sum_ = quote.price.p90 if up_to is None else up_to
    order = order_list(job, fit_of(job), steps)
    return quote, owner_quote(job, steps, order, quote, ready, sum_, "EUR")


class OwnerQuoteTests(unittest.TestCase):
    def test_an_owner_reads_parts_bands_and_what_may_come_on_top(self):
        rusty = looked(Rust.HEAVY, rear_bracket_left={"nuts": Nuts.WELDED})
        quote, owner = shown(upgrade(Action.REPLACE, look=rusty), ready=date(2030, 5, 3))
        self.assertIn("Maker K-35: chosen for the rear.", owner.done)
        self.assertIn("nothing here raises what the vehicle may carry", owner.done[-1])
        self.assertEqual((owner.price, owner.days), (quote.price, quote.days))
        self.assertEqual((owner.ready_on, owner.currency), (date(2030, 5, 3), "EUR"))
        said = " ".join(owner.on_top)
        self.assertRegex(said, r"bolts?, heavy rust.*: each snaps in \d+ of 100 cases\.")
        self.assertRegex(said, r"In \d+ of 100 cases at least one old bolt snaps")

    def test_where_nothing_snaps_nothing_is_said_of_it(self):
        clean = looked(Rust.NONE)
        _, owner = shown(upgrade(look=clean))
        self.assertNotIn("old bolt snaps", " ".join(owner.on_top))

    def test_a_bolt_that_snapped_is_told_with_the_ways_that_are_still_open(self):
        bolt = SnappedBolt("rear.brackets.off", "M10x1.5", 0.012, 0.03, tried=(Rung.EXTRACT,))
        job = upgrade(Action.REPLACE, snapped=(bolt,), terms=Terms(labour_an_hour=60.0))
        [told] = shown(job)[1].snapped
        self.assertIn("An old M10x1.5 bolt snapped at “Undo the bushing brackets", told.what)
        self.assertTrue(told.ways[0].says.startswith("Re-tap: "))
        self.assertEqual((told.ways[0].low, told.ways[0].high), (9 + 0.3 * 60, 9 + 1.0 * 60))
        self.assertEqual((told.ways[-1].low, told.ways[-1].high), (160.0, 160.0))
        self.assertEqual(shown(upgrade())[1].snapped, [])

    def test_a_sum_below_the_middle_is_refused_and_so_is_none(self):
        for up_to in (1.0, float("nan")):
            with self.assertRaises(InputError) as caught:
                shown(upgrade(), up_to)
            self.assertEqual(caught.exception.field, "up_to_cents")

    def test_a_signature_is_strokes_on_its_pad(self):
        check_signature([[(0, 0), (1000, 1000)], [(5, 5)]])
        for bad in ([], [[(1, 1)]], [[(0, 0), (1001, 0)]], [[(-1, 0), (0, 0)]], [[(0, 0)]] * 61):
            with self.assertRaises(InputError) as caught:
                check_signature(bad)
            self.assertEqual(caught.exception.field, "signature")
