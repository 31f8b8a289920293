import unittest

from axlecore.quantities.sentences import (
    in_units,
    kilonewtons,
    km,
    km_per_h,
    kpa,
    mm,
    newtons_per_mm,
    square_metres,
    stated,
)
from axlecore.quantities.units import (
    Dimension,
    Units,
    read_quantity,
    shown,
    with_unit,
)


def inches(text: str) -> str:
    return in_units(stated(text), Units.INCH)


class SentenceTests(unittest.TestCase):
    def test_quantities_are_turned_in_digits_as_fine(self):
        """25.4 mm an inch, 0.45359237 kg a pound, 1.3558179 N·m a foot-pound, 1.609344 km a mile"""
        for metric, turned in (
            ("101.6 mm", "4.000 in"),
            ("5\u202f200 kg", "11\u202f464 lb"),
            ("201 N·m", "148 lbf·ft"),
            ("130 N/mm", "742 lb/in"),
            ("12 m/s", "27 mph"),
            ("−25 mm", "−0.98 in"),
            ("95.0 to 108.0 mm", "3.740 to 4.252 in"),
            ("34.9 ± 0.4 mm", "1.374 ± 0.016 in"),
        ):
            self.assertEqual(inches(metric), turned)

    def test_what_both_write_alike_stays(self):
        for text in ("M12x1.75 of 10.9", "4.2°", "5 m/s²", "30 kN·m/rad", "7.5 kN·m·s"):
            self.assertEqual(inches(text), text)

    def test_a_quantity_in_a_sentence_is_turned_and_what_people_wrote_is_not(self):
        said = f"The 7.5 m coach of 3500 kg: move it {mm(0.03):.0f}, at most {mm(0.02, 0.04):.0f}."
        self.assertEqual(
            in_units(said, Units.INCH),
            "The 7.5 m coach of 3500 kg: move it 1.18 in, at most 0.79 to 1.57 in.",
        )
        self.assertEqual(
            in_units(said, Units.METRIC),
            "The 7.5 m coach of 3500 kg: move it 30 mm, at most 20 to 40 mm.",
        )

    def test_one_factor_stands_for_a_unit_when_it_is_made_and_when_it_is_turned(self):
        for made, si, turned in (
            (kilonewtons, 2e3, "450 lbf"),
            (kpa, 5.5e5, "79.8 psi"),
            (km_per_h, 25.0, "56 mph"),
            (newtons_per_mm, 1.3e5, "742 lb/in"),
            (km, 1.609344e6, "1\u202f000 mi"),
            (square_metres, 10.0, "108 ft²"),
        ):
            self.assertEqual(in_units(f"{made(si):.0f}", Units.INCH), turned)


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
