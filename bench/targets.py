"""What a figure is asked to be, whether it is, and how a table of figures says so.

What depends on the machine is judged in evaluations' worth: a time over what one evaluation of a
job took in the same run. Its target is the ratio that it had on the machine it was set on.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path

DOCS = Path(__file__).resolve().parents[1] / "docs" / "benchmarks.md"
#: One evaluation where the targets were set [ms of processor time].
EVALUATION_MS = 8.0
_MS = {"ms": 1.0, "s": 1e3}
_TARGET = re.compile(r"(at most|under|at least) ([\d.]+)")


@dataclass(frozen=True)
class Figure:
    """One measured figure beside its target.

    Attributes
    ----------
    words, unit : str
        What was measured, and its unit.
    value : float
        As it was measured.
    target : str
        Such as ``at most 1`` in the same unit; empty where nothing is asked.
    evaluation_ms : float
        What one evaluation took in the same run [ms].
    """

    words: str
    unit: str
    value: float
    target: str
    evaluation_ms: float

    @property
    def worth(self) -> float | None:
        """The figure in evaluations' worth; None where it is no time."""
        per = _MS.get(self.unit)
        return None if per is None else self.value * per / self.evaluation_ms

    @property
    def met(self) -> bool | None:
        """Whether the target is met; None where nothing is asked."""
        found = _TARGET.fullmatch(self.target)
        if found is None:
            return None
        asked = float(found[2])
        if self.worth is None:
            value = self.value
        else:
            value, asked = self.worth, asked * _MS[self.unit] / EVALUATION_MS
        return value >= asked if found[1] == "at least" else value <= asked

    @property
    def row(self) -> str:
        """One row of a table: measured, in evaluations' worth, target, met or not."""
        met = {None: "–", True: "met", False: "**not met**"}[self.met]
        asked = f"{self.target} {self.unit}".strip() if self.target else "–"
        worth, per = "–", _MS.get(self.unit)
        if self.worth is not None:
            worth = f"{self.worth:.3g}"
        found = _TARGET.fullmatch(self.target)
        if found is not None and per is not None:
            asked += f" ({float(found[2]) * per / EVALUATION_MS:.3g})"
        return f"| {self.words} | {self.value:.4g} {self.unit} | {worth} | {asked} | {met} |"


HEAD = (
    "| what | measured | evaluations' worth | target (evaluations' worth) | |",
    "|---|---:|---:|---|---|",
)


def table(figures: Iterable[Figure]) -> str:
    """Return figures as rows of a table of docs/benchmarks.md."""
    return "\n".join([*HEAD, *(figure.row for figure in figures)])


def write_down(mark: str, text: str) -> None:
    """Put what a command measured in the place that docs/benchmarks.md has for it."""
    before, begin, rest = DOCS.read_text().partition(f"<!-- {mark} -->\n")
    _, end, after = rest.partition(f"<!-- /{mark} -->")
    if not end:
        raise ValueError(f"docs/benchmarks.md has no place for {mark}")
    DOCS.write_text(f"{before}{begin}{text}\n{end}{after}")
