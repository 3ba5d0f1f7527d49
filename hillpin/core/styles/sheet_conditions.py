"""``@container`` and ``@supports`` conditions (css-conditional-5 §6, css-conditional-4 §2)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

import tinycss2

from .declarations import Declaration, read_declaration
from .grammar import Tokens, keyword, significant
from .media import ALWAYS, Condition, Constant, Viewport, compare_feature, parse_condition
from .selector_parser import parse_selector_list
from .selectors import SelectorError


@dataclass(slots=True, eq=False)
class ContainerQuery:
    """``@container``: an optional name and a condition on the container's width."""

    name: str | None
    condition: Condition


def read_container_query(tokens: Tokens) -> ContainerQuery | None:
    """``@container`` prelude: a name, a condition, or both."""
    name = None
    if tokens and (word := keyword(tokens[0])) is not None and word != "not":
        name, tokens = tokens[0].value, tokens[1:]
    if not tokens:
        return ContainerQuery(name, ALWAYS)
    condition = parse_condition(tokens, allow_or=True, leaf=_container_feature)
    return ContainerQuery(name, condition) if condition is not None else None


def unfollowed_queries(prelude: Iterable[Any]) -> list[str]:
    """Queries of a container's style or scrolling in a prelude, which are taken for unknown (css-conditional-5 §5)."""
    found: list[str] = []
    for token in prelude:
        if token.type == "function" and token.lower_name in ("style", "scroll-state"):
            found.append(f"@container {token.lower_name}()")
        elif token.type == "() block":
            found += unfollowed_queries(token.content)
    return found


_CONTAINER_FEATURES = frozenset({"width", "height", "aspect-ratio", "orientation"})


def _container_feature(token: Any) -> Condition | None:
    if token.type != "() block":
        return Constant(False, known=False)
    content = [
        _renamed(inner, {"inline-size": "width", "block-size": "height"}) for inner in significant(token.content)
    ]
    return compare_feature(content, _CONTAINER_FEATURES) if content else None


def _renamed(token: Any, names: dict[str, str]) -> Any:
    if token.type != "ident":
        return token
    prefix = token.lower_value[:4] if token.lower_value.startswith(("min-", "max-")) else ""
    plain = names.get(token.lower_value.removeprefix(prefix))
    return tinycss2.parse_component_value_list(prefix + plain)[0] if plain else token


def supports(tokens: Tokens) -> bool:
    """``@supports``: whether the engine reads the declarations, as the browser reads them (css-conditional-4)."""
    condition = parse_condition(tokens, allow_or=True, leaf=_supports_leaf)
    if condition is None:
        return False
    return condition.matches(Viewport(0, 0))


def _supports_leaf(token: Any) -> Condition | None:
    if token.type == "function":
        if token.lower_name == "selector":
            try:
                parse_selector_list(token.arguments)
                return ALWAYS
            except SelectorError:
                return Constant(False)
        return Constant(False)
    if token.type != "() block":
        return None
    parsed = tinycss2.parse_one_declaration(token.content)
    if parsed.type != "declaration":
        return Constant(False)
    return Constant(isinstance(read_declaration(parsed, "", 0), Declaration))
