"""The queue of long work: what is called, said, given, refused and stopped, in processes of their own."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import threading
import unittest
from concurrent.futures import CancelledError, Executor
from pathlib import Path

from hillpin.computing import FIRST, LAST, Processes, WorkFailed, WorkStopped
from hillpin.core.errors import InputError

from . import long_calls

PATIENCE = 120


class LongWork(unittest.TestCase):
    def setUp(self) -> None:
        self.queue = Processes(1)
        self.addCleanup(self.queue.shutdown, cancel_futures=True)
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def until(self, path: Path) -> str:
        for _ in range(PATIENCE * 100):
            if path.exists() and path.read_text():
                return path.read_text()
            threading.Event().wait(0.01)
        raise AssertionError(f"{path} never came.")

    def test_it_is_an_executor_that_gives_what_the_call_gives(self) -> None:
        self.assertIsInstance(self.queue, Executor)
        said: list[float] = []
        self.assertEqual(self.queue.submit(long_calls.doubled, 21, told=said.append).result(PATIENCE), 42)
        self.assertEqual(said, [0.5])
        self.assertEqual(list(self.queue.map(long_calls.doubled, [1, 2, 3])), [2, 4, 6])

    def test_what_a_person_waits_for_comes_first(self) -> None:
        gate, notes = self.folder / "gate", self.folder / "notes"
        first = self.queue.submit(long_calls.waited_for, str(gate))
        while not first.running():
            threading.Event().wait(0.01)
        later = [self.queue.submit(long_calls.noted, str(notes), word, priority=place) for word, place in (("c", LAST), ("b", 10), ("a", FIRST))]
        gate.write_text("open")
        for one in later:
            one.result(PATIENCE)
        self.assertEqual(notes.read_text(), "abc")

    def test_reasons_come_back_as_sentences(self) -> None:
        with self.assertRaisesRegex(InputError, "There is no file x"):
            self.queue.submit(long_calls.refused).result(PATIENCE)
        with self.assertRaisesRegex(WorkFailed, "There is no Chromium"):
            self.queue.submit(long_calls.gave_up).result(PATIENCE)
        with self.assertRaisesRegex(WorkFailed, "without a word"):
            self.queue.submit(long_calls.died).result(PATIENCE)
        with self.assertRaisesRegex(WorkFailed, "more than 512 MB"):
            self.queue.submit(long_calls.hungry, memory=512 * 2**20).result(PATIENCE)
        with self.assertLogs("hillpin.computing.long_work", "ERROR"), self.assertRaisesRegex(WorkFailed, "log says why"):
            self.queue.submit(long_calls.broke).result(PATIENCE)
        self.assertEqual(self.queue.submit(long_calls.doubled, 4).result(PATIENCE), 8)

    def test_stopped_with_all_that_it_started(self) -> None:
        note = self.folder / "child"
        work = self.queue.submit(long_calls.with_child, str(note))
        child = int(self.until(note))
        os.kill(child, 0)
        work.stop()
        with self.assertRaises((WorkStopped, CancelledError)):
            work.result(PATIENCE)
        self.queue.submit(long_calls.doubled, 1).result(PATIENCE)
        state = Path(f"/proc/{child}/stat")
        self.assertTrue(not state.exists() or state.read_text().rpartition(")")[2].split()[0] == "Z")

    def test_a_server_that_is_killed_leaves_no_browser_behind(self) -> None:
        mark = f"hillpin-mark-{os.getpid()}-{self.folder.name}"
        environment = {**os.environ, "HILLPIN_MARK": mark, "HILLPIN_DATA": str(self.folder), "DJANGO_SETTINGS_MODULE": "hillpin.settings"}
        server = subprocess.Popen([sys.executable, "-m", "tests.server.long_alone"], env=environment, stdout=subprocess.PIPE, text=True)
        assert server.stdout is not None
        for _ in range(3):
            self.assertEqual(server.stdout.readline(), "said\n")
        self.assertGreater(len(self.marked(mark)), 3)
        server.kill()
        server.wait()
        server.stdout.close()
        for _ in range(PATIENCE * 10):
            if not self.marked(mark):
                break
            threading.Event().wait(0.1)
        self.assertEqual(self.marked(mark), [])

    def marked(self, mark: str) -> list[str]:
        """The processes that have a mark in their environment, by their commands."""
        found = []
        for process in Path("/proc").glob("[0-9]*"):
            try:
                if mark.encode() in (process / "environ").read_bytes():
                    found.append((process / "comm").read_text())
            except OSError:
                continue
        return found

    def test_what_nobody_wants_is_not_begun_and_silence_is_not_endless(self) -> None:
        with self.assertRaises((WorkStopped, CancelledError)):
            self.queue.submit(long_calls.doubled, 1, wanted=lambda: False).result(PATIENCE)
        with self.assertRaisesRegex(WorkFailed, "Nothing was heard of it for 0 seconds"):
            self.queue.submit(long_calls.waited_for, str(self.folder / "never"), silent=0.3).result(PATIENCE)
        with self.assertRaisesRegex(WorkFailed, "longer than 0 seconds"):
            self.queue.submit(long_calls.waited_for, str(self.folder / "never"), longest=0.3).result(PATIENCE)
