"""What computing a style refers to besides the element itself (css-values-4 §6)."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Protocol

from .media import Viewport
from .registered import Registry
from .style import ComputedStyle


class FontMetrics(Protocol):
    """What computing needs of fonts."""

    def x_height(self, style: ComputedStyle) -> float:
        """The x-height of the style's first font, in px."""

    def cap_height(self, style: ComputedStyle) -> float:
        """The height of a capital letter of it, in px."""

    def zero_advance(self, style: ComputedStyle) -> float:
        """The advance of its figure 0, in px."""

    def part_of_size(self, style: ComputedStyle, measure: str) -> float:
        """One of its measures (``font-size-adjust``) as a part of its size."""

    def line_spacing(self, style: ComputedStyle) -> float:
        """Its ``line-height: normal``, in px."""


@dataclass(slots=True)
class Environment:
    """What relative units refer to besides the element itself."""

    viewport: Viewport
    fonts: FontMetrics
    root_font_size: float = 16.0
    root: ComputedStyle | None = None
    initial_font_size: float = 16.0
    """``medium``, as the reader has set it (css-fonts-4 §2.5)."""
    quirks: bool = False
    registry: Registry = field(default_factory=Registry)
