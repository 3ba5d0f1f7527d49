"""An arrangement as a wireframe: every box to scale across, with the visitor's words; heights from the words, roughly."""

from __future__ import annotations

from dataclasses import dataclass, field
from fractions import Fraction
from textwrap import wrap

from .arranging import Arranged, ContextRows, Placed, PlacedRow
from .plan import Box, Sides

NAME_SIZE, WORDS_SIZE, TITLE_SIZE = 15.0, 15.0, 24.0
"""Font sizes of names, words and page headings, in CSS px of the drawing."""
LINE = 1.35
"""Line height, of the font size."""
CHARACTER = 0.54
"""The width of a character on average, of the font size."""
MOST_LINES = 8
INSET = 10.0
"""Room around the words of a box without padding, in CSS px."""
EMPTY_HEIGHT = 36.0
PICTURE_SHAPE = 0.56
TALLEST_PICTURE = 240.0


@dataclass(frozen=True, slots=True)
class TextLine:
    """A line of words: its left end and baseline in the drawing, and its font size."""

    text: str
    x: float
    y: float
    size: float
    is_name: bool = False


@dataclass(slots=True)
class DrawnBox:
    """A box of the drawing: its border box in CSS px, and the sides of its margin, border and padding."""

    box: str
    name: str
    role: str
    depth: int
    x: float
    y: float
    width: float
    height: float
    margin: Sides
    border: Sides
    padding: Sides
    drops: bool
    lines: list[TextLine] = field(default_factory=list)


@dataclass(frozen=True, slots=True)
class Stripe:
    """A column of the drawing."""

    x: float
    width: float


@dataclass(slots=True)
class Drawing:
    """A wireframe: its size, the columns, and the boxes from outer to inner."""

    name: str
    width: float
    height: float
    columns: list[Stripe]
    boxes: list[DrawnBox]
    hidden: list[str]


def drawing_of(arranged: Arranged) -> Drawing:
    """Draw an arrangement at the width that it is drawn at."""
    columns = arranged.columns
    drawer = _Drawer(arranged)
    height = drawer.rows(arranged.contexts[None], float(columns.outer), 16.0, 0) + 16.0
    names = {box.id: box.name for box in arranged.plan.boxes}
    stripes = [Stripe(float(columns.start(number)), float(columns.column)) for number in range(columns.count)]
    hidden = [names[box] for box in arranged.arrangement.hidden]
    return Drawing(arranged.arrangement.name, float(columns.total), height, stripes, drawer.boxes, hidden)


class _Drawer:
    def __init__(self, arranged: Arranged) -> None:
        self.arranged = arranged
        self.boxes: list[DrawnBox] = []

    def rows(self, context: ContextRows, left: float, top: float, depth: int) -> float:
        """Draw rows one below the other; gives the lowest edge."""
        for number, row in enumerate(context.rows):
            if number:
                top += self.arranged.plan.row_gap
            for line in _lines_of(row):
                top = self._line(line, row, context, left, top, depth)
        return top

    def _line(self, line: list[Placed], row: PlacedRow, context: ContextRows, left: float, top: float, depth: int) -> float:
        """Boxes side by side, as tall as the tallest."""
        at = context.width
        start = line[0].start.at(at)
        drawn: list[DrawnBox] = []
        bottom = top
        for cell in line:
            x = left + float(cell.start.at(at) - start + cell.margin[0].at(at))
            if cell.box.id not in row.sum.drops and start == 0:
                x = left + float(cell.x.at(at))
            box = self._box(cell, at, x, top + cell.box.margin.top, depth, cell.box.id in row.sum.drops)
            drawn.append(box)
            bottom = max(bottom, box.y + box.height + cell.box.margin.bottom)
        for box, cell in zip(drawn, line, strict=True):
            box.height = bottom - cell.box.margin.bottom - box.y
        return bottom

    def _box(self, cell: Placed, at: Fraction, x: float, y: float, depth: int, drops: bool) -> DrawnBox:
        box = cell.box
        width = max(float(cell.width.at(at)), 0.0)
        padding = Sides(box.padding.top, float(cell.padding[1].at(at)), box.padding.bottom, float(cell.padding[0].at(at)))
        border = Sides(box.drawn_border.top, float(cell.border[1]), box.drawn_border.bottom, float(cell.border[0]))
        margin = Sides(box.margin.top, float(cell.margin[1].at(at)), box.margin.bottom, float(cell.margin[0].at(at)))
        drawn = DrawnBox(box.id, box.name, box.role, depth, x, y, width, 0.0, margin, border, padding, drops)
        self.boxes.append(drawn)
        top = y + border.top + padding.top
        inside = max(float(cell.inside.at(at)), 0.0)
        context = self.arranged.contexts.get(box.id)
        bottom = self._words(box, drawn, x + border.left + padding.left, top, inside, context is not None)
        if context is not None:
            bottom = self.rows(context, x + border.left + padding.left, bottom + (8.0 if bottom > top else 0.0), depth + 1)
        drawn.height = max(bottom - y + border.bottom + padding.bottom, EMPTY_HEIGHT)
        return drawn

    def _words(self, box: Box, drawn: DrawnBox, left: float, top: float, inside: float, holds_row: bool) -> float:
        """The name and the words; gives where they end."""
        inset = INSET if not box.padding.across else 0.0
        room = max(inside - 2 * inset, 1.0)
        y = top + (inset / 2 if not box.padding.top else 0.0)
        texts = [(box.name, NAME_SIZE, True)]
        if box.words.strip():
            size = TITLE_SIZE if box.role == "header" and room > 300 else WORDS_SIZE
            texts.append(("   ".join(word.strip() for word in box.words.split(",")) if box.role == "navigation" else box.words, size, False))
        for text, size, is_name in texts:
            for line in wrap(text, max(int(room / (size * CHARACTER)), 4))[:MOST_LINES]:
                y += size * LINE
                drawn.lines.append(TextLine(line, left + inset, y - size * (LINE - 1), size, is_name))
        if box.role == "figure" and not holds_row:
            y += min(inside * PICTURE_SHAPE, TALLEST_PICTURE)
        return y + (inset / 2 if not box.padding.bottom and not holds_row else 0.0)


def _lines_of(row: PlacedRow) -> list[list[Placed]]:
    """The lines that a row breaks into: one, or further ones where boxes drop."""
    lines: list[list[Placed]] = [[]]
    for cell in row.cells:
        if cell.box.id in row.sum.drops and lines[-1]:
            lines.append([])
        lines[-1].append(cell)
    return [line for line in lines if line]


