"""Station 5: what the fit-up comes to in findings, and what its gate asks for."""

import math
import unittest
from dataclasses import replace

from axlecore.fitup.applied import with_fit_up
from axlecore.fitup.arrival import Arrival, BoxCheck, Seen
from axlecore.fitup.schools import SCHOOLS
from axlecore.fitup.sheet import (
    DrilledHole,
    Fitting,
    Inside,
    LinkStack,
    MovesWith,
    Nature,
    StackPiece,
)
from axlecore.lean.evaluate import evaluate
from axlecore.practice.checks import Built, Papers, build_checks, fit_checks
from axlecore.practice.decision import decide
from axlecore.practice.finding import Kind
from axlecore.practice.fitting import Racks, fit_station, promise_findings
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver, TubeFacts
from axlecore.practice.report import assessed
from axlecore.practice.stations import JobKind, Station
from axlecore.practice.target import Target
from axlecore.racks.parts import FitsFor, MadeFor, PartKind, RackPart, SheetTorque
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import SetUp
from tests.fitup.sheets import axle_fit, hole, obstacle, pick
from tests.plain import plain
from tests.rigs import bar, choice, m, vehicle_c

VEHICLE, CHOSEN = vehicle_c(), SetUp(rear=choice())
KIT = RackPart(
    PartKind.KIT,
    "SG-9",
    "Saltgrass",
    FitsFor(MadeFor.REAR, 2500, 4000),
    bar=bar(34.9),
    contents=("2 × links",),
    torques=(SheetTorque("saddle", "M12", "8.8", 4, 75.0),),
)


def papers(fitting, fit):
    return Papers(
        JobKind.UPGRADE,
        VEHICLE,
        Complaint(),
        LookOver(),
        set_up=CHOSEN,
        fitting=fitting,
        fit=fit,
    )


def station(fit=None, arrival=None, part=KIT, look=None, **schools):
    fitting = Fitting(rear=fit or axle_fit(), schools=schools)
    racks = Racks({"rear": part} if part else {}, {})
    return fit_station(
        VEHICLE, CHOSEN, look or LookOver(), fitting, arrival or Arrival(), {}, racks
    )


def rules(found):
    """The first finding of each rule."""
    return {finding.rule: finding for finding in reversed(found.findings)}


class FindingTests(unittest.TestCase):
    def test_a_sheet_that_is_right_has_nothing_to_say(self):
        self.assertEqual(station().findings, [])

    def test_each_rule_speaks_where_it_must_with_place_reason_and_reckoning(self):
        fit = axle_fit()
        stack = LinkStack(
            m(0.003),
            m(0.015),
            m(0.025),
            m(0.008),
            m(0.09),
            order=(StackPiece.HEAD, StackPiece.PLATE, StackPiece.NUT),
        )
        for rule, kind, place, words, changed in (
            ("cannot_assemble", Kind.STOP, "left.link_m", "mm too long", {"both": pick(0.8)}),
            ("over_centre", Kind.STOP, "left.link_m", "30° to 150°", {"both": pick(0.59)}),
            ("carries_axle", Kind.STOP, "droop_m", "hang on the link", {"droop_m": m(0.25)}),
            (
                "scarce_droop",
                Kind.WATCH,
                "droop_m",
                "past the shock's stop",
                {"droop_m": m(0.185)},
            ),
            (
                "stops_bump",
                Kind.STOP,
                "bump_m",
                "in line after",
                {"both": pick(0.1), "link_holes": (hole(0.255, 0.49),), "bump_m": m(0.38)},
            ),
            (
                "joint_angle",
                Kind.FIX,
                "link.joint_angle_rad",
                "bears 6°",
                {"link": replace(fit.link, joint_angle_rad=m(0.1))},
            ),
            (
                "clash",
                Kind.STOP,
                "obstacles.0.height_m",
                "into it",
                {"obstacles": (obstacle(height_m=m(0.42)),)},
            ),
            (
                "link_range",
                Kind.FIX,
                "left.link_m",
                "reaches 200 mm to 230 mm",
                {"link": replace(fit.link, to_m=m(0.23))},
            ),
            (
                "engagement",
                Kind.STOP,
                "link.thread_length_m",
                "one and a half diameters",
                {"link": replace(fit.link, thread_length_m=m(0.05))},
            ),
            ("stack", Kind.FIX, "stack.order", "Piece 2", {"stack": stack}),
            (
                "crushed",
                Kind.FIX,
                "stack.bushing_m",
                "take a set",
                {"stack": replace(stack, free_m=m(0.02), outside_m=m(0.034))},
            ),
            ("unequal", Kind.WATCH, "right.link_m", "N at each end", {"right": pick(0.25)}),
            (
                "centred",
                Kind.FIX,
                "seat.bar_offset_m",
                "12 mm to the left",
                {"seat": replace(fit.seat, bar_offset_m=m(0.012))},
            ),
            (
                "plumb",
                Kind.WATCH,
                "seat.link_holes_apart_m",
                "outwards",
                {"seat": replace(fit.seat, link_holes_apart_m=m(1.08))},
            ),
            (
                "keep_off",
                Kind.FIX,
                "seat.vent_m",
                "keeps 15 mm",
                {"seat": replace(fit.seat, vent_m=m(0.4))},
            ),
            (
                "edge",
                Kind.FIX,
                "drilled.0.above_edge_m",
                "13.5 mm wants 27 mm",
                {
                    "drilled": (DrilledHole(m(0.0), m(0.02)),),
                    "rail": replace(fit.rail, inside_left=Inside.CLEAR),
                },
            ),
            (
                "inside",
                Kind.WATCH,
                "rail.inside_left",
                "Wiring",
                {"drilled": (DrilledHole(m(0.0), m(0.06)),)},
            ),
            (
                "hole_too_large",
                Kind.FIX,
                "drilled.0.there_m",
                "gauges 15.0 mm",
                {"drilled": (DrilledHole(m(0.0), m(0.06), there_m=m(0.015)),)},
            ),
            (
                "plate",
                Kind.FIX,
                "rail.plate_m",
                "wider than the hole",
                {"rail": replace(fit.rail, access_m=m(0.03), plate_m=m(0.04))},
            ),
            (
                "shoulders",
                Kind.WATCH,
                "seat.shoulder_left_m",
                "20 mm to the left of the middle",
                {"seat": replace(fit.seat, shoulder_left_m=m(0.1), shoulder_right_m=m(0.06))},
            ),
        ):
            found = rules(station(axle_fit(**changed))).get(f"fit_{rule}")
            self.assertIsNotNone(found, rule)
            self.assertEqual((found.kind, found.place), (kind, f"fitting.rear.{place}"), rule)
            self.assertIn(words, plain(found.why))
            self.assertTrue(found.todo and found.formula and found.what)

    def test_a_wrong_weight_variant_is_stopped_before_the_order(self):
        heavy = replace(KIT, fits=FitsFor(MadeFor.REAR, 4500, 9000, variant="16,000 lb chassis"))
        found = rules(station(part=heavy))["fit_kit"]
        self.assertIs(found.kind, Kind.STOP)
        self.assertIn("Wrong weight variant (16,000 lb chassis)", found.why)
        tube = LookOver(rear_tube=TubeFacts(m(0.12)))
        other = replace(KIT, fits=replace(KIT.fits, tube_from_m=0.08, tube_to_m=0.09))
        self.assertIn("this tube measures", rules(station(part=other, look=tube))["fit_kit"].why)

    def test_a_torque_that_would_stop_is_confirmed_by_a_reason(self):
        bad = replace(KIT, torques=(SheetTorque("frame", "M10x1.5", "8.8", 4, 110.0),))
        found = station(part=bad)
        self.assertIs(rules(found)["fit_torque"].kind, Kind.STOP)
        fitting = Fitting(rear=axle_fit(), torque_reasons={"rear_0": "maker's letter"})
        found = fit_station(
            VEHICLE, CHOSEN, LookOver(), fitting, Arrival(), {}, Racks({"rear": bad}, {})
        )
        self.assertIs(rules(found)["fit_torque"].kind, Kind.WATCH)
        self.assertIn("maker's letter", rules(found)["fit_torque"].why)

    def test_the_job_changes_the_shops_school(self):
        shop = {"attitude": "link_plumb"}
        fitting = Fitting(rear=axle_fit())
        args = VEHICLE, CHOSEN, LookOver()
        racks = Racks({}, {})
        asked = fit_station(*args, fitting, Arrival(), shop, racks)
        self.assertEqual(asked.rear.report.attitude, "link_plumb")
        own = replace(fitting, schools={"attitude": "arm_level"})
        self.assertEqual(
            fit_station(*args, own, Arrival(), shop, racks).rear.report.attitude, "arm_level"
        )
        self.assertEqual(set(asked.schools), {school.key for school in SCHOOLS})

    def test_an_axle_without_a_bar_says_so(self):
        found = fit_station(
            VEHICLE, CHOSEN, LookOver(), Fitting(front=axle_fit()), Arrival(), {}, Racks({}, {})
        )
        self.assertIn("choose one first", found.trouble["front"])
        self.assertIsNone(found.front)

    def test_an_exhaust_that_is_only_near_is_a_fix_with_an_offer(self):
        near = axle_fit(obstacles=(obstacle(height_m=m(0.49)),))
        found = rules(station(near))["fit_clash"]
        self.assertIs(found.kind, Kind.FIX)
        self.assertIn("it is hot and needs 50 mm", plain(found.why))
        self.assertIn(
            "Re-route it", " ".join(fix.text for fix in station(near).rear.report.gaps[0].fixes)
        )
        aside = replace(obstacle(height_m=m(0.49)), nature=Nature.MOVING, moves=MovesWith.AXLE)
        self.assertIn("it moves", rules(station(axle_fit(obstacles=(aside,))))["fit_clash"].why)


class StateTests(unittest.TestCase):
    def test_angles_in_every_load_state_follow_heights_or_springs(self):
        state = VEHICLE.load_states[0]
        heights = {f"rear_{side}_height_m": m(0.9) for side in ("left", "right")}
        lower = {f"rear_{side}_height_m": m(0.87) for side in ("left", "right")}
        empty = replace(state, key=LoadKey.EMPTY, rear_left_kg=m(1272.1), rear_right_kg=m(1272.1))
        full = replace(state, key=LoadKey.MAXIMUM, **lower)
        vehicle = replace(VEHICLE, load_states=(replace(state, **heights), empty, full))
        found = fit_station(
            vehicle, CHOSEN, LookOver(), Fitting(rear=axle_fit()), Arrival(), {}, Racks({}, {})
        ).rear.report.states
        self.assertEqual([one.read for one in found], [True, False, True])
        # 300 kg less a side on 210 N/mm: the axle hangs 14 mm lower.
        self.assertAlmostEqual(found[1].travel_m, -300 * 9.80665 / 210e3, 6)
        self.assertAlmostEqual(found[2].travel_m, 0.03)
        self.assertGreater(found[1].arm_rad, found[0].arm_rad)
        self.assertLess(found[2].arm_rad, found[0].arm_rad)


class PromiseTests(unittest.TestCase):
    def test_fitting_that_changes_the_promise_is_said_beyond_its_band_only(self):
        promised = evaluate(VEHICLE, CHOSEN)
        decision = decide(VEHICLE, CHOSEN, Target(), promised, None)
        same = promise_findings(decision, promised, promised)
        self.assertEqual(same, [])
        softer = SetUp(
            rear=replace(CHOSEN.rear, fitted=replace(CHOSEN.rear.fitted, motion_ratio=m(0.5)))
        )
        found = promise_findings(decision, promised, evaluate(VEHICLE, softer))
        self.assertEqual(found[0].rule, "fit_changes_promise")
        lean = math.degrees(promised.states[0].after.reference_lean_rad)
        self.assertIn(f"Chosen by {lean:.1f}° of lean at 0.3 g", found[0].why)
        slightly = SetUp(
            rear=replace(CHOSEN.rear, fitted=replace(CHOSEN.rear.fitted, motion_ratio=m(0.99)))
        )
        self.assertEqual(promise_findings(None, promised, evaluate(VEHICLE, slightly)), [])

    def test_a_decision_made_by_the_fitted_figures_holds_and_measurements_break_it_as_ever(self):
        fit = axle_fit(link_holes=(hole(0.15, 0.64),), both=pick(bar_hole=1))
        fitting = Fitting(rear=fit)
        fitted = with_fit_up(VEHICLE, CHOSEN, fitting)
        decision = decide(VEHICLE, CHOSEN, Target(), evaluate(*fitted), None)

        def rules_of(vehicle):
            found = assessed(vehicle, CHOSEN, Target(), decision, fitting).findings
            return {one.rule for one in found} & {"fit_changes_promise", "decision_moved"}

        self.assertEqual(rules_of(VEHICLE), set())
        higher = replace(VEHICLE.load_states[0], centre_of_gravity_height_m=m(1.6))
        self.assertEqual(rules_of(replace(VEHICLE, load_states=(higher,))), {"decision_moved"})


class GateTests(unittest.TestCase):
    PASSED = BoxCheck(
        m(0.0349), m(0.26), m(0.26), m(1.02), Seen.YES, Seen.YES, Seen.YES, Seen.YES, {"0": "2"}
    )

    def checks(self, fit=None, check=None, **more):
        fitting = Fitting(rear=fit or axle_fit())
        arrival = Arrival(rear=check or self.PASSED)
        shown = fit_station(
            VEHICLE, CHOSEN, LookOver(), fitting, arrival, {}, Racks({"rear": KIT}, {})
        )
        return {one.key: one for one in fit_checks(papers(fitting, shown))}

    def test_all_is_met_where_it_fits_and_came_as_ordered(self):
        self.assertEqual([key for key, one in self.checks().items() if not one.met], [])

    def test_what_is_not_met_is_named_and_a_stop_stays_one(self):
        over = self.checks(axle_fit(both=pick(0.8)))["fit_no_stop"]
        self.assertTrue(over.stop and not over.met)
        held = self.checks(check=replace(self.PASSED, diameter_m=m(0.031)))
        self.assertFalse(held["fit_no_stop"].met)
        open_box = self.checks(check=replace(self.PASSED, hand=Seen.UNSEEN))["arrived"]
        self.assertFalse(open_box.met or open_box.stop)
        self.assertEqual(open_box.place, "arrival.rear.hand")
        near = self.checks(axle_fit(obstacles=(obstacle(height_m=m(0.49)),)))["fit_settled"]
        self.assertFalse(near.met)

    def test_what_is_here_but_did_not_pass_its_check_is_not_here(self):
        def order(check):
            arrival = Arrival(rear=check)
            fitting = Fitting(rear=axle_fit())
            shown = fit_station(
                VEHICLE, CHOSEN, LookOver(), fitting, arrival, {}, Racks({"rear": KIT}, {})
            )
            settled = replace(papers(fitting, shown), built=Built(parts_here=True))
            return {one.key: one for one in build_checks(settled)}["order"].met

        self.assertTrue(order(self.PASSED))
        self.assertFalse(order(replace(self.PASSED, diameter_m=m(0.031))))
        self.assertFalse(order(replace(self.PASSED, hand=Seen.UNSEEN)))

    def test_an_axle_with_a_chosen_bar_must_be_fitted_up(self):
        nothing = fit_station(VEHICLE, CHOSEN, LookOver(), Fitting(), Arrival(), {}, Racks({}, {}))
        checks = {one.key: one for one in fit_checks(papers(Fitting(), nothing))}
        self.assertFalse(checks["fit_begun"].met)
        self.assertIs(Station.FIT.value, "fit")
