"""Words against what is painted behind them at one width: the worst cell of half an em under them."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..colours import Triple, hex_of, luminance
from ..markup import Element
from ..page import Layout
from .scene import Bounds, Scene
from .words import SLACK, colour_of, opacity_in, wanted_of, words_area


@dataclass(frozen=True, slots=True)
class Seen:
    """Words at one width: their ratio to the worst cell, that cell's colour and place, the luminances of the darkest and lightest
    cell with their colours, and the pictures among what is behind."""

    ratio: float
    is_weak: bool
    front: Triple
    worst: Triple
    at: tuple[float, float]
    dark: Triple
    light: Triple
    pictures: tuple[tuple[str, int], ...]

    @property
    def is_plain(self) -> bool:
        """Whether all of what is behind is of one colour."""
        return max(abs(a - b) for a, b in zip(self.dark, self.light, strict=True)) < 1 / 510

    @property
    def range(self) -> tuple[float, float]:
        return luminance(self.dark), luminance(self.light)


def look(layout: Layout, scene: Scene, element: Element) -> Seen | None:
    """Words of an element in a layout, against the worst of what is painted behind them; None where that cannot be said."""
    area, style = words_area(layout, element), layout.tree.styles.get(element)
    if area is None or style is None:
        return None
    behind = scene.behind(element, area, max(float(style.font_size) / 2, 1.0))
    if behind is None:
        return None
    colours = behind.colours
    lights = _luminances(colours)
    front = colour_of(style.color, style)
    alpha = front[3] * opacity_in(layout.tree.styles, element)
    on = alpha * np.array(front[:3]) + (1 - alpha) * colours
    fronts = _luminances(on)
    ratios = (np.maximum(fronts, lights) + 0.05) / (np.minimum(fronts, lights) + 0.05)
    row, column = (int(one) for one in np.unravel_index(ratios.argmin(), ratios.shape))
    ratio = float(ratios[row, column])
    return Seen(
        ratio, ratio < wanted_of(style) - SLACK, _triple(on[row, column]), _triple(colours[row, column]), _place(area, row, column, ratios.shape),
        _triple(colours.reshape(-1, 3)[lights.argmin()]), _triple(colours.reshape(-1, 3)[lights.argmax()]),
        tuple((address, one.index) for address, one in behind.pictures.items()),
    )  # fmt: skip


def _triple(colour: NDArray[np.float64]) -> Triple:
    red, green, blue = (float(one) for one in colour)
    return red, green, blue


def _place(area: Bounds, row: int, column: int, shape: tuple[int, ...]) -> tuple[float, float]:
    """How far into the words a cell is, in CSS px from their left top corner."""
    return (column + 0.5) * (area[2] - area[0]) / shape[1], (row + 0.5) * (area[3] - area[1]) / shape[0]


def _luminances(colours: NDArray[np.float64]) -> NDArray[np.float64]:
    linear = np.where(colours <= 0.04045, colours / 12.92, ((np.maximum(colours, 0) + 0.055) / 1.055) ** 2.4)
    found: NDArray[np.float64] = linear @ np.array([0.2126, 0.7152, 0.0722])
    return found


def short_name(address: str) -> str:
    """A picture's name: not all of one that stands in its address."""
    return "a picture" if address.startswith("data:") else address.rsplit("/", 1)[-1]


def told(seen: Seen, whose: str, wanted: float) -> tuple[str, tuple[str, ...]]:
    """What is wrong with ``whose`` words, in the middle of a sentence, and how it comes about."""
    front, back, shown = hex_of(seen.front), hex_of(seen.worst), f"{int(seen.ratio * 100) / 100:.2f}"
    names = " and ".join(dict.fromkeys(short_name(address) for address, _ in seen.pictures))
    what = f"stand on a part of {names} that leaves them" if names else "have behind them, at their worst place,"
    working = (f"text {front}", f"ground {back}, mean of about half a letter's height", f"contrast {shown}:1", f"wanted {wanted:g}:1")
    return f"the words of {whose} {what} a contrast of {shown}:1, {front} on {back}", working
