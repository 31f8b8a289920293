"""The tests' folders mirror the packages: a module's tests are where its name says."""

import unittest
from pathlib import Path

TESTS = Path(__file__).parent
CORE = TESTS.parent / "axlecore"


class MirrorTests(unittest.TestCase):
    def test_every_test_file_is_named_after_the_module_it_tests(self):
        files = [path for path in TESTS.glob("*/test_*.py") if path.parent.name != "validation"]
        self.assertGreater(len(files), 40)
        for path in files:
            module = CORE / path.parent.name / path.name.removeprefix("test_")
            with self.subTest(path.name):
                self.assertTrue(module.exists(), module)
