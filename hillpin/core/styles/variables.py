"""Custom properties and ``var()`` (css-variables-1), bounded against exponential growth."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import tinycss2

from .grammar import significant
from .source import bounded

MOST_TOKENS = 4_096
DEEPEST = 64

Custom = Mapping[str, tuple[Any, ...]]


ENVIRONMENT: Custom = {
    f"{name}-{part}": tuple(tinycss2.parse_component_value_list("0px"))
    for name, parts in (("safe-area-inset", "top right bottom left"), ("safe-area-max-inset", "top right bottom left"), ("keyboard-inset", "top right bottom left width height"))
    for part in parts.split()
}
"""What ``env()`` stands for in a window of its own on a screen without notches (css-env-1 §2)."""


class Cyclic(ValueError):
    """A reference that cannot be resolved: missing, cyclic or too large."""


def substitute(tokens: tuple[Any, ...] | list[Any], custom: Custom, depth: int = 0) -> list[Any]:
    """The tokens with every ``var()`` replaced; raises Cyclic where one has neither value nor fallback (§3)."""
    if depth > DEEPEST:
        raise Cyclic
    result: list[Any] = []
    for token in tokens:
        if token.type == "function" and token.lower_name in ("var", "env"):
            result += _reference(token, custom, depth)
        elif token.type == "function":
            inner = substitute(token.arguments, custom, depth + 1)
            result.append(type(token)(token.source_line, token.source_column, token.name, inner))
        elif token.type in ("() block", "[] block", "{} block"):
            inner = substitute(token.content, custom, depth + 1)
            result.append(type(token)(token.source_line, token.source_column, inner))
        else:
            result.append(token)
        if len(result) > MOST_TOKENS:
            raise Cyclic
    return result


def _reference(token: Any, custom: Custom, depth: int) -> list[Any]:
    arguments = list(token.arguments)
    comma = next((i for i, t in enumerate(arguments) if t.type == "literal" and t.value == ","), len(arguments))
    names = significant(arguments[:comma])
    if len(names) != 1 or names[0].type != "ident":
        raise Cyclic
    value = custom.get(names[0].value) if token.lower_name == "var" else ENVIRONMENT.get(names[0].value)
    if value is not None:
        return list(value)
    if comma < len(arguments):
        return substitute(arguments[comma + 1 :], custom, depth + 1)
    raise Cyclic


def resolve_custom(own: dict[str, tuple[Any, ...]], inherited: Custom) -> Custom:
    """The custom properties of an element: its own, with their references resolved, over the inherited ones.

    Members of a cycle are invalid at computed-value time and come out as if unset (§2.3).
    """
    resolver = _Resolver(own, inherited)
    result = dict(inherited)
    for name in own:
        value = resolver.value_of(name)
        if value is None:
            result.pop(name, None)
        else:
            result[name] = value
    return result


class _Resolver:
    """Resolves references depth first; what reaches itself is found as a strongly connected part of the references."""

    def __init__(self, own: dict[str, tuple[Any, ...]], inherited: Custom) -> None:
        self.own, self.inherited = own, inherited
        self.resolved: dict[str, tuple[Any, ...] | None] = {}
        self.index: dict[str, int] = {}
        self.waiting: list[str] = []
        """Names that are looked at, in the order in which they were met."""

    def value_of(self, name: str) -> tuple[Any, ...] | None:
        """The value of a property of the element, or that it inherits; None where there is none."""
        if name not in self.own:
            return self.inherited.get(name)
        if name not in self.resolved:
            self._visit(name, 0)
        return self.resolved[name]

    def _visit(self, name: str, depth: int) -> int:
        """Resolve a name; gives the earliest of the names waiting that it leads back to."""
        earliest = self.index[name] = len(self.index)
        self.waiting.append(name)
        references = _references(self.own[name])
        is_cyclic = name in references or depth > DEEPEST
        for other in () if is_cyclic else references & self.own.keys():
            if other not in self.index:
                earliest = min(earliest, self._visit(other, depth + 1))
            elif other not in self.resolved:
                earliest = min(earliest, self.index[other])
        if earliest == self.index[name]:
            part = self.waiting[self.waiting.index(name) :]
            del self.waiting[-len(part) :]
            self.resolved.update(dict.fromkeys(part))
            if len(part) == 1 and not is_cyclic:
                self.resolved[name] = self._substituted(name, references)
        return earliest

    def _substituted(self, name: str, references: set[str]) -> tuple[Any, ...] | None:
        known = {other: value for other in references if (value := self.value_of(other)) is not None}
        try:
            return tuple(substitute(self.own[name], known))
        except Cyclic:
            return None


def _references(tokens: Any) -> set[str]:
    found: set[str] = set()
    for token in tokens:
        if token.type == "function":
            if token.lower_name == "var":
                found |= {t.value for t in significant(token.arguments)[:1] if t.type == "ident"}
            found |= _references(token.arguments)
        elif token.type in ("() block", "[] block", "{} block"):
            found |= _references(token.content)
    return found


def tokens_of(text: str) -> list[Any]:
    """Component values of a text."""
    return list(tinycss2.parse_component_value_list(bounded(text)))
