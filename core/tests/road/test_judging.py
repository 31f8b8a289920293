"""A made vehicle driven by the stand-in logger, held against its sheet."""

import unittest
from dataclasses import replace

import numpy as np

from axlecore.lean.draws import uncertain_numbers
from axlecore.motion.manoeuvres import Course
from axlecore.quantities.measure import Known
from axlecore.road.answer import answered
from axlecore.road.driving import Manoeuvre
from axlecore.road.judging import judged, of_this_vehicle
from axlecore.road.otherwise import with_factor
from axlecore.road.predicted import RoadVerdict, gradient_deg_per_g, predicted
from axlecore.road.stand_in import Hidden, Logger, run_of
from axlecore.vehicle.axle import AirBags, AirLines
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, SetUp
from tests.rigs import axle, fitted, m, vehicle_c

COURSE = Course(road_speed_m_s=13, lateral_m_s2=2.0, slalom_spacing_m=30)
LOGGER = Logger(acceleration_noise_m_s2=0.05, rate_noise_rad_s=0.003)
STATE = LoadKey.TRIP_READY


def known_to(vehicle, part):
    """The same sheet, every spring known to this part only."""
    rate = vehicle.rear.spring_rate_n_per_m
    rough = replace(rate, known=Known.ESTIMATED, tolerance=part * rate.value)
    return replace(vehicle, rear=replace(vehicle.rear, spring_rate_n_per_m=rough))


def run(vehicle, set_up, hidden, seed=4):
    log = run_of(vehicle, set_up, STATE, Manoeuvre.SLALOM, COURSE, hidden, LOGGER, seed)
    return answered(log, sensor_height_m=LOGGER.height_m)


class StandInTests(unittest.TestCase):
    def test_its_runs_tell_the_lean_of_the_hidden_vehicle(self):
        vehicle = vehicle_c()
        for hidden in (Hidden(), Hidden(springs=0.8), Hidden(rise_m=0.1)):
            true = with_factor(vehicle, hidden.springs)
            height = true.load_states[0].centre_of_gravity_height_m
            state = replace(
                true.load_states[0],
                centre_of_gravity_height_m=replace(height, value=height.value + hidden.rise_m),
            )
            true = replace(true, load_states=(state,))
            found = run(vehicle, SetUp(), hidden).answer.roll_gradient_deg_per_g
            wanted = gradient_deg_per_g(true, SetUp(), STATE)
            self.assertAlmostEqual(found.value / wanted, 1, delta=0.03)

    def test_the_same_seed_gives_the_same_log_and_another_another(self):
        logs = [
            run_of(
                vehicle_c(), SetUp(), STATE, Manoeuvre.BEND, COURSE, Hidden(), LOGGER, seed
            ).lateral_acceleration_m_s2
            for seed in (1, 1, 2)
        ]
        np.testing.assert_array_equal(logs[0], logs[1])
        self.assertFalse(np.array_equal(logs[0][:50], logs[2][:50]))


class JudgingTests(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.vehicle = known_to(vehicle_c(), 0.05)
        cls.set_up = SetUp(rear=AxleChoice(Action.SUPPLEMENT, fitted(hole=0)))
        cls.holed = fitted(hole=0)

    def judge(self, vehicle, hidden, set_up=None):
        set_up = self.set_up if set_up is None else set_up
        before, after = (run(vehicle, one, hidden) for one in (SetUp(), set_up))
        return judged(after.told, vehicle, set_up, STATE, before.told)

    def test_a_prediction_that_holds_agrees_and_needs_no_explanation(self):
        found = self.judge(self.vehicle, Hidden())
        self.assertIs(found.verdict, RoadVerdict.AGREES)
        self.assertEqual(found.explanations, [])
        self.assertAlmostEqual(found.by, 0, delta=0.05)
        self.assertAlmostEqual(found.correction.factor.value, 1, delta=0.05)

    def test_joined_air_bags_are_found_where_they_are_what_is_wrong(self):
        bags = AirBags(m(120e3), m(0.95), AirLines.SEPARATE)
        vehicle = known_to(replace(vehicle_c(), rear=axle(air_bags=bags)), 0.03)
        found = self.judge(vehicle, Hidden(joined_bags=True))
        self.assertIs(found.verdict, RoadVerdict.WORSE)
        bags_said = next(one for one in found.explanations if one.key == "air_bags")
        self.assertTrue(bags_said.explains)
        preload = next(one for one in found.explanations if one.key == "preload")
        self.assertFalse(preload.explains)

    def test_the_correction_finds_soft_springs_and_narrows_what_follows(self):
        found = self.judge(self.vehicle, Hidden(springs=0.85))
        self.assertAlmostEqual(found.correction.factor.value, 0.85, delta=0.05)
        half = (found.correction.factor.high - found.correction.factor.low) / 2
        corrected = with_factor(self.vehicle, found.correction.factor.value, half)
        rough, sure = (
            predicted(one, self.set_up, STATE).after
            for one in (known_to(self.vehicle, 0.2), corrected)
        )
        self.assertLess(sure.half_part, rough.half_part)
        paths = {one.path for one in uncertain_numbers(corrected, self.set_up, {0})}
        self.assertIn("spring_correction", paths)
        self.assertNotIn("rear.spring_rate_n_per_m", paths)

    def test_next_steps_come_cheapest_first_and_their_change_is_the_models(self):
        bar = self.holed.bar
        holes = replace(self.holed, bar=replace(bar, hole_setbacks_m=(0.0, 0.03)))
        set_up = SetUp(rear=AxleChoice(Action.SUPPLEMENT, holes))
        found = self.judge(self.vehicle, Hidden(springs=0.9), set_up)
        steps = {(one.key, one.hole): one for one in found.next_steps}
        stiffer = steps["hole", 1]
        self.assertLess(stiffer.change, -0.01)
        self.assertFalse(stiffer.parts)
        self.assertTrue(steps["shocks", None].parts)
        bought = [one.parts for one in found.next_steps if one.key != "stop"]
        self.assertEqual(bought, sorted(bought))
        other = replace(set_up, rear=replace(set_up.rear, fitted=replace(holes, hole=1)))
        true = run(self.vehicle, other, Hidden(springs=0.9)).answer.roll_gradient_deg_per_g
        self.assertAlmostEqual(stiffer.gradient_deg_per_g / true.value, 1, delta=0.03)

    def test_another_vehicles_log_is_refused_by_its_frequency(self):
        quick = run(self.vehicle, SetUp(), Hidden(inertia=0.25, damping=0.4))
        self.assertIsNotNone(quick.answer.natural_frequency_hz)
        refused = of_this_vehicle(quick, self.vehicle, self.set_up, STATE)
        self.assertIsNone(refused.told)
        self.assertIn("another vehicle", refused.answer.refused[0])
        own = run(self.vehicle, SetUp(), Hidden())
        self.assertIs(of_this_vehicle(own, self.vehicle, self.set_up, STATE), own)
