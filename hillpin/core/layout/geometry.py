"""From fragments to rectangles in page coordinates, as ``getBoundingClientRect()`` gives them (CSSOM View §6)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ..markup.tree import Element
from ..styles.style import ComputedStyle
from .boxes import INLINE, Box, edges_of
from .fragments import Fragment, InlineRect
from .matrix import IDENTITY, Matrix, Rect, bounds_of, multiplied
from .replaced.svg_shapes import shape_rects
from .transforms import is_transformed, leaves_the_plane, own_matrix

FAR = 2
"""How many heights of the window from its middle content may be skipped, as the browser has it (css-contain-2 §4.2)."""


@dataclass(slots=True)
class Scroller:
    """What sticky boxes stick to: its content box at rest, as the browser has it, in 1/64 px of the page."""

    x: int
    y: int
    width: int
    height: int


Holder = tuple[tuple[int, int, Fragment], tuple[int, int] | None]
"""What sticky boxes are kept in: its place and fragment, and how far it can be scrolled where it is what scrolls."""


@dataclass(frozen=True, slots=True)
class GeneratedBox:
    """A pseudo-element's box: its rectangle in CSS px of the page, and, unless it is an inline box, its fragment with its page
    position in 1/64 px."""

    rect: Rect
    style: ComputedStyle
    fragment: Fragment | None = None
    x: int = 0
    y: int = 0


def root_corner(root: Fragment, width: int) -> tuple[int, int]:
    """Where the root element's box stands in a viewport of some width, in 1/64 px."""
    edges = edges_of(root.box, width)
    return width - root.width - edges.margin_right if root.box.flips else edges.margin_left, edges.margin_top


class Collector:
    """Walks the fragments once and notes where every element's boxes are."""

    def __init__(self, width: int, height: int) -> None:
        """For a viewport of some size."""
        self.width, self.height = width, height
        self.rects: dict[Element, Rect] = {}
        self.fragments: dict[Element, tuple[Fragment, int, int]] = {}
        """The principal fragment of an element with its page position in 1/64 px (transforms left out)."""
        self.generated: dict[tuple[Element, str], GeneratedBox] = {}
        """The boxes of pseudo-elements by their element and name."""
        self.skipped: list[Box] = []
        """Boxes so far from the window that the browser may skip what is in them, by their ``content-visibility``."""
        self.deep: list[Box] = []
        """Boxes that are turned out of the plane in one that is, and that shares its space with them."""
        self.shapes: set[Element] = set()
        """Elements inside svg whose rectangles are known."""
        self.scroll_right = width
        """How wide what can be scrolled to is, from the side where the page begins."""
        self.scroll_bottom = height
        self.from_right = False
        self.holder: Holder | None = None
        """The box that is being gone through, as what holds its children that are sticky."""

    def collect(self, root: Fragment) -> None:
        """Note all rectangles of a page."""
        self.from_right = root.box.flips
        x, y = root_corner(root, self.width)
        self._visit(root, x, y, IDENTITY, Scroller(0, 0, self.width, self.height), False)

    def _visit(self, fragment: Fragment, x: int, y: int, matrix: Matrix, scroller: Scroller, clipped: bool) -> None:
        fragment, box = fragment.opened(), fragment.box
        style = box.style
        if is_transformed(style):
            matrix = multiplied(matrix, own_matrix(style, x, y, fragment.width, fragment.height))
            if box.parent is not None and box.parent.style.transform_style and leaves_the_plane(style) and leaves_the_plane(box.parent.style):
                self.deep.append(box)
        rect = mapped(matrix, x, y, fragment.width, fragment.height)
        if not clipped:
            self._extend(rect, fragment, x, y, matrix)
        if box.element is not None:
            self._own(fragment, x, y, matrix, rect)
        parts = _part_matrices(fragment, x, y) if fragment.row_offsets else {}
        for row_box, rx, ry, width, height in fragment.row_offsets:
            if row_box.element is not None:
                within = _through_parts(matrix, row_box, box, parts) if parts else matrix
                row, known = mapped(within, x + rx, y + ry, width, height), self.rects.get(row_box.element)
                self.rects[row_box.element] = row if known is None else known.around(row)
        ends: tuple[int, int] | None = None
        if style.overflow_x in ("hidden", "auto", "scroll") and box.parent is not None and box.is_bfc_root:
            edges = fragment.edges()
            ends = self._ends(fragment, x, y)
            scroller = Scroller(x + edges.left, y + edges.top, fragment.width - edges.inline, fragment.height - edges.block)
        # What stands in an anonymous block is kept in what that stands in.
        holder = self.holder if box.role == "anonymous" and self.holder is not None else ((x, y, fragment), ends)
        shifts = stuck_inlines(fragment, x, y, scroller, holder) if box.has_sticky_inlines else None
        if fragment.inlines:
            self._inlines(fragment, x, y, matrix, shifts, clipped)
        clips = clipped or (style.overflow_x not in ("visible",) and box.is_bfc_root and box.parent is not None)
        for child_x, child_y, child in fragment.children:
            cx, cy = x + child_x, y + child_y
            if child.box.style.position == "sticky":
                cx, cy = stuck(child.box, (cx, cy, child.width, child.height), holder, scroller)
            if shifts:
                dx, dy = shift_of(child.box.parent, fragment.box, shifts)
                cx, cy = cx + dx, cy + dy
            self.holder = holder
            inside = clips and not (child.box.is_out_of_flow and child.box.style.position == "fixed")
            within = _through_parts(matrix, child.box.parent, box, parts) if parts else matrix
            self._visit(child, cx, cy, within, scroller, inside)

    def _own(self, fragment: Fragment, x: int, y: int, matrix: Matrix, rect: Rect) -> None:
        """Note the rectangle of a fragment itself."""
        box, element = fragment.box, fragment.box.element
        assert element is not None
        if box.pseudo is not None:
            self._note_generated(element, box.pseudo, GeneratedBox(rect, box.style, fragment, x, y))
            return
        self._note(element, rect)
        self.fragments.setdefault(element, (fragment, x, y))
        if box.style.contain and box.style.content_visibility == "auto" and abs(y - self.height // 2) >= self.height * FAR:
            self.skipped.append(box)
        if element.tag == "svg" and element.elements:
            self._shapes(element, fragment, x, y, matrix)

    def _inlines(self, fragment: Fragment, x: int, y: int, matrix: Matrix, shifts: dict[int, tuple[int, int]] | None, clipped: bool) -> None:
        """Note the pieces of inline boxes in a fragment, moved where they are sticky."""
        for item in fragment.inlines:
            if shifts:
                dx, dy = shift_of(item.box, fragment.box, shifts)
                item = item._replace(x=item.x + dx, y=item.y + dy)
            rect = mapped(matrix, x + item.x, y + item.y, item.width, item.height)
            if item.box.element is not None:
                if item.box.pseudo is None:
                    self._note(item.box.element, rect)
                else:
                    self._note_generated(item.box.element, item.box.pseudo, GeneratedBox(rect, item.box.style))
            if not clipped:
                self._extend(rect, None, x, y, matrix)

    def _ends(self, fragment: Fragment, x: int, y: int) -> tuple[int, int] | None:
        """How far what scrolls can be scrolled, where something in it is sticky; found once for all that is."""
        if not _holds_sticky(fragment):
            return None
        right, bottom = scroll_ends(fragment, x, y, None)
        return right, max(bottom, y + fragment.content_height - fragment.edges().border_bottom)

    def _shapes(self, svg: Element, fragment: Fragment, x: int, y: int, matrix: Matrix) -> None:
        """Note what an inline svg draws."""
        edges = fragment.edges()
        width, height = fragment.width - edges.inline, fragment.height - edges.block
        for element, rect in shape_rects(svg, (x + edges.left) / 64, (y + edges.top) / 64, width / 64, height / 64):
            self.shapes.add(element)
            if rect is not None:
                self.rects[element] = bounds_of(matrix, (rect.x, rect.y, rect.x + rect.width, rect.y + rect.height))

    def _extend(self, rect: Rect, fragment: Fragment | None, x: int, y: int, matrix: Matrix) -> None:
        if fragment is not None and fragment.box.style.position == "fixed":
            return
        right, bottom = self.width / 64 - rect.x if self.from_right else rect.x + rect.width, rect.y + rect.height
        if fragment is not None and fragment.text_right:
            end = fragment.text_end(self.from_right)
            text = mapped(matrix, x + fragment.width - end if self.from_right else x, y, end, 0)
            right = max(right, self.width / 64 - text.x if self.from_right else text.x + end / 64)
        self.scroll_right = max(self.scroll_right, int(right * 64)) if right > 0 else self.scroll_right
        self.scroll_bottom = max(self.scroll_bottom, int(bottom * 64))

    def _note_generated(self, element: Element, pseudo: str, found: GeneratedBox) -> None:
        known = self.generated.get((element, pseudo))
        if known is None:
            self.generated[element, pseudo] = found
        elif known.fragment is None:
            self.generated[element, pseudo] = replace(known, rect=known.rect.united(found.rect))

    def _note(self, element: Element, rect: Rect) -> None:
        known = self.rects.get(element)
        self.rects[element] = rect if known is None else known.united(rect)


def _part_matrices(table: Fragment, x: int, y: int) -> dict[int, Matrix]:
    """The matrices of those rows and row groups of a table that have one, by ``id`` of the box."""
    return {id(box): own_matrix(box.style, x + dx, y + dy, width, height) for box, dx, dy, width, height in table.row_offsets if is_transformed(box.style)}


def _through_parts(matrix: Matrix, box: Box | None, table: Box, parts: dict[int, Matrix]) -> Matrix:
    """A table's matrix and those of the rows and groups that a box in it is in, or is."""
    around: list[Matrix] = []
    while box is not None and box is not table:
        around += [parts[id(box)]] if id(box) in parts else []
        box = box.parent
    for one in reversed(around):
        matrix = multiplied(matrix, one)
    return matrix


class _WithoutCollector(Collector):
    """How far things reach without one of the boxes."""

    without: Box | None = None

    def _visit(self, fragment: Fragment, x: int, y: int, matrix: Matrix, scroller: Scroller, clipped: bool) -> None:
        if fragment.box is not self.without:
            super()._visit(fragment, x, y, matrix, scroller, clipped)

    def _ends(self, fragment: Fragment, x: int, y: int) -> tuple[int, int] | None:
        """None: what stands in a box within that scrolls is clipped by it, and reaches nowhere."""
        return None

    def within(self, fragment: Fragment, x: int, y: int) -> None:
        """Take in what stands in a box, as though nothing around clipped it."""
        for item in fragment.opened().inlines:
            self._extend(mapped(IDENTITY, x + item.x, y + item.y, item.width, item.height), None, x, y, IDENTITY)
        for child_x, child_y, child in fragment.children:
            self._visit(child, x + child_x, y + child_y, IDENTITY, Scroller(x, y, fragment.width, fragment.height), False)


def _holds_sticky(fragment: Fragment) -> bool:
    """Whether something that is sticky is kept in a box: in its lines, among its children, or in anonymous blocks."""
    if fragment.box.has_sticky_inlines:
        return True
    return any(child.box.style.position == "sticky" or (child.box.role == "anonymous" and _holds_sticky(child)) for _, _, child in fragment.opened().children)


def scroll_ends(fragment: Fragment, x: int, y: int, without: Box | None) -> tuple[int, int]:
    """How far to the right and down what stands in a box reaches (css-overflow-3 §2.2), one of the boxes in it left out with all
    that it holds. 1/64 px of the page; ``x`` and ``y`` are where the box itself is."""
    collector = _WithoutCollector(0, 0)
    collector.without = without
    collector.within(fragment, x, y)
    return collector.scroll_right, collector.scroll_bottom


def stuck(box: Box, place: tuple[int, int, int, int], holder: Holder, scroller: Scroller) -> tuple[int, int]:
    """Where a sticky box of a place and a size is while nothing is scrolled (css-position-3 §3.4)."""
    style = box.style
    x, y, width, height = place
    (px, py, around), ends = holder
    edges = edges_of(around.box, around.width)
    low, high, far = py + edges.top, py + around.height - edges.bottom, px + around.width - edges.right
    if ends is not None:
        # In what scrolls it may go on to where that can be scrolled.
        high, far = max(high, ends[1] - edges.padding_bottom), max(far, ends[0] - edges.padding_right)
    own = edges_of(box, around.width - edges.inline)
    # The ends first: where both sides cannot be kept, the starts are.
    if not style.bottom.is_auto:
        wanted = scroller.y + scroller.height - style.bottom.resolve(scroller.height) - height
        y = min(y, max(wanted, low + own.margin_top))
    if not style.top.is_auto:
        wanted = scroller.y + style.top.resolve(scroller.height)
        y = max(y, min(wanted, high - height - own.margin_bottom))
    if not style.right.is_auto:
        wanted = scroller.x + scroller.width - style.right.resolve(scroller.width) - width
        x = min(x, max(wanted, px + edges.left + own.margin_left))
    if not style.left.is_auto:
        wanted = scroller.x + style.left.resolve(scroller.width)
        x = max(x, min(wanted, far - width - own.margin_right))
    return x, y


def stuck_inlines(fragment: Fragment, x: int, y: int, scroller: Scroller, holder: Holder) -> dict[int, tuple[int, int]]:
    """How far each inline box of a block container at a place is moved because it is sticky, by its identity."""
    pieces: dict[int, list[InlineRect]] = {}
    for item in fragment.inlines:
        if item.box.style.position == "sticky" and item.box.kind == INLINE:
            pieces.setdefault(id(item.box), []).append(item)
    shifts: dict[int, tuple[int, int]] = {}
    for found in sorted(pieces.values(), key=lambda one: _depth(one[0].box)):
        box = found[0].box
        dx, dy = shift_of(box.parent, fragment.box, shifts)
        left, top = x + dx + min(one.x for one in found), y + dy + min(one.y for one in found)
        width, height = max(one.x + one.width for one in found) - left + x + dx, max(one.y + one.height for one in found) - top + y + dy
        to_x, to_y = stuck(box, (left, top, width, height), holder, scroller)
        shifts[id(box)] = (to_x - left, to_y - top)
    return shifts


def _depth(box: Box) -> int:
    return 0 if box.parent is None else 1 + _depth(box.parent)


def shift_of(box: Box | None, around: Box, shifts: dict[int, tuple[int, int]]) -> tuple[int, int]:
    """How far what stands in an inline box is moved with it and those around it."""
    x = y = 0
    while box is not None and box is not around:
        dx, dy = shifts.get(id(box), (0, 0))
        x, y = x + dx, y + dy
        box = box.parent
    return x, y


def mapped(matrix: Matrix, x: int, y: int, width: int, height: int) -> Rect:
    """The bounding rectangle in CSS px of a transformed rectangle in 1/64 px."""
    if matrix is IDENTITY:
        return Rect(x / 64, y / 64, width / 64, height / 64)
    return bounds_of(matrix, (x / 64, y / 64, (x + width) / 64, (y + height) / 64))
