"""The runner of the tests: neither a test that hangs nor a process that is gone keeps a run from its end."""

from __future__ import annotations

import subprocess
import sys
import unittest
from pathlib import Path

HANGS = """
import threading, unittest
from hillpin import testing

class Hangs(unittest.TestCase):
    def test(self):
        threading.Event().wait()

class Goes(unittest.TestCase):
    def test(self):
        pass

testing.PATIENCE = 0.01
events = testing.Suite.runner_class().run(unittest.TestSuite([Hangs("test")])).events
testing.PATIENCE = 1200
events += testing.Suite.runner_class().run(unittest.TestSuite([Goes("test")])).events
print([event[0] for event in events if event[0].startswith("add") and event[0] != "addDuration"])
"""
IS_GONE = """
import os, signal, unittest
from hillpin import testing

class Ends(unittest.TestCase):
    def test(self):
        os.kill(os.getpid(), signal.SIGKILL)

suite = testing.Suite([unittest.TestSuite([Ends("test")]), unittest.TestSuite([Ends("test")])], 2)
suite.used_aliases = ()
suite.run(unittest.TestResult())
"""


def _run(source: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run([sys.executable, "-c", f"import django; django.setup()\n{source}"], cwd=Path(__file__).resolve().parents[2], capture_output=True, text=True, check=False)


class Endless(unittest.TestCase):
    def test_one_that_hangs_has_failed_and_the_next_goes_on(self) -> None:
        done = _run(HANGS)
        self.assertEqual(done.stdout, "['addError', 'addSuccess']\n", done.stderr)
        self.assertIn("in test\n", done.stderr)

    def test_a_process_that_is_gone_ends_the_run(self) -> None:
        done = _run(IS_GONE)
        self.assertEqual(done.returncode, 1)
        self.assertIn("A test process is gone: something ended it. Under way were, about: __main__.Ends.test", done.stderr)
