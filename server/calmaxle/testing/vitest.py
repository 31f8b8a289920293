"""The web's own unit tests, run beside ours and counted with them."""

from __future__ import annotations

import json
import os
import subprocess
import tempfile
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings

#: Long after the slowest machine is done; a run that hangs fails.
_PATIENCE_S = 600


@dataclass(frozen=True)
class Counted:
    """How many tests passed and failed, and what is said of those that failed."""

    passed: int
    failed: int
    said: str


class VitestRun:
    """One run, begun at once."""

    def __init__(self) -> None:
        folder = Path(tempfile.mkdtemp())
        self._report, self._out = folder / "report.json", folder / "said"
        reporters = ("--reporter=default", "--reporter=json", f"--outputFile.json={self._report}")
        with self._out.open("w") as out:
            self._process = subprocess.Popen(
                ["npx", "--no-install", "vitest", "run", *reporters],
                cwd=settings.ROOT / "web",
                stdout=out,
                stderr=subprocess.STDOUT,
                env={**os.environ, "NO_COLOR": "1"},
            )

    def counted(self) -> Counted:
        """Wait for its end; a run that could not begin is one failure."""
        code = self._process.wait(_PATIENCE_S)
        said = self._out.read_text() if code else ""
        if not self._report.exists():
            return Counted(0, 1, said)
        report = json.loads(self._report.read_text())
        # A file that cannot be loaded fails without a test.
        failed = max(report["numFailedTests"], int(code != 0))
        return Counted(report["numPassedTests"], failed, said)
