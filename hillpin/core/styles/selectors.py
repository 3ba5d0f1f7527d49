"""Selectors Level 4: parsing, specificity and matching against our own element tree.

A complex selector is compiled to a chain of compounds matched right to left. State pseudo-classes match the
elements that ``States`` names; pages are at rest, so none by default.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from ..markup.tree import Element
from .form_states import FormsAsked

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
    answers: dict[tuple[object, int, Element | None], dict[Element, bool]] = field(default_factory=dict)
    """What was found before: by a selector or a test, a place in it, and the scope where it holds for that alone; for an element. A selector is
    tried on an element's ancestors and siblings once, however its parts could be spread over them."""
    positions: dict[tuple[object, Element | None], dict[Element, int]] = field(default_factory=dict)
    """Positions among siblings, by a test and their parent."""
    forms: FormsAsked = field(default_factory=FormsAsked)


@dataclass(slots=True)
class Compound:
    """Tests on one element, with the combinator that leads to the compound on its left."""

    tests: list[Test] = field(default_factory=list)
    combinator: str = ""
    tag: str | None = None
    id: str | None = None
    class_name: str | None = None
    attribute: str | None = None
    """An attribute that the element must have."""

    def matches(self, element: Element, state: MatchState) -> bool:
        return all(test(element, state) for test in self.tests)


@dataclass(slots=True, eq=False)
class Selector:
    """A complex selector: ``compounds`` from left to right."""

    compounds: list[Compound]
    specificity: Specificity
    pseudo_element: str | None
    text: str
    is_anchored: bool = False
    """Whether it begins at the scope of ``:has()``, so that what is found holds for that scope alone."""

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
        combinator = self.compounds[position].combinator
        if combinator in (" ", "~"):
            return self._somewhere(position, combinator == " ", element, state)
        candidate = element.parent if combinator == ">" else _before(element)
        return candidate is not None and self.compounds[position - 1].matches(candidate, state) and self._left_matches(position - 1, candidate, state)

    def _somewhere(self, position: int, is_upwards: bool, element: Element, state: MatchState) -> bool:
        """Whether what stands on the left matches any ancestor, or any sibling before. What holds further on holds here too."""
        left = self.compounds[position - 1]
        known = state.answers.setdefault((self, position, state.scope if self.is_anchored else None), {})
        passed = [element]
        found = known.get(element)
        while found is None:
            candidate = passed[-1].parent if is_upwards else _before(passed[-1])
            if candidate is None:
                found = False
            elif left.matches(candidate, state) and self._left_matches(position - 1, candidate, state):
                found = True
            else:
                passed.append(candidate)
                found = known.get(candidate)
        if len(self.compounds) > 2 or not is_upwards:
            for one in passed:
                known[one] = found
        return found


def _before(element: Element) -> Element | None:
    """The sibling before an element."""
    index = element.sibling_index
    return element.parent.elements[index - 1] if element.parent is not None and index else None
