"""The torque log: rows of it, the shop's wrenches, and one that sends."""

from dataclasses import dataclass
from datetime import datetime

import numpy as np
from django.utils import timezone

from axlecore.aftercare.then_and_now import beside
from axlecore.bay.torque_log import (
    HowTight,
    JointTarget,
    Judged,
    Wrench,
    check_supersedes,
    check_wrench,
    clamped_n_m,
    judged,
)
from axlecore.build.steps import Records
from axlecore.errors import InputError
from axlecore.formats import to_plain
from axlecore.quantities.units import Dimension, read_with_its_unit
from bay.models import TorqueWrench
from bay.typed import done_at, metres
from bay.work import BayWork, Joint
from devices.readings import WrenchReadOut, wrench_read
from devices.simulated import SimulatedWrench, WrenchFault
from jobs.gates import worked
from jobs.opened import OpenJob
from shops.models import Person
from shops.requests import only_a_lead


@dataclass(frozen=True)
class TypedReading:
    """A row of the torque log as it was typed."""

    joint: str
    bolt: int
    how: HowTight
    typed: str = ""
    wrench_id: int | None = None
    extension: str = ""
    supersedes: int | None = None
    override: str = ""
    simulated: bool = False
    at: datetime | None = None


def read_torque(job: OpenJob, person: Person, typed: TypedReading) -> None:
    """Add a row to the torque log; nothing in it is ever written over."""
    bay = BayWork(job)
    joint = bay.joint(typed.joint)
    bay.check(joint.step.key, Records.TORQUE)
    if not 1 <= typed.bolt <= joint.target.count:
        raise InputError(
            "bolt", f"Read bolt {typed.bolt}; this joint has 1 to {joint.target.count}."
        )
    check_supersedes(joint.readings, typed.bolt, typed.supersedes)
    if typed.override.strip():
        only_a_lead(person, "Only a lead lets a joint pass that is out of its range; ask one.")
    wrench = _wrench(person, typed, joint.target)
    extension_m = 0.0
    if typed.extension.strip():
        extension_m = metres(typed.extension, "extension")
    got = None
    if typed.how is HowTight.READ:
        read = read_with_its_unit(typed.typed, Dimension.TORQUE, "typed")
        got = read if wrench is None else clamped_n_m(read, _core(wrench), extension_m)
    job.row.torque_rows.create(
        joint=typed.joint,
        bolt=typed.bolt,
        how=typed.how,
        typed=typed.typed.strip(),
        got_n_m=got,
        extension_m=extension_m,
        wrench=wrench,
        judged=_judged(joint, typed, got),
        target=to_plain(joint.target),
        simulated=typed.simulated,
        supersedes_id=typed.supersedes,
        override=typed.override.strip(),
        person=person,
        done_at=done_at(typed.at),
    )
    worked(job.row)


def _judged(joint: Joint, typed: TypedReading, got_n_m: float | None) -> Judged:
    """What a reading is worth; one that fell since the last time opens its joint, in range too."""
    found = judged(joint.target, got_n_m, typed.how)
    if typed.supersedes is not None or found is not Judged.PASSES:
        return found
    row = beside(typed.joint, joint.target.what, typed.bolt, joint.then.get(typed.bolt), got_n_m)
    return Judged.LOW if row.reopens else found


#: What a stand-in pulls a joint to where no sheet gives a figure [N·m].
_NO_FIGURE = 100.0


def read_radio_wrench(job: OpenJob, joint_key: str, fault: WrenchFault) -> WrenchReadOut:
    """Return what a wrench sends of a joint; nothing is kept until somebody takes it over."""
    bay = BayWork(job)
    joint = bay.joint(joint_key)
    passes = joint.target.passes_n_m
    other = next((key for key in bay.joints if key != joint_key), "")
    generator = np.random.default_rng([job.row.pk, len(joint.rows), len(joint_key)])
    truth = passes[-1] if passes else _NO_FIGURE
    return wrench_read(SimulatedWrench(truth, joint_key, other, fault, generator), joint_key)


def _wrench(person: Person, typed: TypedReading, target: JointTarget) -> TorqueWrench | None:
    if typed.how is not HowTight.READ:
        return None
    if typed.wrench_id is None:
        raise InputError("wrench", "Say which wrench read it: an impact tool is no reading.")
    wrench = TorqueWrench.objects.get(pk=typed.wrench_id, shop=person.shop_id)
    check_wrench(_core(wrench), timezone.localdate(), target)
    return wrench


def _core(wrench: TorqueWrench) -> Wrench:
    return Wrench(
        wrench.name,
        wrench.calibrated_on,
        wrench.due_on,
        wrench.from_n_m,
        wrench.to_n_m,
        wrench.length_m,
    )


def keep_wrench(person: Person, wrench: Wrench) -> None:
    """Keep a wrench of the shop, or its new calibration."""
    only_a_lead(person, "Only a lead keeps the shop's wrenches; ask one.")
    TorqueWrench.objects.update_or_create(
        shop=person.shop,
        name=wrench.name.strip(),
        defaults={**to_plain(wrench), "name": wrench.name.strip()},
    )
