"""The findings of many pages as one list by cause: a rule of a shared sheet that breaks twelve pages is one finding with twelve places.

A page's survey is taken in the shape of ``survey --json`` (docs/survey.md) with ``reads``, the files that the page takes in.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from ..survey import KINDS

OF_THE_SHEET = frozenset({"unused-rule", "unmatched-name"})
"""Kinds about a sheet's own text: in a shared sheet they hold only where they hold on every page that takes it in."""
_SEVERITIES = ("wrong", "doubtful", "hint")


@dataclass(frozen=True, slots=True)
class CausePlace:
    """Where a cause shows: a page, an element, and inclusive viewport widths in CSS px (None where the width does not matter)."""

    page: str
    index: int | None
    selector: str
    low: int | None
    high: int | None
    message: str


@dataclass(frozen=True, slots=True)
class Cause:
    """What is to be changed, once, and every place at which it shows. ``file`` and ``line`` are the first place's where the cause
    stands in the markup of several pages."""

    kind: str
    severity: str
    file: str
    line: int
    message: str
    places: tuple[CausePlace, ...]

    @property
    def pages(self) -> list[str]:
        """The pages at which it shows, in order."""
        return list(dict.fromkeys(one.page for one in self.places))


@dataclass(frozen=True, slots=True)
class SiteBreakpoint:
    """A width at which queries of the site turn: how many pages turn there, and the lines that say it."""

    at: int
    pages: tuple[str, ...]
    lines: tuple[tuple[str, int], ...]


def told_pages(pages: Sequence[Mapping[str, Any]]) -> list[dict[str, Any]]:
    """The pages with the findings that stand for the whole site: what a shared sheet has for one page is not unused by another."""
    kept = _of_all(pages)
    return [{**page, "findings": [one for one in page["findings"] if _stands(one, page, kept)]} for page in pages]


def _of_all(pages: Sequence[Mapping[str, Any]]) -> set[tuple[object, ...]]:
    """Findings about shared sheets that every page that reads the sheet has."""
    readers: dict[str, int] = {}
    counted: dict[tuple[object, ...], set[str]] = {}
    for page in pages:
        for file in set(page.get("reads", ())):
            readers[file] = readers.get(file, 0) + 1
        for one in page["findings"]:
            if one["kind"] in OF_THE_SHEET and one["file"] != page["page"]:
                counted.setdefault(_of_sheet(one), set()).add(page["page"])
    return {key for key, found in counted.items() if len(found) >= readers.get(str(key[1]), 1)}


def _of_sheet(finding: Mapping[str, Any]) -> tuple[object, ...]:
    # What a rule without elements was meant for may be another element on each page.
    return (finding["kind"], finding["file"], finding["line"], finding["selector"] if finding["kind"] == "unused-rule" else "")


def _stands(finding: Mapping[str, Any], page: Mapping[str, Any], kept: set[tuple[object, ...]]) -> bool:
    return finding["kind"] not in OF_THE_SHEET or finding["file"] == page["page"] or _of_sheet(finding) in kept


def causes_of(pages: Sequence[Mapping[str, Any]]) -> list[Cause]:
    """One list of findings by cause: the wrong before the doubtful, and of these what shows on most pages first."""
    found: dict[tuple[object, ...], list[tuple[Mapping[str, Any], CausePlace]]] = {}
    for page in told_pages(pages):
        for one in page["findings"]:
            place = CausePlace(page["page"], one["index"], one["selector"], one["from"], one["to"], one["message"])
            found.setdefault(_cause_key(one, page["page"]), []).append((one, place))
    causes = [_cause([one for one, _ in group], [place for _, place in group]) for group in found.values()]
    order = {kind: number for number, kind in enumerate(KINDS)}
    return sorted(causes, key=lambda one: (_SEVERITIES.index(one.severity), -len(one.pages), order.get(one.kind, 0), one.file, one.line))


def _cause_key(finding: Mapping[str, Any], page: str) -> tuple[object, ...]:
    if finding["file"] != page:
        return (finding["kind"], finding["file"], finding["line"], finding["selector"] if finding["kind"] in ("unused-rule", "missing-file") else "")
    # The same markup in many pages, as a header is, is one cause: its place in the file does not name it, its words do.
    return (finding["kind"], "", finding["selector"], finding["from"], finding["to"], finding["message"])


def _cause(findings: list[Mapping[str, Any]], places: list[CausePlace]) -> Cause:
    first = findings[0]
    kind = KINDS.get(first["kind"])
    return Cause(first["kind"], kind.severity if kind is not None else "doubtful", first["file"], first["line"], first["message"], tuple(places))


def site_breakpoints(pages: Iterable[Mapping[str, Any]]) -> list[SiteBreakpoint]:
    """The widths at which queries of the site turn, narrow before wide."""
    turning: dict[int, dict[str, set[tuple[str, int]]]] = {}
    for page in pages:
        for edge in page["edges"]:
            if edge["cause"] == "media query":
                turning.setdefault(edge["at"], {}).setdefault(page["page"], set()).add((edge["file"] or page["page"], edge["line"] or 1))
    return [SiteBreakpoint(at, tuple(sorted(of)), tuple(sorted(set().union(*of.values())))) for at, of in sorted(turning.items())]
