"""``pin check``: the expectations of a site proved at every width, as text, JSON, JUnit XML, SARIF or HTML."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path
from typing import Any
from xml.sax.saxutils import escape, quoteattr

from ..core.errors import InputError
from ..core.expectations import FILE_NAME, Failure, failure_words, read_file
from ..whole import FolderPages
from ..whole.work import check_page
from .check_browser import seen
from .many import merged, on_many, written
from .many_options import Many
from .rendering import rendered
from .told import sarif

Result = Mapping[str, Any]
"""An expectation on one page, in the shape of ``check --json``."""


def home_of(path: Path) -> Path:
    """The folder whose file of expectations counts for a page or folder: the nearest that has one. Raises InputError."""
    start = path if path.is_dir() else path.parent
    for folder in (start.resolve(), *start.resolve().parents):
        if (folder / FILE_NAME).is_file():
            return folder
    raise InputError(f"There is no {FILE_NAME} in {start} or above it.")


def checked(path: Path, many: Many) -> tuple[Path, list[Result], list[tuple[str, str]]]:
    """The folder that the expectations are of, each that is about a page or the pages of a folder proved, and pages that could
    not be. Raises InputError."""
    found = FolderPages.at(path)
    home = home_of(path)
    try:
        text = (home / FILE_NAME).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise InputError(f"{home / FILE_NAME} cannot be read: {error}.") from error
    kept = read_file(text)
    names = sorted((found.root / name).resolve().relative_to(home).as_posix() for name in found.names)
    if found.is_folder:
        lost = next((one for one in kept if one.page != "*" and not (home / one.page).is_file()), None)
        if lost is not None:
            raise InputError(f"{FILE_NAME} line {lost.line}: there is no page {lost.page}.")
    pages = FolderPages(home, [name for name in names if any(one.is_about(name) for one in kept)], found.is_folder)
    proved, failed = on_many(pages, check_page, (text,), many)
    return home, [one for page in proved for one in page], failed


def holds(result: Result) -> bool:
    """Whether an expectation holds, in the browser too where it was seen there."""
    return bool(result["holds"]) and not result["browser"]


def reasons(result: Result) -> list[str]:
    """Why an expectation does not hold."""
    return [*([result["error"]] if result["error"] else []), *(_words(one) for one in result["failures"]), *result["browser"]]


def _words(failure: Result) -> str:
    return failure_words(Failure(failure["from"], failure["to"], failure["worst"], failure["message"], failure["index"], failure["file"], failure["line"]))


def as_text(results: Sequence[Result], failed: Sequence[tuple[str, str]]) -> str:
    """The results for reading."""
    lines = []
    for one in results:
        lines.append(f"{'holds' if holds(one) else 'FAILS'}  {one['page']}: {one['says']}")
        lines += [f"       {reason}" for reason in reasons(one)]
    lines += [f"FAILS  {name}: {reason}" for name, reason in failed]
    broken = sum(not holds(one) for one in results)
    count = len(results)
    verdict = "all hold" if not broken else f"{broken:,} {'does' if broken == 1 else 'do'} not hold"
    lines += ["", f"{count:,} {'expectation' if count == 1 else 'expectations'}, {verdict}."]
    return "\n".join(lines)


def as_json(results: Sequence[Result]) -> list[dict[str, Any]]:
    """The results as ``check --json`` has them."""
    return [{**one, "holds": holds(one)} for one in results]


def as_junit(results: Sequence[Result]) -> str:
    """JUnit's XML: a suite a page, a case an expectation."""
    suites = []
    for page in dict.fromkeys(one["page"] for one in results):
        own = [one for one in results if one["page"] == page]
        cases = []
        for one in own:
            why = reasons(one)
            inner = "" if holds(one) else f"<failure message={quoteattr(why[0])}>{escape(chr(10).join(why))}</failure>"
            cases.append(f"<testcase classname={quoteattr(page)} name={quoteattr(one['says'])}>{inner}</testcase>")
        broken = sum(not holds(one) for one in own)
        suites.append(f"<testsuite name={quoteattr(page)} tests=\"{len(cases)}\" failures=\"{broken}\">{''.join(cases)}</testsuite>")
    return f"<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites>{''.join(suites)}</testsuites>\n"


def as_sarif(results: Sequence[Result]) -> str:
    """SARIF 2.1: a result for each stretch of widths at which an expectation fails, on the line that makes it so."""
    found = []
    for one in results:
        places = [(failure["file"], failure["line"], _words(failure)) for failure in one["failures"]]
        if not places and not holds(one):
            places = [(FILE_NAME, one["line"], reason) for reason in reasons(one)]
        found += [
            {
                "ruleId": "expectation", "level": "error", "message": {"text": f"{one['says']}: {words}"},
                "locations": [{"physicalLocation": {"artifactLocation": {"uri": file}, "region": {"startLine": line}}}],
            }
            for file, line, words in places
        ]  # fmt: skip
    return sarif([{"id": "expectation", "shortDescription": {"text": "An expectation about the page does not hold."}}], found)


def as_html(results: Sequence[Result], failed: Sequence[tuple[str, str]]) -> str:
    """One page that needs nothing else."""
    rows = [{"page": one["page"], "says": one["says"], "holds": holds(one), "reasons": reasons(one)} for one in results]
    return rendered("checked.html", {"rows": rows, "failed": failed, "broken": sum(not one["holds"] for one in rows)})


def main(path: Path | None, *, wants_json: bool, files: dict[str, Path], browser: bool, many: Many) -> int:
    """Check and print; 1 where an expectation does not hold, or a page could not be worked out. Raises InputError."""
    failed: list[tuple[str, str]] = []
    results: list[Result]
    if many.merge:
        results = sorted(merged(many.merge, lambda one: isinstance(one, dict) and "says" in one and "failures" in one), key=lambda one: (one["page"], one["line"]))
    elif path is None:
        raise InputError("Name a page or a folder.")
    else:
        home, results, failed = checked(path, many)
        if browser:
            results = seen(home, results)
    if wants_json:
        print(json.dumps(as_json(results)))
        for name, reason in failed:
            print(f"{name}: {reason}", file=sys.stderr)
    else:
        print(as_text(results, failed))
    sys.stdout.flush()
    formats: dict[str, Callable[[], str]] = {"junit": lambda: as_junit(results), "sarif": lambda: as_sarif(results), "html": lambda: as_html(results, failed)}
    for name, file in files.items():
        written(file, formats[name]())
    return int(bool(failed) or any(not holds(one) for one in results))
