"""What the lines of a box come to."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from ..fragments import InlineRect, LineEnd, OutOfFlow, Placed


@dataclass(slots=True)
class InlineResult:
    """All lines of a context, relative to its content box."""

    height: int = 0
    children: list[Placed] = field(default_factory=list)
    inlines: list[InlineRect] = field(default_factory=list)
    out_of_flow: list[OutOfFlow] = field(default_factory=list)
    first_baseline: int | None = None
    last_baseline: int | None = None
    right: int = 0
    line_count: int = 0
    line_height: int = 0
    breaks: int = 0
    """Where the lines end, as one number."""
    ends: list[tuple[int, int]] = field(default_factory=list)
    """How far down each line ends, and its baseline is, where some are to be left out."""
    line_ends: list[LineEnd] = field(default_factory=list)
    """Of lines that are not all alike."""

    def again(self) -> InlineResult:
        """The same once more, for one who moves what is in it."""
        return replace(self)
