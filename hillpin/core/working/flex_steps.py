"""Terms of flex items, in the words of css-flexbox-1 §9: base size, free space, factor, share, violation, final."""

from __future__ import annotations

from ..layout.boxes import TABLE, Box
from ..layout.flex.flex_line import Axes, FlexItem, FlexLine
from ..layout.fragments import Fragment
from .block_steps import name_of, shown
from .record import Source, Sum, Sums, declared


def record_flex(sums: Sums, box: Box, axes: Axes, lines: list[FlexLine], inner_main: int, gap: int, fragment: Fragment) -> None:
    """Sums for every item's size and place, and the container's height."""
    if not sums.wants(box):
        return
    main, cross = ("width", "height") if axes.is_row else ("height", "width")
    for line in lines:
        for item in line.items:
            if not sums.wants(item.box):
                continue
            sums.write(item.box, main, _main_sum(box, axes, line, item, inner_main, gap))
            sums.write(item.box, cross, _cross_sum(item, line, cross, sums.read(item.box, cross)))
            _record_place(sums, box, axes, line, item)
    total = Sum("height")
    edges = fragment.edges() if fragment.basis else None
    inner = fragment.height - (edges.block if edges else 0)
    if axes.is_row and len(lines) > 1:
        total.start(inner, f"{len(lines)} lines: {' + '.join(shown(line.cross) for line in lines)}, and the gaps", Source(rule="css-flexbox-1 §9.4"))
    elif axes.is_row:
        total.start(inner, "its line: as high as the highest item", Source(rule="css-flexbox-1 §9.4 step 8"))
    else:
        total.start(inner, "its items one below another", Source(rule="css-flexbox-1 §9.3"))
    if not box.style.height.is_auto:
        total = Sum("height").start(fragment.height, "height", declared(box, "height"))
    else:
        total.add(fragment.height - total.total, f"{name_of(box)} padding and border", declared(box, "padding-top"))
    sums.write(box, "height", total)


def _main_sum(box: Box, axes: Axes, line: FlexLine, item: FlexItem, inner_main: int, gap: int) -> Sum:
    """Base size + share of the free space, then what holds it back or open (§9.7)."""
    size = "width" if axes.is_row else "height"
    total = Sum(size)
    source = declared(item.box, "flex-basis" if item.base_words == "flex-basis" else size)
    total.start(item.base, f"flex base size, from {item.base_words}", source)
    if item.base != item.hypothetical:
        total.note(f"hypothetical size {shown(item.hypothetical)}, within its limits", Source(rule="css-flexbox-1 §9.2"))
    taken = " + ".join(shown(other.base + other.main_start + other.main_end) for other in line.items[:8])
    gaps = f" − {len(line.items) - 1} gaps × {shown(gap)}" if gap and len(line.items) > 1 else ""
    total.note(f"free space {shown(line.free)} = {shown(inner_main)} in {name_of(box)} − ({taken}){gaps}", Source(rule="css-flexbox-1 §9.7"))
    factor = item.box.style.flex_grow if line.growing else item.box.style.flex_shrink
    share = item.main - item.base
    prop = "flex-grow" if line.growing else "flex-shrink"
    at_minimum = item.main == item.minimum and item.minimum > item.main_around and not (line.growing and share >= 0)
    if not factor:
        total.note(f"{prop} is 0, so it takes no part", declared(item.box, prop))
        if share:
            total.add(share, f"{item.minimum_words or 'its limits'}", Source(rule="css-flexbox-1 §4.5"))
    elif at_minimum:
        total.set(item.main, f"held open by its {item.minimum_words}", declared(item.box, f"min-{size}"))
    elif item.main == item.maximum:
        total.set(item.main, f"held back by max-{size}", declared(item.box, f"max-{size}"))
    else:
        of = f"{factor:g} of {line.factor_sum:g} {prop}" if line.growing else f"{factor:g} × its base size, of all"
        total.add(share, f"its share, {of}", declared(item.box, prop))
    return total


def _cross_sum(item: FlexItem, line: FlexLine, size: str, own: Sum | None) -> Sum:
    if item.stretches and getattr(item.box.style, size).is_auto:
        total = Sum(size).start(line.cross, f"the line's {size}, stretched to", declared(item.box, "align-self"))
        total.add(-item.cross_start, "margin before it").add(-item.cross_end, "margin after it")
        if total.total != item.cross:
            total.set(item.cross, f"its limits of {size}", declared(item.box, f"max-{size}"))
        if item.box.kind == TABLE and item.fragment is not None:
            laid_out, parts = (item.fragment.height, "rows") if size == "height" else (item.fragment.width, "columns")
            total.add(laid_out - item.cross, f"what its {parts} need more", Source(rule="CSS 2 §17.5.3"))
        return total
    if own is not None and own.total == item.cross:
        return own
    return Sum(size).start(item.cross, "as its content needs", Source(rule="css-flexbox-1 §9.4 step 7"))


def _record_place(sums: Sums, box: Box, axes: Axes, line: FlexLine, item: FlexItem) -> None:
    fragment_edges = box.style
    names = ("x", "y") if axes.is_row else ("y", "x")
    for name, offset in zip(names, (item.main_offset, item.cross_offset), strict=True):
        side = "left" if name == "x" else "top"
        total = Sum(name).start(0, f"edge of {name_of(box)}")
        total.add(getattr(fragment_edges, f"border_{side}_width"), f"border-{side} of {name_of(box)}", declared(box, f"border-{side}-width"))
        padding = getattr(fragment_edges, f"padding_{side}").resolve(0)
        total.add(padding, f"padding-{side} of {name_of(box)}", declared(box, f"padding-{side}"))
        words = "the items and gaps before it, and its place in the free space" if name == names[0] else f"align-self: {item.align}"
        total.add(offset, words, declared(box, "justify-content" if name == names[0] else "align-items"))
        sums.write(item.box, name, total)
