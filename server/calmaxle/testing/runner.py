"""Test runner: workers with databases of their own, slow classes named, one plain closing line."""

from __future__ import annotations

import io
import shutil
import sys
import tempfile
import time
import unittest
from argparse import ArgumentParser
from collections.abc import Sequence
from contextlib import redirect_stdout
from datetime import date
from importlib import import_module
from typing import Any

from django.conf import settings
from django.core.signals import setting_changed
from django.test import TransactionTestCase
from django.test.runner import (  # type: ignore[attr-defined]
    DiscoverRunner,
    ParallelTestSuite,
    RemoteTestRunner,
    _run_subsuite,
)
from django.test.utils import iter_test_cases  # type: ignore[attr-defined]

from calmaxle.testing.demo_template import begin_demo_template
from calmaxle.testing.results import RemoteResult, Result, listen_to_logs
from calmaxle.testing.schema_template import keep_schema_template, use_schema_template
from calmaxle.testing.vitest import Counted, VitestRun
from tasks.kinds import KINDS

#: Modules that are loaded when they are first needed.
_SLOW_TO_LOAD = {"calmaxle.urls", "scipy.optimize", "scipy.signal", "scipy.stats"}
#: Where browser tests are; whoever asks for all of them means the web's own unit tests too.
_WEB = "web/browser_tests"
#: Classes named at the end, with what each took.
SLOWEST = 12


class RemoteRunner(RemoteTestRunner):
    """Runs a class of tests in a worker."""

    resultclass = RemoteResult


def _run_class(given: Any) -> Any:
    """Run a class of tests in a worker; how long it took with its own set-up is sent along."""
    begun = time.monotonic()
    index, events = _run_subsuite(given)
    return index, [*events, ("addClassDuration", 0, time.monotonic() - begun)]


def use_media(folder: str) -> None:
    """Have files of records kept in a folder from now on."""
    settings.MEDIA_ROOT = folder
    # Storages keep the first place they were told until they hear of another.
    setting_changed.send(use_media, setting="MEDIA_ROOT", value=folder, enter=True)


def _begin_worker(*given: Any) -> None:
    """Give a worker a database and a folder of its own."""
    ParallelTestSuite.init_worker(*given)
    use_media(tempfile.mkdtemp(dir=settings.MEDIA_ROOT))


def _rank(suite: unittest.TestSuite) -> tuple[int, int]:
    """Sort what runs against the database first, then browsers, then what a short rest is for."""
    tests = list(suite)
    kind = type(tests[0])
    module = kind.__module__
    on_database = issubclass(kind, TransactionTestCase)
    group = 1 if module.startswith("browser_tests.") else 0 if on_database else 2
    return group, -len(tests)


class Suite(ParallelTestSuite):
    """Tests spread over workers, a class at a time."""

    init_worker = _begin_worker
    run_subsuite = _run_class
    runner_class = RemoteRunner

    def __init__(self, subsuites: Sequence[unittest.TestSuite], *more: Any, **named: Any) -> None:
        super().__init__(sorted(subsuites, key=_rank), *more, **named)


class CountingRunner(DiscoverRunner):
    """Django's runner; a green run prints dots, slow classes, and `N passed, N failed`."""

    parallel_test_suite = Suite
    slowest: Sequence[str] = ()
    _web = Counted(0, 0, "")

    def __init__(self, *args: Any, one_of_the_day: bool = False, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.one_of_the_day = one_of_the_day
        # A test is named as a run prints it, wherever its folder is.
        sys.path += [str(settings.ROOT / room) for room in ("core", "house", "web")]

    def get_resultclass(self) -> Any:
        return Result

    def get_test_runner_kwargs(self) -> dict[str, Any]:
        # Dots, where everything else is silent.
        return {**super().get_test_runner_kwargs(), "verbosity": max(1, self.verbosity)}

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        listen_to_logs()
        # Slow hashing would only hide the tests.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
        # Every client of a test would read all built files anew, longer than most tests take.
        settings.WHITENOISE_AUTOREFRESH = True
        settings.WHITENOISE_USE_FINDERS = True
        # What takes seconds to load is loaded once and not by each worker.
        for name in {name for kind in KINDS.values() for name in kind.loads} | _SLOW_TO_LOAD:
            import_module(name)
        # Photos of tests never land beside those of the demo.
        self._media = tempfile.mkdtemp()
        use_media(self._media)

    def teardown_test_environment(self, **kwargs: Any) -> None:
        super().teardown_test_environment(**kwargs)
        shutil.rmtree(self._media, ignore_errors=True)

    def run_checks(self, databases: Any) -> None:
        with redirect_stdout(io.StringIO()):
            super().run_checks(databases)

    def setup_databases(self, **kwargs: Any) -> Any:
        use_schema_template()
        # What goes well is not worth a line.
        with redirect_stdout(io.StringIO()):
            databases = super().setup_databases(**kwargs)
        keep_schema_template()
        if self._with_browser:
            begin_demo_template()
        return databases

    @classmethod
    def add_arguments(cls, parser: ArgumentParser) -> None:
        super().add_arguments(parser)
        parser.add_argument(
            "--one-of-the-day",
            action="store_true",
            help="Run one of the tests that were selected, another each day.",
        )

    def build_suite(self, test_labels: Any = None, **kwargs: Any) -> unittest.TestSuite:
        self._whole_web = _WEB in (test_labels or ()) and not self.tags
        suite = super().build_suite(test_labels, **kwargs)
        if self.one_of_the_day:
            tests = sorted(iter_test_cases(suite), key=lambda test: test.id())
            suite = unittest.TestSuite([tests[date.today().toordinal() % len(tests)]])
        tests = getattr(suite, "subsuites", [suite])
        self._with_browser = any(
            type(test).__module__.startswith("browser_tests.") for part in tests for test in part
        )
        return suite

    def run_suite(self, suite: unittest.TestSuite, **kwargs: Any) -> Any:
        web = VitestRun() if self._whole_web else None
        result = super().run_suite(suite, **kwargs)
        self._web = web.counted() if web else Counted(0, 0, "")
        return result

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        # A test that fails in its end too fails once; a class that could not begin ran no test.
        wrong = {test.id(): test for test, _ in result.failures + result.errors}
        ran = [test for test in wrong.values() if isinstance(test, unittest.TestCase)]
        failed = len(wrong) + len(result.unexpectedSuccesses)
        passed = result.testsRun - len(ran) - len(result.unexpectedSuccesses) - len(result.skipped)
        slowest = sorted(result.class_seconds.items(), key=lambda row: -row[1])[:SLOWEST]
        self.slowest = [f"{seconds:5.1f} s  {name}" for name, seconds in slowest]
        passed, failed = passed + self._web.passed, failed + self._web.failed
        self.closing_line = f"{passed} passed, {failed} failed"
        return 1 if failed or passed <= 0 else 0

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        self.closing_line = "0 passed, 0 failed"
        failures = super().run_tests(*args, **kwargs)
        if self._web.said:
            print(self._web.said)
        print("\n".join(self.slowest))
        print(self.closing_line, flush=True)
        return failures
