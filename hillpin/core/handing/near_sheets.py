"""Sheets that differ by little: two that one of them could stand in for."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations

import tinycss2

ALIKE = 0.8
"""The part of both sheets' rules that is the same in two that differ by little."""
FEWEST = 3
"""Rules of a sheet that is compared."""
MOST_SHEETS = 200
MOST_TOLD = 6


@dataclass(frozen=True, slots=True)
class NearSheets:
    """Two sheets of one site: how many rules they share, and the first of those that only one of them has."""

    first: str
    second: str
    shared: int
    only_first: tuple[str, ...]
    only_second: tuple[str, ...]
    count_first: int
    count_second: int


def near_sheets(sheets: Mapping[str, str]) -> list[NearSheets]:
    """Pairs of sheets (path → text) most of whose rules are the same, those that are most alike first."""
    rules = {path: _rules(text) for path, text in sorted(sheets.items())[:MOST_SHEETS]}
    found: list[tuple[float, NearSheets]] = []
    for one, other in combinations([path for path, own in rules.items() if own.total() >= FEWEST], 2):
        shared = rules[one] & rules[other]
        part = shared.total() / max((rules[one] | rules[other]).total(), 1)
        if part >= ALIKE:
            lefts = [list((rules[path] - shared).elements()) for path in (one, other)]
            found.append((part, NearSheets(one, other, shared.total(), tuple(lefts[0][:MOST_TOLD]), tuple(lefts[1][:MOST_TOLD]), len(lefts[0]), len(lefts[1]))))
    return [pair for _, pair in sorted(found, key=lambda one: (-one[0], one[1].first, one[1].second))]


def _rules(text: str) -> Counter[str]:
    """The rules of a sheet, each as one line without comments and doubled white space, with the queries around it."""
    found: Counter[str] = Counter()
    _gather(tinycss2.parse_stylesheet(text, skip_comments=True, skip_whitespace=True), "", found)
    return found


def _gather(nodes: list[object], around: str, found: Counter[str]) -> None:
    for node in nodes:
        kind, content = getattr(node, "type", ""), getattr(node, "content", None)
        if kind == "qualified-rule" and content is not None:
            found[f"{around}{_plain(node.prelude)} {{ {_declared(content)} }}"] += 1  # type: ignore[attr-defined]
        elif kind == "at-rule":
            name = f"@{node.lower_at_keyword} {_plain(node.prelude)}"  # type: ignore[attr-defined]
            if content is not None and node.lower_at_keyword in ("media", "supports", "layer", "container"):  # type: ignore[attr-defined]
                _gather(tinycss2.parse_rule_list(content, skip_comments=True, skip_whitespace=True), f"{around}{name} ", found)
            else:
                found[f"{around}{name}{f' {{ {_plain(content)} }}' if content is not None else ''}"] += 1


def _declared(tokens: list[object]) -> str:
    return re.sub(r"\s*([:;])\s*", r"\1 ", _plain(tokens)).strip("; ")


def _plain(tokens: list[object]) -> str:
    return " ".join(tinycss2.serialize([one for one in tokens if getattr(one, "type", "") != "comment"]).split()).rstrip("; ")
