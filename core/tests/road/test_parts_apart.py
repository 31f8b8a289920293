import math
import unittest

from axlecore.errors import InputError
from axlecore.lean.mass_shift import lean_under_moment
from axlecore.lean.roll_model import model_of
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.road.parts_apart import YardLean, gains
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, SetUp
from tests.rigs import fitted, vehicle_c


def leaned(name, set_up, mass_kg=120.0):
    """A test of vehicle C as its model leans."""
    moment = mass_kg * GRAVITY_M_S2 * 0.9
    lean = float(lean_under_moment(model_of(vehicle_c(), set_up, LoadKey.TRIP_READY), moment)[0])
    return YardLean(name, mass_kg, 0.9, lean * 1.05, lean * 0.95)


class PartsApartTests(unittest.TestCase):
    def test_each_part_has_its_own_gain_whatever_mass_was_moved(self):
        rear = SetUp(rear=AxleChoice(Action.SUPPLEMENT, fitted()))
        both = SetUp(rear=rear.rear, front=AxleChoice(Action.NEW, fitted()))
        found = gains(
            [
                leaned("as it stood", SetUp()),
                leaned("rear bar", rear, mass_kg=90.0),
                leaned("front bar", both, mass_kg=150.0),
            ]
        )
        self.assertEqual([one.fitted for one in found], ["rear bar", "front bar"])
        self.assertAlmostEqual(sum(one.share for one in found), 1.0)
        for one in found:
            self.assertTrue(one.lean.low < one.lean.value < one.lean.high < 1.0)

    def test_a_finer_reading_tells_more_and_nothing_tells_without_a_name(self):
        rough = YardLean("x", 100, 1, math.radians(1), math.radians(1), band_rad=0.002)
        fine = YardLean("x", 100, 1, math.radians(1), math.radians(1), band_rad=0.0002)
        self.assertGreater(
            gains([rough, rough])[0].lean.half_part, gains([fine, fine])[0].lean.half_part
        )
        with self.assertRaises(InputError):
            gains([fine, YardLean(" ", 100, 1, 0.01, 0.01)])
        with self.assertRaises(InputError):
            YardLean("x", 100, 1, 0.0, 0.01)
        self.assertEqual(gains([]), [])
