"""Gaps to obstacles, and the matrix of holes that keeps off them."""

import itertools
import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.fitup.clash import gaps, spans
from axlecore.fitup.fixes import fixes, turned_round
from axlecore.fitup.links import Attitude
from axlecore.fitup.matrix import HoleTrouble, hole_matrix, link_lengths
from axlecore.fitup.sheet import MovesWith, Nature, Shape, Sides
from axlecore.fitup.sweep import linkage, travels
from tests.fitup.sheets import axle_fit, hole, obstacle, pick
from tests.rigs import bar, m

BAR = bar()
LEVEL = axle_fit(link_holes=(hole(0.26, 0.64),))
#: Bar's middle, arm and link of case 17 as good as level and plumb: easy to work out by hand.
RADIUS = 0.0143


def found(one, fit=LEVEL, travel=(0.0,)):
    travel = np.array(travel)
    moved = linkage(fit, BAR, [fit.left]).at(travel)
    return gaps([one], moved, travel, spans(fit, BAR, 0), (2 * RADIUS, 0.018))[0, 0]


class GapTests(unittest.TestCase):
    def test_a_circle_above_the_arm(self):
        """The arm lies at 0.4 m: 0.15 m up to the middle, less both radii."""
        self.assertAlmostEqual(found(obstacle())[1, 0], 0.15 - 0.03 - RADIUS, 6)

    def test_a_box_and_a_segment_in_the_same_place(self):
        box = obstacle(Shape.BOX, size_m=m(0.0))
        self.assertAlmostEqual(found(box)[1, 0], 0.15 - 0.05 - RADIUS, 6)
        pipe = obstacle(Shape.SEGMENT, rise_m=m(0.0))
        self.assertAlmostEqual(found(pipe)[1, 0], 0.15 - 0.03 - RADIUS, 6)

    def test_brackets_are_swept_with_what_they_are_bolted_to(self):
        """A saddle 40 mm out, at 400 ± 30 mm; a pipe 150 mm above the axis, 60 thick."""
        seat = replace(LEVEL.seat, bracket_out_m=m(0.04))
        above = obstacle(forward_m=m(0.0), left_m=m(0.5), right_m=m(0.3))
        gap = found(above, replace(LEVEL, seat=seat), (0.0, 0.05))[3]
        np.testing.assert_allclose(gap, [0.15 - 0.03 - 0.04, 0.10 - 0.03 - 0.04], atol=1e-6)
        self.assertTrue(np.isinf(found(above)[3]).all())
        at_link = obstacle(forward_m=m(0.26), height_m=m(0.74), left_m=m(0.6), right_m=m(0.4))
        np.testing.assert_allclose(found(at_link)[4], [0.1 - 0.03 - 0.02], atol=1e-6)

    def test_what_a_rod_runs_through_overlaps_by_its_radius(self):
        box = obstacle(Shape.BOX, height_m=m(0.4), run_m=m(0.02), rise_m=m(0.2), size_m=m(0.0))
        self.assertAlmostEqual(found(box)[1, 0], -RADIUS, 6)
        whole = obstacle(Shape.BOX, height_m=m(0.4), run_m=m(2.0), rise_m=m(0.2), size_m=m(0.0))
        self.assertAlmostEqual(found(whole)[1, 0], -RADIUS, 6)

    def test_beside_the_arm_the_gap_goes_across_too(self):
        """Inner rim of the arm at 0.51 − 0.0143 m; a pipe that ends at 0.42 m stands 76 mm off."""
        aside = obstacle(left_m=m(0.42), right_m=m(0.3))
        view = 0.15 - 0.03 - RADIUS
        beside = 0.51 - RADIUS - 0.42
        self.assertAlmostEqual(found(aside)[1, 0], math.hypot(view, beside), 6)
        middle = obstacle(left_m=m(0.1), right_m=m(-0.1), sides=Sides.ONCE)
        self.assertAlmostEqual(found(middle)[0, 0], math.hypot(0.13, 0.15) - 0.03 - RADIUS, 6)

    def test_a_obstacle_that_moves_with_the_axle_keeps_its_distance_to_the_bar(self):
        travel = np.linspace(-0.08, 0.08, 9)
        near = obstacle(forward_m=m(-0.1), height_m=m(0.4), moves=MovesWith.AXLE)
        still = replace(near, moves=MovesWith.FRAME)
        self.assertAlmostEqual(np.ptp(found(near, travel=travel)[0]), 0.0)
        self.assertGreater(np.ptp(found(still, travel=travel)[0]), 0.02)

    @settings(max_examples=60)
    @given(
        st.sampled_from(Shape),
        st.floats(-0.3, 0.6),
        st.floats(0.1, 0.9),
        st.floats(-0.4, 0.4),
        st.floats(-0.3, 0.3),
        st.floats(0.0, 0.2),
        st.floats(-0.08, 0.08),
    )
    def test_no_point_of_rod_and_obstacle_is_nearer(self, shape, x, z, run, rise, size, travel):
        """By brute force: points along the rods against points of the shape's outline."""
        one = obstacle(
            shape, forward_m=m(x), height_m=m(z), run_m=m(run), rise_m=m(rise), size_m=m(size)
        )
        moved = linkage(LEVEL, BAR, [LEVEL.left]).at(np.array([travel]))
        said = found(one, travel=(travel,))
        share = np.linspace(0, 1, 161)[:, None]
        if shape is Shape.CIRCLE:
            outline, around = np.array([[x, z]]), size / 2
        elif shape is Shape.SEGMENT:
            ends = np.array([[x - run / 2, z - rise / 2], [x + run / 2, z + rise / 2]])
            outline, around = ends[0] + share * (ends[1] - ends[0]), size / 2
        else:
            sides = np.linspace(-0.5, 0.5, 161)
            outline = np.array(
                [
                    [x + u * abs(run), z + v * abs(rise)]
                    for u, v in itertools.product(sides[::8], sides[::8])
                ]
            )
            around = 0.0
        for rod, (start, end, radius) in enumerate(
            (
                (moved.axis_m, moved.axis_m, RADIUS),
                (moved.axis_m, moved.tip_m, RADIUS),
                (moved.tip_m, moved.hole_m, 0.009),
            )
        ):
            if rod == 0:
                continue  # the bar's middle also keeps off across
            points = start[0, 0] + share * (end[0, 0] - start[0, 0])
            brute = np.hypot(*(points[:, None] - outline[None]).T).min() - around - radius
            self.assertLessEqual(said[rod, 0], brute + 1e-9)
            self.assertGreater(said[rod, 0], brute - 0.025)


class MatrixTests(unittest.TestCase):
    FIT = axle_fit(
        link_holes=(hole(0.255, 0.62), hole(0.255, 0.64), hole(0.255, 0.68)),
        bar_places=(hole(0.0, 0.4), hole(0.03, 0.4)),
    )
    LENGTHS = (0.2, 0.22, 0.24, 0.26, 0.9)

    def test_every_combination_is_there_once(self):
        table = hole_matrix(self.FIT, BAR, self.LENGTHS, Attitude.ARM_LEVEL, ())
        keys = {(one.link_hole, one.bar_place, one.bar_hole, one.link_m) for one in table}
        self.assertEqual(len(keys), 3 * 2 * 3 * 5)
        self.assertEqual(len(table), len(keys))

    def test_each_is_what_the_single_sweep_says(self):
        table = hole_matrix(self.FIT, BAR, self.LENGTHS, Attitude.LINK_PLUMB, ())
        for one in table[::7]:
            holes = {
                "link_hole": one.link_hole,
                "bar_place": one.bar_place,
                "bar_hole": one.bar_hole,
            }
            line = linkage(self.FIT, BAR, [pick(one.link_m, **holes)])
            ride = line.at(np.zeros(1)).dyad
            if HoleTrouble.CANNOT in one.troubles:
                self.assertTrue(np.isnan(ride.motion_ratio[0, 0]))
                self.assertIsNone(one.motion_ratio)
            else:
                self.assertAlmostEqual(one.motion_ratio, ride.motion_ratio[0, 0], 6)
                self.assertAlmostEqual(one.off, abs(ride.link_rad[0, 0]), 6)

    def test_the_school_orders_what_has_no_trouble_and_trouble_comes_last(self):
        for school in Attitude:
            table = hole_matrix(self.FIT, BAR, self.LENGTHS, school, ())
            free = [one.off for one in table if not one.troubles]
            self.assertEqual(free, sorted(free))
            self.assertTrue(all(one.troubles for one in table[len(free) :]))
            self.assertEqual(table[-1].link_m, 0.9)
            self.assertIn(HoleTrouble.CANNOT, table[-1].troubles)
            self.assertLess(table[-1].missing_m, 0)

    def test_the_link_that_would_carry_the_axle_and_the_joint_are_told_apart(self):
        long_droop = replace(self.FIT, droop_m=m(0.3))
        table = hole_matrix(long_droop, BAR, (0.24,), Attitude.ARM_LEVEL, ())
        self.assertTrue(all(HoleTrouble.CARRIES in one.troubles for one in table))
        stiff = replace(self.FIT, link=replace(self.FIT.link, joint_angle_rad=m(0.05)))
        table = hole_matrix(stiff, BAR, (0.24,), Attitude.ARM_LEVEL, ())
        self.assertTrue(all(one.troubles == (HoleTrouble.JOINT,) for one in table[:3]))

    def test_a_hole_may_clear_what_another_hits(self):
        pipe = obstacle(
            Shape.CIRCLE, forward_m=m(0.3), height_m=m(0.47), size_m=m(0.06), nature=Nature.STILL
        )
        table = hole_matrix(self.FIT, BAR, self.LENGTHS, Attitude.ARM_LEVEL, (pipe,))
        clashing = [one for one in table if HoleTrouble.CLASH in one.troubles]
        free = [one for one in table if not one.troubles]
        self.assertTrue(clashing and free)
        self.assertTrue(all(one.nearest == "Pipe" for one in clashing))
        self.assertTrue(all(one.least_gap_m >= 0 for one in free))

    def test_no_link_and_too_many_links_are_refused(self):
        for lengths in ((), np.linspace(0.1, 0.4, 200).tolist()):
            with self.assertRaises(InputError) as caught:
                hole_matrix(self.FIT, BAR, lengths, Attitude.ARM_LEVEL, ())
            self.assertEqual(caught.exception.field, "lengths_m")

    def test_lengths_worth_trying_hold_the_range_the_rack_and_what_is_fitted(self):
        fit = replace(self.FIT, right=pick(0.237))
        self.assertEqual(link_lengths(fit, [0.3]), [0.2, 0.22, 0.237, 0.24, 0.26, 0.28, 0.3])


class FixTests(unittest.TestCase):
    def offered(self, one, fit=LEVEL):
        fit = replace(fit, obstacles=(one,))
        table = hole_matrix(fit, BAR, (0.24,), Attitude.ARM_LEVEL, (one,))
        return fit, fixes(fit, BAR, 0, Attitude.ARM_LEVEL, (one,), table)

    def test_an_exhaust_is_re_routed_no_further_than_it_must(self):
        pipe = obstacle(height_m=m(0.46))
        fit, found_fixes = self.offered(pipe)
        route = next(fix for fix in found_fixes if "Re-route" in fix.text)
        ((place, typed),) = route.entries
        self.assertEqual(place, "obstacles.0.height_m")
        up = float(typed.split()[0]) / 1e3
        travel = travels(fit)
        for height, clears in ((up, True), (up - 0.01, False)):
            gap = np.nanmin(found(replace(pipe, height_m=m(height)), travel=travel))
            self.assertEqual(gap >= pipe.least_gap_m, clears)

    def test_what_belongs_to_the_axle_is_not_moved(self):
        shock = obstacle(nature=Nature.MOVING, moves=MovesWith.BETWEEN, height_m=m(0.44))
        _, found_fixes = self.offered(shock)
        self.assertFalse([fix for fix in found_fixes if "obstacles" in str(fix.entries)])

    def test_turning_the_bar_round_mirrors_its_holes_and_is_offered_only_where_it_clears(self):
        turned = turned_round(LEVEL)
        self.assertAlmostEqual(turned.link_holes[0].forward_m.value, -0.26)
        ahead = obstacle(height_m=m(0.42), nature=Nature.MOVING, moves=MovesWith.AXLE)
        _, found_fixes = self.offered(ahead)
        self.assertTrue(any("Turn the bar round" in fix.text for fix in found_fixes))
        over = obstacle(
            Shape.BOX,
            forward_m=m(0.0),
            height_m=m(0.42),
            run_m=m(1.0),
            nature=Nature.MOVING,
            moves=MovesWith.AXLE,
        )
        _, found_fixes = self.offered(over)
        self.assertEqual([fix.text[:7] for fix in found_fixes], ["Nothing"])
