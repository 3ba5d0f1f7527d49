"""Dimension rows: the to-scale breakdown of where a box's width goes, from the viewport down to the box."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..layout import FLEX, GRID, Box, Edges, Fragment
from ..markup import Element
from ..page import Layout
from ..shown import units
from ..working import track_words

MOST_ROWS = 6


@dataclass(frozen=True, slots=True)
class Part:
    """A stretch of a row in CSS px of the page: ``kind`` is margin, border, padding, content, track or gap."""

    kind: str
    x: float
    width: float
    index: int | None = None
    label: str = ""
    """What a track is: ``2fr = 327``."""


@dataclass(slots=True)
class DimensionRow:
    """One box's row, from its outer left edge to its outer right edge."""

    index: int | None
    name: str
    parts: list[Part] = field(default_factory=list)
    inside: float = 0.0


def dimension_rows(layout: Layout, element: Element) -> list[DimensionRow]:
    """The viewport, the ancestors that narrow the element, and the element itself.

    Where there are more than ``MOST_ROWS``, those in the middle are left out.
    """
    width = float(layout.viewport.width)
    rows = [DimensionRow(None, "viewport", [Part("content", 0.0, width)], width)]
    chain = [node for node in reversed(list(element.ancestors())) if node in layout.fragments]
    reached = (0.0, width)
    middle: list[DimensionRow] = []
    passed: list[tuple[float, float]] = []
    for position, ancestor in enumerate(chain):
        row = row_of(layout, ancestor)
        span = _content_span(row)
        if span != reached:
            middle.append(row)
            reached = span
        if _is_track_container(layout, ancestor):
            inner = chain[position + 1] if position + 1 < len(chain) else element
            tracks = _track_row(layout, ancestor, inner)
            spans = _track_spans(tracks)
            if len(spans) > 1 and spans != passed:
                middle.append(tracks)
            passed = spans
    if _is_track_container(layout, element):
        own = _track_row(layout, element, element)
        if _track_spans(own) != passed:
            middle.append(own)
    rows += middle[-(MOST_ROWS - 2) :]
    if element in layout.fragments:
        rows.append(row_of(layout, element))
    return rows


def _content_span(row: DimensionRow) -> tuple[float, float]:
    content = next(part for part in row.parts if part.kind == "content")
    return (content.x, content.x + content.width)


def row_of(layout: Layout, element: Element) -> DimensionRow:
    """The row of one element that has a box."""
    fragment, x, _ = layout.fragments[element]
    edges = fragment.edges()
    left, right = _margins(fragment, edges)
    parts: list[Part] = []
    position = x - left
    for kind, amount in (
        ("margin", left), ("border", edges.border_left), ("padding", edges.padding_left),
        ("content", max(fragment.width - edges.inline, 0)),
        ("padding", edges.padding_right), ("border", edges.border_right), ("margin", right),
    ):  # fmt: skip
        if amount or kind == "content":
            parts.append(Part(kind, position / 64, amount / 64, element.index))
        position += amount
    return DimensionRow(element.index, element.name(), parts, max(fragment.width - edges.inline, 0) / 64)


def _is_track_container(layout: Layout, element: Element) -> bool:
    found = layout.fragments.get(element)
    return found is not None and found[0].tracks is not None and found[0].box.kind in (FLEX, GRID)


def _track_spans(row: DimensionRow) -> list[tuple[float, float]]:
    """Where the tracks lie: those of a subgrid lie where its parent's do, and are told once."""
    return [(part.x, part.width) for part in row.parts if part.kind == "track"]


def _track_row(layout: Layout, container: Element, selected: Element) -> DimensionRow:
    """The columns of a grid, or the items of a flex line, with the gaps between them."""
    fragment, x, _ = layout.fragments[container]
    edges = fragment.edges()
    origin = x + edges.left
    row = DimensionRow(container.index, f"{container.name()}, columns", [], max(fragment.width - edges.inline, 0) / 64)
    spans: list[tuple[int, int, int | None, str]] = []
    if fragment.box.kind == GRID:
        across = fragment.tracks[0]
        for track, offset in zip(across.tracks, across.offsets, strict=True):
            if not track.collapsed:
                spans.append((offset, track.base, None, f"{track_words(track)} = {units(track.base)}"))
    else:
        axes, lines = fragment.tracks
        row.name = f"{container.name()}, items"
        chosen = next((line for line in lines if any(item.box.element is selected for item in line.items)), lines[0] if lines else None)
        for item in sorted(chosen.items, key=lambda i: i.main_offset) if chosen is not None and axes.is_row else []:
            index = item.box.element.index if item.box.element is not None else None
            spans.append((item.main_offset, item.main, index, units(item.main)))
    end: int | None = None
    for offset, size, index, label in spans:
        if end is not None and offset > end:
            row.parts.append(Part("gap", (origin + end) / 64, (offset - end) / 64))
        row.parts.append(Part("track", (origin + offset) / 64, size / 64, index, label))
        end = offset + size
    if not row.parts:
        row.parts.append(Part("content", origin / 64, row.inside))
    return row


def _margins(fragment: Fragment, edges: Edges) -> tuple[int, int]:
    """Used margins, auto ones included where the box is a block in flow."""
    box: Box = fragment.box
    left, right = edges.margin_left, edges.margin_right
    if not (edges.auto_left or edges.auto_right) or not box.is_block_level or not fragment.basis:
        return max(left, 0), max(right, 0)
    free = max(fragment.basis - fragment.width - left - right, 0)
    if edges.auto_left and edges.auto_right:
        return free // 2, free - free // 2
    return (free, max(right, 0)) if edges.auto_left else (max(left, 0), free)
