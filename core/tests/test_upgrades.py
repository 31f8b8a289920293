"""What earlier versions wrote is read as it was meant, by steps that never change."""

import hashlib
import unittest
from pathlib import Path

from axlecore import upgrades
from axlecore.formats import from_plain, to_plain
from axlecore.quantities.measure import Evidence, Known, Measured
from axlecore.upgrades.axle_loads import brought_over
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Vehicle
from tests.rigs import vehicle_c

#: Documents were brought over by these; one that changes would bring others over otherwise.
FROZEN = {
    "words_of_the_trade.py": "97300b3d157dede8",
    "axle_loads.py": "01003442fe9e08e6",
}


class FrozenTests(unittest.TestCase):
    def test_a_step_that_was_released_is_as_it_was(self):
        folder = Path(upgrades.__file__).parent
        steps = {
            file.name: hashlib.sha256(file.read_bytes()).hexdigest()[:16]
            for file in folder.glob("*.py")
            if file.name != "__init__.py"
        }
        self.assertEqual(steps, FROZEN)


class AxleLoadTests(unittest.TestCase):
    def earlier(self, **half):
        """A sheet as 0.5 wrote it, its front axle entered as one."""
        document = to_plain(vehicle_c())
        [state, *_] = document["load_states"]
        state.pop("front_kg")
        for side in ("left", "right"):
            state[f"front_{side}_kg"] = {"value": 1500.0, "simulated": False, **half}
        return document

    def test_two_halves_are_the_one_number_that_was_typed(self):
        for tolerance, known in ((15.0, "measured"), (30.0, "plate"), (300.0, "estimated")):
            document = self.earlier(known="estimated", tolerance=tolerance, typed="half of 3000 kg")
            [state, *_] = from_plain(brought_over(document), Vehicle).load_states
            self.assertEqual(state.front_kg, Measured(3000, Known(known), tolerance, "3000 kg"))
            self.assertEqual(state.front_left_kg, Measured(1500, Known.ESTIMATED, 150.0))
            self.assertEqual(state.axle_tolerance_kg(End.FRONT), tolerance)

    def test_wheels_that_were_read_stay_two_readings(self):
        document = self.earlier(known="measured", tolerance=7.5, typed="1500 kg")
        [state, *_] = from_plain(brought_over(document), Vehicle).load_states
        self.assertIsNone(state.front_kg)
        self.assertEqual(state.front_left_kg.typed, "1500 kg")

    def test_what_the_road_gave_is_evidence_and_no_words(self):
        document = to_plain(vehicle_c())
        document["spring_correction"] = {
            "value": 0.9,
            "known": "measured",
            "tolerance": 0.05,
            "typed": "from road runs",
            "simulated": False,
        }
        found = from_plain(brought_over(document), Vehicle).spring_correction
        self.assertEqual((found.evidence, found.typed), (Evidence.ROAD_RUNS, ""))

    def test_what_is_current_is_left_alone(self):
        document = to_plain(vehicle_c())
        self.assertEqual(upgrades.upgraded(document), document)
