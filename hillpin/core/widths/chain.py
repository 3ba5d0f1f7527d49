"""The width of one box at many widths at once, where only the boxes around it say it: no line is broken, no height is
worked out."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..layout.boxes import BLOCK, FLEX, GRID, Box
from ..layout.context import Context
from ..layout.transforms import is_transformed
from .across import Across
from .across_sizes import NotAcrossError, Units, larger
from .moving import Moving
from .strips import Question, Strip


@dataclass(slots=True)
class Chain:
    """A box and those around it, the root first, each as wide as the one before and its own style say."""

    boxes: list[Box]

    @property
    def sources(self) -> Iterable[Box]:
        """The boxes whose styles have a part in the width: of floats also what is inside."""
        for box in self.boxes:
            yield from box.walk() if box.is_floating else (box,)

    def width(self, ctx: Context, basis: Units, count: int, moving: Moving) -> Units:
        """The last box's border-box width (1/64 px) for ``count`` widths of the initial containing block. Raises
        NotAcrossError where it depends on more."""
        across = Across(ctx, self.boxes[0], count, _refuse, moving)
        available, width = basis, basis
        for box in self.boxes:
            edges = across.edges(box, available)
            width = across.width(box, edges, available, shrink=box.is_floating)
            available = larger(width - edges.inline, 0)
        return width


def chain_to(root: Box, box: Box) -> Chain | None:
    """The chain from a tree's root to a box; None where its width depends on more than the boxes around it: on what
    stands beside it in a flex or grid container, a table or a line, or on floats."""
    chain = [box]
    while chain[-1].parent is not None:
        chain.append(chain[-1].parent)
    return Chain(chain[::-1]) if chain[-1] is root and all(_is_by_itself(one) for one in chain) else None


def _is_by_itself(box: Box) -> bool:
    style, parent = box.style, box.parent
    if is_transformed(style) or box.is_out_of_flow or box.inline_parents:
        return False
    if parent is None:
        return box.kind == BLOCK
    if parent.kind != BLOCK or parent.has_inline_children or box.kind not in (BLOCK, FLEX, GRID) or box.is_inline_level:
        return False
    # A formatting context of its own is narrower beside floats.
    return not ((box.is_bfc_root or box.kind != BLOCK) and not box.is_floating and style.width.is_auto and _has_floats_around(parent))


def _has_floats_around(box: Box) -> bool:
    node: Box | None = box
    while node is not None:
        if node.has_floats:
            return True
        if node.is_bfc_root:
            return False
        node = node.parent
    return False


def _refuse(question: Question) -> Strip:
    raise NotAcrossError
