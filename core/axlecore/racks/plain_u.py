"""A bar as a plain U, as a row of a table tells it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from axlecore.bars.bar import Bar
from axlecore.quantities.measure import Known, Measured

#: Which column tells what a bar keeps under another name.
FIELDS_OF_A_BAR = {
    "centre_line_m": "centre",
    "hole_setbacks_m": "holes",
    "piece_diameters_m": "arm_diameter",
}
#: A seller who names no steel sells this one.
_USUAL_STEEL = "1045_hardened"
#: More holes an arm than any bar has.
_MOST_HOLES = 9


def bar_of(name: str, told: Mapping[str, Any]) -> Bar:
    """Return the bar that a row tells.

    Parameters
    ----------
    name : str
        What it is called.
    told : mapping of str to value
        Fields as `columns` names them: those of a bar, but arm, splay, centre, hole step,
        holes and the arms' diameter in place of its centre line, setbacks and pieces [m].

    Raises
    ------
    InputError
        The bar does not hold together; names its field.
    """
    half, arm, splay = told["centre_m"] / 2, told["arm_m"], told.get("splay_m", 0.0)
    step, holes = told.get("hole_step_m", 0.0), min(told.get("holes", 1), _MOST_HOLES)
    return Bar(
        name=name,
        outside_diameter_m=told["outside_diameter_m"],
        bore_m=told.get("bore_m", Measured(0.0, Known.PLATE, 0.0, "0")),
        centre_line_m=(
            (arm, -half - splay, 0.0),
            (0.0, -half, 0.0),
            (0.0, half, 0.0),
            (arm, half + splay, 0.0),
        ),
        bushing_span_m=told["bushing_span_m"],
        hole_setbacks_m=tuple(round(hole * step, 4) for hole in range(holes)),
        bushing_rate_n_per_m=told.get("bushing_rate_n_per_m"),
        link_rate_n_per_m=told.get("link_rate_n_per_m"),
        steel=told.get("steel", _USUAL_STEEL),
        piece_diameters_m=_pieces(told),
    )


def _pieces(told: Mapping[str, Any]) -> tuple[float, ...]:
    """Diameters of arm, centre part and arm where the arms have another."""
    arms, centre = told.get("arm_diameter_m"), told["outside_diameter_m"].value
    return () if arms is None else (arms, centre, arms)


def plain_u(bar: Bar) -> dict[str, Any]:
    """Return what a row tells of a bar; the other way round from `bar_of`.

    Parameters
    ----------
    bar : Bar
        A plain U; of another one only the outline is told.
    """
    eye, bend = bar.centre_line_m[0], bar.centre_line_m[1]
    holes = bar.hole_setbacks_m
    return {
        **vars(bar),
        "arm_m": eye[0] - bend[0],
        "splay_m": bend[1] - eye[1],
        "centre_m": -2 * bend[1],
        "hole_step_m": holes[1] if len(holes) > 1 else 0.0,
        "holes": len(holes),
        "arm_diameter_m": bar.piece_diameters_m[0] if bar.piece_diameters_m else None,
    }
