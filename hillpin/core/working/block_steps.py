"""Terms of blocks and floats: what their sizes and places are made of (CSS 2 §8.3.1, §9.5, §10.3, §10.6).

Called by the layout functions with the numbers that they used. Widths and heights are those of the border box;
x and y count from the parent's border box.
"""

from __future__ import annotations

from ..layout.block.floats import Floats
from ..layout.block.inside import Inside, Strut
from ..layout.boxes import Box, Edges, edges_of
from ..layout.columns import has_columns
from ..layout.fragments import Fragment, Space
from ..layout.recorder import FlowSoFar
from ..layout.sizes.sizing import relative_offset
from ..shown import px
from ..styles.values import AUTO_KIND, FIXED, PERCENT, Kind, Length
from ..units import INDEFINITE
from .record import Source, Sum, Sums, declared


def shown(units: int) -> str:
    """A length in 1/64 px as people read it: two decimals at most."""
    return px(units / 64)


def name_of(box: Box | None) -> str:
    """How a person would call a box."""
    if box is None:
        return "viewport"
    if box.element is None:
        return "anonymous box" if box.pseudo is None else f"::{box.pseudo}"
    name = box.element.name()
    return name if box.pseudo is None else f"{name}::{box.pseudo}"


def describe(length: Length, basis: int, of: str) -> str:
    """A sizing value in words."""
    if length.kind == PERCENT:
        return f"{length.percent:g}% of {shown(basis)} ({of})"
    if length.kind == Kind.CALC:
        return f"calc() with 100% = {shown(basis)} ({of})"
    return {
        Kind.MIN_CONTENT: "min-content", Kind.MAX_CONTENT: "max-content", Kind.FIT_CONTENT: "fit-content",
        Kind.STRETCH: "stretch",
    }.get(length.kind, shown(length.units))  # fmt: skip


def add_edges(total: Sum, box: Box, edges: Edges, sides: tuple[str, str], sign: int = 1, gutters: bool = True) -> None:
    """Add (or with −1 take away) padding and border of two sides, in one term where one line sets both, and what is kept there
    for scroll bars, unless a width holds that already."""
    name = name_of(box)
    kept = dict(zip(("left", "right"), box.gutters, strict=True))
    for part, prop in (("padding", "padding-{}"), ("border", "border-{}-width")):
        amounts = [getattr(edges, f"{part}_{side}") - (kept.get(side, 0) if part == "border" else 0) for side in sides]
        sources = [declared(box, prop.format(side)) for side in sides]
        if all(amounts) and (sources[0].file, sources[0].line) == (sources[1].file, sources[1].line):
            total.add(sign * sum(amounts), f"{name} {part} {shown(amounts[0])} + {shown(amounts[1])}", sources[0])
            continue
        for side, amount, source in zip(sides, amounts, sources, strict=True):
            total.add(sign * amount, f"{name} {part}-{side}", source)
    if gutters and sides[0] in kept:
        total.add(sign * sum(kept.values()), f"{name}, kept for scroll bars", declared(box, "scrollbar-gutter"))


def record_inline_size(sums: Sums, box: Box, edges: Edges, space: Space, before_limits: int, width: int) -> None:
    """How ``inline_size`` came to a border-box width (§10.3.3, §10.3.5, §10.4)."""
    if not sums.wants(box) or space.fixed_inline != INDEFINITE:
        return
    style = box.style
    total = Sum("width")
    length = style.width
    room = space.inline
    if length.kind != AUTO_KIND:
        content_box = style.box_sizing == "content-box"
        inner = before_limits - (edges.inline - sum(box.gutters) if content_box and length.kind <= Kind.CALC else 0)
        if length.has_percentage:
            total.from_parent = True
            total.start(room, f"room in {name_of(box.parent)}").set(inner, _of_room(length), declared(box, "width"))
        else:
            total.start(inner, f"width: {describe(length, room, 'the containing block')}", declared(box, "width"))
        if content_box and length.kind <= Kind.CALC:
            add_edges(total, box, edges, ("left", "right"), gutters=False)
    elif space.shrink:
        total.start(before_limits, "shrink-to-fit: as wide as its content, at most the room", Source(rule="CSS 2 §10.3.5"))
    else:
        total.from_parent = True
        total.start(space.across, f"room {'' if space.across == room else 'beside floats '}in {name_of(box.parent)}", Source(rule="CSS 2 §10.3.3"))
        add_margins(total, box, edges)
        if total.total != before_limits:
            rule = "aspect-ratio" if style.aspect_ratio else "padding and border need this"
            total.set(before_limits, rule, declared(box, "aspect-ratio") if style.aspect_ratio else Source(rule="CSS 2 §10.3.3"))
    _record_limits(total, box, "width", style.max_width, style.min_width, before_limits, width, room)
    sums.write(box, "width", total)


def add_margins(total: Sum, box: Box, edges: Edges) -> None:
    """Take away the margins of both inline sides, in one term where one line sets both."""
    left, right = declared(box, "margin-left"), declared(box, "margin-right")
    name = name_of(box)
    start, end = box.gutters if box.parent is None else (0, 0)
    total.add(-start - end, "kept for scroll bars of the window", declared(box, "scrollbar-gutter"))
    at_left, at_right = edges.margin_left - start, edges.margin_right - end
    if at_left and at_right and (left.file, left.line) == (right.file, right.line):
        total.add(-at_left - at_right, f"{name} margin {shown(at_left)} + {shown(at_right)}", left)
        return
    total.add(-at_left, f"{name} margin-left", left)
    total.add(-at_right, f"{name} margin-right", right)


def _of_room(length: Length) -> str:
    return f"× {length.percent:g}%" if length.kind == PERCENT else "calc() with that as 100%"


def _record_limits(total: Sum, box: Box, axis: str, most: Length, least: Length, before: int, after: int, basis: int) -> None:
    if most.kind != Kind.NONE:
        words = f"max-{axis}: {describe(most, basis, 'the containing block')}"
        if after < before:
            total.set(after, f"{words} holds it back", declared(box, f"max-{axis}"))
        else:
            total.note(f"{words}, not reached", declared(box, f"max-{axis}"))
    if least.kind != AUTO_KIND and not (least.kind == FIXED and least.units == 0):
        words = f"min-{axis}: {describe(least, basis, 'the containing block')}"
        if after > total.total:
            total.set(after, f"{words} holds it open", declared(box, f"min-{axis}"))
        else:
            total.note(f"{words}, not needed", declared(box, f"min-{axis}"))
    if total.total != after:
        total.set(after, "its padding and border", Source(rule="CSS 2 §10.4"))


def record_block(sums: Sums, box: Box, edges: Edges, space: Space, fragment: Fragment, inside: Inside, floats: Floats | None) -> None:
    """How a block came to its height (§10.6.3, §10.6.7, §10.7)."""
    if not sums.wants(box) or space.fixed_block != INDEFINITE:
        return
    style = box.style
    total = Sum("height")
    length = style.height
    content = fragment.content_height - edges.block
    definite = length.kind <= Kind.CALC and not (length.has_percentage and space.percent_block == INDEFINITE)
    if definite:
        inner = length.resolve(max(space.percent_block, 0))
        total.start(inner, f"height: {describe(length, space.percent_block, 'the containing block')}", declared(box, "height"))
        if style.box_sizing == "content-box":
            add_edges(total, box, edges, ("top", "bottom"))
    else:
        _content_height(total, box, inside, content, floats)
        add_edges(total, box, edges, ("top", "bottom"))
        if style.aspect_ratio is not None and total.total != fragment.height:
            total.set(fragment.height, "aspect-ratio with this width", declared(box, "aspect-ratio"))
    if total.total < fragment.height == inside.marker:
        total.set(fragment.height, "as high as its marker, which stands on no line", Source(rule="CSS 2 §12.5.1"))
    _record_limits(total, box, "height", style.max_height, style.min_height, total.total, fragment.height, max(space.percent_block, 0))
    sums.write(box, "height", total)


def _content_height(total: Sum, box: Box, inside: Inside, content: int, floats: Floats | None) -> None:
    if has_columns(box):
        total.start(content, "as high as its columns", Source(rule="css-multicol-1 §7"))
    elif inside.line_count and inside.line_count * inside.line_height == content:
        one = shown(inside.line_height)
        label = f"{inside.line_count} lines × {one}" if inside.line_count > 1 else f"1 line of {one}"
        total.start(content, label, declared(box, "line-height"))
    elif inside.line_count:
        total.start(content, f"{inside.line_count} lines", Source(rule="CSS 2 §10.6.3"))
    elif inside.children:
        flowing = [child for _, _, child in inside.children if not child.box.is_floating]
        if floats is not None and floats.items and content == floats.lowest:
            total.start(content, "down to the bottom of its floats", Source(rule="CSS 2 §10.6.7"))
        elif flowing:
            last = flowing[-1].box
            total.start(content, f"down to the bottom of {name_of(last)}, its last child", Source(rule="CSS 2 §10.6.3"))
        else:
            total.start(content, "only floats, which take no height here", Source(rule="CSS 2 §10.6.3"))
    else:
        total.start(content, "nothing in it", Source(rule="CSS 2 §10.6.3"))


def _from_parent(title: str, flow: FlowSoFar, side: str) -> Sum:
    """A sum that begins at the parent's border edge and steps over its border and padding."""
    parent = flow.box
    total = Sum(title).start(0, f"edge of {name_of(parent)}", Source(index=parent.element.index if parent.element else None))
    edges = edges_of(parent, flow.width)
    total.add(getattr(edges, f"border_{side}"), f"border-{side} of {name_of(parent)}", declared(parent, f"border-{side}-width"))
    total.add(getattr(edges, f"padding_{side}"), f"padding-{side} of {name_of(parent)}", declared(parent, f"padding-{side}"))
    return total


def record_in_flow(sums: Sums, box: Box, edges: Edges, flow: FlowSoFar, x: int, y: int, strut: Strut[int], cleared: bool) -> None:
    """How a block in flow came to its place (§9.4.1, §8.3.1, §9.5.2)."""
    if not sums.wants(box):
        return
    across = _from_parent("x", flow, "left")
    if edges.auto_left:
        across.add(x, "margin-left: auto, its part of what is left", declared(box, "margin-left"))
    else:
        across.add(edges.margin_left, "margin-left", declared(box, "margin-left"))
        if flow.box.is_reversed:
            across.add(x - edges.margin_left, "what is left at the side where text ends", Source(rule="CSS 2 §10.3.3"))
        else:
            across.add(x - edges.margin_left, "beside the float", Source(rule="CSS 2 §9.5"))
    down = _from_parent("y", flow, "top")
    if cleared:
        down.add(y, f"clear: {box.style.clear}, below the floats", declared(box, "clear"))
    else:
        down.add(flow.y, "below what comes before it", Source(rule="CSS 2 §9.4.1"))
        margin = y - flow.y
        joined = (strut.positive and strut.negative) or margin not in (0, edges.margin_top)
        down.add(margin, "margin, the larger of those that meet" if joined else "margin-top", declared(box, "margin-top"))
        if flow.at_top and edges.margin_top and margin == 0:
            down.note("its margin-top collapses through the top of its parent", Source(rule="CSS 2 §8.3.1"))
    _add_offset(across, down, box, flow.width)
    sums.write(box, "x", across)
    sums.write(box, "y", down)


def record_legend(sums: Sums, legend: Box, edges: Edges, x: int, y: int) -> None:
    """How a legend came to its place in the border of its fieldset (HTML 15.3.13)."""
    if not sums.wants(legend):
        return
    parent = legend.parent
    source = Source(index=parent.element.index if parent is not None and parent.element is not None else None)
    across, down = (Sum(title).start(0, f"edge of {name_of(parent)}", source) for title in ("x", "y"))
    across.add(edges.left, f"border-left and padding-left of {name_of(parent)}", declared(parent or legend, "padding-left"))
    across.add(x - edges.left, "margin-left, and how it is aligned", declared(legend, "margin-left"))
    down.add(y, "in the middle of the border, or from its top where that is thinner", Source(rule="HTML 15.3.13"))
    sums.write(legend, "x", across)
    sums.write(legend, "y", down)


def record_float(sums: Sums, box: Box, edges: Edges, flow: FlowSoFar, x: int, y: int) -> None:
    """Where a float was put (§9.5.1); x and y are of its margin box."""
    if not sums.wants(box):
        return
    side = box.style.float
    across = _from_parent("x", flow, "left")
    across.add(x, f"float: {side}, as far {side} as it may stand", declared(box, "float"))
    across.add(edges.margin_left, "margin-left", declared(box, "margin-left"))
    down = _from_parent("y", flow, "top")
    down.add(y, "as high as it may stand", Source(rule="CSS 2 §9.5.1"))
    down.add(edges.margin_top, "margin-top", declared(box, "margin-top"))
    _add_offset(across, down, box, flow.width)
    sums.write(box, "x", across)
    sums.write(box, "y", down)


def _add_offset(across: Sum, down: Sum, box: Box, width: int) -> None:
    if not box.is_relative:
        return
    dx, dy = relative_offset(box, width, INDEFINITE)
    side = "right" if box.style.left.is_auto else "left"
    across.add(dx, f"position: relative, {side}", declared(box, side))
    edge = "bottom" if box.style.top.is_auto else "top"
    down.add(dy, f"position: relative, {edge}", declared(box, edge))
