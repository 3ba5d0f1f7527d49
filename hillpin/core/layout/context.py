"""What every layout function is given besides its box."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from ..fonts.store import FontStore
from ..styles.media import Viewport
from ..working.record import Recorder
from .boxes import Box

if TYPE_CHECKING:
    from .blend import Walk


@dataclass(slots=True)
class Unmodelled:
    """Something on the page that layout does not cover."""

    box: Box
    feature: str


@dataclass(slots=True)
class Context:
    """One layout pass at one viewport."""

    viewport: Viewport
    fonts: FontStore
    recorder: Recorder | None = None
    path: frozenset[int] | None = None
    """Ids of the boxes whose steps are wanted, where not those of all are: the others may be remembered."""
    walk: Walk | None = None
    """Set while a survey walks the widths: boxes on a line between two widths are not laid out again."""
    unmodelled: dict[tuple[int, str], Unmodelled] = field(default_factory=dict)

    @property
    def width(self) -> int:
        """Viewport width in 1/64 px."""
        return self.viewport.width * 64

    @property
    def height(self) -> int:
        """Viewport height in 1/64 px."""
        return self.viewport.height * 64

    def records(self, box: Box) -> bool:
        """Whether the steps of a box are wanted, so that what is remembered of it does not do."""
        return self.recorder is not None and (self.path is None or id(box) in self.path)

    def recorder_for(self, box: Box) -> Recorder | None:
        """The recorder where the steps of a box are wanted: sums that nobody reads are not written."""
        return self.recorder if self.path is None or id(box) in self.path else None

    def note_unmodelled(self, box: Box, feature: str) -> None:
        """Name a feature that layout does not cover, once a box."""
        self.unmodelled.setdefault((id(box), feature), Unmodelled(box, feature))
