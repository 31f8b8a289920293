"""What the rules say of a whole job's papers, in one record."""

from __future__ import annotations

from dataclasses import dataclass

from axlecore.errors import CoreError
from axlecore.measure import Record
from axlecore.practice.consequences import Consequences, consequences
from axlecore.practice.decision import Decision, decision_findings
from axlecore.practice.finding import Finding, gravest_first
from axlecore.practice.findings import Assessment
from axlecore.practice.listen import (
    Complaint,
    Medicine,
    SymptomRow,
    medicine,
    sort_complaint,
    symptom_rows,
)
from axlecore.practice.look import LookOver, Part, parts_to_see
from axlecore.practice.offers import OfferList, offers
from axlecore.practice.stations import Gate, JobKind, gates
from axlecore.practice.target import Target, target_findings
from axlecore.rig import SetUp, Vehicle
from axlecore.rolltest import RollTestReport, report


def with_choice(
    assessment: Assessment, set_up: SetUp, target: Target, decision: Decision | None
) -> Assessment:
    """Return an assessment with what target and decision say of it.

    Parameters
    ----------
    assessment : Assessment
        Of the present sheet and choice.
    set_up : SetUp
        What is chosen.
    target : Target
        What is aimed at.
    decision : Decision or None
        The last one recorded.
    """
    if assessment.evaluation is None:
        return assessment
    more = [] if set_up.empty else target_findings(target, assessment.evaluation)
    if decision is not None:
        more += decision_findings(decision, set_up, assessment.evaluation)
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
    medicine : Medicine
        Whether a bar is the medicine.
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
    """

    symptoms: list[SymptomRow]
    sorting: list[Finding]
    medicine: Medicine
    parts: list[Part]
    look: Consequences
    offers: OfferList
    roll_test: RollTestReport
    gates: list[Gate]


def practice(
    kind: JobKind,
    vehicle: Vehicle,
    complaint: Complaint,
    look: LookOver,
    assessment: Assessment,
    decided: bool = False,
) -> Practice:
    """Return what the rules say of a job's papers.

    Parameters
    ----------
    kind : JobKind
        What the job is about.
    vehicle : Vehicle
        The measured sheet.
    complaint : Complaint
        What the owner said.
    look : LookOver
        What was seen.
    assessment : Assessment
        What the numbers say.
    decided : bool
        Whether a choice is recorded.
    """
    return Practice(
        symptoms=symptom_rows(),
        sorting=sort_complaint(complaint),
        medicine=medicine(complaint),
        parts=parts_to_see(vehicle),
        look=consequences(vehicle, look),
        offers=offers(vehicle),
        roll_test=_roll_test(vehicle),
        gates=gates(kind, vehicle, complaint, look, assessment.findings, decided),
    )


def _roll_test(vehicle: Vehicle) -> RollTestReport:
    try:
        return report(vehicle)
    except CoreError:
        # Said where it belongs: as trouble among the offers, or as a stop among the findings.
        return RollTestReport()
