import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from database import Cluster
from serving import Served


class StoppingTests(unittest.TestCase):
    """Only the server that this checkout started is ever ended."""

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.served = Served(Cluster("nobody's"), Path(folder.name))
        self.pid_file = self.served.pid_file("server")

    def start(self, *words):
        code = "import time; print('up', flush=True); time.sleep(60)"
        process = subprocess.Popen([sys.executable, "-c", code, *words], stdout=subprocess.PIPE)
        self.addCleanup(process.communicate)
        self.addCleanup(process.kill)
        process.stdout.readline()
        self.pid_file.write_text(str(process.pid))
        return process

    def test_ours_is_ended(self):
        process = self.start(str(self.pid_file))
        self.assertTrue(self.served.end())
        self.assertIsNotNone(process.wait(timeout=10))

    def test_a_stranger_that_got_our_old_number_is_left_alone(self):
        process = self.start("somebody else's")
        self.assertFalse(self.served.end())
        self.assertIsNone(process.poll())

    def test_nothing_written_down_is_nothing_to_stop(self):
        self.assertFalse(self.served.end())
        self.pid_file.write_text("not a number")
        self.assertFalse(self.served.end())
