import unittest

from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import (
    Dimension,
    Units,
    read_quantity,
    shown,
    with_unit,
)


def inches(text: str) -> str:
    return in_units(text, Units.INCH)


class SentenceTests(unittest.TestCase):
    def test_quantities_are_turned_in_digits_as_fine(self):
        """25.4 mm an inch, 0.45359237 kg a pound, 1.3558179 N·m a foot-pound, 1.609344 km a mile"""
        for metric, turned in (
            ("The tube measures 101.6 mm.", "The tube measures 4.000 in."),
            ("Move it 30 mm further up.", "Move it 1.18 in further up."),
            ("carries 5\u202f200 kg", "carries 11\u202f464 lb"),
            ("the usual 201 N·m", "the usual 148 lbf·ft"),
            ("130 N/mm at each end", "742 lb/in at each end"),
            ("12 m/s at 90 km/h", "27 mph at 56 mph"),
            ("lift of −25 mm", "lift of −0.98 in"),
        ):
            self.assertEqual(inches(metric), turned)

    def test_both_ends_of_a_range_and_of_a_band_are_turned(self):
        self.assertEqual(inches("for 95.0 to 108.0 mm"), "for 3.740 to 4.252 in")
        self.assertEqual(inches("34.9 ± 0.4 mm"), "1.374 ± 0.016 in")

    def test_what_is_no_quantity_stays(self):
        for text in (
            "M12x1.75 of 10.9",
            "leans 4.2°",
            "falls by 3.1 points",
            "costs 420 EUR",
            "5 m/s² of it",
            "hole 3 of 4",
            "30 kN·m/rad",
            "SG-L180 mm-wide",
        ):
            self.assertEqual(inches(text), text)

    def test_metric_changes_nothing(self):
        self.assertEqual(in_units("30 mm", Units.METRIC), "30 mm")


class BareNumberTests(unittest.TestCase):
    def test_a_bare_number_means_the_unit_that_stands_beside_its_field(self):
        for typed, dimension, read in (
            ("1.375", Dimension.SMALL_LENGTH, 0.034925),
            ("11,464", Dimension.MASS, 5199.98),
            ("80 ± 2", Dimension.PRESSURE, 551580.6),
            ("34.9 mm", Dimension.SMALL_LENGTH, 0.0349),
            ("1 3/8", Dimension.SMALL_LENGTH, 0.034925),
            ("12", Dimension.ANGLE, 0.20944),
        ):
            found = read_quantity(with_unit(typed, dimension, Units.INCH), dimension)
            self.assertAlmostEqual(found / read, 1.0, 4, typed)
            self.assertEqual(with_unit(typed, dimension, Units.METRIC), typed)
        self.assertEqual(with_unit("80 ± 2", Dimension.PRESSURE, Units.INCH), "80 ± 2 psi")

    def test_every_shown_unit_is_read_again(self):
        for units in Units:
            for dimension in Dimension:
                one = shown(dimension, units)
                value = read_quantity(f"1 {one.symbol}", dimension)
                self.assertAlmostEqual(value * one.per, 1.0, 9, dimension)
