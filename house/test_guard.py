import contextlib
import os
import signal
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path

import setup
from guard import guarded

HERE = Path(__file__).parent
#: Begins a program that begins another, which beats for ever.
_BEATS = "import subprocess, sys; subprocess.run([sys.executable, '-c', sys.argv[1], sys.argv[2]])"
_BEAT = """
import sys, time
from pathlib import Path
while True:
    Path(sys.argv[1]).write_text(str(time.time()))
    time.sleep(0.02)
"""


class GuardTests(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.beat = self.folder / "beat"

    def begin(self, code, *words):
        line = [sys.executable, "-c", code, *map(str, words)]
        run = subprocess.Popen(line, cwd=HERE, stdout=subprocess.PIPE, text=True)
        self.addCleanup(run.stdout.close)
        self.addCleanup(run.wait)
        self.addCleanup(run.kill)
        return run

    def until(self, holds):
        end = time.monotonic() + 20
        while not holds():
            self.assertLess(time.monotonic(), end, "waited in vain")
            time.sleep(0.02)

    def beats(self):
        before = self.beat.read_text() if self.beat.exists() else ""
        time.sleep(0.3)
        return self.beat.exists() and self.beat.read_text() != before

    def guarding(self):
        code = (
            "import sys; from guard import guarded\n"
            f"guarded(sys.executable, '-c', {_BEATS!r}, *sys.argv[1:])"
        )
        run = self.begin(code, _BEAT, self.beat)
        self.until(self.beats)
        return run

    def test_what_was_begun_and_what_that_began_end_with_whoever_began_it(self):
        self.guarding().kill()
        self.until(lambda: not self.beats())

    def test_where_the_guard_alone_is_ended_nothing_is_left(self):
        run = self.guarding()
        (guard,) = Path(f"/proc/{run.pid}/task/{run.pid}/children").read_text().split()
        os.kill(int(guard), signal.SIGKILL)
        run.wait(20)
        self.until(lambda: not self.beats())

    def test_a_program_s_exit_code_is_told(self):
        self.assertEqual(guarded(sys.executable, "-c", "raise SystemExit(7)"), 7)
        self.assertEqual(guarded("sh", "-c", "kill -9 $$"), 137)

    def test_of_two_runs_one_waits_and_says_so_until_all_of_the_other_is_gone(self):
        code = "import sys, time; from pathlib import Path; from guard import alone\n"
        hold = code + "with alone(Path(sys.argv[1])): print('in', flush=True); time.sleep(60)"
        first = self.begin(hold, self.folder / "lock")
        self.assertEqual(first.stdout.readline(), "in\n")
        second = self.begin(hold, self.folder / "lock")
        self.assertIn("waiting for it", second.stdout.readline())
        first.kill()
        self.assertEqual(second.stdout.readline(), "in\n")

    def test_what_is_still_at_it_holds_the_lock_for_a_run_that_is_gone(self):
        code = (
            "import os, sys; from pathlib import Path; import guard\n"
            "with guard.alone(Path(sys.argv[1])):\n"
            "    guard.guarded('sh', '-c', 'echo $PPID $$ > ' + sys.argv[2] + '; sleep 60')"
        )
        pids = self.folder / "pids"
        run = self.begin(code, self.folder / "lock", pids)
        self.until(lambda: pids.exists() and pids.read_text().strip())
        # Held first, so that neither has time to end what it began when the other is gone.
        run.send_signal(signal.SIGSTOP)
        for pid in (int(pids.read_text().split()[0]), run.pid):
            os.kill(pid, signal.SIGKILL)
        run.wait()
        late = int(pids.read_text().split()[1])
        waits = self.begin(
            "import sys; from pathlib import Path; from guard import alone\n"
            "with alone(Path(sys.argv[1])): print('in', flush=True)",
            self.folder / "lock",
        )
        self.assertIn("waiting for it", waits.stdout.readline())
        os.kill(late, signal.SIGKILL)
        with contextlib.suppress(ProcessLookupError):
            os.killpg(int(pids.read_text().split()[0]), signal.SIGKILL)
        self.assertEqual(waits.stdout.readline(), "in\n")


class WordsTests(unittest.TestCase):
    def refused(self, code):
        line = [sys.executable, "-c", f"import serve, os\nwith serve.said_in_words():\n    {code}"]
        done = subprocess.run(line, cwd=HERE, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 1, done.stderr)
        self.assertNotIn("Traceback", done.stderr)
        return done.stderr

    def test_what_a_machine_refuses_is_a_sentence_that_tells_what_to_do(self):
        for number, words in (
            ("EROFS", "read-only"),
            ("EACCES", "not yours to write"),
            ("ENOSPC", "room, then run the same again"),
        ):
            said = self.refused(f"import errno; raise OSError(errno.{number}, 'x', '/srv/x')")
            self.assertIn(words, said)
            self.assertIn("/srv/x", said)
        self.assertIn("goes on where it was", self.refused("raise KeyboardInterrupt"))

    def test_a_missing_user_of_the_system_is_named_with_how_to_make_it(self):
        with self.assertRaises(SystemExit) as caught:
            setup.needs_user("nobody-of-that-name", "which PostgreSQL runs as")
        self.assertIn("adduser --system --group", str(caught.exception))

    def test_a_disk_without_room_is_told_before_a_step_begins(self):
        before = setup.LEAST_ROOM
        self.addCleanup(setattr, setup, "LEAST_ROOM", before)
        setup.LEAST_ROOM = 10**18
        with self.assertRaises(SystemExit) as caught:
            setup._room_for_a_step()
        self.assertIn("Make room, then run again", str(caught.exception))
