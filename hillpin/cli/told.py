"""Surveys and their findings told: as text, JUnit XML, SARIF, HTML. All from the shape that ``survey --json`` has."""

from __future__ import annotations

import json
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from typing import Any
from xml.sax.saxutils import escape, quoteattr

from ..core.handing import Cause, SiteBreakpoint
from ..core.survey import KINDS
from .rendering import rendered

SARIF_SCHEMA = "https://json.schemastore.org/sarif-2.1.0.json"
LEVELS = {"wrong": "error", "doubtful": "warning", "hint": "note"}
MOST_PLACES = 4
"""Places of a cause that a line of text names."""
Told = Mapping[str, Any]


def page_as_text(told: Told) -> str:
    """A page's survey for reading."""
    widths, count = told["to"] - told["from"] + 1, len(told["findings"])
    lines = [f"{told['page']}: {widths:,} widths walked, {told['from']:,} to {told['to']:,}. {len(told['edges'])} edges, {count} {'finding' if count == 1 else 'findings'}.", ""]
    lines += [_edge(edge) for edge in told["edges"]]
    lines += [""] if told["edges"] else []
    lines += [f"  {band['from']:>5} to {band['to']:<5}  {band['selector']}: {band['arrangement']}" for band in told["bands"]]
    lines += [""] if told["bands"] else []
    for finding in told["findings"]:
        lines += [f"{finding['kind']}  {where(finding['from'], finding['to'])}  {finding['file']}:{finding['line']}", f"  {finding['message']}"]
        if finding["working"]:
            lines.append(f"  {'  '.join(finding['working'])}")
        fix = finding["fix"]
        if fix is not None:
            lines.append(f"  Line {fix['line']}: {fix['before']} → {fix['after']}. {fix['sentence']}")
    lines += [""] if told["breakpoints"] else []
    lines += [one["sentence"] for one in told["breakpoints"]]
    lines += [f"@media {one['text']} ({one['file']}:{one['line']}) changes nothing." for one in told["queries"] if not one["does_work"]]
    return "\n".join(lines)


def _edge(edge: Told) -> str:
    at = f"  {edge['file']}:{edge['line']}" if edge["file"] else ""
    return f"  {edge['at']:>5}  {edge['cause']}{at}"


def where(low: int | None, high: int | None) -> str:
    """A range of widths in words."""
    return f"{low:,} to {high:,}" if low is not None and high is not None else "every width"


def site_as_text(pages: Sequence[Told], causes: Sequence[Cause], breakpoints: Sequence[SiteBreakpoint], failed: Sequence[tuple[str, str]], beside: Sequence[str]) -> str:
    """Many pages for reading: a line for each, the findings by cause with their places, and the sums that a build prints last."""
    lines = [f"{page['page']}: {len(page['edges'])} edges, {_counted(len(page['findings']), 'finding')}" for page in pages]
    lines += [f"{name}: {reason}" for name, reason in failed]
    for cause in causes:
        shown = [f"{one.page} {where(one.low, one.high)}" for one in cause.places[:MOST_PLACES]]
        more = len(cause.places) - len(shown)
        lines += ["", f"{cause.kind}  {cause.file}:{cause.line}  {_counted(len(cause.pages), 'page')}", f"  {cause.message}", f"  {'; '.join(shown)}{f'; and {more:,} more' if more else ''}"]
    if breakpoints:
        lines += ["", f"Queries turn at {', '.join(map(_turn, breakpoints))}."]
    lines += ["", *beside] if beside else []
    lines += ["", summary(pages, causes, failed)]
    return "\n".join(lines)


def _turn(one: SiteBreakpoint) -> str:
    return f"{one.at:,} ({_counted(len(one.pages), 'page')})"


def _counted(count: int, word: str) -> str:
    return f"{count:,} {word}{'' if count == 1 else 's'}"


def summary(pages: Sequence[Told], causes: Sequence[Cause], failed: Sequence[tuple[str, str]]) -> str:
    """The sums of a run, in one or two lines."""
    by_severity = Counter(one.severity for one in causes)
    told = ", ".join(f"{by_severity[name]:,} {name}" for name in ("wrong", "doubtful", "hint") if by_severity[name])
    places = sum(len(one.places) for one in causes)
    words = f"{_counted(len(pages), 'page')} walked; {_counted(len(causes), 'cause')} at {_counted(places, 'place')}{f': {told}' if told else ''}."
    return words + (f"\n{_counted(len(failed), 'page')} could not be walked." if failed else "")


def as_junit(pages: Sequence[Told], failing: frozenset[str]) -> str:
    """JUnit's XML: a suite a page, a case a kind; kinds that fail a run are failures, others are told in the output."""
    suites: list[str] = []
    for page in pages:
        cases: list[str] = []
        failures = 0
        for kind in KINDS:
            found = [one for one in page["findings"] if one["kind"] == kind]
            words = _escaped("\n".join(f"{one['file']}:{one['line']} {_plain_where(one)}: {one['message']}" for one in found))
            inner = f"<system-out>{words}</system-out>" if found else ""
            if found and kind in failing:
                failures += 1
                inner = f"<failure message={quoteattr(f'{len(found)} × {kind}')}>{words}</failure>"
            cases.append(f"<testcase classname={quoteattr(page['page'])} name={quoteattr(kind)}>{inner}</testcase>")
        suites.append(f"<testsuite name={quoteattr(page['page'])} tests=\"{len(cases)}\" failures=\"{failures}\">{''.join(cases)}</testsuite>")
    return f"<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites>{''.join(suites)}</testsuites>\n"


def _plain_where(finding: Told) -> str:
    return f"{finding['from']} to {finding['to']}" if finding["from"] is not None else "every width"


def _escaped(text: str) -> str:
    return escape("".join(c for c in text if c in "\n\t" or ord(c) >= 32))


def as_sarif(causes: Iterable[Cause]) -> str:
    """SARIF 2.1: a result a cause, on the line to change, with the pages at which it shows."""
    results, kinds = [], {}
    for cause in causes:
        kinds[cause.kind] = KINDS[cause.kind]
        shown = "; ".join(f"{one.page} {where(one.low, one.high)}" for one in cause.places)
        results.append({
            "ruleId": cause.kind, "level": LEVELS[cause.severity], "message": {"text": f"{cause.message} ({shown})"},
            "locations": [_location(cause.file, cause.line)],
            "properties": {"pages": cause.pages},
        })  # fmt: skip
    rules = [{"id": name, "shortDescription": {"text": kind.title}, "fullDescription": {"text": kind.about}} for name, kind in kinds.items()]
    return sarif(rules, results)


def _location(file: str, line: int) -> dict[str, Any]:
    return {"physicalLocation": {"artifactLocation": {"uri": file}, "region": {"startLine": max(line, 1)}}}


def sarif(rules: list[dict[str, Any]], results: list[dict[str, Any]]) -> str:
    """A log of one run."""
    run = {"tool": {"driver": {"name": "Hill Pin", "rules": rules}}, "results": results}
    return json.dumps({"$schema": SARIF_SCHEMA, "version": "2.1.0", "runs": [run]}, indent=1)


def as_html(pages: Sequence[Told], causes: Sequence[Cause], breakpoints: Sequence[SiteBreakpoint], failed: Sequence[tuple[str, str]]) -> str:
    """One page that needs nothing else."""
    low, high = min((page["from"] for page in pages), default=0), max((page["to"] for page in pages), default=1)
    rows = [
        {"page": page["page"], "count": len(page["findings"]), "spans": [_span(one, low, high) for one in page["findings"] if one["from"] is not None]}
        for page in pages
    ]  # fmt: skip
    told = [
        {"kind": KINDS[one.kind].title if one.kind in KINDS else one.kind, "severity": one.severity, "file": one.file, "line": one.line, "message": one.message,
         "places": [{"page": each.page, "where": where(each.low, each.high), "selector": each.selector} for each in one.places]}
        for one in causes
    ]  # fmt: skip
    context = {"summary": summary(pages, causes, failed), "rows": rows, "causes": told, "failed": failed, "low": f"{low:,}", "high": f"{high:,}", "breakpoints": [{"at": f"{one.at:,}", "count": len(one.pages), "percent": _percent(one.at, low, high)} for one in breakpoints]}
    return rendered("site.html", context)


def _span(finding: Told, low: int, high: int) -> dict[str, Any]:
    left, right = _percent(finding["from"], low, high), _percent(finding["to"] + 1, low, high)
    kind = KINDS.get(finding["kind"])
    return {"left": left, "width": round(max(right - left, 0.4), 2), "severity": kind.severity if kind is not None else "doubtful", "title": f"{where(finding['from'], finding['to'])}: {finding['message']}"}


def _percent(at: int, low: int, high: int) -> float:
    return round(100 * (at - low) / max(high + 1 - low, 1), 2)
