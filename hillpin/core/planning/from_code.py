"""A plan from what is there: a container's boxes as they stand at each stretch between its queries."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field, replace
from fractions import Fraction
from itertools import pairwise

from ..errors import InputError
from ..layout import BREAK, INLINE, TEXT, Fragment
from ..layout import Box as LayoutBox
from ..markup import Element
from ..page import Layout, Page
from ..styles import turning_widths
from .columns import Columns
from .lengths import exact, words
from .plan import Arrangement, Box, Cell, Measure, Plan, Role, Row, Sides, Size, Sizing

FROM, TO = 240, 1920
DRAWN_AT = (360, 768, 1200)
"""Viewport widths that an arrangement is rather drawn at, where they are in its stretch."""
MOST_ARRANGEMENTS = 6
MOST_WORDS = 80
STEP = 32
"""CSS px between the widths at which rows are looked at first; where they change is then found exactly."""
CLOSE = Fraction(1, 16)
"""CSS px within which two lengths count as the same: browsers cut lengths off at 1/64."""
ROLES: dict[str, Role] = {
    "header": "header", "nav": "navigation", "main": "main", "section": "section", "article": "article", "aside": "aside",
    "footer": "footer", "figure": "figure", "form": "form", "ul": "list", "ol": "list",
}  # fmt: skip


@dataclass(slots=True)
class FromCode:
    """A plan read from a page, which element each box is, and what does not add up."""

    plan: Plan
    elements: dict[str, Element]
    each: list[Plan]
    """The plan of each arrangement by itself, with the margins and row gaps that hold there."""
    notes: list[str] = field(default_factory=list)


def plan_from_page(page: Page, container: Element, *, as_meant: bool = False) -> FromCode:
    """Read the rows of a container. ``as_meant`` reads each stretch between queries where the container is widest: rows that
    break at narrower widths because their px do not fit are no arrangements of their own.

    Raises InputError where it holds no boxes to arrange.
    """
    children = [child for child in container.elements if _is_part(page, child)]
    if not children:
        raise InputError(f"{container.name()} holds no boxes that stand in rows. Select the element around them.")
    identities = {child: f"b{number + 1}" for number, child in enumerate(children)}
    reader = _Reader(page, container, identities, as_meant)
    names = dict(zip(identities.values(), _names(children), strict=True))
    each = [reader.plan(first, last, names) for first, last in reader.stretches()]
    merged = _merged(each)
    if len(merged) > MOST_ARRANGEMENTS:
        reader.notes.append(f"There are {len(merged)} arrangements; the plan has the first {MOST_ARRANGEMENTS}.")
    widest = merged[-1]
    arrangements = tuple(plan.arrangements[0] for plan in merged[:MOST_ARRANGEMENTS])
    fluid = any(plan.fluid for plan in merged)
    row_gap = max(plan.row_gap for plan in merged)
    plan = replace(widest, arrangements=arrangements, fluid=fluid, row_gap=row_gap)
    return FromCode(plan, {identity: child for child, identity in identities.items()}, merged, list(dict.fromkeys(reader.notes)))


def _name_of(element: Element) -> str:
    return next(iter(element.attributes.get("class", "").split()), None) or element.id or element.tag


def _names(children: list[Element]) -> list[str]:
    """A name for each box: its heading's words, or its class, id or tag, numbered where there are several."""
    plain = [_heading(child) or _name_of(child) for child in children]
    counts, seen = Counter(plain), Counter[str]()
    names: list[str] = []
    for name in plain:
        seen[name] += 1
        names.append(f"{name} {seen[name]}" if counts[name] > 1 else name)
    return names


def _heading(element: Element) -> str:
    heading = next((inner for inner in element.descendants() if inner.tag in ("h1", "h2", "h3", "h4")), None)
    return " ".join(heading.text().split())[:40] if heading is not None else ""


def _is_part(page: Page, element: Element) -> bool:
    """Whether a child is a box of its own in some row, at any of a few widths."""
    for width in DRAWN_AT:
        found = page.layout(width).fragments.get(element)
        if found is not None:
            box: LayoutBox = found[0].box
            return box.kind not in (TEXT, BREAK, INLINE) and not box.is_out_of_flow
    return False


@dataclass(frozen=True, slots=True)
class _Seen:
    """A box at one width: row number, place and edges in CSS px."""

    row: int
    x: Fraction
    outer_left: Fraction
    width: Fraction
    sides: tuple[Sides, Sides, Sides]
    sizing: str


class _Reader:
    def __init__(self, page: Page, container: Element, identities: dict[Element, str], as_meant: bool) -> None:
        self.as_meant = as_meant
        self.page = page
        self.container = container
        self.identities = identities
        self.notes: list[str] = []

    def stretches(self) -> list[tuple[int, int]]:
        """The viewport widths over which the same boxes stand in the same rows and the same queries count."""
        cuts = {turn for turn in turning_widths(self.page.conditions) if FROM < turn <= TO}
        probes = sorted({*range(FROM, TO + 1, STEP), TO, *cuts, *(cut - 1 for cut in cuts)})
        for low, high in pairwise(probes) if not self.as_meant else ():
            if high in cuts or self._rows_at(low) == self._rows_at(high):
                continue
            while high - low > 1:
                middle = (low + high) // 2
                low, high = (middle, high) if self._rows_at(middle) == self._rows_at(low) else (low, middle)
            cuts.add(high)
        ordered = sorted(cuts)
        return list(zip([FROM, *ordered], [*(cut - 1 for cut in ordered), TO], strict=True))

    def _widest(self, first: int, last: int) -> int:
        """The least viewport width of a stretch at which the container is as wide as it gets there."""
        most = self._room(self.page.layout(last))
        low, high = first, last
        while low < high:
            middle = (low + high) // 2
            low, high = (low, middle) if self._room(self.page.layout(middle)) >= most else (middle + 1, high)
        return high

    def _rows_at(self, width: int) -> tuple[tuple[str, int], ...]:
        seen = self._seen(self.page.layout(width))
        return tuple((identity, box.row) for identity, box in seen.items())

    def plan(self, first: int, last: int, names: dict[str, str]) -> Plan:
        """How the boxes stand in one stretch, drawn at one width of it."""
        at = self._widest(first, last) if self.as_meant else next((width for width in reversed(DRAWN_AT) if first <= width <= last), (first + last) // 2)
        layout = self.page.layout(at)
        other = max((self.page.layout(end) for end in (first, last)), key=lambda one: abs(self._room(one) - self._room(layout)))
        room, room_there = self._room(layout), self._room(other)
        seen, there = self._seen(layout), self._seen(other)
        rows = self._rows(seen, there, room, room_there)
        gaps_there = self._rows(there, seen, room_there, room)
        keep_gutters = [row.gap for row in rows] == [row.gap for row in gaps_there]
        self._drops(seen, room, at, names)
        outer = self._outer(layout)
        most = max((len(row.cells) for row in rows), default=1)
        gutter = next((exact(row.gap) for row in rows if len(row.cells) == most and row.gap), Fraction(0))
        columns = Columns(float(outer), most, None, float(gutter) if gutter * (most - 1) < room else 0, float((outer - room) / 2))
        hidden = tuple(identity for identity in self.identities.values() if identity not in seen)
        arrangement = Arrangement(f"from {first:,}", 0 if first == FROM else first, columns, tuple(rows), hidden)
        boxes = tuple(self._box(child, identity, names[identity], seen, there, room) for child, identity in self.identities.items())
        fluid = room != room_there
        return Plan(_name_of(self.container), boxes, (arrangement,), fluid, keep_gutters, self._maximum(layout), None, 16, float(self._row_gap(seen, layout)))

    def _box(self, element: Element, identity: str, name: str, seen: dict[str, _Seen], there: dict[str, _Seen], room: Fraction) -> Box:
        role = ROLES.get(element.tag, "box")
        text = " ".join(element.text().split())[:MOST_WORDS]
        if identity not in seen:
            return Box(identity, name, role, text)
        margin, border, padding = seen[identity].sides
        keep = identity not in there or there[identity].sides == seen[identity].sides
        if not keep:
            margin, padding = _neat_sides(margin, room), _neat_sides(padding, room)
        sizing: Sizing = "border-box" if seen[identity].sizing == "border-box" else "content-box"
        return Box(identity, name, role, text, None, margin, border, padding, sizing, keep)

    def _outer(self, layout: Layout) -> Fraction:
        return Fraction(layout.rects[self.container].width)

    def _room(self, layout: Layout) -> Fraction:
        """The container's content width."""
        fragment, _ = self._fragment(layout)
        return Fraction(fragment.width - fragment.edges().inline, 64)

    def _fragment(self, layout: Layout) -> tuple[Fragment, int]:
        """The container's fragment and where it begins across, in 1/64 px. Raises InputError where it makes no box."""
        found = layout.fragments.get(self.container)
        if found is None:
            raise InputError(f"{self.container.name()} makes no box at {layout.viewport.width}.")
        return found[0], found[1]

    def _maximum(self, layout: Layout) -> Measure | None:
        """The container's maximum outer width, where it has one in px."""
        fragment, _ = self._fragment(layout)
        style = fragment.box.style
        if not style.max_width.is_definite_form or style.max_width.has_percentage:
            return None
        extra = 0 if style.box_sizing == "border-box" else fragment.edges().inline
        return Measure((style.max_width.resolve(0) + extra) / 64)

    def _seen(self, layout: Layout) -> dict[str, _Seen]:
        """Every box's place, rows counted by what stands beside what."""
        seen: dict[str, _Seen] = {}
        around, across = self._fragment(layout)
        left_edge = Fraction(across + around.edges().left, 64)
        shown = [(child, layout.fragments[child], layout.rects[child]) for child in self.identities if child in layout.fragments]
        by_place = sorted(shown, key=lambda item: (item[2].y, item[2].x))
        row, bottom = -1, float("-inf")
        for child, (fragment, _, _), rect in by_place:
            if rect.y >= bottom - 0.5 or row < 0 or self._overlaps(seen, row, Fraction(rect.x) - left_edge, Fraction(rect.width)):
                row, bottom = row + 1, rect.y + rect.height
            bottom = min(bottom, rect.y + rect.height)
            edges = fragment.edges()
            x = Fraction(rect.x) - left_edge
            margin = Sides(edges.margin_top / 64, edges.margin_right / 64, edges.margin_bottom / 64, edges.margin_left / 64)
            border = Sides(edges.border_top / 64, edges.border_right / 64, edges.border_bottom / 64, edges.border_left / 64)
            padding = Sides(edges.padding_top / 64, edges.padding_right / 64, edges.padding_bottom / 64, edges.padding_left / 64)
            seen[self.identities[child]] = _Seen(row, x, x - exact(margin.left), Fraction(rect.width), (margin, border, padding), fragment.box.style.box_sizing)
        return seen

    @staticmethod
    def _overlaps(seen: dict[str, _Seen], row: int, x: Fraction, width: Fraction) -> bool:
        return any(box.row == row and x < box.x + box.width - CLOSE and box.x < x + width - CLOSE for box in seen.values())

    def _rows(self, seen: dict[str, _Seen], there: dict[str, _Seen], room: Fraction, room_there: Fraction) -> list[Row]:
        rows: list[Row] = []
        for number in sorted({box.row for box in seen.values()}):
            members = sorted(((identity, box) for identity, box in seen.items() if box.row == number), key=lambda pair: pair[1].x)
            gaps = [after.outer_left - (box.outer_left + box.width + box.sides[0].across) for (_, box), (_, after) in pairwise(members)]
            gap = min(gaps, default=Fraction(0))
            if gaps and max(gaps) - gap > CLOSE:
                self.notes.append(f"The gutters of row {number + 1} are uneven: {', '.join(words(value) for value in gaps)}.")
            takes = sum((box.width + box.sides[0].across for _, box in members), gap * len(gaps))
            fills = abs(takes - room) <= CLOSE * len(members)
            sizes = self._sizes(members, there, room, room_there, fills)
            rows.append(Row(tuple(Cell(identity, size) for (identity, _), size in zip(members, sizes, strict=True)), None, float(max(gap, Fraction(0)))))
        return rows

    def _sizes(self, members: list[tuple[str, _Seen]], there: dict[str, _Seen], room: Fraction, room_there: Fraction, fills: bool) -> list[Size]:
        kept = [
            room != room_there and identity in there and abs(there[identity].width - box.width) <= CLOSE
            for identity, box in members
        ]
        if fills and not any(kept):
            outers = [box.width + box.sides[0].across for _, box in members]
            shares = [(outer / outers[0]).limit_denominator(12) if outers[0] else Fraction(1) for outer in outers]
            if all(abs(share * outers[0] - outer) <= CLOSE for share, outer in zip(shares, outers, strict=True)):
                scale = max(share.denominator for share in shares)
                return [Size("rest")] if len(members) == 1 else [Size("share", float(share * scale)) for share in shares]
        sizes = [
            Size("width", float(box.width) if keep or room == room_there else _neat(box.width, room), keep)
            for (_, box), keep in zip(members, kept, strict=True)
        ]
        moving = [number for number, keep in enumerate(kept) if not keep]
        if fills and len(moving) == 1 and any(kept):
            sizes[moving[0]] = Size("rest")
        return sizes

    def _row_gap(self, seen: dict[str, _Seen], layout: Layout) -> Fraction:
        """The distance between rows, margins left out."""
        tops: dict[int, float] = {}
        bottoms: dict[int, float] = {}
        for child, identity in self.identities.items():
            if identity in seen:
                rect, box = layout.rects[child], seen[identity]
                tops[box.row] = min(tops.get(box.row, rect.y), rect.y - max(box.sides[0].top, 0))
                bottoms[box.row] = max(bottoms.get(box.row, rect.y), rect.y + rect.height + max(box.sides[0].bottom, 0))
        gaps = [Fraction(tops[row + 1] - bottoms[row]) for row in tops if row + 1 in tops]
        return max([*gaps, Fraction(0)])

    def _drops(self, seen: dict[str, _Seen], room: Fraction, at: int, names: dict[str, str]) -> None:
        """Boxes that stand on a further row by little."""
        for number in sorted({box.row for box in seen.values()}):
            row = [box for box in seen.values() if box.row == number]
            following = sorted(((identity, box) for identity, box in seen.items() if box.row == number + 1), key=lambda pair: pair[1].x)
            if not following or len(row) < 2:
                continue
            identity, first = following[0]
            needs = max(box.outer_left + box.width + box.sides[0].across for box in row) + first.width + first.sides[0].across
            if room < needs <= room * Fraction(11, 10):
                self.notes.append(f"At {at:,}, {words(needs - room)} over: row {number + 1} would come to {words(needs)} of {words(room)} with {names[identity]}, so it drops.")


def _neat(length: Fraction, room: Fraction) -> float:
    """The length that a person's percentage came to before the browser cut it off: 223.19 of 720 was 31%."""
    for places in range(4):
        percent = round(length / room * 100, places)
        if 0 <= percent * room / 100 - length < Fraction(1, 64):
            return float(percent * room / 100)
    return float(length)


def _neat_sides(sides: Sides, room: Fraction) -> Sides:
    return replace(sides, left=_neat(exact(sides.left), room), right=_neat(exact(sides.right), room))


def _merged(plans: list[Plan]) -> list[Plan]:
    """Plans that go on as the one before left out."""
    kept: list[Plan] = []
    for plan in plans:
        if kept and _shape(kept[-1]) == _shape(plan):
            continue
        kept.append(plan)
    return kept


def _shape(plan: Plan) -> object:
    """What makes two arrangements the same: rows, shares, kept widths, gaps, margins in px, what is hidden."""
    (arrangement,) = plan.arrangements
    whole = exact(arrangement.columns.total or 1)

    def size(cell: Cell) -> object:
        is_part = cell.size.kind == "width" and not cell.size.keep
        return round(float(exact(cell.size.value) / whole), 3) if is_part else round(cell.size.value, 1)

    return (
        arrangement.hidden, plan.keep_gutters,
        tuple((round(row.gap or 0, 1) if plan.keep_gutters else 0, tuple((cell.box, cell.size.kind, size(cell)) for cell in row.cells)) for row in arrangement.rows),
        tuple(box.margin if box.keep_edges else (box.margin.top, box.margin.bottom) for box in plan.boxes),
    )  # fmt: skip
