import unittest

from axlecore.errors import InputError
from axlecore.fitup.applied import fitted_bar
from axlecore.fitup.links import Attitude
from axlecore.fitup.report import fit_report
from axlecore.fitup.sheet import (
    Fitting,
    Layout,
)
from axlecore.fitup.start import (
    LAYOUTS,
    OBSTACLES,
    begin,
    usual_stack,
    with_part,
    without_part,
)
from axlecore.practice.classes import class_vehicle
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind, SetUp
from tests.fitup.sheets import axle_fit, pick
from tests.rigs import bar, vehicle_c

BAR = bar()


class StartTests(unittest.TestCase):
    def test_every_suspension_of_every_kind_of_vehicle_starts_without_trouble(self):
        """Usual places go together: nothing hits, nothing is over centre, links do not carry."""
        tried = 0
        for kind in RigKind:
            vehicle = class_vehicle(kind)
            for name in (End.FRONT, End.REAR):
                axle = vehicle.of_end(name)
                for layout in LAYOUTS:
                    there = fitted_bar(vehicle, SetUp(), name).bar
                    try:
                        fit = begin(axle, there, Layout(layout))
                    except InputError as error:
                        self.assertIn("start from", error.message)
                        continue
                    report = fit_report(
                        vehicle, SetUp(), name, fit, Attitude.LEAST_CHANGE, None, ()
                    )
                    where = f"{kind} {name} {layout}"
                    self.assertEqual(report.left.problem, "", where)
                    self.assertIsNone(report.left.swing_past_m, where)
                    self.assertEqual([g.name for g in report.gaps if not g.fine], [], where)
                    self.assertTrue(any(not one.troubles for one in report.matrix), where)
                    tried += 1
        self.assertGreater(tried, 20)

    def test_a_sheet_starts_from_a_suspension_of_its_own_kind(self):
        solid = vehicle_c().rear
        with self.assertRaises(InputError) as caught:
            begin(solid, BAR, Layout.STRUT)
        self.assertEqual(caught.exception.field, "layout")

    def test_things_are_added_and_taken_away(self):
        axle = vehicle_c().rear
        fitting = Fitting(rear=axle_fit())
        for place in ("link_hole", "bar_place", "drilled", "stack", *OBSTACLES):
            fitting = with_part(fitting, End.REAR, axle, place)
        fit = fitting.rear
        self.assertEqual(
            (len(fit.link_holes), len(fit.bar_places), len(fit.drilled), len(fit.obstacles)),
            (3, 2, 1, len(OBSTACLES)),
        )
        self.assertEqual(fit.stack, usual_stack())
        for place in ("link_holes.2", "bar_places.1", "drilled.0", "stack", "obstacles.0"):
            fitting = without_part(fitting, End.REAR, place)
        self.assertEqual(len(fitting.rear.obstacles), len(OBSTACLES) - 1)
        self.assertIsNone(fitting.rear.stack)

    def test_a_pick_keeps_its_hole_when_one_before_it_goes(self):
        fitting = Fitting(rear=axle_fit(both=pick(link_hole=1)))
        fit = without_part(fitting, End.REAR, "link_holes.0").rear
        self.assertEqual(fit.link_holes[fit.left.link_hole], axle_fit().link_holes[1])
        self.assertEqual(fit.right.link_hole, 0)

    def test_what_is_not_there_is_refused_by_name(self):
        fitting = Fitting(rear=axle_fit())
        for work in (
            lambda: with_part(fitting, End.REAR, vehicle_c().rear, "moon"),
            lambda: with_part(fitting, End.FRONT, vehicle_c().rear, "tyre"),
            lambda: with_part(fitting, "top", vehicle_c().rear, "tyre"),
            lambda: without_part(fitting, End.REAR, "obstacles.3"),
            lambda: without_part(fitting, End.REAR, "mount"),
            # A hole that is picked stays, and so the last one of a bracket.
            lambda: without_part(fitting, End.REAR, "bar_places.0"),
            lambda: without_part(fitting, End.REAR, "link_holes.0"),
        ):
            with self.assertRaises(InputError):
                work()
