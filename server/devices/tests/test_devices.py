import unittest

import numpy as np

from axlecore.vehicle.ends import Wheel
from devices.readings import pads_read
from devices.simulated import FAULTY_WHEEL, PadFault, SimulatedPads
from shops.tests.people import TwoShops


class PadReadingTests(unittest.TestCase):
    TRUTH = dict(zip(Wheel, (1010.0, 995.0, 1900.0, 1850.0), strict=True))

    def read(self, fault):
        pads = SimulatedPads(self.TRUTH, fault, np.random.default_rng(5))
        return {pad.wheel: pad for pad in pads_read(pads)}

    def test_well_behaved_pads_read_within_a_division(self):
        for wheel, pad in self.read(PadFault.NONE).items():
            self.assertTrue(pad.steady)
            self.assertEqual(pad.says, "")
            self.assertAlmostEqual(pad.load_kg, self.TRUTH[wheel], delta=5.0)

    def test_each_fault_is_said_and_only_of_its_pad(self):
        for fault, words, steady in (
            (PadFault.NOISY, "jumps by", False),
            (PadFault.DRIFTING, "still climbs", False),
            (PadFault.OFF_BY_ONE, "with nothing on it; taken off", True),
            (PadFault.DROPS_OUT, "sends nothing", False),
        ):
            read = self.read(fault)
            faulty = read.pop(FAULTY_WHEEL)
            self.assertIn(words, faulty.says)
            self.assertEqual(faulty.steady, steady)
            self.assertEqual({pad.says for pad in read.values()}, {""})

    def test_a_zero_off_by_one_division_is_taken_off_the_load(self):
        pad = self.read(PadFault.OFF_BY_ONE)[FAULTY_WHEEL]
        self.assertAlmostEqual(pad.load_kg, self.TRUTH[FAULTY_WHEEL], delta=5.0)

    def test_a_silent_pad_has_no_load_rather_than_zero(self):
        self.assertIsNone(self.read(PadFault.DROPS_OUT)[FAULTY_WHEEL].load_kg)
        self.assertFalse(self.read(PadFault.DROPS_OUT)[FAULTY_WHEEL].steady)


class DeviceApiTests(TwoShops):
    def read(self, what, body=None, client=None):
        return self.send("POST", f"/jobs/{self.job.pk}/devices/{what}", body, client)

    def test_reading_pads_changes_nothing_until_it_is_taken_over(self):
        answer = self.read("pads", {"state": "trip_ready", "fault": "drops_out"}).json()
        loads = {pad["wheel"]: pad["load_kg"] for pad in answer["pads"]}
        self.assertIsNone(loads["rear_right"])
        self.assertGreater(loads["rear_left"], 1000)
        self.job.vehicle.refresh_from_db()
        self.assertEqual(self.job.vehicle.version, 1)

    def test_a_state_that_is_not_there_and_an_axle_without_a_bar_are_refused(self):
        self.assert_refused(self.read("pads", {"state": "towing"}), 422, "state")
        self.assertEqual(self.read("pads", {"state": "trip_ready", "fault": "?"}).status_code, 422)
        self.assert_refused(self.read("caliper?axle=middle"), 422, "axle")
        part = {"base_version": 1, "place": "rear.standard_bar", "fitted": False}
        self.send("POST", f"/jobs/{self.job.pk}/sheet/parts", part)
        self.assert_refused(self.read("caliper?axle=rear"), 422, "axle", "no bar")

    def test_the_caliper_reads_near_the_bar_and_the_same_place_the_same(self):
        first = self.read("caliper?axle=rear&reading=1").json()["typed"]
        self.assertRegex(first, r"^2[67]\.\d mm$")
        self.assertEqual(self.read("caliper?axle=rear&reading=1").json()["typed"], first)

    def test_the_tilt_logger_wants_the_mass_first_then_reads_both_sides_and_a_push(self):
        self.assert_refused(self.read("tilt"), 422, "roll_test.mass_kg")
        self.sheet_edit("roll_test.mass_kg", "200 kg")
        self.sheet_edit("roll_test.moved_m", "900 mm", base=2)
        answer = self.read("tilt").json()
        right, left = (float(answer[f"lean_{side}"].rstrip("°")) for side in ("right", "left"))
        self.assertGreater(right, left, "friction holds it towards where it came from")
        self.assertEqual(len(answer["time_s"]), len(answer["roll_deg"]))
        self.assertGreaterEqual(answer["half_swings_between"], 1)

    def test_nobody_of_another_shop_and_no_viewer_reads_a_device(self):
        stranger, viewer = self.as_(self.stranger), self.as_(self.viewer)
        for what, body in (
            ("pads", {"state": "trip_ready"}),
            ("caliper?axle=rear", None),
            ("tilt", None),
        ):
            self.assertEqual(self.read(what, body, stranger).status_code, 404)
            self.assert_refused(self.read(what, body, viewer), 403, "role")
