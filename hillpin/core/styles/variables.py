"""Custom properties that refer to each other (css-variables-1 §2), bounded against exponential growth."""

from __future__ import annotations

from collections.abc import Mapping
from contextlib import suppress
from typing import Any, Protocol

import tinycss2

from .source import bounded

MOST_TOKENS = 4_096
DEEPEST = 64

Custom = Mapping[str, tuple[Any, ...]]


class Cyclic(ValueError):
    """A reference that cannot be resolved: missing, cyclic or too large."""


class Resolving(Protocol):
    """Where values are resolved: what their references mean there."""

    def names_in(self, tokens: Any) -> set[str]:
        """The names of custom properties that a value asks for, also by what it calls."""

    def replaced(self, tokens: Any, known: Custom) -> list[Any]:
        """A value with its references replaced, given those custom properties; raises Cyclic where it cannot."""

    def computed(self, name: str, value: tuple[Any, ...] | None, inherited: Custom) -> tuple[Any, ...] | None:
        """A custom property's value as one of the type that it was registered with; None where there is none."""


def resolve_custom(own: dict[str, tuple[Any, ...]], inherited: Custom, place: Resolving) -> Custom:
    """The custom properties of an element: its own, with their references resolved, over the inherited ones.

    Members of a cycle are invalid at computed-value time and come out as if unset (§2.3).
    """
    resolver = _Resolver(own, inherited, place)
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

    def __init__(self, own: dict[str, tuple[Any, ...]], inherited: Custom, place: Resolving) -> None:
        self.own, self.inherited, self.place = own, inherited, place
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
        references = self.place.names_in(self.own[name])
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
        computed: tuple[Any, ...] | None = None
        with suppress(Cyclic):
            computed = tuple(self.place.replaced(self.own[name], known))
        return self.place.computed(name, computed, self.inherited)


def tokens_of(text: str) -> list[Any]:
    """Component values of a text."""
    return list(tinycss2.parse_component_value_list(bounded(text)))
