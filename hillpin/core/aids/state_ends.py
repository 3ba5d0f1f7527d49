"""A state's end compared with its start: which declarations count in it that do not at rest, how long the change takes (css-transitions-1
§3), and what of it those see who ask for reduced motion (mediaqueries-5 §11.1)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import zip_longest

from ..markup import Element
from ..page import Layout, Page
from ..styles import COMPOSED, PROPERTIES, ActiveRules, Declaration, Rule, lays_out, transitions
from .property_sum import comes_to

MOST = 40
_PSEUDOS = (None, "before", "after")
_OF_MOTION = ("transition", "animation")


@dataclass(frozen=True, slots=True)
class EndChange:
    """A property that a state changes. ``before`` and ``after`` are as declared, with what they come to where that says more; nothing
    declared before is empty. ``effect``: ``moves`` boxes, is ``drawn`` elsewhere with nothing laid out anew, or ``paints`` only.
    ``seconds`` is how long it takes, ``calm_seconds`` how long for those who ask for reduced motion."""

    index: int
    name: str
    property: str
    before: str
    after: str
    effect: str
    seconds: float
    calm_seconds: float
    file: str
    line: int


@dataclass(frozen=True, slots=True)
class _Side:
    """One side of the comparison: a page in a state, and its layout."""

    page: Page
    layout: Layout
    active: ActiveRules

    def rules(self, element: Element, pseudo: str | None) -> list[Rule]:
        matches = self.page.cascade.matches(element)
        listed = matches.own if pseudo is None else matches.pseudo.get(pseudo, [])
        return [match.rule for match in listed if match.rule.origin == "author" and self.active.holds(match.rule, element)]

    def winner(self, element: Element, pseudo: str | None, name: str) -> Declaration | None:
        """The author's declaration that gives a property, a longhand or one that is read as it is written."""
        if name in PROPERTIES:
            found = next((one for one in self.page.cascade.candidates(element, name, self.active, pseudo) if one.wins), None)
            return found.declaration if found is not None and found.rule.origin == "author" else None
        listed = [one for rule in self.rules(element, pseudo) for one in rule.declarations if one.name == name]
        return next(reversed([one for one in listed if one.important] or listed), None)

    def seconds(self, element: Element, pseudo: str | None, name: str) -> float:
        """How long a property takes to change once this side counts."""
        rules = self.rules(element, pseudo)
        if not rules:
            return 0.0
        together = replace(rules[-1], declarations=[one for rule in rules for one in rule.declarations])
        return max((one.seconds for one in transitions(together) if one.covers(name)), default=0.0)


def end_changes(page: Page, rest: Layout, held: Page, end: Layout, calm: Page) -> list[EndChange]:
    """What a page in a state says otherwise than at rest, at one viewport, in document order; ``calm`` is the page in that state as
    those see it who ask for reduced motion."""
    first, last = (_Side(one, layout, ActiveRules(layout.viewport)) for one, layout in ((page, rest), (held, end)))
    found: list[EndChange] = []
    for element in page.document.elements:
        other = held.document.elements[element.index]
        mine, theirs = page.cascade.matches(element), held.cascade.matches(other)
        for pseudo in _PSEUDOS:
            listed = (mine.own, theirs.own) if pseudo is None else (mine.pseudo.get(pseudo, []), theirs.pseudo.get(pseudo, []))
            if all(one is not None and two is not None and one.rule.order == two.rule.order for one, two in zip_longest(*listed)):
                continue
            found += _changes(first, last, calm, element, pseudo)
            if len(found) >= MOST:
                return found[:MOST]
    return found


def _changes(first: _Side, last: _Side, calm: Page, element: Element, pseudo: str | None) -> Iterator[EndChange]:
    other = last.page.document.elements[element.index]
    orders = {rule.order for rule in first.rules(element, pseudo)}, {rule.order for rule in last.rules(other, pseudo)}
    differing = [rule for side, one in ((first, element), (last, other)) for rule in side.rules(one, pseudo) if rule.order in orders[0] ^ orders[1]]
    changed: dict[tuple[str, int, int], tuple[Declaration | None, Declaration | None, list[str]]] = {}
    for rule in differing:
        for declaration in rule.declarations:
            for name in declaration.values or (declaration.name,):
                before, after = first.winner(element, pseudo, name), last.winner(other, pseudo, name)
                says = after or before
                if says is None or name.startswith(_OF_MOTION) or _same(before, after, name):
                    continue
                key = (says.name if says.name != "all" else name, before.line if before is not None else 0, after.line if after is not None else 0)
                names = changed.setdefault(key, (before, after, []))[2]
                if name not in names:
                    names.append(name)
    for (shown, _, _), (before, after, names) in changed.items():
        yield _change(first, last, calm, (element, pseudo, names), (shown, before, after))


def _same(before: Declaration | None, after: Declaration | None, name: str) -> bool:
    """Whether a property has one value by both; what nothing declares has its initial one, unless it is inherited."""
    known = PROPERTIES.get(name)
    if before is not None and after is not None:
        return before is after or (before.values[name] == after.values[name] if name in before.values and name in after.values else (before.name, before.text) == (after.name, after.text))
    one = before or after
    return one is None or (known is not None and not known.inherited and one.values.get(name) == known.initial)


def _change(first: _Side, last: _Side, calm: Page, what: tuple[Element, str | None, list[str]], told: tuple[str, Declaration | None, Declaration | None]) -> EndChange:
    element, pseudo, names = what
    shown, before, after = told
    other = last.page.document.elements[element.index]
    effect = "moves" if any(map(lays_out, names)) else "drawn" if any(name in COMPOSED for name in names) else "paints"
    place = after or before
    assert place is not None
    label = element.name() + (f"::{pseudo}" if pseudo else "")
    texts = [_text(side, one, pseudo, names[0], declaration) for side, one, declaration in ((first, element, before), (last, other, after))]
    calm_side, calm_element = _Side(calm, last.layout, last.active), calm.document.elements[element.index]
    seconds, calm_seconds = (max(side.seconds(one, pseudo, name) for name in names) for side, one in ((last, other), (calm_side, calm_element)))
    return EndChange(element.index, label, shown, texts[0], texts[1], effect, seconds, calm_seconds, place.file, place.line)


def _text(side: _Side, element: Element, pseudo: str | None, name: str, declaration: Declaration | None) -> str:
    """As declared; a length in other units with what it comes to."""
    sum_ = comes_to(side.page, side.layout, element, name) if pseudo is None and name in PROPERTIES else ""
    if declaration is None:
        return sum_.rsplit("= ", 1)[-1]
    return f"{declaration.text} = {sum_.rsplit('= ', 1)[-1]}" if " = " in sum_ and declaration.name == name else declaration.text
