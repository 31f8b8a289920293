"""Real transactions in several threads: locks decide, and nobody is overwritten."""

from functools import partial

from django.test import TransactionTestCase

from axlecore.formats import from_plain
from axlecore.practice.listen import Complaint
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known
from axlecore.vehicle.rig import RigKind
from history.versions import StaleError
from jobs.choosing import Pick, take_set
from jobs.gates import pass_gate
from jobs.models import Job, Paper
from jobs.papers import enter_on_paper
from jobs.services import open_job
from rigs.models import Vehicle
from rigs.services import change_sheet
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
            work(Job.objects.select_related("vehicle").get(pk=self.job.pk))
        except StaleError as error:
            return error.current_version
        return None

    def write_sheet(self, typed, job):
        change_sheet(
            job.vehicle,
            self.lead,
            1,
            "wheelbase_m",
            typed,
            lambda sheet: enter(sheet, "wheelbase_m", typed, Known.MEASURED),
        )

    def write_paper(self, place, typed, base, job):
        enter_on_paper(job, "complaint", self.lead, base, place, typed)

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
            *[partial(self.told, lambda job: take_set(job, self.lead, 1, [("rear", Pick())]))] * 2
        )
        self.assertEqual(sorted(told, key=str), [2, None])
        self.job.refresh_from_db()
        self.assertEqual(self.job.version, 2)

    def test_a_gate_passed_twice_at_once_moves_the_job_one_station(self):
        def go_on():
            pass_gate(Job.objects.get(pk=self.job.pk), self.lead, "listen", "owner is away")

        at_once(go_on, go_on)
        self.job.refresh_from_db()
        self.assertEqual(self.job.station, "weigh")
        self.assertEqual([one.station for one in self.job.passes.all()], ["listen", "listen"])

    def test_jobs_opened_at_once_get_numbers_of_their_own(self):
        def take_in():
            return open_job(self.lead, "Van", "", RigKind.VAN, None, []).number

        self.assertEqual(sorted(at_once(take_in, take_in, take_in)), [102, 103, 104])
