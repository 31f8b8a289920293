import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays

from axlecore.bars.claims import audit
from axlecore.choosing.next_steps import next_steps
from axlecore.choosing.pareto import undominated
from axlecore.choosing.ranking import Wishes, rank, shortened, thin_out
from axlecore.choosing.sets import KEEP, RENEW, Candidate
from axlecore.choosing.sizing import STANDARD_DIAMETERS_M, size_bar
from axlecore.errors import InputError
from axlecore.lean.evaluate import evaluate
from axlecore.lean.uncertainty import reference_lean
from axlecore.motion.manoeuvres import MANOEUVRES, Course
from axlecore.motion.replay import replay
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, SetUp
from tests.plain import plain
from tests.rigs import bar, choice, fitted, m, vehicle_c

KEEP_IT = Candidate(KEEP)


def supplement(outside_mm, price=300.0, days=4.0, hole=0, key=None):
    return Candidate(
        key or f"R{outside_mm:g}", Action.SUPPLEMENT, fitted(outside_mm, hole), price, days
    )


class SizingTests(unittest.TestCase):
    def size(self, degrees, **more):
        return size_bar(
            vehicle_c(),
            SetUp(),
            End.REAR,
            more.get("action", Action.SUPPLEMENT),
            fitted(30.0),
            LoadKey.TRIP_READY,
            np.radians(degrees),
        )

    def test_the_bar_it_names_leans_as_asked_and_the_next_standard_one_less(self):
        found = self.size(2.6)
        built = AxleChoice(Action.SUPPLEMENT, fitted(found.diameter_m * 1e3))
        lean = reference_lean(vehicle_c(), SetUp(rear=built), LoadKey.TRIP_READY)
        self.assertAlmostEqual(np.degrees(lean), 2.6, 4)
        self.assertIn(round(found.next_standard_m, 6), STANDARD_DIAMETERS_M)
        self.assertGreaterEqual(found.next_standard_m, found.diameter_m)
        self.assertLessEqual(found.standard_lean_rad, found.lean_rad)

    def test_less_lean_takes_a_thicker_bar_and_replacing_more_than_adding(self):
        self.assertGreater(self.size(2.4).diameter_m, self.size(2.8).diameter_m)
        replacing = self.size(2.6, action=Action.REPLACE)
        self.assertGreater(replacing.diameter_m, self.size(2.6).diameter_m)

    def test_what_no_bar_reaches_says_what_bars_reach(self):
        for degrees in (0.2, 30.0):
            with self.assertRaises(InputError) as caught:
                self.size(degrees)
            self.assertEqual(caught.exception.field, "target_lean_rad")
            self.assertRegex(str(caught.exception), r"\d\.\d\d° to \d\.\d\d°")


class ClaimTests(unittest.TestCase):
    OLD, NEW = bar(28.6), bar(34.9)

    def audit(self, gain, old=OLD, new=NEW):
        return audit(gain, old, 0, new, 0)

    def test_cases_1_and_2_a_true_claim_holds(self):
        found = self.audit(284.7 / 128.4 - 1)
        self.assertIn("holds", found.said)
        self.assertAlmostEqual(found.off_by, 0.0, 3)

    def test_a_claim_from_diameters_alone_is_named_as_such(self):
        soft = {"bushing_rate_n_per_m": m(6e6), "link_rate_n_per_m": m(9e6)}
        old, new = (replace(one, **soft) for one in (self.OLD, self.NEW))
        found = self.audit((34.9 / 28.6) ** 4 - 1, old, new)
        self.assertIn("true only read as", found.said)
        self.assertTrue(found.readings[0].fits)
        self.assertLess(found.computed_gain, found.claimed_gain - 0.1)

    def test_a_tube_claimed_as_solid_is_found_out(self):
        tube = replace(bar(34.9, 22.0), link_rate_n_per_m=m(9e6))
        found = self.audit(284.7 / 128.4 - 1, new=tube)
        names = [reading.name for reading in found.readings if reading.fits]
        self.assertIn("both taken as solid", names)

    def test_a_hole_is_found_out_and_a_made_up_claim_fits_nothing(self):
        inner = audit(0.0, self.OLD, 0, self.NEW, 2).computed_gain
        named = [r.name for r in self.audit(inner).readings if r.fits]
        self.assertEqual(named, ["new bar in its innermost hole"])
        middle = audit(0.0, self.OLD, 0, self.NEW, 1).computed_gain
        self.assertIn(
            "new bar in its 2. hole", [r.name for r in self.audit(middle).readings if r.fits]
        )
        self.assertIn("No reading makes the claim true", self.audit(9.0).said)
        with self.assertRaises(InputError):
            self.audit(-1.0)

    def test_a_bar_beside_the_standard_one_and_so_much_of_it_are_told_from_so_much_more(self):
        named = [r.name for r in self.audit(284.7 / 128.4).readings if r.fits]
        self.assertIn("both bars together, the new beside the standard one", named)
        self.assertIn("so much of the old bar's stiffness, not so much more", named)

    def test_the_bore_that_would_make_a_claim_true_does(self):
        found = self.audit(0.9)
        tube = replace(self.NEW, bore_m=m(found.true_bore_m))
        self.assertAlmostEqual(self.audit(0.9, new=tube).computed_gain, 0.9, 4)
        self.assertIn(f"bore of {found.true_bore_m * 1e3:.1f} mm", plain(found.said))
        self.assertIsNone(self.audit(9.0).true_bore_m)


class RankingTests(unittest.TestCase):
    REAR = (KEEP_IT, *(supplement(d, price=10 * d) for d in (25.0, 30.0, 34.9)))

    def rank(self, rear=REAR, **wishes):
        return rank(vehicle_c(), [KEEP_IT], rear, Wishes(**wishes))

    def by_key(self, found):
        return {one.rear: one for one in found.sets}

    def test_a_set_has_the_figures_that_evaluating_it_has(self):
        one = self.by_key(self.rank())["R34.9"]
        after = evaluate(vehicle_c(), SetUp(rear=choice())).states[0].after
        self.assertAlmostEqual(one.lean_rad[0], after.reference_lean_rad)
        self.assertAlmostEqual(one.wind_lean_rad[0], after.reference_wind_lean_rad)
        self.assertAlmostEqual(one.front_share[0], after.front_share)

    def test_replacing_drops_the_standard_bar_and_renewing_takes_its_play_away(self):
        worn = replace(fitted(), link_play_m=m(0.004))
        vehicle = replace(vehicle_c(), rear=replace(vehicle_c().rear, standard_bar=worn))
        rear = (
            KEEP_IT,
            Candidate("renew links", renews=True),
            Candidate("heavier", Action.REPLACE, fitted(34.9)),
        )
        found = self.by_key(rank(vehicle, [KEEP_IT], rear, Wishes()))
        tight = evaluate(vehicle_c(), SetUp()).states[0].before.reference_lean_rad
        self.assertAlmostEqual(found["renew links"].lean_rad[0], tight)
        self.assertGreater(found[KEEP].lean_rad[0], tight)
        heavier = evaluate(vehicle_c(), SetUp(rear=choice(Action.REPLACE))).states[0].after
        self.assertAlmostEqual(found["heavier"].lean_rad[0], heavier.reference_lean_rad)

    def test_the_cheapest_that_meets_every_wish_is_recommended_with_its_reasons(self):
        found = self.rank(lean_rad=np.radians(3.2), share_loss=0.5, yield_reserve=0.1)
        best = found.sets[found.recommended]
        self.assertEqual((best.rear, best.failed), ("R25", []))
        for words in ("R25 at the rear", "cheapest of", "less than now"):
            self.assertIn(words, found.why)

    def test_what_cannot_be_bolted_on_stands_on_no_line_and_hides_nothing(self):
        whole = supplement(32.0, key="whole")
        bare = replace(supplement(34.9, price=1.0, key="bare"), lacks=("no brackets",))
        by_key = self.by_key(self.rank(rear=[KEEP_IT, whole, bare]))
        self.assertFalse(by_key["bare"].undominated)
        self.assertEqual(by_key["bare"].failed[-1], "no brackets")
        self.assertTrue(by_key["whole"].undominated)

    def test_each_wish_that_fails_is_said_with_both_figures(self):
        found = self.by_key(
            self.rank(
                lean_rad=np.radians(2.5),
                wind_lean_rad=np.radians(0.9),
                budget=320.0,
                days=3.0,
                yield_reserve=50.0,
            )
        )
        said = " ".join(found["R34.9"].failed)
        state = evaluate(vehicle_c(), SetUp(rear=choice())).states[0]
        fall = (state.before.front_share - state.after.front_share) * 100
        for words in (
            f"front–rear balance falls by {fall:.1f} points, 3.0 allowed",
            "reserve to yield",
            "costs 349, 320 to spend",
            "takes 4 days, 3 left",
        ):
            self.assertIn(words, said)
        lean = np.degrees(state.before.reference_lean_rad)
        self.assertIn(f"leans {lean:.2f}°, 2.50° asked", " ".join(found[KEEP].failed))
        self.assertIn("in the wind", " ".join(found[KEEP].failed))

    def test_where_nothing_meets_the_wishes_none_is_recommended(self):
        found = self.rank(lean_rad=np.radians(0.5))
        self.assertIsNone(found.recommended)
        self.assertIn("Nothing meets every wish", found.why)

    def test_chunks_give_what_one_go_gives_and_tell_how_far_they_are(self):
        many = [supplement(20 + i / 20, key=f"b{i}") for i in range(90)]
        told = []
        found = rank(
            vehicle_c(),
            [KEEP_IT, *[replace(c, action=Action.NEW) for c in many]],
            [KEEP_IT, *many],
            Wishes(),
            lambda *at: told.append(at),
        )
        self.assertEqual(told, [(4000, 8281), (8000, 8281), (8281, 8281)])
        one = next(s for s in found.sets if (s.front, s.rear) == (KEEP, "b77"))
        alone = evaluate(vehicle_c(), SetUp(rear=choice(outside_mm=23.85))).states[0].after
        self.assertAlmostEqual(one.lean_rad[0], alone.reference_lean_rad)

    def test_bad_questions_are_refused_by_name(self):
        with self.assertRaises(InputError) as caught:
            rank(vehicle_c(), [], [KEEP_IT], Wishes())
        self.assertEqual(caught.exception.field, "candidates")
        with self.assertRaises(InputError) as caught:
            self.rank(state=LoadKey.TOWING)
        self.assertEqual(caught.exception.field, "state")

    @given(
        arrays(
            float,
            st.tuples(st.integers(1, 25), st.integers(1, 3)),
            elements=st.integers(0, 6).map(float),
        )
    )
    def test_undominated_rows_are_those_that_none_beats(self, figures):
        by_hand = [
            not any(np.all(other <= row) and np.any(other < row) for other in figures)
            for row in figures
        ]
        self.assertEqual(undominated(figures).tolist(), by_hand)


class NextStepTests(unittest.TestCase):
    def test_the_most_lean_per_money_comes_first_and_each_builds_on_the_last(self):
        front = [Candidate("F30", Action.NEW, fitted(30.0), 900.0)]
        rear = [supplement(30.0, 300.0), supplement(34.9, 1500.0)]
        steps = next_steps(vehicle_c(), front, rear, LoadKey.TRIP_READY)
        self.assertEqual(
            [(step.key, step.axle) for step in steps], [("R30", End.REAR), ("F30", End.FRONT)]
        )
        both = SetUp(front=AxleChoice(Action.NEW, fitted(30.0)), rear=choice(outside_mm=30.0))
        self.assertAlmostEqual(
            steps[1].lean_rad, reference_lean(vehicle_c(), both, LoadKey.TRIP_READY)
        )
        self.assertGreater(steps[0].gain_per_100_rad, steps[1].gain_per_100_rad)


class HeadTossAndThinningTests(unittest.TestCase):
    def test_head_toss_is_what_the_replay_of_a_bump_says(self):
        stiff = supplement(34.9)
        (best,) = rank(vehicle_c(), [KEEP_IT], [stiff], Wishes()).sets
        before, after = replay(vehicle_c(), SetUp(rear=choice()), LoadKey.TRIP_READY, Course())
        bump = MANOEUVRES.index("one-side bump")
        expected = after.head_toss_m_s2[bump] / before.head_toss_m_s2[bump]
        self.assertAlmostEqual(best.head_toss_ratio, expected, 6)

    def test_a_limit_on_head_toss_fails_the_stiffer_bar_and_says_by_how_much(self):
        ranked = rank(
            vehicle_c(), [KEEP_IT], [KEEP_IT, supplement(40)], Wishes(head_toss_growth=1.001)
        ).sets
        failed = {one.rear: one.failed for one in ranked}
        self.assertEqual(failed[KEEP], [])
        self.assertTrue(any("tosses the head" in words for words in failed["R40"]))

    def test_a_front_bar_that_makes_the_front_push_wide_fails_and_says_by_how_much(self):
        front = Candidate("F40", Action.NEW, fitted(40.0), 300.0, 4.0)
        (one,) = rank(vehicle_c(), [front], [KEEP_IT], Wishes(share_gain=0.02)).sets
        self.assertGreater(one.share_change, 0.02)
        self.assertTrue(any("balance rises by" in words for words in one.failed), one.failed)
        (allowed,) = rank(vehicle_c(), [front], [KEEP_IT], Wishes(share_gain=0.9)).sets
        self.assertFalse(any("balance rises by" in words for words in allowed.failed))

    def test_thinning_keeps_the_cheapest_of_each_step_and_both_ends(self):
        many = [supplement(20 + i / 20, price=300 + 7 * (i % 5), key=f"R{i}") for i in range(400)]
        kept = thin_out(vehicle_c(), End.REAR, many, 25)
        # One a step, and two where a step lies across a tenth of stress.
        self.assertLessEqual(len(kept), 30)
        self.assertIn(kept[-1].key, {f"R{i}" for i in range(380, 400)})
        self.assertGreaterEqual(sum(one.price == 300 for one in kept), 24)
        self.assertEqual(thin_out(vehicle_c(), End.REAR, many[:3], 25), many[:3])

    def test_a_cheap_bar_of_weak_steel_hides_neither_a_strong_one_nor_one_that_is_here_sooner(self):
        weak = supplement(30.0, price=200, days=9, key="weak")
        steel = replace(weak.fitted, bar=replace(weak.fitted.bar, steel="5160_hardened"))
        strong = replace(weak, key="strong", fitted=steel, price=260)
        soon = replace(weak, key="soon", price=230, days=1)
        dear = replace(weak, key="dear", price=400)
        kept = thin_out(vehicle_c(), End.REAR, [weak, strong, soon, dear], 1)
        self.assertEqual([one.key for one in kept], ["weak", "strong", "soon"])

    def test_shortening_never_loses_the_undominated_or_those_without_a_bar(self):
        whole = rank(
            vehicle_c(),
            [KEEP_IT],
            [
                KEEP_IT,
                Candidate(RENEW, renews=True, price=90.0),
                *(supplement(25 + i, price=200 + 20 * i) for i in range(6)),
                *(supplement(25 + i, price=900, key=f"dear {i}") for i in range(6)),
            ],
            Wishes(lean_rad=np.radians(2.6), share_loss=0.2, yield_reserve=0.1),
        )
        short = shortened(whole, 2)
        self.assertLess(len(short.sets), len(whole.sets))
        self.assertEqual(short.sets[0], whole.sets[0])
        kept = {one.rear for one in short.sets}
        self.assertLessEqual({KEEP, RENEW}, kept)
        self.assertLessEqual({one.rear for one in whole.sets if one.undominated}, kept)
