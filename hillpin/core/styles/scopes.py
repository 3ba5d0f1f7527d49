"""``@scope`` (css-cascade-6 §3.5): rules that count only in some elements, and not beyond others in those."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from tinycss2.ast import LiteralToken

from ..markup.tree import Element
from .grammar import significant
from .selector_parser import parse_selector_list
from .selectors import MatchState, Selector, SelectorError


@dataclass(frozen=True, slots=True)
class Scope:
    """Where the rules of a block count: in what its starts match, itself included, down to its limits; ``outer`` is one around it."""

    starts: list[Selector]
    limits: list[Selector]
    outer: Scope | None = None

    def distance(self, element: Element, state: MatchState) -> int | None:
        """How many generations an element stands below the nearest start whose scope it is in; None where it is in none."""
        node: Element | None = element
        far = 0
        while node is not None:
            if any(start.matches(node, state) for start in self.starts) and (self.outer is None or self.outer.holds(node, state)):
                return far
            if any(limit.matches(node, state) for limit in self.limits):
                return None
            node, far = node.parent, far + 1
        return None

    def holds(self, element: Element, state: MatchState) -> bool:
        """Whether an element is in the scope."""
        return self.distance(element, state) is not None

    def selectors(self, prelude: list[Any]) -> list[Selector]:
        """The selectors of a rule in the scope: of what is in it, where they do not name it; ``:scope`` is what its starts match, and
        what it is matched by does not count to how specific they are."""
        found = parse_selector_list(_with_ampersands(prelude), self.starts)
        return [self._limited(replace(selector, specificity=plain.specificity)) for selector, plain in zip(found, parse_selector_list(prelude, None), strict=True)]

    def _limited(self, selector: Selector) -> Selector:
        subject = replace(selector.subject, tests=[*selector.subject.tests, self.holds])
        return replace(selector, compounds=[*selector.compounds[:-1], subject])


def read_scope(prelude: list[Any], parent: list[Selector] | None, outer: Scope | None) -> Scope:
    """``(start)`` or ``(start) to (limit)``. Raises SelectorError, too where there is no start, which would be what the sheet stands in."""
    tokens = significant(prelude)
    blocks = [token for token in tokens if token.type == "() block"]
    words = [token.lower_value for token in tokens if token.type == "ident"]
    if words not in ([], ["to"]) or len(blocks) != 1 + len(words) or tokens[0].type != "() block" or tokens[-1].type != "() block":
        raise SelectorError("a scope is (start), or (start) to (limit)")
    starts = parse_selector_list(blocks[0].content, parent)
    return Scope(starts, parse_selector_list(_with_ampersands(list(blocks[1].content)), starts) if words else [], outer)


def _with_ampersands(prelude: list[Any]) -> list[Any]:
    """The tokens with ``&`` for ``:scope``."""
    result: list[Any] = []
    for token in prelude:
        if token.type == "ident" and token.lower_value == "scope" and result and result[-1] == ":":
            result[-1] = LiteralToken(token.source_line, token.source_column, "&")
        else:
            result.append(token)
    return result
