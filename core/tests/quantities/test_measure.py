import unittest

from axlecore.bars.steel import DENSITY_KG_M3, SHEAR_MODULUS_PA, STEELS, YOUNGS_MODULUS_PA
from axlecore.errors import InputError
from axlecore.practice.classes import default
from axlecore.quantities.measure import RELATIVE_TOLERANCE, Known, Measured, Place, read_measured
from axlecore.quantities.units import Dimension
from tests.plain import plain

TRACK = Place("Track", Dimension.LENGTH, 0.8, 2.6)


class MeasuredTests(unittest.TestCase):
    def test_the_better_it_is_known_the_narrower_its_band(self):
        bands = [RELATIVE_TOLERANCE[known] for known in Known]
        self.assertEqual(bands, sorted(bands))

    def test_reading_keeps_text_value_and_band(self):
        found = read_measured(" 68 7/8 in ", Known.QUOTED, TRACK, "track_m")
        self.assertEqual(found.typed, "68 7/8 in")
        self.assertAlmostEqual(found.value, 68.875 * 0.0254)
        self.assertAlmostEqual(found.tolerance, found.value * 0.05)

    def test_out_of_range_says_what_was_read_and_what_is_accepted(self):
        for typed, read in (("79 cm", "790 mm"), ("12 ft", "3\u202f658 mm"), ("0", "0 mm")):
            with self.subTest(typed), self.assertRaises(InputError) as caught:
                read_measured(typed, Known.MEASURED, TRACK, "rear.track_m")
            self.assertEqual(caught.exception.field, "rear.track_m")
            self.assertIn(
                f"Track reads {read}; enter a value between 800 mm and",
                plain(str(caught.exception)),
            )

    def test_nothing_that_is_no_number_passes_a_place(self):
        for value in (float("nan"), float("inf"), -float("inf")):
            with self.assertRaises(InputError):
                TRACK.check(value, "track_m")

    def test_the_edges_of_a_range_are_inside(self):
        TRACK.check(0.8, "track_m")
        TRACK.check(2.6, "track_m")

    def test_a_class_default_is_marked_and_wide(self):
        found = default(2.0)
        self.assertEqual((found.known, found.tolerance), (Known.DEFAULT, 0.3))
        self.assertEqual(Measured(1.0).known, Known.MEASURED)

    def test_an_error_grows_its_path_from_the_inside_out(self):
        error = InputError("bore_m", "No.").within("bar").within("rear.standard_bar")
        self.assertEqual(error.field, "rear.standard_bar.bar.bore_m")
        self.assertEqual(str(error), "No.")
        self.assertEqual(InputError("", "No.").within("rear").field, "rear")


class SteelTests(unittest.TestCase):
    def test_elastic_constants_belong_together(self):
        """E = 2G(1 + ν) with steel's ν between 0.27 and 0.30."""
        poisson = YOUNGS_MODULUS_PA / (2 * SHEAR_MODULUS_PA) - 1
        self.assertTrue(0.27 < poisson < 0.30, poisson)
        self.assertTrue(7700 < DENSITY_KG_M3 < 7900)

    def test_every_grade_yields_before_it_breaks(self):
        for key, steel in STEELS.items():
            self.assertEqual(key, steel.key)
            self.assertLess(steel.yield_strength_pa, steel.ultimate_strength_pa)
            if steel.known:
                self.assertRegex(steel.label, r", (as rolled|normalised|quenched and tempered)$")
