"""An owner's lean before and after, as it is drawn: bodies that lean, and bands on one scale."""

import math
from dataclasses import dataclass

from axlecore.aftercare.owner_report import OwnerLean
from axlecore.road.intervals import Interval

#: Small angles are drawn larger than true, and the drawing says so.
DRAWN_LARGER = 3
_LEFT, _RIGHT, _TOP, _ROW = 10.0, 330.0, 130.0, 32.0


@dataclass(frozen=True)
class DrawnBand:
    """A band on its row: where it begins, ends, and has its middle, and what it says."""

    name: str
    look: str
    y: float
    x_low: float
    x_high: float
    x: float
    says: str

    @property
    def width(self) -> float:
        return self.x_high - self.x_low


@dataclass(frozen=True)
class DrawnLean:
    """All that the drawing of an owner's lean needs."""

    bands: list[DrawnBand]
    ticks: list[tuple[float, str]]
    before_turn: float
    after_turn: float
    larger: int
    height: float
    axis_y: float
    says: str


def drawn_lean(lean: OwnerLean) -> DrawnLean:
    """Return where everything of an owner's lean is drawn."""
    rows = [
        ("before, predicted", "before", lean.predicted_before),
        ("before, measured", "before", lean.measured_before),
        ("now, predicted", "after", lean.predicted_after),
        ("now, measured", "after", lean.measured_after),
    ]
    there = [(name, look, band) for name, look, band in rows if band is not None]
    most = math.ceil(max(band.high for _, _, band in there) * 1.05)

    def x(value: float) -> float:
        return _LEFT + (_RIGHT - _LEFT) * value / most

    bands = [
        DrawnBand(
            name,
            look,
            _TOP + _ROW * at,
            round(x(max(0.0, band.low)), 1),
            round(x(band.high), 1),
            round(x(band.value), 1),
            with_band(band),
        )
        for at, (name, look, band) in enumerate(there)
    ]
    before = lean.measured_before or lean.predicted_before
    after = lean.measured_after or lean.predicted_after
    axis_y = _TOP + _ROW * len(there) - 4
    return DrawnLean(
        bands,
        [(round(x(tick), 1), f"{tick}°") for tick in range(0, most + 1, max(1, most // 5))],
        round(DRAWN_LARGER * before.value, 2),
        round(DRAWN_LARGER * after.value, 2),
        DRAWN_LARGER,
        axis_y + 26,
        axis_y,
        "; ".join(f"{band.name} {band.says}" for band in bands),
    )


def with_band(band: Interval) -> str:
    """Return a lean with half of its band, in degrees."""
    half = (band.high - band.low) / 2
    return f"{band.value:.1f} ± {max(half, 0.05):.1f}°"
