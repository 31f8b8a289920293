import math
import unittest

from axlecore.lean.evaluate import evaluate
from axlecore.practice.class_tables import CLASSES
from axlecore.practice.classes import class_vehicle
from axlecore.vehicle.axle import Springs
from axlecore.vehicle.rig import RigKind, SetUp

#: Roll gradient people know of each kind as it comes [° per g].
KNOWN = {
    RigKind.MOTORHOME: (8, 12),
    RigKind.COACH: (8, 11),
    RigKind.PICKUP: (4, 7),
    RigKind.CAMPER_PICKUP: (4, 7),
    RigKind.WAGON: (3, 6),
    RigKind.VAN: (3, 6),
}


class ClassTests(unittest.TestCase):
    def test_every_class_leans_as_people_know_it_and_says_what_it_rests_on(self):
        for kind in RigKind:
            (state,) = evaluate(class_vehicle(kind), SetUp()).states
            low, high = KNOWN[kind]
            gradient = math.degrees(state.before.roll_gradient_rad_per_g)
            self.assertTrue(low <= gradient <= high, f"{kind}: {gradient:.1f} °/g")
            self.assertIn("°/g", CLASSES[kind].rests_on)

    def test_leaves_twist_and_nobody_knows_a_bars_steel_or_arms(self):
        rear = class_vehicle(RigKind.MOTORHOME).rear
        self.assertEqual((rear.springs, rear.leaf_twist.value), (Springs.LEAF, 1.25))
        self.assertEqual(rear.standard_bar.bar.steel, "unknown")
        self.assertGreater(rear.standard_bar.bar.arm_tolerance_m, 0.005)
        self.assertEqual(class_vehicle(RigKind.VAN).front.leaf_twist.value, 1.0)
