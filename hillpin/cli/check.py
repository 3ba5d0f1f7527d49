"""``pin check``: the expectations of a site proved at every width, as text, JSON, JUnit XML or SARIF."""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any
from xml.sax.saxutils import escape, quoteattr

from ..core.errors import InputError
from ..core.expectations import FILE_NAME, Expectation, Kept, failure_words, prove, read_file
from ..core.files import FolderFiles
from ..core.page import Page
from .check_browser import seen
from .checked import Checked
from .survey import pages_of

SARIF_SCHEMA = "https://json.schemastore.org/sarif-2.1.0.json"


def home_of(path: Path) -> Path:
    """The folder whose file of expectations counts for a page or folder: the nearest that has one. Raises InputError."""
    start = path if path.is_dir() else path.parent
    for folder in (start.resolve(), *start.resolve().parents):
        if (folder / FILE_NAME).is_file():
            return folder
    raise InputError(f"There is no {FILE_NAME} in {start} or above it.")


def checked(path: Path) -> Iterator[Checked]:
    """Each expectation that is about a page or the pages of a folder, proved. Raises InputError."""
    if not path.exists():
        raise InputError(f"There is no file {path}.")
    home = home_of(path)
    try:
        kept = read_file((home / FILE_NAME).read_text(encoding="utf-8"))
    except (OSError, UnicodeDecodeError) as error:
        raise InputError(f"{home / FILE_NAME} cannot be read: {error}.") from error
    pages = {file.resolve().relative_to(home).as_posix() for _, file in pages_of(path)}
    if path.is_dir():
        lost = next((one for one in kept if one.page != "*" and not (home / one.page).is_file()), None)
        if lost is not None:
            raise InputError(f"{FILE_NAME} line {lost.line}: there is no page {lost.page}.")
    for name in sorted(pages):
        yield from _of_page(home, name, [one for one in kept if one.is_about(name)])


def _of_page(home: Path, name: str, kept: list[Kept]) -> Iterator[Checked]:
    asked: list[Expectation] = [one.expectation for one in kept if one.expectation is not None]
    proofs = iter(prove(Page(FolderFiles(home), name), asked) if asked else [])
    for one in kept:
        yield Checked(name, one, next(proofs) if one.expectation is not None else None)


def as_text(results: list[Checked]) -> str:
    """The results for reading."""
    lines = []
    for one in results:
        lines.append(f"{'holds' if one.holds else 'FAILS'}  {one.page}: {one.kept.sentence}")
        lines += [f"       {reason}" for reason in one.reasons]
    failed = sum(not one.holds for one in results)
    count = len(results)
    verdict = "all hold" if not failed else f"{failed:,} {'does' if failed == 1 else 'do'} not hold"
    lines += ["", f"{count:,} {'expectation' if count == 1 else 'expectations'}, {verdict}."]
    return "\n".join(lines)


def as_json(results: list[Checked]) -> list[dict[str, Any]]:
    """The results as ``check --json`` has them."""
    return [
        {
            "page": one.page, "says": one.kept.sentence, "line": one.kept.line, "holds": one.holds,
            "error": one.kept.error or (one.proof.error if one.proof is not None else ""),
            "failures": [
                {"from": failure.low, "to": failure.high, "worst": failure.worst, "message": failure.message, "index": failure.index, "file": failure.file, "line": failure.line}
                for failure in (one.proof.failures if one.proof is not None else ())
            ],
            "browser": list(one.browser),
        }
        for one in results
    ]  # fmt: skip


def as_junit(results: list[Checked]) -> str:
    """JUnit's XML: a suite a page, a case an expectation."""
    suites = []
    for page in dict.fromkeys(one.page for one in results):
        own = [one for one in results if one.page == page]
        cases = []
        for one in own:
            reasons = one.reasons
            inner = "" if one.holds else f"<failure message={quoteattr(reasons[0])}>{escape(chr(10).join(reasons))}</failure>"
            cases.append(f"<testcase classname={quoteattr(page)} name={quoteattr(one.kept.sentence)}>{inner}</testcase>")
        failed = sum(not one.holds for one in own)
        suites.append(f"<testsuite name={quoteattr(page)} tests=\"{len(own)}\" failures=\"{failed}\">{''.join(cases)}</testsuite>")
    return f"<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites>{''.join(suites)}</testsuites>\n"


def as_sarif(results: list[Checked]) -> str:
    """SARIF 2.1: a result for each stretch of widths at which an expectation fails, on the line that makes it so."""
    found = []
    for one in results:
        places = [(failure.file, failure.line, failure_words(failure)) for failure in (one.proof.failures if one.proof is not None else ())]
        if not places and not one.holds:
            places = [(FILE_NAME, one.kept.line, reason) for reason in one.reasons]
        found += [
            {
                "ruleId": "expectation", "level": "error", "message": {"text": f"{one.kept.sentence}: {words}"},
                "locations": [{"physicalLocation": {"artifactLocation": {"uri": file}, "region": {"startLine": line}}}],
            }
            for file, line, words in places
        ]  # fmt: skip
    rule = {"id": "expectation", "shortDescription": {"text": "An expectation about the page does not hold."}}
    run = {"tool": {"driver": {"name": "Hill Pin", "rules": [rule]}}, "results": found}
    return json.dumps({"$schema": SARIF_SCHEMA, "version": "2.1.0", "runs": [run]}, indent=1)


def main(path: Path, *, wants_json: bool, junit: Path | None, sarif: Path | None, browser: bool) -> int:
    """Check and print; 1 where an expectation does not hold. Raises InputError."""
    results = list(checked(path))
    if browser:
        results = seen(home_of(path), results)
    print(json.dumps(as_json(results)) if wants_json else as_text(results))
    for file, text in ((junit, as_junit), (sarif, as_sarif)):
        if file is None:
            continue
        try:
            file.write_text(text(results), encoding="utf-8")
        except OSError as error:
            raise InputError(f"{file} cannot be written: {error.strerror}.") from error
    sys.stdout.flush()
    return int(any(not one.holds for one in results))
