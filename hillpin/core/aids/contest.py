"""Which rule wins a property of an element, and why the others do not (css-cascade-5 §6)."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..errors import InputError
from ..markup import Element
from ..page import Layout, Page
from ..styles import PROPERTIES, ActiveRules, Candidate, Rule
from .grounds_below import grounds_below

_GROUNDS = ("background-color", "background-image")


@dataclass(frozen=True, slots=True)
class Contender:
    """A declaration that competes, with everything that decides."""

    text: str
    selector: str
    specificity: str
    """``0,1,1``, or ``style attribute``."""
    origin: str
    layer: str
    query: str
    is_on: bool
    important: bool
    wins: bool
    file: str | None
    line: int | None
    why: str
    """Why it does not win; empty for the winner."""


@dataclass(slots=True)
class Inherited:
    """An element that hands a value down, and the declaration that gives it there (None where it only passes it on)."""

    index: int
    name: str
    winner: Contender | None


@dataclass(slots=True)
class Contest:
    """All that competes for a property, the winner first; for an inherited value the chain up to where it is set."""

    property: str
    contenders: list[Contender]
    inherits: bool
    chain: list[Inherited] = field(default_factory=list)
    initial: bool = False
    """Whether nothing sets it, so that it has its initial value."""
    behind: list[Inherited] = field(default_factory=list)
    """Of a ground that something shows through: whose shows, the nearest first, and the declaration that gives it."""


def contested(page: Page, layout: Layout, element: Element) -> list[str]:
    """The longhand properties that some declaration of an author sets on an element, in the order they are first set."""
    names: dict[str, None] = {}
    for match in page.cascade.matches(element).own:
        if match.rule.origin == "author":
            for declaration in match.rule.declarations:
                names.update(dict.fromkeys(name for name in declaration.values if name in PROPERTIES))
    return list(names)


def contest_of(page: Page, layout: Layout, element: Element, prop: str) -> Contest:
    """The contest for a longhand property of an element at a layout's width. Raises InputError for an unknown one."""
    known = PROPERTIES.get(prop)
    if known is None:
        raise InputError(f"There is no property {prop} whose rules are compared.")
    active = _active(page, layout)
    contenders = _contenders(page, element, prop, active)
    contest = Contest(prop, contenders, known.inherited)
    if prop in _GROUNDS:
        for below in grounds_below(layout, element):
            found = [one for name in _GROUNDS for one in _contenders(page, below, name, active) if one.wins]
            contest.behind.append(Inherited(below.index, below.name(), found[0] if found else None))
    if any(one.wins for one in contenders):
        return contest
    if known.inherited:
        for ancestor in element.ancestors():
            above = next((one for one in _contenders(page, ancestor, prop, active) if one.wins), None)
            contest.chain.append(Inherited(ancestor.index, ancestor.name(), above))
            if above is not None:
                return contest
    contest.initial = True
    return contest


def _active(page: Page, layout: Layout) -> ActiveRules:
    """The rules that count in a layout, container queries included."""
    for tree, resolver in page.trees.values():
        if tree is layout.tree:
            return resolver.active
    return ActiveRules(layout.viewport)


def winner_of(page: Page, element: Element, prop: str, active: ActiveRules) -> Candidate | None:
    """The declaration that sets a longhand of an element, among rules that count."""
    return next((one for one in page.cascade.candidates(element, prop, active) if one.wins), None)


def _contenders(page: Page, element: Element, prop: str, active: ActiveRules) -> list[Contender]:
    candidates = page.cascade.candidates(element, prop, active)[::-1]
    winner = next((one for one in candidates if one.wins), None)
    return [_contender(one, winner) for one in sorted(candidates, key=lambda one: not one.wins)]


def _contender(one: Candidate, winner: Candidate | None) -> Contender:
    rule, declaration = one.rule, one.declaration
    is_author = rule.origin == "author"
    return Contender(
        f"{declaration.name}: {declaration.text}", rule.text, "style attribute" if rule.inline else _dotted(one.specificity), rule.origin,
        ".".join(rule.layer or ()), query_of(rule), one.active, declaration.important, one.wins,
        (declaration.file or None) if is_author else None, declaration.line if is_author else None, _why(one, winner),
    )  # fmt: skip


def query_of(rule: Rule) -> str:
    """The queries around a rule as written, outermost first."""
    media = [f"@media {block.text}" for block in rule.media_blocks]
    return " and ".join([*media, *(["@container"] if rule.containers else [])])


def _why(one: Candidate, winner: Candidate | None) -> str:
    """The first thing by which a declaration loses."""
    if one.wins:
        return ""
    if not one.active:
        return "its query is off here"
    if winner is None:
        return ""
    if winner.declaration.important and not one.declaration.important:
        return "the winner is important"
    if winner.rule.origin != one.rule.origin:
        return "author rules come after the browser's own"
    if winner.rule.inline and not one.rule.inline:
        return "a style attribute comes after all sheets"
    if winner.rule.layer_rank != one.rule.layer_rank:
        return "its layer comes earlier"
    if winner.specificity != one.specificity:
        return f"less specific: {_dotted(one.specificity)} against {_dotted(winner.specificity)}"
    return "it stands earlier"


def _dotted(specificity: tuple[int, int, int]) -> str:
    return ",".join(str(part) for part in specificity)
