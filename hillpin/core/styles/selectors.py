"""Selectors Level 4: parsing, specificity and matching against our own element tree.

A complex selector is compiled to a chain of compounds matched right to left. State pseudo-classes match the
elements that ``States`` names; pages are at rest, so none by default.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field

from ..markup.tree import Element

Specificity = tuple[int, int, int]
Test = Callable[[Element, "MatchState"], bool]

DEEPEST_SELECTOR = 24
PSEUDO_ELEMENTS = frozenset({"before", "after", "first-line", "first-letter", "marker", "placeholder", "selection",
                             "backdrop", "file-selector-button", "cue", "details-content"})  # fmt: skip
STATE_CLASSES = frozenset(
    {"hover", "focus", "focus-visible", "focus-within", "active", "visited", "target", "user-invalid", "user-valid",
     "popover-open", "modal", "fullscreen", "autofill", "playing", "paused"}
)  # fmt: skip


class SelectorError(ValueError):
    """A selector that does not parse; its rule is dropped."""


@dataclass(slots=True)
class MatchState:
    """Which elements are in which state: ``states["hover"]`` holds them."""

    states: dict[str, frozenset[Element]] = field(default_factory=dict)
    scope: Element | None = None


@dataclass(slots=True)
class Compound:
    """Tests on one element, with the combinator that leads to the compound on its left."""

    tests: list[Test] = field(default_factory=list)
    combinator: str = ""
    tag: str | None = None
    id: str | None = None
    class_name: str | None = None

    def matches(self, element: Element, state: MatchState) -> bool:
        return all(test(element, state) for test in self.tests)


@dataclass(slots=True)
class Selector:
    """A complex selector: ``compounds`` from left to right."""

    compounds: list[Compound]
    specificity: Specificity
    pseudo_element: str | None
    text: str

    @property
    def subject(self) -> Compound:
        """The compound that names the element the rule applies to."""
        return self.compounds[-1]

    def matches(self, element: Element, state: MatchState) -> bool:
        """Whether the element is a subject of the selector."""
        return self.subject.matches(element, state) and self._left_matches(len(self.compounds) - 1, element, state)

    def _left_matches(self, position: int, element: Element, state: MatchState) -> bool:
        if position == 0:
            return True
        compound, left = self.compounds[position], self.compounds[position - 1]
        for candidate in _candidates(compound.combinator, element):
            if left.matches(candidate, state) and self._left_matches(position - 1, candidate, state):
                return True
        return False


def _candidates(combinator: str, element: Element) -> Iterable[Element]:
    parent = element.parent
    if combinator == " ":
        return element.ancestors()
    if combinator == ">":
        return (parent,) if parent is not None else ()
    if parent is None:
        return ()
    index = element.sibling_index
    if combinator == "+":
        return (parent.elements[index - 1],) if index else ()
    return reversed(parent.elements[:index])
