import csv
import re
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from axlecore.errors import InputError
from axlecore.quantities.units import (
    Dimension,
    Reading,
    read_quantity,
    read_with_band,
    write_quantity,
    write_range,
)

INCH = 0.0254


SPELLINGS = Path(__file__).with_name("spellings.csv")


class ReadingTests(unittest.TestCase):
    def test_every_spelling_of_the_table_is_its_number_or_refused(self):
        # Numbers by definition: inch, pound, foot, knot and mile (NIST SP 811), standard gravity.
        with SPELLINGS.open(newline="") as table:
            rows = list(csv.DictReader(table))
        self.assertGreaterEqual(len(rows), 250)
        for row in rows:
            dimension = Dimension(row["dimension"])
            with self.subTest(**row):
                if row["si"] == "refused":
                    with self.assertRaises(InputError):
                        read_quantity(row["typed"], dimension)
                else:
                    read, si = read_quantity(row["typed"], dimension), float(row["si"])
                    self.assertAlmostEqual(read, si, delta=1e-9 * max(abs(si), 1e-3))

    def test_what_a_refusal_proposes_can_be_typed_on_any_keyboard_and_is_read(self):
        for dimension in Dimension:
            with self.assertRaises(InputError) as caught:
                read_quantity("?", dimension)
            proposed = str(caught.exception).partition("Write ")[2].rstrip(".")
            self.assertTrue(proposed.isascii(), proposed)
            for one in re.split(r", (?!\d{3})| or ", proposed):
                read_quantity(one, dimension)

    def test_a_band_is_kept_and_about_is_no_measurement(self):
        self.assertEqual(
            read_with_band("1050 ± 5 mm", Dimension.LENGTH), Reading(1.05, 0.005, False)
        )
        self.assertAlmostEqual(read_with_band('41 ± 1/8"', Dimension.LENGTH).tolerance, INCH / 8)
        self.assertAlmostEqual(read_with_band("3 ft 5 in ± 1", Dimension.LENGTH).tolerance, INCH)
        self.assertTrue(read_with_band("~41 in", Dimension.LENGTH).rough)

    def test_lengths_as_fitters_write_them(self):
        for text, metres in (
            ("34.9 mm", 0.0349),
            ("34.9mm", 0.0349),
            ("34.9", 0.0349),
            ("1.04 m", 1.04),
            ('1 3/8"', 1.375 * INCH),
            ("1-3/8 in", 1.375 * INCH),
            ('1.375"', 1.375 * INCH),
            ("1 3/8", 1.375 * INCH),
            ("7/8", 0.875 * INCH),
            ("1⅜ in", 1.375 * INCH),
            ("2 ft 3 in", 27 * INCH),
            ("2' 3 1/2\"", 27.5 * INCH),
            ("6 ft", 72 * INCH),
        ):
            with self.subTest(text):
                self.assertAlmostEqual(read_quantity(text, Dimension.LENGTH), metres, places=12)

    def test_masses_and_rates(self):
        self.assertAlmostEqual(read_quantity("1,250 lb", Dimension.MASS), 566.9904625)
        self.assertAlmostEqual(read_quantity("3.12 t", Dimension.MASS), 3120)
        self.assertAlmostEqual(read_quantity("6 580 kg", Dimension.MASS), 6580)
        self.assertAlmostEqual(read_quantity("12,345.5 lb", Dimension.MASS), 12345.5 * 0.45359237)
        self.assertAlmostEqual(read_quantity("210 N/mm", Dimension.RATE), 210e3)
        self.assertAlmostEqual(read_quantity("1200 lb/in", Dimension.RATE), 210152.2, delta=0.1)

    def test_refused_with_what_was_read_and_what_is_accepted(self):
        for text, dimension in (
            ("", Dimension.LENGTH),
            ("abc", Dimension.LENGTH),
            ("-5 mm", Dimension.LENGTH),
            ("3 lb", Dimension.LENGTH),
            ("3 mm", Dimension.MASS),
            ("nan", Dimension.MASS),
            ("1e5 mm", Dimension.LENGTH),
            ("1 9/8", Dimension.LENGTH),
            ("1/0", Dimension.LENGTH),
            ("2 in 3 ft", Dimension.LENGTH),
            ("1,2,3 kg", Dimension.MASS),
            ("3*4", Dimension.LENGTH),
            ("inf", Dimension.LENGTH),
            ("9" * 100, Dimension.LENGTH),
            ("1.5 3/8", Dimension.LENGTH),
            ("1 58 kg", Dimension.MASS),
        ):
            with self.subTest(text), self.assertRaises(InputError) as caught:
                read_quantity(text, dimension, "rear.track_m")
            self.assertEqual(caught.exception.field, "rear.track_m")
            self.assertRegex(str(caught.exception), r"[Rr]ead|entered")

    @given(st.integers(0, 60), st.integers(1, 15))
    def test_sixteenths_read_as_their_sum(self, whole, sixteenths):
        read = read_quantity(f'{whole} {sixteenths}/16"', Dimension.LENGTH)
        self.assertAlmostEqual(read, (whole + sixteenths / 16) * INCH, places=12)

    @given(st.text(max_size=30))
    def test_any_text_is_a_number_or_a_named_error(self, text):
        try:
            self.assertGreaterEqual(read_quantity(text, Dimension.LENGTH), 0)
        except InputError as error:
            self.assertEqual(error.field, "value")


class WritingTests(unittest.TestCase):
    @given(st.floats(0.001, 20.0))
    def test_what_is_written_can_be_read_again(self, metres):
        again = read_quantity(write_quantity(metres, Dimension.LENGTH), Dimension.LENGTH)
        self.assertAlmostEqual(again, metres, delta=0.006 * metres + 0.0005)

    def test_digits_follow_the_tolerance(self):
        self.assertEqual(write_quantity(1.0607, Dimension.LENGTH, 0.005), "1\u202f061 mm")
        self.assertEqual(write_quantity(0.0349, Dimension.LENGTH, 0.0001), "34.9 mm")
        self.assertEqual(write_quantity(3120.4, Dimension.MASS, 15), "3\u202f120 kg")
        self.assertEqual(write_quantity(210e3, Dimension.RATE, 1e3), "210 N/mm")
        self.assertEqual(write_quantity(0.2, Dimension.LENGTH), "200 mm")
        self.assertEqual(write_quantity(0.0, Dimension.LENGTH), "0 mm")


class RangeTests(unittest.TestCase):
    def test_both_ends_have_two_digits_and_are_accepted(self):
        for low, high, dimension, said in (
            (0.002, 0.5, Dimension.ANGLE, "between 0.12° and 28°"),
            (0.8, 2.6, Dimension.LENGTH, "between 800 mm and 2\u202f600 mm"),
            (0.0, 30.0, Dimension.PURE, "between 0 and 30"),
            (-0.3, 0.6, Dimension.SHIFT, "between -300 mm and 600 mm"),
        ):
            self.assertEqual(write_range(low, high, dimension), said)
