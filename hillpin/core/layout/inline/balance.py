"""``text-wrap: balance`` (css-text-4 §6.4.3): lines up to the first forced break, so that their free rooms squared add up to least;
and ``pretty``: the last lines of each paragraph that would end with one short word, likewise."""

from __future__ import annotations

from typing import NamedTuple

from .items import InlineContent, ItemKind
from .line_breaker import EPSILON, LineBreaker
from .line_parts import Line
from .line_ranges import ends_at_opportunity

MOST_LINES = 6
"""Lines that are balanced at most; as many as Chromium does."""
MOST_PRETTY_LINES = 4
"""Lines at the end of a paragraph that are broken otherwise for the sake of its last; as many as Chromium does."""
ORPHAN = 3
"""A last line is short that takes less than this part of the room."""
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


def pretty_widths(breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> list[int] | None:
    """How wide each line is broken at most, in 1/64 px, where the last of a paragraph would be one short word; None where some line
    ends with a hyphen, which the browser weighs."""
    return _Pretty(breaker, content, width, indent).run()


class _Lines:
    """Looks for lines by asking the breaker for ones in ever less room."""

    def __init__(self, breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> None:
        self.breaker, self.content, self.width, self.indent = breaker, content, width, indent
        self.asked = 0
        self.keeps = not content.has_percentages and all(item.kind != ItemKind.ATOMIC for item in content.items)
        if content.line_ends is None:
            content.line_ends = {}
        self.known: dict[tuple[int, int, int], list[_Known]] = content.line_ends

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


class _Balance(_Lines):
    """The lines of the first paragraph, all of them."""

    def __init__(self, breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> None:
        super().__init__(breaker, content, width, indent)
        self.best: dict[Place, tuple[int, list[int]]] = {}
        self.bound = 0

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


class _Pretty(_Lines):
    """The last lines of each paragraph."""

    def __init__(self, breaker: LineBreaker, content: InlineContent, width: int, indent: int) -> None:
        super().__init__(breaker, content, width, indent)
        self.bests: dict[tuple[Place, int], tuple[int, list[int]] | None] = {}

    def run(self) -> list[int] | None:
        limits: list[int] = []
        place, indent = (0, 0), self.indent
        while place[0] < len(self.content.items):
            starts, width = [place], 0
            while True:
                line = self.breaker.next_line(*place, self.width, indent)
                if line.is_hyphenated:
                    return None
                place, width, indent = (line.next_index, line.next_offset), line.width, 0
                if self._is_last(line):
                    break
                starts.append(place)
            limits += self._limits(starts, width) if line.has_content else [self.width] * (len(starts) - 1)
        return limits

    def _limits(self, starts: list[Place], last: int) -> list[int]:
        """How wide the lines of a paragraph are broken at most, by where each begins and what the last takes."""
        usual = [self.width] * len(starts)
        if len(starts) < 2 or last * ORPHAN >= self.width or self._ends_with_an_empty_box() or not self._is_a_word(starts[-1], last):
            return usual
        count = min(len(starts), MOST_PRETTY_LINES)
        indent = self.indent if starts[-count] == (0, 0) else 0
        found = self._best(starts[-count], indent, count)
        return usual if found is None or self.asked > MOST_ASKED else [*usual[:-count], *found[1]]

    def _ends_with_an_empty_box(self) -> bool:
        """Whether an inline box opens behind all words: the browser takes that for a second one."""
        return next((item.kind for item in reversed(self.content.items) if item.kind != ItemKind.CLOSE), None) == ItemKind.OPEN

    def _is_a_word(self, place: Place, width: int) -> bool:
        """Whether a line that takes a width has no place inside at which it could end."""
        return self._step(place, width - 1 - EPSILON, 0) is None

    def _best(self, place: Place, indent: int, count: int) -> tuple[int, list[int]] | None:
        """The least score of a number of lines from a place to the end of the paragraph, and what each takes. The room that the
        last leaves counts where it is a short word; of lines as good as others those that are longer first."""
        if (place, count) not in self.bests:
            self.bests[place, count] = self._found(place, indent, count)
        return self.bests[place, count]

    def _found(self, place: Place, indent: int, count: int) -> tuple[int, list[int]] | None:
        found: tuple[int, list[int]] | None = None
        room = self.width
        while self.asked <= MOST_ASKED:
            step = self._step(place, room, indent)
            if step is None:
                break
            own = (self.width - step.width) ** 2
            if step.following is None:
                if count == 1:
                    is_orphan = step.width * ORPHAN < self.width and self._is_a_word(place, step.width)
                    return (own if is_orphan else 0, [step.width])
            elif count > 1:
                rest = self._best(step.following, 0, count - 1)
                if rest is not None and (found is None or own + rest[0] < found[0]):
                    found = (own + rest[0], [step.width, *rest[1]])
            room = step.width - 1 - EPSILON
        return found
