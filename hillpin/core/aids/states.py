"""States held on an element, and what they move: a hovered link that makes its neighbours jump."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from ..errors import InputError
from ..markup import Element
from ..page import Layout, Page
from ..shown import px
from ..styles import USUAL_READER, MatchState, Reader
from .state_ends import EndChange, end_changes

HeldState = Literal["hover", "focus-visible", "active", "checked", "target", "current"]
STATES: tuple[HeldState, ...] = ("hover", "focus-visible", "active", "checked", "target", "current")
_CLASSES: dict[str, tuple[str, ...]] = {
    "hover": ("hover",), "focus-visible": ("focus", "focus-visible", "focus-within"), "active": ("hover", "active"), "target": ("target",),
    "checked": ("checked",),
}  # fmt: skip
_CHAINED = frozenset({"hover", "active", "focus-within"})
"""States that the elements around are in too (selectors-4 §9)."""
LEAST = 1 / 64


@dataclass(frozen=True, slots=True)
class Shift:
    """A box that a state moves or sizes anew, in CSS px; ``is_own`` where it is the element itself or inside it."""

    index: int
    name: str
    dx: float
    dy: float
    dw: float
    dh: float
    is_own: bool


@dataclass(slots=True)
class Held:
    """What a held state does: how many declarations it brings, what it shifts (outermost boxes only), and what its end has otherwise than
    its start."""

    state: HeldState
    rules: int
    shifts: list[Shift]
    sentence: str
    changes: list[EndChange]


def held_page(page: Page, index: int, state: HeldState, reader: Reader = USUAL_READER) -> Page:
    """The page with a state held on one element. Raises InputError for an element that is not there."""
    fresh = Page(page.files, page.path, reader=reader)
    if not 0 <= index < len(fresh.document.elements):
        raise InputError(f"The page has no element {index}.")
    element = fresh.document.elements[index]
    if state == "current":
        element.attributes["aria-current"] = "page"
    else:
        fresh.cascade.state = state_on(element, _CLASSES[state])
    return fresh


def state_on(element: Element, names: Iterable[str]) -> MatchState:
    """An element in states by their pseudo-classes, with what is around it in those that reach outwards."""
    around = frozenset([element, *element.ancestors()])
    return MatchState({name: around if name in _CHAINED else frozenset([element]) for name in names})


def hold(page: Page, index: int, state: HeldState, width: int, height: int = 800) -> Held:
    """Hold a state on an element at a viewport, and compare with the page at rest."""
    rest, held = page.layout(width, height), held_page(page, index, state)
    moved = held.layout(width, height)
    element = page.document.elements[index]
    shifts = _shifts(page, rest, held, moved, element)
    rules = _rules(held, held.document.elements[index]) - _rules(page, element)
    changes = end_changes(page, rest, held, moved, held_page(page, index, state, Reader(reduced_motion=True)))
    return Held(state, max(rules, 0), shifts, _sentence(state, rules, shifts), changes)


def hold_between(page: Page, held: Page, element: Element, width: int, height: int) -> list[Shift]:
    """What differs between a page at rest and the same page with a state held on an element of the first."""
    return _shifts(page, page.layout(width, height), held, held.layout(width, height), element)


def _rules(page: Page, element: Element) -> int:
    near = [element, *element.descendants(), *element.ancestors()]
    return sum(1 for one in near for match in page.cascade.matches(one).own if match.rule.origin == "author")


def _shifts(page: Page, rest: Layout, held: Page, moved: Layout, element: Element) -> list[Shift]:
    """Boxes that stand elsewhere or have another size; those that only go along with what is around them are left out."""
    found: list[Shift] = []
    seen: dict[Element, tuple[float, float, float, float]] = {}
    for one in page.document.elements:
        before, after = rest.rects.get(one), moved.rects.get(held.document.elements[one.index])
        if before is None or after is None:
            continue
        change = (after.x - before.x, after.y - before.y, after.width - before.width, after.height - before.height)
        if max(map(abs, change)) <= LEAST:
            continue
        seen[one] = change
        around = seen.get(one.parent) if one.parent is not None else None
        is_carried = around is not None and change == (around[0], around[1], 0.0, 0.0)
        if not is_carried and not _only_holds(one, element, change):
            found.append(Shift(one.index, one.name(), *change, is_own=one is element or element in one.ancestors()))
    return found


def _only_holds(one: Element, element: Element, change: tuple[float, float, float, float]) -> bool:
    """Whether a box only grows because the element inside it does."""
    return one in element.ancestors() and change[0] == 0 and change[1] == 0


def _sentence(state: str, rules: int, shifts: list[Shift]) -> str:
    others = [one for one in shifts if not one.is_own]
    if rules <= 0 and not shifts:
        return f"No rule says anything of :{state} here."
    if not shifts:
        return "It changes how things look, and moves nothing."
    if not others:
        return "It moves only the box itself and what is inside it."
    most = max(others, key=lambda one: max(abs(one.dx), abs(one.dy), abs(one.dw), abs(one.dh)))
    return f"It shifts {len(others)} {'other box' if len(others) == 1 else 'other boxes'}: {most.name} by {_by(most)}."


def _by(shift: Shift) -> str:
    parts = [
        f"{px(abs(amount))} {words[0] if amount > 0 else words[1]}"
        for amount, words in ((shift.dx, ("to the right", "to the left")), (shift.dy, ("down", "up")), (shift.dw, ("wider", "narrower")), (shift.dh, ("higher", "lower")))
        if abs(amount) > LEAST
    ]
    return ", ".join(parts)
