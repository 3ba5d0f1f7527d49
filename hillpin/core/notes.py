"""Margin notes: what each declaration comes to at one width, to stand beside its line."""

from __future__ import annotations

import operator
import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from .dead import why_dead
from .layout.boxes import FLEX, GRID, INLINE, Box, Edges
from .layout.fragments import Fragment
from .layout.matrix import Rect
from .markup.tree import Element
from .numbers import px, units
from .page import Layout, Page
from .styles.declarations import Declaration
from .styles.media import Condition, Viewport
from .styles.sheet import MediaBlock, Rule
from .styles.style import ComputedStyle
from .styles.values import Kind, Length, Number

NoteKind = Literal["value", "overruled", "unmatched", "query", "problem", "dead"]


@dataclass(frozen=True, slots=True)
class Note:
    """A note beside a line.

    ``index`` is the element it is about; ``quantity`` names its width or height where that is the number shown,
    so that a measured one can stand in; ``modelled`` says whether the number is computed.
    """

    file: str
    line: int
    text: str
    kind: NoteKind
    index: int | None = None
    quantity: str | None = None
    modelled: bool = True
    swatch: str = ""
    """A colour to show beside the note, as CSS."""


@dataclass(frozen=True, slots=True)
class KeptNotes:
    """The notes of a rule with what they were made of."""

    at: tuple[Viewport, Rect | None]
    """The viewport, and of an inline box its rectangle."""
    seen: tuple[object, ...]
    notes: list[Note]


@dataclass(slots=True)
class _Target:
    """The element whose numbers a rule's declarations are noted with."""

    element: Element
    style: ComputedStyle
    fragment: Fragment
    edges: Edges
    layout: Layout
    pseudo: str = ""


def margin_notes(page: Page, layout: Layout, selected: Element | None = None) -> list[Note]:
    """Notes for every author sheet of a page at a layout's width, for the selected element where a rule has it."""
    matched = page.cascade.elements_by_rule()
    notes: list[Note] = []
    for rule in page.sheets.rules:
        notes += _rule_notes(page, rule, matched.get(id(rule), []), layout, selected)
    notes += [_query_note(block, layout) for block in page.sheets.media_blocks]
    notes += [Note(p.file, p.line, p.message, "problem") for p in page.sheets.problems]
    notes += [Note(page.path, p.line, p.message, "problem", p.index) for p in page.markup_problems]
    return notes


_STATE = re.compile(r":(?:hover|focus|active|target|checked|visited|user-|popover-open|modal)")
"""States that a page at rest is not in: a rule for one applies to no element now, and that is as it should be."""


def _rule_notes(page: Page, rule: Rule, elements: list[Element], layout: Layout, selected: Element | None) -> list[Note]:
    if not elements and _STATE.search(rule.text):
        return []
    if not elements:
        return [Note(rule.file, rule.line, "no element has it", "unmatched")] if rule.declarations else []
    if not all(condition.matches(layout.viewport) for condition in rule.media):
        return []
    pseudo = pseudo_of(rule)
    if pseudo is None:
        return []
    if pseudo:
        return _generated_notes(rule, pseudo, elements, layout, selected)
    found = _with_box(elements, layout, selected)
    if found is None:
        return []
    element, style, fragment = found
    rect = layout.rects.get(element) if fragment is None else None
    seen = _seen(element, style, fragment, layout)
    kept = page.kept_notes.get(id(rule))
    if kept is not None and kept.at == (layout.viewport, rect) and len(kept.seen) == len(seen) and all(map(operator.is_, kept.seen, seen)):
        return kept.notes
    if fragment is None and rect is not None:
        fragment = _inline_fragment(element, style, layout, rect)
    assert fragment is not None
    target = _Target(element, style, fragment, fragment.edges(), layout)
    noted = [_declaration_note(declaration, target) for declaration in rule.declarations]
    notes = [note for note in noted if note is not None]
    page.kept_notes[id(rule)] = KeptNotes((layout.viewport, rect), seen, notes)
    return notes


def pseudo_of(rule: Rule) -> str | None:
    """The pseudo-element that a rule is for; empty for elements themselves, None where it is for several kinds, or one
    without a box of its own."""
    names = {selector.pseudo_element or "" for selector in rule.selectors}
    name = names.pop() if len(names) == 1 else None
    return name if name in ("", "before", "after") else None


def _generated_notes(rule: Rule, pseudo: str, elements: list[Element], layout: Layout, selected: Element | None) -> list[Note]:
    """Notes of a rule for ``::before`` or ``::after``, by the selected element's where it has one."""
    for element in (selected, *elements) if selected is not None and selected in elements else elements:
        made = layout.generated.get((element, pseudo))
        if made is not None:
            fragment = made.fragment or _inline_fragment(element, made.style, layout, made.rect, pseudo)
            target = _Target(element, made.style, fragment, fragment.edges(), layout, pseudo)
            return [note for declaration in rule.declarations if (note := _declaration_note(declaration, target)) is not None]
    if not rule.declarations or not any(element in layout.rects for element in elements):
        return []
    return [Note(rule.file, rule.line, f"no ::{pseudo} box: it needs a content", "unmatched", elements[0].index)]


def _with_box(elements: list[Element], layout: Layout, selected: Element | None) -> tuple[Element, ComputedStyle, Fragment | None] | None:
    """The element to note a rule's numbers by, its style and its box: the selected one where it is among them, else the first
    with a box, else the first that has only inline boxes, without one."""
    first: tuple[Element, ComputedStyle, None] | None = None
    for element in (selected, *elements) if selected is not None and selected in elements else elements:
        style = layout.tree.styles.get(element)
        if style is None:
            continue
        found = layout.fragments.get(element)
        if found is not None:
            return element, style, found[0]
        if first is None and element in layout.rects:
            first = element, style, None
    return first


def _seen(element: Element, style: ComputedStyle, fragment: Fragment | None, layout: Layout) -> tuple[object, ...]:
    """What the notes of a rule are made of: while each of these is the same object, so are the notes.

    A style is computed in place, with winners of its own each time.
    """
    parent = style.parent
    seen: list[object] = [fragment, style.winners, parent.winners if parent is not None else None]
    seen += [element in layout.unmodelled_elements, element in layout.rects]
    box = fragment.box.parent if fragment is not None else None
    if fragment is None:
        around = _fragment_around(element, layout)
        seen.append(around)
        box = around.box if around is not None else None
    while box is not None:
        seen.append(box.style.winners)
        box = box.parent if box.element is None else None
    return tuple(seen)


def _fragment_around(element: Element, layout: Layout) -> Fragment | None:
    return next((layout.fragments[one][0] for one in element.ancestors() if one in layout.fragments), None)


def _inline_fragment(element: Element, style: ComputedStyle, layout: Layout, rect: Rect, pseudo: str = "") -> Fragment:
    """An inline box's pieces as one fragment, to note its numbers by."""
    around = layout.fragments[element][0] if pseudo and element in layout.fragments else _fragment_around(element, layout)
    fragment = Fragment(Box(INLINE, style, element, is_inline_level=True), round(rect.width * 64), round(rect.height * 64))
    fragment.basis = max(around.width - around.edges().inline, 0) if around is not None else 0
    return fragment


def _declaration_note(declaration: Declaration, target: _Target) -> Note | None:
    longhands = list(declaration.values)
    winners = target.style.winners
    index = target.element.index
    if longhands and not any(name.startswith("--") for name in longhands):
        over = [winners[name] for name in longhands if name in winners and winners[name].declaration is not declaration]
        if len(over) == len(longhands):
            winner = over[0].declaration
            where = f"line {winner.line}" if winner is not None and winner.file == declaration.file else (
                f"{winner.file or 'style attribute'} line {winner.line}" if winner is not None else "an attribute")  # fmt: skip
            return Note(declaration.file, declaration.line, f"set again, {where}", "overruled", index)
    dead = why_dead(declaration.name, target.element, target.style, target.layout, target.pseudo)
    if dead:
        return Note(declaration.file, declaration.line, f"no effect: {dead}", "dead", index)
    colour = _colour(declaration, target)
    if colour:
        return Note(declaration.file, declaration.line, colour, "value", index, swatch=colour)
    text, quantity = _value_text(declaration, target)
    if not text:
        return None
    if "%" in declaration.text and text != "0":
        text += _of_what(declaration.name, target)
    modelled = target.element not in target.layout.unmodelled_elements or quantity is None
    return Note(declaration.file, declaration.line, text, "value", index, quantity, modelled)


_COLOURS = {"color": "color", "background-color": "background_color", "background": "background_color", **{f"border-{side}-color": f"border_{side}_color" for side in ("top", "right", "bottom", "left")}, "border-color": "border_top_color"}
_OF_PARENT = frozenset(
    ["width", "min-width", "max-width", "margin", "padding", "left", "right", "text-indent"]
    + [f"{prop}-{side}" for prop in ("margin", "padding") for side in ("top", "right", "bottom", "left", "inline", "block")]
)
"""Properties whose percentages are of the containing block's width (css-box-4, css-sizing-3 §5.1)."""


def _colour(declaration: Declaration, target: _Target) -> str:
    """The colour that a declaration comes to, as ``#rrggbb`` with its alpha where it is not opaque."""
    field = _COLOURS.get(declaration.name)
    value = getattr(target.style, field) if field is not None else None
    if field is not None and value == "currentcolor":
        value = target.style.color
    if not isinstance(value, tuple) or len(value) != 4 or (declaration.name == "background" and value[3] == 0):
        return ""
    red, green, blue, alpha = value
    text = "#" + "".join(f"{round(part * 255):02x}" for part in (red, green, blue))
    return text if alpha >= 1 else f"{text}{round(alpha * 255):02x}"


def _of_what(name: str, target: _Target) -> str:
    """What a percentage is of."""
    if name in _OF_PARENT:
        return f", of {units(target.fragment.basis)}"
    if name in ("gap", "row-gap", "column-gap", "grid-gap", "grid-template-columns"):
        return f", of {units(max(target.fragment.width - target.edges.inline, 0))}"
    if name == "font-size" and target.style.parent is not None:
        return f", of {px(float(target.style.parent.font_size))}"
    if name == "line-height":
        return f", of {px(float(target.style.font_size))}"
    return ""


def _value_text(declaration: Declaration, target: _Target) -> tuple[str, str | None]:
    name = declaration.name
    if name in ("width", "height"):
        used = target.fragment.width if name == "width" else target.fragment.height
        around = target.edges.inline if name == "width" else target.edges.block
        inner = used if target.style.box_sizing == "border-box" else used - around
        return units(max(inner, 0)), name
    if name in ("max-width", "min-width", "max-height", "min-height"):
        return _limit_text(name, target), name.split("-")[1]
    reader = _READERS.get(name)
    return (reader(target), None) if reader is not None else ("", None)


def _limit_text(name: str, target: _Target) -> str:
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


def _sides(prefix: str, target: _Target) -> str:
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


def _auto_margins(target: _Target, right: int, left: int) -> tuple[int, int]:
    edges = target.edges
    box = target.fragment.box
    if not (edges.auto_left or edges.auto_right) or box.parent is None or not box.is_block_level:
        return right, left
    free = max(target.fragment.basis - target.fragment.width - left - right, 0)
    if edges.auto_left and edges.auto_right:
        return free - free // 2, free // 2
    return (free, left) if edges.auto_right else (right, free)


def _side(prefix: str, side: str) -> Callable[[_Target], str]:
    def read(target: _Target) -> str:
        values = {name: getattr(target.edges, f"{prefix}_{name}") for name in ("top", "right", "bottom", "left")}
        if prefix == "margin":
            values["right"], values["left"] = _auto_margins(target, values["right"], values["left"])
        return units(values[side])

    return read


def _pair(prefix: str, sides: tuple[str, str]) -> Callable[[_Target], str]:
    first, second = _side(prefix, sides[0]), _side(prefix, sides[1])

    def read(target: _Target) -> str:
        one, two = first(target), second(target)
        return f"{one} each side" if one == two and one != "0" else one if one == two else f"{one}, then {two}"

    return read


def _line_height(target: _Target) -> str:
    height = target.style.line_height
    if height is None:
        return "normal"
    return px(height.value * target.style.font_size if isinstance(height, Number) else height)


def _inset(side: str) -> Callable[[_Target], str]:
    def read(target: _Target) -> str:
        length: Length = getattr(target.style, side)
        if length.is_auto:
            return "auto"
        return units(length.units) if length.kind == Kind.FIXED else ""

    return read


def _gap(prop: str) -> Callable[[_Target], str]:
    def read(target: _Target) -> str:
        inner = max(target.fragment.width - target.edges.inline, 0)
        lengths = {"row-gap": target.style.row_gap, "column-gap": target.style.column_gap}
        values = [units(length.resolve(inner)) for name, length in lengths.items() if prop in ("gap", "grid-gap", name)]
        return values[0] if len(set(values)) == 1 else f"{values[0]}, then {values[1]}"

    return read


def _display(target: _Target) -> str:
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


def _tracks(position: int) -> Callable[[_Target], str]:
    def read(target: _Target) -> str:
        tracks = target.fragment.tracks
        if target.fragment.box.kind != GRID or not isinstance(tracks, tuple):
            return ""
        return " | ".join(units(track.base) for track in tracks[position].tracks if not track.collapsed)

    return read


def _flex(target: _Target) -> str:
    """The used main size of a flex item."""
    parent = target.fragment.box.parent
    if parent is None or parent.kind != FLEX:
        return ""
    is_row = parent.style.flex_direction.startswith("row")
    return f"{units(target.fragment.width if is_row else target.fragment.height)} {'wide' if is_row else 'high'}"


_READERS: dict[str, Callable[[_Target], str]] = {
    "gap": _gap("gap"),
    "grid-gap": _gap("grid-gap"),
    "row-gap": _gap("row-gap"),
    "column-gap": _gap("column-gap"),
    "display": _display,
    "grid-template-columns": _tracks(0),
    "grid-template-rows": _tracks(1),
    "grid-template": _tracks(0),
    "flex": _flex,
    "flex-basis": _flex,
    "font-size": lambda target: px(float(target.style.font_size)),
    "font": lambda target: f"{px(float(target.style.font_size))} on {_line_height(target)}",
    "line-height": _line_height,
    "letter-spacing": lambda target: px(float(target.style.letter_spacing)),
    "word-spacing": lambda target: px(float(target.style.word_spacing)),
    "text-indent": lambda target: units(target.style.text_indent.resolve(target.fragment.width - target.edges.inline)),
    "margin": lambda target: _sides("margin", target),
    "padding": lambda target: _sides("padding", target),
    "border": lambda target: _sides("border", target),
    "border-width": lambda target: _sides("border", target),
    "margin-inline": _pair("margin", ("left", "right")),
    "margin-block": _pair("margin", ("top", "bottom")),
    "padding-inline": _pair("padding", ("left", "right")),
    "padding-block": _pair("padding", ("top", "bottom")),
    **{f"margin-{side}": _side("margin", side) for side in ("top", "right", "bottom", "left")},
    **{f"padding-{side}": _side("padding", side) for side in ("top", "right", "bottom", "left")},
    **{f"border-{side}": _side("border", side) for side in ("top", "right", "bottom", "left")},
    **{side: _inset(side) for side in ("top", "right", "bottom", "left")},
}


def _query_note(block: MediaBlock, layout: Layout) -> Note:
    """Whether a query is on at the walker, and the width at which it turns."""
    on = block.condition.matches(layout.viewport)
    width = layout.viewport.width
    turns = sorted(set(block.condition.turns()))
    below = [turn for turn in turns if turn <= width]
    above = [turn for turn in turns if turn > width]
    text = "on" if on else "off"
    if below and (on or not above):
        text += f", since {below[-1]:,}"
    elif above:
        text += f", until {above[0] - 1:,}" if on else f", on from {above[0]:,}"
    return Note(block.file, block.line, text, "query")


def turning_widths(conditions: Iterable[Condition], height: int | None = None) -> list[int]:
    """Every width at which some condition turns, ascending: at a viewport height, those by orientation and aspect ratio too."""
    return sorted({turn for condition in conditions for turn in condition.turns(height)})
