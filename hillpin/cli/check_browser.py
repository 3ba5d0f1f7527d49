"""``pin check --browser``: what the real browser says of expectations, at the ends of their ranges."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Any

from ..core.errors import InputError
from ..core.expectations import Expectation, failure_words, prove_at, read_expectation
from ..core.files import FolderFiles
from ..core.page import DEFAULT_HEIGHT


def seen(home: Path, results: Sequence[Mapping[str, Any]]) -> list[Mapping[str, Any]]:
    """The results, in the shape of ``check --json``, with what the browser sees otherwise. Raises InputError where there is no browser."""
    # Playwright takes half a second to load; it is loaded where it is asked for.
    from ..browser import NO_BROWSER, Screen, find_browser, page_as_seen, visits  # noqa: PLC0415

    executable = find_browser()
    if executable is None:
        raise InputError(NO_BROWSER)
    files, found = FolderFiles(home), list(results)
    for name in dict.fromkeys(one["page"] for one in results):
        own = [(place, asked) for place, one in enumerate(results) if one["page"] == name and (asked := _asked(one["says"])) is not None]
        screens = [Screen(f"{width} × {height}", width, height) for width, height in _viewports([one for _, one in own])]
        for _, visit in visits(executable, files, name, screens, pictures=False):
            width, height = visit.screen.viewport
            if visit.error:
                raise InputError(f"{name}: {visit.error}")
            page, _ = page_as_seen(files, name, visit)
            for (place, _), proof in zip(own, prove_at(page, [one for _, one in own], width, height, list(visit.rects), visit.size[0]), strict=True):
                found[place] = {**found[place], "browser": [*found[place]["browser"], *(f"In the browser: {failure_words(one)}" for one in proof.failures)]}
    return found


def _asked(sentence: str) -> Expectation | None:
    try:
        return read_expectation(sentence)
    except InputError:
        return None


def _viewports(expectations: list[Expectation]) -> list[tuple[int, int]]:
    """The ends of every range, narrow before wide."""
    return sorted({(end, one.height or DEFAULT_HEIGHT) for one in expectations for end in (one.low, one.high)})
