"""What the fit-up of a job comes to, and beginning, adding to and taking from its sheet."""

import json
from collections import OrderedDict
from hashlib import sha256

from axlecore.fitup.advice import RackLink
from axlecore.fitup.applied import fitted_bar
from axlecore.fitup.sheet import Fitting, Layout
from axlecore.fitup.start import begin, with_part, without_part
from axlecore.formats import to_plain
from axlecore.practice.fitting import FitStation, Racks, fit_station
from axlecore.quantities.entry import fit_part
from axlecore.racks.parts import PartKind, RackPart
from axlecore.vehicle.ends import End
from jobs.models import Job
from jobs.records import arrival_of, fitting_of, look_over_of, paper_of, set_up_of
from racks.services import made_for, record_of, suited_to
from rigs.services import sheet_of

#: Results kept by what they were worked out from: one edit asks three times for the same.
_KEPT = 64
_kept: "OrderedDict[str, FitStation]" = OrderedDict()


def fit_of(job: Job) -> FitStation:
    """Return what the fit-up of a job comes to. Call with shop, vehicle and papers read along."""
    racks = _racks(job)
    key = _key(job, racks)
    found = _kept.get(key)
    if found is None:
        found = fit_station(
            sheet_of(job.vehicle),
            set_up_of(job),
            look_over_of(job),
            fitting_of(job),
            arrival_of(job),
            job.shop.schools,
            racks,
        )
        _kept[key] = found
        while len(_kept) > _KEPT:
            _kept.popitem(last=False)
    return found


def _key(job: Job, racks: Racks) -> str:
    """By content: a version whose transaction was undone may come again with another one."""
    papers = [paper_of(job, name).document for name in ("look_over", "fitting", "arrival")]
    parts = {name: to_plain(part) for name, part in racks.parts.items()}
    links = {name: [vars(link) for link in found] for name, found in racks.links.items()}
    whole = [job.vehicle.sheet, job.set_up, papers, job.shop.schools, parts, links]
    return sha256(json.dumps(whole, sort_keys=True).encode()).hexdigest()


def _racks(job: Job) -> Racks:
    fitting, chosen = fitting_of(job), set_up_of(job)
    sheet = sheet_of(job.vehicle)
    parts: dict[str, RackPart] = {}
    links: dict[str, list[RackLink]] = {}
    for end in End:
        if fitting.of_end(end) is None:
            continue
        choice = chosen.of_end(end)
        if choice is not None and choice.part_number:
            part = made_for(job.shop_id, end).filter(part_number=choice.part_number).first()
            if part is not None:
                parts[end] = record_of(part)
        stored = suited_to(job.shop_id, sheet.heaviest_kg(end), end).filter(
            kind=PartKind.LINK.value
        )
        links[end] = [
            RackLink(record.name, record.link.length_from_m.value, record.link.length_to_m.value)
            for record in (record_of(one) for one in stored.order_by("part_number"))
            if record.link is not None
        ]
    return Racks(parts, links)


def begun_fitting(job: Job, fitting: Fitting, end: End, layout: Layout) -> Fitting:
    """Return a fit-up sheet with one axle begun from a suspension's usual places."""
    sheet = sheet_of(job.vehicle)
    there = fitted_bar(sheet, set_up_of(job), end)
    fit = begin(sheet.of_end(end), there.bar, layout)
    if there.hole:
        for side in ("left", "right"):
            fit = fit_part(fit, f"{side}.bar_hole", there.hole)
    return fit_part(fitting, end, fit)


def changed_fitting(job: Job, fitting: Fitting, end: End, place: str, there: bool) -> Fitting:
    """Return a fit-up sheet with one thing more or less."""
    if not there:
        return without_part(fitting, end, place)
    sheet = sheet_of(job.vehicle)
    return with_part(fitting, end, sheet.of_end(end), place)
