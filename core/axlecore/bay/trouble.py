"""Trouble that a step runs into: what it is, what it writes on the job's papers, what it stops."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum

from axlecore.errors import InputError
from axlecore.fitup.sheet import Fitting
from axlecore.practice.consequences import Consequences
from axlecore.practice.finding import Kind
from axlecore.practice.fitting import FitStation
from axlecore.practice.look import LONGEST_NOTE, LookOver, Rating
from axlecore.practice.undercarriage import Fault
from axlecore.vehicle.ends import End, Side


class TroubleKind(StrEnum):
    """What went wrong at a step, beside a bolt that snapped."""

    SEIZED = "seized"
    LOOSENED = "loosened"
    MISFIT = "does not fit"
    FOUND = "something else found"


#: From worst to best; what is found only ever makes a part worse.
_WORST_FIRST = (Rating.STOP, Rating.REPLACE, Rating.WATCH, Rating.GOOD, Rating.UNSEEN)
#: What can be found to be otherwise under the vehicle.
FOUND_RATINGS = (Rating.WATCH, Rating.REPLACE, Rating.STOP)


def fit_places(fitting: Fitting) -> dict[str, str]:
    """Return what of a fit-up is measured anew where something does not fit, in words by place.

    Parameters
    ----------
    fitting : Fitting
        The fit-up sheet.
    """
    found = {}
    for end in End:
        if fitting.of_end(end) is None:
            continue
        for side in Side:
            found[f"{end}.{side}.link_m"] = f"{end.capitalize()} {side} link, eye to eye"
            found[f"{end}.{side}.bar_hole"] = f"{end.capitalize()} {side}, hole of the arm"
    return found


def with_found(
    look: LookOver, part: str, fault: Fault | None, rating: Rating, note: str
) -> LookOver:
    """Return a look-over with what was found of a part under the vehicle added to it.

    Parameters
    ----------
    look : LookOver
        What was seen before.
    part : str
        Key of the part.
    fault : Fault or None
        What is wrong; None where only words say it.
    rating : Rating
        How it is; a part that was rated worse stays so.
    note : str
        In the fitter's words; added to what stands.

    Raises
    ------
    InputError
        No such part or fault, a rating that finds nothing, or too long a note.
    """
    if rating not in FOUND_RATINGS:
        raise InputError("rating", f"Read {rating}; what is found is {', '.join(FOUND_RATINGS)}.")
    if fault is None and not note.strip():
        raise InputError("fault", "Pick what is wrong with it, or write it.")
    check = look.of(part)
    faults = check.faults if fault is None or fault in check.faults else (*check.faults, fault)
    said = " ".join(one for one in (check.note.strip(), note.strip()) if one)
    if len(said) > LONGEST_NOTE:
        raise InputError("note", f"With what stands it is over {LONGEST_NOTE} characters.")
    worse = min(rating, check.rating, key=_WORST_FIRST.index)
    now = replace(check, rating=worse, faults=faults, note=said, together=False)
    return replace(look, parts={**look.parts, part: now})


def stops_of(seen: Consequences, fit: FitStation) -> list[str]:
    """Return what keeps a vehicle from the road: stops of what was seen and of the fit-up.

    Parameters
    ----------
    seen : Consequences
        What follows from the look-over.
    fit : FitStation
        What the fit-up comes to.
    """
    findings = [*seen.findings, *fit.findings]
    return list(dict.fromkeys(one.what for one in findings if one.kind is Kind.STOP))
