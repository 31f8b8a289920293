"""Test runner that closes with one plain line and refuses to pass without tests."""

import unittest
from typing import Any

from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Django's runner; its last line is `N passed, N failed`."""

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        passed = result.testsRun - failed - len(result.skipped)
        self.closing_line = f"{passed} passed, {failed} failed"
        return 1 if failed or passed <= 0 else 0

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        self.closing_line = "0 passed, 0 failed"
        failures = super().run_tests(*args, **kwargs)
        print(self.closing_line, flush=True)
        return failures
