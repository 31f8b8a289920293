import unittest
from dataclasses import replace

import numpy as np

from axlecore.build.quote import quote_of
from axlecore.build.snapping import Tally, chance_of, prior_chance
from axlecore.build.steps import OldFastener, Step, VehicleState
from axlecore.build.terms import Terms
from axlecore.errors import InputError
from axlecore.practice.look import Nuts, Rust
from axlecore.vehicle.rig import Action
from tests.build.jobs import looked, planned, upgrade

TERMS = Terms(90.0, {"exhaust shop": 150.0}, 700.0, 8.0)


def quoted(steps, terms=TERMS, record=(), seed=1, **more):
    return quote_of(steps, terms, record, np.random.default_rng(seed), **more)


def step(key, hours=(1.0, 1.0, 1.0), **more):
    return Step(key=key, what=key, why="", state=VehicleState.ON_WHEELS, hours=hours, **more)


class ChanceTests(unittest.TestCase):
    def test_starting_values_by_rust_size_nut_lock_and_soaking(self):
        for fastener, chance in (
            (OldFastener("M12x1.75", 1, Rust.NONE), 0.005),
            (OldFastener("M12x1.75", 1, Rust.LIGHT), 0.02),
            (OldFastener("M10x1.5", 1, Rust.SCALY), 0.08 * 1.3),
            (OldFastener("3/8-16", 1, Rust.SCALY), 0.08 * 1.3),
            (OldFastener("M8x1.25", 1, Rust.HEAVY, True, False, True), 0.25 * 2 * 1.6 * 0.7),
            (OldFastener("5/16-18", 1, Rust.HEAVY, True, True), 0.9),
        ):
            self.assertAlmostEqual(prior_chance(fastener), chance, msg=fastener)

    def test_every_bolt_of_the_shops_own_moves_it(self):
        """Beta worth twenty bolts: 25 % is 5 of 20; 2 more of 10 make 7 of 30."""
        bolt = OldFastener("M12x1.75", 4, Rust.HEAVY)
        own = Tally(Rust.HEAVY, "", False, False, False, came_off=8, snapped=2)
        other = Tally(Rust.HEAVY, "M8", False, False, False, came_off=0, snapped=9)
        found = chance_of(bolt, [own, other])
        self.assertEqual((found.prior, found.came_off, found.snapped), (0.25, 8, 2))
        self.assertAlmostEqual(found.posterior, 7 / 30)


class QuoteTests(unittest.TestCase):
    def test_a_pert_step_has_its_mean_and_variance(self):
        """Mean (q + 4u + s) ÷ 6; 1 to 4 with 2 usual: 13/6, and (m − q)(s − m) ÷ 7."""
        found = quoted([step("a", (1.0, 2.0, 4.0))], draws=200_000)
        mean = 13 / 6
        self.assertAlmostEqual(found.price.p50, found.hours.p50 * 90 + 700, places=6)
        rng = np.random.default_rng(3)
        exact = 1 + 3 * rng.beta(1 + 4 / 3, 1 + 8 / 3, 200_000)
        self.assertAlmostEqual(float(exact.mean()), mean, delta=0.01)
        for mine, theirs in zip(
            (found.hours.p10, found.hours.p50, found.hours.p90),
            np.quantile(exact, [0.1, 0.5, 0.9]),
            strict=True,
        ):
            self.assertAlmostEqual(mine, float(theirs), delta=0.01)

    def test_steps_that_take_what_they_take_have_no_band(self):
        found = quoted([step("a"), step("b", (0.5, 0.5, 0.5))])
        self.assertEqual((found.hours.p10, found.hours.p90), (1.5, 1.5))
        self.assertEqual(found.days.p80, 1.5 / 8)
        self.assertEqual(found.drivers, [])

    def test_a_bolt_that_surely_snaps_costs_its_repair(self):
        bolts = (OldFastener("M8x1.25", 4, Rust.HEAVY, True, True),)
        sure = [Tally(Rust.HEAVY, "M8", True, True, False, 0, 10_000)]
        plain, rusty = quoted([step("a")]), quoted([step("a", undoes=bolts)], record=sure)
        self.assertGreater(rusty.hours.p10, plain.hours.p90 + 4 * 0.2)
        self.assertAlmostEqual(rusty.snapping, 1.0, places=2)
        self.assertIn("four M8 bolts in welded or captive nuts, heavy rust", rusty.drivers[0].what)
        self.assertAlmostEqual(sum(d.share for d in rusty.drivers), 1.0)

    def test_rust_widens_a_real_plan_and_says_so(self):
        parts = {f"rear_bracket_{s}": {"nuts": Nuts.WELDED} for s in ("left", "right")}
        clean, rusty = (
            quoted(planned(upgrade(Action.REPLACE, look=looked(rust, **parts))).steps)
            for rust in (Rust.NONE, Rust.HEAVY)
        )
        width = lambda one: one.hours.p90 - one.hours.p10  # noqa: E731
        self.assertGreater(width(rusty), 2 * width(clean))
        self.assertIn("heavy rust", rusty.drivers[0].what)

    def test_work_of_others_costs_money_and_no_hours(self):
        own, others = [step("a")], [step("a"), step("b", outside="exhaust shop")]
        self.assertEqual(quoted(own).hours, quoted(others).hours)
        self.assertAlmostEqual(quoted(others).price.p50 - quoted(own).price.p50, 150.0)

    def test_the_same_seed_is_the_same_quote(self):
        steps = planned(upgrade(look=looked(Rust.HEAVY))).steps
        self.assertEqual(quoted(steps), quoted(steps))
        self.assertNotEqual(quoted(steps), quoted(steps, seed=2))

    def test_bad_numbers_name_their_field(self):
        for work, field in (
            (lambda: quoted([]), "steps"),
            (lambda: quoted([step("a")], draws=5), "draws"),
            (lambda: replace(TERMS, labour_an_hour=float("nan")), "labour_an_hour"),
            (lambda: replace(TERMS, open_hours=0), "open_hours"),
        ):
            with self.assertRaises(InputError) as caught:
                work()
            self.assertEqual(caught.exception.field, field)
