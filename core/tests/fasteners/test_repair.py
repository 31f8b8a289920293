import math
import unittest

from axlecore.fasteners.drills import holes
from axlecore.fasteners.repair import Rung, repair_ladder
from axlecore.fasteners.threads import coarse_sizes


class RepairTests(unittest.TestCase):
    def rungs(self, **changes):
        case = {
            "size": "M10",
            "wall_m": 0.012,
            "edge_distance_m": 0.03,
            "behind_reachable": True,
            "reversing_load_n": 2000.0,
        }
        return {one.rung: one for one in repair_ladder(**{**case, **changes})}

    def test_with_room_every_rung_is_open_and_carries_its_drill(self):
        rungs = self.rungs()
        self.assertEqual(list(rungs), list(Rung))
        self.assertTrue(all(one.possible for one in rungs.values()))
        self.assertIn("8.5 mm", rungs[Rung.RE_TAP].text)
        self.assertIn("10.4 mm", rungs[Rung.INSERT].text)
        self.assertIn("M12×1.75", rungs[Rung.LARGER_TAP].text)

    def test_a_larger_tap_first_wastes_the_insert(self):
        self.assertIn(Rung.INSERT, self.rungs()[Rung.LARGER_TAP].closes)
        self.assertNotIn(Rung.LARGER_TAP, self.rungs()[Rung.INSERT].closes)

    def test_the_ladder_ends_at_the_edge_in_a_thin_wall_and_under_a_heavy_load(self):
        near = self.rungs(edge_distance_m=0.011)
        self.assertTrue(near[Rung.RE_TAP].possible)
        self.assertIn("at the edge", near[Rung.LARGER_TAP].why_not)
        thin = self.rungs(wall_m=0.006)
        self.assertIn("too little thread", thin[Rung.INSERT].why_not)
        self.assertTrue(thin[Rung.THROUGH_BOLT].possible)
        self.assertFalse(self.rungs(behind_reachable=False)[Rung.THROUGH_BOLT].possible)
        self.assertIn("9.0 kN", self.rungs(reversing_load_n=9000.0)[Rung.RIVET_NUT].why_not)

    def test_the_welder_is_always_left(self):
        worst = self.rungs(
            wall_m=0.001, edge_distance_m=0.001, behind_reachable=False, reversing_load_n=1e6
        )
        self.assertEqual([rung for rung, one in worst.items() if one.possible], [Rung.WELD])
        self.assertIn("licensed welder", worst[Rung.WELD].text)

    def test_a_weld_is_the_last_rung_and_closes_all_before_it(self):
        for size in ("M10", "M24", "1", "3/8-16"):
            *earlier, last = self.rungs(size=size).values()
            self.assertEqual(last.rung, Rung.WELD)
            self.assertEqual(last.closes, tuple(one.rung for one in earlier))

    def test_holes_grow_down_the_ladder_from_re_tap_to_insert(self):
        for metric in (True, False):
            for thread in coarse_sizes(metric):
                found = holes(thread.name)
                self.assertLess(found.tap_drill_m, thread.diameter_m)
                self.assertLess(thread.diameter_m, found.insert_drill_m)
                self.assertLess(found.insert_drill_m, min(found.clearance_m) + 0.0011)
        self.assertTrue(math.isfinite(self.rungs(size="M24")[Rung.WELD].hole_m))
        self.assertNotIn(Rung.LARGER_TAP, self.rungs(size="1"))
