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
    value = custom.get(names[0].value) if token.lower_name == "var" else None
    if value is not None:
        return list(value)
    if comma < len(arguments):
        return substitute(arguments[comma + 1 :], custom, depth + 1)
    raise Cyclic


def resolve_custom(own: dict[str, tuple[Any, ...]], inherited: Custom) -> Custom:
    """The custom properties of an element: its own, with their references resolved, over the inherited ones.

    Members of a cycle are invalid at computed-value time and come out as if unset (§2.3).
    """
    resolved: dict[str, tuple[Any, ...] | None] = {}
    active: set[str] = set()

    def value_of(name: str, depth: int) -> tuple[Any, ...] | None:
        if name in resolved:
            return resolved[name]
        if name not in own:
            return inherited.get(name)
        if name in active or depth > DEEPEST:
            cyclic.update(active)
            return None
        active.add(name)
        references = {ref: value_of(ref, depth + 1) for ref in _references(own[name])}
        active.discard(name)
        known = {ref: tokens for ref, tokens in references.items() if tokens is not None}
        try:
            value: tuple[Any, ...] | None = None if name in cyclic else tuple(substitute(own[name], known))
        except Cyclic:
            value = None
        resolved[name] = value
        return value

    cyclic: set[str] = set()
    result = dict(inherited)
    for name in own:
        value = value_of(name, 0)
        if value is None:
            result.pop(name, None)
        else:
            result[name] = value
    return result


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
