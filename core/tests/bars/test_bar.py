import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from axlecore.bars.bar import bar_rates, developed_length, frame_rate, square_u, square_u_rate
from axlecore.bars.section import area, second_moment, torsion_constant
from axlecore.errors import InputError
from tests.rigs import bar, m

arms = st.floats(0.1, 0.5)
diameters = st.floats(0.015, 0.06)
bores = st.floats(0.0, 0.9)


class SectionTests(unittest.TestCase):
    def test_thin_tube_approaches_closed_wall_formula(self):
        """2πr³t with r to mid-wall: the same number by another road."""
        wall, radius = 1e-4, 0.025
        exact = torsion_constant(2 * radius + wall, 2 * radius - wall)
        np.testing.assert_allclose(exact, 2 * np.pi * radius**3 * wall, rtol=1e-5)

    def test_scalar_array_and_broadcast_agree(self):
        many = second_moment(np.array([0.03, 0.04])[:, None], np.array([0.0, 0.01]))
        self.assertEqual(many.shape, (2, 2))
        self.assertEqual(float(many[1, 1]), float(second_moment(0.04, 0.01)))

    def test_impossible_sections_name_the_argument(self):
        for outside, bore, field in (
            (0.0, 0.0, "outside_diameter_m"),
            (np.nan, 0.0, "outside_diameter_m"),
            (0.03, 0.03, "bore_m"),
            (0.03, -0.01, "bore_m"),
            (0.03, np.nan, "bore_m"),
        ):
            with self.subTest(outside=outside, bore=bore), self.assertRaises(InputError) as caught:
                area(outside, bore)
            self.assertEqual(caught.exception.field, field)


class FrameTests(unittest.TestCase):
    @given(diameters, bores, arms, st.floats(0.6, 1.4), st.floats(0.3, 0.95))
    def test_frame_and_closed_form_agree_on_any_square_u(self, outside, bore, arm, centre, span):
        bore, span = bore * outside, span * centre
        rate = frame_rate([square_u(arm, centre)], [outside], [bore], [span], [5e6], [8e6])
        closed = square_u_rate(outside, bore, arm, centre, span, 5e6, 8e6)
        np.testing.assert_allclose(rate, closed, rtol=1e-7)

    @given(diameters, st.floats(1.001, 1.5))
    def test_stiffer_with_diameter(self, outside, factor):
        lines = [square_u(0.26, 1.02)] * 2
        thin, thick = frame_rate(lines, [outside, outside * factor], [0, 0], [0.8, 0.8])
        # All of it bends or twists, so rate goes with the fourth power of a solid diameter.
        np.testing.assert_allclose(thick / thin, factor**4, rtol=1e-6)

    def test_a_stepped_bar_lies_between_its_two_diameters(self):
        line = [square_u(0.26, 1.02)]
        stepped = frame_rate(line, [[0.03, 0.035, 0.03]], [[0, 0, 0]], [0.8])
        thin, thick = (frame_rate(line, [d], [0], [0.8]) for d in (0.03, 0.035))
        self.assertTrue(thin < stepped < thick)

    def test_a_kink_in_the_middle_does_not_need_mirror_symmetry(self):
        """An offset centre over a differential: turning it over must not change the rate."""
        line = np.array(
            [
                (0.26, -0.51, 0),
                (0, -0.51, 0),
                (0, -0.1, 0),
                (0.05, 0, 0.03),
                (0, 0.2, 0),
                (0, 0.51, 0),
                (0.26, 0.51, 0),
            ]
        )
        turned = line[::-1] * [1, -1, 1]
        rates = frame_rate([line, turned], [0.03, 0.03], [0, 0], [0.8, 0.8])
        np.testing.assert_allclose(rates[0], rates[1], rtol=1e-9)
        self.assertLess(rates[0], frame_rate([square_u(0.26, 1.02)], [0.03], [0], [0.8])[0])

    def test_many_bars_at_once_equal_one_by_one(self):
        bars = [bar(24 + i, 0.0) for i in range(6)] + [bar(35.0, 20.0)]
        together = bar_rates(bars, [0] * 7)
        np.testing.assert_allclose(together, [bar_rates([b], [0])[0] for b in bars], rtol=1e-12)

    def test_inner_holes_are_stiffer(self):
        self.assertTrue(np.all(np.diff(bar_rates([bar()] * 3, [0, 1, 2])) > 0))

    def test_hole_shortens_the_arm_by_its_setback(self):
        expected = square_u_rate(0.0286, 0, 0.20, 1.02, 0.8)
        np.testing.assert_allclose(bar_rates([bar()], [2]), expected, rtol=1e-9)

    def test_no_bars_give_no_rates(self):
        self.assertEqual(bar_rates([], []).shape, (0,))

    def test_impossible_supports_name_the_argument(self):
        line = [square_u(0.26, 1.02)]
        for field, arguments in (
            ("bushing_span_m", ([1.2],)),
            ("bushing_span_m", ([np.nan],)),
            ("bushing_rate_n_per_m", ([0.8], [0.0])),
            ("link_rate_n_per_m", ([0.8], [1e6], [-1.0])),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                frame_rate(line, [0.03], [0.0], *arguments)
            self.assertEqual(caught.exception.field, field)


class BarSheetTests(unittest.TestCase):
    def test_developed_length_follows_the_bends(self):
        self.assertAlmostEqual(developed_length(bar()), 0.26 + 1.02 + 0.26)

    def test_refused_sheets_name_the_field(self):
        good = bar()
        for field, changes in (
            ("outside_diameter_m", {"outside_diameter_m": m(3.0)}),
            ("outside_diameter_m", {"outside_diameter_m": m(float("nan"))}),
            ("bore_m", {"bore_m": m(0.0286)}),
            ("steel", {"steel": "adamant"}),
            ("centre_line_m", {"centre_line_m": ((0.0, 0.0, 0.0),)}),
            ("centre_line_m", {"centre_line_m": square_u(0.26, 1.02)[::-1]}),
            ("centre_line_m", {"centre_line_m": (*square_u(0.26, 1.02)[:3], (0.2, 0.51, 0.0))}),
            ("bushing_span_m", {"bushing_span_m": m(1.02)}),
            ("bushing_span_m", {"bushing_span_m": m(1.3)}),
            ("hole_setbacks_m", {"hole_setbacks_m": (0.0, 0.26)}),
            ("hole_setbacks_m", {"hole_setbacks_m": (0.02,)}),
        ):
            with self.subTest(changes=changes), self.assertRaises(InputError) as caught:
                replace(good, **changes)
            self.assertEqual(caught.exception.field, field)

    def test_a_hole_that_is_not_there_is_refused(self):
        with self.assertRaises(InputError) as caught:
            bar_rates([bar()], [3])
        self.assertEqual(caught.exception.field, "hole")
