import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.fitup.drilling import HoleWork, drill_plan, template, tiles
from axlecore.fitup.sheet import (
    DrilledHole,
    Inside,
)
from axlecore.vehicle.ends import Side
from tests.fitup.sheets import axle_fit
from tests.rigs import m


class DrillTests(unittest.TestCase):
    def fit(self, *spots, size="M12"):
        drilled = tuple(DrilledHole(m(x), m(y), size) for x, y in spots)
        return axle_fit(drilled=drilled)

    def test_marks_edges_steps_and_bolts(self):
        plan = drill_plan(self.fit((-0.035, 0.045), (0.035, 0.045)))
        one = plan.marks[0]
        self.assertEqual([round(step * 1e3, 1) for step in one.steps_m][-1], 13.5)
        self.assertAlmostEqual(one.edge_needed_m, 0.027)
        self.assertAlmostEqual(one.apart_m, 0.07)
        self.assertTrue(all(mark.fine for mark in plan.marks))
        self.assertAlmostEqual(plan.grip_m, 0.014)
        self.assertAlmostEqual(one.bolt_m, 0.035)
        self.assertAlmostEqual(plan.plumb_above_edge_m, 0.64 - 0.7)
        self.assertTrue(plan.backing)

    def test_holes_near_an_edge_or_each_other_are_not_fine(self):
        for spots in (((0.0, 0.02),), ((0.0, 0.135),), ((0.0, 0.06), (0.03, 0.06))):
            self.assertFalse(drill_plan(self.fit(*spots)).marks[0].fine, spots)
        rail = replace(axle_fit().rail, inside_left=Inside.CLEAR, inside_right=Inside.CLEAR)
        self.assertFalse(drill_plan(axle_fit(rail=rail)).backing)

    def test_a_hole_that_is_there_is_gauged_against_its_bolt(self):
        """ISO 273 for M12: 13, 13.5 and 14.5 mm."""
        for there, work, first in (
            (None, HoleWork.DRILL, 3.0),
            (0.0105, HoleWork.OPEN, 11.0),
            (0.0130, HoleWork.AS_IT_IS, None),
            (0.0145, HoleWork.AS_IT_IS, None),
            (0.0150, HoleWork.TOO_LARGE, None),
        ):
            hole = DrilledHole(m(0.0), m(0.06), there_m=None if there is None else m(there))
            [mark] = drill_plan(axle_fit(drilled=(hole,))).marks
            self.assertEqual(mark.work, work)
            self.assertEqual(mark.fine, work is not HoleWork.TOO_LARGE)
            steps = [round(step * 1e3, 1) for step in mark.steps_m]
            self.assertEqual(steps[:1], [] if first is None else [first])

    def test_a_nut_plate_goes_in_by_its_narrow_way(self):
        for access, plate, goes in ((0.03, 0.028, True), (0.03, 0.03, False), (0.03, None, None)):
            rail = axle_fit().rail
            rail = replace(rail, access_m=m(access), plate_m=None if plate is None else m(plate))
            self.assertIs(drill_plan(axle_fit(rail=rail)).plate_goes_in, goes)

    def test_a_block_goes_behind_the_wall_of_each_rail_that_is_not_clear(self):
        rail = replace(axle_fit().rail, inside_left=Inside.CLEAR, inside_right=Inside.WIRING)
        self.assertEqual(drill_plan(axle_fit(rail=rail)).backing, [Side.RIGHT])

    def test_the_template_mirrors_and_keeps_distances(self):
        fit = self.fit((-0.035, 0.045), (0.05, 0.08))
        left, right = template(fit, "left"), template(fit, "right")
        for one, turn in ((left, -1), (right, 1)):
            spots = [(turn * (c.x_m - one.plumb_x_m), c.y_m - one.edge_y_m) for c in one.circles]
            for spot, wanted in zip(spots, ((-0.035, 0.045), (0.05, 0.08)), strict=True):
                self.assertAlmostEqual(spot[0], wanted[0])
                self.assertAlmostEqual(spot[1], wanted[1])
            self.assertTrue(
                all(0 < c.x_m < one.width_m and 0 < c.y_m < one.height_m for c in one.circles)
            )
            self.assertEqual(one.ruler[2], 0.1)
        with self.assertRaises(InputError):
            template(fit, "top")
        with self.assertRaises(InputError) as caught:
            template(axle_fit(), "left")
        self.assertEqual(caught.exception.field, "drilled")


class TileTests(unittest.TestCase):
    @given(
        st.lists(
            st.tuples(st.floats(-0.5, 0.5), st.floats(0.02, 0.38)),
            min_size=1, max_size=6, unique=True,
        ),
        st.sampled_from([(0.194, 0.241), (0.281, 0.154), (0.2, 0.223)]),
    )  # fmt: skip
    def test_every_hole_is_whole_on_a_page_and_every_page_has_one(self, spots, room):
        rail = replace(axle_fit().rail, depth_m=m(0.4))
        drilled = tuple(DrilledHole(m(x), m(y), "M12") for x, y in spots)
        whole = template(axle_fit(drilled=drilled, rail=rail), "left")
        pages = tiles(whole, *room)
        self.assertEqual({hole for page in pages for hole in page.holes},
                         {circle.label for circle in whole.circles})  # fmt: skip
        for page in pages:
            self.assertTrue(page.holes)
            self.assertLessEqual(page.width_m, room[0])
            self.assertLessEqual(page.height_m, room[1])
            for circle in whole.circles:
                if circle.label in page.holes:
                    self.assertLess(abs(circle.x_m - page.x_m - page.width_m / 2), page.width_m / 2)

    def test_what_fits_a_page_takes_one(self):
        fit = axle_fit(drilled=(DrilledHole(m(0.03), m(0.05), "M12"),))
        whole = template(fit, "left")
        (page,) = tiles(whole, whole.width_m, whole.height_m)
        self.assertEqual((page.x_m, page.y_m), (0.0, 0.0))
