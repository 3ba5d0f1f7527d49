"""Which test classes run which lines: python tools/who_runs.py ROOM FOUND.json MODULE [MODULE …]

Runs the test classes of some modules one after another, below the working folder, and writes for each how many seconds it took and
which lines of the sources in ROOM it ran. ``tools/mutate.py`` then runs for a change the classes that can notice it, quick ones first.
"""

from __future__ import annotations

import json
import sys
import time
import unittest
from collections.abc import Iterator
from pathlib import Path

import coverage


def classes(suite: unittest.TestSuite) -> Iterator[type[unittest.TestCase]]:
    """The classes of a suite, each once, in order."""
    seen: dict[type[unittest.TestCase], None] = {}
    waiting: list[unittest.TestSuite | unittest.TestCase] = [suite]
    while waiting:
        one = waiting.pop(0)
        if isinstance(one, unittest.TestSuite):
            waiting = [*one, *waiting]
        else:
            seen[type(one)] = None
    yield from seen


def main(room: str, target: str, modules: list[str]) -> None:
    """See the head of the file. Exits with 1 where a test fails before anything was changed."""
    meter = coverage.Coverage(data_file=None, include=[f"{Path(room).resolve()}/*" if Path(room).is_dir() else room])
    meter.start()
    seconds: dict[str, float] = {}
    for one in classes(unittest.defaultTestLoader.loadTestsFromNames(modules)):
        name = f"{one.__module__}.{one.__qualname__}"
        meter.switch_context(name)
        began = time.monotonic()
        if not unittest.TextTestRunner(verbosity=0).run(unittest.defaultTestLoader.loadTestsFromTestCase(one)).wasSuccessful():
            sys.exit(f"{name} fails as it is.")
        seconds[name] = time.monotonic() - began
    meter.stop()
    data = meter.get_data()
    lines = {str(Path(file).relative_to(Path.cwd())): data.contexts_by_lineno(file) for file in data.measured_files()}
    Path(target).write_text(json.dumps({"seconds": seconds, "lines": lines}))


if __name__ == "__main__":
    main(sys.argv[1], sys.argv[2], sys.argv[3:])
