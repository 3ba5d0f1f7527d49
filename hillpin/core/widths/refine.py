"""Finding, box by box from the inside out, between which widths each box's fragment is a line.

A box's inside depends on what is asked of it alone. So where what is asked is a line between two widths, the widths at
which the box changes are found by laying out the box and nothing around it; and what is around it changes only there,
or where it bends by itself.
"""

from __future__ import annotations

from ..layout.block.block_layout import IN_FLOW, flow_alone
from ..layout.block.fieldset import FIELDSET
from ..layout.boxes import BLOCK, Box
from ..layout.columns import has_columns
from ..layout.context import Context
from ..layout.entry import Pass
from ..layout.fragments import Fragment, space_of
from ..layout.inline.items import ItemKind
from ..layout.inline.line_ranges import changes_between
from ..layout.sizes.sizing import justification
from ..styles.media import Viewport
from ..styles.values import AUTO_KIND
from ..styles.values import Kind as LengthKind
from .blend import TOLERANCE, BlendedFragment, Memory, Sample, Span, Walk, between, is_tight

MOST_CHANGES = 200


class Refiner:
    """Refines the boxes of one tree between three widths that have been laid out."""

    def __init__(self, ctx: Context, root: Box, height: int) -> None:
        self.ctx, self.height = ctx, height
        self.walks: list[Walk] = []
        self.order = [box for box in reversed(list(root.walk())) if box is not root and not _moves(box)]

    def refine(self, low: int, middle: int, high: int) -> None:
        """Give every box that changes between ``low`` and ``high`` its spans, the innermost first."""
        for box in self.order:
            memories: dict[int, Memory] | None = box.walked
            for kind, memory in list(memories.items()) if memories is not None else ():
                a, m, b = memory.samples.get(low), memory.samples.get(middle), memory.samples.get(high)
                if a is None or m is None or b is None or memory.height != self.height or box.is_container:
                    continue
                walk = Walk(middle, self.height, low, high)
                if not walk.asked_on_line(a, m, b) or memory.covers(low, high):
                    continue
                _Piecewise(self, box, kind, memory).divide(low, a, middle, m)
                _Piecewise(self, box, kind, memory).divide(middle, m, high, b)

    def forget(self) -> None:
        """Drop the samples that only this refining needed."""
        for walk in self.walks:
            walk.forget()
        self.walks.clear()


def _moves(box: Box) -> bool:
    """Whether something in a box is sized by the viewport's width itself."""
    return any(inner.style.uses_viewport & 2 for inner in box.walk_twice())


class _Piecewise:
    """One box between widths."""

    def __init__(self, refiner: Refiner, box: Box, kind: int, memory: Memory) -> None:
        self.refiner, self.box, self.kind, self.memory = refiner, box, kind, memory
        self.is_plain = _is_plain(box)
        content = box.content_cache
        self.is_text = box.kind == BLOCK and content is not None and content.uniform and not box.style.text_indent.has_percentage and _has_plain_size(box)

    def divide(self, low: int, a: Sample, high: int, b: Sample) -> None:
        """Spans between two samples, parted where something inside changes."""
        if high - low < 2:
            return
        if jumps(self.box):
            self._exactly(low, a, high, b)
            return
        stops = [low, *self._changes(low, a, high, b), high]
        samples = [a, *(self._sample(at, low, a, high, b) for at in stops[1:-1]), b]
        for place in range(len(stops) - 1):
            self._halve(stops[place], samples[place], stops[place + 1], samples[place + 1])

    def _exactly(self, low: int, a: Sample, high: int, b: Sample) -> None:
        """The box at every width between two, then spans where all of them are on a line."""
        samples = {low: a, high: b, **{width: self._sample(width, low, a, high, b) for width in range(low + 1, high)}}

        def join(left: int, right: int) -> None:
            if right - left < 2:
                return
            ends = samples[left], samples[right]
            if all(Walk(width, self.refiner.height, left, right).is_line(ends[0], samples[width], ends[1]) for width in range(left + 1, right)):
                self.memory.add(Span(left, right, *ends))
                return
            middle = (left + right) // 2
            join(left, middle)
            join(middle, right)

        join(low, high)

    def _halve(self, low: int, a: Sample, high: int, b: Sample) -> None:
        """A span where the middle is on the line; else halves, down to neighbours."""
        if high - low < 2:
            return
        if self._follows(low, a, high, b):
            self.memory.add(Span(low, high, a, b))
            return
        middle = (low + high) // 2
        m = self._sample(middle, low, a, high, b)
        if m.fragment.out_of_flow:
            return
        if Walk(middle, self.refiner.height, low, high).is_line(a, m, b):
            self.memory.add(Span(low, high, a, b))
            return
        self._halve(low, a, middle, m)
        self._halve(middle, m, high, b)

    def _follows(self, low: int, a: Sample, high: int, b: Sample) -> bool:
        """Whether blocks one below another are all on lines between two widths, so that what holds them is too."""
        box, first, last = self.box, a.fragment, b.fragment
        if (box.is_as_wide_as_content or (not self.kind & IN_FLOW and space_of(self.kind, a.asked).shrink)) and last.width != first.width:
            # Shrink-to-fit is held by what content needs from some width on: as wide as there is room at both ends, or not.
            rooms = [one.asked[0] if self.kind & IN_FLOW else space_of(self.kind, one.asked).across for one in (a, b)]
            if last.width - first.width != rooms[1] - rooms[0]:
                return False
        if (_content_width(a) > 0) != (_content_width(b) > 0):
            # No narrower than nothing: where its margins leave room for the first time, its width turns.
            return False
        if self.is_text:
            # A text alone in its box: the same number of lines at both ends is the same at every width between.
            return first.breaks == last.breaks and first.height == last.height
        if box.kind != BLOCK or box.has_inline_children or box.has_floats or not self.is_plain or len(first.children) != len(last.children):
            return False
        if first.out_of_flow or last.out_of_flow or first.inlines or last.inlines:
            return False
        if is_tight(first) or is_tight(last):
            return False
        return all(_on_one_span(p.fragment, q.fragment, low, high) for p, q in zip(first.children, last.children, strict=True))

    def _changes(self, low: int, a: Sample, high: int, b: Sample) -> list[int]:
        """Widths between two at which something inside is known to change, each with the one before it."""
        found = changes_inside(self.box, low, high)
        if self.box.has_inline_children:
            first, last = (_content_width(sample) for sample in (a, b))
            for change in changes_between(self.refiner.ctx, self.box, first, last) if last > first else ():
                at = low - (-(change - first) * (high - low) // (last - first))
                found |= {at - 1, at}
        inside = sorted(at for at in found if low < at < high)
        return inside if len(inside) <= MOST_CHANGES else []

    def _sample(self, width: int, low: int, a: Sample, high: int, b: Sample) -> Sample:
        """The box laid out by itself for what is asked of it at a width, on the line between two samples."""
        part, whole = width - low, high - low
        asked = tuple([(p * (whole - part) + q * part + whole // 2) // whole for p, q in zip(a.asked, b.asked, strict=True)])
        known = self.memory.samples.get(width)
        if known is not None and known.asked == asked:
            return known
        refiner = self.refiner
        walk = Walk(width, refiner.height, low, high)
        refiner.walks.append(walk)
        ctx = Pass(Viewport(width, refiner.height), refiner.ctx.fonts, walk=walk, unmodelled=refiner.ctx.unmodelled, mode=refiner.ctx.mode)
        if self.kind & IN_FLOW:
            flow = flow_alone(ctx, self.box, asked)  # type: ignore[arg-type]
            sample = Sample(asked, flow.fragment, (flow.bottom.positive, flow.bottom.negative, int(flow.through)))
        else:
            sample = Sample(asked, ctx.lay_out_anew(self.box, space_of(self.kind, asked)))
        self.memory.samples[width] = sample
        walk.kept.append(self.memory)
        return sample


def jumps(box: Box) -> bool:
    """Whether floats come after text in the lines of a box, or of one that shares its formatting context, or columns are balanced in
    it. With more room such lines and columns may be higher, then lower, then higher again: that two widths are alike says nothing
    of those between."""
    if has_columns(box):
        return True
    if not box.has_inline_children:
        return any(child.has_floats and jumps(child) for child in box.children)
    kinds = [item.kind for item in box.content_cache.items] if box.content_cache is not None else []
    if ItemKind.FLOAT not in kinds:
        return False
    last = len(kinds) - 1 - kinds[::-1].index(ItemKind.FLOAT)
    return any(kind in (ItemKind.TEXT, ItemKind.ATOMIC) for kind in kinds[:last])


def _is_plain(box: Box) -> bool:
    """Whether only the heights of its children and its own edges say how high a block is: no limits, no percentages that
    could change which of two margins is the larger."""
    # Children that are moved along the line stay at its start until there is more room than they take.
    return _has_plain_size(box) and box.role != FIELDSET and not box.style.clamped_lines and not box.style.text_align.startswith("-webkit") and all(
        not (child.is_floating or justification(child) or child.is_out_of_flow or child.is_relative)
        and not (child.style.margin_top.has_percentage or child.style.margin_bottom.has_percentage)
        and not (child.style.margin_left.is_auto or child.style.margin_right.is_auto)
        for child in box.children
    )


def _has_plain_size(box: Box) -> bool:
    """Whether a box's height follows from its content, and its width from what is asked, without limits."""
    style = box.style
    limits = (style.height, style.min_height, style.max_height, style.min_width, style.max_width)
    if any(length.kind not in (AUTO_KIND, LengthKind.NONE) and length.units for length in limits) or any(length.has_percentage for length in limits):
        return False
    return style.width.kind in (AUTO_KIND, LengthKind.FIXED, LengthKind.PERCENT) and style.aspect_ratio is None and not (style.padding_top.has_percentage or style.padding_bottom.has_percentage)


def _on_one_span(a: Fragment, b: Fragment, low: int, high: int) -> bool:
    """Whether two fragments of a box are on one line of it that reaches from one width to the other."""
    if a is b:
        return True
    if a.box is not b.box:
        return False
    for memory in (a.box.walked or {}).values():
        span = memory.covering(low, high)
        if span is not None and _is_of(a, span, low) and _is_of(b, span, high):
            return True
    return False


def _is_of(fragment: Fragment, span: Span, width: int) -> bool:
    """Whether a fragment is where a span has it at a width, by identity or by its numbers."""
    a, b = span.a.fragment, span.b.fragment
    if isinstance(fragment, BlendedFragment) and fragment.span is span:
        return True
    part, whole = width - span.low, span.high - span.low
    return (
        fragment.breaks == a.breaks
        and abs(between(a.height, b.height, part, whole) - fragment.height) <= TOLERANCE
        and abs(between(a.width, b.width, part, whole) - fragment.width) <= TOLERANCE
    )


def changes_inside(box: Box, low: int, high: int) -> set[int]:
    """Widths strictly between two at which spans of a box's children begin or end."""
    found: set[int] = set()
    for child in box.children:
        for memory in (child.walked or {}).values():
            found |= memory.ends(low, high)
    return found


def _content_width(sample: Sample) -> int:
    edges = sample.fragment.edges()
    return max(sample.fragment.width - edges.inline, 0)
