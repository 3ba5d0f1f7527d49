"""Room for words: how many more characters a text may have until something gives way, found by laying the page out with them.

Real words are longer than filler, and translations longer still. The text grows at its end by its own words, so that a line breaks
as such words do.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from typing import Literal

from ..errors import InputError
from ..markup import Element, Text
from ..page import Layout, Page, lines_of
from ..shown import px
from .goal_kinds import rows_of

Way = Literal["line", "row", "out", "cut", "scroll"]
WORDS: dict[Way, str] = {
    "line": "there is a line more", "row": "a row breaks", "out": "it runs out of a box", "cut": "something is cut off", "scroll": "the page scrolls sideways",
}  # fmt: skip
FEWEST, MOST = 120, 600
"""Characters that are tried at least, and at most: three times what there is."""
LEAST = 0.5
"""CSS px by which a text must reach out of a box."""


@dataclass(frozen=True, slots=True)
class Limit:
    """What gives way first in one way: ``more`` characters still fit, one more does not. ``boxes`` is what the sizes come to then."""

    way: Way
    more: int
    name: str
    sentence: str
    boxes: list[str]


@dataclass(frozen=True, slots=True)
class Room:
    """How much longer a text may be at one viewport: an element's own, or in a box of several texts the last of them, which is
    ``name``'s then. ``tried`` characters were put in at most; what is not listed held until then."""

    name: str
    characters: int
    tried: int
    limits: list[Limit]


@dataclass(slots=True)
class _State:
    """What a layout comes to, as far as words can change it."""

    lines: int
    rows: dict[Element, int]
    reach: tuple[float, float]
    """How far the text goes to the right and down, in CSS px of the page."""
    scroll: float
    layout: Layout


@dataclass(slots=True)
class _Growing:
    """A page of its own on which one text grows, at one viewport."""

    page: Page
    element: Element
    width: int
    height: int
    text: Text
    words: str
    kept: str = ""
    states: dict[int, _State] = field(default_factory=dict)

    def at(self, more: int) -> _State:
        """The state with so many characters more."""
        if more not in self.states:
            space = len(self.kept) - len(self.kept.rstrip())
            body, tail = (self.kept[:-space], self.kept[-space:]) if space else (self.kept, "")
            self.text.data = body + self.words[:more] + tail
            self.page.trees.clear()
            self.states[more] = self._state(self.page.layout(self.width, self.height))
        return self.states[more]

    def _state(self, layout: Layout) -> _State:
        if self.element not in layout.rects:
            raise InputError(_without_text(self.element))
        rows = {around: rows_of(layout, around) for around in self.element.ancestors() if around.index >= 0 and len(around.elements) > 1}
        return _State(lines_of(layout, self.element), rows, _reach(layout, self.element), layout.scroll_width, layout)


def room_for(page: Page, element: Element, width: int, height: int) -> Room:
    """What gives way as the text of an element grows, the first first, at a viewport in CSS px. Raises InputError where it has no text."""
    growing = _growing(page, element, width, height)
    tried, rest = len(growing.words), growing.at(0)
    limits: list[Limit] = []
    for way in WORDS:
        more = _last_that_fits(growing, rest, (way,))
        if more is not None:
            box = _gives_way(growing, rest, growing.at(more + 1), way) or growing.element
            limits.append(Limit(way, more, box.name(), _sentence(way, more, box.name(), box is growing.element), list(_sizes(growing, more, box))))
    growing.text.data = growing.kept
    return Room(growing.element.name(), len(" ".join(growing.element.text().split())), tried, sorted(limits, key=lambda one: one.more))


def room_over(page: Page, element: Element, widths: list[int], height: int) -> list[tuple[int, int | None]]:
    """How many characters more fit each viewport width until there is a line more or something else gives way; None where
    nothing does, and no entry where the element is not shown. Raises InputError where it shows no text at any of them."""
    found: list[tuple[int, int | None]] = []
    growing: _Growing | None = None
    for width in widths:
        try:
            growing = replace(growing, width=width, states={}) if growing is not None else _growing(page, element, width, height)
            growing.at(0)
        except InputError:
            continue
        found.append((width, _last_that_fits(growing, growing.at(0), tuple(WORDS), found[-1][1] if found else None)))
    if not found:
        raise InputError(_without_text(element))
    return found


def _without_text(element: Element) -> str:
    return f"{element.name()} shows no text here: select what holds the words."


def _growing(page: Page, element: Element, width: int, height: int) -> _Growing:
    trial = Page(page.files, page.path)
    trial.fonts = page.fonts
    own = trial.document.elements[element.index]
    texts = [child for one in (own, *own.descendants()) for child in one.children if isinstance(child, Text) and child.data.strip() and one.tag not in ("script", "style", "template")]
    layout = trial.layout(width, height)
    if not texts or own not in layout.rects:
        raise InputError(_without_text(element))
    found, holder = layout.fragments.get(own), texts[-1].parent
    if found is not None and not found[0].box.has_inline_children and holder in layout.rects:
        own = holder
    words = " ".join(own.text().split())
    tried = min(max(3 * len(words), FEWEST), MOST)
    return _Growing(trial, own, width, height, texts[-1], (f" {words}" * (tried // (len(words) + 1) + 1))[:tried], texts[-1].data)


def _last_that_fits(growing: _Growing, rest: _State, ways: tuple[Way, ...], guess: int | None = None) -> int | None:
    """The largest count of characters below the first at which something gives way, halving; None where all that are tried fit.
    A guess is looked at first."""

    def fits(count: int) -> bool:
        return all(_gives_way(growing, rest, growing.at(count), way) is None for way in ways)

    low, high = 0, len(growing.words)
    if guess is not None and guess < high and fits(guess) and not fits(guess + 1):
        return guess
    if fits(high):
        return None
    while high - low > 1:
        middle = (low + high) // 2
        if fits(middle):
            low = middle
        else:
            high = middle
    return low


def _gives_way(growing: _Growing, rest: _State, grown: _State, way: Way) -> Element | None:
    """The box that gives way, against the page at rest; None where none does."""
    element = growing.element
    if way == "line":
        return element if grown.lines > rest.lines else None
    if way == "scroll":
        return element if grown.scroll > max(rest.scroll, growing.width) + LEAST else None
    if way == "row":
        return next((around for around, rows in grown.rows.items() if rows > rest.rows.get(around, rows)), None)
    for around in (element, *element.ancestors()):
        if around.index >= 0 and _reaches_out(grown, around) and not _reaches_out(rest, around):
            return around if _clips(grown, around) == (way == "cut") else None
    return None


def _reaches_out(state: _State, around: Element) -> bool:
    rect = state.layout.rects.get(around)
    return rect is not None and (state.reach[0] > rect.x + rect.width + LEAST or state.reach[1] > rect.y + rect.height + LEAST)


def _clips(state: _State, around: Element) -> bool:
    found = state.layout.fragments.get(around)
    return found is not None and found[0].box.style.overflow_x != "visible"


def _reach(layout: Layout, element: Element) -> tuple[float, float]:
    rect = layout.rects[element]
    right, bottom = rect.x + rect.width, rect.y + rect.height
    for one in (element, *element.descendants()):
        found, place = layout.fragments.get(one), layout.rects.get(one)
        if found is not None and place is not None:
            right = max(right, place.x + found[0].text_end(from_right=False) / 64)
            bottom = max(bottom, place.y + found[0].content_height / 64)
    return right, bottom


def _sentence(way: Way, more: int, name: str, is_own: bool) -> str:
    count = f"{more:,} more {'character fits' if more == 1 else 'characters fit'}" if more else "No character more fits"
    where = "" if is_own and way in ("line", "scroll") else f" ({name})"
    return f"{count} until {WORDS[way]}{where}."


def _sizes(growing: _Growing, more: int, box: Element) -> Iterator[str]:
    """How large the boxes are with the last character that fits, and with one more."""
    before, after = growing.at(more).layout, growing.at(more + 1).layout
    for one in dict.fromkeys([growing.element, box]):
        old, new = before.rects.get(one), after.rects.get(one)
        if old is not None and new is not None:
            yield f"{one.name()}: {px(old.width)} × {px(old.height)} with {more:,} more, {px(new.width)} × {px(new.height)} with {more + 1:,}"


__all__ = ["Limit", "Room", "room_for", "room_over"]
