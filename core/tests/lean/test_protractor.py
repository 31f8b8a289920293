import math
import unittest

from axlecore.errors import InputError
from axlecore.lean.protractor import CLICK_PX, read_frame, read_length, read_pictures

LEVEL = (0.0, 300.0, 900.0, 300.0)


def tilted(degrees, length=400.0):
    turned = math.radians(degrees)
    return (100.0, 200.0, 100.0 + length * math.cos(turned), 200.0 - length * math.sin(turned))


class FrameTests(unittest.TestCase):
    def test_a_frame_is_read_with_its_band_and_two_frames_are_their_difference(self):
        frame = read_frame(tilted(-3), LEVEL)
        self.assertAlmostEqual(math.degrees(frame.angle_rad), -3)
        wanted = math.hypot(math.sqrt(2) * CLICK_PX / 400, math.sqrt(2) * CLICK_PX / 900)
        self.assertAlmostEqual(frame.band_rad, wanted)
        both = read_pictures((tilted(0.5), tilted(-3)), (LEVEL, LEVEL))
        self.assertAlmostEqual(math.degrees(both.lean_rad), 3.5)
        shorter = read_frame(tilted(-3, 100), LEVEL)
        self.assertGreater(shorter.band_rad, frame.band_rad)

    def test_a_length_beside_a_known_trim(self):
        found = read_length((10, 10, 10, 130), (300, 50, 540, 50), 0.3)
        self.assertAlmostEqual(found.length_m, 0.15)
        self.assertAlmostEqual(found.band_m, 0.15 * math.sqrt(2) * 2 * math.hypot(1 / 120, 1 / 240))

    def test_lines_that_are_too_short_and_a_trim_without_length(self):
        for act, field in (
            (lambda: read_frame((0, 0, 5, 5), LEVEL), "body.0"),
            (lambda: read_frame(LEVEL, (0, 0, math.nan, 5)), "horizon.0"),
            (lambda: read_length(LEVEL, (0, 0, 3, 0), 0.3), "trim"),
            (lambda: read_length(LEVEL, LEVEL, 0.0), "trim_length"),
        ):
            with self.assertRaises(InputError) as caught:
                act()
            self.assertEqual(caught.exception.field, field)
