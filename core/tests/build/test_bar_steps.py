import unittest

from axlecore.fitup.sheet import Fitting
from axlecore.vehicle.rig import Action
from tests.build.jobs import planned, upgrade
from tests.fitup.sheets import axle_fit, obstacle
from tests.rigs import m


class WayOutTests(unittest.TestCase):
    def way_out(self, left_mm, right_mm):
        pipe = obstacle(name="Exhaust", left_m=m(left_mm / 1e3), right_m=m(right_mm / 1e3))
        fitting = Fitting(rear=axle_fit(obstacles=(pipe,)))
        job = upgrade(action=Action.REPLACE, fitting=fitting)
        steps = {step.key: step for step in planned(job).steps}
        return steps["rear.bar.out"].what

    def test_a_bar_leaves_on_the_side_where_no_exhaust_passes(self):
        """Left of the middle counts up."""
        self.assertIn("to the right", self.way_out(700, 300))
        self.assertIn("to the left", self.way_out(-300, -700))
