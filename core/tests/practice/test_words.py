import re
import unittest

from axlecore.lean.uncertainty import certainty
from axlecore.practice.classes import class_vehicle
from axlecore.practice.words import chosen_words, how_known
from axlecore.quantities.measure import Known
from axlecore.vehicle.rig import RigKind, SetUp


class WordsTests(unittest.TestCase):
    def test_every_number_that_moves_the_lean_is_counted_once_by_how_it_is_known(self):
        vehicle = class_vehicle(RigKind.MOTORHOME)
        found = certainty(vehicle, SetUp(), vehicle.load_states[0].key)
        said = how_known(found)
        whole, *parts = (int(number) for number in re.findall(r"\d+", said))
        self.assertEqual(whole, len(found.costs))
        self.assertEqual(sum(parts), whole)
        typical = sum(cost.known is Known.DEFAULT for cost in found.costs)
        self.assertIn(f"{typical} typical for its class", said)

    def test_nothing_chosen_is_said(self):
        self.assertEqual(chosen_words(SetUp()), ["Nothing is chosen: it stays as it is"])
