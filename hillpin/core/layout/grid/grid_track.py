"""Tracks and what items contribute to them, as the track sizing algorithm fills them in (css-grid-2 §12.3 to §12.5)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any

from ...styles.grid_values import Breadth, TrackSize
from ...styles.values import Kind, Length
from ...units import INDEFINITE

INFINITE = 1 << 40
MIN_CONTENT_CONSTRAINT, MAX_CONTENT_CONSTRAINT = "min-content", "max-content"


@dataclass(slots=True, eq=False)
class Track:
    """One track through the algorithm."""

    size: TrackSize
    minimum: str
    """``fixed``, ``min-content``, ``max-content`` or ``auto``."""
    maximum: str
    """As ``minimum``, or ``flex``."""
    base: int = 0
    limit: int = INFINITE
    factor: float = 0.0
    fit_limit: int = INFINITE
    collapsed: bool = False
    infinitely_growable: bool = False
    planned: int = 0
    incurred: int = 0
    needed: int = 0
    """The base size that content asked for, before tracks were maximised, flexed and stretched."""
    cause: Any = None
    """The item whose contribution set the base size last, for workings."""

    @property
    def is_flexible(self) -> bool:
        """Whether the maximum is a fraction."""
        return self.maximum == "flex"

    @property
    def has_intrinsic_minimum(self) -> bool:
        """Whether the minimum depends on content."""
        return self.minimum != "fixed"

    @property
    def has_intrinsic_maximum(self) -> bool:
        """Whether the maximum depends on content."""
        return self.maximum not in ("fixed", "flex")


@dataclass(slots=True, eq=False)
class Contributor:
    """An item as the algorithm sees it: its tracks and its outer contributions in the axis."""

    start: int
    span: int
    minimum: Callable[[], int]
    min_content: Callable[[], int]
    max_content: Callable[[], int]
    name: Any = None
    tracks: list[Track] = field(default_factory=list)

    @property
    def spans_flexible(self) -> bool:
        """Whether it spans a flexible track."""
        return any(track.is_flexible for track in self.tracks)


def make_track(size: TrackSize, available: int) -> Track:
    """A track initialised from its sizing functions (§12.4); percentages of an indefinite size are auto."""
    minimum, low = _breadth(size.minimum, available)
    maximum, high = _breadth(size.maximum, available)
    track = Track(size, "auto" if minimum == "flex" else minimum, maximum)
    if minimum == "fixed":
        track.base = low
    if maximum == "fixed":
        track.limit = max(high, track.base)
    elif maximum == "flex":
        track.factor = float(size.maximum.fraction or 0)
    if isinstance(size.fit_limit, Length) and not (size.fit_limit.has_percentage and available == INDEFINITE):
        track.fit_limit = size.fit_limit.resolve(max(available, 0))
    return track


def _breadth(breadth: Breadth, available: int) -> tuple[str, int]:
    if breadth.fraction is not None:
        return "flex", 0
    length = breadth.length
    if isinstance(length, Length) and length.is_definite_form:
        if length.has_percentage and available == INDEFINITE:
            return "auto", 0
        return "fixed", max(length.resolve(max(available, 0)), 0)
    if isinstance(length, Length):
        return _KEYWORDS.get(length.kind, "auto"), 0
    return length if isinstance(length, str) else "auto", 0


_KEYWORDS = {Kind.MIN_CONTENT: "min-content", Kind.MAX_CONTENT: "max-content"}


@dataclass(slots=True)
class Sizing:
    """What one run of the algorithm is given."""

    tracks: list[Track]
    items: list[Contributor]
    gap: int
    available: int
    """The inner size of the axis, or INDEFINITE."""
    constraint: str = ""
    """``min-content`` or ``max-content`` while the container itself is sized that way."""
    stretches: bool = True
    least: int = 0
    """A minimum inner size, where the size is indefinite."""
    most: int = INFINITE
