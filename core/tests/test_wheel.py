"""The wheel of core holds all of core: built, installed where nothing else is, and run."""

import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

CORE = Path(__file__).parents[1]
EXAMPLE = CORE.parent / "docs" / "example.fit.json"
#: Runs the command line from the wheel alone; what core itself needs is borrowed.
RUN = """
import sys
wheel, borrowed, *words = sys.argv[1:]
sys.path[:0] = [wheel, *borrowed.split(":")]
import axlecore.cli
assert axlecore.cli.__file__.startswith(wheel), axlecore.cli.__file__
sys.exit(axlecore.cli.main(words))
"""


class WheelTests(unittest.TestCase):
    def test_a_built_wheel_runs_the_fit_command_where_nothing_else_of_core_is(self):
        with tempfile.TemporaryDirectory() as folder:
            source, wheels, home = (Path(folder) / name for name in ("source", "wheels", "home"))
            shutil.copytree(CORE, source, ignore=shutil.ignore_patterns("*.egg-info"))
            pip = [sys.executable, "-m", "pip"]
            build = ["wheel", "-q", "--no-deps", "--no-build-isolation", "-w", str(wheels)]
            subprocess.run([*pip, *build, str(source)], check=True, capture_output=True)
            (wheel,) = wheels.glob("axlecore-*.whl")
            install = ["install", "-q", "--no-deps", "--no-index", "--target", str(home)]
            subprocess.run([*pip, *install, str(wheel)], check=True, capture_output=True)
            borrowed = ":".join(path for path in sys.path if path.endswith("site-packages"))
            words = [str(home), borrowed, "fit", str(EXAMPLE)]
            run = [sys.executable, "-I", "-S", "-c", RUN, *words]
            done = subprocess.run(run, capture_output=True, text=True, check=False)
            self.assertIn(done.returncode, (0, 1), done.stderr)
            self.assertIn("ratio", done.stdout, done.stderr)
