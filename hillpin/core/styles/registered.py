"""What sheets say of custom properties and functions: ``@property`` (css-properties-values-api-1 §3) and ``@function``
(css-mixins-1 §3)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

import tinycss2

from .grammar import Tokens, keyword, significant, split_commas
from .media import USUAL_READER, Condition, Reader, Viewport, parse_media
from .references import inside, trimmed
from .sheet_conditions import supports
from .syntaxes import ANY_VALUE, Syntax, computed_tokens, read_syntax
from .values import Dimension

MOST_PARAMETERS = 64
DEEPEST_BODY = 8


@dataclass(frozen=True, slots=True, eq=False)
class RegisteredProperty:
    """A custom property of which a sheet says which values it takes; ``initial`` is None where it has no value at first."""

    name: str
    syntax: Syntax
    inherits: bool
    initial: tuple[Any, ...] | None
    media: tuple[Condition, ...] = ()
    layer: tuple[str, ...] | None = None


@dataclass(frozen=True, slots=True)
class Parameter:
    """A parameter of a custom function; ``default`` is None where an argument must be given."""

    name: str
    syntax: Syntax
    default: tuple[Any, ...] | None


@dataclass(frozen=True, slots=True)
class BodyDeclaration:
    """A custom property of its own, or ``result``, in a custom function's body."""

    name: str
    tokens: tuple[Any, ...]
    media: tuple[Condition, ...]


@dataclass(frozen=True, slots=True, eq=False)
class CustomFunction:
    """A custom function: of several declarations of one name the last that counts does."""

    name: str
    parameters: tuple[Parameter, ...]
    returns: Syntax
    body: tuple[BodyDeclaration, ...]
    media: tuple[Condition, ...] = ()
    layer: tuple[str, ...] | None = None


@dataclass(slots=True)
class Registry:
    """The custom properties and functions that count at a viewport, by name."""

    properties: Mapping[str, RegisteredProperty] = field(default_factory=dict)
    functions: Mapping[str, CustomFunction] = field(default_factory=dict)
    viewport: Viewport = field(default_factory=lambda: Viewport(0, 0))
    reader: Reader = USUAL_READER


def registry_at(properties: list[RegisteredProperty], functions: list[CustomFunction], viewport: Viewport, reader: Reader) -> Registry:
    """Of what sheets say, in order, that of which the media queries around it hold."""
    return Registry(
        {one.name: one for one in properties if all(condition.matches(viewport) for condition in one.media)},
        {one.name: one for one in functions if all(condition.matches(viewport) for condition in one.media)},
        viewport,
        reader,
    )


def read_property(node: Any, media: tuple[Condition, ...], layer: tuple[str, ...] | None) -> RegisteredProperty | None:
    """An ``@property`` rule; None where it does not count: without a syntax, without ``inherits``, or with an initial value
    that is not of the syntax or depends on anything around it."""
    names = significant(node.prelude)
    if len(names) != 1 or names[0].type != "ident" or not names[0].value.startswith("--") or node.content is None:
        return None
    items = tinycss2.parse_blocks_contents(node.content, skip_comments=True, skip_whitespace=True)
    said: dict[str, Tokens] = {item.lower_name: list(item.value) for item in items if item.type == "declaration"}
    texts = significant(said.get("syntax", []))
    words = significant(said.get("inherits", []))
    syntax = read_syntax(texts[0].value) if len(texts) == 1 and texts[0].type == "string" else None
    inherits = keyword(words[0]) if len(words) == 1 else None
    if syntax is None or inherits not in ("true", "false"):
        return None
    initial: tuple[Any, ...] | None = tuple(said["initial-value"]) if "initial-value" in said else None
    if syntax.components:
        component = syntax.match(list(initial)) if initial is not None else None
        if component is None or initial is None or not _is_independent(initial):
            return None
        initial = tuple(computed_tokens(component, significant(initial) if not component.multiplier else list(initial), lambda unit: 0.0))
    return RegisteredProperty(names[0].value, syntax, inherits == "true", initial, media, layer)


def _is_independent(tokens: Any) -> bool:
    """Whether a value is the same wherever it stands: without relative units and references (§3.3)."""
    for token in tokens:
        if token.type == "dimension" and Dimension(0, token.lower_unit).is_relative:
            return False
        if (token.type == "function" and token.lower_name in ("var", "attr", "env", "if")) or not _is_independent(inside(token)):
            return False
    return True


def read_function(node: Any, media: tuple[Condition, ...], layer: tuple[str, ...] | None) -> CustomFunction | None:
    """An ``@function`` rule; None where its head is not understood."""
    head = significant(node.prelude)
    if not head or head[0].type != "function" or not head[0].name.startswith("--") or node.content is None:
        return None
    returns = ANY_VALUE
    if len(head) > 1:
        if keyword(head[1]) != "returns":
            return None
        after = next(at for at, token in enumerate(node.prelude) if keyword(token) == "returns") + 1
        read = _css_type(trimmed(list(node.prelude)[after:]))
        if read is None:
            return None
        returns = read
    parts = split_commas(list(head[0].arguments)) if significant(head[0].arguments) else []
    parameters = [_parameter(part) for part in parts[:MOST_PARAMETERS]]
    known = [one for one in parameters if one is not None]
    if len(known) < len(parts):
        return None
    return CustomFunction(head[0].name, tuple(known), returns, tuple(_body(node.content, (), 0)), media, layer)


def _css_type(tokens: Tokens) -> Syntax | None:
    """``<length>`` or ``type(<length> | auto)``."""
    if len(tokens) == 1 and tokens[0].type == "function" and tokens[0].lower_name == "type":
        return read_syntax(tinycss2.serialize(tokens[0].arguments))
    text = tinycss2.serialize(tokens)
    return read_syntax(text) if text and "|" not in text else None


def _parameter(tokens: Tokens) -> Parameter | None:
    """``--name <type>: default``."""
    colon = next((at for at, token in enumerate(tokens) if token.type == "literal" and token.value == ":"), len(tokens))
    said = trimmed(tokens[:colon])
    if not said or said[0].type != "ident" or not said[0].value.startswith("--"):
        return None
    syntax = _css_type(trimmed(said[1:])) if len(said) > 1 else ANY_VALUE
    default = tuple(trimmed(tokens[colon + 1 :])) if colon < len(tokens) else None
    return Parameter(said[0].value, syntax, default) if syntax is not None else None


def _body(content: Any, media: tuple[Condition, ...], depth: int) -> list[BodyDeclaration]:
    """Declarations of a body and of the media queries in it, in order."""
    found: list[BodyDeclaration] = []
    for item in tinycss2.parse_blocks_contents(content, skip_comments=True, skip_whitespace=True):
        if item.type == "declaration" and (item.name.startswith("--") or item.lower_name == "result") and not item.important:
            found.append(BodyDeclaration(item.name if item.name.startswith("--") else "result", tuple(item.value), media))
        elif item.type == "at-rule" and item.lower_at_keyword == "media" and item.content is not None and depth < DEEPEST_BODY:
            found += _body(item.content, (*media, parse_media(list(item.prelude))), depth + 1)
        elif item.type == "at-rule" and item.lower_at_keyword == "supports" and item.content is not None and depth < DEEPEST_BODY:
            found += _body(item.content, media, depth + 1) if supports(significant(item.prelude)) else []
    return found
