"""A job with everything about it: each record read once, each answer worked out once."""

from functools import cached_property
from typing import TYPE_CHECKING, Any, TypeVar

from django.conf import settings
from django.db.models import Prefetch, prefetch_related_objects
from django.utils.module_loading import import_string

from axlecore.fitup.advice import RackLink
from axlecore.fitup.applied import with_fit_up
from axlecore.fitup.arrival import Arrival
from axlecore.fitup.schools import holding
from axlecore.fitup.sheet import Fitting
from axlecore.formats import from_plain, to_json, to_plain
from axlecore.papers import PAPER_OF, PAPERS, PaperName
from axlecore.practice.as_found import as_found, idle_bars
from axlecore.practice.checks import Built, Papers, Returned
from axlecore.practice.decision import Decision
from axlecore.practice.findings import Assessment
from axlecore.practice.fitting import FitStation, Racks, fit_station
from axlecore.practice.listen import Complaint
from axlecore.practice.look import LookOver
from axlecore.practice.report import Practice, assessed, practice
from axlecore.practice.stations import JobKind, Station
from axlecore.practice.target import Target
from axlecore.quantities.measure import Record
from axlecore.racks.parts import PartKind, RackPart
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import SetUp
from axlecore.vehicle.rig import Vehicle as Sheet
from jobs.kept import Kept
from jobs.models import Decision as StoredDecision
from jobs.models import GatePass, Job, Paper
from racks.services import made_for, suited_to

if TYPE_CHECKING:
    from jobs.work import Work

R = TypeVar("R", bound=Record)

#: A record with its JSON, which is written once however often it is sent.
_assessments: Kept[tuple[Assessment, bytes]] = Kept(96)
_fits: Kept[tuple[FitStation, bytes]] = Kept(48)
#: Stored documents as records: a write reads the same ones before and after, and a fit-up looks
#: at the same few dozen parts of the racks each time.
_records: Kept[Record] = Kept(1024)


def opened(job_id: int, shop_id: int) -> "OpenJob":
    """Return a job of a shop with all that is stored of it; Job.DoesNotExist if there is none."""
    jobs = Job.objects.select_related("vehicle__owner", "shop", "fitter").prefetch_related(
        *_stored_along()
    )
    return OpenJob(jobs.get(pk=job_id, shop_id=shop_id))


def _stored_along() -> tuple[str | Prefetch, ...]:
    """What is read together with a job."""
    return (
        "papers",
        Prefetch("passes", GatePass.objects.select_related("person").order_by("pk")),
        Prefetch("decisions", StoredDecision.objects.select_related("person")),
    )


def _record(document: Any, kind: type[R]) -> R:
    found = _records.answer([kind.__name__, document], lambda: from_plain(document, kind))
    assert isinstance(found, kind)
    return found


class OpenJob:
    """One stored job as core's records, and what core says of them.

    Parameters
    ----------
    row : Job
        With vehicle, shop, papers, passes and decisions read along. What is worked out is not
        worked out again when the row changes; open the job anew after a write.
    """

    def __init__(self, row: Job) -> None:
        self.row = row
        #: Of each document by name, as it was when the job was opened.
        self.versions: dict[str, int] = {
            "sheet": row.vehicle.version,
            "set_up": row.version,
            **{name.value: self.paper(name).version for name in PAPERS},
        }
        #: Versions that were made by the write this job was opened after.
        self.wrote: dict[str, int] = {}

    def after_writing(self) -> "OpenJob":
        """Return the job anew once its rows are written; only what was added to is read again."""
        prefetch_related_objects([self.row], *_stored_along())
        now = OpenJob(self.row)
        now.wrote = {n: made for n, made in now.versions.items() if made != self.versions[n]}
        return now

    @cached_property
    def sheet(self) -> Sheet:
        return _record(self.row.vehicle.sheet, Sheet)

    @cached_property
    def rig(self) -> Sheet:
        """The vehicle as the look-over found it, which is what is worked with."""
        return as_found(self.sheet, self.read(LookOver))

    @cached_property
    def set_up(self) -> SetUp:
        return _record(self.row.set_up, SetUp)

    @cached_property
    def _papers(self) -> dict[PaperName, Paper]:
        # All papers of a job are read together, so that any number of them costs one query.
        stored = {paper.name: paper for paper in self.row.papers.all()}
        return {
            name: stored.get(name)
            or Paper(job=self.row, name=name, document=to_plain(kind.record()))
            for name, kind in PAPERS.items()
        }

    def paper(self, name: PaperName) -> Paper:
        """The row of a paper; an unsaved first version where nobody has written on it."""
        return self._papers[name]

    def record(self, name: PaperName) -> Record:
        """A paper as core's record."""
        return _record(self.paper(name).document, PAPERS[name].record)

    def read(self, kind: type[R]) -> R:
        """The paper that holds this kind of record."""
        found = self.record(PAPER_OF[kind])
        assert isinstance(found, kind)
        return found

    @property
    def last_decision(self) -> StoredDecision | None:
        """The row of the last choice recorded."""
        # All of a job's decisions are read together with it; there are never many.
        return max(self.row.decisions.all(), key=lambda one: one.pk, default=None)

    @cached_property
    def decision(self) -> Decision | None:
        """The last choice recorded, as core's record."""
        stored = self.last_decision
        return None if stored is None else _record(stored.document, Decision)

    @cached_property
    def fitted_rig(self) -> tuple[Sheet, SetUp]:
        """Sheet and choice as the fit-up leaves them: what is worked with."""
        return with_fit_up(self.rig, self.set_up, self.read(Fitting))

    @property
    def assessment(self) -> Assessment:
        """What the job's numbers say."""
        return self._assessed[0]

    @property
    def assessment_json(self) -> bytes:
        """The same as it is sent."""
        return self._assessed[1]

    @property
    def fit(self) -> FitStation:
        """What the fit-up comes to."""
        return self._fitted[0]

    @property
    def fit_json(self) -> bytes:
        """The same as it is sent."""
        return self._fitted[1]

    def _documents(self, *names: PaperName) -> list[Any]:
        return [self.row.vehicle.sheet, self.row.set_up, *(self.paper(n).document for n in names)]

    @cached_property
    def _assessed(self) -> tuple[Assessment, bytes]:
        def work() -> tuple[Assessment, bytes]:
            papers = self.read(Target), self.decision, self.read(Fitting)
            found = assessed(self.rig, self.set_up, *papers)
            return found, to_json(found)

        stored = self.last_decision
        question = [
            *self._documents(PaperName.TARGET, PaperName.FITTING),
            sorted(idle_bars(self.read(LookOver)).items()),
            stored and stored.document,
        ]
        return _assessments.answer(question, work)

    @cached_property
    def _fitted(self) -> tuple[FitStation, bytes]:
        racks, plain = self._racks
        kind = JobKind(self.row.kind)

        def work() -> tuple[FitStation, bytes]:
            papers = self.read(LookOver), self.read(Fitting), self.read(Arrival)
            found = fit_station(self.rig, self.set_up, *papers, self.row.shop.schools, racks, kind)
            return found, to_json(found)

        papers = self._documents(PaperName.LOOK_OVER, PaperName.FITTING, PaperName.ARRIVAL)
        return _fits.answer([papers, kind, self.row.shop.schools, plain], work)

    @cached_property
    def schools(self) -> dict[str, str]:
        """The school that holds in every matter: the job's own, else the shop's."""
        return holding(self.row.shop.schools, self.read(Fitting).schools)

    @cached_property
    def _racks(self) -> tuple[Racks, list[Any]]:
        """What the racks hold for the axles with a fit-up, and the rows it was read from."""
        parts: dict[str, RackPart] = {}
        links: dict[str, list[RackLink]] = {}
        rows: list[Any] = []
        fitting, shop = self.read(Fitting), self.row.shop_id
        for end in End:
            if fitting.of_end(end) is None:
                continue
            choice = self.set_up.of_end(end)
            if choice is not None and choice.part_number:
                own = made_for(shop, end).filter(part_number=choice.part_number)
                for document in own.values_list("document", flat=True)[:1]:
                    parts[end] = _record(document, RackPart)
                    rows.append(document)
            suited = suited_to(shop, self.sheet.heaviest_kg(end), end)
            stored = suited.filter(kind=PartKind.LINK.value).order_by("part_number")
            documents = list(stored.values_list("document", flat=True))
            rows.append(documents)
            links[end] = [
                RackLink(
                    record.name,
                    record.link.length_from_m.value,
                    record.link.length_to_m.value,
                    record.link.step_m.value if record.link.step_m else None,
                )
                for record in (_record(document, RackPart) for document in documents)
                if record.link is not None
            ]
        return Racks(parts, links), rows

    @cached_property
    def work(self) -> "Work":
        """The job's plan with all that follows from it; InputError where none can be made."""
        # A plan is derived from an opened job, so the way back is found when it is walked.
        from jobs.work import Work

        return Work(self)

    @cached_property
    def built(self) -> Built:
        """What is settled at the desk; the plan is worked out only where the job stands there."""
        if self.row.station != Station.BUILD:
            return Built(bay_planned=self.row.bay_planned)
        # The plan is derived from an opened job; it is read here only for the gate.
        from jobs.settled import settled

        return settled(self)

    @cached_property
    def returned(self) -> Returned:
        """What is true before its owner drives again; worked out where the job has come so far."""
        if self.row.station not in (Station.DRIVE, Station.HAND_OVER):
            return Returned()
        # Runs, torque log and work given out are kept by apps above this one.
        found: Returned = import_string(settings.RETURNED_OF)(self)
        return found

    @cached_property
    def practice(self) -> Practice:
        """What the rules say of the job's papers, its gates among them."""
        return practice(
            Papers(
                JobKind(self.row.kind),
                self.rig,
                self.read(Complaint),
                self.read(LookOver),
                self.assessment.findings,
                self.last_decision is not None,
                self.set_up,
                self.read(Fitting),
                self.fit,
                Station(self.row.station),
                self.schools,
                self.built,
                self.returned,
            )
        )
