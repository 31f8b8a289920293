"""Test runner that names the slowest tests, closes with one plain line and wants tests."""

import logging
import pickle
import tempfile
import time
import traceback
import unittest
from collections.abc import Sequence
from typing import Any

from django.conf import settings
from django.core.signals import setting_changed
from django.test.runner import (
    DiscoverRunner,
    ParallelTestSuite,
    RemoteTestResult,
    RemoteTestRunner,
)

#: Tests named at the end, with what each took.
SLOWEST = 10


#: What a test raised: class, exception, traceback.
Raised = tuple[Any, Any, Any]


def sendable(raised: Raised) -> Raised:
    """Return what was raised as it is, or as words where one process cannot hand it to another."""
    try:
        pickle.loads(pickle.dumps(raised))  # noqa: S301 - our own bytes
    except Exception:
        words = "".join(traceback.format_exception(*raised))
        return AssertionError, AssertionError(words), None
    return raised


class RemoteResult(RemoteTestResult):
    """What a worker sends, with how long each test took."""

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        super().startTest(test)
        self._begun = time.monotonic()

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        self.events.append(("addDuration", self.test_index, time.monotonic() - self._begun))
        super().stopTest(test)

    def addFailure(self, test: unittest.TestCase, err: Raised) -> None:  # noqa: N802
        super().addFailure(test, sendable(err))

    def addError(self, test: unittest.TestCase, err: Raised) -> None:  # noqa: N802
        super().addError(test, sendable(err))

    def addSubTest(  # noqa: N802
        self, test: unittest.TestCase, subtest: unittest.TestCase, err: Raised | None
    ) -> None:
        """Send a part's failure as the test's own: a part drags its test along, browser and all."""
        if err is None:
            return
        kind, raised, trace = sendable(err)
        raised.add_note(f"in the part {subtest}")
        self.addFailure(test, (kind, raised, trace))


class RemoteRunner(RemoteTestRunner):
    """Runs a class of tests in a worker."""

    resultclass = RemoteResult


def _begin_worker(*given: Any) -> None:
    """Give a worker a database and a folder of its own."""
    ParallelTestSuite.init_worker(*given)
    settings.MEDIA_ROOT = tempfile.mkdtemp(dir=settings.MEDIA_ROOT)
    # Storages keep the first place they were told until they hear of another.
    setting_changed.send(_begin_worker, setting="MEDIA_ROOT", value=settings.MEDIA_ROOT, enter=True)


class Suite(ParallelTestSuite):
    """Tests spread over workers."""

    init_worker = _begin_worker
    runner_class = RemoteRunner


class Result(unittest.TextTestResult):
    """What the workers sent."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.took: dict[str, float] = {}

    def addDuration(self, test: unittest.TestCase, seconds: float) -> None:  # noqa: N802
        self.took[test.id()] = seconds


class CountingRunner(DiscoverRunner):
    """Django's runner; its last line is `N passed, N failed`."""

    parallel_test_suite = Suite

    slowest: Sequence[str] = ()

    def get_resultclass(self) -> Any:
        return Result

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        # Slow hashing and the log of refusals that are asked for would only hide the tests.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
        logging.disable(logging.WARNING)
        # Every client of a test would read all built files anew, longer than most tests take.
        settings.WHITENOISE_AUTOREFRESH = True
        # Photos of tests never land beside those of the demo.
        self._media = tempfile.TemporaryDirectory()
        settings.MEDIA_ROOT = self._media.name

    def teardown_test_environment(self, **kwargs: Any) -> None:
        super().teardown_test_environment(**kwargs)
        self._media.cleanup()

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        passed = result.testsRun - failed - len(result.skipped)
        took = sorted(result.took.items(), key=lambda one: -one[1])[:SLOWEST]
        self.slowest = [f"{seconds:5.1f} s  {name}" for name, seconds in took]
        self.closing_line = f"{passed} passed, {failed} failed"
        return 1 if failed or passed <= 0 else 0

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        self.closing_line = "0 passed, 0 failed"
        failures = super().run_tests(*args, **kwargs)
        print("\n".join(self.slowest))
        print(self.closing_line, flush=True)
        return failures
