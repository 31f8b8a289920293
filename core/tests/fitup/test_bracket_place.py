import math
import unittest
from dataclasses import replace

import numpy as np

from axlecore.errors import InputError
from axlecore.fitup.advice import wanted_link
from axlecore.fitup.bracket_place import bracket_place, level_hole
from axlecore.fitup.links import Attitude
from axlecore.fitup.sheet import Layout, LinkGoes
from axlecore.fitup.start import begin
from axlecore.fitup.sweep import arm_length, linkage
from axlecore.practice.classes import class_vehicle
from axlecore.vehicle.axle import Suspension
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind
from tests.fitup.sheets import axle_fit, hole
from tests.rigs import bar

BAR = bar()
ARM = arm_length(BAR, 0)


class BracketPlaceTests(unittest.TestCase):
    def test_a_hole_put_there_leaves_the_bar_level_and_the_link_plumb(self):
        for goes in LinkGoes:
            fit = replace(axle_fit(), link_goes=goes)
            spot = bracket_place(fit, ARM)
            there = replace(fit, link_holes=(hole(spot.forward_m, spot.height_m),))
            ride = linkage(there, BAR, [there.left]).at(np.zeros(1)).dyad
            self.assertAlmostEqual(float(ride.arm_rad[0, 0]), 0.0)
            self.assertAlmostEqual(float(ride.link_rad[0, 0]), 0.0)
            self.assertAlmostEqual(spot.above_edge_m, spot.height_m - fit.rail.edge_m.value)
            self.assertAlmostEqual(bracket_place(there, ARM).moves_up_m, 0.0)

    def test_bar_level_and_link_plumb_is_a_way_of_its_own(self):
        """The link shares what is left between arm and link: neither alone is as near to both."""
        fit = axle_fit(link_holes=(hole(0.24, 0.66),))
        link = wanted_link(fit, BAR, Attitude.LEVEL_AND_PLUMB)

        def worst(length):
            ride = linkage(fit, BAR, [fit.left]).with_links(np.array([length])).at(np.zeros(1)).dyad
            return max(abs(float(ride.arm_rad[0, 0])), abs(float(ride.link_rad[0, 0])))

        for alone in (Attitude.ARM_LEVEL, Attitude.LINK_PLUMB):
            self.assertLess(worst(link), worst(wanted_link(fit, BAR, alone)) + 1e-3)


class LevelHoleTests(unittest.TestCase):
    def test_four_numbers_say_which_hole_is_level(self):
        """Bar at 400, link 240: level at 640; of 590, 615, 640 the third."""
        found = level_hole(0.4, 0.59, 0.025, 0.24)
        self.assertEqual(found.number, 3)
        self.assertAlmostEqual(found.off_m, 0.0)
        near = level_hole(0.4, 0.60, 0.025, 0.24, 0.26)
        self.assertEqual(near.number, 3)
        self.assertAlmostEqual(near.off_m, 0.01)
        self.assertAlmostEqual(near.off_rad, math.asin(0.01 / 0.26))
        self.assertAlmostEqual(near.link_m, 0.25)

    def test_a_link_that_leads_down_is_met_from_below(self):
        """Bar at 640, holes from 390 upwards, link 240: level at 400."""
        found = level_hole(0.64, 0.385, 0.015, 0.24)
        self.assertEqual(found.number, 2)
        self.assertAlmostEqual(found.link_m, 0.24)

    def test_bad_numbers_name_their_field(self):
        for numbers, field in (
            ((0.0, 0.6, 0.025, 0.24), "axis_up_m"),
            ((0.4, 0.6, 0.0, 0.24), "step_m"),
            ((0.4, 0.6, 0.025, math.nan), "link_m"),
        ):
            with self.assertRaises(InputError) as caught:
                level_hole(*numbers)
            self.assertEqual(caught.exception.field, field)


class SwingBeamTests(unittest.TestCase):
    def test_a_sheet_of_swing_beams_begins_on_either_kind_of_axle(self):
        for suspension in Suspension:
            axles = [
                class_vehicle(kind).of_end(end)
                for kind in RigKind
                for end in End
                if class_vehicle(kind).of_end(end).suspension is suspension
            ]
            self.assertTrue(axles)
            for axle in axles:
                self.assertIs(begin(axle, BAR, Layout.SWING_BEAM).layout, Layout.SWING_BEAM)
