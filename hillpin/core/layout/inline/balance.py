"""``text-wrap: balance`` (css-text-4 §6.4.3): lines up to the first forced break, so that their free rooms squared add up to least."""

from __future__ import annotations

from typing import NamedTuple

from .items import InlineContent, ItemKind
from .line_breaker import EPSILON, LineBreaker
from .line_parts import Line
from .line_ranges import ends_at_opportunity

MOST_LINES = 6
"""Lines that are balanced at most; as many as Chromium does."""
MOST_ASKED = 2000
"""Lines that are broken on the way at most."""

Place = tuple[int, int]
"""An item, and how far into the text."""


class _Step(NamedTuple):
    """One line: what it takes, with its indent in 1/64 px, and where the next one starts; None after the last."""

    width: int
    following: Place | None


class _Known(NamedTuple):
    """In which rooms a line from a place is the same."""

    low: int
    high: int
    step: _Step | None


def balanced_widths(breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> list[int]:
    """How wide each line is broken at most, in 1/64 px, for a content width; none where nothing is balanced."""
    if any(item.kind == ItemKind.FLOAT for item in content.items):
        return []
    return _Balance(breaker, content, width, indent).run()


class _Balance:
    """Looks for the best lines by asking the breaker for lines in ever less room."""

    def __init__(self, breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> None:
        self.breaker, self.content, self.width, self.indent = breaker, content, width, indent
        self.best: dict[Place, tuple[int, list[int]]] = {}
        self.bound = self.asked = 0
        self.keeps = not content.has_percentages and all(item.kind != ItemKind.ATOMIC for item in content.items)
        if content.line_ends is None:
            content.line_ends = {}
        self.known: dict[tuple[int, int, int], list[_Known]] = content.line_ends

    def run(self) -> list[int]:
        usual = self._lines(self.width)
        if usual is None or len(usual) < 2:
            return []
        low, high, even = self.width * (len(usual) - 1) // len(usual), self.width, usual
        while low + 64 < high:
            middle = (low + high) // 2
            narrower = self._lines(middle)
            if narrower is not None and len(narrower) <= len(usual):
                high, even = middle, narrower
            else:
                low = middle
        self.bound = min(self._score(usual), self._score(even))
        found = self._from((0, 0), self.indent, MOST_LINES)
        return found[1] if found is not None and self.asked <= MOST_ASKED else []

    def _score(self, widths: list[int]) -> int:
        return sum((self.width - width) ** 2 for width in widths)

    def _lines(self, room: int) -> list[int] | None:
        """What the lines take in a width; None where they are too many, or one of them has no place to end."""
        place: Place | None = (0, 0)
        taken: list[int] = []
        indent = self.indent
        while place is not None:
            step = self._step(place, room, indent)
            if step is None or len(taken) == MOST_LINES:
                return None
            taken.append(step.width)
            place, indent = step.following, 0
        return taken

    def _step(self, place: Place, room: int, indent: int) -> _Step | None:
        """The longest line from a place in a room; None where none fits."""
        known = self.known.setdefault((*place, indent), [])
        for kept in known:
            if kept.low <= room <= kept.high:
                return kept.step
        step = self._asked(place, room, indent)
        if not self.keeps:
            return step
        low = 0 if step is None else step.width - EPSILON
        longer = next((number for number, kept in enumerate(known) if kept.step == step), None)
        if longer is None:
            known.append(_Known(low, room, step))
        else:
            known[longer] = _Known(low, max(room, known[longer].high), step)
        return step

    def _asked(self, place: Place, room: int, indent: int) -> _Step | None:
        self.asked += 1
        line = self.breaker.next_line(*place, room, indent)
        width = line.width + indent
        if width > room + EPSILON or not ends_at_opportunity(self.content, line):
            return None
        return _Step(width, None if self._is_last(line) else (line.next_index, line.next_offset))

    def _is_last(self, line: Line) -> bool:
        return line.is_last or line.forced or line.next_index >= len(self.content.items)

    def _from(self, place: Place, indent: int, most: int) -> tuple[int, list[int]] | None:
        """The least score of lines from a place on, and what each takes; None where none are as good as those known."""
        known = self.best.get(place)
        if known is not None:
            return known
        found: tuple[int, list[int]] | None = None
        room = self.width
        while most and self.asked <= MOST_ASKED:
            step = self._step(place, room, indent)
            if step is None or (self.width - step.width) ** 2 > self.bound:
                break
            rest: tuple[int, list[int]] | None = (0, []) if step.following is None else self._from(step.following, 0, most - 1)
            own = (self.width - step.width) ** 2
            if rest is not None and (found is None or own + rest[0] < found[0]):
                found = (own + rest[0], [step.width, *rest[1]])
            room = step.width - 1 - EPSILON
        if found is not None:
            self.best[place] = found
        return found
