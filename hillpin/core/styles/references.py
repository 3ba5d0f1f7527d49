"""Functions that stand for other values, as they are written: which ones a value holds, and what they ask of the viewport.

What they come to at an element, ``substitution`` says.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any

import tinycss2

from .grammar import CSS_WIDE, Token, Tokens, keyword, rewritten, significant
from .media import Condition, Constant, parse_condition, read_feature

SIBLINGS = frozenset({"sibling-index", "sibling-count"})
"""Numbers that say where an element stands among its siblings (css-values-5 §9): they may stand wherever an integer may."""


def inside(token: Token) -> Any:
    """What stands in a function or a block; nothing where a token is neither."""
    return token.arguments if token.type == "function" else token.content if token.type in ("() block", "[] block", "{} block") else ()


def functions_in(tokens: Any) -> Iterator[Token]:
    """All functions in a value, also those in others."""
    for token in tokens:
        if token.type == "function":
            yield token
        yield from functions_in(inside(token))


def trimmed(tokens: Tokens) -> Tokens:
    """A value without white space around it."""
    start, end = 0, len(tokens)
    while start < end and tokens[start].type in ("whitespace", "comment"):
        start += 1
    while end > start and tokens[end - 1].type in ("whitespace", "comment"):
        end -= 1
    return tokens[start:end]


def wide_keyword(tokens: Any) -> str:
    """The CSS-wide keyword that a value is; empty where it is another one."""
    words = significant(tokens)
    word = keyword(words[0]) if len(words) == 1 else None
    return word if word in CSS_WIDE and word is not None else ""


def is_reference(token: Token) -> bool:
    """Whether a function stands for another value, and is written as the browser takes it."""
    name = token.lower_name
    if name in ("var", "env", "attr"):
        said = significant(token.arguments)
        return bool(said) and said[0].type == "ident"
    if name == "if":
        return branches(token) is not None
    return bool(token.name.startswith("--"))


def is_plain_attribute(token: Token) -> bool:
    """Whether it is ``attr(name)``, which ``content`` reads itself."""
    return bool(token.lower_name == "attr" and len(significant(token.arguments)) == 1)


def branches(token: Token) -> list[tuple[Tokens, Tokens]] | None:
    """The conditions and values of an ``if()``; the condition of ``else`` is empty. None where it is not understood."""
    found: list[tuple[Tokens, Tokens]] = []
    part: Tokens = []
    for inner in [*token.arguments, None]:
        if inner is not None and not (inner.type == "literal" and inner.value == ";"):
            part.append(inner)
            continue
        colon = next((at for at, one in enumerate(part) if one.type == "literal" and one.value == ":"), None)
        if colon is not None:
            condition = significant(part[:colon])
            is_else = len(condition) == 1 and keyword(condition[0]) == "else"
            if not is_else and if_condition(condition, lambda asked: False) is None:
                return None
            found.append(([] if is_else else condition, trimmed(part[colon + 1 :])))
        elif significant(part) or inner is not None:
            return None
        part = []
    return found or None


def if_condition(tokens: Tokens, answer: Callable[[Token], bool | None]) -> Condition | None:
    """The condition of a branch (css-values-5 §7.1); ``answer`` says of ``style()`` and ``supports()`` whether they hold."""
    def leaf(token: Token) -> Condition | None:
        if token.type == "() block":
            return parse_condition(significant(token.content), allow_or=True, leaf=leaf)
        if token.type != "function":
            return None
        if token.lower_name == "media":
            return _media(list(token.arguments))
        known = answer(token) if token.lower_name in ("style", "supports") else None
        return Constant(False, known=False) if known is None else Constant(known)

    return parse_condition(tokens, allow_or=True, leaf=leaf)


def _media(tokens: Tokens) -> Condition:
    """``media(…)``: a feature without parentheses, or a condition; types of media are not known in it."""
    words = significant(tokens)
    is_condition = bool(words) and (words[0].type == "() block" or keyword(words[0]) == "not")
    found = parse_condition(words, allow_or=True) if is_condition else read_feature(tinycss2.parse_one_component_value(f"({tinycss2.serialize(tokens)})"))
    return Constant(False, known=False) if found is None else found


def with_siblings(tokens: Tokens, index: int, count: int) -> Tokens:
    """A value as it is for one of so many siblings."""

    def number(token: Token) -> Token | None:
        if token.type != "function" or token.lower_name not in SIBLINGS or significant(token.arguments):
            return None
        return tinycss2.parse_one_component_value(str(index if token.lower_name == "sibling-index" else count))

    return rewritten(tokens, number)


def may_choose(text: str) -> bool:
    """Whether a value or a style may hold an ``if()``, by its text alone."""
    return "if(" in text.lower()


def media_asked(tokens: Any) -> list[Condition]:
    """The conditions of ``if()`` in a value, which turn where the media queries in them do."""
    chosen = [branches(token) or [] for token in functions_in(tokens) if token.lower_name == "if"]
    read = [if_condition(condition, lambda asked: False) for one in chosen for condition, _ in one if condition]
    return [condition for condition in read if condition is not None]
