"""What is painted behind words: every ground and picture of a layout in painting order (CSS 2 appendix E, css-position-4 §4).

Words are looked at in cells of about half their size, as large as what a stroke of a letter stands on. What cannot be
looked into (films, canvases, frames, drawings, filters) makes an answer impossible where it shows.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from functools import partial
from math import inf
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..layout import INLINE, Fragment, Kind
from ..markup import Element
from ..page import Layout
from ..pictures import (
    Colours,
    FittedAxis,
    Layer,
    LayerAxis,
    Numbers,
    Pixels,
    PixelStore,
    background_layers,
    declared_in,
    fitted,
    gradient_colours,
    is_on_canvas,
)
from ..styles import ComputedStyle, Gradient
from .grounds import is_mixed

MOST_CELLS = 64
"""Cells across and down at most."""
UNSEEN = 0.05
"""A part of what shows: where more of it cannot be looked into, nothing is said."""
_OPAQUE_TO_US = frozenset(["video", "canvas", "iframe", "object", "embed", "audio"])
_BELOW_ALL = (-inf, 0, 0)
Key = tuple[tuple[float, float, float], ...]
Bounds = tuple[float, float, float, float]
"""Left, top, right and bottom in CSS px of the page."""


@dataclass(frozen=True, slots=True)
class Cells:
    """The parts of an area that are looked at: where each begins and ends, in CSS px of the page."""

    x: tuple[Numbers, Numbers]
    y: tuple[Numbers, Numbers]

    @classmethod
    def of(cls, area: Bounds, size: float) -> Cells:
        """An area in cells of about a size."""
        left, top, right, bottom = area
        across, down = (np.linspace(first, last, min(max(round((last - first) / size), 1), MOST_CELLS) + 1) for first, last in ((left, right), (top, bottom)))
        return cls((across[:-1], across[1:]), (down[:-1], down[1:]))

    @property
    def middles(self) -> tuple[Numbers, Numbers]:
        return (self.x[0] + self.x[1]) / 2, (self.y[0] + self.y[1]) / 2

    def within(self, area: Bounds) -> NDArray[np.float64]:
        """1 where a cell's middle is in an area, else 0."""
        x, y = self.middles
        return np.outer((y >= area[1]) & (y < area[3]), (x >= area[0]) & (x < area[2])).astype(np.float64)


Paint = Callable[[Cells], Colours | None]
"""Colours of cells; None for what cannot be looked into."""


@dataclass(frozen=True, slots=True)
class Painted:
    """One thing that is painted: where in the order, where on the page, how, and what it is called; ``picture`` says that it is one."""

    key: Key
    area: Bounds
    paint: Paint
    element: Element
    picture: str = ""


@dataclass(slots=True)
class Behind:
    """What is behind words: the colours of its cells, (rows, columns, 3), and the pictures among it."""

    colours: NDArray[np.float64]
    pictures: dict[str, Element] = field(default_factory=dict)


class Scene:
    """A layout as it is painted."""

    def __init__(self, layout: Layout, store: PixelStore) -> None:
        self.layout, self.store = layout, store
        self.styles = layout.tree.styles
        self._bases: dict[Element, tuple[Key, Key]] = {}
        self.painted = sorted(self._all(), key=lambda one: one.key)

    def behind(self, element: Element, area: Bounds, size: float) -> Behind | None:
        """What words of an element stand on; None where that cannot be said."""
        cells = Cells.of(area, size)
        colours = np.ones((len(cells.y[0]), len(cells.x[0]), 3))
        unseen = np.zeros(colours.shape[:2])
        found = Behind(colours)
        own = (*self._base(element)[1], (0.0, 2.0, element.index))
        around = {element, *element.ancestors()}
        for one in self.painted:
            if one.key > own or not _meet(one.area, area) or self._is_beside(one.element, around):
                continue
            inside, made = cells.within(one.area), one.paint(cells)
            if made is None:
                unseen = np.maximum(unseen, inside)
                continue
            alpha = inside * made[..., 3] * self._opacity(one.element, around)
            colours += (made[..., :3] - colours) * alpha[..., None]
            unseen *= 1 - alpha
            if one.picture and alpha.max() > UNSEEN:
                found.pictures[one.picture] = one.element
        return found if unseen.max() <= UNSEEN else None

    def _is_beside(self, painted: Element, around: set[Element]) -> bool:
        """Whether a thing is in a float that words flow around, so that it is in their box and never under them, or is the table
        whose caption they are in."""
        is_caption = any(style is not None and style.display == "table-caption" for style in map(self.styles.get, around))
        if is_caption and painted in around:
            return self.styles[painted].display == "table"
        for one in (painted, *painted.ancestors()):
            if one in around:
                return False
            style = self.styles.get(one)
            if style is not None and style.float != "none":
                return True
        return False

    def _opacity(self, painted: Element, around: set[Element]) -> float:
        """How much of a thing shows through what it shares with no words."""
        total = 1.0
        for one in (painted, *painted.ancestors()):
            if one in around:
                break
            style = self.styles.get(one)
            total *= float(style.opacity) if style is not None else 1.0
        return total

    # Painting order.

    def _base(self, element: Element) -> tuple[Key, Key]:
        """The key of the nearest stacking context, and of the nearest thing that is painted as a whole, an element's own included."""
        known = self._bases.get(element)
        if known is None:
            parent = element.parent
            context, whole = self._base(parent) if parent is not None else ((), ())
            style = self.styles.get(element)
            around = self.styles.get(parent) if parent is not None else None
            if style is not None:
                context, whole = _stacked(element.index, style, _is_item(style, around), context, whole)
            known = self._bases[element] = (context, whole)
        return known

    def _key(self, element: Element, style: ComputedStyle, is_inline: bool) -> Key:
        """Of an element's ground: at the bottom of what is painted as a whole, else among its surroundings' blocks or lines."""
        around = self._base(element.parent)[1] if element.parent is not None else ()
        own = self._base(element)[1]
        if own != around:
            return (*own, _BELOW_ALL)
        return (*around, (0.0, 2.0 if is_inline else 0.0, element.index))

    def _generated_key(self, element: Element, pseudo: str, style: ComputedStyle) -> Key:
        """Of a pseudo-element's ground: right before or after what the element holds."""
        context, whole = self._base(element)
        index = element.index + 0.5 if pseudo == "before" else _last_in(element).index + 0.5
        _, own = _stacked(index, style, _is_item(style, self.styles.get(element)), context, whole)
        return (*own, _BELOW_ALL) if own != whole else (*own, (0.0, 0.0, index))

    def is_above_words(self, element: Element, pseudo: str, style: ComputedStyle, words: Element) -> bool:
        """Whether a box, an element's own or a pseudo-element's, is painted over the words of another element."""
        is_inline = style.display.startswith("inline")
        own = self._generated_key(element, pseudo, style) if pseudo else self._key(element, style, is_inline)
        return own > (*self._base(words)[1], (0.0, 2.0, words.index))

    # What is painted.

    def _all(self) -> Iterator[Painted]:
        layout = self.layout
        for element, (fragment, x, y) in layout.fragments.items():
            style = fragment.box.style
            if style.visibility != "visible":
                continue
            is_inline = fragment.box.kind in (INLINE, Kind.REPLACED) and style.display.startswith("inline")
            yield from self._ground(element, element, fragment, x / 64, y / 64, self._key(element, style, is_inline))
            if fragment.box.kind == Kind.REPLACED:
                yield from self._replaced(element, fragment, x / 64, y / 64, (*self._base(element)[1], (0.0, 2.0, element.index)))
        for element, rect in layout.rects.items():
            inline = self.styles.get(element)
            if element not in layout.fragments and inline is not None and inline.visibility == "visible" and inline.background_color[-1:] != (0.0,):
                area = (rect.x, rect.y, rect.x + rect.width, rect.y + rect.height)
                yield Painted(self._key(element, inline, True), self._clipped(element, inline, area), _flat(inline), element)
        for (element, pseudo), made in layout.generated.items():
            if made.fragment is not None and made.style.visibility == "visible":
                yield from self._ground(element, None, made.fragment, made.x / 64, made.y / 64, self._generated_key(element, pseudo, made.style))

    def _ground(self, element: Element, own: Element | None, fragment: Fragment, x: float, y: float, key: Key) -> Iterator[Painted]:
        """The colour and the layers of a box; ``own`` is None for a pseudo-element's."""
        style, layout = fragment.box.style, self.layout
        area = (x, y, x + fragment.width / 64, y + fragment.height / 64)
        on_canvas = own is not None and is_on_canvas(own, self.styles)
        if on_canvas:
            x, y, area, key = 0.0, 0.0, (-inf, -inf, inf, inf), ((-inf, -inf, element.index),)
        shown = self._clipped(element, style, area)
        if style.background_color == "currentcolor" or style.background_color[-1:] != (0.0,):
            yield Painted(key, shown, _flat(style), element)
        layers = background_layers(layout, element, fragment)
        for layer in reversed(layers):
            part = layer.painted
            within = _both((x + part.x, y + part.y, x + part.x + part.width, y + part.y + part.height), shown)
            pixels = partial(self.store.of, layer.address, declared_in(style)) if layer.address else _none
            yield Painted(key, within, _layer(layer, pixels, x, y, style, "text" in style.background_clip), element, layer.address)

    def _replaced(self, element: Element, fragment: Fragment, x: float, y: float, key: Key) -> Iterator[Painted]:
        style, edges = fragment.box.style, fragment.edges()
        area = (x + edges.left / 64, y + edges.top / 64, x + (fragment.width - edges.right) / 64, y + (fragment.height - edges.bottom) / 64)
        fit = fitted(fragment)
        address = element.attributes.get("src", "") if element.tag == "img" else ""
        if element.tag == "img" and (fit is None or not address):
            return
        if element.tag not in ("img", "svg", *_OPAQUE_TO_US):
            return
        is_read = fit is not None and bool(address) and "srcset" not in element.attributes
        paint: Paint = _fitted(fit.x, fit.y, area, partial(self.store.of, address)) if is_read and fit is not None else _unseen
        yield Painted(key, self._clipped(element, style, area), paint, element, address)

    def _clipped(self, element: Element, style: ComputedStyle, area: Bounds) -> Bounds:
        """The part of an area that what is around an element lets show."""
        skips = style.position in ("absolute", "fixed")
        for around in element.ancestors():
            known, held = self.styles.get(around), self.layout.fragments.get(around)
            if known is None or held is None or around.tag in ("html", "body") or (skips and known.position == "static"):
                continue
            skips = known.position in ("absolute", "fixed")
            if known.overflow_x != "visible":
                fragment, x, y = held
                area = _both(area, (x / 64, y / 64, (x + fragment.width) / 64, (y + fragment.height) / 64))
        return area


def _is_item(style: ComputedStyle, around: ComputedStyle | None) -> bool:
    """Whether a box is painted as one, and its z-index counts without a position (css-flexbox-1 §4.3, css-grid-2 §17)."""
    return around is not None and around.display.removeprefix("inline-") in ("flex", "grid")


def _last_in(element: Element) -> Element:
    """The last element within one, or itself."""
    while element.elements:
        element = element.elements[-1]
    return element


def _stacked(index: float, style: ComputedStyle, is_item: bool, context: Key, whole: Key) -> tuple[Key, Key]:
    """What ``Scene._base`` says of an element, from what it says of its surroundings."""
    is_positioned = style.position != "static"
    level = style.z_index if isinstance(style.z_index, int) and (is_positioned or is_item) else None
    is_context = level is not None or style.opacity != 1 or bool(style.transform or style.filter or style.will_change or style.clip_path) or style.position in ("fixed", "sticky")
    if is_positioned or is_context:
        key = (*context, (float(level or 0), 3.0 if (level or 0) >= 0 else -1.0, index))
        return (key, key) if is_context else (context, key)
    if style.float != "none":
        return context, (*whole, (0.0, 1.0, index))
    if is_item or style.display.startswith("inline-"):
        return context, (*whole, (0.0, 2.0, index))
    return context, whole


def _meet(one: Bounds, other: Bounds) -> bool:
    return one[0] < other[2] and other[0] < one[2] and one[1] < other[3] and other[1] < one[3]


def _both(one: Bounds, other: Bounds) -> Bounds:
    return max(one[0], other[0]), max(one[1], other[1]), min(one[2], other[2]), min(one[3], other[3])


def _unseen(cells: Cells) -> None:
    return None


def _flat(style: ComputedStyle) -> Paint:
    value: Any = style.color if style.background_color == "currentcolor" else style.background_color
    colour = np.array([float(part) for part in value])
    return _unseen if is_mixed(style) else lambda cells: np.broadcast_to(colour, (len(cells.y[0]), len(cells.x[0]), 4))


def _none() -> None:
    return None


def _fitted(across: FittedAxis, down: FittedAxis, area: Bounds, read: Callable[[], Pixels | None]) -> Paint:
    """A picture as it is fitted into its box; its file is read when its colours are first asked for."""

    def paint(cells: Cells) -> Colours | None:
        pixels = read()
        if pixels is None:
            return None
        x, y = (tuple((edge - start - axis.start) / max(axis.drawn, 1e-6) for edge in edges) for edges, start, axis in ((cells.x, area[0], across), (cells.y, area[1], down)))
        colours = pixels.means((x[0], x[1]), (y[0], y[1]))
        beyond = np.outer((y[1] > 0) & (y[0] < 1), (x[1] > 0) & (x[0] < 1))
        return np.where(beyond[..., None], colours, 0.0)

    return paint


def _layer(layer: Layer, read: Callable[[], Pixels | None], x: float, y: float, style: ComputedStyle, is_text: bool) -> Paint:
    """A layer of a background, its tiles one after another."""
    if is_text or layer.is_fixed:
        return _unseen
    own = tuple(float(part) for part in style.color)

    def paint(cells: Cells) -> Colours | None:
        pixels = read()
        if pixels is None and not isinstance(layer.image, Gradient):
            return None
        middles = cells.middles
        across, shows_across = _in_tile(layer.x, middles[0] - x)
        down, shows_down = _in_tile(layer.y, middles[1] - y)
        if isinstance(layer.image, Gradient):
            colours = gradient_colours(layer.image, (layer.x.size, layer.y.size), across, down, own)
        else:
            assert pixels is not None
            halves = [(edges[1] - edges[0]) / 2 for edges in (cells.x, cells.y)]
            parts = [((at - half) / max(axis.size, 1e-6), (at + half) / max(axis.size, 1e-6)) for at, half, axis in ((across, halves[0], layer.x), (down, halves[1], layer.y))]
            colours = pixels.means(*parts)
        return np.where(np.outer(shows_down, shows_across)[..., None], colours, 0.0)

    return paint


def _in_tile(axis: LayerAxis, at: Numbers) -> tuple[Numbers, NDArray[np.bool_]]:
    """Where in a tile places are, and which of them are in one."""
    offset = at - axis.start
    if axis.repeat != "no-repeat" and axis.step > 0:
        offset = np.mod(offset, axis.step)
    return offset, (offset >= 0) & (offset < axis.size)
