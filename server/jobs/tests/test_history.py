from django.db import IntegrityError, transaction

from axlecore.errors import InputError
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known
from axlecore.vehicle.ends import End
from jobs.choosing import Pick, take_set
from jobs.writes import write
from rigs.services import change_sheet, revert_sheet, sheet_of
from shops.tests.people import TwoShops


def wheelbase(typed):
    return lambda sheet: enter(sheet, "wheelbase_m", typed, Known.MEASURED)


class VersionTests(TwoShops):
    def change(self, typed, base):
        vehicle = self.job.vehicle
        change_sheet(vehicle, self.lead, base, "wheelbase_m", typed, wheelbase(typed))
        vehicle.refresh_from_db()
        return vehicle

    def test_every_version_stays_as_it_was(self):
        self.change("4100 mm", 1)
        vehicle = self.change("4200 mm", 2)
        kept = [
            revision.document["wheelbase_m"]["typed"]
            for revision in vehicle.revisions.order_by("version")
        ]
        self.assertEqual(kept, ["", "4100 mm", "4200 mm"])
        self.assertEqual(vehicle.sheet, vehicle.revisions.get(version=3).document)

    def test_a_refused_change_leaves_no_trace(self):
        with self.assertRaises(InputError):
            self.change("9999 m", 1)
        self.job.vehicle.refresh_from_db()
        self.assertEqual((self.job.vehicle.version, self.job.vehicle.revisions.count()), (1, 1))

    def test_two_revisions_of_one_version_are_refused_by_the_database(self):
        with self.assertRaises(IntegrityError), transaction.atomic():
            self.job.vehicle.revisions.create(version=1, document={}, place="x", person=self.lead)

    def test_undo_of_an_undo_is_a_redo(self):
        self.change("4100 mm", 1)
        revert_sheet(self.job.vehicle, self.lead, 2, 1)
        revert_sheet(self.job.vehicle, self.lead, 3, 2)
        self.job.vehicle.refresh_from_db()
        self.assertEqual(sheet_of(self.job.vehicle).wheelbase_m.typed, "4100 mm")

    def test_a_stop_is_noted_with_the_sheet_and_goes_with_it(self):
        vehicle = self.job.vehicle
        change_sheet(
            vehicle,
            self.lead,
            1,
            "rating_kg",
            "2 t",
            lambda sheet: enter(sheet, "rating_kg", "2 t", Known.PLATE),
        )
        vehicle.refresh_from_db()
        self.assertIn("vehicle is over its rating", vehicle.stop)
        revert_sheet(vehicle, self.lead, 2, 1)
        vehicle.refresh_from_db()
        self.assertEqual(vehicle.stop, "")

    def test_sheet_and_set_up_have_versions_of_their_own(self):
        write(
            self.job.pk, self.shop.pk, lambda job: take_set(job, self.lead, 1, [(End.REAR, Pick())])
        )
        self.job.refresh_from_db()
        self.assertEqual((self.job.version, self.job.vehicle.version), (2, 1))
