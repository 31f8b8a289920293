import unittest

import numpy as np

from axlecore.road.cleaning import clean
from axlecore.road.log import RoadLog
from axlecore.road.standing import still_spells

STEP_S, STOOD_S, DRIVEN_S = 0.02, 20.0, 40.0
#: A hundred logs, no two with the same noise.
SEEDS = range(100)


def spells_of(seed, crept_m_s2=0.0):
    """Begin and end of each spell of a log: stood, driven, stood; at last on a slow bend, maybe."""
    chance = np.random.default_rng(seed)
    time = np.arange(0.0, 2 * STOOD_S + DRIVEN_S, STEP_S)
    driven = (time > STOOD_S) & (time < STOOD_S + DRIVEN_S)
    sideways = np.where(driven, 2.0 * np.sin(1.5 * (time - STOOD_S)), 0.0)
    sideways += np.where(time > time[-1] - 4.0, crept_m_s2, 0.0)
    rate = np.where(driven, 0.05 * np.cos(1.5 * (time - STOOD_S)), 0.0)
    log = RoadLog(
        time,
        lateral_acceleration_m_s2=0.39 + sideways + chance.normal(0.0, 0.1, len(time)),
        roll_rate_rad_s=0.01 + rate + chance.normal(0.0, 0.005, len(time)),
    )
    run = clean(log)
    (piece,) = run.pieces
    return [
        (float(piece.time_s[one.start]), float(piece.time_s[one.stop - 1]))
        for one in still_spells(piece, run.step_s)
    ]


class StandingTests(unittest.TestCase):
    def test_noise_ends_no_spell_before_the_vehicle_moves(self):
        for seed in SEEDS:
            spells = spells_of(seed)
            self.assertEqual(len(spells), 2, (seed, spells))
            for begins, ends in spells:
                self.assertGreater(ends - begins, STOOD_S - 5.0, (seed, spells))

    def test_what_it_creeps_at_the_end_of_a_spell_is_not_standing(self):
        for seed in SEEDS[:10]:
            *_, (_, ends) = spells_of(seed, crept_m_s2=0.15)
            self.assertLess(ends, 2 * STOOD_S + DRIVEN_S - 3.0, seed)
