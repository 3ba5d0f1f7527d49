"""A survey in a process of its own: typing never waits for it, and it can be stopped at any moment.

Gets one request, says how far it is, and gives what it found.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from typing import Any

from ..computing import say
from ..core.errors import InputError
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.survey import Remedy, elsewhere, over_lengths, proved, survey, without_used
from ..sites.paths import is_page
from .told import digest_of, elsewhere_out, finding_out, remedy_out, survey_out

SURVEYING = 0.4
"""The part of the time that the page's own survey takes where ways to settle a finding are proved after it."""
OF_SIX = 1 / 7
"""The same where the page is surveyed with its texts at six other lengths after it."""
SURVEY_MEMORY = 1_500 * 1024 * 1024
"""Bytes that a survey may ask for: one of 5,000 elements at 1,681 widths has 500 MB of memory."""
MOST_OTHERS = 60
"""Other pages that are looked at for elements that a shared sheet's rules are for."""
EVERY = 0.1
"""Seconds between two words on the progress."""


def surveyed(request: dict[str, Any]) -> dict[str, Any]:
    """Do one survey. Raises InputError where the page cannot be read, or has changed."""
    told = [0.0]

    def progress(part: float) -> None:
        now = time.monotonic()
        if now - told[0] >= EVERY:
            told[0] = now
            say(round(part, 3))

    if "before" in request:
        return {"elsewhere": _elsewhere(request, progress)}
    page = Page(MemoryFiles(request["files"]), request["page"], measured=request["measured"])
    settle = request.get("settle")
    first = SURVEYING if settle is not None else OF_SIX if request.get("lengths") else 1.0
    found = survey(page, request["start"], request["end"], request["height"], progress=lambda part: progress(first * part))
    found.findings = without_used(found.findings, _others(request))
    if request.get("lengths"):
        longer = over_lengths(page, found, request["height"], lambda part: progress(OF_SIX + (1 - OF_SIX) * part))
        return {"survey": None, "lengths": [{"finding": finding_out(one.finding), "percent": one.percent, "before": one.before} for one in longer]}
    remedies: list[Remedy] = []
    if settle is not None:
        finding = next((one for one in found.findings if digest_of(one) == settle), None)
        if finding is None:
            raise InputError("The page has changed: this finding is not there any more, or has other numbers.")
        remedies = proved(page, found, finding, request["height"], lambda part: progress(first + (1 - first) * part))
    return {"survey": survey_out(found, request["index"]), "remedies": [remedy_out(one) for one in remedies]}


def _others(request: dict[str, Any]) -> Iterator[Page]:
    """The other pages of the site, read one by one as they are asked for."""
    for path in [path for path in sorted(request["files"]) if is_page(path) and path != request["page"]][:MOST_OTHERS]:
        yield Page(MemoryFiles(request["files"]), path)


def _elsewhere(request: dict[str, Any], progress: Callable[[float], None]) -> list[dict[str, Any]]:
    """What a change of shared sheets does to every other page that takes one of them in."""
    files, changed = request["files"], list(request["before"])
    old = {**files, **request["before"]}
    pages = []
    for path in sorted(files):
        if is_page(path) and path != request["page"]:
            page = Page(MemoryFiles(files), path, measured=request["measured"])
            if not set(changed).isdisjoint(page.sheets.files):
                pages.append((path, page))
    found = []
    for number, (path, page) in enumerate(pages):
        before = Page(MemoryFiles(old), path, measured=request["measured"])
        told = elsewhere(before, page, changed, request["start"], request["end"], request["height"], lambda part, done=number: progress((done + part) / len(pages)))  # type: ignore[misc]
        found.append(elsewhere_out(told))
    return found
