"""The proof that code gives what is planned: laid out by core at every width, compared with the plan's own numbers."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from fractions import Fraction

from ..page import Layout, Page
from .arranging import Arranged
from .class_names import classes_of
from .code import Code
from .lengths import SMALLEST, words
from .plan import Plan

FROM, TO = 240, 1920


@dataclass(frozen=True, slots=True)
class Difference:
    """A box that stands elsewhere than planned, over a range of viewport widths."""

    box: str
    what: str
    first: int
    last: int
    planned: float
    found: float


@dataclass(slots=True)
class Proof:
    """What was compared, and what differs; ``largest`` is the largest distance found that counts as equal, in CSS px."""

    widths: int = 0
    largest: float = 0.0
    differences: list[Difference] = field(default_factory=list)
    stopped: bool = False

    @property
    def is_equal(self) -> bool:
        """Whether everything is as planned at every width that was laid out."""
        return not self.differences and not self.stopped


def prove(
    plan: Plan, arranged: list[Arranged], code: Code, widths: Iterable[int] = range(FROM, TO + 1),
    stopped: Callable[[], bool] = lambda: False,
) -> Proof:  # fmt: skip
    """Lay the code out at viewport widths and compare each box's left edge, width and row with the plan."""
    page = Page(code.files())
    proof = Proof()
    prover = _Prover(plan, page, proof)
    for width in widths:
        if stopped():
            proof.stopped = True
            break
        current = next(one for one in reversed(arranged) if one.arrangement.starts <= width or one is arranged[0])
        prover.compare(current, width)
        proof.widths += 1
    return proof


class _Prover:
    def __init__(self, plan: Plan, page: Page, proof: Proof) -> None:
        self.plan = plan
        self.page = page
        self.proof = proof
        classes = classes_of(plan)
        self.element = {box.id: page.select(f".{classes[box.id]}")[0] for box in plan.boxes}
        self.open: dict[tuple[str, str], int] = {}

    def compare(self, arranged: Arranged, width: int) -> None:
        """One width."""
        layout = self.page.layout(width)
        planned = arranged.rects(width)
        for box in self.plan.boxes:
            rect = layout.rects.get(self.element[box.id])
            if box.id not in planned:
                if rect is not None and rect.width:
                    self._differs(box.id, "is shown", width, 0.0, rect.width)
                continue
            if rect is None:
                self._differs(box.id, "is not shown", width, float(planned[box.id][1]), 0.0)
                continue
            x, wide = planned[box.id]
            allowed = SMALLEST * self._lengths(arranged, box.id)
            self._length(box.id, "left edge", width, x, rect.x, allowed)
            self._length(box.id, "width", width, wide, rect.width, allowed)
        self._rows(arranged, layout, width)

    def _lengths(self, arranged: Arranged, identity: str) -> int:
        """How many lengths a box's edge is the sum of; a browser cuts each off at a 64th of a px."""
        count = 2
        node: str | None = identity
        while node is not None:
            parent = self.plan.box(node).parent
            cell = next((cell for cell in arranged.contexts[parent].cells if cell.box.id == node), None)
            count += 2 * (cell.number + 1) if cell is not None else 0
            node = parent
        return count

    def _length(self, box: str, what: str, width: int, planned: Fraction, found: float, allowed: Fraction) -> None:
        distance = abs(planned - Fraction(found))
        if distance > allowed:
            self._differs(box, what, width, float(planned), found)
        else:
            self.proof.largest = max(self.proof.largest, float(distance))

    def _rows(self, arranged: Arranged, layout: Layout, width: int) -> None:
        """Boxes of one row begin at one height, and each row below the one before."""
        for context in arranged.contexts.values():
            floor = float("-inf")
            for row in context.rows:
                rects = [(cell, layout.rects.get(self.element[cell.box.id])) for cell in row.cells]
                tops = [rect.y - cell.box.margin.top for cell, rect in rects if rect is not None]
                if not tops:
                    continue
                for (cell, rect), top in zip(rects, tops, strict=False):
                    if rect is not None and abs(top - tops[0]) > 2 / 64:
                        self._differs(cell.box.id, "top edge, for its row", width, tops[0] + cell.box.margin.top, rect.y)
                if tops[0] < floor - 2 / 64:
                    self._differs(row.cells[0].box.id, "top edge, for the row above", width, floor, tops[0])
                floor = max((rect.y + rect.height for _, rect in rects if rect is not None), default=floor)

    def _differs(self, box: str, what: str, width: int, planned: float, found: float) -> None:
        """Note a difference; one that goes on from the width before is the same one."""
        known = self.open.get((box, what))
        differences = self.proof.differences
        if known is not None and differences[known].last == width - 1:
            before = differences[known]
            differences[known] = Difference(box, what, before.first, width, before.planned, before.found)
            return
        self.open[box, what] = len(differences)
        differences.append(Difference(box, what, width, width, planned, found))


def sentence_of(proof: Proof, plan: Plan) -> str:
    """A proof in words."""
    if proof.stopped:
        return f"Stopped after {proof.widths:,} widths."
    if not proof.differences:
        return f"Equal to the plan at all {proof.widths:,} widths laid out, to {proof.largest:.3f} px."
    first = proof.differences[0]
    where = f"at {first.first:,}" if first.first == first.last else f"from {first.first:,} to {first.last:,}"
    planned, found = words(Fraction(first.planned)), words(Fraction(first.found))
    more = f", and {len(proof.differences) - 1} more" if len(proof.differences) > 1 else ""
    return f"Not equal: {plan.box(first.box).name}, {first.what}, {where} is {found} and should be {planned}{more}."
