"""A survey as JSON, for the browser and for keeping."""

from __future__ import annotations

import hashlib
from dataclasses import asdict
from typing import Any

from ..core.survey import KINDS, Elsewhere, Finding, Remedy, Surveyed, severity_of
from ..core.writing import HillPoint, simplified


def words_of_kind(kind: str) -> dict[str, str]:
    """What a kind is called and what it means; a kept survey may have one that is found no longer."""
    known = KINDS.get(kind)
    return {"title": known.title, "about": known.about} if known is not None else {"title": kind, "about": ""}


def with_words(content: dict[str, Any]) -> dict[str, Any]:
    """A kept survey with the words that its findings have now."""
    return {**content, "findings": [{"fixes": [one["fix"]] if one.get("fix") else [], **one, **words_of_kind(one["kind"])} for one in content["findings"]]}


def finding_out(finding: Finding) -> dict[str, Any]:
    """A finding with its key: a digest of what names it and of its numbers."""
    return {
        "kind": finding.kind, "severity": severity_of(finding), **words_of_kind(finding.kind), "key": digest_of(finding), "index": finding.index,
        "selector": finding.selector, "low": finding.low, "high": finding.high, "file": finding.file, "line": finding.line, "message": finding.message,
        "working": list(finding.working), "fixes": [asdict(one) for one in finding.fixes],
    }  # fmt: skip


def remedy_out(remedy: Remedy) -> dict[str, Any]:
    """A proved way to settle a finding."""
    return {"fix": asdict(remedy.fix), "changes": [{**asdict(one), "title": words_of_kind(one.kind)["title"]} for one in remedy.changes]}


def elsewhere_out(told: Elsewhere) -> dict[str, Any]:
    """What a change does to another page."""
    return {**asdict(told), "ranges": [{"low": low, "high": high} for low, high in told.ranges], "changes": [{**asdict(one), "title": words_of_kind(one.kind)["title"]} for one in told.changes]}


def digest_of(finding: Finding) -> str:
    """What names a finding while its numbers are the same."""
    return digest_of_key(finding.key)


def digest_of_key(key: str) -> str:
    """The same, of a finding's key."""
    return hashlib.sha256(key.encode()).hexdigest()[:40]


def survey_out(surveyed: Surveyed, index: int | None) -> dict[str, Any]:
    """A survey, with the hill of one element where one is asked for."""
    return {
        "start": surveyed.start, "end": surveyed.end,
        "edges": [asdict(one) for one in surveyed.edges],
        "bands": [{**asdict(one), "depth": _depth(surveyed, one.index)} for one in surveyed.bands],
        "findings": [finding_out(one) for one in surveyed.findings],
        "breakpoints": [asdict(one) for one in surveyed.breakpoints],
        "queries": [asdict(one) for one in surveyed.queries],
        "unmodelled": [asdict(one) for one in surveyed.unmodelled],
        "hill": _hill(surveyed, index) if index is not None else [],
    }  # fmt: skip


def _depth(surveyed: Surveyed, index: int) -> int:
    return sum(1 for one in surveyed.walked.page.document.elements[index].ancestors() if one.index > 0)


def _hill(surveyed: Surveyed, index: int) -> list[dict[str, Any]]:
    elements = surveyed.walked.page.document.elements
    if not 0 <= index < len(elements):
        return []
    widths = surveyed.walked.widths_of(elements[index])
    points = simplified([HillPoint(surveyed.start + place, width) for place, width in enumerate(widths)], {one.low for one in surveyed.walked.stretches})
    return [{"at": one.at, "width": one.width} for one in points]
