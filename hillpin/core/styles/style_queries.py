"""``style()``: what a custom property is, asked in ``@container`` and in ``if()`` (css-conditional-5 §5.1, css-values-5 §7.1)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Protocol

import tinycss2

from .grammar import Tokens, keyword, read_numeric, significant
from .media import OPERATORS, Condition, Constant, Viewport, parse_condition, parts_of_range
from .values import ANGLE_UNITS, LENGTH_UNITS, Dimension, Function, Number, Operand, Percentage, UnitSize, reduce_math


class Asked(Protocol):
    """An element of which the style is asked."""

    def size(self, unit: str) -> float:
        """The size of a relative unit in px."""

    def initial(self, name: str) -> tuple[Any, ...] | None:
        """The initial value of a custom property; None where it has none."""

    def value_of(self, name: str) -> tuple[Any, ...] | None:
        """The computed value of a custom property; None where it has none."""

    def wanted(self, name: str, tokens: Tokens) -> tuple[Any, ...] | None:
        """A value in the query as the custom property would have it; None where it cannot be resolved."""

    def substituted(self, tokens: Tokens) -> Tokens | None:
        """A value of the query with its references resolved; None where they cannot be."""


def style_condition(token: Any, asked: Asked) -> bool | None:
    """Whether ``style(…)`` holds; None where it is not understood."""
    def leaf(inner: Any) -> Condition | None:
        answer = _feature(list(inner.content), asked) if inner.type == "() block" else None
        return Constant(False, known=False) if answer is None else Constant(answer)

    content = significant(token.arguments)
    condition = parse_condition(content, allow_or=True, leaf=leaf) if content and (content[0].type == "() block" or keyword(content[0]) == "not") else None
    return condition.matches(Viewport(0, 0)) if condition is not None else _feature(list(token.arguments), asked)


def _feature(tokens: Tokens, asked: Asked) -> bool | None:
    """One question: whether there is a value, whether it is a certain one, or how it compares."""
    content = significant(tokens)
    if not content:
        return None
    name = content[0].value if content[0].type == "ident" and content[0].value.startswith("--") else None
    if name is not None and len(content) == 1:
        return not _same(asked.value_of(name), asked.initial(name))
    if name is not None and content[1].type == "literal" and content[1].value == ":":
        colon = next(at for at, token in enumerate(tokens) if token.type == "literal" and token.value == ":")
        return _is_value(name, tokens[colon + 1 :], asked)
    return _in_range(content, asked) if any(token.type == "literal" and token.value in "<=>=" for token in content) else None


def _is_value(name: str, tokens: Tokens, asked: Asked) -> bool | None:
    words = significant(tokens)
    if len(words) == 1 and keyword(words[0]) == "initial":
        return _same(asked.value_of(name), asked.initial(name))
    wanted = asked.wanted(name, tokens)
    return wanted is not None and _same(asked.value_of(name), wanted)


def _same(one: tuple[Any, ...] | None, other: tuple[Any, ...] | None) -> bool:
    if one is None or other is None:
        return one is other
    return _text(one) == _text(other)


def _text(tokens: Any) -> str:
    return str(tinycss2.serialize(tokens)).strip()


def _in_range(content: Tokens, asked: Asked) -> bool | None:
    """``--width > 30em``, ``1 <= --count < 5``: of two or three values of one type."""
    parts, operators = parts_of_range(content)
    if len(parts) not in (2, 3) or (len(parts) == 3 and (operators[0][0] != operators[1][0] or operators[0] == "=")):
        return None
    values = [_number(part, asked) for part in parts]
    known = [value for value in values if value is not None]
    if len(known) < len(values) or len({kind for kind, _ in known}) > 1:
        return False
    return all(OPERATORS[operator](known[at][1], known[at + 1][1]) for at, operator in enumerate(operators))


def _number(tokens: Tokens, asked: Asked) -> tuple[str, float] | None:
    """A side of a comparison: the kind of its value, and how many px, degrees, seconds or per cent it is."""
    if len(tokens) == 1 and tokens[0].type == "ident" and tokens[0].value.startswith("--"):
        found = asked.value_of(tokens[0].value)
        tokens = significant(found) if found is not None else []
    else:
        tokens = significant(asked.substituted(tokens) or [])
    value = read_numeric(tokens[0]) if len(tokens) == 1 else None
    if value is None:
        return None
    return _kind(value), reduce_math(value, _units(asked.size))(100.0)


def _kind(value: Operand) -> str:
    if isinstance(value, Number):
        return "number"
    if isinstance(value, Percentage):
        return "percentage"
    if isinstance(value, Dimension):
        return "length" if value.unit in LENGTH_UNITS else "angle" if value.unit in ANGLE_UNITS else "time" if value.unit in ("s", "ms") else value.unit
    kinds = [_kind(operand) for operand in value.operands]
    return next((kind for kind in kinds if kind != "number"), "number") if isinstance(value, Function) else ""


def _units(size: UnitSize) -> Callable[[str], float]:
    others = {"s": 1000.0, "ms": 1.0, "dppx": 1.0, "x": 1.0, "dpi": 1 / 96, "dpcm": 2.54 / 96}
    return lambda unit: others[unit] if unit in others else size(unit)
