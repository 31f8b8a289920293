import csv
import io
import unittest

from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.quantities.units import Units
from axlecore.racks.columns import COLUMNS
from axlecore.racks.parts import PartKind
from axlecore.racks.table import headings, read_rack, suggest, write_rack

HEAD = (
    "kind,part_number,maker,supplier,price,axle,axle_load_from,axle_load_to,diameter,arm,centre,"
    "span,hole_step,holes"
)
BAR = 'bar,P-1,Maker,Shelf,429,rear,5500,8000,"1 3/8""",260,1020,780,30,3'
LINK_HEAD = "kind,part_number,maker,supplier,price,axle,axle_load_from,axle_load_to,length_from"


def read(text, **mapping):
    return read_rack(text, {**suggest(headings(text)), **mapping})


class ReadingTests(unittest.TestCase):
    def test_a_row_becomes_the_bar_its_sheet_describes(self):
        (row,) = read(f"{HEAD}\n{BAR}")
        bar = row.part.bar
        self.assertAlmostEqual(bar.outside_diameter_m.value, 0.034925)
        self.assertEqual(bar.hole_setbacks_m, (0.0, 0.03, 0.06))
        self.assertEqual(bar.centre_line_m[0], (0.26, -0.51, 0.0))
        self.assertEqual((row.part.fits.axle_load_to_kg, row.offer.price), (8000.0, 429.0))

    def test_a_sellers_own_headings_and_marks_are_understood(self):
        seller = (
            HEAD.replace("part_number", "SKU")
            .replace("maker", "Brand")
            .replace("diameter", "OD (in)")
            .replace(",", ";")
        )
        (row,) = read(f"\ufeff{seller}\n{BAR.replace(',', ';')}\n\n")
        self.assertEqual(row.part.part_number, "P-1")

    def test_no_heading_is_taken_twice(self):
        mapping = suggest(["SKU", "Part number", "Something", "Price"])
        self.assertEqual(mapping, {"SKU": "part_number", "Price": "price"})

    def test_every_wrong_cell_of_a_row_says_what_would_be_accepted(self):
        bad = BAR.replace("bar,", "plank,").replace("429", "dear").replace("rear", "left")
        (row,) = read(f"{HEAD}\n{bad}")
        self.assertIsNone(row.part)
        said = {complaint.column: complaint.message for complaint in row.complaints}
        self.assertEqual(set(said), {"kind", "price", "axle"})
        self.assertIn("bar, kit, link, bracket or bushing", said["kind"])
        self.assertIn("such as 429.00", said["price"])

    def test_what_core_refuses_is_laid_at_the_column_it_came_from(self):
        for cells, column in (
            (BAR.replace(",780,", ",1300,"), "span"),
            (BAR.replace("8000", "5000"), "axle_load_to"),
            (BAR.replace('"1 3/8"""', "3 m"), "diameter"),
            (BAR.replace("Shelf", ""), "supplier"),
        ):
            (row,) = read(f"{HEAD}\n{cells}")
            self.assertEqual([complaint.column for complaint in row.complaints], [column], cells)

    def test_the_good_rows_beside_a_bad_one_are_still_read(self):
        rows = read(f"{HEAD}\n{BAR}\nbar,P-2\n{BAR.replace('P-1', 'P-3')}")
        self.assertEqual([row.part is not None for row in rows], [True, False, True])
        self.assertEqual([row.line for row in rows], [2, 3, 4])

    def test_the_same_part_of_the_same_supplier_twice_is_found(self):
        rows = read(f"{HEAD}\n{BAR}\n{BAR}\n{BAR.replace('Shelf', 'Other shelf')}")
        self.assertIn("line 2", rows[1].complaints[0].message)
        self.assertIsNotNone(rows[2].part, "another supplier may have it too")

    def test_a_link_needs_its_length_and_a_fixed_one_has_one_length(self):
        rows = read(f"{LINK_HEAD}\nlink,L-1,M,S,40,rear,0,9000,180\nlink,L-2,M,S,40,rear,0,9000,")
        link = rows[0].part.link
        self.assertEqual(link.length_from_m.value, link.length_to_m.value)
        self.assertEqual(rows[1].complaints[0].column, "length_from")

    def test_a_table_without_a_needed_column_says_which(self):
        for text, field in (("", "text"), ("a,b\n1,2", "mapping"), (HEAD, "text")):
            with self.assertRaises(InputError) as caught:
                read(text)
            self.assertEqual(caught.exception.field, field)
        with self.assertRaises(InputError):
            read(f"{HEAD}\n{BAR}", span="nonsense")

    @given(st.text(max_size=200))
    def test_any_text_is_read_or_refused_in_words(self, text):
        try:
            rows = read_rack(f"{HEAD}\n{text}", suggest(HEAD.split(",")))
        except InputError:
            return
        for row in rows:
            self.assertTrue(row.part is not None or row.complaints)


class WritingTests(unittest.TestCase):
    def test_what_is_written_is_read_again_as_it_was(self):
        kit = BAR.replace("bar,", "kit,").replace("P-1", "K-1")
        more = f"{HEAD},torques,contents,claim,lift_from,lift_to,note\n"
        tail = ',"frame, M12x1.75, 10.9, 4, 110","2 × L; 4 × C",90,-40 mm,50 mm,"=evil, ""quoted"""'
        rows = read(more + BAR + "\n" + kit + tail)
        pairs = [(row.part, row.offer) for row in rows]
        again = read(write_rack(pairs))
        self.assertEqual([(row.part, row.offer) for row in again], pairs)
        self.assertEqual(again[1].part.torques[0].torque_n_m, 110.0)

    def test_arms_of_another_diameter_come_and_go_with_the_table(self):
        (row,) = read(f"{HEAD},arm_diameter\n{BAR},32 mm")
        self.assertEqual(row.part.bar.piece_diameters_m, (0.032, 0.034925, 0.032))
        again = read(write_rack([(row.part, row.offer)]))
        self.assertEqual(again[0].part, row.part)

    def test_prices_carry_their_money_and_another_is_refused(self):
        [row] = read(f"{HEAD}\n{BAR}")
        text = write_rack([(row.part, row.offer)], "EUR")
        self.assertIn(f"{row.offer.price:.2f} EUR", text)
        mapping = suggest(headings(text))
        [same] = read_rack(text, mapping, currency="EUR")
        self.assertEqual(same.offer, row.offer)
        [other] = read_rack(text, mapping, currency="USD")
        self.assertIn("prices are in USD", other.complaints[0].message)

    def test_a_number_alone_is_in_the_units_of_whoever_reads_the_table(self):
        text = f"{HEAD}\n" + BAR.replace('"1 3/8""",260,1020,780,30', "1.375,10.25,40,31,1.2")
        [row] = read_rack(text, suggest(headings(text)), Units.INCH)
        self.assertAlmostEqual(row.part.bar.outside_diameter_m.value, 0.034925)
        self.assertAlmostEqual(row.part.fits.axle_load_to_kg, 8000 * 0.45359237)

    def test_no_cell_is_a_formula_to_a_spreadsheet(self):
        (row,) = read(f"{HEAD},note\n{BAR.replace('Maker', '@Maker')},=1+1")
        cells = next(csv.DictReader(io.StringIO(write_rack([(row.part, row.offer)]))))
        self.assertEqual((cells["note"], cells["maker"]), ("'=1+1", "'@Maker"))

    def test_every_column_has_an_example_that_can_be_read(self):
        """The table of columns is the help; an example nobody accepts would mislead."""
        for kind in PartKind:
            cells = {column.key: column.example for column in COLUMNS} | {"kind": kind.value}
            out = io.StringIO()
            writer = csv.DictWriter(out, list(cells))
            writer.writeheader()
            writer.writerow(cells)
            self.assertEqual(read(out.getvalue())[0].complaints, [], kind)
