import unittest
from dataclasses import replace

from axlecore.errors import InputError, UnstableError
from axlecore.lean.evaluate import evaluate
from axlecore.practice.classes import added_state, change_part, class_vehicle
from axlecore.practice.finding import Kind
from axlecore.practice.findings import assess, findings, unstable_finding
from axlecore.quantities.entry import enter, fit_part, walk
from axlecore.quantities.measure import Known
from axlecore.vehicle.axle import AirBags, AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.readings import BarReadings
from axlecore.vehicle.rig import Action, RigKind, SetUp
from tests.plain import plain
from tests.rigs import bar, choice, fitted, m, vehicle_c


def said(vehicle, set_up=SetUp()):
    return {f.rule: f for f in findings(vehicle, set_up, evaluate(vehicle, set_up))}


class FindingTests(unittest.TestCase):
    def test_over_an_axle_rating_is_a_stop_with_the_excess(self):
        over = enter(vehicle_c(), "rear.rating_kg", "3000 kg", Known.PLATE)
        finding = said(over)["over_axle_rating"]
        self.assertEqual(finding.kind, Kind.STOP)
        self.assertIn("144 kg too much", plain(finding.why))
        self.assertIn("No bar raises a rating", finding.todo)
        self.assertNotIn("over_axle_rating", said(vehicle_c()))

    def test_over_the_vehicle_rating_is_a_stop(self):
        over = enter(vehicle_c(), "rating_kg", "5000 kg", Known.PLATE)
        self.assertEqual(said(over)["over_vehicle_rating"].kind, Kind.STOP)

    def test_an_axle_that_was_read_as_one_is_pointed_at_as_one(self):
        places = {}
        for name, typed in (("rear_kg", "4000 kg"), ("rear_left_kg", "2000 kg")):
            heavy = enter(vehicle_c(), f"load_states.0.{name}", typed, Known.MEASURED)
            for rating in ("rear.rating_kg", "rating_kg"):
                heavy = enter(heavy, rating, "3000 kg", Known.PLATE)
            found = said(heavy)
            places[name] = {
                found[rule].place for rule in ("over_axle_rating", "over_vehicle_rating")
            }
        self.assertEqual(places["rear_kg"], {"load_states.0.rear_kg"})
        self.assertEqual(places["rear_left_kg"], {"load_states.0.rear_left_kg"})

    def test_a_stiff_rear_bar_warns_of_the_front_share(self):
        finding = said(vehicle_c(), SetUp(rear=choice()))["front_share_falls"]
        self.assertEqual((finding.kind, finding.state), (Kind.WATCH, LoadKey.TRIP_READY))
        self.assertNotIn("front_share_falls", said(vehicle_c(), SetUp(front=choice(Action.NEW))))

    def test_a_new_bar_has_no_percentage(self):
        finding = said(vehicle_c(), SetUp(front=choice(Action.NEW)))["gain_without_base"]
        self.assertIn("kN·m per degree", finding.why)
        self.assertNotIn("gain_without_base", said(vehicle_c(), SetUp(rear=choice())))

    def test_steel_is_said_not_to_change_stiffness_and_does_not(self):
        for steel in ("s355", "5160_hardened"):
            chosen = choice()
            fitted = replace(chosen.fitted, bar=bar(34.9, steel=steel))
            why = said(vehicle_c(), SetUp(rear=replace(chosen, fitted=fitted)))
            self.assertIn("285 N/mm in any", plain(why["steel_is_not_stiffness"].why))

    def test_a_tube_is_told_from_a_solid_bar(self):
        chosen = choice()
        fitted = replace(chosen.fitted, bar=bar(34.9, 22.0))
        why = said(vehicle_c(), SetUp(rear=replace(chosen, fitted=fitted)))
        # 239.7 / 284.7 of the worked cases.
        self.assertIn("84 % of a solid", why["hollow_against_solid"].why)

    def test_only_connected_air_bags_are_a_watch(self):
        for lines in AirLines:
            vehicle = fit_part(vehicle_c(), "rear.air_bags", AirBags(m(35e3), m(0.9), lines))
            found = "air_bags_connected" in said(vehicle)
            self.assertEqual(found, lines is AirLines.CONNECTED)

    def test_an_early_wheel_lift_is_said_with_its_bend(self):
        tall = enter(vehicle_c(), "load_states.0.centre_of_gravity_height_m", "1.6 m", Known.PLATE)
        self.assertRegex(
            said(tall, SetUp(rear=choice()))["wheel_lifts"].what, r"lifts at 0\.\d\d g"
        )

    def test_the_push_of_the_wind_is_always_said_to_stay(self):
        self.assertIn("push_stays", said(vehicle_c()))

    def test_defaults_are_counted_until_measured(self):
        vehicle = class_vehicle(RigKind.MOTORHOME)
        count = sum(1 for _ in walk(vehicle))
        self.assertTrue(said(vehicle)["still_defaults"].what.startswith(str(count)))
        self.assertNotIn("still_defaults", said(vehicle_c()))

    def test_gravest_first_and_none_without_reason_or_reckoning(self):
        over = enter(vehicle_c(), "rear.rating_kg", "3000 kg", Known.PLATE)
        found = findings(over, SetUp(rear=choice()), evaluate(over, SetUp(rear=choice())))
        ranks = [list(Kind).index(f.kind) for f in found]
        self.assertEqual(ranks, sorted(ranks, reverse=True))
        self.assertTrue(all(f.what and f.why and f.todo and f.formula for f in found))

    def test_places_lead_to_inputs_that_exist(self):
        vehicle = enter(class_vehicle(RigKind.PICKUP), "rear.rating_kg", "1000 kg", Known.PLATE)
        set_up = SetUp(rear=choice())
        for finding in findings(vehicle, set_up, evaluate(vehicle, set_up)):
            found = vehicle
            path = finding.place or ""
            if path.startswith("set_up."):
                found, path = set_up, path.removeprefix("set_up.")
            for part in path.split(".") if path else []:
                found = found[int(part)] if part.isdecimal() else getattr(found, part)

    def test_an_unstable_vehicle_is_a_stop_in_words(self):
        finding = unstable_finding(UnstableError(("trip-ready",)))
        self.assertEqual(finding.kind, Kind.STOP)
        self.assertIn("tips over", finding.why)

    def test_what_cannot_be_computed_is_said_in_place_of_results(self):
        low = enter(
            vehicle_c(), "load_states.0.centre_of_gravity_height_m", "0.5 m", Known.MEASURED
        )
        for vehicle, set_up, place in (
            (low, SetUp(), "load_states.0.centre_of_gravity_height_m"),
            (vehicle_c(), SetUp(rear=choice(Action.NEW)), "set_up.rear.action"),
        ):
            answer = assess(vehicle, set_up)
            self.assertIsNone(answer.evaluation)
            self.assertEqual([(f.kind, f.place) for f in answer.findings], [(Kind.STOP, place)])


class ClassTests(unittest.TestCase):
    def test_every_class_stands_and_leans_like_a_vehicle(self):
        """Between a stiff car and the tallest coach: 3 to 18 degrees per g."""
        for kind in RigKind:
            vehicle = class_vehicle(kind)
            gradient = evaluate(vehicle, SetUp()).states[0].before.roll_gradient_rad_per_g
            self.assertTrue(0.05 < gradient < 0.31, f"{kind}: {gradient}")
            self.assertTrue(all(found.known is Known.DEFAULT for _, _, found in walk(vehicle)))

    def test_a_state_added_is_weighed_by_nobody(self):
        state = added_state(vehicle_c(), LoadKey.TOWING)
        self.assertEqual(state.axle_kg(End.FRONT), vehicle_c().load_states[0].axle_kg(End.FRONT))
        self.assertTrue(all(found.known is Known.DEFAULT for _, _, found in walk(state)))

    def test_parts_come_with_defaults_and_go_again(self):
        vehicle = vehicle_c()
        for place in ("front.standard_bar", "rear.air_bags", "front.dual_spacing_m"):
            added = change_part(vehicle, place, True)
            self.assertNotEqual(added, vehicle)
            self.assertEqual(change_part(added, place, False), vehicle)
        more = change_part(vehicle, "profile.blocks", True)
        self.assertEqual(change_part(more, "profile.blocks", False), vehicle)

    def test_an_axle_changes_its_suspension_both_ways(self):
        swapped = change_part(vehicle_c(), "front.suspension", False)
        self.assertIsNone(swapped.front.link_spacing_m)
        back = change_part(swapped, "front.suspension", True)
        self.assertIs(back.front.link_spacing_m.known, Known.DEFAULT)

    def test_load_states_keep_their_order_and_the_last_one_stays(self):
        vehicle = change_part(vehicle_c(), "load_states.maximum", True)
        vehicle = change_part(vehicle, "load_states.empty", True)
        self.assertEqual([s.key for s in vehicle.load_states], ["empty", "trip_ready", "maximum"])
        with self.assertRaises(InputError):
            change_part(vehicle_c(), "load_states.trip_ready", False)
        with self.assertRaises(InputError):
            change_part(vehicle_c(), "load_states.flying", True)


class ReadingsRulesTests(unittest.TestCase):
    def said(self, rule, vehicle):
        found = [f for f in assess(vehicle, SetUp()).findings if f.rule == rule]
        self.assertEqual(len(found), 1, rule)
        return found[0]

    def test_more_load_on_the_left_leans_to_the_left(self):
        state = replace(vehicle_c().load_states[0], rear_left_kg=m(1700.0), rear_right_kg=m(1444.2))
        finding = self.said("leans_at_rest", replace(vehicle_c(), load_states=(state,)))
        self.assertIn("to the left at rest", finding.what)
        self.assertFalse(
            [f for f in assess(vehicle_c(), SetUp()).findings if f.rule == "leans_at_rest"]
        )

    def test_a_bar_quoted_a_millimetre_too_thick_is_seventeen_per_cent_off(self):
        bar = replace(fitted(25.0), readings=BarReadings(quoted_diameter_m=m(0.026)))
        vehicle = replace(vehicle_c(), rear=replace(vehicle_c().rear, standard_bar=bar))
        finding = self.said("quoted_differs", vehicle)
        # (25/26)⁴ = 0.855
        self.assertIn("15 % less stiffness", finding.why)

    def test_play_lets_the_bar_idle(self):
        bar = replace(fitted(), link_play_m=m(0.004))
        vehicle = replace(vehicle_c(), rear=replace(vehicle_c().rear, standard_bar=bar))
        # 4 mm of whole free travel over 1.04 m of link spacing is 0.22°.
        self.assertIn("first 0.2°", self.said("loses_motion", vehicle).what)

    def test_a_sloping_floor_is_said(self):
        vehicle = replace(vehicle_c(), floor_slope_rad=m(-0.01))
        self.assertIn("0.6°", self.said("floor_slopes", vehicle).why)
