"""What is chosen and how it is known, in the trade's words, for paper."""

from __future__ import annotations

from axlecore.lean.uncertainty import Certainty
from axlecore.quantities.measure import Known
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action, AxleChoice, Joints, SetUp

_DONE = {
    Action.SUPPLEMENT: "beside the standard bar",
    Action.REPLACE: "in place of the standard bar",
    Action.NEW: "as new bar",
}


def chosen_words(set_up: SetUp) -> list[str]:
    """Return what is chosen, one sentence an axle.

    Parameters
    ----------
    set_up : SetUp
        What is chosen.
    """
    lines = []
    for name in End:
        choice: AxleChoice | None = set_up.of_end(name)
        if choice is not None:
            fitted = choice.fitted
            lines.append(
                f"{name.capitalize()}: {fitted.bar.name} {_DONE[choice.action]}, "
                f"hole {fitted.hole + 1}"
            )
        if set_up.joints(name) is Joints.RENEWED:
            lines.append(f"{name.capitalize()}: links and bushings of the standard bar renewed")
    return lines or ["Nothing is chosen: it stays as it is"]


#: How numbers are known, in a sentence to an owner; best first.
_KNOWN_WORDS = (
    ((Known.MEASURED,), "measured on this vehicle"),
    ((Known.PLATE, Known.QUOTED), "from plates and sellers"),
    ((Known.ESTIMATED,), "estimated"),
    ((Known.DEFAULT,), "typical for its class"),
)


def how_known(certainty: Certainty) -> str:
    """Return how many of the numbers that move a lean are measured and how many are typical.

    Parameters
    ----------
    certainty : Certainty
        What each number costs.
    """
    if not certainty.costs:
        return "Every number the lean rests on is exact."
    counted = [
        (sum(cost.known in known for cost in certainty.costs), words)
        for known, words in _KNOWN_WORDS
    ]
    parts = ", ".join(f"{count} {words}" for count, words in counted if count)
    return f"The lean rests on {len(certainty.costs)} numbers that move it: {parts}."
