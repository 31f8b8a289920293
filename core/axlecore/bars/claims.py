"""Sellers' claims: what the geometry says, and which reading would make a claim true."""

from __future__ import annotations

from dataclasses import dataclass, replace

from scipy.optimize import brentq

from axlecore.bars.bar import Bar, bar_rates
from axlecore.errors import InputError
from axlecore.quantities.measure import Measured, Record
from axlecore.quantities.sentences import mm

#: A reading this near to a claim makes it true: two points of a hundred.
_NEAR = 0.02


@dataclass(frozen=True)
class Reading(Record):
    """One way to read "x % stiffer".

    Attributes
    ----------
    name : str
        What is compared.
    gain : float
        What comes out, as a part: 0.5 for half as stiff again.
    fits : bool
        It is the claim, within two points.
    """

    name: str
    gain: float
    fits: bool


@dataclass(frozen=True)
class Audit(Record):
    """A claim held against the geometry.

    Attributes
    ----------
    claimed_gain, computed_gain : float
        As parts: 0.9 for 90 % stiffer; computed with hole, bushings and links as fitted.
    off_by : float
        Claimed less computed.
    old_rate_n_per_m, new_rate_n_per_m : float
        Rates at the bar's end [N/m].
    readings : list of Reading
        Ways to read the claim, nearest first.
    true_bore_m : float or None
        Bore of the new bar that would make the claim true [m]; None where a reading does, or none.
    said : str
        The verdict in a sentence.
    """

    claimed_gain: float
    computed_gain: float
    off_by: float
    old_rate_n_per_m: float
    new_rate_n_per_m: float
    readings: list[Reading]
    true_bore_m: float | None
    said: str


def audit(claimed_gain: float, old: Bar, old_hole: int, new: Bar, new_hole: int) -> Audit:
    """Return what a claim of "x % stiffer" is worth.

    Parameters
    ----------
    claimed_gain : float
        As a part: 0.9 for 90 % stiffer; −0.9 to 50.
    old, new : Bar
        The bar that is there, and the seller's, with all that is known of them.
    old_hole, new_hole : int
        Holes used, 0 the outermost.

    Returns
    -------
    Audit
        Computed gain, difference, and which reading would make the claim true.

    Raises
    ------
    InputError
        Names the argument out of range.
    """
    if not -0.9 <= claimed_gain <= 50:
        raise InputError("claimed_gain", "A claim lies between 90 % softer and 5000 % stiffer.")
    pairs: list[tuple[str, Bar, int, Bar, int]] = [
        ("as fitted, with bushings and links", old, old_hole, new, new_hole),
        ("steel alone, bushings and links rigid", _steel(old), old_hole, _steel(new), new_hole),
        ("both taken as solid", _solid(old), old_hole, _solid(new), new_hole),
        *(
            (f"new bar in its {name} hole", old, old_hole, new, hole)
            for hole, name in enumerate(_hole_names(len(new.hole_setbacks_m)))
        ),
    ]
    bars = [bar for _, a, _, b, _ in pairs for bar in (a, b)]
    holes = [hole for _, _, a, _, b in pairs for hole in (a, b)]
    rates = bar_rates(bars, holes)
    gains = {name: float(rates[2 * i + 1] / rates[2 * i] - 1) for i, (name, *_) in enumerate(pairs)}
    fitted = gains[pairs[0][0]]
    gains["both bars together, the new beside the standard one"] = fitted + 1
    gains["so much of the old bar's stiffness, not so much more"] = fitted + 1
    gains["diameters only, to the fourth power"] = (
        new.outside_diameter_m.value / old.outside_diameter_m.value
    ) ** 4 - 1
    readings = sorted(
        (Reading(name, gain, abs(gain - claimed_gain) <= _NEAR) for name, gain in gains.items()),
        key=lambda reading: abs(reading.gain - claimed_gain),
    )
    computed = fitted
    bore_m = (
        None
        if any(one.fits for one in readings)
        else _true_bore(claimed_gain, old, old_hole, new, new_hole)
    )
    return Audit(
        claimed_gain=claimed_gain,
        computed_gain=computed,
        off_by=claimed_gain - computed,
        old_rate_n_per_m=float(rates[0]),
        new_rate_n_per_m=float(rates[1]),
        readings=readings,
        true_bore_m=bore_m,
        said=_verdict(claimed_gain, computed, readings, bore_m),
    )


def _hole_names(count: int) -> list[str]:
    """Names of a bar's holes from the outermost in; a bar with one hole needs none."""
    ends = ("outermost", "innermost")
    if count < 2:
        return []
    return [ends[0], *(f"{number}." for number in range(2, count)), ends[1]]


def _true_bore(
    claimed_gain: float, old: Bar, old_hole: int, new: Bar, new_hole: int
) -> float | None:
    """Return the bore that would make the claim true of the new bar [m]; None if none does."""
    outside = new.outside_diameter_m.value
    (wanted,) = (1 + claimed_gain) * bar_rates([old], [old_hole])

    def missing(bore: float) -> float:
        (rate,) = bar_rates([replace(new, bore_m=Measured(bore))], [new_hole])
        return float(rate - wanted)

    thinnest = 0.95 * outside
    if not missing(thinnest) < 0 < missing(0.0):
        return None
    return float(brentq(missing, 0.0, thinnest, xtol=1e-6))


def _steel(bar: Bar) -> Bar:
    return replace(bar, bushing_rate_n_per_m=None, link_rate_n_per_m=None)


def _solid(bar: Bar) -> Bar:
    return replace(_steel(bar), bore_m=Measured(0.0))


def _verdict(claimed: float, computed: float, readings: list[Reading], bore_m: float | None) -> str:
    if abs(claimed - computed) <= _NEAR:
        return f"The claim of {claimed:.0%} holds: computed {computed:.0%} as fitted."
    said = f"Claimed {claimed:.0%}, computed {computed:.0%} as fitted. "
    if computed > claimed:
        said = f"The claim of {claimed:.0%} is exceeded: computed {computed:.0%} as fitted. "
    if readings[0].fits:
        return f"{said}The claim is true only read as {readings[0].name}."
    said += (
        f"No reading makes the claim true; the nearest, {readings[0].name}, gives "
        f"{readings[0].gain:.0%}."
    )
    if bore_m is None:
        return said
    return f"{said} It would be true of a tube with a bore of {mm(bore_m):.1f}: weigh it."
