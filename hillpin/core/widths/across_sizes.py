"""Edges and sizes of one box at many widths at once: the rules of ``boxes`` and ``sizing`` on arrays.

A number is either an int, the same at all widths, or an array of one number a width. The roundings are those of the
single layout to the last 1/64 px, as the tests hold.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..layout.block.fieldset import FIELDSET
from ..layout.boxes import Box, edges_of, window_gutters
from ..layout.context import Context
from ..layout.sizes.rules import SizeRules
from ..styles.values import AUTO_KIND, PERCENT, Length, Linear
from ..units import INDEFINITE, LARGEST, ONE

Row = NDArray[np.int64]
Units = Row | int
"""1/64 px: at each width, or at all of them."""


class NotAcrossError(Exception):
    """A box asks for what is only worked out one width at a time."""


@dataclass(slots=True, eq=False)
class EdgesAcross:
    """Margins, and borders with paddings, of a box at all widths; auto margins are 0 with their flag set."""

    margin_top: Units
    margin_right: Units
    margin_bottom: Units
    margin_left: Units
    top: Units
    right: Units
    bottom: Units
    left: Units
    auto_left: bool
    auto_right: bool

    def part(self, places: slice) -> EdgesAcross:
        """The edges at some of the widths."""
        return EdgesAcross(
            part_of(self.margin_top, places), part_of(self.margin_right, places), part_of(self.margin_bottom, places), part_of(self.margin_left, places),
            part_of(self.top, places), part_of(self.right, places), part_of(self.bottom, places), part_of(self.left, places),
            self.auto_left, self.auto_right,
        )  # fmt: skip

    @property
    def inline(self) -> Units:
        """Border plus padding of both inline sides."""
        return self.left + self.right

    @property
    def block(self) -> Units:
        """Border plus padding above and below."""
        return self.top + self.bottom


def part_of(units: Units, places: slice | NDArray[np.int64]) -> Units:
    """A number at some of the widths."""
    return units if isinstance(units, int) else units[places]


def larger(a: Units, b: Units) -> Units:
    """The larger of two numbers at each width."""
    if isinstance(a, int) and isinstance(b, int):
        return max(a, b)
    found: Row = np.maximum(a, b)
    return found


def smaller(a: Units, b: Units) -> Units:
    """The smaller of two numbers at each width."""
    if isinstance(a, int) and isinstance(b, int):
        return min(a, b)
    found: Row = np.minimum(a, b)
    return found


def constant(units: Units) -> int:
    """A number that must be the same at all widths. Raises NotAcrossError where it is not."""
    if isinstance(units, int):
        return units
    first = int(units[0])
    if (units != first).any():
        raise NotAcrossError
    return first


def everywhere(question: NDArray[np.bool_] | np.bool_ | bool) -> bool:
    """The answer that must be the same at all widths. Raises NotAcrossError where it is not."""
    answers = np.asarray(question).reshape(-1)
    first = bool(answers[0])
    if (answers != first).any():
        raise NotAcrossError
    return first


def resolve(length: Length, basis: Units) -> Units:
    """``Length.resolve`` at all widths: single-precision floats, cut towards zero."""
    if isinstance(basis, int) or not length.has_percentage:
        return length.resolve(basis if isinstance(basis, int) else 0)
    if length.kind == PERCENT:
        share = (basis / ONE * length.percent).astype(np.float32).astype(np.float64) / 100
        return (share.astype(np.float32).astype(np.float64) * ONE).astype(np.int64)
    if isinstance(length.calculation, Linear):
        px = (length.calculation.px + length.calculation.percent / 100 * (basis / ONE)).astype(np.float32).astype(np.float64)
        return np.clip((px * ONE).astype(np.int64), -LARGEST, LARGEST)
    return np.array([length.resolve(one) for one in basis.tolist()], np.int64)


def edges_across(box: Box, basis: Units) -> EdgesAcross:
    """``edges_of`` at all widths."""
    fixed = edges_of(box, 0)
    plan = box.edges_plan
    if isinstance(basis, int) or plan is None or not plan[4]:
        edges = fixed if not isinstance(basis, int) else edges_of(box, basis)
        return EdgesAcross(
            edges.margin_top, edges.margin_right, edges.margin_bottom, edges.margin_left,
            edges.top, edges.right, edges.bottom, edges.left, edges.auto_left, edges.auto_right,
        )  # fmt: skip
    lengths, borders, autos, is_bare, _ = plan
    above, right_of, below, left_of = (resolve(length, basis) for length in lengths[:4])
    paddings: list[Units] = [0 if is_bare else larger(resolve(length, basis), 0) for length in lengths[4:]]
    top, right, bottom, left = (border + padding for border, padding in zip(borders, paddings, strict=True))
    before, after = window_gutters(box)
    return EdgesAcross(above, right_of + after, below, left_of + before, top, right, bottom, left, autos[0], autos[1])


def inline_size_across(ctx: Context, box: Box, edges: EdgesAcross, available: Units, shrink: bool = False) -> Units:
    """The border-box width of a box in flow or of a float at all widths (CSS 2 §10.3). Raises NotAcrossError for
    widths that come from a ratio."""
    style = box.style
    if style.aspect_ratio is not None or box.role in ("button", "tick", FIELDSET):
        raise NotAcrossError
    margins = edges.margin_left + edges.margin_right
    if style.width.kind != AUTO_KIND:
        width = ARRAYS.resolve_inline(ctx, box, style.width, edges, available, margins)
    elif shrink:
        width = ARRAYS.fit_content(ctx, box, edges, available - margins)
    else:
        width = larger(available - margins, edges.inline)
    return ARRAYS.clamp_inline(ctx, box, width, edges, available, margins)


def block_size_across(box: Box, edges: EdgesAcross, percent_basis: int, content: Units) -> Units:
    """The border-box height of a box whose content makes a border box ``content`` high (§10.5 to §10.7)."""
    height = ARRAYS.definite_height(box, edges, percent_basis)
    return ARRAYS.clamp_block(box, content, edges, percent_basis) if is_indefinite(height) else height


def child_percent_basis(box: Box, edges: EdgesAcross, percent_block: int) -> int:
    """The content height that percentage heights of children are of, or INDEFINITE (§10.5)."""
    height = ARRAYS.definite_height(box, edges, percent_block)
    if is_indefinite(height):
        return percent_block if box.role == "anonymous" or (box.passes_height and box.style.height.is_auto) else INDEFINITE
    return max(constant(height - edges.block), 0)


def is_indefinite(units: Units) -> bool:
    """Whether a height is INDEFINITE: at all widths or at none."""
    return isinstance(units, int) and units == INDEFINITE


ARRAYS = SizeRules[Units](larger, smaller, resolve, is_indefinite)
"""The rules at all widths at once."""
