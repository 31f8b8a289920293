from axlecore.formats import from_plain, to_plain
from axlecore.practice.classes import class_vehicle
from axlecore.vehicle.rig import RigKind
from axlecore.vehicle.rig import Vehicle as Sheet
from rigs.services import sheet_of, store_new, take_in
from shops.tests.people import TwoShops


class PartTests(TwoShops):
    """Parts of a vehicle over HTTP: they come with marked defaults and go without a trace."""

    def part(self, place, fitted, base):
        body = {"base_version": base, "place": place, "fitted": fitted}
        return self.send("POST", f"/jobs/{self.job.pk}/sheet/parts", body)

    def test_every_part_can_be_fitted_and_taken_away_again(self):
        first = self.job.vehicle.sheet
        base = 1
        for place in ("rear.air_bags", "front.dual_spacing_m", "profile.blocks"):
            fitted = self.part(place, True, base)
            self.assertEqual(fitted.status_code, 200, fitted.content)
            self.assertNotEqual(fitted.json()["job"]["sheet"], first)
            gone = self.part(place, False, base + 1).json()["job"]
            self.assertEqual(gone["sheet"], first, place)
            base += 2

    def test_air_bags_are_entered_once_they_are_there(self):
        self.assert_refused(
            self.sheet_edit("rear.air_bags.spacing_m", "900 mm"), 422, "rear.air_bags.spacing_m"
        )
        self.part("rear.air_bags", True, 1)
        entered = self.sheet_edit("rear.air_bags.spacing_m", "36 in", base=2).json()["job"]
        bags = entered["sheet"]["rear"]["air_bags"]
        self.assertAlmostEqual(bags["spacing_m"]["value"], 0.9144)
        self.assertEqual(bags["rate_n_per_m"]["known"], "default")
        shared = self.sheet_edit("rear.air_bags.lines", "connected", base=3)
        self.assertEqual(shared.json()["job"]["sheet"]["rear"]["air_bags"]["lines"], "connected")
        self.assert_refused(
            self.sheet_edit("rear.air_bags.lines", "knotted", base=4),
            422,
            "rear.air_bags.lines",
            "separate, connected",
        )

    def test_load_states_are_added_in_order_and_the_last_one_cannot_go(self):
        for base, key in enumerate(("towing", "empty"), start=1):
            self.part(f"load_states.{key}", True, base)
        answer = self.send("GET", f"/jobs/{self.job.pk}").json()
        keys = [state["key"] for state in answer["sheet"]["load_states"]]
        self.assertEqual(keys, ["empty", "trip_ready", "towing"])
        for base, key in enumerate(("towing", "empty"), start=3):
            self.part(f"load_states.{key}", False, base)
        self.assert_refused(self.part("load_states.trip_ready", False, 5), 422, "load_states")

    def test_the_last_block_of_the_side_cannot_go(self):
        self.part("profile.blocks", False, 1)
        refused = self.part("profile.blocks", False, 2)
        self.assert_refused(refused, 422, "profile.blocks", "1 to 12 blocks")

    def test_a_suspension_is_swapped_with_the_measurements_that_only_it_has(self):
        solid = self.part("front.suspension", True, 1).json()["job"]["sheet"]["front"]
        self.assertEqual(solid["suspension"], "solid")
        self.assertEqual(solid["spring_base_m"]["known"], "default")
        independent = self.part("front.suspension", False, 2).json()["job"]["sheet"]["front"]
        self.assertIsNone(independent["spring_base_m"])

    def test_a_part_nobody_knows_is_refused_with_those_there_are(self):
        self.assert_refused(self.part("rear.wings", True, 1), 422, "rear.wings", "air_bags")

    def test_taking_away_the_bar_that_a_choice_builds_on_is_said_as_a_stop(self):
        body = {"base_version": 1, "rear": {"action": "replace"}}
        self.send("PUT", f"/jobs/{self.job.pk}/choice", body)
        self.assertEqual(self.part("rear.standard_bar", False, 1).status_code, 200)
        said = self.client.get(f"/api/jobs/{self.job.pk}/assessment").json()
        self.assertIsNone(said["evaluation"])
        self.assertEqual(said["findings"][0]["place"], "set_up.rear.action")


class StoringTests(TwoShops):
    def test_what_is_stored_comes_back_equal_for_every_kind(self):
        for kind in RigKind:
            vehicle = take_in(self.lead, kind.value, "", kind, [], {})
            vehicle.refresh_from_db()
            self.assertEqual(sheet_of(vehicle), class_vehicle(kind))

    def test_a_stored_sheet_is_plain_json_that_core_reads(self):
        sheet = class_vehicle(RigKind.PICKUP)
        vehicle = store_new(self.lead, "Pickup", "", sheet)
        self.assertEqual(from_plain(vehicle.sheet, Sheet), sheet)
        self.assertEqual(vehicle.sheet, to_plain(sheet))
        self.assertEqual(vehicle.revisions.get().document, vehicle.sheet)
