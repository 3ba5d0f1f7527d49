"""The widths table: width, height, place and lines of elements at every edge and pin, as CSV, JSON, Markdown or HTML."""

from __future__ import annotations

import csv
import html
import io
import json
from collections.abc import Callable, Sequence
from dataclasses import asdict, dataclass

from ..errors import InputError
from ..expectations import lines_of
from ..markup import Element
from ..page import DEFAULT_HEIGHT, Page
from ..shown import px

MOST_CELLS = 200_000
FORMATS = {"csv": "text/csv", "json": "application/json", "md": "text/markdown", "html": "text/html"}
"""Formats by their endings, with their media types."""


@dataclass(frozen=True, slots=True)
class Measure:
    """A box at one viewport width, in CSS px; None where the element has none. ``lines`` of text in it, 0 where it has none."""

    viewport: int
    width: float | None
    height: float | None
    x: float | None
    y: float | None
    lines: int


@dataclass(frozen=True, slots=True)
class WidthsRow:
    """An element over some viewport widths."""

    index: int
    name: str
    line: int | None
    measures: tuple[Measure, ...]


def widths_table(page: Page, viewports: Sequence[int], selector: str = "", height: int = DEFAULT_HEIGHT, progress: Callable[[float], None] = lambda part: None) -> list[WidthsRow]:
    """The table of elements that match a selector, all of them where there is none. Raises InputError where none matches, the
    selector does not parse, or the table gets too large."""
    elements = page.select(selector) if selector.strip() else page.document.elements
    elements = [one for one in elements if one.index >= 0]
    widths = sorted(set(viewports))
    if not elements:
        raise InputError(f"No element matches {selector}.")
    if len(elements) * len(widths) > MOST_CELLS:
        raise InputError(f"{len(elements):,} elements at {len(widths):,} widths are more than {MOST_CELLS:,} cells. Name fewer with a selector.")
    columns: dict[Element, list[Measure]] = {one: [] for one in elements}
    for number, width in enumerate(widths, 1):
        layout = page.layout(width, height)
        for element in elements:
            rect = layout.rects.get(element)
            measure = Measure(width, rect.width, rect.height, rect.x, rect.y, lines_of(layout, element)) if rect is not None else Measure(width, None, None, None, None, 0)
            columns[element].append(measure)
        progress(number / len(widths))
    return [WidthsRow(one.index, one.name(), one.line, tuple(measures)) for one, measures in columns.items()]


def table_as(form: str, name: str, rows: Sequence[WidthsRow]) -> str:
    """The table in one of ``FORMATS``; ``name`` is the page's. Raises InputError."""
    writers = {"csv": _csv, "json": _json, "md": _markdown, "html": _html}
    if form not in writers:
        raise InputError(f"There is no format {form}; there are {', '.join(writers)}.")
    return writers[form](name, rows)


def _csv(name: str, rows: Sequence[WidthsRow]) -> str:
    """A line for each element and width (RFC 4180). What a spreadsheet would take for a formula is marked as text."""
    data = io.StringIO()
    writer = csv.writer(data)
    writer.writerow(["page", "index", "element", "line", "viewport", "width", "height", "x", "y", "lines"])
    for row in rows:
        for one in row.measures:
            numbers = ["" if value is None else round(value, 4) for value in (one.width, one.height, one.x, one.y)]
            writer.writerow([_as_text(name), row.index, _as_text(row.name), row.line or "", one.viewport, *numbers, one.lines])
    return data.getvalue()


def _as_text(text: str) -> str:
    return f"'{text}" if text[:1] in ("=", "+", "-", "@", "\t", "\r") else text


def _json(name: str, rows: Sequence[WidthsRow]) -> str:
    return json.dumps({"page": name, "elements": [asdict(row) for row in rows]}, ensure_ascii=False, indent=1) + "\n"


def _cells(row: WidthsRow) -> list[str]:
    return ["none" if one.width is None or one.height is None else f"{px(one.width)} × {px(one.height)}{f', {one.lines} l.' if one.lines else ''}" for one in row.measures]


def _markdown(name: str, rows: Sequence[WidthsRow]) -> str:
    widths = [f"{one.viewport:,}" for one in rows[0].measures]
    lines = [f"# {_escaped(name)}: widths × heights in px, and lines of text", "", f"| element | {' | '.join(widths)} |", f"|---|{'---:|' * len(widths)}"]
    lines += [f"| {_escaped(row.name)} | {' | '.join(_cells(row))} |" for row in rows]
    return "\n".join(lines) + "\n"


def _escaped(text: str) -> str:
    return "".join(f"\\{one}" if one in "\\|*_`<>[]#" else one for one in text)


def _html(name: str, rows: Sequence[WidthsRow]) -> str:
    head = "".join(f'<th scope="col">{one.viewport:,}</th>' for one in rows[0].measures)
    body = "\n".join(f'<tr><th scope="row">{html.escape(row.name)}</th>{"".join(f"<td>{cell}</td>" for cell in _cells(row))}</tr>' for row in rows)
    style = "body{font:14px/1.5 system-ui,sans-serif;color:#26323a;background:#f3eee2;margin:24px}table{border-collapse:collapse}th,td{padding:3px 10px;border-top:1px solid #d6cab3;text-align:right;font-weight:400;font-variant-numeric:tabular-nums;white-space:nowrap}tbody th{text-align:left}"
    title = f"{html.escape(name)}: widths × heights in px, and lines of text"
    return f'<!DOCTYPE html>\n<html lang="en">\n<meta charset="utf-8">\n<title>{title}</title>\n<style>{style}</style>\n<h1>{title}</h1>\n<table>\n<thead><tr><th scope="col">Element</th>{head}</tr></thead>\n<tbody>\n{body}\n</tbody>\n</table>\n</html>\n'
