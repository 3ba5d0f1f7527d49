"""What ``survey`` and ``check`` share over many pages: jobs, parts, what changed, other machines, progress, files written."""

from __future__ import annotations

import json
import sys
import time
from collections.abc import Callable, Sequence
from contextlib import ExitStack
from pathlib import Path
from typing import Any

from ..core.errors import InputError
from ..whole import Asked, Engine, FolderPages, Kept, Reach, changed_since, here, named_engine, part_of, usual_folder, walk_pages
from .many_options import Many

MOST_JOBS = 256
EVERY = 0.5
"""Seconds between two lines of progress."""


def on_many(pages: FolderPages, function: Callable[..., Any], settings: tuple[Any, ...], many: Many) -> tuple[list[Any], list[tuple[str, str]]]:
    """A function's results for the pages, in their order, and those that failed with the reason; progress goes to standard error.
    Raises InputError."""
    if not 0 <= many.jobs <= MOST_JOBS:
        raise InputError(f"There can be 1 to {MOST_JOBS} jobs, not {many.jobs:,}.")
    names = changed_since(pages, many.since) if many.since else pages.names
    names = part_of(names, many.part) if many.part else names
    kept = None if many.afresh else Kept(usual_folder())
    found: dict[str, Any] = {}
    failed: list[tuple[str, str]] = []
    progress = _Progress(len(names))
    with ExitStack() as stack:
        def engine() -> Engine:
            return stack.enter_context(named_engine(many.engine) if many.engine else here(many.jobs))

        for outcome in walk_pages(names, Asked(function, settings), Reach(pages.files()), engine, kept):
            progress.one_more(outcome.was_kept)
            if outcome.error:
                failed.append((outcome.page, outcome.error))
            else:
                found[outcome.page] = outcome.result
    progress.end()
    return [found[name] for name in names if name in found], sorted(failed)


class _Progress:
    """How far it is, on standard error: one line that is written over at a terminal, a line now and then elsewhere."""

    def __init__(self, total: int) -> None:
        self._total, self._done, self._kept = total, 0, 0
        self._begun = self._told = time.monotonic()

    def one_more(self, was_kept: bool) -> None:
        self._done += 1
        self._kept += was_kept
        now = time.monotonic()
        # A build's log gets a line in ten seconds.
        if now - self._told >= (EVERY if sys.stderr.isatty() else 10.0):
            self._told = now
            self._say("\r" if sys.stderr.isatty() else "", "" if sys.stderr.isatty() else "\n")

    def end(self) -> None:
        if self._done and (sys.stderr.isatty() or time.monotonic() - self._begun > 10.0):
            self._say("\r" if sys.stderr.isatty() else "", "\n")

    def _say(self, before: str, after: str) -> None:
        kept = f", {self._kept:,} unchanged" if self._kept else ""
        print(f"{before}{self._done:,} of {self._total:,} pages{kept}", end=after, file=sys.stderr, flush=True)


def merged(files: Sequence[Path], is_one: Callable[[Any], bool]) -> list[Any]:
    """What several JSON files list. Raises InputError where one is not there or is no part."""
    found: list[Any] = []
    for file in files:
        try:
            content = json.loads(file.read_text(encoding="utf-8"))
        except (OSError, ValueError, RecursionError) as error:
            raise InputError(f"{file} cannot be read: {error}.") from error
        if not isinstance(content, list) or not all(is_one(one) for one in content):
            raise InputError(f"{file} is no part that --json --part wrote.")
        found += content
    return found


def written(file: Path, text: str) -> None:
    """Write a file. Raises InputError."""
    try:
        file.write_text(text, encoding="utf-8")
    except OSError as error:
        raise InputError(f"{file} cannot be written: {error.strerror}.") from error
