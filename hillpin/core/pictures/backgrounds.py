"""Backgrounds as they are drawn: each layer's tile, where the first stands, and what of it is cut off (css-backgrounds-3 §2, §3).

Lengths are CSS px; places count from the left top corner of the border box.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from ..laid_out import Layout
from ..layout import Edges, Fragment, Pictures
from ..markup import Element
from ..shown import px
from ..styles import ComputedStyle, Length, PictureAt
from .fitting import LEAST, FittedAxis, axes_in_words, place_in

Natural = tuple[float | None, float | None, float | None]
"""Own width, height and ratio of a picture; None for what it does not have."""
NaturalOf = Callable[[str], Natural | None]
"""The natural size of the picture at an address, as written; None where there is none."""


@dataclass(frozen=True, slots=True)
class Area:
    """A rectangle that layers are placed or painted in."""

    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, slots=True)
class LayerAxis:
    """One direction of a layer: tiles ``size`` long, the first at ``start``, the next ``step`` further; ``repeat`` is how."""

    size: float
    start: float
    step: float
    repeat: str
    natural: float | None


@dataclass(frozen=True, slots=True)
class Layer:
    """One layer as it is drawn. ``placed`` is what it is placed in, ``painted`` where it shows; ``size`` is its
    ``background-size`` as computed."""

    image: Any
    address: str
    placed: Area
    painted: Area
    x: LayerAxis
    y: LayerAxis
    size: Any
    is_fixed: bool

    @property
    def is_tiled(self) -> bool:
        """Whether more than one tile is to be seen."""
        return _is_tiled(self.x, self.painted.x, self.painted.width) or _is_tiled(self.y, self.painted.y, self.painted.height)

    @property
    def axes(self) -> tuple[FittedAxis, FittedAxis]:
        """Its one tile against where it shows, as a picture in a box."""
        return (
            FittedAxis(self.painted.width, self.x.natural or self.x.size, self.x.size, self.x.start - self.painted.x),
            FittedAxis(self.painted.height, self.y.natural or self.y.size, self.y.size, self.y.start - self.painted.y),
        )

    @property
    def words(self) -> str:
        """``drawn 800 × 533.33, 116.67 cut off above and below``, or how many tiles there are."""
        if not self.is_tiled:
            return axes_in_words(*self.axes)
        across, down = (_tiles(axis, start, length) for axis, start, length in ((self.x, self.painted.x, self.painted.width), (self.y, self.painted.y, self.painted.height)))
        return f"tiles of {px(self.x.size)} × {px(self.y.size)}, {across:g} across and {down:g} down"

    @property
    def working(self) -> tuple[str, ...]:
        """The sum behind it, one term a line."""
        steps = [f"placed in {px(self.placed.width)} × {px(self.placed.height)}{', the window' if self.is_fixed else ''}"]
        if self.x.natural and self.y.natural:
            steps.insert(0, f"own size {px(self.x.natural)} × {px(self.y.natural)}")
            if self.size in ("cover", "contain"):
                across, down = self.placed.width / self.x.natural, self.placed.height / self.y.natural
                word = "larger" if self.size == "cover" else "smaller"
                steps.append(f"{self.size}: the {word} of {px(self.placed.width)} ÷ {px(self.x.natural)} = {across:.4g} and {px(self.placed.height)} ÷ {px(self.y.natural)} = {down:.4g}")
        steps.append(f"= drawn {px(self.x.size)} × {px(self.y.size)}")
        for axis, room, offset, side in ((self.x, self.placed.width, self.x.start - self.placed.x, "left"), (self.y, self.placed.height, self.y.start - self.placed.y, "top")):
            if abs(room - axis.size) >= LEAST and axis.repeat != "space":
                steps.append(f"{px(room)} − {px(axis.size)} = {px(room - axis.size)} to spare, {px(offset)} of it at the {side}" if room > axis.size else f"{px(axis.size)} − {px(room)} = {px(axis.size - room)} too long, {px(-offset)} of it at the {side}")
        return tuple(steps)


def _is_tiled(axis: LayerAxis, start: float, length: float) -> bool:
    return axis.repeat != "no-repeat" and axis.size > 0 and (axis.start > start + LEAST or axis.start + axis.size < start + length - LEAST)


def _tiles(axis: LayerAxis, start: float, length: float) -> float:
    """How many tiles there are, parts counted as parts."""
    if axis.repeat == "no-repeat" or not axis.step:
        return 1.0
    return round(length / axis.step, 2)


def background_layers(layout: Layout, element: Element, fragment: Fragment) -> list[Layer]:
    """The layers of an element's box, or of its ``before`` or ``after``, in a layout; those of the page's canvas count from the
    root's box (``is_on_canvas``)."""
    style = fragment.box.style
    if not style.background_image or layout.pictures is None:
        return []
    window = Area(0.0, 0.0, float(layout.viewport.width), float(layout.viewport.height))
    natural_of = natural_in(layout.pictures, style)
    known = layout.fragments.get(element)
    if known is None or known[0] is not fragment or not is_on_canvas(element, layout.tree.styles):
        return layers_of(style, fragment.width / 64, fragment.height / 64, fragment.edges(), natural_of, window)
    root = layout.root
    canvas = Area(0.0, 0.0, max(window.width, root.width / 64), max(window.height, root.height / 64))
    return [replace(layer, painted=canvas) for layer in layers_of(style, root.width / 64, root.height / 64, root.edges(), natural_of, window)]


def is_on_canvas(element: Element, styles: Mapping[Element, ComputedStyle]) -> bool:
    """Whether an element's background is the whole page's (css-backgrounds-3 §2.11.2)."""
    if element.tag == "html":
        return True
    around = element.parent
    root = styles.get(around) if element.tag == "body" and around is not None else None
    return root is not None and not root.background_image and root.background_color[-1:] == (0.0,)


def declared_in(style: ComputedStyle) -> str | None:
    """The file that a style's backgrounds are declared in; None where nothing declares them."""
    winner = style.winners.get("background-image")
    return winner.declaration.file if winner is not None and winner.declaration is not None else None


def natural_in(pictures: Pictures, style: ComputedStyle) -> NaturalOf:
    """Natural sizes of the pictures of a style's backgrounds, whose addresses count from where they are declared."""
    base = declared_in(style)

    def natural_of(address: str) -> Natural | None:
        size = pictures.size(address, base)
        return (size.width, size.height, size.ratio) if size is not None else None

    return natural_of


def layers_of(style: ComputedStyle, width: float, height: float, edges: Edges, natural_of: NaturalOf, window: Area | None = None) -> list[Layer]:
    """The layers of a box of a border-box size, the uppermost first; those without an image are left out.

    ``window`` is the viewport, for layers that stay in it.
    """
    boxes = _boxes(edges, width, height)
    found = []
    for number, image in enumerate(style.background_image):
        if image is None:
            continue
        is_fixed = _of(style.background_attachment, number) == "fixed" and window is not None
        placed = window if is_fixed and window is not None else boxes[_of(style.background_origin, number)]
        painted = boxes.get(_of(style.background_clip, number), boxes["border-box"])
        address = image.address if isinstance(image, PictureAt) else ""
        natural = natural_of(address) if address else (None, None, None)
        if natural is None or min(placed.width, placed.height, painted.width, painted.height) <= 0:
            continue
        found.append(_layer(style, number, image, natural, placed, painted, is_fixed))
    return found


def _of(values: tuple[Any, ...], number: int) -> Any:
    """A layer's value: where there are too few, they begin again (css-backgrounds-3 §2.1)."""
    return values[number % len(values)]


def _boxes(edges: Edges, width: float, height: float) -> dict[str, Area]:
    """The three boxes that a layer may be placed or painted in."""
    border = tuple(side / 64 for side in (edges.border_left, edges.border_top, edges.border_right, edges.border_bottom))
    inner = tuple(side / 64 for side in (edges.left, edges.top, edges.right, edges.bottom))
    return {
        "border-box": Area(0.0, 0.0, width, height),
        **{name: Area(left, top, width - left - right, height - top - bottom) for name, (left, top, right, bottom) in (("padding-box", border), ("content-box", inner))},
    }  # fmt: skip


def _layer(style: ComputedStyle, number: int, image: Any, natural: Natural, placed: Area, painted: Area, is_fixed: bool) -> Layer:
    size, repeats = _of(style.background_size, number), _of(style.background_repeat, number)
    lengths = _drawn(size, natural, placed)
    for axis, room in ((0, placed.width), (1, placed.height)):
        lengths = _rounded(lengths, axis, room, size, repeats, natural[2])
    positions = (_of(style.background_position_x, number), _of(style.background_position_y, number))
    x, y = (
        _axis(length, position, room, start, repeat, own)
        for length, position, room, start, repeat, own in zip(lengths, positions, (placed.width, placed.height), (placed.x, placed.y), repeats, natural[:2], strict=True)
    )
    return Layer(image, image.address if isinstance(image, PictureAt) else "", placed, painted, x, y, size, is_fixed)


def _drawn(size: Any, natural: Natural, room: Area) -> tuple[float, float]:
    """The size of a tile (css-backgrounds-3 §3.9, css-images-3 §4.3)."""
    width, height, ratio = natural
    if size in ("cover", "contain"):
        if not ratio:
            return room.width, room.height
        pick = max if size == "cover" else min
        return pick(room.width, room.height * ratio), pick(room.height, room.width / ratio)
    asked = [None if length == "auto" else length.resolve(round(whole * 64)) / 64 for length, whole in zip(size, (room.width, room.height), strict=True)]
    across, down = asked
    if across is None and down is None:
        across, down = width, height
        if across is None and down is None:
            return (min(room.width, room.height * ratio), min(room.height, room.width / ratio)) if ratio else (room.width, room.height)
    if across is None:
        across = down * ratio if ratio and down is not None else width if width is not None else room.width
    if down is None:
        down = across / ratio if ratio else height if height is not None else room.height
    return across, down


def _rounded(lengths: tuple[float, float], axis: int, room: float, size: Any, repeats: tuple[str, str], ratio: float | None) -> tuple[float, float]:
    """With ``round`` a whole number of tiles fills the room; an automatic other length keeps the ratio."""
    if repeats[axis] != "round" or lengths[axis] <= 0:
        return lengths
    length = room / max(1, round(room / lengths[axis]))
    other = lengths[1 - axis]
    if repeats[1 - axis] != "round" and size not in ("cover", "contain") and size[1 - axis] == "auto" and ratio:
        other = length / ratio if axis == 0 else length * ratio
    return (length, other) if axis == 0 else (other, length)


def _axis(length: float, position: Length, room: float, start: float, repeat: str, natural: float | None) -> LayerAxis:
    if repeat == "space" and length > 0 and room // length >= 2:
        count = room // length
        return LayerAxis(length, start, length + (room - count * length) / (count - 1), repeat, natural)
    offset = place_in(position, room - length)
    return LayerAxis(length, start + offset, length, "no-repeat" if repeat == "space" else repeat, natural)
