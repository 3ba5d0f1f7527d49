"""Rows of words to fill copies with: lines, or the columns of a CSV (RFC 4180, with other separators too)."""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass
from typing import Literal

from ..errors import InputError

Separator = Literal["", "lines", ",", ";", "tab", "|"]
MOST_ROWS = 500
MOST_COLUMNS = 40


@dataclass(frozen=True, slots=True)
class DataRows:
    """Rows with as many cells each; ``header`` names the columns, empty where the text does not."""

    rows: list[list[str]]
    header: list[str]


def read_rows(text: str, separator: Separator = "", names: frozenset[str] = frozenset()) -> DataRows:
    """Read rows of words. Without a separator it is read from the text: one that stands as often in every line. The first line
    is a header where each of its cells is in ``names``. Raises InputError."""
    lines = [line for line in text.splitlines() if line.strip()]
    by = separator or _separator(lines)
    if by == "lines":
        rows = [[line.strip()] for line in lines]
    elif by == "|":
        rows = [[cell.strip() for cell in line.strip().strip("|").split("|")] for line in lines]
    else:
        rows = _cells(text, "\t" if by == "tab" else by)
    if len(rows) > MOST_ROWS + 1:
        raise InputError(f"There are {len(rows):,} rows; {MOST_ROWS} are the most.")
    width = max((len(row) for row in rows), default=0)
    if width > MOST_COLUMNS:
        raise InputError(f"There are {width:,} columns; {MOST_COLUMNS} are the most.")
    uneven = next((number for number, row in enumerate(rows, 1) if len(row) != width), None)
    if uneven is not None:
        raise InputError(f"Row {uneven} has {len(rows[uneven - 1])} of {width} columns.")
    is_head = len(rows) > 1 and all(cell.strip().lower() in names for cell in rows[0])
    return DataRows(rows[1:], rows[0]) if is_head else DataRows(rows, [])


def _cells(text: str, separator: str) -> list[list[str]]:
    try:
        found = list(csv.reader(io.StringIO(text, newline=""), delimiter=separator, skipinitialspace=True, strict=True))
    except csv.Error as error:
        raise InputError(f"The rows are no CSV: {error}.") from error
    return [[cell.strip() for cell in row] for row in found if any(cell.strip() for cell in row)]


def _separator(lines: list[str]) -> Separator:
    """What parts every line into as many cells; commas only where no blank follows each, as it does in a sentence."""
    choices: tuple[tuple[Separator, str], ...] = (("tab", "\t"), ("|", "|"), (";", ";"), (",", ","))
    for name, mark in choices:
        try:
            counts = {len(row) for row in _cells("\n".join(lines), mark)}
        except InputError:
            continue
        if len(counts) != 1 or counts == {1} or not lines:
            continue
        if mark == "," and all(", " in line for line in lines) and not any('"' in line for line in lines):
            continue
        return name
    return "lines"
