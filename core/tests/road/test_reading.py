import unittest

import numpy as np

from axlecore.errors import InputError
from axlecore.road.reading import columns_of, read_log, written

ROWS = 60


def table(headings, row, mark=","):
    lines = [mark.join(headings)] + [mark.join(row(at)) for at in range(ROWS)]
    return "\n".join(lines)


class ReadingTests(unittest.TestCase):
    def test_our_own_headings_in_any_order_and_others_left_out(self):
        text = table(("note", "roll_angle_rad", "time_s"), lambda at: ("x", "0.02", f"{at / 100}"))
        read = read_log(text)
        self.assertEqual(read.assumed, ())
        np.testing.assert_allclose(read.log.time_s, np.arange(ROWS) / 100)
        np.testing.assert_allclose(read.log.roll_angle_rad, 0.02)
        self.assertIsNone(read.log.speed_m_s)

    def test_another_logger_s_units_marks_and_decimal_commas(self):
        headings = ("t [ms]", "ay (g)", "gyro x (deg/s)", "v [km/h]", "yaw")
        text = table(headings, lambda at: (f"{at * 10}", "0,25", "1,5", "36", "0,1"), ";")
        channels = (
            "time_s", "lateral_acceleration_m_s2", "roll_rate_rad_s", "speed_m_s", "yaw_rate_rad_s",
        )  # fmt: skip
        read = read_log(text, dict(zip(headings, channels, strict=True)))
        self.assertAlmostEqual(read.log.time_s[1], 0.01)
        self.assertAlmostEqual(read.log.lateral_acceleration_m_s2[0], 0.25 * 9.80665)
        self.assertAlmostEqual(read.log.roll_rate_rad_s[0], np.radians(1.5))
        self.assertAlmostEqual(read.log.speed_m_s[0], 10.0)
        self.assertEqual(read.assumed, ("“yaw” has no unit and is read in rad/s",))

    def test_what_cannot_be_read_is_named_with_its_line(self):
        good = table(("time_s", "v [km/h]"), lambda at: (f"{at}", "36"))
        mapping = {"time_s": "time_s", "v [km/h]": "speed_m_s"}
        for text, mapped, words in (
            ("", None, "empty"),
            (good, None, ""),
            (good.replace("time_s", "clock"), None, "No column is the time. Read: clock"),
            (good, {**mapping, "gone": "roll_rate_rad_s"}, "no column “gone”"),
            (good, {**mapping, "v [km/h]": "warp"}, "no channel “warp”"),
            (good, {**mapping, "v [km/h]": "roll_rate_rad_s"}, "no unit of this channel"),
            (good.replace("km/h", "furlong"), {"time_s": "time_s", "v [furlong]": "speed_m_s"},
             "“furlong” is not known"),
            (good.replace("\n7,36", "\n7,fast"), mapping, "Line 9, “v [km/h]”: read “fast”"),
            ("\n".join(good.splitlines()[:20]), mapping, "Read 19 samples"),
        ):  # fmt: skip
            if not words:
                read_log(text, mapped)
                continue
            with self.assertRaises(InputError) as caught:
                read_log(text, mapped)
            self.assertIn(words, str(caught.exception))

    def test_what_only_looks_like_a_table_is_refused_before_it_is_held(self):
        good = table(("time_s", "roll_angle_rad"), lambda at: (f"{at / 100}", "0.02"))
        for text, words in (
            ("," * 3_000_000, "first line"),
            (good + "\n" + "," * 3_000_000, "too long"),
            (good + '\n1,"' + "1\n" * 200_000, "no row of a table"),
            ("time_s\n" + "1\n" * 800_000, "720000"),
        ):
            with self.assertRaises(InputError) as caught:
                read_log(text)
            self.assertIn(words, caught.exception.message)

    def test_a_blank_line_moves_no_line_number_and_our_own_table_is_read_again(self):
        lines = table(("time_s", "roll_angle_rad"), lambda at: (f"{at / 100}", "0.02")).split("\n")
        lines[3:3] = [""]
        lines[9] = "0.08,soft"
        with self.assertRaises(InputError) as caught:
            read_log("\n".join(lines))
        self.assertIn("Line 10", caught.exception.message)
        read = read_log(table(("time_s", "speed_m_s"), lambda at: (f"{at / 7}", f"{at / 3}")))
        again = read_log(written(read.log))
        np.testing.assert_allclose(again.log.speed_m_s, read.log.speed_m_s, rtol=1e-6)
        heads = {one.heading: (one.channel, one.unit) for one in columns_of("t,ay (g)\n1,2\n")}
        self.assertEqual(heads, {"t": ("", ""), "ay (g)": ("lateral_acceleration_m_s2", "g")})
