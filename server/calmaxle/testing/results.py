"""What of a test is counted: passed or failed, how long it took, what it wrote to the log."""

from __future__ import annotations

import logging
import pickle
import traceback
import unittest
from typing import Any

from django.test.runner import RemoteTestResult

#: What a test raised: class, exception, traceback.
Raised = tuple[Any, Any, Any]


class UnexpectedLogs(logging.Handler):
    """Keeps errors that no test asserted; ``assertLogs`` takes those it waits for before us."""

    def __init__(self) -> None:
        super().__init__(logging.ERROR)
        self.records: list[str] = []

    def emit(self, record: logging.LogRecord) -> None:
        # Threads of a server that was just stopped may still be at their last answer.
        self.records.append(logging.Formatter().format(record))

    def raised(self) -> Raised | None:
        """Return what was logged since the last call as a failure; None where nothing was."""
        records, self.records = self.records, []
        if not records:
            return None
        error = AssertionError("Logged and not asserted:\n" + "\n".join(records))
        return AssertionError, error, None


UNEXPECTED_LOGS = UnexpectedLogs()


def listen_to_logs() -> None:
    """Keep errors for the test that provokes them; requests and warnings are not written."""
    root = logging.getLogger()
    root.handlers = [UNEXPECTED_LOGS]
    logging.getLogger("calmaxle.requests").setLevel(logging.WARNING)
    # Django's own server says on the console who went away before an answer came.
    logging.getLogger("django.server").handlers = []


def picklable(raised: Raised) -> Raised:
    """Return what was raised as it is, or as words where one process cannot hand it to another."""
    try:
        pickle.loads(pickle.dumps(raised))  # noqa: S301 - our own bytes
    except Exception:
        words = "".join(traceback.format_exception(*raised))
        return AssertionError, AssertionError(words), None
    return raised


class _FailsByLogs(unittest.TestResult):
    """Fails a test that logged an error which it did not assert."""

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        logged = UNEXPECTED_LOGS.raised()
        if logged is not None:
            self.addFailure(test, logged)
        super().stopTest(test)


class RemoteResult(_FailsByLogs, RemoteTestResult):
    """What a worker sends."""

    def addFailure(self, test: unittest.TestCase, err: Raised) -> None:  # noqa: N802
        super().addFailure(test, picklable(err))

    def addError(self, test: unittest.TestCase, err: Raised) -> None:  # noqa: N802
        super().addError(test, picklable(err))

    def addSubTest(  # noqa: N802
        self, test: unittest.TestCase, subtest: unittest.TestCase, err: Raised | None
    ) -> None:
        """Send a part's failure as the test's own: a part drags its test along, browser and all."""
        if err is None:
            return
        kind, raised, trace = picklable(err)
        raised.add_note(f"in the part {subtest}")
        self.addFailure(test, (kind, raised, trace))


class Result(_FailsByLogs, unittest.TextTestResult):
    """All results of a run, with how long each class took, its own set-up included."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.class_seconds: dict[str, float] = {}

    def addClassDuration(self, test: unittest.TestCase, seconds: float) -> None:  # noqa: N802
        self.class_seconds[f"{type(test).__module__}.{type(test).__qualname__}"] = seconds
