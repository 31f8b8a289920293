"""Short list, ranking, chosen evaluation and band: one lean, for every demo vehicle and part."""

import numpy as np
from django.test import SimpleTestCase

from axlecore.choosing.ranking import Wishes, rank
from axlecore.choosing.sets import KEEP, Candidate
from axlecore.choosing.short_list import short_list
from axlecore.lean.evaluate import evaluate
from axlecore.lean.monte_carlo import bands
from axlecore.vehicle.axle import new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, SetUp
from demo import scenario

VEHICLES = (
    scenario.planetarium,
    scenario.clinic,
    scenario.hives,
    scenario.lookout,
    scenario.kayaks,
    scenario.bakery,
)


#: Bands are drawn of every such bar: they cost more than all else that is compared.
BANDS_EVERY = 4


class OneAssemblyTests(SimpleTestCase):
    def bars(self, vehicle, end):
        parts = {row.part.part_number: row.part for row in scenario.rack() if row.part}
        return [
            new_bar(vehicle.of_end(end), part.bar)
            for part in parts.values()
            if part.bar is not None and part.fits.axle.covers(end)
        ]

    def agree(self, vehicle, end):
        standing = vehicle.of_end(end).standard_bar
        action = Action.NEW if standing is None else Action.SUPPLEMENT
        bars = self.bars(vehicle, end)
        listed = short_list(vehicle, SetUp(), end, action, bars)
        keep = [Candidate(KEEP)]
        candidates = [Candidate(str(at), action, bar) for at, bar in enumerate(bars)]
        sides = (candidates, keep) if end is End.FRONT else (keep, candidates)
        sets = rank(vehicle, *sides, Wishes()).sets
        ranked = {one.front if end is End.FRONT else one.rear: one for one in sets}
        for at, outcome in enumerate(listed):
            chosen = candidates[at].chosen(SetUp(), end)
            states = evaluate(vehicle, chosen).states
            for found in (outcome, ranked[str(at)]):
                for state, lean, wind, share in zip(
                    states, found.lean_rad, found.wind_lean_rad, found.front_share, strict=True
                ):
                    self.assertAlmostEqual(lean, state.after.reference_lean_rad, 9)
                    self.assertAlmostEqual(wind, state.after.reference_wind_lean_rad, 9)
                    self.assertAlmostEqual(share, state.after.front_share, 9)
            if at % BANDS_EVERY:
                continue
            state = states[-1]
            drawn = bands(vehicle, chosen, state.key, np.random.default_rng(1), 100)
            about = {band.name: band.value for band in drawn}
            self.assertAlmostEqual(about["lean after"], state.after.reference_lean_rad, 9)
            self.assertAlmostEqual(about["wind lean after"], state.after.reference_wind_lean_rad, 9)
            self.assertAlmostEqual(about["front–rear balance after"], state.after.front_share, 9)
        return len(listed)

    def test_every_place_that_says_a_lean_says_the_same(self):
        compared = 0
        for make in VEHICLES:
            vehicle = make()
            for end in End:
                with self.subTest(vehicle.kind, end=end):
                    compared += self.agree(vehicle, end)
        self.assertGreater(compared, 100)
