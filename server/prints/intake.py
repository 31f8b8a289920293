"""The intake sheet: what was said, weighed and seen, on paper for the clipboard."""

from dataclasses import dataclass
from itertools import accumulate, chain, zip_longest
from typing import Any, TypeAlias

from axlecore.practice.finding import Kind
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver, Rating, parts_to_see
from axlecore.quantities.entry import walk
from axlecore.quantities.measure import Known, Measured, Place
from axlecore.quantities.sentences import stated_quantity
from axlecore.quantities.units import Dimension, Units
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import LoadState, Vehicle
from jobs.opened import OpenJob
from photos.services import ARRIVED, SIDE, STEP
from prints.paper import Page, page_of, photographed

_MOST_PHOTOS = 6
_TITLES = {
    "front": "Front axle",
    "rear": "Rear axle",
    "profile": "Side profile",
    "load_states": "",
    "": "Vehicle",
    "tow": "Trailer",
    "lift_weighing": "Lift weighing",
    "stack": "Masses",
    "roll_test": "Roll test",
}


@dataclass(frozen=True)
class _Line:
    label: str
    text: str
    known: str


_Section: TypeAlias = tuple[str, list[_Line]]


def _line(rule: Place, found: Measured) -> _Line:
    text = stated_quantity(found.value, rule.dimension, found.tolerance)
    return _Line(rule.label, text, f"{found.known}, stand-in" if found.simulated else found.known)


def _sections(sheet: Vehicle) -> list[_Section]:
    grouped: dict[str, list[_Line]] = {}
    for path, rule, found in walk(sheet):
        head = path.partition(".")[0] if "." in path else ""
        if _TITLES.get(head):
            grouped.setdefault(_TITLES[head], []).append(_line(rule, found))
    return list(grouped.items())


def _in_two(sections: list[_Section]) -> list[tuple[_Line, _Line]]:
    """Return sections as lines of two columns side by side; a heading has neither text nor known.

    Set as one table: to balance columns the layout would set the page a dozen times.
    """
    columns = [[_Line(title, "", ""), *lines] for title, lines in sections]
    whole = sum(len(lines) for lines in columns)
    half = next(
        (at for at, sum_ in enumerate(accumulate(map(len, columns)), 1) if 2 * sum_ >= whole), 0
    )
    left, right = (list(chain(*some)) for some in (columns[:half], columns[half:]))
    return list(zip_longest(left, right, fillvalue=_Line("", "", "")))


def _kg(found: Measured) -> str:
    return stated_quantity(found.value, Dimension.MASS, 1.0)


def _state(sheet: Vehicle, state: LoadState) -> dict[str, Any]:
    return {
        "name": state.key.replace("_", "-"),
        "wheels": [
            _kg(wheel)
            for wheel in (
                state.front_left_kg,
                state.front_right_kg,
                state.rear_left_kg,
                state.rear_right_kg,
            )
        ],
        "axles": [
            (
                name,
                stated_quantity(load, Dimension.MASS, 1.0),
                _kg(axle.rating_kg),
                load > axle.rating_kg.value,
            )
            for name, load, axle in (
                ("front", state.axle_kg(End.FRONT), sheet.front),
                ("rear", state.axle_kg(End.REAR), sheet.rear),
            )
        ],
        "height": stated_quantity(
            state.centre_of_gravity_height_m.value,
            Dimension.LENGTH,
            state.centre_of_gravity_height_m.tolerance,
        ),
    }


def intake_sheet(job: OpenJob, units: Units) -> Page:
    """Return the intake sheet of a job as a page to lay out."""
    sheet, complaint, look = job.sheet, job.read(Complaint), job.read(LookOver)
    assessment = job.assessment
    says = job.practice
    parts = parts_to_see(sheet)
    seen = [
        (part, look.of(part.key))
        for part in parts
        if look.of(part.key).rating not in (Rating.UNSEEN, Rating.GOOD) or look.of(part.key).note
    ]
    photos = (
        job.row.photos.filter(removed_at=None)
        # Taken later, under the vehicle.
        .exclude(place__startswith=f"{STEP}.")
        .exclude(place__in=(SIDE, *ARRIVED))
        .order_by("pk")
    )
    names = {part.key: f"{part.axle} {part.label.lower()}" for part in parts}
    return page_of(
        "intake.html",
        {
            "job": job.row,
            "shop": job.row.shop.name,
            "kind": job.row.kind.replace("_", " "),
            "complaint": complaint,
            "sorting": says.sorting,
            "cure": says.cure.finding,
            "states": [_state(sheet, state) for state in sheet.load_states],
            "rating": _kg(sheet.rating_kg),
            "rows": _in_two(_sections(sheet)),
            "stops": [
                f for f in (*assessment.findings, *says.look.findings) if f.kind is Kind.STOP
            ],
            "findings": [f for f in says.look.findings if f.kind is not Kind.STOP],
            "seen": seen,
            "unseen": sum(look.of(part.key).rating is Rating.UNSEEN for part in parts),
            "parts": len(parts),
            "needs": says.look.needs,
            "chores": says.look.chores,
            "photos": [
                (names.get(photo.place, photo.place), shown)
                for photo in photos[:_MOST_PHOTOS]
                if (shown := photographed(photo)) is not None
            ],
            "defaults": sum(found.known is Known.DEFAULT for _, _, found in walk(sheet)),
        },
        units,
    )
