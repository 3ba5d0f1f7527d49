"""From strips, boxes at all widths at once, to tables of rectangles."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..layout.boxes import Box
from ..styles.values import AUTO_KIND, Kind
from .across_sizes import Units, part_of
from .blend import owner_of
from .extents import ABSENT
from .rectangles import FURTHEST, Tables
from .strips import Strip

Places = NDArray[np.int64] | slice
ALL = slice(None)


def take_in(tables: Tables, root: Strip, x: Units, y: Units) -> None:
    """Write a strip that stands at a place, and all inside it, into the tables of a page."""
    stack = [(root, x, y)]
    while stack:
        strip, left, top = stack.pop()
        if strip.single is not None:
            _merge(tables, strip.single, left, top)
            continue
        _own(tables, strip, left, top)
        stack += [(part, left + dx, top + dy) for dx, dy, part in reversed(strip.parts)]


def _own(tables: Tables, strip: Strip, x: Units, y: Units) -> None:
    """What a strip shows of itself, without its parts."""
    box = strip.box
    element = box.element
    ends = _has_end(strip)
    if element is not None and box.pseudo is None:
        if element.index < 0:
            return
        unite(tables, int(tables.place[element.index]), ALL, x, y, x + strip.width, y + strip.height)
        if ends is not None:
            _reach(tables, box, 6, ends, y + strip.content_height)
    else:
        _reach(tables, box, 5, ALL, x + strip.width)
    if ends is not None:
        _reach(tables, box, 4, ends, x + strip.text_right)
    for places, rects in strip.lines:
        for item in rects:
            left, top = part_of(x + strip.left, places) + item.x, part_of(y + strip.top, places) + item.y
            inside = item.box.element
            if inside is not None and item.box.pseudo is None:
                unite(tables, int(tables.place[inside.index]), places, left, top, left + item.width, top + item.height)
            else:
                _reach(tables, item.box, 5, places, left + item.width)


def _has_end(strip: Strip) -> Places | None:
    """At which widths it matters how far the content of a box reaches (``blend.has_end``)."""
    style = strip.box.style
    if style.height.kind not in (AUTO_KIND, Kind.NONE) or style.max_height.kind not in (AUTO_KIND, Kind.NONE):
        return ALL
    if isinstance(strip.text_right, int):
        return ALL if strip.text_right else None
    return ALL if strip.text_right.all() else np.flatnonzero(strip.text_right)


def _reach(tables: Tables, box: Box, column: int, places: Places, end: Units) -> None:
    owner = owner_of(box)
    if owner < 0:
        return
    row = tables.rows[:, int(tables.place[owner]), column]
    if isinstance(places, np.ndarray) and not isinstance(end, int) and len(end) != len(places):
        end = end[places]
    row[places] = np.maximum(row[places], np.minimum(end, FURTHEST))


def unite(tables: Tables, place: int, places: Places, left: Units, top: Units, right: Units, bottom: Units) -> None:
    """Take rectangles into an element's at some widths; empty ones count only where all are empty, and of those the last."""
    rows = tables.rows[:, place, :4]
    sides = [np.clip(side, -FURTHEST, FURTHEST) for side in (left, top, right, bottom)]
    known = rows[places]
    absent = known[:, 0] == ABSENT
    if absent.all():
        for number, side in enumerate(sides):
            rows[places, number] = side
        return
    was_empty = (known[:, 0] == known[:, 2]) | (known[:, 1] == known[:, 3])
    is_empty = np.broadcast_to((sides[0] == sides[2]) | (sides[1] == sides[3]), absent.shape)
    for number, side in enumerate(sides):
        joined = np.minimum(known[:, number], side) if number < 2 else np.maximum(known[:, number], side)
        rows[places, number] = np.where(absent | was_empty, side, np.where(is_empty, known[:, number], joined))


def _merge(tables: Tables, inner: Tables, x: Units, y: Units) -> None:
    """Move the tables of a box that was laid out by itself to where it stands."""
    for number, index in enumerate(inner.elements.tolist()):
        place = int(tables.place[index])
        own = inner.rows[:, number]
        there = own[:, 0] != ABSENT
        if there.any():
            places: Places = ALL if there.all() else np.flatnonzero(there)
            dx, dy = part_of(x, places), part_of(y, places)
            rows = own[places].astype(np.int64)
            unite(tables, place, places, rows[:, 0] + dx, rows[:, 1] + dy, rows[:, 2] + dx, rows[:, 3] + dy)
        for column, offset in ((4, x), (5, x), (6, y)):
            there = own[:, column] != ABSENT
            if there.any():
                places = ALL if there.all() else np.flatnonzero(there)
                row = tables.rows[:, place, column]
                row[places] = np.maximum(row[places], np.minimum(own[places, column].astype(np.int64) + part_of(offset, places), FURTHEST))


__all__ = ["take_in", "unite"]
