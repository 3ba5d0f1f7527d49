"""``@container`` and ``@supports`` conditions (css-conditional-5 §6, css-conditional-4 §2)."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from typing import Any

import tinycss2

from .declarations import Declaration, read_declaration
from .grammar import Tokens, keyword, significant
from .media import ALWAYS, Condition, Constant, Viewport, compare_feature, comparisons, parse_condition
from .references import functions_in
from .selector_parser import parse_selector_list
from .selectors import SelectorError
from .style_queries import Asked, style_condition


@dataclass(slots=True, eq=False)
class ContainerQuery:
    """``@container``: an optional name and a condition on the container's size, and on its style where it is asked."""

    name: str | None
    condition: Condition
    """What it comes to where no question about styles is answered with yes."""
    styled: Tokens = field(default_factory=list)
    """The condition as it is written, where it asks for the style."""

    @property
    def asks_size(self) -> bool:
        """Whether it asks for the size, which only some elements answer."""
        return bool(comparisons(self.condition))

    def may_ask(self, names: tuple[str, ...], has_height: bool) -> bool:
        """Whether a container has that name, and all the sizes that are asked for."""
        return (self.name is None or self.name in names) and (has_height or not any(one.feature in _OF_HEIGHT for one in comparisons(self.condition)))

    def answers(self, size: Viewport) -> tuple[bool, ...]:
        """All that it takes from a container's size."""
        return tuple(one.matches(size) for one in comparisons(self.condition)) if self.styled else (self.condition.matches(size),)

    def holds(self, size: Viewport, asked: Asked | None) -> bool:
        """Whether it holds for a container of that size and style."""
        if not self.styled or asked is None:
            return self.condition.matches(size)
        condition = _container_condition(self.styled, lambda token: style_condition(token, asked))
        return condition is not None and condition.matches(size)


def read_container_query(tokens: Tokens) -> ContainerQuery | None:
    """``@container`` prelude: a name, a condition, or both."""
    name = None
    if tokens and (word := keyword(tokens[0])) is not None and word != "not":
        name, tokens = tokens[0].value, tokens[1:]
    if not tokens:
        return ContainerQuery(name, ALWAYS)
    condition = _container_condition(tokens, lambda token: False)
    asks_style = any(token.lower_name == "style" for token in functions_in(tokens))
    return ContainerQuery(name, condition, tokens if asks_style else []) if condition is not None else None


def unfollowed_queries(prelude: Iterable[Any]) -> list[str]:
    """Queries of a container's scrolling in a prelude, which are taken for unknown (css-conditional-5 §5)."""
    return [f"@container {token.lower_name}()" for token in functions_in(prelude) if token.lower_name in ("scroll-state", "anchored")]


def _container_condition(tokens: Tokens, answer: Callable[[Any], bool | None]) -> Condition | None:
    """A container's condition; ``answer`` says of ``style()`` whether it holds."""
    def leaf(token: Any) -> Condition | None:
        if token.type == "function" and token.lower_name == "style":
            known = answer(token)
            return Constant(False, known=False) if known is None else Constant(known)
        return _container_feature(token)

    return parse_condition(tokens, allow_or=True, leaf=leaf)


_OF_HEIGHT = frozenset({"height", "aspect-ratio", "orientation"})
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


def supports_said(token: Any) -> bool | None:
    """``supports(…)`` in ``@import`` and ``if()``: a condition, or one declaration without parentheses. None where it is
    neither of those that the engine reads."""
    content = significant(token.arguments)
    if len(content) > 1 and content[0].type == "ident" and content[1].type == "literal" and content[1].value == ":":
        return supports([tinycss2.parse_one_component_value(f"({tinycss2.serialize(token.arguments)})")]) or None
    condition = parse_condition(content, allow_or=True, leaf=_supports_leaf)
    return condition.answer(Viewport(0, 0)) if condition is not None else None


def supports(tokens: Tokens) -> bool:
    """``@supports``: whether the engine reads the declarations, as the browser reads them (css-conditional-4)."""
    condition = parse_condition(tokens, allow_or=True, leaf=_supports_leaf)
    if condition is None:
        return False
    return condition.matches(Viewport(0, 0))


_KNOWN: dict[str, frozenset[str]] = {
    "font-format": frozenset(["woff", "woff2", "truetype", "opentype", "collection"]),
    "font-tech": frozenset(["features-opentype", "features-aat", "color-colrv0", "color-colrv1", "color-sbix", "color-cbdt", "variations", "palettes"]),
    "at-rule": frozenset(f"@{name}" for name in ["media", "supports", "container", "layer", "scope", "import", "namespace", "page", "font-face", "font-feature-values", "font-palette-values", "keyframes", "-webkit-keyframes", "property", "function", "counter-style", "starting-style", "view-transition", "position-try"]),
}
"""What the browser answers in ``@supports`` for fonts and rules."""


def _supports_leaf(token: Any) -> Condition | None:
    if token.type == "function":
        if token.lower_name == "selector":
            try:
                return Constant(len(parse_selector_list(token.arguments)) == 1)
            except SelectorError:
                return Constant(False)
        known = _KNOWN.get(token.lower_name)
        said = tinycss2.serialize(significant(token.arguments)).lower()
        return Constant(known is not None and said in known)
    if token.type != "() block":
        return None
    parsed = tinycss2.parse_one_declaration(token.content)
    if parsed.type != "declaration":
        return Constant(False)
    return Constant(isinstance(read_declaration(parsed, "", 0), Declaration))
