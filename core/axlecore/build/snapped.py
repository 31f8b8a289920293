"""A bolt that snapped: the rung of the ladder that is next, as a step, and what each rung costs."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from axlecore.build import cautions
from axlecore.build.job import JobFile
from axlecore.build.steps import Hours, Records, Step, UsedUp
from axlecore.fasteners.repair import RepairRung, Rung

#: What each rung takes, quick, usual and slow [h]; workshop practice, until the shop's own record.
RUNG_HOURS: Mapping[Rung, Hours] = {
    Rung.EXTRACT: (0.2, 0.5, 1.2),
    Rung.RE_TAP: (0.3, 0.5, 1.0),
    Rung.INSERT: (0.4, 0.7, 1.3),
    Rung.THROUGH_BOLT: (0.4, 0.8, 1.5),
    Rung.LARGER_TAP: (0.4, 0.7, 1.2),
    Rung.RIVET_NUT: (0.2, 0.4, 0.8),
    Rung.WELD: (1.0, 2.0, 4.0),
}
#: What a rung uses, and what that costs in the shop's money where the racks do not say.
RUNG_USES: Mapping[Rung, tuple[str, float]] = {
    Rung.EXTRACT: ("left-hand drill and extractor", 6.0),
    Rung.RE_TAP: ("tap", 9.0),
    Rung.INSERT: ("thread insert set", 18.0),
    Rung.THROUGH_BOLT: ("bolt and nut plate", 12.0),
    Rung.LARGER_TAP: ("tap and larger bolt", 14.0),
    Rung.RIVET_NUT: ("rivet nut", 4.0),
    Rung.WELD: ("welder's time", 160.0),
}


def with_repairs(steps: Sequence[Step], job: JobFile) -> list[Step]:
    """Return steps with those that repair what snapped, each before what tightens its end.

    Parameters
    ----------
    steps : sequence of Step
        As derived.
    job : JobFile
        With its snapped bolts.
    """
    found = {step.key: step for step in steps}
    for number, bolt in enumerate(job.snapped):
        broken = found.get(bolt.step)
        if broken is None:
            continue
        rung = next_rung(bolt.ladder, bolt.tried)
        key = f"{bolt.step}.snapped.{number}"
        what, _ = RUNG_USES[rung.rung]
        weld = rung.rung is Rung.WELD
        repair = Step(
            key=key,
            what=rung.text,
            why=f"{bolt.size} snapped at “{broken.what.rstrip('.')}”; next rung: {rung.rung}",
            state=broken.state,
            axle=broken.axle,
            side=broken.side,
            after=(bolt.step,),
            hours=RUNG_HOURS[rung.rung],
            # A welder's time is bought with the work, not with the parts.
            uses=() if weld else (UsedUp(what),),
            cautions=(cautions.WELD,) if weld else (cautions.EYES,),
            records=(Records.HANDED_ON,) if weld else (Records.PHOTO,),
            outside="licensed welder" if weld else "",
        )
        for other, step in list(found.items()):
            if bolt.step in step.after:
                found[other] = replace(step, after=(*step.after, key))
        found[key] = repair
    return list(found.values())


def next_rung(ladder: Sequence[RepairRung], tried: Sequence[Rung]) -> RepairRung:
    """Return the gentlest rung that can be done here and is neither tried nor closed.

    Parameters
    ----------
    ladder : sequence of RepairRung
        As `repair_ladder` gives it; its last is always possible.
    tried : sequence of Rung
        What did not hold.
    """
    return next(iter(open_rungs(ladder, tried)), ladder[-1])


def open_rungs(ladder: Sequence[RepairRung], tried: Sequence[Rung]) -> list[RepairRung]:
    """Return the rungs that can be done here and are neither tried nor closed, gentlest first.

    Parameters
    ----------
    ladder : sequence of RepairRung
        As `repair_ladder` gives it.
    tried : sequence of Rung
        What did not hold.
    """
    closed = {rung for one in ladder if one.rung in tried for rung in (one.rung, *one.closes)}
    return [one for one in ladder if one.possible and one.rung not in closed]
