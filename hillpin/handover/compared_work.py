"""A page against an earlier moment of its site: what is better and worse and where, which lines came and went, and the pictures then."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from difflib import SequenceMatcher
from pathlib import Path
from typing import Any

from ..compare.report_work import END, START, seen_at_pins
from ..computing import say
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.survey import KINDS, Difference, Finding, compare, name_of, severity_of, survey

MOST_DIFFERENCES = 200
MOST_MATCHED = 4_000_000
"""Pairs of lines up to which those that stayed are looked for."""


@dataclass(frozen=True)
class Earlier:
    """The site as it was at a moment."""

    name: str
    made_at: str
    files: dict[str, bytes]


def going(start: float, end: float) -> Callable[[float], None]:
    """Says how far a part of the work is, as a share of the whole."""
    return lambda part: say({"progress": round(start + part * (end - start), 3)})


def compared_with(files: dict[str, bytes], path: str, findings: list[Finding], earlier: Earlier) -> dict[str, Any]:
    """What is better and worse than at the earlier moment, at which widths, and which files have other lines."""
    page = Page(MemoryFiles(earlier.files), path)
    then = survey(page, START, END, progress=going(0.3, 0.6))
    found = compare(_brief(one for one in then.findings if severity_of(one) != "hint"), _brief(findings))
    differences = [{"title": KINDS[one.kind].title, "is_better": one.is_better, "range": _range(one), "message": one.message} for one in found]
    names = sorted(name for name in files.keys() | earlier.files.keys() if files.get(name) != earlier.files.get(name))
    return {"name": earlier.name, "made_at": earlier.made_at, "differences": differences[:MOST_DIFFERENCES], "files": [_lines(name, earlier.files.get(name), files.get(name)) for name in names[:MOST_DIFFERENCES]]}


def _brief(findings: Iterable[Finding]) -> list[tuple[str, str, int | None, int | None, str]]:
    return [(one.kind, one.selector, one.low, one.high, one.message) for one in findings]


def _range(one: Difference) -> str:
    return "every width" if one.low is None or one.high is None else f"{one.low:,} to {one.high:,}"


def _lines(path: str, before: bytes | None, after: bytes | None) -> dict[str, Any]:
    """How many lines of a file came and went; None where it is no text."""
    try:
        old, new = ((one or b"").decode().splitlines() for one in (before, after))
    except UnicodeDecodeError:
        return {"path": path, "come": None, "gone": None, "is_new": before is None, "is_gone": after is None}
    steps = SequenceMatcher(None, old, new, autojunk=False).get_opcodes() if len(old) * len(new) < MOST_MATCHED else [("replace", 0, len(old), 0, len(new))]
    come, gone = sum(j - i for tag, _, _, i, j in steps if tag != "equal"), sum(j - i for tag, i, j, _, _ in steps if tag != "equal")
    return {"path": path, "come": come, "gone": gone, "is_new": before is None, "is_gone": after is None}


def pictures_then(executable: Path, files: dict[str, bytes], path: str, screens: list[tuple[str, int, int]]) -> dict[str, dict[str, Any]]:
    """The page as it was, in the browser: by the keys of the screens, as accepted pictures are kept."""
    held = MemoryFiles(files)
    labels = [name_of(one) for one in Page(held, path).document.elements]
    seen = [one for one in seen_at_pins(executable, held, path, screens, going(0.6, 0.75)) if not one.error]
    return {one.screen.key: {"picture": one.picture, "rects": one.rects, "names": one.names, "labels": labels} for one in seen}
