"""Test runner that closes with one plain line and refuses to pass without tests."""

import logging
import tempfile
import unittest
from typing import Any

from django.conf import settings
from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Django's runner; its last line is `N passed, N failed`."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        # Slow hashing and the log of refusals that are asked for would only hide the tests.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
        logging.disable(logging.WARNING)
        # Photos of tests never land beside those of the demo.
        self._media = tempfile.TemporaryDirectory()
        settings.MEDIA_ROOT = self._media.name

    def teardown_test_environment(self, **kwargs: Any) -> None:
        super().teardown_test_environment(**kwargs)
        self._media.cleanup()

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
