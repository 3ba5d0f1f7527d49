"""``pin survey``: edges, bands and findings of a page or of a folder of pages, as text, JSON or JUnit XML."""

from __future__ import annotations

import json
import os
import sys
from dataclasses import asdict
from pathlib import Path
from typing import Any
from xml.sax.saxutils import escape, quoteattr

from ..core.errors import InputError
from ..core.page import Page
from ..core.survey import HEIGHT_KINDS, KINDS, Finding, Heights, Surveyed, survey, survey_heights

PROCESSES = max(1, min(os.cpu_count() or 1, 4))


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


def as_text(name: str, surveyed: Surveyed) -> str:
    """A survey for reading."""
    widths = surveyed.end - surveyed.start + 1
    count = len(surveyed.findings)
    lines = [f"{name}: {widths:,} widths walked, {surveyed.start:,} to {surveyed.end:,}. {len(surveyed.edges)} edges, {count} {'finding' if count == 1 else 'findings'}.", ""]
    lines += [f"  {edge.at:>5}  {edge.cause}{f'  {edge.file}:{edge.line}' if edge.file else ''}" for edge in surveyed.edges]
    lines += [""] if surveyed.edges else []
    for band in surveyed.bands:
        lines.append(f"  {band.low:>5} to {band.high:<5}  {band.selector}: {band.arrangement}")
    lines += [""] if surveyed.bands else []
    for finding in surveyed.findings:
        where = f"{finding.low:,} to {finding.high:,}" if finding.low is not None else "every width"
        lines += [f"{finding.kind}  {where}  {finding.file}:{finding.line}", f"  {finding.message}"]
        if finding.working:
            lines.append(f"  {'  '.join(finding.working)}")
        if finding.fix is not None:
            lines.append(f"  Line {finding.fix.line}: {finding.fix.before} → {finding.fix.after}. {finding.fix.sentence}")
    lines += [""] if surveyed.breakpoints else []
    lines += [one.sentence for one in surveyed.breakpoints]
    lines += [f"@media {one.text} ({one.file}:{one.line}) changes nothing." for one in surveyed.queries if not one.does_work]
    return "\n".join(lines)


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


def as_junit(results: list[tuple[str, Surveyed]], failing: frozenset[str]) -> str:
    """JUnit's XML: a suite a page, a case a kind; kinds that fail a run are failures, others are told in the output."""
    suites: list[str] = []
    for name, surveyed in results:
        cases: list[str] = []
        failures = 0
        for kind in KINDS:
            found = [one for one in surveyed.findings if one.kind == kind]
            inner = ""
            if found and kind in failing:
                failures += 1
                told = "\n".join(f"{one.file}:{one.line} {_where(one)}: {one.message}" for one in found)
                inner = f"<failure message={quoteattr(f'{len(found)} × {kind}')}>{_escaped(told)}</failure>"
            elif found:
                inner = f"<system-out>{_escaped(chr(10).join(f'{one.file}:{one.line} {_where(one)}: {one.message}' for one in found))}</system-out>"
            cases.append(f"<testcase classname={quoteattr(name)} name={quoteattr(kind)}>{inner}</testcase>")
        suites.append(f"<testsuite name={quoteattr(name)} tests=\"{len(cases)}\" failures=\"{failures}\">{''.join(cases)}</testsuite>")
    return f"<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites>{''.join(suites)}</testsuites>\n"


def _where(finding: Finding) -> str:
    return f"{finding.low} to {finding.high}" if finding.low is not None else "every width"


def _escaped(text: str) -> str:
    return escape("".join(c for c in text if c in "\n\t" or ord(c) >= 32))


def pages_of(path: Path) -> list[tuple[str, Path]]:
    """A page, or all pages below a folder, with names to tell them apart. Raises InputError where there is none."""
    if not path.is_dir():
        return [(path.name, path)]
    found = sorted(one for one in path.rglob("*.htm*") if one.is_file() and one.suffix in (".html", ".htm"))
    if not found:
        raise InputError(f"There is no page in {path}.")
    return [(one.relative_to(path).as_posix(), one) for one in found]


def main(path: Path, start: int, end: int, height: int, *, wants_json: bool, junit: Path | None, fail_on: list[str], every: bool, heights: list[int]) -> int:
    """Survey and print; 1 where there is a finding of a kind in ``fail_on``. Raises InputError."""
    unknown = [kind for kind in fail_on if kind not in KINDS and kind not in HEIGHT_KINDS]
    if unknown:
        raise InputError(f"There is no kind of finding {unknown[0]}. The kinds are {', '.join(KINDS)}.")
    if not 1 <= start <= end <= 20_000:
        raise InputError(f"The range goes from a smaller to a larger width, 1 to 20,000; not from {start} to {end}.")
    tall = {name: [survey_heights(Page.read(file), width) for width in heights] for name, file in pages_of(path)}
    results = [(name, survey(Page.read(file), start, end, height, every=every, processes=PROCESSES)) for name, file in pages_of(path)]
    if wants_json:
        shown = [as_json(name, surveyed) | ({"heights": [heights_as_json(one) for one in tall[name]]} if heights else {}) for name, surveyed in results]
        print(json.dumps(shown if path.is_dir() else shown[0]))
    else:
        print("\n\n".join("\n\n".join([as_text(name, surveyed), *(heights_as_text(one) for one in tall[name])]) for name, surveyed in results))
    failing = frozenset(fail_on)
    if junit is not None:
        try:
            junit.write_text(as_junit(results, failing), encoding="utf-8")
        except OSError as error:
            raise InputError(f"{junit} cannot be written: {error.strerror}.") from error
    sys.stdout.flush()
    found = [one.kind for _, surveyed in results for one in surveyed.findings] + [one.kind for walked in tall.values() for each in walked for one in each.findings]
    return int(not failing.isdisjoint(found))
