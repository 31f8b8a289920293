"""The owner's page: what changes, what does not, what it costs, and what a bar cannot do."""

import math
from typing import Any

from django.utils import timezone

from axlecore.choosing.figures import figures_of
from axlecore.lean.uncertainty import certainty
from axlecore.practice.finding import Finding, Kind
from axlecore.practice.target import Target
from axlecore.practice.words import chosen_words, how_known
from axlecore.quantities.sentences import km_per_h, m_per_s
from axlecore.quantities.units import Units
from axlecore.vehicle.loads import LOAD_NAMES, LoadKey
from axlecore.vehicle.rig import SetUp, Vehicle
from jobs.choosing import price_of
from jobs.opened import OpenJob
from prints.leaning import leaning_svg
from prints.paper import Page, drawing, page_of


def _degrees(rad: float) -> str:
    return f"{math.degrees(rad):.1f}°"


def _rows(
    sheet: Vehicle, chosen: SetUp, band_rad: float, key: LoadKey
) -> list[tuple[str, str, str, str]]:
    now, then = figures_of(sheet, SetUp(), key), figures_of(sheet, chosen, key)
    toss = then.head_toss_ratio - 1
    return [
        (
            "Lean in an ordinary bend (0.3 g)",
            _degrees(now.lean_rad),
            f"{_degrees(then.lean_rad)} ± {_degrees(band_rad)}",
            f"{abs(1 - then.lean_rad / now.lean_rad):.0%} "
            f"{'less' if then.lean_rad <= now.lean_rad else 'more'}",
        ),
        (
            f"Lean in a side wind of {m_per_s(12):.0f} at {km_per_h(25):.0f}",
            _degrees(now.wind_lean_rad),
            _degrees(then.wind_lean_rad),
            f"{abs(1 - then.wind_lean_rad / now.wind_lean_rad):.0%} "
            f"{'less' if then.wind_lean_rad <= now.wind_lean_rad else 'more'}",
        ),
        ("Swings after a push", str(now.swings), str(then.swings), ""),
        (
            "Toss of the head on a one-side bump",
            "as it is",
            f"{then.head_toss_ratio:.2f} times",
            f"{abs(toss):.0%} {'more' if toss > 0 else 'less'}",
        ),
        (
            "Front’s share of the load that moves outward",
            f"{now.front_share:.0%}",
            f"{then.front_share:.0%}",
            "",
        ),
        (
            "Twist of the ground before a wheel hangs",
            _degrees(now.articulation_rad),
            _degrees(then.articulation_rad),
            "",
        ),
    ]


#: Findings that are the owner's to know; the others are the fitter's work.
_OWNERS = (
    "front_share_falls",
    "wheel_lifts",
    "target_missed",
    "air_bags_connected",
    "decision_moved",
    "decision_misses_target",
    "decision_other_parts",
)


def _limits(findings: list[Finding], key: LoadKey) -> list[Finding]:
    return [found for found in findings if found.rule in _OWNERS and found.state in (None, key)]


#: What no bar changes; said on every page so that nobody buys one for it.
STAYS = (
    "Ratings of axles, tyres and vehicle: a bar raises none of them.",
    "How far a gust pushes it out of its lane.",
    "Pitching over an even hump, and diving under the brakes.",
    "A pull to one side, or wander on a calm straight road.",
    "How a stability system was set up: it is not recalibrated.",
)


def comparison_page(job: OpenJob, units: Units) -> Page:
    """Return the owner's page of a job as a page to lay out."""
    chosen = job.set_up
    sheet, fitted = job.fitted_rig
    assessment = job.assessment
    evaluation, decision = assessment.evaluation, job.decision
    context: dict[str, Any] = {
        "job": job.row,
        "shop": job.row.shop.name,
        "words": chosen_words(chosen),
        "stays": STAYS,
        "price": price_of(job, chosen),
        "currency": job.row.shop.currency,
        "later": job.read(Target).left_for_later,
        "decided": decision is not None and decision.set_up == chosen,
        "today": timezone.localdate(),
        "stops": [found for found in assessment.findings if found.kind is Kind.STOP],
    }
    if evaluation is not None:
        key = LoadKey.TRIP_READY if sheet.state(LoadKey.TRIP_READY) else sheet.load_states[0].key
        state = evaluation.states[sheet.weighed(key)]
        band = certainty(sheet, fitted, key)
        leaning = leaning_svg(
            sheet,
            state.roll_axis_height_m,
            state.before.reference_lean_rad,
            state.after.reference_lean_rad,
        )
        context |= {
            "limits": _limits(assessment.findings, key),
            "state": LOAD_NAMES[key],
            "rows": _rows(sheet, fitted, band.band_rad, key),
            "rests_on": how_known(band),
            "drawing": drawing(leaning),
        }
    return page_of("comparison.html", context, units)
