"""What a survey finds: something wrong or doubtful, with its exact range of widths, its source line and its cause."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Generic, TypeVar

import numpy as np
from numpy.typing import NDArray

from ..layout import Box, edges_of
from ..markup import Element
from ..page import Layout, Page
from ..styles import ComputedStyle, Condition, Winner
from ..widths import ABSENT, Stretch, Walked, table_at
from .grounds import on_more_than_grounds

Mask = NDArray[np.bool_]
Key = TypeVar("Key")

@dataclass(frozen=True, slots=True)
class Fix:
    """A change to one line of a source that settles a finding: ``before``, which stands on the line, becomes ``after``. Without a
    ``before``, ``after`` goes before the line's first character."""

    file: str
    line: int
    before: str
    after: str
    sentence: str


def finding_key(*parts: object) -> str:
    """What names a finding: its kind, selector, range, file and message."""
    return "|".join(str(part) for part in parts)


@dataclass(frozen=True, slots=True)
class Finding:
    """A finding. ``low`` and ``high`` are inclusive viewport widths in CSS px, None where the width does not matter.

    ``working`` is the sum behind it, one term a line.
    """

    kind: str
    index: int | None
    selector: str
    low: int | None
    high: int | None
    file: str
    line: int
    message: str
    working: tuple[str, ...] = ()
    fixes: tuple[Fix, ...] = ()
    """Changes that may settle it, the likeliest first; what each does is proved before it is offered."""

    @property
    def fix(self) -> Fix | None:
        """The likeliest change, if there is one."""
        return self.fixes[0] if self.fixes else None

    @property
    def key(self) -> str:
        """What names it from one survey to the next, for as long as its numbers are the same."""
        return finding_key(self.kind, self.selector, self.low, self.high, self.file, self.message)


@dataclass(frozen=True, slots=True)
class Place:
    """A line of a source."""

    file: str
    line: int


class Masks(Generic[Key]):
    """For each key, at which widths of a walk something is so: filled stretch by stretch, read as ranges."""

    def __init__(self, walked: Walked) -> None:
        self.start, self.total = walked.start, walked.end - walked.start + 1
        self.of: dict[Key, Mask] = {}

    def put(self, key: Key, stretch: Stretch, mask: Mask) -> None:
        """Take in the mask of one stretch; where nothing is so, nothing is kept."""
        if mask.any():
            offset = stretch.low - self.start
            self.of.setdefault(key, np.zeros(self.total, np.bool_))[offset : offset + len(mask)] = mask

    def runs(self) -> list[tuple[Key, int, int]]:
        """Every key with each unbroken range of widths, ends included."""
        return [(key, low, high) for key, mask in self.of.items() for low, high in runs_of(mask, self.start)]


class Survey:
    """What the families of findings look at: the page, its tables, and what can be asked of them at any width."""

    def __init__(self, walked: Walked) -> None:
        self.walked = walked
        self.page: Page = walked.page
        self.elements: list[Element] = self.page.document.elements
        self._exact: set[int] = set()
        self._zeros: dict[int, dict[int, NDArray[np.float64]]] = {}
        self._clipped: dict[int, dict[Element, bool]] = {}
        self._on_pictures: dict[int, set[Element]] = {}

    @property
    def stretches(self) -> list[Stretch]:
        return self.walked.stretches

    @property
    def from_the_start(self) -> Survey:
        """The same with tables that count from the side where the page begins."""
        if not any(one.layout.tree.root.flips for one in self.stretches):
            return self
        seen = Survey(replace(self.walked, stretches=[one.from_the_start for one in self.stretches]))
        # Such pages are walked one width at a time: all numbers are exact.
        seen._exact = set(range(self.walked.start, self.walked.end + 1))
        return seen

    def stretch_at(self, width: int) -> Stretch:
        """The stretch that holds a width."""
        return next(one for one in self.stretches if one.low <= width <= one.high)

    def layout_at(self, width: int) -> Layout:
        """A layout with the styles that hold at a width."""
        return self.stretch_at(width).layout

    def counting(self, media: Iterable[Condition]) -> list[Stretch]:
        """The stretches at which media conditions all hold."""
        conditions = list(media)
        return [one for one in self.stretches if all(condition.matches(one.layout.viewport) for condition in conditions)]

    def lines_of(self, file: str) -> list[str]:
        """The lines of the page's source or of one of its sheets."""
        text = self.page.document.source if file == self.page.path else self.page.sheet_texts.get(file, "")
        return text.split("\n")

    def exact_at(self, width: int) -> Stretch:
        """The stretch that holds a width, its tables laid out anew there: for numbers that are told."""
        stretch = self.stretch_at(width)
        if width not in self._exact:
            self._exact.add(width)
            row = table_at(self.page, width, self.walked.height)
            for number, table in enumerate(stretch.tables):
                table[width - stretch.low] = row[:, number]
            self.page.layout(stretch.low, self.walked.height)
        return stretch

    def zero_widths(self, style: ComputedStyle, stretch: Stretch) -> NDArray[np.float64]:
        """The advance of the figure 0 in a style's font at every width of a stretch, in CSS px."""
        fonts = self.page.fonts
        if not style.uses_viewport & 2:
            return np.full(len(stretch.x), max(fonts.zero_advance(style), 0.01))
        known = self._zeros.get(id(stretch))
        if known is None:
            # The text's size has to do with the window's: styles are brought to every width, without laying out.
            moving = {id(one): one for one in stretch.layout.tree.styles.values() if one.uses_viewport & 2}
            known = self._zeros[id(stretch)] = {key: np.empty(len(stretch.x)) for key in moving}
            for row, width in enumerate(range(stretch.low, stretch.high + 1)):
                self.page.restyle_at(width, self.walked.height)
                for key, one in moving.items():
                    known[key][row] = max(fonts.zero_advance(one), 0.01)
            self.page.layout(stretch.low, self.walked.height)
        return known[id(style)]

    def style(self, element: Element, stretch: Stretch) -> ComputedStyle | None:
        return stretch.layout.tree.styles.get(element)

    def is_on_picture(self, element: Element, stretch: Stretch) -> bool:
        """Whether what is behind an element, anywhere in a stretch, is more than the plain grounds of what is around it."""
        known = self._on_pictures.get(id(stretch))
        if known is None:
            known = self._on_pictures[id(stretch)] = set(on_more_than_grounds(stretch, self.elements))
        return element in known

    def is_clipped(self, element: Element, stretch: Stretch, own: bool = False) -> bool:
        """Whether what sticks out is cut off or can be scrolled to inside something: by a box around the element that clips
        what it contains, or with ``own`` by the element itself."""
        known = self._clipped.setdefault(id(stretch), {})
        key = element
        if not own and key in known:
            return known[key]
        styles = stretch.layout.tree.styles
        result = False
        position = styles[element].position if element in styles else "static"
        if own and _clips(element, styles.get(element), stretch):
            return True
        if position == "fixed":
            result = True
        else:
            skips = position == "absolute"
            for around in element.ancestors():
                style = styles.get(around)
                if style is None:
                    continue
                is_positioned = style.position != "static" or bool(style.transform)
                if skips and not is_positioned:
                    continue
                skips = style.position == "absolute"
                if style.position == "fixed" or _clips(around, style, stretch):
                    result = True
                    break
        if not own:
            known[key] = result
        return result


def _clips(element: Element, style: ComputedStyle | None, stretch: Stretch) -> bool:
    if style is None or element.tag == "html":
        return bool(style is not None and style.overflow_x in ("hidden", "clip"))
    if element is stretch.layout.tree.viewport_overflow or element.tag == "body":
        # The body's overflow is the viewport's: where it hides, nobody scrolls sideways.
        return style.overflow_x in ("hidden", "clip")
    return style.overflow_x != "visible" or "paint" in style.contain


def runs_of(mask: Mask, start: int) -> list[tuple[int, int]]:
    """The unbroken runs of a mask, as inclusive widths."""
    edges = np.flatnonzero(np.diff(np.concatenate(([False], mask, [False])).astype(np.int8)))
    return [(int(a) + start, int(b) + start - 1) for a, b in zip(edges[::2], edges[1::2], strict=True)]


def name_of(element: Element) -> str:
    """How a person would find an element: its own name, under a named part of the page where it has none."""
    own = element.name()
    if element.id or element.classes or element.index <= 0:
        return own
    around = next((one for one in element.ancestors() if one.index > 0 and (one.id or one.classes or one.tag in ("header", "nav", "main", "aside", "footer"))), None)
    return f"{around.name()} {own}" if around is not None else own


def place_of(page: Page, element: Element, style: ComputedStyle | None, *names: str) -> Place:
    """The line that sets the first of some properties (as fields of a style) on an element; else its last rule's or its own."""
    for name in names:
        winner = declared(style, name)
        if winner is not None and winner.declaration is not None:
            return Place(winner.declaration.file, winner.declaration.line)
    if style is not None and any((winner := style.winners.get(name.replace("_", "-"))) is not None and winner.declaration is None for name in names):
        # An attribute says it.
        return Place(page.path, element.line or 1)
    rules = (match.rule for match in reversed(page.cascade.matches(element).own))
    rule = next((rule for rule in rules if rule.origin == "author" and rule.line and not rule.text.startswith("*")), None)
    if rule is not None and names:
        return Place(rule.file, rule.line)
    return Place(page.path, element.line or 1)


def declared(style: ComputedStyle | None, name: str) -> Winner | None:
    """What the author says of a property, named as a style's field: None where nothing."""
    winner = style.winners.get(name.replace("_", "-")) if style is not None else None
    if winner is None or winner.declaration is None or winner.rule is None or winner.rule.origin != "author":
        return None
    return winner


def words_of(element: Element, most: int = 40) -> str:
    """The first words of an element's text."""
    text = " ".join(element.text().split())
    return text if len(text) <= most else f"{text[: most - 1].rstrip()}…"


def has_own_text(element: Element) -> bool:
    """Whether text stands directly in an element."""
    return any(not isinstance(child, Element) and child.data.strip() for child in element.children)


def box_of(stretch: Stretch, element: Element) -> Box | None:
    """The principal box of an element."""
    return stretch.layout.box_of(element)


def content_sizes(stretch: Stretch, element: Element) -> tuple[NDArray[np.float64], NDArray[np.float64]] | None:
    """Width and height of an element's content box at every width of a stretch, in CSS px; 0 where it makes no box."""
    box = box_of(stretch, element)
    if box is None:
        return None
    index = element.index
    basis = 0
    parent = element.parent
    if parent is not None and parent.index >= 0:
        basis = int(stretch.right[0, parent.index] - stretch.x[0, parent.index])
    edges = edges_of(box, basis)
    present = stretch.x[:, index] != ABSENT
    width = np.where(present, stretch.right[:, index] - stretch.x[:, index] - edges.inline, 0) / 64
    height = np.where(present, stretch.bottom[:, index] - stretch.y[:, index] - edges.block, 0) / 64
    return width, height


def is_hidden(element: Element, style: ComputedStyle | None) -> bool:
    """Whether an element is there but not seen: invisible, or in details that are closed."""
    return style is None or style.display == "none" or style.visibility != "visible" or style.opacity == 0 or in_closed_details(element)


def in_closed_details(element: Element) -> bool:
    """Whether an element is in the part of closed details that is not shown (HTML 4.11.1)."""
    inner = element
    for around in element.ancestors():
        if around.tag == "details" and "open" not in around.attributes and inner is not next((one for one in around.elements if one.tag == "summary"), None):
            return True
        inner = around
    return False


def quoted(text: str) -> str:
    """Text in typographic quotes."""
    return f"“{text}”"
