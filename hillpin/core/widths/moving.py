"""Styles that change with the viewport's width, as they are at every width of a stretch."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..layout.boxes import Box, forget_changed
from ..styles.media import Viewport
from ..styles.resolve import NOT_COMPARED, StyleResolver
from ..styles.style import ComputedStyle

WIDTH = 2
"""In ``uses_viewport``: that a style depends on the viewport's width."""
PROBES = 33
"""Widths at which it is looked for what of a style changes."""


class Moving:
    """The moving styles of one tree from ``low`` to ``high`` (CSS px). A style object stands for one width at a time:
    ``put`` brings those of a box and what is inside to a width, ``back`` to where the tree stands."""

    def __init__(self, resolver: StyleResolver, boxes: Iterable[Box], low: int, high: int, height: int) -> None:
        """The styles of some boxes, at a viewport height in CSS px."""
        styles = {id(box.style): box.style for box in boxes if box.style.uses_viewport & WIDTH}
        self.styles: dict[int, ComputedStyle] = styles
        self.states: dict[int, list[dict[str, Any]]] = {key: [] for key in styles}
        self.changes: dict[int, NDArray[np.bool_]] = {}
        self.inside: dict[int, list[Box]] = {}
        self.home: dict[int, dict[str, Any]] = {key: style.__dict__ for key, style in styles.items()}
        if not styles:
            return
        stood = resolver.environment.viewport
        for width in range(low, high + 1):
            resolver.move_to(Viewport(width, height))
            for key, style in styles.items():
                self.states[key].append(dict(style.__dict__))
        resolver.move_to(stood)
        self.home = {key: style.__dict__ for key, style in styles.items()}
        for key, states in self.states.items():
            self.changes[key] = _changes(states)

    def __contains__(self, box: Box) -> bool:
        return id(box.style) in self.styles

    def boxes_in(self, box: Box) -> list[Box]:
        """The boxes with moving styles in a box, itself included."""
        known = self.inside.get(id(box))
        if known is None:
            known = self.inside[id(box)] = [one for one in box.walk_twice() if one in self] if self.styles else []
        return known

    def runs(self, boxes: list[Box]) -> list[slice]:
        """Runs of widths over which the styles of some boxes stay the same, as places from the first width."""
        keys = {id(box.style) for box in boxes} & self.styles.keys()
        changed = np.logical_or.reduce([self.changes[key] for key in keys])
        begins = [0, *(np.flatnonzero(changed[1:]) + 1).tolist()]
        return [slice(begin, end) for begin, end in zip(begins, [*begins[1:], len(changed)], strict=True)]

    def put(self, box: Box, boxes: list[Box], place: int) -> None:
        """Bring boxes inside a box to the width at a place; what is remembered of them and round them in the box goes."""
        for one in boxes:
            one.style.__dict__ = self.states[id(one.style)][place]
        forget_changed(boxes, until=box)

    def back(self, box: Box, boxes: list[Box]) -> None:
        """Bring boxes inside a box back to where the tree stands."""
        for one in boxes:
            one.style.__dict__ = self.home[id(one.style)]
        forget_changed(boxes, until=box)


BENDING = (
    "font_size", "line_height", "letter_spacing", "word_spacing", "tab_size",
    "border_top_width", "border_right_width", "border_bottom_width", "border_left_width",
    "margin_top", "margin_bottom", "padding_top", "padding_bottom", "height", "min_height", "max_height", "row_gap",
)  # fmt: skip
"""What is on no line over the widths where it changes with them: sizes of type are rounded in every glyph, borders to whole
pixels, and lengths down the page are cut off once in every box that has them, which adds up."""


STEP = 8
"""How far a line is followed on both sides of a turn, in CSS px."""
LENGTHS = (
    "margin_top", "margin_right", "margin_bottom", "margin_left", "padding_top", "padding_right", "padding_bottom", "padding_left",
    "width", "height", "min_width", "min_height", "max_width", "max_height", "top", "right", "bottom", "left", "row_gap", "column_gap",
    "flex_basis", "text_indent",
)  # fmt: skip
"""Lengths whose course over the widths is looked at."""


class Course:
    """How the moving styles of a tree go from ``low`` to ``high`` (CSS px): which boxes bend all along, and where lengths
    turn, as those by ``min()``, ``max()`` and ``clamp()`` do."""

    def __init__(self, resolver: StyleResolver, root: Box, low: int, high: int, height: int) -> None:
        self.resolver, self.height = resolver, height
        boxes = list(root.walk_twice())
        self.styles = {id(box.style): box.style for box in boxes if box.style.uses_viewport & WIDTH}
        self.known: dict[int, NDArray[np.int64]] = {}
        self.turns: set[int] = set()
        """Widths at which lengths turn, with those beside them."""
        for box in boxes:
            box.bends = False
        if not self.styles:
            return
        stood = resolver.environment.viewport
        probes = sorted({*np.linspace(low, high, min(PROBES, high - low + 1)).astype(int).tolist()})
        bending = self._bending(low, high)
        for left, middle, right in zip(probes, probes[1:], probes[2:], strict=False):
            self._find(low, left, middle, right, high)
        resolver.move_to(stood)
        for box in boxes:
            node: Box | None = box if id(box.style) in bending else None
            while node is not None and not node.bends:
                node.bends = True
                node = node.parent

    def _bending(self, low: int, high: int) -> set[int]:
        seen: list[dict[int, tuple[Any, ...]]] = []
        for width in (low, high):
            self.resolver.move_to(Viewport(width, self.height))
            seen.append({key: tuple(getattr(style, name) for name in BENDING) for key, style in self.styles.items()})
        return {key for key in self.styles if seen[0][key] != seen[1][key]}

    def _at(self, width: int) -> NDArray[np.int64]:
        known = self.known.get(width)
        if known is None:
            self.resolver.move_to(Viewport(width, self.height))
            lengths = [getattr(style, name) for style in self.styles.values() for name in LENGTHS]
            known = self.known[width] = np.array([length.units for length in lengths], np.int64)
        return known

    def _find(self, low: int, left: int, middle: int, right: int, high: int) -> None:
        """Where the lines before and after three widths meet, for lengths that are on no line over all three."""
        away = self._at(left) * (right - middle) + self._at(right) * (middle - left) - self._at(middle) * (right - left)
        turning = np.flatnonzero(np.abs(away) > right - left)
        if not len(turning):
            return
        before, after = max(left - STEP, low), min(right + STEP, high)
        if before == left or after == right:
            self.turns |= set(range(left, right + 1))
            return
        first, last = self._at(left)[turning], self._at(right)[turning]
        rise = (first - self._at(before)[turning]) / (left - before)
        fall = (self._at(after)[turning] - last) / (after - right)
        with np.errstate(divide="ignore", invalid="ignore"):
            meet = np.where(rise == fall, middle, left + (last - first - fall * (right - left)) / (rise - fall))
        for at in np.clip(meet, left, right).tolist():
            self.turns |= {int(at), int(at) + 1}


def _changes(states: list[dict[str, Any]]) -> NDArray[np.bool_]:
    """At which places a style is another one than at the place before."""
    step = max(len(states) // PROBES, 1)
    probes = [*states[::step], states[-1]]
    first = probes[0]
    names = [
        name for name in first
        if name not in NOT_COMPARED and not name.startswith("_") and any(probe.get(name) != first[name] for probe in probes)
    ]  # fmt: skip
    values = [tuple(state[name] for name in names) for state in states]
    return np.array([place == 0 or values[place] != values[place - 1] for place in range(len(values))])
