import unittest

from axlecore.bars.bar import Bar, square_u
from axlecore.choosing.ranking import Wishes
from axlecore.fitup.schools import SCHOOLS, settled
from axlecore.practice.completion import Priced, Rates
from axlecore.practice.look import LookOver
from axlecore.practice.options import axle_options
from axlecore.practice.plan import planned
from axlecore.practice.ways import way_chores
from axlecore.quantities.measure import Measured
from axlecore.racks.parts import BarRole, FitsFor, MadeFor, PartKind, RackPart
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from tests.rigs import vehicle_c

#: What these come to is not a chore: how holes are scored, which torque is aimed at, what is
#: bought first, which stages are places to stop.
ELSEWHERE = {"attitude", "torque", "first", "ends"}


def bar(number, axle, diameter_m, price):
    shape = Bar(
        name=number,
        outside_diameter_m=Measured(diameter_m),
        bore_m=Measured(0.0),
        centre_line_m=square_u(0.26, 1.02),
        bushing_span_m=Measured(0.8),
    )
    part = RackPart(
        PartKind.KIT,
        number,
        "Maker",
        FitsFor(MadeFor(axle), 100.0, 9000.0),
        bar=shape,
        role=BarRole.EITHER,
    )
    return Priced(0, part, price, 3)


def stages(**ways):
    vehicle = vehicle_c()
    front, rear = bar("F", "front", 0.030, 700.0), bar("R", "rear", 0.034, 300.0)
    parts = {End.FRONT: [front], End.REAR: [rear]}
    found = {end: axle_options(vehicle, LookOver(), end, parts[end], Rates(90.0)) for end in End}
    wishes = Wishes(share_loss=1.0, share_gain=1.0)
    key = vehicle.load_states[0].key
    return planned(vehicle, LoadKey(key), found, 90.0, wishes, settled(ways)).stages


class WayTests(unittest.TestCase):
    def test_every_way_bears_on_something(self):
        for school in SCHOOLS:
            for option in school.options:
                with self.subTest(matter=school.key, way=option):
                    own = {c.what for c in way_chores(settled({school.key: option}))}
                    other = next(key for key in school.options if key != option)
                    others = {c.what for c in way_chores(settled({school.key: other}))}
                    self.assertEqual(own != others, school.key not in ELSEWHERE)

    def test_bars_or_springs_first_orders_the_plan(self):
        bars = [one.key for one in stages(first="bars")]
        springs = [one.key for one in stages(first="springs")]
        helper = "helper springs of the usual rate"
        self.assertIn(helper, bars)
        self.assertGreater(bars.index(helper), 0)
        self.assertEqual(springs[0], helper)

    def test_front_or_rear_first_orders_the_bars(self):
        def ends(way):
            return [one.end for one in stages(ends=way, first="bars") if "hole" in one.key]

        self.assertEqual(ends("rear")[0], End.REAR)
        self.assertEqual(ends("front")[0], End.FRONT)

    def test_as_a_set_one_end_alone_is_no_place_to_stop(self):
        lone = [
            one for one in stages(ends="set", first="bars") if "one end alone" in str(one.breaks)
        ]
        self.assertEqual(len(lone), 1)
        self.assertFalse(any("one end alone" in str(one.breaks) for one in stages()))
