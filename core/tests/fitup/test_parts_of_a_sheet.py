"""Stacks, saddles, drilling, the kit's bolts, the box that came, and where a sheet starts."""

import math
import unittest
from dataclasses import replace

from axlecore.bars.bar import bar_rates
from axlecore.errors import InputError
from axlecore.fasteners.torque import BushingMaterial, Lubrication
from axlecore.fitup.across import across_report
from axlecore.fitup.applied import fitted_bar, side_ratios, unequal_sides, with_fit_up, with_travel
from axlecore.fitup.arrival import BoxCheck, Result, Seen, arrival_report
from axlecore.fitup.bolts import kit_bolts
from axlecore.fitup.drilling import drill_plan, template
from axlecore.fitup.links import Attitude
from axlecore.fitup.report import fit_report
from axlecore.fitup.sheet import (
    USUAL_STACK,
    DrilledHole,
    Fitting,
    Hand,
    Inside,
    Layout,
    LinkStack,
    StackPiece,
)
from axlecore.fitup.stack import check_order, stack_report
from axlecore.fitup.start import (
    LAYOUTS,
    OBSTACLES,
    begin,
    usual_stack,
    with_part,
    without_part,
)
from axlecore.lean.evaluate import evaluate
from axlecore.practice.classes import class_vehicle
from axlecore.racks.parts import FitsFor, MadeFor, PartKind, RackPart, SheetTorque
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind, SetUp
from tests.fitup.sheets import axle_fit, hole, pick
from tests.rigs import bar, choice, m, vehicle_c

BAR = bar()
P = StackPiece


class StackTests(unittest.TestCase):
    STACK = LinkStack(m(0.003), m(0.015), m(0.025), m(0.008), m(0.09))

    def test_the_usual_stack_holds_and_its_pieces_add_up(self):
        """Between the plates' middles: 4 + 15 + 3 + 90 + 3 + 15 + 4 mm."""
        found = stack_report(self.STACK)
        self.assertIsNone(found.fault)
        self.assertAlmostEqual(found.eye_to_eye_m, 0.134)
        self.assertAlmostEqual(sum(found.thickness_m), 0.178)
        # 178 + 8.4 of nut + 3 of thread: 189.4, next made 200.
        self.assertAlmostEqual(found.bolt_m, 0.2)

    def test_long_bushings_make_it_longer_by_two(self):
        self.assertAlmostEqual(stack_report(self.STACK).swapped_m, 0.154)
        longer = tuple(P.LONG_BUSHING if piece is P.BUSHING else piece for piece in USUAL_STACK)
        found = stack_report(replace(self.STACK, order=longer))
        self.assertAlmostEqual(found.eye_to_eye_m, 0.154)
        self.assertAlmostEqual(found.swapped_m, 0.134)

    def test_a_bushing_tightened_too_far_is_crushed(self):
        read = replace(self.STACK, free_m=m(0.016), outside_m=m(0.034))
        self.assertFalse(stack_report(read).crushed)  # 15 of 16 mm, least 14.7
        self.assertTrue(stack_report(replace(read, bushing_m=m(0.014))).crushed)
        rubber = replace(read, bushing_m=m(0.014), material=BushingMaterial.RUBBER)
        self.assertFalse(stack_report(rubber).crushed)
        self.assertAlmostEqual(stack_report(rubber).crush.height_m, 0.0136)
        self.assertIsNone(stack_report(self.STACK).crush)

    def test_each_wrong_order_says_which_piece_and_what_belongs_there(self):
        usual = list(USUAL_STACK)
        for wrong, piece, words in (
            (usual[1:], 0, "begins with the bolt's head"),
            (usual[:-1], 11, "ends with its nut"),
            ([P.HEAD, P.BUSHING, P.PLATE, *usual[4:]], 1, "cup washer"),
            ([P.HEAD, P.WASHER, P.PLATE, *usual[4:]], 2, "clunks"),
            ([*usual[:5], P.SLEEVE, *usual[7:]], 4, "cup washer"),
            ([*usual[:6], P.NUT, *usual[7:]], 6, "at an end only"),
            ([*usual[:6], P.NUT], 6, "Read 1 plates"),
        ):
            found = check_order(tuple(wrong))
            self.assertEqual(found.piece, piece, wrong)
            self.assertIn(words, found.text)
        self.assertIsNone(stack_report(replace(self.STACK, order=tuple(usual[1:]))).eye_to_eye_m)


class AcrossTests(unittest.TestCase):
    def report(self, tube_m=0.089, **seat):
        fit = axle_fit()
        return across_report(
            replace(fit, seat=replace(fit.seat, **seat)), BAR, tube_m, (0.24, 0.24)
        )

    def test_links_are_plumb_where_holes_stand_over_the_eyes(self):
        self.assertEqual(self.report().plumb_rad, [0.0, 0.0])
        found = self.report(link_holes_apart_m=m(1.08))
        self.assertAlmostEqual(found.plumb_rad[0], math.atan(0.03 / 0.24))
        self.assertFalse(found.plumb)
        self.assertAlmostEqual(found.eye_m, 0.51)

    def test_a_bar_off_the_middle_leans_its_links_the_same_way(self):
        found = self.report(bar_offset_m=m(0.02))
        self.assertFalse(found.centred)
        self.assertAlmostEqual(found.plumb_rad[0], -found.plumb_rad[1])

    def test_saddle_and_u_bolt_against_the_tube(self):
        for bore, bolt, fits in (
            (0.089, 0.092, (True, True)),
            (0.095, 0.086, (False, False)),
            (None, None, (None, None)),
        ):
            found = self.report(
                saddle_bore_m=None if bore is None else m(bore),
                u_bolt_inside_m=None if bolt is None else m(bolt),
            )
            self.assertEqual((found.saddle_fits, found.u_bolt_fits), fits)
        self.assertIsNone(self.report(None, saddle_bore_m=m(0.089)).saddle_fits)

    def test_a_saddle_keeps_off_vent_weld_and_line(self):
        """Saddles at ±400 mm, 60 wide: their rims end at 370 and 430."""
        found = self.report(vent_m=m(0.3), weld_m=m(-0.44), line_m=m(-0.42))
        clear = {one.what: (round(one.clear_m, 6), one.fine) for one in found.keep_off}
        self.assertEqual(
            clear, {"vent": (0.07, True), "weld": (0.01, False), "line": (-0.01, False)}
        )

    def test_offset_links_are_handed(self):
        fit = axle_fit()
        offset = replace(fit.link, offset_m=m(0.02), left_hand=Hand.RIGHT, right_hand=Hand.LEFT)
        wrong = across_report(replace(fit, link=offset), BAR, None, (0.24, 0.24))
        self.assertIs(wrong.hands_fit, False)
        right = replace(offset, left_hand=Hand.LEFT, right_hand=Hand.RIGHT)
        self.assertIs(
            across_report(replace(fit, link=right), BAR, None, (0.24, 0.24)).hands_fit, True
        )
        self.assertIsNone(self.report().hands_fit)


class DrillTests(unittest.TestCase):
    def fit(self, *spots, size="M12"):
        drilled = tuple(DrilledHole(m(x), m(y), size) for x, y in spots)
        return axle_fit(drilled=drilled)

    def test_marks_edges_steps_and_bolts(self):
        plan = drill_plan(self.fit((-0.035, 0.045), (0.035, 0.045)))
        one = plan.marks[0]
        self.assertEqual([round(step * 1e3, 1) for step in one.steps_m][-1], 13.5)
        self.assertAlmostEqual(one.edge_needed_m, 0.027)
        self.assertAlmostEqual(one.apart_m, 0.07)
        self.assertTrue(all(mark.fine for mark in plan.marks))
        self.assertAlmostEqual(plan.grip_m, 0.014)
        self.assertAlmostEqual(one.bolt_m, 0.035)
        self.assertAlmostEqual(plan.plumb_above_edge_m, 0.64 - 0.7)
        self.assertTrue(plan.backing)

    def test_holes_near_an_edge_or_each_other_are_not_fine(self):
        for spots in (((0.0, 0.02),), ((0.0, 0.135),), ((0.0, 0.06), (0.03, 0.06))):
            self.assertFalse(drill_plan(self.fit(*spots)).marks[0].fine, spots)
        rail = replace(axle_fit().rail, inside=Inside.CLEAR)
        self.assertFalse(drill_plan(axle_fit(rail=rail)).backing)

    def test_the_template_mirrors_and_keeps_distances(self):
        fit = self.fit((-0.035, 0.045), (0.05, 0.08))
        left, right = template(fit, "left"), template(fit, "right")
        for one, turn in ((left, -1), (right, 1)):
            spots = [(turn * (c.x_m - one.plumb_x_m), c.y_m - one.edge_y_m) for c in one.circles]
            for spot, wanted in zip(spots, ((-0.035, 0.045), (0.05, 0.08)), strict=True):
                self.assertAlmostEqual(spot[0], wanted[0])
                self.assertAlmostEqual(spot[1], wanted[1])
            self.assertTrue(
                all(0 < c.x_m < one.width_m and 0 < c.y_m < one.height_m for c in one.circles)
            )
            self.assertEqual(one.ruler[2], 0.1)
        with self.assertRaises(InputError):
            template(fit, "top")
        with self.assertRaises(InputError) as caught:
            template(axle_fit(), "left")
        self.assertEqual(caught.exception.field, "drilled")


class BoltTests(unittest.TestCase):
    SHEET = (
        SheetTorque("frame", "M10x1.5", "8.8", 4, 110.0),
        SheetTorque("link", "M12", "8.8", 4, 75.0),
        SheetTorque("saddle", "M12", "8", 4),
        SheetTorque("clamp", "M12", "10.9", 2),
    )

    def bolts(self, threads="medium", school="sheet", **reasons):
        return kit_bolts(End.REAR, self.SHEET, threads, school, 0.014, reasons)

    def test_a_torque_that_would_stretch_its_bolt_is_not_used_until_a_lead_says_why(self):
        one = self.bolts()[0]
        self.assertEqual((one.kind, one.use_n_m), ("stop", None))
        self.assertAlmostEqual(one.bolt_m, 0.030)  # 14 + 4 + 8.4 + 3 = 29.4
        confirmed = self.bolts(rear_0="maker's letter of May")[0]
        self.assertIsNotNone(confirmed.use_n_m)
        self.assertEqual(self.bolts(school="fastener")[0].use_n_m, one.computed_n_m)

    def test_anti_seize_recomputes_the_target(self):
        self.assertAlmostEqual(self.bolts("anti_seize")[1].use_n_m, 75 * 0.13 / 0.20)
        self.assertEqual(self.bolts("anti_seize")[1].lubrication, Lubrication.ANTI_SEIZE)
        self.assertAlmostEqual(self.bolts("nylon")[1].use_n_m, 75.0)
        self.assertAlmostEqual(self.bolts("medium")[1].use_n_m, 75.0)

    def test_a_grade_of_the_other_kind_is_unread_and_a_missing_torque_computed(self):
        self.assertEqual(self.bolts()[2].kind, "unread")
        self.assertIn("8.8, 10.9, 12.9", self.bolts()[2].says)
        self.assertEqual(self.bolts()[3].use_n_m, self.bolts()[3].computed_n_m)

    def test_a_cushioned_joint_is_outside_the_rule(self):
        sheet = (SheetTorque("link bushings", "M10", "8.8", 4),)
        one = kit_bolts(End.REAR, sheet, "medium", "sheet", 0.014, {})[0]
        self.assertIsNone(one.use_n_m)
        self.assertIn("bulges slightly", one.says)


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
            self.assertIn(words, found.says)
            self.assertIn("Leave the old bar on", found.says)

    def test_counts_are_whole_numbers(self):
        with self.assertRaises(InputError) as caught:
            BoxCheck(counts={"0": "two"})
        self.assertEqual(caught.exception.field, "counts.0")


class AppliedTests(unittest.TestCase):
    VEHICLE, CHOSEN = vehicle_c(), SetUp(rear=choice())

    def test_the_roll_figures_take_gain_and_hole_of_the_fit_up(self):
        fit = axle_fit(link_holes=(hole(0.15, 0.64),), both=pick(bar_hole=1))
        _, set_up = with_fit_up(self.VEHICLE, self.CHOSEN, Fitting(rear=fit))
        motion_ratio = side_ratios(fit, BAR)[0].value
        self.assertEqual(set_up.rear.fitted.hole, 1)
        self.assertAlmostEqual(set_up.rear.fitted.motion_ratio.value, motion_ratio)
        before = evaluate(self.VEHICLE, self.CHOSEN).rear.after
        after = evaluate(self.VEHICLE, set_up).rear.after
        rates = bar_rates([self.CHOSEN.rear.fitted.bar] * 2, [0, 1])
        self.assertAlmostEqual(
            (after.chosen_bar or 0) / (before.chosen_bar or 1),
            motion_ratio**2 * rates[1] / rates[0],
            6,
        )

    def test_without_a_choice_the_standard_bar_takes_them(self):
        vehicle, set_up = with_fit_up(self.VEHICLE, SetUp(), Fitting(rear=axle_fit()))
        self.assertEqual(set_up, SetUp())
        self.assertEqual(vehicle.rear.standard_bar.motion_ratio.typed, "from the fit-up")

    def test_what_cannot_be_assembled_leaves_them_alone(self):
        wrong = Fitting(rear=axle_fit(both=pick(0.9)), front=axle_fit())
        known = with_travel(self.VEHICLE, wrong)
        self.assertEqual(with_fit_up(self.VEHICLE, self.CHOSEN, wrong), (known, self.CHOSEN))
        with self.assertRaises(InputError) as caught:
            fitted_bar(self.VEHICLE, SetUp(), End.FRONT)
        self.assertIn("choose one first", caught.exception.message)

    def test_unequal_links_preload_the_bar_and_lean_the_vehicle(self):
        """End force is rate × difference ÷ 2; the difference of two level tips by their links."""
        fit = axle_fit(link_holes=(hole(0.26, 0.64),), right=pick(0.25))
        _, set_up = with_fit_up(self.VEHICLE, self.CHOSEN, Fitting(rear=fit))
        found = unequal_sides(self.VEHICLE, set_up, End.REAR, fit, 0)
        rate = bar_rates([set_up.rear.fitted.bar], [0])[0]
        self.assertAlmostEqual(found.mismatch_m, 0.01, 4)
        self.assertAlmostEqual(found.preload_n, rate * found.mismatch_m / 2)
        self.assertGreater(found.rest_lean_rad, 0)
        mirrored = replace(fit, left=fit.right, right=fit.left)
        other = unequal_sides(self.VEHICLE, set_up, End.REAR, mirrored, 0)
        self.assertAlmostEqual(other.rest_lean_rad, -found.rest_lean_rad, 4)

    def test_a_shorter_arm_on_one_side_stiffens_half_as_much_as_on_both(self):
        fit = axle_fit(right=pick(bar_hole=1))
        found = unequal_sides(self.VEHICLE, self.CHOSEN, End.REAR, fit, 0)
        both = axle_fit(both=pick(bar_hole=1))
        ratios = [side_ratios(one, BAR)[0].value for one in (axle_fit(), both)]
        bars = [self.CHOSEN.rear.fitted.bar] * 2
        low, high = (
            rate * motion_ratio**2
            for rate, motion_ratio in zip(bar_rates(bars, [0, 1]), ratios, strict=True)
        )
        self.assertAlmostEqual(found.stiffness_change, ((1 + (high / low) ** 0.5) / 2) ** 2 - 1, 9)

    def test_a_gain_is_as_sure_as_its_places(self):
        sure, unsure = (
            axle_fit(),
            axle_fit(
                link_holes=(replace(hole(0.2, 0.64), forward_m=replace(m(0.2), tolerance=0.02)),)
            ),
        )
        self.assertEqual(side_ratios(sure, BAR)[0].tolerance, 0.0)
        self.assertGreater(side_ratios(unsure, BAR)[0].tolerance, 0.001)


class StartTests(unittest.TestCase):
    def test_every_suspension_of_every_kind_of_vehicle_starts_without_trouble(self):
        """Usual places go together: nothing hits, nothing is over centre, links do not carry."""
        tried = 0
        for kind in RigKind:
            vehicle = class_vehicle(kind)
            for name in (End.FRONT, End.REAR):
                axle = vehicle.of_end(name)
                for layout in LAYOUTS:
                    there = fitted_bar(vehicle, SetUp(), name).bar
                    try:
                        fit = begin(axle, there, Layout(layout))
                    except InputError as error:
                        self.assertIn("start from", error.message)
                        continue
                    report = fit_report(
                        vehicle, SetUp(), name, fit, Attitude.LEAST_CHANGE, None, ()
                    )
                    where = f"{kind} {name} {layout}"
                    self.assertEqual(report.left.problem, "", where)
                    self.assertIsNone(report.left.swing_past_m, where)
                    self.assertEqual([g.name for g in report.gaps if not g.fine], [], where)
                    self.assertTrue(any(not one.troubles for one in report.matrix), where)
                    tried += 1
        self.assertGreater(tried, 20)

    def test_a_sheet_starts_from_a_suspension_of_its_own_kind(self):
        solid = vehicle_c().rear
        with self.assertRaises(InputError) as caught:
            begin(solid, BAR, Layout.STRUT)
        self.assertEqual(caught.exception.field, "layout")

    def test_things_are_added_and_taken_away(self):
        axle = vehicle_c().rear
        fitting = Fitting(rear=axle_fit())
        for place in ("link_hole", "bar_place", "drilled", "stack", *OBSTACLES):
            fitting = with_part(fitting, End.REAR, axle, place)
        fit = fitting.rear
        self.assertEqual(
            (len(fit.link_holes), len(fit.bar_places), len(fit.drilled), len(fit.obstacles)),
            (3, 2, 1, len(OBSTACLES)),
        )
        self.assertEqual(fit.stack, usual_stack())
        for place in ("link_holes.2", "bar_places.1", "drilled.0", "stack", "obstacles.0"):
            fitting = without_part(fitting, End.REAR, place)
        self.assertEqual(len(fitting.rear.obstacles), len(OBSTACLES) - 1)
        self.assertIsNone(fitting.rear.stack)

    def test_a_pick_keeps_its_hole_when_one_before_it_goes(self):
        fitting = Fitting(rear=axle_fit(both=pick(link_hole=1)))
        fit = without_part(fitting, End.REAR, "link_holes.0").rear
        self.assertEqual(fit.link_holes[fit.left.link_hole], axle_fit().link_holes[1])
        self.assertEqual(fit.right.link_hole, 0)

    def test_what_is_not_there_is_refused_by_name(self):
        fitting = Fitting(rear=axle_fit())
        for work in (
            lambda: with_part(fitting, End.REAR, vehicle_c().rear, "moon"),
            lambda: with_part(fitting, End.FRONT, vehicle_c().rear, "tyre"),
            lambda: with_part(fitting, "top", vehicle_c().rear, "tyre"),
            lambda: without_part(fitting, End.REAR, "obstacles.3"),
            lambda: without_part(fitting, End.REAR, "mount"),
            # A hole that is picked stays, and so the last one of a bracket.
            lambda: without_part(fitting, End.REAR, "bar_places.0"),
            lambda: without_part(fitting, End.REAR, "link_holes.0"),
        ):
            with self.assertRaises(InputError):
                work()
