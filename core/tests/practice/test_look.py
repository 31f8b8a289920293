import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.practice.consequences import _RULES, consequences
from axlecore.practice.finding import Kind
from axlecore.practice.look import Fault, LookOver, Rating, parts_to_see
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.axle import AirBags, Suspension
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

    def test_every_rule_but_bolts_has_its_case(self):
        self.assertEqual(len({rule for _, rule, *_ in self.CASES}), 21)
        self.assertEqual(len(_RULES), 20, "exhaust and lines say two things each, bolts none")

    def test_bolts_to_be_renewed_go_to_the_parts(self):
        found = outcome(parts__rear_u_bolts_left__bolts="renew")
        self.assertEqual([n.part for n in found.needs], ["bolts of the rear spring u-bolts, left"])

    def test_links_worn_on_both_sides_are_one_pair(self):
        found = outcome(
            parts__rear_link_left__rating="replace", parts__rear_link_right__rating="stop"
        )
        self.assertEqual([n.quantity for n in found.needs if n.part == "rear links, pair"], [1])

    def test_light_rust_and_good_parts_ask_for_nothing(self):
        good = {f"parts__{part.key}__rating": "good" for part in parts_to_see(VEHICLE)}
        found = outcome(rust="light", **good)
        self.assertEqual((found.findings, found.needs, found.chores), ([], [], []))

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
