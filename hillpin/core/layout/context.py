"""What every layout function is given besides its box, and the one door between formatting contexts."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Protocol

from ..fonts.store import FontStore
from ..markup.tree import Mode
from ..styles.media import Viewport
from .boxes import Box
from .fragments import Fragment, Space
from .recorder import SILENT, Recorder


@dataclass(slots=True)
class Unmodelled:
    """Something on the page that layout does not cover."""

    box: Box
    feature: str


class Walked(Protocol):
    """What a walk over widths knows of boxes between two widths that were laid out."""

    def find(self, box: Box, kind: int, asked: tuple[int, ...]) -> tuple[Fragment, tuple[int, ...]] | None:
        """A box's fragment where it is known to hold for what is asked, and numbers that go with it."""
        ...

    def keep(self, box: Box, kind: int, asked: tuple[int, ...], fragment: Fragment, more: tuple[int, ...] = ()) -> None:
        """Remember what a box came to."""
        ...


@dataclass(slots=True)
class Context:
    """One layout pass at one viewport. A formatting context asks for another's boxes through ``layout`` alone, and for
    what content wants through ``content_sizes``; ``entry.Pass`` knows who answers."""

    viewport: Viewport
    fonts: FontStore
    recorder: Recorder = SILENT
    walk: Walked | None = None
    """Set while a survey walks the widths: boxes on a line between two widths are not laid out again."""
    unmodelled: dict[tuple[int, str], Unmodelled] = field(default_factory=dict)
    mode: Mode = "no-quirks"
    """The mode that the page is in."""

    def layout(self, box: Box, space: Space) -> Fragment:
        """The fragment of a box under constraints; equal constraints give the remembered fragment."""
        raise NotImplementedError

    def lay_out_anew(self, box: Box, space: Space) -> Fragment:
        """The same without looking at what is remembered."""
        raise NotImplementedError

    def content_sizes(self, box: Box) -> tuple[int, int]:
        """Min-content and max-content width of a box's content box, in 1/64 px."""
        raise NotImplementedError

    @property
    def has_line_quirk(self) -> bool:
        """Whether lines are no higher than what stands in them (Quirks Mode, 'The line height calculation quirk')."""
        return self.mode != "no-quirks"

    @property
    def width(self) -> int:
        """Viewport width in 1/64 px."""
        return self.viewport.width * 64

    @property
    def height(self) -> int:
        """Viewport height in 1/64 px."""
        return self.viewport.height * 64

    def note_unmodelled(self, box: Box, feature: str) -> None:
        """Name a feature that layout does not cover, once a box."""
        self.unmodelled.setdefault((id(box), feature), Unmodelled(box, feature))
