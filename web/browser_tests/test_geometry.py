import os
import subprocess
import unittest
from pathlib import Path


class DrawingGeometryTests(unittest.TestCase):
    def test_the_modules_that_only_reckon_where_to_draw(self):
        """Their own tests lie beside them and run without a browser."""
        done = subprocess.run(
            ["npx", "--no-install", "vitest", "run", "--reporter=dot"],
            cwd=Path(__file__).parents[1],
            capture_output=True,
            text=True,
            timeout=300,
            env={**os.environ, "NO_COLOR": "1"},
            check=False,
        )
        self.assertEqual(done.returncode, 0, done.stdout + done.stderr)
        self.assertRegex(done.stdout, r"Tests\s+\d+ passed")
