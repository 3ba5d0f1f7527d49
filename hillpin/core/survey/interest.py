"""A point of interest on a picture: at which widths it is cut off, and which ``object-position`` keeps it in at all of them.

A picture drawn over ``d`` in a box of ``b`` stands ``(b − d) × p`` from its edge (css-images-3 §5.6), so that a point at the part ``f`` of it
is at ``(b − d) × p + f × d``: within the box from ``(f × d − b) ÷ (d − b)`` to ``f × d ÷ (d − b)``, where ``d`` is longer than ``b``.
``p = f`` is always among them, so that one position keeps any point in at all widths; the middle of those that do keeps it furthest from
the edges.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ..errors import InputError
from ..markup import Element
from ..page import Page
from ..shown import px
from ..widths import walk
from .findings import Fix, Masks, Survey, declared, name_of
from .fixes import added, change
from .pictures_shown import picture_of
from .remedies import with_fix

LEAST = 0.5
"""CSS px by which a point may be beyond an edge, as much as roundings are."""
_WORDS = (("width", "left"), ("height", "top"))


@dataclass(slots=True)
class Axis:
    """One direction over all widths: positions that keep the point in, in percent, and the widths that ask for the bounds."""

    low: float = -math.inf
    high: float = math.inf
    low_at: int = 0
    high_at: int = 0

    def narrow(self, widths: NDArray[np.int64], room: NDArray[np.float64], drawn: NDArray[np.float64], part: float) -> None:
        """Take in what a stretch asks for."""
        over = drawn - room
        is_over = (over > LEAST) & (room > 0)
        if not is_over.any():
            return
        over, room, drawn, widths = over[is_over], room[is_over], drawn[is_over], widths[is_over]
        lows, highs = (part * drawn - room) / over * 100, part * drawn / over * 100
        if lows.max() > self.low:
            self.low, self.low_at = float(lows.max()), int(widths[lows.argmax()])
        if highs.min() < self.high:
            self.high, self.high_at = float(highs.min()), int(widths[highs.argmin()])

    @property
    def chosen(self) -> float:
        """The middle of what keeps it in, as a whole percentage where one does; 50 where any does."""
        low, high = max(self.low, 0.0), min(self.high, 100.0)
        middle = (low + high) / 2 if (self.low, self.high) != (-math.inf, math.inf) else 50.0
        return float(round(middle)) if low <= round(middle) <= high else math.floor(middle * 100 + 0.5) / 100


@dataclass(frozen=True, slots=True)
class Interest:
    """What was found. ``cut`` are the ranges of widths at which the point does not show; ``position`` keeps it in at all of them."""

    cut: list[tuple[int, int]]
    position: str
    sentence: str
    working: list[str]
    file: str = ""
    text: str = ""
    """The sheet that the position would stand in, and its text with it; empty where nothing is to be written."""


@dataclass(slots=True)
class _Look:
    cut: Masks[int]
    axes: tuple[Axis, Axis] = field(default_factory=lambda: (Axis(), Axis()))
    is_seen: bool = False


def point_of_interest(page: Page, element: Element, across: float, down: float, start: int, end: int, height: int) -> Interest:
    """Walk a page for one picture and a point on it, in percent of its own width and height. Raises InputError where it is none."""
    survey = Survey(walk(page, start, end, height))
    look = _look(survey, element, across / 100, down / 100)
    if not look.is_seen:
        raise InputError(f"{name_of(element)} is no picture with a size of its own, or is never shown.")
    cut = [(low, high) for _, low, high in look.cut.runs()]
    position = " ".join(f"{axis.chosen:g}%" for axis in look.axes)
    working = [line for axis, words in zip(look.axes, _WORDS, strict=True) for line in _working(axis, *words)]
    if not cut:
        return Interest(cut, position, f"The point shows at every width from {start:,} to {end:,}.", working)
    sentence = f"object-position: {position} keeps it in at every width from {start:,} to {end:,}."
    fix = _fix(survey, element, position, sentence)
    text = with_fix(page.sheet_texts.get(fix.file, ""), fix) if fix is not None else None
    return Interest(cut, position, sentence, working, fix.file if fix is not None and text else "", text or "")


def _look(survey: Survey, element: Element, across: float, down: float) -> _Look:
    look = _Look(Masks[int](survey.walked))
    for stretch in survey.stretches:
        picture = picture_of(survey, stretch, element)
        if picture is None:
            continue
        look.is_seen = True
        widths = np.arange(stretch.low, stretch.high + 1, dtype=np.int64)
        there = (picture.width > 0) & (picture.height > 0)
        fills = picture.style.object_fit == "fill"
        drawn = (picture.drawn, picture.height if fills else picture.drawn / (picture.natural.ratio or 1))
        gone = np.zeros(len(widths), np.bool_)
        for axis, room, size, part, position in zip(look.axes, (picture.width, picture.height), drawn, (across, down), picture.style.object_position, strict=True):
            axis.narrow(widths, np.where(there, room, 0), size, part)
            start = np.array([position.resolve(round(spare * 64)) / 64 for spare in (room - size).tolist()])
            place = start + part * size
            gone |= there & ((place < -LEAST) | (place > room + LEAST))
        look.cut.put(element.index, stretch, gone)
    return look


def _working(axis: Axis, side: str, edge: str) -> list[str]:
    if (axis.low, axis.high) == (-math.inf, math.inf):
        return [f"nothing of its {side} is cut off"]
    return [f"from the {edge}: at least {px(max(axis.low, 0))}%, for {axis.low_at:,}; at most {px(min(axis.high, 100))}%, for {axis.high_at:,}"]


def _fix(survey: Survey, element: Element, position: str, sentence: str) -> Fix | None:
    """The position where it is declared, or in the picture's own rule; None where it is declared in more places than one."""
    known = {winner.declaration if (winner := declared(survey.style(element, stretch), "object_position")) is not None else None for stretch in survey.stretches if picture_of(survey, stretch, element) is not None}
    if len(known) != 1:
        return None
    declaration = known.pop()
    fixes = change(survey, declaration, f"object-position: {position}", sentence) if declaration is not None else added(survey, element, "object-position", position, sentence)
    return next((one for one in fixes if one.file in survey.page.sheet_texts), None)


__all__ = ["Interest", "point_of_interest"]
