"""Terms of positioned boxes and replaced elements (css-position-3 §4, CSS 2 §10.3.7, §10.4)."""

from __future__ import annotations

from ..layout.boxes import REPLACED, Box, Edges, edges_of
from ..layout.fragments import Fragment, Space
from ..styles.values import AUTO_KIND, Kind
from ..units import INDEFINITE
from .block_steps import add_edges, describe, name_of, shown
from .record import Source, Sum, Sums, declared


def record_positioned(
    sums: Sums, box: Box, width: int, height: int, fragment: Fragment, x: int, y: int, static: tuple[int, int]
) -> None:
    """How an absolutely positioned box came to its size and place in its containing block of width × height."""
    if not sums.wants(box):
        return
    edges = edges_of(box, width)
    style = box.style
    axes = (
        ("width", "x", width, fragment.width, x, static[0], "left", "right", style.left, style.right, style.width),
        ("height", "y", height, fragment.height, y, static[1], "top", "bottom", style.top, style.bottom, style.height),
    )
    for size_name, place_name, room, size, place, at_rest, start, end, low, high, length in axes:
        if not low.is_auto and not high.is_auto and length.is_auto:
            total = Sum(size_name).start(room, f"padding box of its containing block, {shown(room)}")
            total.add(-low.resolve(room), start, declared(box, start)).add(-high.resolve(room), end, declared(box, end))
            for side in (start, end):
                total.add(-getattr(edges, f"margin_{side}"), f"margin-{side}", declared(box, f"margin-{side}"))
            if total.total != size:
                total.set(size, f"min-{size_name} or max-{size_name}", declared(box, f"max-{size_name}"))
            sums.write(box, size_name, total)
        elif length.is_auto and size_name == "width" and sums.read(box, "width") is None:
            total = Sum("width").start(size, "shrink-to-fit: as wide as its content, at most the room", Source(rule="CSS 2 §10.3.7"))
            sums.write(box, "width", total)
        elif length.kind > Kind.CALC and not length.is_auto and size_name == "width" and box.kind != REPLACED:
            total = Sum("width").start(size - edges.inline, describe(length, width, "the room"), declared(box, "width"))
            add_edges(total, box, edges, ("left", "right"))
            if total.total != size:
                total.set(size, "min-width or max-width", declared(box, "max-width"))
            sums.write(box, "width", total)
        elif length.kind == Kind.STRETCH and size_name == "height":
            sums.write(box, "height", Sum("height").start(size, "height: stretch, the room from where it begins", declared(box, "height")))
        elif length.kind <= Kind.CALC:
            words = f"{size_name}: {describe(length, room, 'the containing block')}"
            total = Sum(size_name).start(length.resolve(room), words, declared(box, size_name))
            if style.box_sizing == "content-box":
                add_edges(total, box, edges, (start, end), gutters=False)
            if total.total != size:
                total.set(size, f"min-{size_name} or max-{size_name}", declared(box, f"max-{size_name}"))
            sums.write(box, size_name, total)
        total = Sum(place_name).start(0, "padding edge of its containing block")
        if not low.is_auto:
            total.add(low.resolve(room), start, declared(box, start))
        elif not high.is_auto:
            total.add(room - high.resolve(room) - size - getattr(edges, f"margin_{end}"), f"from {end}: {shown(room)} − {end} − its size", declared(box, end))
        else:
            total.add(at_rest, "static position: where it would stand in flow", Source(rule="CSS 2 §10.6.4"))
        if low.is_auto and not high.is_auto:
            total.add(place - total.total, "as laid out")
        else:
            total.add(getattr(edges, f"margin_{start}"), f"margin-{start}", declared(box, f"margin-{start}"))
            total.add(place - total.total, "its part of what is left", declared(box, f"margin-{start}"))
        sums.write(box, place_name, total)


def record_replaced(sums: Sums, box: Box, edges: Edges, space: Space, fragment: Fragment) -> None:
    """How a picture or control came to its size: given, natural, by the ratio, held by limits."""
    if not sums.wants(box):
        return
    style = box.style
    natural = box.natural
    sizes = (
        ("width", style.width, style.max_width, style.min_width, space.inline, fragment.width, edges.inline, ("left", "right"), natural.width if natural else None),
        ("height", style.height, style.max_height, style.min_height, space.percent_block, fragment.height, edges.block, ("top", "bottom"), natural.height if natural else None),
    )
    for name, length, most, _, basis, size, around, sides, own in sizes:
        inner = size - around
        usable = length.kind <= Kind.CALC and not (length.has_percentage and basis == INDEFINITE)
        total = Sum(name)
        if usable and name == "width" and length.has_percentage:
            total.from_parent = True
            total.start(basis, f"room in {name_of(box.parent)}").set(length.resolve(basis), f"× {length.percent:g}%", declared(box, name))
            if style.box_sizing == "border-box":
                total.add(-around, "padding and border, which the width holds too")
        elif usable:
            given = length.resolve(max(basis, 0)) - (around if style.box_sizing == "border-box" else 0)
            total.start(given, f"{name}: {describe(length, basis, 'the containing block')}", declared(box, name))
        elif own is not None:
            total.start(own, f"natural {name}", Source(rule="CSS 2 §10.3.2"))
        else:
            total.start(inner, f"no natural {name}", Source(rule="CSS 2 §10.3.2"))
        if total.total != inner:
            limited = most.kind != Kind.NONE and most.kind != AUTO_KIND and name == "width"
            other = "height" if name == "width" else "width"
            label = f"max-{name}: {describe(most, basis, 'the containing block')}" if limited else f"the ratio with this {other}"
            total.set(inner, label, declared(box, f"max-{name}" if limited else other))
        add_edges(total, box, edges, sides)
        sums.write(box, name, total)
