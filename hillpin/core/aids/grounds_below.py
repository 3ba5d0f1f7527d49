"""Whose ground shows where a box has none of its own, or a half-transparent one: of a cell its row's, column's and table's, in the order in
which tables are painted (CSS 2 §17.5.1), else of what is around it."""

from __future__ import annotations

from collections.abc import Iterator

from ..markup import Element
from ..page import Layout

_ROWS = ("table-row", "table-row-group", "table-header-group", "table-footer-group")
_COLUMNS = ("table-column", "table-column-group")


def grounds_below(layout: Layout, element: Element) -> list[Element]:
    """The elements whose ground is under a box's own, the nearest first, down to the first that nothing shows through."""
    found = []
    if _is_opaque(layout, element):
        return []
    for one in _below(layout, element):
        style = layout.tree.styles.get(one)
        if style is None or (not style.background_image and style.background_color != "currentcolor" and style.background_color[-1] == 0):
            continue
        found.append(one)
        if _is_opaque(layout, one):
            break
    return found


def _is_opaque(layout: Layout, element: Element) -> bool:
    style = layout.tree.styles.get(element)
    return style is not None and style.background_color != "currentcolor" and style.background_color[-1] == 1


def _below(layout: Layout, element: Element) -> Iterator[Element]:
    style = layout.tree.styles.get(element)
    if style is None or style.display not in ("table-cell", *_ROWS):
        yield from element.ancestors()
        return
    around = list(element.ancestors())
    rows = [one for one in around if _display(layout, one) in _ROWS]
    table = next((one for one in around if _display(layout, one).removeprefix("inline-") == "table"), None)
    yield from rows
    if table is not None:
        if style.display == "table-cell":
            yield from _columns(layout, table, element)
        yield table
        yield from table.ancestors()


def _display(layout: Layout, element: Element) -> str:
    style = layout.tree.styles.get(element)
    return style.display if style is not None else "none"


def _columns(layout: Layout, table: Element, cell: Element) -> Iterator[Element]:
    """The column that a cell begins in, then its group."""
    at = layout.rects.get(cell)
    if at is None:
        return
    columns = [one for one in table.descendants() if _display(layout, one) in _COLUMNS and one in layout.rects and layout.rects[one].x - 0.5 <= at.x < layout.rects[one].x + layout.rects[one].width]
    yield from sorted(columns, key=lambda one: _COLUMNS.index(_display(layout, one)))
