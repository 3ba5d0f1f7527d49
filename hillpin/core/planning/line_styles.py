"""An arrangement by flex lines, by floats, or by inline-blocks: boxes that follow one another and break into rows."""

from __future__ import annotations

from fractions import Fraction
from typing import Literal

from ..errors import InputError
from .arranging import Arranged, ContextRows, Placed, PlacedRow
from .collected import Declarations, Selectors
from .lengths import NOTHING, WHOLE, Linear, css_length, css_px, decimals_for, exact, words
from .plan_markup import has_heading

Flow = Literal["flex", "float", "inline-block"]
NAMES = {"flex": "Flex", "float": "Floats", "inline-block": "Inline-blocks"}
PROBES = (Fraction(240), Fraction(2560))
"""Context widths in CSS px at which a row's end is compared with the next row's first box."""


class LineStyles:
    """Writes the contexts of one arrangement."""

    def __init__(self, arranged: Arranged, selectors: Selectors, flow: Flow) -> None:
        self.arranged = arranged
        self.plan = arranged.plan
        self.selectors = selectors
        self.flow = flow
        self.source = {box.id: number for number, box in enumerate(self.plan.boxes)}

    def write(self, context: ContextRows, rules: Declarations) -> None:
        """The container and its boxes. Raises InputError where the method cannot give the order."""
        parent = context.parent
        selector = self.selectors[parent.id if parent is not None else None]
        stacked = all(len(row.cells) == 1 for row in context.rows)
        follows_source = [cell.box.id for cell in context.cells] == sorted((cell.box.id for cell in context.cells), key=self.source.__getitem__)
        if self.flow == "flex":
            self._flex(selector, context, stacked, follows_source, rules)
            return
        self._check_order(context)
        if stacked:
            self._stack(context, rules)
            return
        if rules.rules.get(selector, {}).get("display") is None:
            # An inline-block contains its floats by itself; any other container is made to (css-display-3 §2.1).
            rules.put(selector, "display", "flow-root")
        for row, following in zip(context.rows, [*context.rows[1:], None], strict=True):
            self._flow_row(context, row, following, rules)

    # Flex

    def _flex(self, selector: str, context: ContextRows, stacked: bool, follows_source: bool, rules: Declarations) -> None:
        heading = context.parent is not None and has_heading(self.plan, context.parent)
        rules.put(selector, "display", "flex")
        rules.put(selector, "flex-wrap", "nowrap" if stacked else "wrap")
        rules.put(selector, "flex-direction", "column" if stacked else "row")
        gaps = {row.gap for row in context.rows if len(row.cells) > 1}
        common = gaps.pop() if len(gaps) == 1 else None
        if common is not None and common != NOTHING:
            rules.put(selector, "column-gap", css_length(common, decimals_for([common])), self._quotient(common, context))
        if len(context.rows) + heading > 1:
            rules.put(selector, "row-gap", css_px(exact(self.plan.row_gap)))
        if heading:
            rules.put(f"{selector} > h2", "flex", "none")
            rules.put(f"{selector} > h2", "width", "auto" if stacked else "100%")
        for number, (row, following) in enumerate(zip(context.rows, [*context.rows[1:], None], strict=True)):
            filler = self._filler(context, row, following) if not stacked else NOTHING
            for cell in row.cells:
                own = self.selectors[cell.box.id]
                gap = row.gap if common is None and cell.number else NOTHING
                self._width(own, cell, context, row, rules, is_auto=stacked and cell.outer == WHOLE)
                rules.put(own, "flex", "none")
                rules.put(own, "min-width", "0")
                self._margins(own, cell, row, gap, filler if cell is row.cells[-1] else NOTHING, 0, rules)
                if not follows_source:
                    rules.put(own, "order", str(number * 100 + cell.number + 1))

    # Floats and inline-blocks

    def _check_order(self, context: ContextRows) -> None:
        reached = -1
        for row in context.rows:
            places = [self.source[cell.box.id] for cell in row.cells]
            if min(places) < reached:
                early = min(row.cells, key=lambda cell: self.source[cell.box.id]).box.name
                raise InputError(
                    f"{NAMES[self.flow]} follow the source, and {early} comes earlier there than the row above it. "
                    "Take grid or flex, or change the order in the source."
                )
            reached = max(places)

    def _stack(self, context: ContextRows, rules: Declarations) -> None:
        """Plain blocks, one below the other."""
        for number, row in enumerate(context.rows):
            (cell,) = row.cells
            own = self.selectors[cell.box.id]
            self._width(own, cell, context, row, rules, is_auto=cell.outer == WHOLE)
            rules.put(own, "display", "flow-root")
            self._margins(own, cell, row, NOTHING, NOTHING, exact(self.plan.row_gap) if number else 0, rules)

    def _flow_row(self, context: ContextRows, row: PlacedRow, following: PlacedRow | None, rules: Declarations) -> None:
        in_source = sorted(row.cells, key=lambda cell: self.source[cell.box.id])
        filler = self._filler(context, row, following) if self.flow == "inline-block" else NOTHING
        flowing = NOTHING
        for number, cell in enumerate(in_source):
            own = self.selectors[cell.box.id]
            gap = row.gap if number else NOTHING
            if self.flow == "float":
                rules.put(own, "float", "left")
                if not number and row is not context.rows[0]:
                    rules.put(own, "clear", "both")
            else:
                rules.put(own, "display", "inline-block")
                rules.put(own, "vertical-align", "top")
            self._width(own, cell, context, row, rules)
            last = filler if number == len(in_source) - 1 else NOTHING
            self._margins(own, cell, row, gap, last, exact(self.plan.row_gap) if row is not context.rows[0] else 0, rules)
            flowing = flowing + gap
            if cell.start != flowing:
                shift = cell.start - flowing
                rules.put(own, "position", "relative")
                rules.put(own, "left", css_length(shift, 6), "to its place for the eye")
            flowing = flowing + cell.outer

    # Lengths

    def _filler(self, context: ContextRows, row: PlacedRow, following: PlacedRow | None) -> Linear:
        """What a row's last box takes beside it, so that the next row's first box cannot come up."""
        if following is None:
            return NOTHING
        left = WHOLE - sum((cell.outer for cell in row.cells), row.gap.times(len(row.cells) - 1))
        first = min(following.cells, key=lambda cell: self.source[cell.box.id]) if self.flow == "inline-block" else following.cells[0]
        fits = any(left.at(width) >= first.outer.at(width) for width in (*PROBES, context.width))
        return left if fits else NOTHING

    def _places(self, row: PlacedRow) -> int:
        return decimals_for([length for cell in row.cells for length in (cell.written, *cell.margin, *cell.padding, row.gap)])

    def _width(self, own: str, cell: Placed, context: ContextRows, row: PlacedRow, rules: Declarations, is_auto: bool = False) -> None:
        if is_auto:
            return
        rules.put(own, "width", css_length(cell.written, self._places(row)), self._quotient(cell.written, context))

    def _quotient(self, length: Linear, context: ContextRows) -> str:
        if not length.slope:
            return ""
        drawn = words(length.at(context.width))
        return f"{drawn} of {words(context.width)} as drawn" if length.base else f"{drawn} ÷ {words(context.width)}"

    def _margins(self, own: str, cell: Placed, row: PlacedRow, gap: Linear, filler: Linear, above: Fraction | int, rules: Declarations) -> None:
        places = self._places(row)
        top, bottom = css_px(exact(cell.box.margin.top) + above), css_px(exact(cell.box.margin.bottom))
        left, right = css_length(cell.margin[0] + gap, places), css_length(cell.margin[1] + filler, places)
        rules.put(own, "margin", sides_text(top, right, bottom, left))


def sides_text(top: str, right: str, bottom: str, left: str) -> str:
    """The four sides in the shortest form (css-box-4 §3.2)."""
    if left != right:
        return f"{top} {right} {bottom} {left}"
    if top != bottom:
        return f"{top} {right} {bottom}"
    return top if top == right else f"{top} {right}"
