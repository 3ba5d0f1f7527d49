"""``pin survey``: edges, bands and findings of a page or of a folder of pages."""

from __future__ import annotations

import json
import os
import sys
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from ..core.errors import InputError
from ..core.handing import causes_of, near_sheets, site_breakpoints, told_pages
from ..core.page import Page
from ..core.site import Links
from ..core.survey import HEIGHT_KINDS, KINDS, Heights, survey, survey_heights
from ..whole import FolderPages
from ..whole.work import survey_page, told_as_json
from .many import merged, on_many, written
from .many_options import Many
from .told import as_html, as_junit, as_sarif, page_as_text, site_as_text

PROCESSES = max(1, min(os.cpu_count() or 1, 4))
OF_A_PART = ("reads", "breakpoints", "queries")
"""What a part's JSON has besides, for the list by cause that is made of all parts."""


@dataclass(slots=True)
class Wanted:
    """What is asked for."""

    path: Path | None
    start: int
    end: int
    height: int
    every: bool = False
    heights: list[int] = field(default_factory=list)
    wants_json: bool = False
    junit: Path | None = None
    sarif: Path | None = None
    html: Path | None = None
    fail_on: list[str] = field(default_factory=list)
    many: Many = field(default_factory=Many)


@dataclass(slots=True)
class Results:
    """What was found: pages in the shape of ``survey --json`` and more, and pages that could not be walked."""

    pages: list[dict[str, Any]]
    failed: list[tuple[str, str]]
    is_one: bool
    tall: dict[str, list[Heights]] = field(default_factory=dict)
    beside: list[str] = field(default_factory=list)
    """What is to be said of the folder besides: files that no page uses, sheets that differ by little."""


def main(wanted: Wanted) -> int:
    """Survey and print; 1 where there is a finding of a kind in ``fail_on``, or a page could not be walked. Raises InputError."""
    unknown = [kind for kind in wanted.fail_on if kind not in KINDS and kind not in HEIGHT_KINDS]
    if unknown:
        raise InputError(f"There is no kind of finding {unknown[0]}. The kinds are {', '.join(KINDS)}.")
    if not 1 <= wanted.start <= wanted.end <= 20_000:
        raise InputError(f"The range goes from a smaller to a larger width, 1 to 20,000; not from {wanted.start} to {wanted.end}.")
    results = _merged(wanted) if wanted.many.merge else _found(wanted)
    if not results.is_one and not wanted.many.part:
        results.pages = told_pages(results.pages)
    _tell(wanted, results)
    failing = frozenset(wanted.fail_on)
    kinds = [one["kind"] for page in results.pages for one in page["findings"]] + [one.kind for walked in results.tall.values() for each in walked for one in each.findings]
    return int(bool(results.failed) or not failing.isdisjoint(kinds))


def _merged(wanted: Wanted) -> Results:
    pages = merged(wanted.many.merge, lambda one: isinstance(one, dict) and "page" in one and "findings" in one and "edges" in one)
    return Results(sorted(({"reads": [], "breakpoints": [], "queries": [], **page} for page in pages), key=lambda one: one["page"]), [], False)


def _found(wanted: Wanted) -> Results:
    if wanted.path is None:
        raise InputError("Name a page or a folder.")
    pages = FolderPages.at(wanted.path)
    if not pages.is_folder:
        surveyed = survey(Page.read(wanted.path), wanted.start, wanted.end, wanted.height, every=wanted.every, processes=PROCESSES)
        results = Results([told_as_json(wanted.path.name, surveyed, [])], [], True)
    else:
        found, failed = on_many(pages, survey_page, (wanted.start, wanted.end, wanted.height), wanted.many)
        results = Results(found, failed, False, beside=_beside(pages) if not (wanted.many.part or wanted.many.since or wanted.wants_json) else [])
    if wanted.heights:
        results.tall = {page["page"]: [survey_heights(Page(pages.files(), page["page"]), width) for width in wanted.heights] for page in results.pages}
    return results


def _beside(pages: FolderPages) -> list[str]:
    paths, texts = pages.beside()
    unused = Links(paths, texts).unused()
    said = [f"No page uses {', '.join(unused)}."] if unused else []
    for pair in near_sheets({path: text for path, text in texts.items() if path.lower().endswith(".css")}):
        said.append(f"{pair.first} and {pair.second} differ by little: {pair.shared:,} rules the same, {pair.count_first:,} and {pair.count_second:,} of their own.")
    return said


def _tell(wanted: Wanted, results: Results) -> None:
    pages = results.pages
    causes, breakpoints = causes_of(pages), site_breakpoints(pages)
    if wanted.wants_json:
        for name, reason in results.failed:
            print(f"{name}: {reason}", file=sys.stderr)
        left_out = () if wanted.many.part else OF_A_PART
        shown = [
            {key: value for key, value in page.items() if key not in left_out} | ({"heights": [heights_as_json(one) for one in results.tall[page["page"]]]} if results.tall else {})
            for page in pages
        ]  # fmt: skip
        print(json.dumps(shown[0] if results.is_one else shown))
    elif results.is_one:
        print("\n\n".join([page_as_text(pages[0]), *(heights_as_text(one) for one in results.tall.get(pages[0]["page"], []))]))
    else:
        print(site_as_text(pages, causes, breakpoints, results.failed, results.beside))
        for name, walked in results.tall.items():
            print("\n".join(f"\n{name}. {heights_as_text(one)}" for one in walked))
    sys.stdout.flush()
    formats: list[tuple[Path | None, Callable[[], str]]] = [
        (wanted.junit, lambda: as_junit(pages, frozenset(wanted.fail_on))), (wanted.sarif, lambda: as_sarif(causes)),
        (wanted.html, lambda: as_html(pages, causes, breakpoints, results.failed)),
    ]  # fmt: skip
    for file, text in formats:
        if file is not None:
            written(file, text())


def heights_as_json(walked: Heights) -> dict[str, Any]:
    """A walk over heights; ``from`` and ``to`` of its findings are heights of the window."""
    found = [
        {"kind": one.kind, "index": one.index, "selector": one.selector, "from": one.low, "to": one.high, "file": one.file, "line": one.line, "message": one.message, "working": list(one.working)}
        for one in walked.findings
    ]
    return {"width": walked.width, "from": walked.start, "to": walked.end, "findings": found}


def heights_as_text(walked: Heights) -> str:
    """A walk over heights for reading."""
    count = len(walked.findings)
    lines = [f"At {walked.width:,} wide, heights {walked.start:,} to {walked.end:,}: {count} {'finding' if count == 1 else 'findings'}."]
    for one in walked.findings:
        lines += [f"{one.kind}  {one.low:,} to {one.high:,} high  {one.file}:{one.line}", f"  {one.message}", f"  {'  '.join(one.working)}"]
    return "\n".join(lines)
