"""What block layout hands on: adjoining margins, what is in a block container, a block in flow (CSS 2 §8.3.1)."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Generic, NamedTuple

from ..fragments import Fragment, InlineRect, LineEnd, OutOfFlow, Placed
from ..number_kinds import N


class Strut(NamedTuple, Generic[N]):
    """Adjoining margins: the largest positive and the smallest negative."""

    positive: N
    negative: N

    @property
    def total(self) -> N:
        """What they come to (§8.3.1)."""
        return self.positive + self.negative


NO_STRUT: Strut[int] = Strut(0, 0)


@dataclass(slots=True)
class Inside:
    """What is in a block container, relative to its content box."""

    height: int = 0
    bottom: Strut[int] = NO_STRUT
    children: list[Placed] = field(default_factory=list)
    inlines: list[InlineRect] = field(default_factory=list)
    out_of_flow: list[OutOfFlow] = field(default_factory=list)
    first_baseline: int | None = None
    last_baseline: int | None = None
    right: int = 0
    through: bool = False
    cleared_at_end: bool = False
    line_count: int = 0
    line_height: int = 0
    breaks: int = 0
    line_ends: list[LineEnd] = field(default_factory=list)
    line_baseline: int | None = None
    """Of blocks, as ``Fragment`` has it."""
    marker: int = 0
    """How high an outside marker is that stands on no line of it: as the browser has it, the whole box is no lower."""


class Flow(NamedTuple):
    """A block laid out in flow: its fragment and the margins that stick out at its bottom."""

    fragment: Fragment
    bottom: Strut[int]
    through: bool
    """Whether its top and bottom margins adjoin (it is empty)."""
