import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.lean.evaluate import evaluate
from axlecore.practice.as_found import as_found
from axlecore.practice.consequences import consequences
from axlecore.practice.fault_rules import When
from axlecore.practice.finding import Kind
from axlecore.practice.look import (
    Cover,
    Ends,
    LookOver,
    Material,
    Nuts,
    PartCheck,
    Rating,
    parts_to_see,
    with_rest_good,
)
from axlecore.practice.stations import JobKind
from axlecore.practice.undercarriage import ALL_PARTS, TOUCHED, Fault
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.axle import AirBags, Suspension
from axlecore.vehicle.rig import Joints, SetUp
from tests.rigs import axle, vehicle_c

VEHICLE = replace(vehicle_c(), front=axle(standard_bar=vehicle_c().rear.standard_bar))


def look(**seen):
    """A look-over from paths, dots written as two underscores."""
    found = LookOver()
    for path, typed in seen.items():
        found = enter(found, path.replace("__", "."), typed, Known.MEASURED)
    return found


def outcome(**seen):
    return consequences(VEHICLE, look(**seen))


def outcome_of(part, fault):
    """What one fault leads to on a vehicle that has the part."""
    bags = AirBags(Measured(35e3), Measured(0.9))
    suspension = Suspension.INDEPENDENT if part.kind == "cradle" else Suspension.SOLID
    has_it = replace(VEHICLE.rear, suspension=suspension, air_bags=bags)
    seen = LookOver(parts={part.key: PartCheck(faults=(fault,))})
    return consequences(replace(VEHICLE, front=has_it, rear=has_it), seen)


class ListTests(unittest.TestCase):
    def keys(self, vehicle):
        return {part.key for part in parts_to_see(vehicle)}

    def test_a_solid_axle_has_a_tube_and_u_bolts_and_an_independent_one_has_not(self):
        self.assertLessEqual({"rear_axle_tube", "rear_u_bolts_left"}, self.keys(VEHICLE))
        swing = replace(VEHICLE, rear=axle(suspension=Suspension.INDEPENDENT))
        self.assertFalse({"rear_axle_tube", "rear_u_bolts_left"} & self.keys(swing))

    def test_no_bar_means_no_links_and_no_bags_no_air_lines(self):
        self.assertIn("front_link_left", self.keys(VEHICLE))
        self.assertNotIn("front_link_left", self.keys(vehicle_c()))
        self.assertNotIn("rear_air_lines", self.keys(VEHICLE))
        bags = AirBags(Measured(35e3), Measured(0.9))
        self.assertIn("rear_air_lines", self.keys(replace(VEHICLE, rear=axle(air_bags=bags))))

    def test_steering_is_in_front_and_the_drive_shaft_behind(self):
        keys = self.keys(VEHICLE)
        self.assertIn("front_steering_link", keys)
        self.assertIn("rear_drive_shaft", keys)
        self.assertFalse({"rear_steering_link", "front_drive_shaft"} & keys)

    def test_a_short_job_looks_at_what_it_touches_at_its_own_end(self):
        for kind, touched in TOUCHED.items():
            parts = parts_to_see(VEHICLE, kind, Ends.REAR)
            with self.subTest(kind):
                self.assertEqual({part.axle for part in parts}, {"rear"})
                self.assertLessEqual({part.kind for part in parts}, touched)
                self.assertIn("rear_link_left", {part.key for part in parts})
        self.assertEqual(parts_to_see(VEHICLE, JobKind.UPGRADE, Ends.REAR), parts_to_see(VEHICLE))

    def test_the_rest_is_good_is_said_of_what_nobody_rated_and_kept_as_said_together(self):
        parts = parts_to_see(VEHICLE)
        seen = look(parts__rear_link_left__rating="watch", parts__rear_bar__faults="surface rust")
        rest = with_rest_good(seen, parts)
        self.assertEqual(rest.of("rear_link_left"), seen.of("rear_link_left"))
        self.assertEqual(rest.of("rear_bar").faults, (Fault.SURFACE_RUST,))
        self.assertEqual(
            {
                (check.rating, check.together)
                for key, check in rest.parts.items()
                if key != "rear_link_left"
            },
            {(Rating.GOOD, True)},
        )


class RuleTests(unittest.TestCase):
    """One case a rule: what is seen, the finding, and what goes to the parts and the plan."""

    CASES = (
        ({"parts__rear_bracket_left__rating": "stop"}, "rated_stop", Kind.STOP, None, None),
        ({"parts__rear_bar__faults": "cracked"}, "bar_never_welded", Kind.FIX, "rear bar", None),
        (
            {"parts__front_bar__faults": "rusted from inside"},
            "bar_rusted",
            Kind.FIX,
            "front bar",
            None,
        ),
        (
            {"parts__rear_link_left__rating": "replace"},
            "links_in_pairs",
            Kind.FIX,
            "rear links, pair",
            None,
        ),
        (
            {"parts__front_bushing_right__rating": "replace"},
            "bushings_together",
            Kind.FIX,
            "front bushings, pair",
            None,
        ),
        ({"parts__rear_link_left__faults": "play"}, "play_is_lost_motion", Kind.WATCH, None, None),
        (
            {"parts__rear_link_left__faults": "stud will spin"},
            "stud_needs_holding",
            Kind.NOTE,
            None,
            "hold the stud",
        ),
        ({"rust": "heavy"}, "rust", Kind.FIX, "spare bolts", "at the hidden end too"),
        (
            {"parts__rear_brace__faults": "covers bolts we need"},
            "covered_bolts",
            Kind.WATCH,
            None,
            "off first, back on after the bar",
        ),
        (
            {"parts__front_crossmember__faults": "not standard"},
            "crossmember",
            Kind.WATCH,
            None,
            "against the kit's sheet",
        ),
        ({"rear_tube__vent": "left"}, "vent", Kind.NOTE, None, None),
        ({"rear_tube__shape": "oval"}, "tube_shape", Kind.WATCH, None, None),
        (
            {"parts__rear_exhaust__faults": "not standard"},
            "exhaust",
            Kind.WATCH,
            "hanger",
            "exhaust runs",
        ),
        ({"parts__rear_exhaust__faults": "leaks"}, "exhaust_leaks", Kind.STOP, None, None),
        ({"parts__rear_brake_lines__faults": "chafed"}, "lines", Kind.FIX, "line clips", None),
        ({"parts__rear_brake_lines__faults": "leaks"}, "brake_leak", Kind.STOP, None, None),
        ({"parts__rear_frame_left__faults": "cracked"}, "frame", Kind.STOP, None, None),
        (
            {"parts__front_shock_left__faults": "leaks"},
            "shocks",
            Kind.WATCH,
            "front shocks, pair",
            None,
        ),
        (
            {"parts__front_steering_damper__faults": "off-centre"},
            "steering_damper",
            Kind.FIX,
            None,
            None,
        ),
        (
            {"parts__rear_bracket_left__faults": "permanent thread-lock"},
            "thread_lock",
            Kind.NOTE,
            "bolts of the rear bracket, left",
            None,
        ),
        ({"parts__rear_link_left__rating": "good"}, "unseen", Kind.NOTE, None, None),
    )

    def test_what_is_seen_has_its_consequence(self):
        for seen, rule, kind, need, chore in self.CASES:
            with self.subTest(rule):
                found = outcome(**seen)
                said = [f for f in found.findings if f.rule == f"look_{rule}"]
                self.assertEqual([f.kind for f in said], [kind])
                needs = " ".join(need.part for need in found.needs)
                chores = " ".join(chore.what for chore in found.chores)
                self.assertIn(need or "", needs)
                self.assertIn(chore or "", chores)

    def test_every_fault_of_every_part_leads_to_something_of_its_own(self):
        for part in ALL_PARTS.values():
            for fault in part.faults:
                with self.subTest(part=part.key, fault=fault):
                    found = outcome_of(part, fault)
                    said = [f.what for f in found.findings if f.place == f"parts.{part.key}"]
                    self.assertTrue(said and all(text.endswith(".") for text in said), said)
                    self.assertNotIn("{", repr(found))

    def test_every_pick_about_a_part_leads_to_something(self):
        quiet = {"nuts": ["unseen"], "cover": ["unseen", "nothing"], "material": ["unseen"]}
        picks = {"nuts": Nuts, "cover": Cover, "material": Material}
        part = {
            "nuts": "rear_link_left",
            "cover": "rear_link_left",
            "material": "rear_bushing_left",
        }
        for name, values in picks.items():
            for value in values:
                with self.subTest(pick=value):
                    found = outcome(**{f"parts__{part[name]}__{name}": value})
                    led = bool(found.findings or found.needs or found.chores)
                    self.assertEqual(led, value not in quiet[name])

    def test_a_bolt_to_be_cleaned_makes_its_chore(self):
        chores = outcome(parts__rear_link_left__bolts="clean").chores
        self.assertIn("brush the threads of the rear link, left clean", chores[0].what)

    def test_chores_come_in_the_order_of_the_work(self):
        found = outcome(rust="heavy", parts__rear_drive_shaft__faults="in the way of a bar")
        when = [list(When).index(chore.when) for chore in found.chores]
        self.assertEqual(when, sorted(when))
        self.assertGreater(len(set(when)), 3)

    def test_bolts_to_be_renewed_go_to_the_parts(self):
        found = outcome(parts__rear_u_bolts_left__bolts="renew")
        self.assertEqual([n.part for n in found.needs], ["bolts of the rear spring U-bolts, left"])

    def test_links_worn_on_both_sides_are_one_pair(self):
        found = outcome(
            parts__rear_link_left__rating="replace", parts__rear_link_right__rating="stop"
        )
        self.assertEqual([n.quantity for n in found.needs if n.part == "rear links, pair"], [1])

    def test_no_rust_and_good_parts_ask_for_nothing_and_light_rust_for_paint(self):
        good = {f"parts__{part.key}__rating": "good" for part in parts_to_see(VEHICLE)}
        found = outcome(rust="none", **good)
        self.assertEqual((found.findings, found.needs, found.chores), ([], [], []))
        self.assertIn("paint", outcome(rust="light", **good).needs[0].part)

    def test_nothing_looked_at_says_nothing(self):
        self.assertEqual(outcome().findings, [])


class LookOverTests(unittest.TestCase):
    def test_faults_are_typed_as_a_list_and_belong_to_their_part(self):
        seen = look(parts__rear_link_left__faults="play, torn boot")
        self.assertEqual(seen.of("rear_link_left").faults, (Fault.PLAY, Fault.TORN_BOOT))
        self.assertEqual(seen.of("rear_link_right").rating, Rating.UNSEEN)
        for path, typed, field in (
            ("parts.rear_link_left.faults", "leaks", "parts.rear_link_left.faults"),
            ("parts.rear_link_left.faults", "play, play", "parts.rear_link_left.faults"),
            ("parts.rear_wing.rating", "good", "parts.rear_wing"),
            ("parts.rear_link_left", "good", "parts.rear_link_left"),
            ("parts.rear_link_left.note", "x" * 401, "parts.rear_link_left.note"),
            ("rear_tube.diameter_m", "3 m", "rear_tube.diameter_m"),
        ):
            with self.assertRaises(InputError) as caught:
                enter(LookOver(), path, typed, Known.MEASURED)
            self.assertEqual(caught.exception.field, field)


class AsFoundTests(unittest.TestCase):
    def lean(self, vehicle, set_up=None):
        return evaluate(vehicle, set_up or SetUp()).states[0].before.reference_lean_rad

    def test_a_broken_bar_or_a_link_gone_does_no_work_and_the_lean_says_so(self):
        without = self.lean(replace(VEHICLE, rear=replace(VEHICLE.rear, standard_bar=None)))
        for seen in (
            {"parts__rear_bar__faults": "broken"},
            {"parts__rear_link_left__faults": "missing"},
            {"parts__rear_link_right__faults": "broken"},
        ):
            with self.subTest(seen):
                self.assertAlmostEqual(self.lean(as_found(VEHICLE, look(**seen))), without)
        self.assertLess(self.lean(as_found(VEHICLE, look())), without)

    def test_renewed_links_give_the_bar_back_but_do_not_mend_a_broken_one(self):
        renewed = SetUp(rear_joints=Joints.RENEWED)
        whole = evaluate(VEHICLE, renewed).states[0].after.reference_lean_rad
        link = as_found(VEHICLE, look(parts__rear_link_left__faults="missing"))
        broken = as_found(VEHICLE, look(parts__rear_bar__faults="broken"))
        self.assertAlmostEqual(evaluate(link, renewed).states[0].after.reference_lean_rad, whole)
        self.assertGreater(evaluate(broken, renewed).states[0].after.reference_lean_rad, whole)
