"""Answers to "how does this number come about": the recorded sums of a box joined up to the viewport."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Literal

from ..errors import InputError
from ..layout import Box, Fragment, containing_box, window_gutters
from ..markup import Element
from ..page import Layout, Page
from ..pictures import background_layers, fitted, in_words
from ..units import to_px
from ..working import Source, Sum, Sums, Term, add_edges, declared, mirrored, name_of, with_other_sides

Quantity = Literal["width", "height", "x", "y"]
QUANTITIES: tuple[Quantity, ...] = ("width", "height", "x", "y")


@dataclass(frozen=True, slots=True)
class Step:
    """One line on paper: sign, amount and running total in CSS px, what it is, and where it stands."""

    operation: str
    amount: float
    total: float
    label: str
    file: str | None
    line: int | None
    rule: str | None
    index: int | None


@dataclass(slots=True)
class Explanation:
    """The working of one number of one element."""

    index: int
    name: str
    of: Quantity
    viewport: int
    value: float
    steps: list[Step]
    modelled: bool
    inside: float | None = None
    """For a width or height: the content box's."""
    inside_steps: list[Step] = field(default_factory=list)
    picture: tuple[str, ...] = ()
    """For a width or height of a picture: what of it is drawn in the box and cut away, in words, then the sum, one term a line."""
    reason: str = ""
    """Why there is no sum, where there is none."""


def explain(page: Page, layout: Layout, element: Element, of: str, pseudo: str = "") -> Explanation:
    """The working of a number of an element, or of its ``before`` or ``after``, in a layout made with ``record=True``.

    Raises InputError where the layout was not recorded or the quantity has no working.
    """
    sums = layout.sums
    if sums is None or of not in QUANTITIES:
        raise InputError(f"There is no working of {of}; ask for width, height, x or y.")
    quantity: Quantity = of
    made = layout.generated.get((element, pseudo)) if pseudo else None
    rect = made.rect if made is not None else layout.rects.get(element) if not pseudo else None
    modelled = element not in layout.unmodelled_elements
    name = f"{element.name()}::{pseudo}" if pseudo else element.name()
    answer = Explanation(element.index, name, quantity, layout.viewport.width, 0.0, [], modelled)
    if rect is None:
        answer.reason = f"{name} makes no box here."
        return answer
    answer.value = getattr(rect, quantity)
    found = layout.fragments.get(element) if made is None else (made.fragment, made.x, made.y) if made.fragment is not None else None
    if found is None:
        answer.reason = "An inline box is as long as its text, and as high as its font."
        answer.steps = [Step("start", answer.value, answer.value, "the text inside", page.path, element.line, None, element.index)]
        return answer
    fragment = found[0]
    total = _Chains(sums, layout, page).sum_of(fragment.box, quantity)
    wanted = answer.value
    answer.steps = steps_of(total)
    if to_px(total.total) != wanted:
        answer.steps.append(_last_step(fragment.box, to_px(total.total), wanted))
        # Turned by an angle, a number may be one that no sum of two gives to the last bit.
        answer.value = to_px(total.total) + answer.steps[-1].amount
    if quantity in ("width", "height"):
        _inside(answer, fragment)
        picture = fitted(fragment)
        answer.picture = (in_words(picture), *picture.working) if picture is not None else _background(layout, element, fragment)
    return answer


def _background(layout: Layout, element: Element, fragment: Fragment) -> tuple[str, ...]:
    """The pictures behind a box, and what is tiled there."""
    layers = [layer for layer in background_layers(layout, element, fragment) if layer.address or layer.is_tiled]
    return tuple(line for layer in layers for line in ((f"{layer.address}:",) if len(layers) > 1 else ()) + (layer.words, *layer.working))


def _last_step(box: Box, reached: float, wanted: float) -> Step:
    """From the layout's rectangle to the one around what transforms make of it (css-transforms-1 §3), if there is one."""
    node: Box | None = box
    while node is not None:
        for name in ("transform", "translate", "rotate", "scale"):
            if getattr(node.style, name):
                source = declared(node, name)
                label = f"{name} of {name_of(node)}"
                return Step("add", wanted - reached, wanted, label, source.file, source.line, source.rule, source.index)
        node = node.parent
    return Step("add", wanted - reached, wanted, "as laid out", None, None, "layout", None)


def _inside(answer: Explanation, fragment: Fragment) -> None:
    """From the border box to the content box."""
    inner = Sum("inside").start(fragment.width if answer.of == "width" else fragment.height, answer.of)
    sides = ("left", "right") if answer.of == "width" else ("top", "bottom")
    add_edges(inner, fragment.box, fragment.edges(), sides, -1)
    answer.inside_steps = steps_of(inner)
    answer.inside = max(to_px(inner.total), 0.0)


def steps_of(total: Sum) -> list[Step]:
    """A sum's terms with running totals, in CSS px."""
    steps: list[Step] = []
    running = 0
    for term in total.terms:
        if term.operation == "add":
            running += term.amount
        elif term.operation != "note":
            running = term.amount
        source = term.source
        steps.append(
            Step(term.operation, to_px(term.amount), to_px(running), term.label, source.file, source.line, source.rule, source.index)
        )
    return steps


class _Chains:
    """Sums that begin inside a parent, continued upwards to where the number is given."""

    def __init__(self, sums: Sums, layout: Layout, page: Page) -> None:
        self.sums = sums
        self.layout = layout
        self.page = page

    def sum_of(self, box: Box, quantity: Quantity) -> Sum:
        """The whole sum of a quantity of a box."""
        if quantity in ("x", "y"):
            return self._place(box, quantity)
        if quantity == "width":
            return self._width(box)
        found = self.sums.read(box, "height")
        return Sum("height", list(found.terms)) if found is not None else Sum("height")

    def _width(self, box: Box) -> Sum:
        found = self.sums.read(box, "width")
        if found is None:
            return Sum("width")
        own = [replace(term, label=with_other_sides(term.label)) for term in found.terms] if box.from_right else list(found.terms)
        if not found.from_parent:
            return Sum("width", own)
        room = self._room_in(box.parent, found.terms[0])
        return Sum("width", room + own[1:])

    def _room_in(self, parent: Box | None, first: Term) -> list[Term]:
        """The terms that give a parent's content width; the first term where they do not come to it."""
        if parent is None:
            return [Term("start", first.amount, "viewport", Source(rule="the initial containing block"))]
        total = self._width(parent)
        fragment = self._fragment(parent)
        if not total.terms and parent.element is None and parent.parent is not None:
            return self._room_in(parent.parent, first)
        if fragment is not None:
            add_edges(total, parent, fragment.edges(), ("left", "right"), -1)
        column = self.sums.read(parent, "column")
        if column is not None and column.terms[0].amount == total.total:
            total.terms += column.terms[1:]
        return total.terms if total.total == first.amount else [first]

    def _fragment(self, box: Box) -> Fragment | None:
        element = box.element
        found = self.layout.fragments.get(element) if element is not None else None
        return found[0] if found is not None and found[0].box is box else None

    def _place(self, box: Box, quantity: Quantity) -> Sum:
        """From the page's edge: the place of what the sum counts from, then the sum's terms."""
        found = self.sums.read(box, quantity)
        total = Sum(quantity)
        if found is None:
            return self._place_of_root(box, quantity) if box.parent is None else total
        around = self._counted_from(box)
        if quantity == "x" and box.from_right:
            return self._from_right(box, found, around)
        base = 0 if (own := self._position(box)) is None else own[0 if quantity == "x" else 1] - found.total
        total.start(base, f"{name_of(around)}, from the page's edge" if around is not None and base else "the page's edge")
        total.terms += list(found.terms[1:]) if found.terms and found.terms[0].operation == "start" and not found.terms[0].amount else found.terms
        return total

    def _place_of_root(self, root: Box, quantity: Quantity) -> Sum:
        """From the page's edge to the root element's box."""
        x, y = self._position(root) or (0, 0)
        total = Sum(quantity).start(0, "the page's edge")
        if quantity == "y":
            return total.add(y, "margin-top", declared(root, "margin-top"))
        kept = window_gutters(root)[0]
        total.add(kept, "kept for scroll bars of the window", declared(root, "scrollbar-gutter"))
        return total.add(x - kept, "what is left at the side where text ends" if root.flips else "margin-left", declared(root, "margin-left"))

    def _from_right(self, box: Box, found: Sum, around: Box | None) -> Sum:
        """The place of a box that was counted from the right: from there down to its right edge, and from that to its left."""
        position, total = self._position(box), Sum("x")
        made = self.layout.generated.get((box.element, box.pseudo)) if box.element is not None and box.pseudo is not None else None
        fragment = made.fragment if made is not None else self._fragment(box)
        width = fragment.width if fragment is not None else 0
        base = found.total + width + (0 if position is None else position[0])
        total.start(base, f"the right edge of {name_of(around)}, from the page's edge" if around is not None else "the page's right edge")
        begins_at_nothing = bool(found.terms) and found.terms[0].operation == "start" and not found.terms[0].amount
        total.terms += [mirrored(term, base) for term in found.terms[int(begins_at_nothing) :]]
        return total.add(-width, "its own width", Source(index=box.element.index if box.element is not None else None))

    def _position(self, box: Box) -> tuple[int, int] | None:
        """Where a box stands in the page, in 1/64 px."""
        if box.element is None:
            return None
        if box.pseudo is not None:
            made = self.layout.generated.get((box.element, box.pseudo))
            return (made.x, made.y) if made is not None else None
        found = self.layout.fragments.get(box.element)
        return found[1:] if found is not None else None

    def _counted_from(self, box: Box) -> Box | None:
        if box.is_out_of_flow:
            return containing_box(box)
        parent = box.parent
        while parent is not None and parent.element is None and parent.parent is not None:
            parent = parent.parent
        return parent
