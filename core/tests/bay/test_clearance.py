import unittest

from axlecore.bay.clearance import NearObstacle, gap_says, obstacles_of
from axlecore.cli.plan import fit_of
from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from tests.build.jobs import upgrade
from tests.fitup.sheets import axle_fit, obstacle
from tests.plain import plain
from tests.rigs import m


class ClearanceTests(unittest.TestCase):
    def test_the_fit_up_s_obstacles_are_asked_for_nearest_first(self):
        near, far = obstacle(height_m=m(0.52)), obstacle(height_m=m(0.9))
        found = obstacles_of(fit_of(upgrade(fitting=Fitting(rear=axle_fit(obstacles=(far, near))))))
        self.assertGreaterEqual(len(found), 2)
        self.assertEqual([one.computed_m for one in found], sorted(one.computed_m for one in found))
        self.assertTrue(all(one.name.startswith("rear ") for one in found))
        self.assertEqual(obstacles_of(None), [])

    def test_a_gap_is_held_against_what_it_needs_and_what_paper_said(self):
        exhaust = NearObstacle("rear.0", "rear exhaust", 0.020, 0.030)
        self.assertEqual(gap_says(exhaust, 0.028), "")
        self.assertIn("10 mm less than on paper", plain(gap_says(exhaust, 0.020)))
        self.assertIn("needs 20 mm: make room", plain(gap_says(exhaust, 0.012)))
        for bad in (-0.001, 9.0, float("nan")):
            with self.assertRaises(InputError) as caught:
                gap_says(exhaust, bad)
            self.assertEqual(caught.exception.field, "typed")
