import csv
import io
import unittest

from axlecore.spreadsheet import table_written, unguarded


class SpreadsheetTests(unittest.TestCase):
    def test_no_cell_runs_a_number_stays_one_and_all_come_back(self):
        cells = ["=HYPERLINK(1)", "+1", "-cmd", "@sum", "-2", "-3.5", "-12 mm", "Oyster, Parts", ""]
        written = table_written(["a"] * len(cells), [cells])
        ((*_,), row) = csv.reader(io.StringIO(written))
        self.assertEqual([cell for cell in row if cell.startswith(("=", "+", "@", "-c"))], [])
        self.assertEqual(row[4:], cells[4:])
        self.assertEqual([unguarded(cell) for cell in row], cells)

    def test_what_is_not_there_is_an_empty_cell(self):
        self.assertEqual(table_written(["a", "b"], [[None, 0]]), "a,b\n,0\n")
