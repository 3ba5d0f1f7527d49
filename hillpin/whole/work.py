"""What is done with one page, wherever it is done: content in, JSON out. Nothing here knows where the files came from."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from dataclasses import asdict
from functools import cache
from pathlib import Path
from typing import Any

from ..core.expectations import prove, read_file
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.survey import Finding, Surveyed, survey


def as_json(name: str, surveyed: Surveyed) -> dict[str, Any]:
    """A survey in the shape of ``survey --json``."""
    return {
        "page": name, "from": surveyed.start, "to": surveyed.end,
        "edges": [{"at": one.at, "cause": one.cause, "file": one.file, "line": one.line} for one in surveyed.edges],
        "bands": [{"index": one.index, "selector": one.selector, "from": one.low, "to": one.high, "arrangement": one.arrangement} for one in surveyed.bands],
        "findings": [finding_as_json(one) for one in surveyed.findings],
        "unmodelled": [{"index": one.index, "feature": one.feature, "file": one.file, "line": one.line} for one in surveyed.unmodelled],
    }  # fmt: skip


def finding_as_json(finding: Finding) -> dict[str, Any]:
    """A finding as JSON has it."""
    return {
        "kind": finding.kind, "index": finding.index, "selector": finding.selector, "from": finding.low, "to": finding.high, "file": finding.file,
        "line": finding.line, "message": finding.message, "working": list(finding.working), "fix": asdict(finding.fix) if finding.fix is not None else None,
    }  # fmt: skip


def told_as_json(name: str, surveyed: Surveyed, reads: list[str]) -> dict[str, Any]:
    """A survey with what the list by cause and the text need besides: the files that the page takes in, and what is said of queries."""
    return {
        **as_json(name, surveyed), "reads": reads,
        "breakpoints": [{"at": one.at, "sentence": one.sentence} for one in surveyed.breakpoints],
        "queries": [{"text": one.text, "file": one.file, "line": one.line, "does_work": one.does_work} for one in surveyed.queries],
    }  # fmt: skip


def survey_page(page: str, content: Mapping[str, bytes], start: int, end: int, height: int) -> dict[str, Any]:
    """Survey one page. Raises InputError where it cannot be read."""
    surveyed = survey(Page(MemoryFiles(content), page), start, end, height)
    return told_as_json(page, surveyed, sorted(path for path in content if path != page))


def check_page(page: str, content: Mapping[str, bytes], expectations: str) -> list[dict[str, Any]]:
    """Prove the sentences of a file of expectations that are about one page. Raises InputError."""
    kept = [one for one in read_file(expectations) if one.is_about(page)]
    asked = [one.expectation for one in kept if one.expectation is not None]
    proofs = iter(prove(Page(MemoryFiles(content), page), asked) if asked else [])
    found = []
    for one in kept:
        proof = next(proofs) if one.expectation is not None else None
        failures = proof.failures if proof is not None else ()
        found.append({
            "page": page, "says": one.sentence, "line": one.line, "holds": proof is not None and proof.holds,
            "error": one.error or (proof.error if proof is not None else ""),
            "failures": [
                {"from": each.low, "to": each.high, "worst": each.worst, "message": each.message, "index": each.index, "file": each.file, "line": each.line}
                for each in failures
            ],
            "browser": [],
        })  # fmt: skip
    return found


@cache
def core_mark() -> str:
    """A digest of core's own text: what an older core found is not taken for what this one finds."""
    total = hashlib.sha256()
    core = Path(__file__).resolve().parent.parent / "core"
    for path in sorted(core.rglob("*")):
        if path.suffix in (".py", ".txt", ".css", ".json"):
            total.update(path.relative_to(core).as_posix().encode() + path.read_bytes())
    return total.hexdigest()
