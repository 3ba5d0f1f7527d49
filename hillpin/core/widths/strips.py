"""What block layout at all widths at once makes and asks: fragments whose numbers are arrays, and pairs of margins."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Protocol

import numpy as np

from ..layout.block.inside import Strut
from ..layout.block.margins import MarginRules, TopMargins
from ..layout.boxes import Box
from ..layout.context import Context
from ..layout.fragments import InlineRect
from .across_sizes import EdgesAcross, Row, Units, everywhere, larger, smaller
from .moving import Moving

NOTHING: Strut[Units] = Strut(0, 0)


@dataclass(slots=True)
class Strip:
    """A box at all widths: a fragment whose numbers are arrays. ``x`` and ``y`` of its parts are from its border box."""

    box: Box
    width: Units
    height: Units
    parts: list[tuple[Units, Units, Strip]] = field(default_factory=list)
    lines: list[tuple[Row, list[InlineRect]]] = field(default_factory=list)
    """The inline boxes where lines end alike: at which places of the array, and where they are from the content box."""
    left: Units = 0
    """Where the content box begins."""
    top: Units = 0
    bottom: Strut[Units] = NOTHING
    """The margins that stick out at its bottom."""
    through: bool = False
    text_right: Units = 0
    content_height: Units = 0
    single: Any = None
    """What ``single`` made of a box that is laid out one width at a time."""
    waiting: list[Waiting] = field(default_factory=list)
    """Absolutely positioned boxes inside that something around this box places, from its border box."""


@dataclass(frozen=True, slots=True)
class Waiting:
    """An absolutely positioned box and where it would stand in flow."""

    box: Box
    x: Units
    y: Units


@dataclass(frozen=True, slots=True)
class Placement:
    """What an absolutely positioned box is placed by: its static position, and its containing block's rectangle."""

    x: Units
    y: Units
    left: Units
    top: Units
    width: Units
    height: Units


@dataclass(frozen=True, slots=True)
class Question:
    """What is asked of a box that is laid out one width at a time."""

    box: Box
    inline: Units
    """Width of the containing block."""
    percent_block: int
    in_flow_width: Units | None = None
    """The border-box width of a block that shares its parent's formatting context; None for any other box."""
    shrink: bool = False
    fixed: Units | None = None
    """The border-box width of an item whose container decides it."""
    placement: Placement | None = None
    """For an absolutely positioned box. Its strip stands at the two numbers in ``bottom``."""


Single = Callable[[Question], Strip]


class Formatting:
    """One block formatting context: whether it had floats so far."""

    __slots__ = ("had_floats",)

    def __init__(self) -> None:
        self.had_floats = False


@dataclass(slots=True)
class Inside:
    """What is in a block container, from its content box."""

    height: Units = 0
    bottom: Strut[Units] = NOTHING
    parts: list[tuple[Units, Units, Strip]] = field(default_factory=list)
    lines: list[tuple[Row, list[InlineRect]]] = field(default_factory=list)
    through: bool = False
    cleared_at_end: bool = False
    right: Units = 0
    waiting: list[Waiting] = field(default_factory=list)
    lowest: Units | None = None
    """How far down floats reach that stand beside nothing yet."""


class BlocksAcross(Protocol):
    """Block layout at all widths, as flow and lines ask it (``across.Across``)."""

    ctx: Context
    count: int
    moving: Moving
    holders: set[int]
    frames: set[int]
    """Boxes that absolutely positioned boxes are placed by."""

    def edges(self, box: Box, basis: Units) -> EdgesAcross:
        """A box's edges for a containing block's width."""
        ...

    def width(self, box: Box, edges: EdgesAcross, basis: Units, shrink: bool = False) -> Units:
        """A box's border-box width."""
        ...

    def block(self, box: Box, basis: Units, percent_block: int, shrink: bool = False, width: Units | None = None) -> Strip:
        """A box that is a formatting context of its own; ``width`` where its container decides it."""
        ...

    def in_flow(self, box: Box, basis: Units, width: Units, percent_block: int, formatting: Formatting) -> Strip:
        """A block that shares its parent's formatting context."""
        ...

    def top_margins(self, box: Box, basis: Units, formatting: Formatting) -> TopMargins[Units]:
        """The margins that adjoin a block's top margin."""
        ...

    def by_runs(self, box: Box, boxes: list[Box], take: Callable[[slice], None]) -> None:
        """Do something for each run of widths over which the styles of some boxes inside a box stay the same."""
        ...


def row_of(units: Units, count: int) -> Row:
    """A number as one at each of so many widths."""
    return np.full(count, units, np.int64) if isinstance(units, int) else units


def is_something(units: Units) -> bool:
    """Whether a number is other than 0: at all widths or at none."""
    return bool(units) if isinstance(units, int) else everywhere(units != 0)


ARRAY_MARGINS = MarginRules[Units](larger, smaller, is_something)
"""The rules of margins at all widths at once."""
