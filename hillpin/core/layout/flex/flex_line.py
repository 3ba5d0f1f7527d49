"""A flex container's axes, items and lines as the algorithm fills them in (css-flexbox-1 §9)."""

from __future__ import annotations

from dataclasses import dataclass, field

from ...units import UNLIMITED
from ..boxes import Box, Edges
from ..fragments import Fragment


@dataclass(slots=True, eq=False)
class Axes:
    """The container's axes and inner sizes, in 1/64 px; INDEFINITE where not known."""

    is_row: bool
    main_reversed: bool
    cross_reversed: bool
    wraps: bool
    inner_width: int
    inner_height: int
    percent_block: int
    given_height: int
    """The inner height where the container says it; INDEFINITE where its content makes it so."""

    @property
    def inner_main(self) -> int:
        """Inner main size."""
        return self.inner_width if self.is_row else self.inner_height

    @property
    def inner_cross(self) -> int:
        """Inner cross size."""
        return self.inner_height if self.is_row else self.inner_width


@dataclass(slots=True, eq=False)
class FlexItem:
    """An item through the algorithm. Main and cross sizes are those of the border box."""

    box: Box
    edges: Edges
    align: str
    base: int = 0
    base_words: str = ""
    minimum: int = 0
    minimum_words: str = ""
    maximum: int = UNLIMITED
    hypothetical: int = 0
    main: int = 0
    cross: int = 0
    fragment: Fragment | None = None
    frozen: bool = False
    main_start: int = 0
    main_end: int = 0
    cross_start: int = 0
    cross_end: int = 0
    main_around: int = 0
    """Padding and border of the main axis: the base's inner size is what shrinks."""
    auto_main: tuple[bool, bool] = (False, False)
    auto_cross: tuple[bool, bool] = (False, False)
    ascent: int = 0
    main_offset: int = 0
    cross_offset: int = 0
    is_definite: bool = False

    @property
    def outer_hypothetical(self) -> int:
        """Hypothetical main size with margins."""
        return self.hypothetical + self.main_start + self.main_end

    @property
    def outer_cross(self) -> int:
        """Cross size with margins."""
        return self.cross + self.cross_start + self.cross_end

    @property
    def stretches(self) -> bool:
        """Whether the cross size is stretched to the line (§8.3)."""
        return self.align in ("stretch", "normal") and not any(self.auto_cross)


@dataclass(slots=True, eq=False)
class FlexLine:
    """Items that stand on one line, with the sizes of the line in 1/64 px."""

    items: list[FlexItem]
    cross: int = 0
    cross_offset: int = 0
    ascent: int = 0
    descent: int = 0
    """The room below the last baselines that items share."""
    free: int = 0
    """Free space before flexing."""
    factor_sum: float = 0.0
    growing: bool = True
    shares: dict[int, int] = field(default_factory=dict)
    """What each item (by identity) was given of the free space."""
