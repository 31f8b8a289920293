import math
import unittest
from dataclasses import replace

from axlecore import __version__
from axlecore.errors import InputError
from axlecore.lean.evaluate import evaluate
from axlecore.practice.decision import decide, decision_findings
from axlecore.practice.target import Target, misses, or_suggested, suggestions, wishes_of
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, RigKind, SetUp
from tests.rigs import choice, m, vehicle_c

READY = LoadKey.TRIP_READY
CHOSEN = SetUp(rear=choice())


def typed(place, text, target=None):
    return enter(target or Target(), place, text, Known.MEASURED)


class TargetTests(unittest.TestCase):
    def test_a_lean_is_aimed_at_in_one_load_state(self):
        target = typed("states.trip_ready.lean_rad", "2.5 deg")
        wishes = wishes_of(target, READY, 1800.0, 10.0)
        self.assertAlmostEqual(math.degrees(wishes.lean_rad), 2.5)
        self.assertIsNone(wishes.wind_lean_rad)
        self.assertEqual((wishes.budget, wishes.days, wishes.share_loss), (1800.0, 10.0, 0.03))
        self.assertIsNone(wishes_of(target, LoadKey.EMPTY, None, None).lean_rad)

    def test_points_of_front_share_become_a_part(self):
        self.assertAlmostEqual(
            wishes_of(typed("share_loss_points", "5"), READY, None, None).share_loss, 0.05
        )

    def test_a_state_nobody_knows_and_a_lean_nobody_has_are_refused(self):
        for place, text in (
            ("states.sideways.lean_rad", "2 deg"),
            ("share_loss_points", "70"),
            ("states.empty.lean_rad", "80 deg"),
            ("forecast_wind_m_s", "9 kg"),
        ):
            with self.assertRaises(InputError):
                typed(place, text)

    def test_speeds_are_read_as_forecasts_give_them(self):
        target = typed("forecast_wind_m_s", "45 km/h")
        self.assertAlmostEqual(target.forecast_wind_m_s.value, 12.5)
        self.assertAlmostEqual(
            typed("forecast_wind_m_s", "20 kn").forecast_wind_m_s.value, 10.289, 3
        )

    def test_where_nobody_aims_the_suggested_lean_is_aimed_at_in_that_state_only(self):
        evaluation = evaluate(vehicle_c(), SetUp())
        target, suggested = or_suggested(Target(), RigKind.MOTORHOME, evaluation, READY)
        self.assertTrue(suggested)
        now = evaluation.states[0].before.reference_lean_rad
        self.assertLess(target.of(READY).lean_rad.value, now)
        self.assertIsNone(target.of(LoadKey.EMPTY).lean_rad)
        own = typed(f"states.{READY}.gust_lean_rad", "1 deg")
        self.assertEqual(or_suggested(own, RigKind.VAN, evaluation, READY), (own, False))

    def test_every_kind_has_a_start_that_can_be_typed_and_asks_less_than_now(self):
        evaluation = evaluate(vehicle_c(), SetUp())
        now = evaluation.states[0].before.reference_lean_rad
        for kind in RigKind:
            target = Target()
            for one in suggestions(kind, evaluation):
                target = typed(one.place, one.typed, target)
                self.assertTrue(one.why)
            self.assertLess(target.of(READY).lean_rad.value, now, kind)

    def test_a_target_that_is_missed_says_both_figures(self):
        target = typed("states.trip_ready.lean_rad", "1.5 deg")
        (miss,) = misses(target, evaluate(vehicle_c(), CHOSEN))
        self.assertEqual(miss.state, READY)
        self.assertRegex(miss.text, r"^2\.\d° in the bend .*1\.5° aimed at$")
        easy = typed("states.trip_ready.lean_rad", "4 deg")
        self.assertEqual(misses(easy, evaluate(vehicle_c(), CHOSEN)), [])


class DecisionTests(unittest.TestCase):
    def decided(self, target=None, vehicle=None):
        vehicle = vehicle or vehicle_c()
        return decide(vehicle, CHOSEN, target or Target(), evaluate(vehicle, CHOSEN), 640.0)

    def findings(self, decision, vehicle, set_up=CHOSEN):
        return [
            found.rule for found in decision_findings(decision, set_up, evaluate(vehicle, set_up))
        ]

    def test_it_keeps_the_figures_it_was_made_by(self):
        vehicle = vehicle_c()
        loose = Measured(1.04, Known.ESTIMATED, 0.05)
        vehicle = replace(vehicle, rear=replace(vehicle.rear, link_spacing_m=loose))
        decision = self.decided(vehicle=vehicle)
        (state,) = decision.states
        now = evaluate(vehicle_c(), CHOSEN).states[0]
        self.assertEqual(decision.core_version, __version__)
        self.assertEqual(state.lean_rad, now.after.reference_lean_rad)
        self.assertEqual(state.lean_before_rad, now.before.reference_lean_rad)
        self.assertGreater(state.band_rad, 0)

    def test_it_holds_while_nothing_changes_and_within_its_band(self):
        self.assertEqual(self.findings(self.decided(), vehicle_c()), [])
        barely = vehicle_c()
        barely = replace(barely, rear=replace(barely.rear, link_spacing_m=m(1.041)))
        self.assertEqual(self.findings(self.decided(), barely), [])

    def test_a_measurement_that_moves_the_lean_past_its_band_breaks_it(self):
        moved = vehicle_c()
        moved = replace(moved, rear=replace(moved.rear, link_spacing_m=m(0.8)))
        self.assertIn("decision_moved", self.findings(self.decided(), moved))

    def test_other_parts_are_not_what_was_decided(self):
        for other in (SetUp(), SetUp(rear=choice(Action.REPLACE))):
            self.assertEqual(
                self.findings(self.decided(), vehicle_c(), other), ["decision_other_parts"]
            )

    def test_a_target_met_then_and_missed_now_is_said_but_not_one_missed_knowingly(self):
        lean = math.degrees(evaluate(vehicle_c(), CHOSEN).states[0].after.reference_lean_rad)
        heavier = vehicle_c()
        heavier = replace(heavier, rear=replace(heavier.rear, link_spacing_m=m(0.85)))
        met = self.decided(typed("states.trip_ready.lean_rad", f"{lean + 0.05:.2f} deg"))
        self.assertIn("decision_misses_target", self.findings(met, heavier))
        known = self.decided(typed("states.trip_ready.lean_rad", "1 deg"))
        self.assertEqual(len(known.missed), 1)
        self.assertNotIn("decision_misses_target", self.findings(known, heavier))
