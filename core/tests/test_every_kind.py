"""Every kind of vehicle through every computation, with nothing known but its class."""

import unittest
from dataclasses import replace

import numpy as np

from axlecore.choosing.ranking import KEEP, Candidate, Wishes, rank
from axlecore.choosing.sizing import size_bar
from axlecore.choosing.strength import strength
from axlecore.formats import from_plain, to_plain
from axlecore.lean.evaluate import evaluate
from axlecore.lean.lean_map import lean_map, wind_for_lean
from axlecore.lean.monte_carlo import bands
from axlecore.lean.uncertainty import certainty, reference_lean
from axlecore.motion.manoeuvres import MANOEUVRES, Course
from axlecore.motion.replay import replay
from axlecore.practice.checks import Papers
from axlecore.practice.classes import class_vehicle, default_bar
from axlecore.practice.findings import assess
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.report import Practice, practice
from axlecore.practice.stations import JobKind
from axlecore.vehicle.rig import Action, AxleChoice, RigKind, SetUp


def with_a_heavier_rear_bar(vehicle):
    outside = vehicle.rear.standard_bar.bar.outside_diameter_m.value
    return AxleChoice(Action.SUPPLEMENT, default_bar(vehicle.rear, 1.15 * outside))


class EveryKind(unittest.TestCase):
    def each(self):
        for kind in RigKind:
            vehicle = class_vehicle(kind)
            yield vehicle, SetUp(rear=with_a_heavier_rear_bar(vehicle))

    def key(self, vehicle):
        return vehicle.load_states[0].key

    def test_the_same_lean_whichever_way_it_is_asked(self):
        for vehicle, chosen in self.each():
            state = evaluate(vehicle, chosen).states[0]
            lean, key = state.after.reference_lean_rad, self.key(vehicle)
            self.assertAlmostEqual(reference_lean(vehicle, chosen, key), lean)
            self.assertAlmostEqual(certainty(vehicle, chosen, key).lean_rad, lean)
            rear = chosen.rear
            sets = rank(
                vehicle,
                [Candidate(KEEP)],
                [Candidate(KEEP), Candidate("heavier", rear.action, rear.fitted, 400.0)],
                Wishes(),
            ).sets
            heavier = next(one for one in sets if one.rear == "heavier")
            self.assertAlmostEqual(heavier.lean_rad[0], lean)
            self.assertAlmostEqual(heavier.front_share[0], state.after.front_share)

    def test_a_class_default_is_never_sure(self):
        for vehicle, chosen in self.each():
            sure = certainty(vehicle, chosen, self.key(vehicle))
            self.assertGreater(sure.band_rad, 0.05 * sure.lean_rad)
            drawn = bands(vehicle, chosen, self.key(vehicle), np.random.default_rng(1), 300)
            for band in drawn:
                self.assertLess(band.low, band.high, band.name)

    def test_a_bar_settles_nothing_worse_and_every_curve_is_a_number(self):
        for vehicle, chosen in self.each():
            before, after = replay(vehicle, chosen, self.key(vehicle), Course())
            for run in (before, after):
                self.assertEqual(len(run.lean_rad), len(MANOEUVRES))
                self.assertTrue(all(np.isfinite(curve).all() for curve in run.lean_rad))
            bend = MANOEUVRES.index("steady bend")
            self.assertLess(after.peak_lean_rad[bend], before.peak_lean_rad[bend])
            # Where the bend ends, the motion stands at what the steady working says.
            state = evaluate(vehicle, chosen).states[0].after
            self.assertAlmostEqual(
                after.lean_rad[bend][-1] / state.reference_lean_rad, 1.0, delta=0.02
            )

    def test_a_bar_lasts_longer_the_better_its_steel(self):
        for vehicle, chosen in self.each():
            found = []
            for steel in ("s355", "51crv4_hardened"):
                bar = replace(chosen.rear.fitted.bar, steel=steel)
                rear = replace(chosen.rear, fitted=replace(chosen.rear.fitted, bar=bar))
                made = SetUp(rear=rear)
                found.append(strength(vehicle, made, self.key(vehicle), "rear", 0.05))
            plain, spring = found
            self.assertGreater(spring.fatigue.reserve, plain.fatigue.reserve)
            self.assertAlmostEqual(plain.in_bend.end_force_n, spring.in_bend.end_force_n)

    def test_the_bar_sized_for_a_lean_leans_so(self):
        for vehicle, chosen in self.each():
            softest, stiffest = (
                reference_lean(
                    vehicle,
                    SetUp(rear=AxleChoice(Action.SUPPLEMENT, default_bar(vehicle.rear, outside))),
                    self.key(vehicle),
                )
                for outside in (0.015, 0.05)
            )
            wanted = (softest + stiffest) / 2
            size = size_bar(
                vehicle,
                SetUp(),
                "rear",
                Action.SUPPLEMENT,
                chosen.rear.fitted,
                self.key(vehicle),
                wanted,
            )
            self.assertAlmostEqual(size.lean_rad, wanted, 6)
            self.assertLessEqual(size.standard_lean_rad, wanted)

    def test_the_wind_that_leans_it_as_the_reference_wind_is_the_reference_wind(self):
        for vehicle, chosen in self.each():
            found = lean_map(vehicle, chosen, [25.0], [12.0])
            lean = found.after_rad[0][0][0]
            wind = wind_for_lean(vehicle, chosen, self.key(vehicle), lean, 25.0)
            self.assertAlmostEqual(wind, 12.0, 3)
            self.assertGreater(found.before_rad[0][0][0], lean)

    def test_the_rules_answer_in_their_declared_shape_and_hold_the_job_at_the_start(self):
        for vehicle, chosen in self.each():
            findings = assess(vehicle, chosen).findings
            said = practice(Papers(JobKind.UPGRADE, vehicle, Complaint(), LookOver(), findings))
            self.assertEqual(from_plain(to_plain(said), Practice), said)
            self.assertFalse(said.gates[0].open)
            # Parts are listed once, and those of the rear bar are among them.
            keys = [part.key for part in said.parts]
            self.assertEqual(len(keys), len(set(keys)))
            self.assertIn("rear_bar", keys)
