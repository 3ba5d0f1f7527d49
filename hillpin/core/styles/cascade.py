"""The cascade (css-cascade-5): which declaration wins each property of each element.

Selectors are matched once for a document; the rules that count at a viewport are filtered from that by their
media queries, so that a new stretch of widths costs no matching.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field, replace
from typing import Any

import tinycss2

from ..markup.tree import Document, Element
from .declarations import Declaration, Pending, Problem, Wide, read_declaration
from .directions import mirrored_name
from .media import Viewport
from .selectors import MatchState, Selector, Specificity
from .sheet import Rule, Sheets
from .sheet_conditions import ContainerQuery
from .source import bounded
from .style_queries import Asked
from .ua import QUIRKS_SHEET, USER_AGENT_SHEET, presentational_hints

INLINE_SPECIFICITY: Specificity = (1 << 20, 0, 0)
HINT_RULE = Rule([], [], "", 0, -1, "hint", ())


@dataclass(slots=True)
class Match:
    """A rule that applies to an element (in some media), with the specificity by which it does."""

    rule: Rule
    specificity: Specificity
    selector: Selector | None
    nearness: int = 0
    """More for a rule whose scope begins nearer to the element; nothing for one without a scope (css-cascade-6 §2.5)."""

    @property
    def key(self) -> tuple[int, bool, int, Specificity, int, int]:
        """Ascending cascade order of normal declarations."""
        rule = self.rule
        return (_ORIGINS[rule.origin], rule.inline, rule.layer_rank, self.specificity, self.nearness, rule.order)


def nearness_of(rule: Rule, element: Element, state: MatchState) -> int:
    """How near the scope of a rule begins to an element in it."""
    distance = rule.scope.distance(element, state) if rule.scope is not None else None
    return FARTHEST - distance if distance is not None else 0


FARTHEST = 1 << 20
_ORIGINS = {"user-agent": 0, "hint": 1, "author": 2}


@dataclass(slots=True)
class Winner:
    """The value that the cascade gives a property, and where it stands."""

    value: Any
    declaration: Declaration | None
    rule: Rule | None


@dataclass(slots=True)
class Candidate:
    """A declaration that competes for a property on an element; ``active`` is False where its query is off."""

    declaration: Declaration
    rule: Rule
    specificity: Specificity
    selector: Selector | None
    active: bool
    wins: bool = False


@dataclass(slots=True)
class ElementMatches:
    """The rules of an element and of its pseudo-elements, in ascending cascade order."""

    own: list[Match] = field(default_factory=list)
    pseudo: dict[str, list[Match]] = field(default_factory=dict)
    hints: dict[str, Any] = field(default_factory=dict)


class Cascade:
    """Matched rules of every element of a document."""

    def __init__(self, document: Document, sheets: Sheets, state: MatchState | None = None) -> None:
        self.document = document
        self.sheets = sheets
        self.state = state or MatchState()
        self.problems: list[Problem] = []
        self._index = _RuleIndex([*user_agent_rules(document.quirks), *sheets.rules])
        self._matches: dict[Element, ElementMatches] = {}
        self._by_rule: dict[int, list[Element]] | None = None

    def matches(self, element: Element) -> ElementMatches:
        """All rules that apply to the element in some media, matched at the first call."""
        found = self._matches.get(element)
        if found is None:
            found = self._matches[element] = self._match(element)
        return found

    def elements_by_rule(self) -> dict[int, list[Element]]:
        """The elements that each rule applies to, or to a pseudo-element of which it does, in document order, by the rule's identity."""
        if self._by_rule is None:
            found: dict[int, list[Element]] = {}
            for element in [self.document.root, *self.document.root.descendants()]:
                matches = self.matches(element)
                rules = {id(match.rule) for listed in (matches.own, *matches.pseudo.values()) for match in listed}
                for rule in rules:
                    found.setdefault(rule, []).append(element)
            self._by_rule = found
        return self._by_rule

    def _match(self, element: Element) -> ElementMatches:
        result = ElementMatches(hints=presentational_hints(element) if element.attributes or element.tag in ("td", "th", "bdi") else {})
        best: dict[tuple[int, str | None], Match] = {}
        for selector, rule in self._index.candidates(element):
            if selector.matches(element, self.state):
                key = (id(rule), selector.pseudo_element)
                known = best.get(key)
                if known is None or selector.specificity > known.specificity:
                    best[key] = Match(rule, selector.specificity, selector, nearness_of(rule, element, self.state))
        for (_, pseudo), match in best.items():
            (result.own if pseudo is None else result.pseudo.setdefault(pseudo, [])).append(match)
        inline = self._inline_rule(element)
        if inline is not None:
            result.own.append(Match(inline, INLINE_SPECIFICITY, None))
        result.own.sort(key=lambda match: match.key)
        for matches in result.pseudo.values():
            matches.sort(key=lambda match: match.key)
        return result

    def _inline_rule(self, element: Element) -> Rule | None:
        text = element.attributes.get("style")
        if not text:
            return None
        line = element.line or 0
        declarations: list[Declaration] = []
        unfollowed: list[str] = []
        for item in tinycss2.parse_blocks_contents(bounded(text), skip_comments=True, skip_whitespace=True):
            if item.type != "declaration":
                continue
            result = read_declaration(item, "", line, self.document.quirks)
            if isinstance(result, Declaration):
                declarations.append(result)
            else:
                result.elements = [element.index]
                unfollowed += [result.unfollowed] if result.unfollowed else []
                self.problems.append(result)
        return Rule([], declarations, "", line, 1 << 30, "author", (), inline=True, text="style attribute", layer_rank=1 << 20, unfollowed=tuple(unfollowed))

    def _direction_of(self, element: Element, active: ActiveRules) -> str:
        """The direction of an element, from what it or the nearest around it says."""
        for node in (element, *element.ancestors()):
            matches = self.matches(node)
            winner = cascade([match for match in matches.own if active.holds(match.rule, node)], matches.hints).get("direction")
            if winner is not None and winner.value in ("ltr", "rtl"):
                return str(winner.value)
        return "ltr"

    def candidates(self, element: Element, prop: str, active: ActiveRules, pseudo: str | None = None) -> list[Candidate]:
        """Every declaration of a property on an element, losers first, with whether it counts now."""
        matches = self.matches(element)
        listed = matches.own if pseudo is None else matches.pseudo.get(pseudo, [])
        has_sides = mirrored_name(prop) != prop and any(one.is_logical for match in listed for one in match.rule.declarations)
        other = mirrored_name(prop) if has_sides and self._direction_of(element, active) == "rtl" else prop
        result: list[Candidate] = []
        for important in (False, True):
            ordered = listed if not important else sorted(listed, key=_important_key)
            for match in ordered:
                on = active.holds(match.rule, element, in_it=pseudo is not None)
                for declaration in match.rule.declarations:
                    if declaration.important == important and (other if declaration.is_logical else prop) in declaration.values:
                        result.append(Candidate(declaration, match.rule, match.specificity, match.selector, on))
        for candidate in reversed(result):
            if candidate.active:
                candidate.wins = True
                break
        return result


def _important_key(match: Match) -> tuple[int, bool, int, Specificity, int]:
    """Ascending order of important declarations: origins and layers turn round (§6.1)."""
    rule = match.rule
    return (-_ORIGINS[rule.origin], rule.inline, -rule.layer_rank, match.specificity, rule.order)


def cascade_under(matches: list[Match], hints: dict[str, Any], direction: str) -> dict[str, Winner]:
    """The cascaded values under a parent with a direction, which the sides that logical properties mean may come from."""
    winners = cascade(matches, hints)
    winner = winners.get("direction")
    from_right = (direction if winner is None or winner.value not in ("ltr", "rtl") else winner.value) == "rtl"
    if from_right and any(one.is_logical for match in matches for one in match.rule.declarations):
        return cascade(matches, hints, from_right=True)
    return winners


def cascade(matches: list[Match], hints: dict[str, Any], from_right: bool = False) -> dict[str, Winner]:
    """Apply rules in ascending order; important declarations after all normal ones. ``from_right`` says that text begins at the
    right (css-logical-1 §4)."""
    winners: dict[str, Winner] = {}
    important: list[Match] = []
    hinted = not hints
    rolled_back = False
    for match in matches:
        rule = match.rule
        if not hinted and rule.origin == "author":
            winners.update({name: Winner(value, None, HINT_RULE) for name, value in hints.items()})
            hinted = True
        has_important = False
        for declaration in rule.declarations:
            if declaration.important:
                has_important = True
                continue
            for name, value in _sided(declaration, from_right):
                winners[name] = Winner(value, declaration, rule)
                rolled_back = rolled_back or (isinstance(value, Wide) and value.keyword.startswith("revert"))
        if has_important:
            important.append(match)
    if not hinted:
        winners.update({name: Winner(value, None, HINT_RULE) for name, value in hints.items()})
    for match in sorted(important, key=_important_key):
        for declaration in match.rule.declarations:
            if declaration.important:
                for name, value in _sided(declaration, from_right):
                    winners[name] = Winner(value, declaration, match.rule)
                    rolled_back = rolled_back or (isinstance(value, Wide) and value.keyword.startswith("revert"))
    if rolled_back:
        _roll_back(winners, matches, hints)
    return winners


def _sided(declaration: Declaration, from_right: bool) -> Iterable[tuple[str, Any]]:
    """The longhands that a declaration sets, where text begins at the right or at the left."""
    if not (from_right and declaration.is_logical):
        return declaration.values.items()
    return [
        (mirrored_name(name), replace(value, is_mirrored=True) if isinstance(value, Pending) else value)
        for name, value in declaration.values.items()
    ]  # fmt: skip


def _roll_back(winners: dict[str, Winner], matches: list[Match], hints: dict[str, Any]) -> None:
    """``revert``, ``revert-layer`` and ``revert-rule`` (§7.3.4 to §7.3.6): cascade again without the origin, layer or rule."""
    for name in [n for n, w in winners.items() if isinstance(w.value, Wide) and w.value.keyword.startswith("revert")]:
        winner = winners[name]
        kept = matches
        while winner.rule is not None and isinstance(winner.value, Wide) and winner.value.keyword.startswith("revert"):
            origin, layer, whole, last = winner.rule.origin, winner.rule.layer_rank, winner.value.keyword == "revert", winner.rule
            if whole:
                kept = [m for m in kept if m.rule.origin != origin]
            elif winner.value.keyword == "revert-rule":
                kept = [m for m in kept if m.rule is not last]
            else:
                inline = winner.rule.inline
                kept = [
                    m for m in kept
                    if m.rule.origin != origin or (m.rule.layer_rank != layer if not inline else not m.rule.inline)
                ]  # fmt: skip
            again = _plain_winner(kept, name, hints if origin == "author" and not whole else {})
            if again is None:
                del winners[name]
                break
            winners[name] = winner = again


def _plain_winner(matches: list[Match], name: str, hints: dict[str, Any]) -> Winner | None:
    result = Winner(hints[name], None, HINT_RULE) if name in hints else None
    for match in matches:
        for declaration in match.rule.declarations:
            if name in declaration.values:
                result = Winner(declaration.values[name], declaration, match.rule)
    return result


StyleAsked = Callable[[Element, str | None], Asked | None]
"""What answers for the style of an element; None where it is no container of that name."""


class ActiveRules:
    """Which rules count: their media queries at a viewport, their container queries at container sizes.

    ``containers`` gives (content width, content height) in px of each container element known so far, with its
    names; None for a height that is not contained.
    """

    def __init__(self, viewport: Viewport, containers: dict[Element, ContainerSize] | None = None) -> None:
        self.viewport = viewport
        self.containers = containers or {}
        self._media: dict[int, bool] = {}
        self.style_asked: StyleAsked | None = None
        """Answers of the style of elements that are resolved, where queries ask for it."""

    def holds(self, rule: Rule, element: Element, *, in_it: bool = False) -> bool:
        """Whether the rule counts for the element, or for a pseudo-element in it."""
        if rule.media:
            known = self._media.get(id(rule.media))
            if known is None:
                known = all(condition.matches(self.viewport) for condition in rule.media)
                self._media[id(rule.media)] = known
            if not known:
                return False
        return not rule.containers or all(self._container_holds(query, element, in_it) for query in rule.containers)

    def _container_holds(self, query: ContainerQuery, element: Element, in_it: bool) -> bool:
        around = (element, *element.ancestors()) if in_it else element.ancestors()
        if query.styled and self.style_asked is not None and not query.asks_size:
            asked = next((found for one in around if (found := self.style_asked(one, query.name)) is not None), None)
            return asked is not None and query.holds(Viewport(0, 0), asked)
        container = next((one for one in around if (known := self.containers.get(one)) is not None and query.may_ask(known.names, known.height is not None)), None)
        if container is None:
            return False
        size = self.containers[container]
        asked = self.style_asked(container, None) if query.styled and self.style_asked is not None else None
        return query.holds(Viewport(size.width, size.height or 0), asked)  # type: ignore[arg-type]

    def container_of(self, element: Element, name: str | None = None, *, in_it: bool = False) -> ContainerSize | None:
        """The nearest ancestor that is a query container of that name; of what is in an element, it may be the element (css-conditional-5 §6)."""
        for ancestor in ((element, *element.ancestors()) if in_it else element.ancestors()):
            size = self.containers.get(ancestor)
            if size is not None and (name is None or name in size.names):
                return size
        return None


@dataclass(frozen=True, slots=True)
class ContainerSize:
    """Content box of a query container in CSS px."""

    width: float
    height: float | None
    names: tuple[str, ...] = ()


class _RuleIndex:
    """Selectors by the id, class or tag of their subject."""

    def __init__(self, rules: Iterable[Rule]) -> None:
        self.by_id: dict[str, list[tuple[Selector, Rule]]] = {}
        self.by_class: dict[str, list[tuple[Selector, Rule]]] = {}
        self.by_tag: dict[str, list[tuple[Selector, Rule]]] = {}
        self.by_attribute: dict[str, list[tuple[Selector, Rule]]] = {}
        self.others: list[tuple[Selector, Rule]] = []
        for rule in rules:
            for selector in rule.selectors:
                self._bucket(selector).append((selector, rule))

    def _bucket(self, selector: Selector) -> list[tuple[Selector, Rule]]:
        subject = selector.subject
        if subject.id is not None:
            return self.by_id.setdefault(subject.id, [])
        if subject.class_name is not None:
            return self.by_class.setdefault(subject.class_name, [])
        if subject.tag is not None:
            return self.by_tag.setdefault(subject.tag, [])
        if subject.attribute is not None:
            return self.by_attribute.setdefault(subject.attribute, [])
        return self.others

    def candidates(self, element: Element) -> Iterable[tuple[Selector, Rule]]:
        yield from self.others
        for name in element.attributes if self.by_attribute else ():
            yield from self.by_attribute.get(name.lower(), ())
        yield from self.by_tag.get(element.tag, ())
        for name in element.classes:
            yield from self.by_class.get(name, ())
        if element.id is not None:
            yield from self.by_id.get(element.id, ())


_user_agent: dict[bool, list[Rule]] = {}


def user_agent_rules(quirks: bool = False) -> list[Rule]:
    """The user-agent sheet, with what quirks mode adds where that is asked for; parsed once."""
    if quirks not in _user_agent:
        sheets = Sheets()
        sheets.add(USER_AGENT_SHEET + (QUIRKS_SHEET if quirks else ""), "user agent", "user-agent")
        for order, rule in enumerate(sheets.rules):
            rule.order = order - len(sheets.rules)
        _user_agent[quirks] = sheets.rules
    return _user_agent[quirks]
