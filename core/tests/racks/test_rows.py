import tracemalloc
import unittest

from axlecore.errors import InputError
from axlecore.racks.rows import LONGEST_TABLE, MOST_ROWS, rows_of


class RowsTests(unittest.TestCase):
    def refused(self, text, words):
        tracemalloc.start()
        try:
            with self.assertRaises(InputError) as caught:
                list(rows_of(text))
            _, most = tracemalloc.get_traced_memory()
        finally:
            tracemalloc.stop()
        self.assertIn(words, caught.exception.message)
        return most

    def test_rows_come_one_by_one_the_stripped_headings_first(self):
        text = '\ufeff a ;b\r\n1;"x\ny"\r\n\r\n2;'
        self.assertEqual(list(rows_of(text)), [["a", "b"], ["1", "x\ny"], [], ["2", ""]])

    def test_the_most_rows_are_read_and_one_more_is_not(self):
        text = "a,b\n" + "1,2\n" * MOST_ROWS
        self.assertEqual(sum(1 for _ in rows_of(text)), MOST_ROWS + 1)
        self.refused(text + "1,2", f"Read {MOST_ROWS + 1} parts")

    def test_too_many_of_anything_is_refused_before_it_is_held(self):
        for text, words in (
            ("\n" * (LONGEST_TABLE - 1), f"Read {LONGEST_TABLE} lines"),
            ("," * (LONGEST_TABLE - 1), "cells"),
            ("a," * 250, "Read 251 cells on line 1"),
            ("a,b\n" + ("," * 199 + "\n") * 29_000, "cells"),
            ("x" * (LONGEST_TABLE + 1), "MB; split it"),
            ("a\n" + "x" * 200_000, "not a table"),
            ('a,b\n1,"' + "\n" * 20_000, "A quote is open from line 2"),
            (" ; \n1;2", "The table is empty"),
        ):
            with self.subTest(words):
                self.assertLess(self.refused(text, words), 5_000_000)
