"""Every set that the racks give a job, ranked: work that is handed over."""

from typing import Any

import orjson
from ninja import Schema

from axlecore.choosing.ranking import Ranking, Wishes, rank, shortened
from axlecore.formats import to_json, to_plain
from axlecore.practice.options import Option
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from jobs.choosing import offer_rests_on, options_of
from jobs.opened import OpenJob, opened
from jobs.planning import suggested_wishes
from shops.digest import digest_of
from shops.models import Person
from tasks.handing import handed_over
from tasks.kinds import MovedError, Progress, kind
from tasks.models import Task

#: Sets of a ranking that are shown; the rest is found by looking for it.
SETS_SHOWN = 120
_STEPS = 4


class RankingOut(Schema):
    state: LoadKey
    labour_cents_an_hour: int
    # Where nobody set a target: what it was ranked by all the same.
    suggested_lean_rad: float | None
    options: list[Option]
    ranking: Ranking


def ranking_task(person: Person, job: OpenJob, state: LoadKey) -> Task:
    """Return the task that ranks a job's sets in one load state."""
    question = _question(job, state, *suggested_wishes(job, state))
    asked = {"job": job.row.pk, "shop": job.row.shop_id, "state": state}
    return handed_over(
        person, RANKING, question, orjson.dumps({**asked, "digest": digest_of(question)})
    )


def _question(job: OpenJob, state: LoadKey, wishes: Wishes, suggested: bool) -> list[Any]:
    return [state, suggested, to_plain(wishes), *offer_rests_on(job)]


@kind("ranking", "The ranking")
def RANKING(asked: bytes, progress: Progress) -> bytes:  # noqa: N802 - a kind of work, a constant
    """Rank what was asked; MovedError where sheet, wishes or racks are not those any more."""
    said = orjson.loads(asked)
    job, state = opened(said["job"], said["shop"]), LoadKey(said["state"])
    wishes, suggested = suggested_wishes(job, state)
    if digest_of(_question(job, state, wishes, suggested)) != said["digest"]:
        raise MovedError
    pairs = []
    for step, end in enumerate((End.FRONT, End.REAR)):
        progress(step, _STEPS, f"Looking through the racks for the {end}")
        pairs.append(options_of(job, end))
    front, rear = pairs
    progress(
        2, _STEPS, f"{len(front) * len(rear)} sets: working out lean, balance, stress and price"
    )
    whole = rank(job.rig, [one for _, one in front], [one for _, one in rear], wishes)
    ranking = shortened(whole, SETS_SHOWN)
    progress(3, _STEPS, "Writing out the best of them")
    named = {one.front for one in ranking.sets}, {one.rear for one in ranking.sets}
    options = [
        option
        for keys, of_end in zip(named, pairs, strict=True)
        for option, _ in of_end
        if option.key in keys
    ]
    return to_json(
        RankingOut(
            state=state,
            labour_cents_an_hour=job.row.shop.labour_cents_an_hour,
            suggested_lean_rad=wishes.lean_rad if suggested else None,
            options=options,
            ranking=ranking,
        )
    )
