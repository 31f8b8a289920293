"""Real transactions in several threads: locks decide, and nobody is overwritten."""

from functools import partial

from django.test import TransactionTestCase

from axlecore.formats import from_plain
from axlecore.papers import PaperName
from axlecore.practice.listen import Complaint
from axlecore.practice.stations import STATIONS_OF, JobKind, Station
from axlecore.quantities.entry import enter as entered
from axlecore.quantities.measure import Known
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import RigKind
from history.versions import StaleError
from jobs.choosing import Pick, record_decision, take_set
from jobs.gates import change_kind, pass_gate
from jobs.models import Job, Paper
from jobs.papers import enter_on_paper
from jobs.services import edit_sheet, open_job
from jobs.writes import write
from rigs.models import Vehicle
from shops.errors import Refused
from shops.models import Person, Shop
from shops.tests.at_once import at_once
from shops.tests.people import person


class AtOnce(TransactionTestCase):
    def setUp(self):
        self.shop = Shop.objects.create(name="Here")
        self.lead = person(self.shop, "lead", Person.Role.LEAD)
        self.job = open_job(self.lead, "Van", "", RigKind.VAN, None, [])

    def told(self, work):
        """Do it; return the version that stands if somebody was first, else nothing."""
        try:
            write(self.job.pk, self.shop.pk, work)
        except StaleError as error:
            return error.current_version
        return None

    def write_sheet(self, typed, job):
        edit_sheet(
            job,
            self.lead,
            1,
            "wheelbase_m",
            typed,
            lambda sheet: entered(sheet, "wheelbase_m", typed, Known.MEASURED),
        )

    def write_paper(self, place, typed, base, job):
        enter_on_paper(job, PaperName.COMPLAINT, self.lead, base, place, typed)

    def test_of_two_writes_on_a_sheet_one_wins_and_one_is_told(self):
        told = at_once(
            *(partial(self.told, partial(self.write_sheet, t)) for t in ("2610 mm", "2620 mm"))
        )
        vehicle = Vehicle.objects.get(pk=self.job.vehicle_id)
        self.assertEqual(sorted(told, key=str), [2, None])
        self.assertEqual((vehicle.version, vehicle.revisions.count()), (2, 2))

    def test_of_two_first_writers_of_a_paper_one_wins_and_one_is_told(self):
        told = at_once(
            partial(self.told, partial(self.write_paper, "words", "leans", 1)),
            partial(self.told, partial(self.write_paper, "words", "wanders", 1)),
        )
        paper = Paper.objects.get(job=self.job)
        self.assertEqual(sorted(told, key=str), [2, None])
        winner = ("leans", "wanders")[told.index(None)]
        self.assertEqual(from_plain(paper.document, Complaint).words, winner)
        self.assertEqual(sorted(kept.version for kept in paper.revisions.all()), [1, 2])

    def test_a_paper_and_a_sheet_do_not_wait_for_each_other(self):
        told = at_once(
            partial(self.told, partial(self.write_paper, "words", "leans", 1)),
            partial(self.told, partial(self.write_sheet, "2610 mm")),
        )
        self.assertEqual(told, [None, None])

    def test_of_two_choices_one_wins(self):
        told = at_once(
            *[partial(self.told, lambda job: take_set(job, self.lead, 1, [(End.REAR, Pick())]))] * 2
        )
        self.assertEqual(sorted(told, key=str), [2, None])
        self.job.refresh_from_db()
        self.assertEqual(self.job.version, 2)

    def test_a_gate_passed_twice_at_once_moves_the_job_one_station(self):
        def go_on(job):
            pass_gate(job, self.lead, 1, Station.LISTEN, "owner is away")

        told = at_once(partial(self.told, go_on), partial(self.told, go_on))
        self.assertEqual(sorted(told, key=str), [2, None])
        self.job.refresh_from_db()
        self.assertEqual(self.job.station, "weigh")
        self.assertEqual([one.station for one in self.job.passes.all()], ["listen"])

    def test_kinds_and_gates_at_once_leave_the_job_where_it_has_come(self):
        kinds = [JobKind.RENEW_LINKS, JobKind.UPGRADE]

        def again(act):
            """As a person does who is told that something changed: look, and do it again."""
            while True:
                try:
                    write(self.job.pk, self.shop.pk, act)
                except StaleError:
                    continue
                except Refused:
                    # The other came first and took the gate away; that is an answer.
                    pass
                return

        def go_on(job):
            station = Station(job.row.station)
            pass_gate(job, self.lead, job.row.line_version, station, "as agreed")

        for at in range(15):
            kind = kinds[at % 2]
            at_once(
                partial(again, lambda job, k=kind: change_kind(job, job.row.line_version, k)),
                partial(again, go_on),
            )
            job = Job.objects.get(pk=self.job.pk)
            line = STATIONS_OF[JobKind(job.kind)]
            passed = {one.station for one in job.passes.all()}
            self.assertIn(job.station, line)
            before = line[: line.index(Station(job.station))]
            self.assertLessEqual(set(before), passed)

    def test_decisions_and_edits_at_once_wait_for_each_other_and_never_fail(self):
        def decide(job):
            seen = job.row.version, job.row.vehicle.version
            record_decision(job, self.lead, seen, "as agreed")

        def edit(typed, job):
            def enter(sheet):
                return entered(sheet, "wheelbase_m", typed, Known.MEASURED)

            edit_sheet(job, self.lead, job.row.vehicle.version, "wheelbase_m", typed, enter)

        for at in range(10):
            told = at_once(
                partial(self.told, decide), partial(self.told, partial(edit, f"26{at:02d} mm"))
            )
            self.assertEqual(told, [None, None])
        self.assertEqual(self.job.decisions.count(), 10)
        self.assertEqual(Vehicle.objects.get(pk=self.job.vehicle_id).version, 11)

    def test_jobs_opened_at_once_get_numbers_of_their_own(self):
        def take_in():
            return open_job(self.lead, "Van", "", RigKind.VAN, None, []).number

        self.assertEqual(sorted(at_once(take_in, take_in, take_in)), [102, 103, 104])
