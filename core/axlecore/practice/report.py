"""What the rules say of a whole job's papers, in one record."""

from __future__ import annotations

from dataclasses import dataclass

from axlecore.errors import CoreError
from axlecore.fitup.applied import with_fit_up
from axlecore.fitup.sheet import Fitting
from axlecore.lean.evaluate import evaluate
from axlecore.motion.roll_test import RollTestReport, report
from axlecore.practice.checks import Papers
from axlecore.practice.consequences import Chore, Consequences
from axlecore.practice.decision import Decision, decision_findings
from axlecore.practice.finding import Finding, gravest_first
from axlecore.practice.findings import Assessment, assess
from axlecore.practice.fitting import promise_findings
from axlecore.practice.gates import Gate, gates
from axlecore.practice.listen import (
    Cure,
    SymptomRow,
    cure,
    sort_complaint,
    symptom_rows,
)
from axlecore.practice.look import parts_to_see
from axlecore.practice.offers import OfferList, offers
from axlecore.practice.target import Target, target_findings
from axlecore.practice.undercarriage import Part
from axlecore.practice.ways import way_chores
from axlecore.quantities.measure import Record
from axlecore.vehicle.rig import SetUp, Vehicle


def assessed(
    vehicle: Vehicle, set_up: SetUp, target: Target, decision: Decision | None, fitting: Fitting
) -> Assessment:
    """Return what a job's numbers say, with its target, its decision and its fit-up.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    target : Target
        What is aimed at.
    decision : Decision or None
        The last one recorded.
    fitting : Fitting
        The fit-up sheet: its motion ratios and holes go into the figures.
    """
    fitted = with_fit_up(vehicle, set_up, fitting)
    assessment = assess(*fitted)
    if assessment.evaluation is None:
        return assessment
    more = [] if set_up.empty else target_findings(target, assessment.evaluation)
    held = assessment.evaluation
    if decision is not None and fitted != (vehicle, set_up):
        chosen = evaluate(vehicle, set_up)
        broken = promise_findings(decision, chosen, assessment.evaluation)
        more += broken
        # Once fitting is named as the cause, the decision is held against what was chosen.
        held = chosen if broken else held
    if decision is not None:
        more += decision_findings(decision, set_up, held)
    return Assessment(assessment.evaluation, gravest_first([*assessment.findings, *more]))


@dataclass(frozen=True)
class Practice(Record):
    """Everything the first stations show beside the numbers.

    Attributes
    ----------
    symptoms : list of SymptomRow
        The journey's table.
    sorting : list of Finding
        What a bar does to each symptom.
    cure : Cure
        Whether a bar will cure it.
    parts : list of Part
        To be looked at.
    look : Consequences
        What follows from the look-over.
    offers : OfferList
        What follows from the readings.
    roll_test : RollTestReport
        The yard roll test beside the model.
    gates : list of Gate
        Of the stations that are built.
    ways : list of Chore
        What the ways of the shop ask for.
    """

    symptoms: list[SymptomRow]
    sorting: list[Finding]
    cure: Cure
    parts: list[Part]
    look: Consequences
    offers: OfferList
    roll_test: RollTestReport
    gates: list[Gate]
    ways: list[Chore]


def practice(papers: Papers) -> Practice:
    """Return what the rules say of a job's papers.

    Parameters
    ----------
    papers : Papers
        Of the job.
    """
    return Practice(
        symptoms=symptom_rows(),
        sorting=sort_complaint(papers.complaint),
        cure=cure(papers.complaint),
        parts=parts_to_see(papers.vehicle, papers.kind, papers.look.ends),
        look=papers.seen,
        offers=offers(papers.vehicle),
        roll_test=_roll_test(papers.vehicle),
        gates=gates(papers),
        ways=way_chores(papers.schools),
    )


def _roll_test(vehicle: Vehicle) -> RollTestReport:
    try:
        return report(vehicle)
    except CoreError:
        # Said where it belongs: as trouble among the offers, or as a stop among the findings.
        return RollTestReport()
