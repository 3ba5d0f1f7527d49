"""Commands that the docs show are there, and do what they are shown for."""

from __future__ import annotations

import os
import re
import sqlite3
import subprocess
import tempfile
import unittest
from contextlib import closing
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
SHOWN = re.compile(r"(?:^|`)(\./pin [a-z]+[^`\n]*)", re.MULTILINE)
NOT_HERE = {
    "start": "serves until it is stopped: tests/server/test_guard.py and the browser's tests stand on the same server",
    "test": "is what runs this",
    "bench": "measures time",
    "mutate": "takes hours",
    "wheel": "compiles for minutes: tests/core/test_compiled_core.py holds what it is made from",
    "lint": "is run before the tests, on a clean clone",
    "schema": "writes into the checkout: tests/server/test_guard.py holds its files in step",
}
PAGE = '<!DOCTYPE html><title>Fares</title><main><p class="fare">Single</p></main>'


def commands() -> dict[str, str]:
    """The commands shown, with where."""
    found: dict[str, str] = {}
    for file in [ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md"))]:
        for shown in SHOWN.findall(file.read_text()):
            # In a block, what a command does stands two spaces after it.
            found.setdefault(re.split(r"\s{2,}", shown)[0].strip(), file.name)
    return found


class Shown(unittest.TestCase):
    def test_every_one_is_a_command_of_the_script(self) -> None:
        usage = (ROOT / "pin").read_text()
        for command, file in commands().items():
            with self.subTest(command, file=file):
                self.assertIn(f"./pin {command.split()[1]}", usage)

    def test_those_that_end_by_themselves_are_run(self) -> None:
        ran = 0
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            (folder / "page.html").write_text(PAGE)
            (folder / "index.html").write_text(PAGE)
            with closing(sqlite3.connect(folder / "hillpin.sqlite3")) as data:
                data.executescript("CREATE TABLE sites_sitefile (id, path, content, revision, updated_at); CREATE TABLE sites_revision (id, file_id, number, content, saved_at);")
            (folder / "expectations.json").write_text('{"version": 1, "expectations": [{"page": "*", "says": ".fare 1 line"}]}')
            (folder / "truth.json").write_text('{"browser": "by hand", "runs": []}')
            for command, file in commands().items():
                words = command.replace('"', "").split()
                if words[1] in NOT_HERE:
                    continue
                places = {"MINUTES": "0.01", "page.html": str(folder / "page.html"), "kept.zip": str(folder / "kept.zip"), "DIR": name, "../shared/cases": name}
                ran += 1
                with self.subTest(command, file=file):
                    told = subprocess.run(
                        [str(ROOT / "pin"), words[1], *(places.get(word, word) for word in words[2:])],
                        cwd=ROOT, env={**os.environ, "HILLPIN_DATA": name}, capture_output=True, text=True, check=False,
                    )  # fmt: skip
                    self.assertEqual(told.returncode, 0, told.stderr[-400:])
        self.assertGreaterEqual(ran, 5)


if __name__ == "__main__":
    unittest.main()
