"""Places in a sheet's text: of lines, declarations and top-level statements."""

from __future__ import annotations

from dataclasses import dataclass

from ..styles import SPECIAL, Declaration


def offset_of(text: str, line: int, column: int) -> int:
    """The offset of a line and a column, both counted from 1."""
    at = 0
    for _ in range(line - 1):
        at = text.index("\n", at) + 1
    return at + column - 1


def extent_of(text: str, declaration: Declaration) -> tuple[int, int]:
    """Where a declaration begins and ends, its semicolon left out."""
    start = offset_of(text, declaration.line, declaration.column)
    end = next((found.start() for found in SPECIAL.finditer(text, start) if found.group() in ";}"), len(text))
    return start, start + len(text[start:end].rstrip())


@dataclass(frozen=True, slots=True)
class Statement:
    """A top-level statement of a sheet, from its first character to past its last."""

    start: int
    end: int


def statements_of(text: str) -> list[Statement]:
    """The top-level statements of a sheet in order."""
    found: list[Statement] = []
    depth, start = 0, 0
    for special in SPECIAL.finditer(text):
        token = special.group()
        depth += (token == "{") - (token == "}" and depth > 0)
        if depth == 0 and token in ";}":
            lead = len(text[start : special.end()]) - len(text[start : special.end()].lstrip())
            found.append(Statement(start + lead, special.end()))
            start = special.end()
    return found
