"""What Hill Pin is attacked with, run against a server and data of its own, told as a table: ``./pin attack``.

Each row is one attempt of a test: a page, a website, an archive, a question that tries something. It is held, or it got through.
"""

from __future__ import annotations

import sys
import unittest
from typing import Any

from hillpin.testing import Runner as OwnRunner

ATTACKS = {
    "A page that tries to get out": ("tests.browser.test_escapes",),
    "Other websites and names": ("tests.server.test_guard", "tests.server.test_line.Handshakes"),
    "A page in the real browser": ("tests.server.test_visits.WhatIsRefused", "tests.server.test_compare.Runs.test_hostile_pages_have_no_network_and_an_end"),
    "A page that costs time or memory": ("tests.core.test_linear", "tests.core.test_robust", "tests.server.test_computing", "tests.server.test_long_work"),
    "Archives, pictures and names of files": ("tests.server.test_sites", "tests.server.test_everything", "tests.server.test_folders"),
    "Questions that are none": ("tests.server.test_line.Malformed", "tests.server.test_line.Answers.test_what_is_not_understood"),
    "Servers that a site is sent to": ("tests.server.test_publishing",),
    "Data that is broken, and disks that are full": ("tests.server.test_keeping", "tests.server.test_storage"),
}
"""What is tried, and the tests that try it."""
WIDTH = 110


def labels() -> list[str]:
    """The tests of all attacks."""
    return [name for names in ATTACKS.values() for name in names]


def area_of(test: unittest.TestCase) -> str:
    """Which attack a test belongs to."""
    return next((area for area, names in ATTACKS.items() if any(f"{test.id()}.".startswith(f"{name}.") for name in names)), "Others")


class Attempts(unittest.TextTestResult):
    """Keeps each attempt with how it ended."""

    def __init__(self, *arguments: Any, **named: Any) -> None:
        super().__init__(*arguments, **named)
        self.rows: list[tuple[str, str, bool]] = []
        self.parted: set[str] = set()

    def _keep(self, test: unittest.TestCase, held: bool, words: str = "") -> None:
        name = test.id().rsplit(".", 1)[-1].removeprefix("test_").replace("_", " ")
        self.rows.append((area_of(test), f"{name}{': ' if words else ''}{words}", held))

    def addSubTest(self, test: unittest.TestCase, subtest: unittest.TestCase, err: Any) -> None:
        """An attempt among several of one test."""
        super().addSubTest(test, subtest, err)
        self.parted.add(test.id())
        self._keep(test, err is None, " ".join(subtest._subDescription().split()))  # type: ignore[attr-defined]

    def addSuccess(self, test: unittest.TestCase) -> None:
        """A test that is one attempt."""
        super().addSuccess(test)
        if test.id() not in self.parted:
            self._keep(test, held=True)

    def addFailure(self, test: unittest.TestCase, err: Any) -> None:
        """What got through."""
        super().addFailure(test, err)
        self._keep(test, held=False)

    def addError(self, test: Any, err: Any) -> None:
        """What broke."""
        super().addError(test, err)
        self._keep(test, held=False)


def table(rows: list[tuple[str, str, bool]]) -> str:
    """The attempts by what they try, those that got through first, and the sums."""
    lines: list[str] = []
    for area in [*ATTACKS, "Others"]:
        own = sorted((held, words) for kind, words, held in rows if kind == area)
        if own:
            lines += ["", f"{area}: {sum(held for held, _ in own)} of {len(own)} held"]
            lines += [f"  {'held' if held else 'GOT THROUGH':<12}{words[:WIDTH]}" for held, words in own]
    got = sum(not held for _, _, held in rows)
    return "\n".join([*lines, "", f"{len(rows)} attempts, {got} got through."])


class Runner(OwnRunner):
    """Django's runner, which prints the table last."""

    def get_resultclass(self) -> Any:
        return Attempts

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        print(table(result.rows), file=sys.stdout, flush=True)
        return super().suite_result(suite, result, **kwargs)
