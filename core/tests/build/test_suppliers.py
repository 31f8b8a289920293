import unittest
from datetime import date, timedelta

from axlecore.build.suppliers import Delivery, lateness_says, supplier_records

DAY = date(2026, 9, 1)


def came(late, promised=5, supplier="Oyster", wrong=False):
    expected = DAY + timedelta(days=promised)
    return Delivery(supplier, DAY, expected, expected + timedelta(days=late), wrong)


class SupplierTests(unittest.TestCase):
    def test_who_is_usually_late_is_said_by_the_median_of_three_or_more(self):
        late = [came(2), came(3), came(9, wrong=True)]
        (record,) = supplier_records([*late, Delivery("Oyster", DAY, DAY + timedelta(days=5))])
        self.assertEqual((record.lines, record.arrived, record.wrong), (4, 3, 1))
        self.assertEqual((record.promised_days, record.real_days), (5, 8))
        self.assertEqual(record.late_days, 3)
        self.assertIn("usually comes 3 days late here (3 arrivals)", lateness_says(record))

    def test_few_arrivals_early_ones_and_none_say_nothing(self):
        few, early, none = (
            supplier_records(one)[0]
            for one in ([came(9)] * 2, [came(-2)] * 5, [Delivery("Oyster", DAY, DAY)])
        )
        for record in (few, early, none):
            self.assertEqual((record.late_days, lateness_says(record)), (0, ""))
        self.assertIsNone(none.real_days)

    def test_each_supplier_is_its_own(self):
        found = supplier_records([came(1, supplier=name) for name in "BABAAB"])
        self.assertEqual([(one.supplier, one.late_days) for one in found], [("A", 1), ("B", 1)])
