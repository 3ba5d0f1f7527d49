"""Terms of grid items and tracks, in the words of css-grid-2 §12: base size, growth limit, contributions, fr size."""

from __future__ import annotations

from collections.abc import Sequence

from ..layout.boxes import Box
from ..layout.fragments import Fragment, Placed
from ..layout.grid.grid_axis import AreaItem, GridAxis
from ..layout.grid.grid_track import Track
from ..styles.values import Length
from .block_steps import name_of, shown
from .record import Source, Sum, Sums, declared


def track_words(track: Track) -> str:
    """A track's sizing function as it is written."""
    if track.collapsed:
        return "collapsed, empty"

    def breadth(value: object, kind: str) -> str:
        fraction = getattr(value, "fraction", None)
        if fraction is not None:
            return f"{fraction:g}fr"
        length = getattr(value, "length", None)
        if isinstance(length, Length):
            if length.is_definite_form:
                return f"{length.percent:g}%" if length.has_percentage else shown(length.units)
            return length.kind.name.lower().replace("_", "-") if kind == "fixed" else kind
        return str(length or kind)

    low, high = breadth(track.size.minimum, track.minimum), breadth(track.size.maximum, track.maximum)
    if track.size.fit_limit is not None:
        return "fit-content()"
    return high if low == high or (track.is_flexible and low == "auto") else f"minmax({low}, {high})"


def axis_words(axis: GridAxis) -> str:
    """All tracks of an axis: ``2fr 1fr 1fr``."""
    return " ".join(track_words(track) for track in axis.tracks[:12])


def record_grid(
    sums: Sums, box: Box, across: GridAxis, down: GridAxis, items: Sequence[AreaItem], places: dict[int, Placed], fragment: Fragment
) -> None:
    """Sums for every item's size and place, and the container's height."""
    if not sums.wants(box):
        return
    inner_width = fragment.width - (fragment.edges().inline if fragment.basis else 0)
    for item in items:
        if not sums.wants(item.box):
            continue
        place = places[id(item.box)]
        own = sums.read(item.box, "width")
        sums.write(item.box, "width", _size_sum(box, item, "width", across, place.fragment.width, inner_width, own))
        own = sums.read(item.box, "height")
        sums.write(item.box, "height", _size_sum(box, item, "height", down, place.fragment.height, None, own))
        for name, at, start in (("x", place.x, item.area_x), ("y", place.y, item.area_y)):
            side, _axis = ("left", across) if name == "x" else ("top", down)
            number = (item.cell.column - across.before if name == "x" else item.cell.row - down.before) + 1
            total = Sum(name).start(0, f"edge of {name_of(box)}")
            total.add(getattr(box.style, f"border_{side}_width"), f"border-{side} of {name_of(box)}", declared(box, f"border-{side}-width"))
            total.add(getattr(box.style, f"padding_{side}").resolve(fragment.basis), f"padding-{side} of {name_of(box)}", declared(box, f"padding-{side}"))
            template = "grid-template-columns" if name == "x" else "grid-template-rows"
            total.add(start, f"tracks and gaps before line {number}", declared(box, template))
            total.add(at - total.total, "its place in the area", declared(item.box, "justify-self" if name == "x" else "align-self"))
            sums.write(item.box, name, total)
    total = Sum("height")
    rows = " + ".join(shown(track.base) for track in down.tracks[:10] if not track.collapsed)
    total.start(sum(track.base for track in down.tracks), f"rows: {rows or 'none'}", declared(box, "grid-template-rows"))
    standing = sum(1 for track in down.tracks if not track.collapsed)
    total.add(down.gap * max(standing - 1, 0), f"{standing - 1} gaps × {shown(down.gap)}", declared(box, "row-gap"))
    if fragment.height != total.total:
        difference = fragment.height - total.total
        total.add(difference, f"{name_of(box)} padding and border" if box.style.height.is_auto else "height", declared(box, "padding-top"))
    if any(track.is_flexible for track in down.tracks) and box.style.height.is_auto and box.style.min_height.is_auto:
        total.note("fr rows have no height to share: the height is auto, so they are as high as their content", declared(box, "grid-template-rows"))
    sums.write(box, "height", total)


def _size_sum(box: Box, item: AreaItem, size: str, axis: GridAxis, used: int, room: int | None, own: Sum | None) -> Sum:
    """The area's tracks, then what the item makes of them."""
    is_width = size == "width"
    start, count = (item.cell.column, item.cell.columns) if is_width else (item.cell.row, item.cell.rows)
    area = item.area_width if is_width else item.area_height
    spanned = axis.tracks[start : start + count]
    template = "grid-template-columns" if is_width else "grid-template-rows"
    total = Sum(size)
    if count == 1 and spanned and spanned[0].is_flexible and room is not None:
        _fraction_terms(total, box, axis, spanned[0], room, template)
    else:
        words = " + ".join(f"{track_words(track)} = {shown(track.base)}" for track in spanned[:6])
        total.start(sum(track.base for track in spanned), f"track {words}" if count == 1 else f"tracks {words}", declared(box, template))
        total.add(area - total.total, f"{count - 1} gaps between them", declared(box, "column-gap" if is_width else "row-gap"))
    for track in spanned:
        if track.cause is not None:
            _cause(total, track, size)
    if total.total != area:
        total.set(area, "its area", Source(rule="css-grid-2 §12"))
    sides = ("left", "right") if is_width else ("top", "bottom")
    own_length = getattr(item.box.style, size)
    margins = [getattr(item.box.style, f"margin_{side}").resolve(item.area_width) for side in sides]
    if own_length.is_auto and area - sum(margins) == used:
        for side, margin in zip(sides, margins, strict=True):
            total.add(-margin, f"{name_of(item.box)} margin-{side}", declared(item.box, f"margin-{side}"))
    elif own is not None and own.total == used:
        total.terms += [term for term in own.terms if term.operation != "note"] if total.total != used else []
    if total.total != used:
        total.set(used, "as wide as its content, not stretched" if is_width else "as high as its content, not stretched", declared(item.box, "justify-self" if is_width else "align-self"))
    return total


def _fraction_terms(total: Sum, box: Box, axis: GridAxis, track: Track, room: int, template: str) -> None:
    """A flexible column: room − gaps − fixed tracks, shared by factors (§12.7)."""
    total.from_parent = True
    total.start(room, f"room in {name_of(box)}")
    standing = [t for t in axis.tracks if not t.collapsed]
    gaps = axis.gap * max(len(standing) - 1, 0)
    total.add(-gaps, f"{len(standing) - 1} gap{'s' if len(standing) > 2 else ''} × {shown(axis.gap)}", declared(box, "column-gap"))
    rigid = [t for t in standing if not t.is_flexible or (t.cause is not None and t.base > t.factor * axis.fraction / 65536 + 1)]
    for other in rigid:
        if other is not track:
            total.add(-other.base, f"track {track_words(other)}", declared(box, template))
    flexible = [t for t in standing if t.is_flexible and t not in rigid]
    factors = sum(t.factor for t in flexible)
    if track in flexible and factors > 0:
        total.set(track.base, f"× {track.factor:g} ÷ {factors:g}: its part of {axis_words(axis)}", declared(box, template))
    else:
        total.set(track.base, "blown out: its content needs more than its fraction", declared(box, template))


def _cause(total: Sum, track: Track, size: str) -> None:
    cause = track.cause
    if isinstance(cause, Box) and track.has_intrinsic_minimum and track.needed == track.base:
        total.note(f"base size {shown(track.base)} at least, from the contribution of {name_of(cause)}", Source(rule="css-grid-2 §12.5", index=cause.element.index if cause.element else None))
