"""The table of widths of a plan, as CSV and as Markdown."""

from __future__ import annotations

import csv
import io
from fractions import Fraction

from .arranging import Arranged, Placed
from .lengths import decimal

HEAD = ("arrangement", "from viewport", "drawn at", "row", "box", "inside of", "margin box", "border box", "width to write", "room inside", "of its context (%)")


def widths_table(arranged: list[Arranged]) -> list[tuple[str, ...]]:
    """A line a box and arrangement, narrowest first, under ``HEAD``; lengths in CSS px to four decimals."""
    lines: list[tuple[str, ...]] = []
    for one in arranged:
        for context in one.contexts.values():
            inside_of = context.parent.name if context.parent is not None else "page"
            lines += [_line(one, cell, inside_of, context.width) for cell in context.cells]
        lines += [_hidden(one, identity) for identity in one.arrangement.hidden]
    return lines


def _line(one: Arranged, cell: Placed, inside_of: str, at: Fraction) -> tuple[str, ...]:
    lengths = (cell.outer, cell.width, cell.written, cell.inside)
    share = cell.width.at(at) / at * 100 if at else Fraction(0)
    return (*_begin(one), str(cell.row + 1), cell.box.name, inside_of, *(decimal(length.at(at)) for length in lengths), decimal(share))


def _begin(one: Arranged) -> tuple[str, str, str]:
    return one.arrangement.name, str(one.plan.range_of(one.arrangement)[0]), decimal(one.columns.total)


def _hidden(one: Arranged, identity: str) -> tuple[str, ...]:
    return (*_begin(one), "hidden", one.plan.box(identity).name, "", "", "", "", "", "")


def as_csv(arranged: list[Arranged]) -> str:
    """The table as CSV (RFC 4180)."""
    text = io.StringIO()
    writer = csv.writer(text)
    writer.writerow(HEAD)
    writer.writerows([_safe(cell) for cell in line] for line in widths_table(arranged))
    return text.getvalue()


def _safe(cell: str) -> str:
    """A name that a spreadsheet would take for a formula gets an apostrophe; numbers stay."""
    is_number = cell.removeprefix("-").replace(".", "", 1).isdigit()
    return f"'{cell}" if cell[:1] in ("=", "+", "-", "@") and not is_number else cell


def as_markdown(arranged: list[Arranged]) -> str:
    """The table as a Markdown table (CommonMark with tables)."""
    rows = [HEAD, tuple("---" for _ in HEAD), *widths_table(arranged)]
    return "".join(f"| {' | '.join(_escaped(cell) for cell in row)} |\n" for row in rows)


def _escaped(cell: str) -> str:
    return cell.replace("\\", "\\\\").replace("|", "\\|").replace("\n", " ")
