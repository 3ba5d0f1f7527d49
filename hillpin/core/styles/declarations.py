"""One declaration: from tokens to the longhands it sets, or to the reason why it is dropped."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

import tinycss2
from tinycss2.ast import DimensionToken

from .aliases import ALIASES, is_logical
from .grammar import CSS_WIDE, Tokens, keyword, significant
from .properties import PROPERTIES, is_known
from .references import SIBLINGS, functions_in, is_plain_attribute, is_reference, with_siblings
from .shorthands import SHORTHANDS


@dataclass(frozen=True, slots=True)
class Wide:
    """A CSS-wide keyword (css-cascade-5 §7.3)."""

    keyword: str


@dataclass(frozen=True, slots=True, eq=False)
class Pending:
    """A value with ``var()`` or another reference: read when it is known what that stands for."""

    name: str
    tokens: tuple[Any, ...]
    is_mirrored: bool = False
    """Whether its longhands have left for right: of a logical property where text begins at the right."""


@dataclass(slots=True, eq=False)
class Declaration:
    """A declaration as written and the specified values of the longhands it sets."""

    name: str
    text: str
    values: dict[str, Any]
    important: bool
    file: str
    line: int
    column: int
    is_logical: bool = False
    """Whether left stands for the side where text begins."""


def plain_words(message: str) -> str:
    """What the tokenizer says of a piece of a sheet that is neither a declaration nor a rule, in everyday words."""
    if message.startswith("Stop token reached"):
        return "This is no declaration: it needs a property, a colon and a value."
    if message.startswith("EOF reached"):
        return "This is no rule: its braces are missing."
    return message


@dataclass(slots=True)
class Problem:
    """Something in a sheet that was dropped, and why."""

    file: str
    line: int
    message: str
    text: str = ""
    selector: str = ""
    elements: list[int] = field(default_factory=list)
    unfollowed: str = ""
    """What of a value that the browser takes is not followed, where that may move boxes."""


_UNFOLLOWED = frozenset({"calc-size", "random", "random-item", "inherit"})
"""Functions of values that the browser knows and core does not (css-values-5)."""


_UNFOLLOWED_WORDS: dict[str, tuple[str, ...]] = {"text-indent": ("hanging", "each-line")}
"""The same of words, by property."""


def _unfollowed(name: str, tokens: Any) -> str:
    """The first such word or function in a value of a property that moves boxes; empty where there is none."""
    word = next((word for token in tokens if (word := keyword(token)) in _UNFOLLOWED_WORDS.get(name, ())), None)
    if word is not None:
        return f"{name}: {word}"
    if not any(PROPERTIES[longhand].effect != "paints" for longhand in longhands_of(name) if longhand in PROPERTIES):
        return ""
    for token in tokens:
        if token.type == "function":
            if token.lower_name in _UNFOLLOWED:
                return f"{token.name}()"
            if inner := _unfollowed(name, token.arguments):
                return inner
        elif token.type == "() block" and (inner := _unfollowed(name, token.content)):
            return inner
    return ""


def longhands_of(name: str) -> list[str]:
    """The longhands that a property or shorthand sets, for CSS-wide keywords and ``var()``."""
    if name in PROPERTIES:
        return [name]
    if name == "all":
        return [known for known in PROPERTIES if known != "direction"]
    expander = SHORTHANDS.get(name)
    if expander is None:
        return []
    for sample in _SAMPLES:
        expansion = expander(significant(tinycss2.parse_component_value_list(sample)))
        if expansion:
            return list(expansion)
    return []


_SAMPLES = ("0", "1px", "normal", "auto", "none", "1px solid red", "1 / 1", "medium serif", "start", "red", "row", "hidden")


def read_values(name: str, tokens: Tokens) -> dict[str, Any] | None:
    """The longhands and specified values of a declaration without ``var()``; None where it does not parse."""
    if len(tokens) == 1 and keyword(tokens[0]) in CSS_WIDE:
        wide = Wide(tokens[0].lower_value)
        return dict.fromkeys(longhands_of(name), wide)
    prop = PROPERTIES.get(name)
    if prop is not None:
        value = prop.read(tokens) if tokens else None
        return None if value is None else {name: value}
    expander = SHORTHANDS.get(name)
    if expander is not None:
        return expander(tokens) if tokens else None
    return {}


def has_reference(name: str, tokens: Any) -> bool:
    """Whether what a value of a property says is known at an element only: by ``var()`` and its kin."""
    return any(is_reference(token) and not (name == "content" and is_plain_attribute(token)) for token in functions_in(tokens))


UNITLESS = frozenset(
    ["background-position", "border-bottom-width", "border-left-width", "border-right-width", "border-spacing", "border-top-width", "border-width", "bottom", "clip", "font-size", "height", "left", "letter-spacing", "margin", "margin-bottom", "margin-left", "margin-right", "margin-top", "max-height", "max-width", "min-height", "min-width", "padding", "padding-bottom", "padding-left", "padding-right", "padding-top", "right", "text-indent", "top", "vertical-align", "width", "word-spacing"]
)
"""Properties whose lengths may go without a unit in quirks mode (Quirks Mode, 'The unitless length quirk')."""


def _with_units(tokens: Tokens) -> Tokens:
    return [
        DimensionToken(token.source_line, token.source_column, token.value, token.int_value, token.representation, "px")
        if token.type == "number" and token.value else token
        for token in tokens
    ]  # fmt: skip


def read_declaration(item: Any, file: str, line: int, quirks: bool = False) -> Declaration | Problem:
    """A parsed declaration node as a Declaration, or the Problem for which it is dropped; ``quirks`` says whether the page is
    in quirks mode."""
    text = "".join(token.serialize() for token in item.value).strip()
    column = int(item.source_column)
    if item.name.startswith("--"):
        values: dict[str, Any] = {item.name: tuple(item.value)}
        return Declaration(item.name, text, values, item.important, file, line, column)
    name = ALIASES.get(item.lower_name, item.lower_name)
    shown = f"{item.lower_name}: {text}"
    if not (name in PROPERTIES or name in SHORTHANDS or is_known(name)):
        return Problem(file, line, f"There is no property {item.lower_name}.", shown)
    tokens = significant(item.value)
    if quirks and name in UNITLESS:
        tokens = _with_units(tokens)
    if any(token.type == "error" for token in tokens):
        return Problem(file, line, f"The value of {item.lower_name} does not parse.", shown)
    counts_siblings = any(token.lower_name in SIBLINGS for token in functions_in(tokens))
    if has_reference(name, tokens) or (counts_siblings and read_values(name, with_siblings(tokens, 1, 1))):
        pending = Pending(name, tuple(item.value))
        values = dict.fromkeys(longhands_of(name), pending)
        return Declaration(name, text, values, item.important, file, line, column, is_logical(item.lower_name))
    read = read_values(name, tokens) if name in PROPERTIES or name in SHORTHANDS or _is_wide(tokens) else {}
    if read is None:
        function = _unfollowed(name, tokens)
        why = f"{function} is not followed: what the browser makes of this is not known here." if function else _why(item.lower_name, tokens, text)
        return Problem(file, line, why, shown, unfollowed=function)
    return Declaration(name, text, read, item.important, file, line, column, is_logical(item.lower_name))


def _is_wide(tokens: Tokens) -> bool:
    return len(tokens) == 1 and keyword(tokens[0]) in CSS_WIDE


def _why(name: str, tokens: Tokens, text: str) -> str:
    """The likeliest mistake behind a value that does not parse."""
    colon = next((i for i, token in enumerate(tokens) if token.type == "literal" and token.value == ":"), None)
    if colon:
        return f"A semicolon is missing: {name} swallows the next declaration, and both are dropped."
    bare = next((t for t in tokens if t.type == "number" and t.value != 0), None)
    if bare is not None and len(tokens) <= 4:
        return f"{name} needs a unit after {bare.representation}."
    return f"{name} does not take {text or 'an empty value'}."
