"""What a job buys from one supplier, on paper and as a table."""

import csv
import io
from datetime import timedelta

from django.utils import timezone
from pypdf import PdfReader

from jobs.tests.chosen import WithChoice


class PurchaseOrderTests(WithChoice):
    def tell(self, what, **more):
        body = {"base_version": self.base(), "lines": [what], **more}
        answer = self.send("POST", f"/jobs/{self.job.pk}/order", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])

    def order(self, supplier, kind="csv", client=None):
        path = f"/api/jobs/{self.job.pk}/purchase-order.{kind}"
        return (client or self.client).get(path, {"supplier": supplier})

    def rows(self, supplier):
        return list(csv.DictReader(io.StringIO(self.order(supplier).content.decode())))

    def test_each_supplier_has_its_own_lines_with_prices_that_add_up(self):
        work = self.work()
        by_supplier: dict[str, list[str]] = {}
        for line in work["standing"]:
            by_supplier.setdefault(line["supplier"], []).append(line["what"])
        self.assertGreater(len(by_supplier), 1)
        for supplier, whats in by_supplier.items():
            with self.subTest(supplier=supplier):
                rows = self.rows(supplier)
                self.assertEqual(sorted(row["what"] for row in rows), sorted(whats))
        bar = next(row for row in self.rows("Mudlark Supply") if row["part_number"] == "TM-R32-S")
        offer = self.part.offers.get(supplier__name="Mudlark Supply")
        self.assertEqual(bar["price"], f"{offer.price_cents / 100:.2f}")
        self.assertEqual(bar["currency"], "EUR")
        pdf = PdfReader(io.BytesIO(self.order("Mudlark Supply", "pdf").content))
        text = " ".join(pdf.pages[0].extract_text().split())
        self.assertIn("Purchase order to Mudlark Supply", text)
        self.assertIn("TM-R32-S", text)
        together = sum(float(row["sum"] or 0) for row in self.rows("Mudlark Supply"))
        self.assertIn(f"Together {together:,.2f}", text)

    def test_what_is_here_or_bought_elsewhere_is_not_on_it_and_no_cell_is_run(self):
        bar = self.part
        what = next(
            row["what"] for row in self.rows("Mudlark Supply") if row["part_number"] == "TM-R32-S"
        )
        day = str(timezone.localdate() + timedelta(days=4))
        self.tell(what, state="ordered", expected=day, supplier="=1+1", reference="A-17")
        self.assertNotIn("TM-R32-S", [row["part_number"] for row in self.rows("Mudlark Supply")])
        [row] = self.rows("=1+1")
        self.assertEqual(
            (row["supplier"], row["reference"], row["expected"]), ("'=1+1", "A-17", day)
        )
        self.assertEqual(row["part_number"], bar.part_number)
        self.tell(what, state="arrived")
        self.assert_refused(self.order("=1+1"), 404, "supplier", "Nothing is to come")

    def test_another_shop_and_another_kind_of_file_have_none(self):
        self.assertEqual(self.order("x", client=self.as_(self.stranger)).status_code, 404)
        self.assert_refused(self.order("Mudlark Supply", "doc"), 404, "kind", "pdf, csv")
