"""What was laid out in one column without an end, where it is seen: each piece in its column."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from dataclasses import replace

from ..boxes import BREAK
from ..fragments import Fragment, InlineRect, OutOfFlow, Placed
from ..recorder import Recorder
from .breaking import Row
from .column_sizes import Columns
from .parts import Node, Part


class Pieces:
    """Puts boxes of a flow into the columns of a row; positions from the row's top left corner.

    A box in several columns has the rectangle around all its pieces, as ``getBoundingClientRect()`` gives it (CSSOM View §6).
    """

    def __init__(self, parts: list[Part], row: Row, columns: Columns, recorder: Recorder) -> None:
        self.parts, self.row, self.columns, self.recorder = parts, row, columns, recorder
        self.firsts, self.tops = [start.part for start in row.starts], [start.y for start in row.starts]
        self.floats_out = False
        """Whether a float reaches out of its column, and so would be broken."""
        self.overflows = False
        """Whether a box that is broken is lower than what is in it, which goes on beside what comes after the box."""

    def begins(self, part: int) -> int:
        """The column in which a part begins."""
        at = bisect_left(self.firsts, part)
        if at < len(self.firsts) and self.firsts[at] == part and not self.row.starts[at].goes_on:
            return at
        return max(at - 1, 0)

    def ends(self, part: int) -> int:
        """The column in which a part ends."""
        return bisect_right(self.firsts, part) - 1

    def shown(self, x: int, y: int, column: int) -> tuple[int, int]:
        """A point of the flow in a column."""
        return x + self.columns.start(column), y - self.row.starts[column].y

    def _column_at(self, y: int) -> int:
        return max(bisect_right(self.tops, y) - 1, 0)

    def placed(self, node: Node) -> Placed:
        """A box with what is in it."""
        fragment = node.fragment
        first, last = self.begins(node.first), self.ends(node.last)
        if first != last and max(part.bottom for part in self.parts[node.first : node.last + 1]) > node.y + fragment.height:
            self.overflows = True
        if fragment.box.is_floating:
            last = first
            self.floats_out = self.floats_out or node.y + fragment.height - self.row.starts[first].y > self.row.height
        x, y = self.shown(node.x, node.y, first)
        if first != last:
            lowest = max((part.bottom for part in self.parts[node.first : self.row.starts[first + 1].part]), default=0)
            bottom = max(self.row.height, self.shown(0, node.y + fragment.height, last)[1], self.shown(0, lowest, first)[1])
            y = min(y, 0)
            fragment = self._broken(node, x, y, bottom - y, self.columns.start(last) - self.columns.start(first))
        elif node.last < len(self.parts) and self.parts[node.last].is_margin and y + fragment.height > self.row.height:
            fragment = replace(fragment, height=self.row.height - y, flat=None)
        return Placed(x + node.across, y + node.down, fragment)

    def _broken(self, node: Node, x: int, y: int, height: int, wider: int) -> Fragment:
        fragment = node.fragment
        whole = replace(fragment, width=fragment.width + wider, height=height, flat=None)
        whole.children, whole.inlines, whole.out_of_flow = self.inside(node, x, y)
        whole.text_right += wider if fragment.text_right else 0
        return whole

    def inside(self, node: Node, x: int = 0, y: int = 0) -> tuple[list[Placed], list[InlineRect], list[OutOfFlow]]:
        """What stands in a box that is broken, from a point of the row."""
        fragment = node.fragment
        children = []
        for child in node.children:
            placed = self.placed(child)
            self._record(child.fragment, placed, (placed.x - x - child.x - child.across + node.x, placed.y - y - child.y - child.down + node.y), self.begins(child.first))
            children.append(placed)
        inlines: list[InlineRect] = []
        if node.first_line >= 0:
            done, begun = 0, 0
            for number, line in enumerate(fragment.line_ends):
                column = self.begins(node.first_line + number)
                for child_x, child_y, inner in fragment.children[done : line.children]:
                    placed = Placed(*self.shown(node.x + child_x, node.y + child_y, column), inner)
                    self._record(inner, placed, (placed.x - x - child_x, placed.y - y - child_y), column)
                    children.append(placed)
                inlines += [self._moved(rect, node, column) for rect in fragment.inlines[begun : line.inlines]]
                done, begun = line.children, line.inlines
        else:
            inlines = [self._moved(rect, node, self._column_at(node.y + rect.y)) for rect in fragment.inlines]
        waiting = []
        for one in fragment.out_of_flow:
            left, top = self.shown(node.x + one.x, node.y + one.y, self._column_at(node.y + one.y))
            waiting.append(one._replace(x=left - x, y=top - y))
        return (
            [child._replace(x=child.x - x, y=child.y - y) for child in children],
            [rect._replace(x=rect.x - x, y=rect.y - y) for rect in inlines],
            waiting,
        )

    def _record(self, before: Fragment, placed: Placed, moved: tuple[int, int], column: int) -> None:
        after = placed.fragment
        self.recorder.in_column(before.box, column, moved, (after.width - before.width, after.height - before.height))

    def _moved(self, rect: InlineRect, node: Node, column: int) -> InlineRect:
        x, y = self.shown(node.x + rect.x, node.y + rect.y, column)
        if rect.box.kind == BREAK:
            # As the browser has it: a break stands in the first piece of its block, as far down as it is in its own.
            first = self.begins(node.first)
            x = self.shown(node.x + rect.x, 0, first)[0]
            y += self.shown(0, node.y, first)[1] if column > first else 0
        return rect._replace(x=x, y=y)
