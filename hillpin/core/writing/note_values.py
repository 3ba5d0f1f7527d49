"""What a declaration comes to, in the words of a margin note: one reader a property."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ..layout import FLEX, GRID, Edges, Fragment, Rect
from ..markup import Element
from ..page import Layout
from ..pictures import background_layers, fitted, in_words
from ..shown import px, units
from ..styles import CORNERS, ComputedStyle, Declaration, Kind, Length, Number, read_color, tokens_of
from .clip_values import clip_words
from .shape_values import radius_words, shadow_words, transform_words


@dataclass(slots=True)
class Target:
    """The element whose numbers a rule's declarations are noted with."""

    element: Element
    style: ComputedStyle
    fragment: Fragment
    edges: Edges
    layout: Layout
    pseudo: str = ""


@dataclass(frozen=True, slots=True)
class NoteRow:
    """A property's margin note: how it is worded, and what stands with it."""

    text: Callable[[Target], str]
    """The number that a declaration comes to; empty where none can be said."""
    quantity: str | None = None
    """``width`` or ``height`` where that is the number, so that a measured one can stand in."""
    percent_of: Callable[[Target], str] | None = None
    """What a percentage of this property is of."""


_COLOURS = {"color": "color", "background-color": "background_color", "background": "background_color", **{f"border-{side}-color": f"border_{side}_color" for side in ("top", "right", "bottom", "left")}, "border-color": "border_top_color"}


def colour_of(declaration: Declaration, target: Target) -> str:
    """The colour that a declaration comes to, as ``#rrggbb`` with its alpha where it is not opaque."""
    field = _COLOURS.get(declaration.name)
    value = getattr(target.style, field) if field is not None else None
    if field is not None and value == "currentcolor":
        value = target.style.color
    if not isinstance(value, tuple) or len(value) != 4 or (declaration.name == "background" and value[3] == 0):
        return ""
    return _hex(value)


def _hex(colour: tuple[float, ...]) -> str:
    """A colour as ``#rrggbb``, with its alpha where it is not opaque."""
    red, green, blue, alpha = colour
    text = "#" + "".join(f"{round(part * 255):02x}" for part in (red, green, blue))
    return text if alpha >= 1 else f"{text}{round(alpha * 255):02x}"


_WITHOUT_COLOURS = frozenset(["font", "font-family", "grid-area", "grid-template-areas", "animation-name", "content", "container-name", "grid-template"])
"""Properties whose words may be the names of colours and are none."""
MOST_SWATCHES = 8


def swatches_of(declaration: Declaration, target: Target) -> tuple[str, ...]:
    """Every colour that a declaration names, in gradients and shadows too; of variables, the one that comes out."""
    if declaration.name in _WITHOUT_COLOURS or declaration.name.startswith("--"):
        return ()
    found: dict[str, None] = {}
    stack = list(reversed(tokens_of(declaration.text)))
    while stack and len(found) < MOST_SWATCHES:
        token = stack.pop()
        colour = read_color(token) if token.type in ("ident", "hash", "function") else None
        if colour == "currentcolor":
            colour = target.style.color
        if isinstance(colour, tuple) and len(colour) == 4:
            found[_hex(colour)] = None
        elif token.type == "function" and token.lower_name != "url":
            stack.extend(reversed(token.arguments))
    return tuple(found)


def of_what(name: str, target: Target) -> str:
    """What a percentage is of; empty where it is of nothing that can be said."""
    row = MARGIN_NOTES.get(name)
    whole = row.percent_of(target) if row is not None and row.percent_of is not None else ""
    return f", of {whole}" if whole else ""


def value_text(declaration: Declaration, target: Target) -> tuple[str, str | None]:
    """What a declaration comes to, and the quantity that it is; empty where its property has no note."""
    row = MARGIN_NOTES.get(declaration.name)
    return (row.text(target), row.quantity) if row is not None else ("", None)


def _containing(target: Target) -> str:
    """The containing block's width, which percentages of widths and of all margins and paddings are of (css-box-4, css-sizing-3 §5.1)."""
    return units(target.fragment.basis)


def _content(target: Target) -> str:
    return units(max(target.fragment.width - target.edges.inline, 0))


def _parent_type(target: Target) -> str:
    return px(float(target.style.parent.font_size)) if target.style.parent is not None else ""


def _own_type(target: Target) -> str:
    return px(float(target.style.font_size))


def _size(name: str) -> Callable[[Target], str]:
    def read(target: Target) -> str:
        used = target.fragment.width if name == "width" else target.fragment.height
        around = target.edges.inline if name == "width" else target.edges.block
        return units(max(used if target.style.box_sizing == "border-box" else used - around, 0))

    return read


def _limit(name: str) -> Callable[[Target], str]:
    return lambda target: _limit_text(name, target)


def _limit_text(name: str, target: Target) -> str:
    bound, axis = name.split("-")
    length: Length = getattr(target.style, name.replace("-", "_"))
    if length.kind > Kind.CALC:
        return "none" if length.kind == Kind.NONE else "auto"
    space = target.fragment.basis
    limit = length.resolve(space if axis == "width" else 0)
    used = target.fragment.width if axis == "width" else target.fragment.height
    around = target.edges.inline if axis == "width" else target.edges.block
    inner = used if target.style.box_sizing == "border-box" else used - around
    reached = inner == limit
    words = {("max", True): "reached", ("max", False): "not reached", ("min", True): "holds it", ("min", False): "not needed"}
    return f"{units(limit)}, {words[bound, reached]}"


def _sides(prefix: str, target: Target) -> str:
    """Four sides in the shortest words: ``24 each side``, ``16, then 34.70``."""
    values = [getattr(target.edges, f"{prefix}_{side}") for side in ("top", "right", "bottom", "left")]
    if prefix == "margin":
        values[1], values[3] = _auto_margins(target, values[1], values[3])
    top, right, bottom, left = values
    if top == right == bottom == left:
        return f"{units(top)} each side" if top else "0"
    if top == bottom and left == right:
        return f"{units(top)}, then {units(right)}"
    return " ".join(units(value) for value in values)


def _auto_margins(target: Target, right: int, left: int) -> tuple[int, int]:
    edges = target.edges
    box = target.fragment.box
    if not (edges.auto_left or edges.auto_right) or box.parent is None or not box.is_block_level:
        return right, left
    free = max(target.fragment.basis - target.fragment.width - left - right, 0)
    if edges.auto_left and edges.auto_right:
        return free - free // 2, free // 2
    return (free, left) if edges.auto_right else (right, free)


def _side(prefix: str, side: str) -> Callable[[Target], str]:
    def read(target: Target) -> str:
        values = {name: getattr(target.edges, f"{prefix}_{name}") for name in ("top", "right", "bottom", "left")}
        if prefix == "margin":
            values["right"], values["left"] = _auto_margins(target, values["right"], values["left"])
        return units(values[side])

    return read


def _pair(prefix: str, sides: tuple[str, str]) -> Callable[[Target], str]:
    first, second = _side(prefix, sides[0]), _side(prefix, sides[1])

    def read(target: Target) -> str:
        one, two = first(target), second(target)
        return f"{one} each side" if one == two and one != "0" else one if one == two else f"{one}, then {two}"

    return read


def _line_height(target: Target) -> str:
    height = target.style.line_height
    if height is None:
        return "normal"
    return px(height.value * target.style.font_size if isinstance(height, Number) else height)


def _inset(side: str) -> Callable[[Target], str]:
    def read(target: Target) -> str:
        length: Length = getattr(target.style, side)
        if length.is_auto:
            return "auto"
        return units(length.units) if length.kind == Kind.FIXED else ""

    return read


def _gap(prop: str) -> Callable[[Target], str]:
    def read(target: Target) -> str:
        inner = max(target.fragment.width - target.edges.inline, 0)
        lengths = {"row-gap": target.style.row_gap, "column-gap": target.style.column_gap}
        values = [units(length.resolve(inner)) for name, length in lengths.items() if prop in ("gap", "grid-gap", name)]
        return values[0] if len(set(values)) == 1 else f"{values[0]}, then {values[1]}"

    return read


def _picture(target: Target) -> str:
    found = fitted(target.fragment)
    return in_words(found) if found is not None else ""


def _background(target: Target) -> str:
    """What is drawn of each picture and of what is tiled; a gradient that fills its box is as large as that."""
    layers = background_layers(target.layout, target.element, target.fragment)
    return "; ".join(layer.words for layer in layers if layer.address or layer.is_tiled)


def _display(target: Target) -> str:
    """``3 tracks, 2 rows`` for a grid, ``4 items on 2 lines`` for a flex container."""
    tracks, kind = target.fragment.tracks, target.fragment.box.kind
    if kind == GRID and isinstance(tracks, tuple):
        across, down = (sum(1 for t in axis.tracks if not t.collapsed) for axis in tracks)
        return f"{across} {'column' if across == 1 else 'columns'}, {down} {'row' if down == 1 else 'rows'}"
    if kind == FLEX and isinstance(tracks, tuple):
        lines = tracks[1]
        count = sum(len(line.items) for line in lines)
        on = "" if len(lines) < 2 else f" on {len(lines)} lines"
        return f"{count} {'item' if count == 1 else 'items'}{on}"
    return ""


def _tracks(position: int) -> Callable[[Target], str]:
    def read(target: Target) -> str:
        tracks = target.fragment.tracks
        if target.fragment.box.kind != GRID or not isinstance(tracks, tuple):
            return ""
        return " | ".join(units(track.base) for track in tracks[position].tracks if not track.collapsed)

    return read


def _flex(target: Target) -> str:
    """The used main size of a flex item."""
    parent = target.fragment.box.parent
    if parent is None or parent.kind != FLEX:
        return ""
    is_row = parent.style.flex_direction.startswith("row")
    return f"{units(target.fragment.width if is_row else target.fragment.height)} {'wide' if is_row else 'high'}"


def _transformed(target: Target) -> str:
    """What the element's own transforms and all around it come to, beside where layout puts it."""
    made = target.layout.generated.get((target.element, target.pseudo)) if target.pseudo else None
    held, rect = target.layout.fragments.get(target.element), target.layout.rects.get(target.element)
    if made is not None:
        held, rect = (target.fragment, made.x, made.y), made.rect
    if held is None or rect is None:
        return ""
    fragment, x, y = held
    return transform_words(Rect(x / 64, y / 64, fragment.width / 64, fragment.height / 64), rect)


_SIDES = ("top", "right", "bottom", "left")
MARGIN_NOTES: dict[str, NoteRow] = {
    "width": NoteRow(_size("width"), "width", _containing),
    "height": NoteRow(_size("height"), "height"),
    "min-width": NoteRow(_limit("min-width"), "width", _containing),
    "max-width": NoteRow(_limit("max-width"), "width", _containing),
    "min-height": NoteRow(_limit("min-height"), "height"),
    "max-height": NoteRow(_limit("max-height"), "height"),
    "gap": NoteRow(_gap("gap"), percent_of=_content),
    "grid-gap": NoteRow(_gap("grid-gap"), percent_of=_content),
    "row-gap": NoteRow(_gap("row-gap"), percent_of=_content),
    "column-gap": NoteRow(_gap("column-gap"), percent_of=_content),
    "object-fit": NoteRow(_picture),
    "background": NoteRow(_background),
    "background-image": NoteRow(_background),
    "background-size": NoteRow(_background),
    "background-position": NoteRow(_background),
    "background-repeat": NoteRow(_background),
    "object-position": NoteRow(_picture),
    "box-shadow": NoteRow(lambda target: shadow_words(target.style)),
    "clip-path": NoteRow(lambda target: clip_words(target.fragment)),
    **{name: NoteRow(lambda target: radius_words(target.fragment)) for name in ("border-radius", *(f"border-{corner}-radius" for corner in CORNERS))},
    **{name: NoteRow(_transformed) for name in ("transform", "translate", "rotate", "scale")},
    "display": NoteRow(_display),
    "grid-template-columns": NoteRow(_tracks(0), percent_of=_content),
    "grid-template-rows": NoteRow(_tracks(1)),
    "grid-template": NoteRow(_tracks(0)),
    "flex": NoteRow(_flex),
    "flex-basis": NoteRow(_flex),
    "font-size": NoteRow(_own_type, percent_of=_parent_type),
    "font": NoteRow(lambda target: f"{_own_type(target)} on {_line_height(target)}"),
    "line-height": NoteRow(_line_height, percent_of=_own_type),
    "letter-spacing": NoteRow(lambda target: px(float(target.style.letter_spacing))),
    "word-spacing": NoteRow(lambda target: px(float(target.style.word_spacing))),
    "text-indent": NoteRow(lambda target: units(target.style.text_indent.resolve(target.fragment.width - target.edges.inline)), percent_of=_containing),
    "margin": NoteRow(lambda target: _sides("margin", target), percent_of=_containing),
    "padding": NoteRow(lambda target: _sides("padding", target), percent_of=_containing),
    "border": NoteRow(lambda target: _sides("border", target)),
    "border-width": NoteRow(lambda target: _sides("border", target)),
    "margin-inline": NoteRow(_pair("margin", ("left", "right")), percent_of=_containing),
    "margin-block": NoteRow(_pair("margin", ("top", "bottom")), percent_of=_containing),
    "padding-inline": NoteRow(_pair("padding", ("left", "right")), percent_of=_containing),
    "padding-block": NoteRow(_pair("padding", ("top", "bottom")), percent_of=_containing),
    **{f"margin-{side}": NoteRow(_side("margin", side), percent_of=_containing) for side in _SIDES},
    **{f"padding-{side}": NoteRow(_side("padding", side), percent_of=_containing) for side in _SIDES},
    **{f"border-{side}": NoteRow(_side("border", side)) for side in _SIDES},
    **{side: NoteRow(_inset(side), percent_of=_containing if side in ("left", "right") else None) for side in _SIDES},
}
"""All properties that have a margin note, a row each; a colour has its note by being one."""
