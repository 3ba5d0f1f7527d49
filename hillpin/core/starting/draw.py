"""A start laid out at some widths, with the sums of its row."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ..errors import InputError
from ..files import WithFiles
from ..page import Page
from ..writing import as_text, explain
from .begin import Begun, StartWish
from .manifest import start_named

BoxKind = Literal["box", "words", "picture"]


@dataclass(frozen=True, slots=True)
class StartBox:
    """A box in px, from the start's own upper left corner."""

    x: float
    y: float
    width: float
    height: float
    kind: BoxKind


@dataclass(frozen=True, slots=True)
class StartDrawing:
    """A start at a viewport: its size in px, its boxes from the outside in, the widths in its row, and the sum of the first."""

    viewport: int
    width: float
    height: float
    boxes: tuple[StartBox, ...]
    row: tuple[float, ...]
    working: str


def drawn(page: Page, made: Begun, wish: StartWish, widths: Sequence[int], height: int = 800) -> list[StartDrawing]:
    """The start that ``made`` wrote, at viewports as wide as asked."""
    whole = Page(WithFiles(page.files, {**made.files, page.path: made.text.encode(), made.sheet: made.css.encode()}), page.path)
    row = start_named(wish.start).row.replace("$name", wish.name)
    roots = [one for one in whole.document.elements if wish.name in one.classes]
    if not roots:
        raise InputError("The start is not in the page.")
    root = roots[0]
    inside = [root, *root.descendants()]
    boxes_in_row = whole.select(row)[:1]
    children = [one for box in boxes_in_row for one in box.elements]
    kinds: dict[int, BoxKind] = {one.index: "picture" if one.tag in ("img", "iframe") else "words" if not one.elements and one.text().strip() else "box" for one in inside}
    found = []
    for width in widths:
        layout = whole.layout(width, height, record=True)
        records = layout.boxes
        own = records[root.index]
        shown = [records[one.index] for one in inside if not records[one.index].none]
        boxes = tuple(StartBox(one.x - own.x, one.y - own.y, one.width, one.height, kinds[one.index]) for one in shown if one.width > 0 and one.height > 0)
        beside = [one for one in children if not records[one.index].none]
        first = [one for one in beside if records[one.index].y < records[beside[0].index].y + max(records[beside[0].index].height, 1)]
        working = as_text(explain(whole, layout, beside[0], "width")) if beside else ""
        found.append(StartDrawing(width, own.width, own.height, boxes, tuple(records[one.index].width for one in first), working))
    return found
