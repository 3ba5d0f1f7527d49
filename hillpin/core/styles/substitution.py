"""What functions that stand for other values come to: ``var()``, ``env()``, ``attr()``, ``if()``, places among siblings and custom
functions (css-variables-1 §3, css-env-1, css-values-5 §7–9, css-mixins-1 §4), bounded against exponential growth.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import Any

import tinycss2

from ..markup.tree import Element
from .grammar import Token, Tokens, keyword, significant, split_commas
from .media import Condition, read_for
from .references import SIBLINGS, branches, functions_in, if_condition, inside, is_plain_attribute, trimmed, wide_keyword, with_siblings
from .registered import CustomFunction, Registry
from .sheet_conditions import supports_said
from .style_queries import style_condition
from .syntaxes import Syntax, computed_tokens, read_syntax
from .values import LENGTH_UNITS, OTHER_UNITS, UnitSize
from .variables import DEEPEST, MOST_TOKENS, Custom, Cyclic, resolve_custom

ENVIRONMENT: Custom = {
    f"{name}-{part}": tuple(tinycss2.parse_component_value_list("0px"))
    for name, parts in (("safe-area-inset", "top right bottom left"), ("safe-area-max-inset", "top right bottom left"), ("keyboard-inset", "top right bottom left width height"))
    for part in parts.split()
}
"""What ``env()`` stands for in a window of its own on a screen without notches (css-env-1 §2)."""


class Answers:
    """What was asked while an element's values were substituted."""

    def __init__(self) -> None:
        self.asked_element = False
        """Whether of the element itself: its attributes, its place among its siblings."""
        self.asked_size = False
        """Whether of the size of a relative unit."""
        self.calls = 0
        """Custom functions that were called."""


class Place:
    """Where a value stands: the custom properties that it may refer to, its element, and what sheets say of names.

    ``size`` gives the size of relative units in px at the element.
    """

    def __init__(
        self, custom: Custom, registry: Registry, element: Element | None, size: UnitSize, answers: Answers,
        calls: frozenset[str] = frozenset(), depth: int = 0,
    ) -> None:  # fmt: skip
        self.custom = custom
        self.registry = registry
        self.element = element
        self.answers = answers
        self.calls = calls
        """The custom functions that the value stands in."""
        self.depth = depth
        self._size = size

    def size(self, unit: str) -> float:
        """The size of a relative unit in px."""
        self.answers.asked_size = True
        return self._size(unit)

    def within(self, custom: Custom) -> Place:
        """The same place with other custom properties."""
        return Place(custom, self.registry, self.element, self._size, self.answers, self.calls, self.depth)

    def inside_call(self, name: str, depth: int) -> Place:
        """The place in a custom function's body. Raises Cyclic where it is there already, or after too many calls."""
        self.answers.calls += 1
        if name in self.calls or self.answers.calls > MOST_TOKENS:
            raise Cyclic
        return Place(self.custom, self.registry, self.element, self._size, self.answers, self.calls | {name}, depth)

    def value_of(self, name: str) -> tuple[Any, ...] | None:
        """The value of a custom property; None where it has none."""
        return self.custom.get(name)

    def substituted(self, tokens: Tokens) -> Tokens | None:
        """A value with its references resolved; None where they cannot be."""
        try:
            return substitute(tokens, self, self.depth + 1)
        except Cyclic:
            return None

    def wanted(self, name: str, tokens: Tokens) -> tuple[Any, ...] | None:
        """A value in a query as the custom property would have it; None where it cannot be resolved."""
        found = self.substituted(tokens)
        registered = self.registry.properties.get(name)
        component = registered.syntax.match(trimmed(found)) if registered is not None and found is not None else None
        return None if found is None else tuple(computed_tokens(component, trimmed(found), self.size) if component is not None else found)

    def replaced(self, tokens: Any, known: Custom) -> Tokens:
        """A value with its references replaced, given those custom properties; raises Cyclic where it cannot."""
        return substitute(tokens, self.within(known), self.depth + 1)

    def initial(self, name: str) -> tuple[Any, ...] | None:
        """The initial value of a custom property; None where it has none."""
        registered = self.registry.properties.get(name)
        return registered.initial if registered is not None else None

    def computed(self, name: str, value: tuple[Any, ...] | None, inherited: Custom) -> tuple[Any, ...] | None:
        """A value as one of the type that the property was registered with, which names in custom functions never are."""
        registered = self.registry.properties.get(name) if not self.calls else None
        if registered is None:
            return value
        read = placed(trimmed(list(value)), self) if value is not None else []
        component = registered.syntax.match(read)
        if component is not None:
            return tuple(computed_tokens(component, read, self.size))
        if value is not None and not registered.syntax.components:
            return value
        return inherited.get(name) if registered.inherits else registered.initial

    def names_in(self, tokens: Any) -> set[str]:
        """The names of custom properties that a value asks for, also in attributes and in custom functions that it calls."""
        found: set[str] = set()
        self._gather(tokens, found, set(self.calls))
        return found

    def _gather(self, tokens: Any, found: set[str], called: set[str]) -> None:
        for token in functions_in(tokens):
            name = token.lower_name
            if name == "var":
                found |= {t.value for t in significant(token.arguments)[:1] if t.type == "ident"}
            elif name == "style":
                found |= set(_custom_names(token.arguments))
            elif name == "attr" and self.element is not None and not is_plain_attribute(token):
                said = significant(token.arguments)
                text = self.element.attributes.get(said[0].lower_value, "") if said and said[0].type == "ident" else ""
                found |= {one for part in functions_in(tinycss2.parse_component_value_list(text)) for one in _custom_names(part.arguments)}
            elif token.name in self.registry.functions and token.name not in called:
                called.add(token.name)
                for declaration in self.registry.functions[token.name].body:
                    self._gather(declaration.tokens, found, called)


def _custom_names(tokens: Any) -> Iterator[str]:
    """The names of custom properties in a value."""
    for token in tokens:
        if token.type == "ident" and token.value.startswith("--"):
            yield token.value
        yield from _custom_names(inside(token))


def substitute(tokens: Any, place: Place, depth: int = 0) -> Tokens:
    """The tokens with every reference replaced; raises Cyclic where one has neither value nor fallback (css-variables-1 §3)."""
    if depth > DEEPEST:
        raise Cyclic
    result: Tokens = []
    for token in tokens:
        if token.type == "function":
            handler = _REFERENCES.get(token.lower_name) or (_call if token.name.startswith("--") else None)
            if handler is not None:
                result += handler(token, place, depth)
            else:
                inner = substitute(token.arguments, place, depth + 1)
                result.append(type(token)(token.source_line, token.source_column, token.name, inner))
        elif token.type in ("() block", "[] block", "{} block"):
            inner = substitute(token.content, place, depth + 1)
            result.append(type(token)(token.source_line, token.source_column, inner))
        else:
            result.append(token)
        if len(result) > MOST_TOKENS:
            raise Cyclic
    return result


def _parted(token: Token) -> tuple[Tokens, Tokens | None]:
    """The arguments before the first comma, and the fallback after it."""
    arguments = list(token.arguments)
    comma = next((i for i, t in enumerate(arguments) if t.type == "literal" and t.value == ","), None)
    return (significant(arguments), None) if comma is None else (significant(arguments[:comma]), arguments[comma + 1 :])


def _or_fallback(value: Any, fallback: Tokens | None, place: Place, depth: int) -> Tokens:
    if value is not None:
        return list(value)
    if fallback is None:
        raise Cyclic
    return substitute(fallback, place, depth + 1)


def _named(table: Callable[[Place], Mapping[str, Any]]) -> Callable[[Token, Place, int], Tokens]:
    """A reference by one name to a table's value."""

    def handler(token: Token, place: Place, depth: int) -> Tokens:
        names, fallback = _parted(token)
        if len(names) != 1 or names[0].type != "ident":
            raise Cyclic
        return _or_fallback(table(place).get(names[0].value), fallback, place, depth)

    return handler


def _attribute(token: Token, place: Place, depth: int) -> Tokens:
    """``attr(name type, fallback)`` (css-values-5 §7.7)."""
    said, fallback = _parted(token)
    place.answers.asked_element = True
    if not said or said[0].type != "ident" or place.element is None:
        raise Cyclic
    text = place.element.attributes.get(said[0].lower_value if place.element.namespace == "html" else said[0].value)
    kind = said[1] if len(said) > 1 else None
    if kind is None or keyword(kind) == "raw-string":
        if text is None and fallback is None and kind is None:
            text = ""
        return _or_fallback(_string(text) if text is not None else None, fallback, place, depth)
    return _or_fallback(_typed(text, kind, place, depth) if text is not None else None, fallback, place, depth)


def _string(text: str) -> Tokens:
    """A text as one string of CSS."""
    escaped = "".join(f"\\{ord(c):x} " if c in '"\\\n\r\f' else c for c in text)
    return list(tinycss2.parse_component_value_list(f'"{escaped}"'))


def _typed(text: str, kind: Token, place: Place, depth: int) -> Tokens | None:
    """An attribute's text as a value of a type; None where it is none."""
    tokens: Tokens = list(tinycss2.parse_component_value_list(text))
    if kind.type == "function" and kind.lower_name == "type":
        syntax = read_syntax(tinycss2.serialize(kind.arguments))
        try:
            read = trimmed(substitute(tokens, place, depth + 1))
        except Cyclic:
            return None
        return read if syntax is not None and syntax.takes(read) else None
    read = significant(tokens)
    if len(read) != 1 or read[0].type != "number":
        return None
    unit = kind.value if kind.type == "literal" else (keyword(kind) or "")
    if unit == "number":
        return read
    is_unit = unit == "%" or unit in LENGTH_UNITS or unit in OTHER_UNITS
    return list(tinycss2.parse_component_value_list(f"{read[0].representation}{unit}")) if is_unit else None


def placed(tokens: Tokens, place: Place) -> Tokens:
    """A value with ``sibling-index()`` and ``sibling-count()`` as numbers: of the element, also where it is of what is in it.

    Custom properties keep them as they are, for where they are used (css-values-5 §9).
    """
    if place.element is None or not any(token.lower_name in SIBLINGS for token in functions_in(tokens)):
        return tokens
    place.answers.asked_element = True
    count = len(place.element.parent.elements) if place.element.parent is not None else 1
    return with_siblings(tokens, place.element.sibling_index + 1, count)


def _choice(token: Token, place: Place, depth: int) -> Tokens:
    """``if()``: the value of the first branch of which the condition holds (css-values-5 §7.1)."""
    def answer(asked: Token) -> bool | None:
        return style_condition(asked, place) if asked.lower_name == "style" else supports_said(asked)

    for tokens, value in branches(token) or []:
        with read_for(place.registry.reader):
            condition = if_condition(tokens, answer) if tokens else None
        if value and (not tokens or (condition is not None and condition.matches(place.registry.viewport))):
            return substitute(value, place, depth + 1)
    raise Cyclic


def _call(token: Token, place: Place, depth: int) -> Tokens:
    """A custom function's result (css-mixins-1 §4.2)."""
    function = place.registry.functions.get(token.name)
    if function is None or depth > DEEPEST:
        raise Cyclic
    arguments = split_commas(list(token.arguments)) if significant(token.arguments) else []
    result = next((one.tokens for one in reversed(function.body) if one.name == "result" and _counts(one.media, place)), None)
    if result is None or len(arguments) > len(function.parameters):
        raise Cyclic
    body = place.inside_call(token.name, depth + 1)
    # A call of the function in its own arguments is a cycle, too: so the browser has it.
    given = [_argument(one, body) for one in arguments]
    return _of_type(body.replaced(result, _locals(function, given, body)), function.returns, place)


def _argument(tokens: Tokens, body: Place) -> Tokens | None:
    """An argument of a call; None where it cannot be resolved. Raises Cyclic where there is nothing."""
    inner = significant(tokens)
    # Braces keep the commas of an argument together.
    bare = list(inner[0].content) if len(inner) == 1 and inner[0].type == "{} block" else tokens
    if not significant(bare):
        raise Cyclic
    return body.substituted(bare)


def _counts(media: tuple[Condition, ...], place: Place) -> bool:
    return all(condition.matches(place.registry.viewport) for condition in media)


def _locals(function: CustomFunction, arguments: list[Tokens | None], body: Place) -> Custom:
    """The custom properties in a function's body: its parameters and its own, over those around the call."""
    own: dict[str, tuple[Any, ...]] = {}
    around = dict(body.custom)
    for parameter, given in zip(function.parameters, [*arguments, *[None] * len(function.parameters)], strict=False):
        around.pop(parameter.name, None)
        try:
            value = _of_type(given, parameter.syntax, body) if given is not None else None
        except Cyclic:
            value = None
        if value is not None or parameter.default is not None:
            own[parameter.name] = tuple(value) if value is not None else parameter.default or ()
    for one in function.body:
        if one.name != "result" and _counts(one.media, body):
            own.pop(one.name, None)
            word = wide_keyword(one.tokens)
            if word == "initial":
                around.pop(one.name, None)
            elif not word:
                own[one.name] = one.tokens
    return resolve_custom(own, around, body)


def _of_type(tokens: Tokens, syntax: Syntax, place: Place) -> Tokens:
    """A value as one of a syntax; raises Cyclic where it is none."""
    read = trimmed(tokens)
    component = syntax.match(read)
    if component is not None:
        return computed_tokens(component, read, place.size)
    if syntax.components:
        raise Cyclic
    return read


_REFERENCES: dict[str, Callable[[Token, Place, int], Tokens]] = {
    "var": _named(lambda place: place.custom),
    "env": _named(lambda place: ENVIRONMENT),
    "attr": _attribute,
    "if": _choice,
}

