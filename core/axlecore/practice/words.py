"""What is chosen, in the trade's words, for paper."""

from __future__ import annotations

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
