"""Reading values out of tinycss2's component values: numbers, lengths, math functions, words.

Every reader takes a list of component values without white space and comments at the top level and gives
None where the tokens are not of its grammar.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from typing import Any

from tinycss2 import serialize
from tinycss2.ast import FunctionBlock

from ..units import within_single
from .values import (
    ANGLE_UNITS,
    ANGLES,
    LENGTH_UNITS,
    MATH_FUNCTIONS,
    MOST_PX,
    NUMBERS,
    OTHER_UNITS,
    SIZING_KEYWORDS,
    Dimension,
    Function,
    Number,
    Operand,
    Percentage,
    Specified,
    mentions_percentage,
    reduce_math,
)

Token = Any
Tokens = list[Any]
Expansion = dict[str, Any]
"""What a shorthand sets: values by longhand."""
Expander = Callable[[Tokens], Expansion | None]
Reader = Callable[[Tokens], Any]

DEEPEST_MATH = 32
CSS_WIDE = frozenset({"inherit", "initial", "unset", "revert", "revert-layer", "revert-rule"})
"""Keywords that every property takes (css-cascade-5 §7.3)."""


class Invalid(ValueError):
    """A value that does not parse; the declaration is dropped."""


def significant(tokens: Iterable[Token]) -> Tokens:
    """The tokens without white space and comments."""
    return [token for token in tokens if token.type not in ("whitespace", "comment")]


def split_commas(tokens: Tokens) -> list[Tokens]:
    """The tokens between top-level commas."""
    parts: list[Tokens] = [[]]
    for token in tokens:
        if token.type == "literal" and token.value == ",":
            parts.append([])
        else:
            parts[-1].append(token)
    return parts


def keyword(token: Token) -> str | None:
    """The word of an ident token, in lower case."""
    return token.lower_value if token.type == "ident" else None


def read_keyword(*words: str) -> Reader:
    """A reader for one of the words."""
    allowed = frozenset(words)

    def read(tokens: Tokens) -> str | None:
        word = keyword(tokens[0]) if len(tokens) == 1 else None
        return word if word in allowed else None

    return read


def read_numeric(token: Token, depth: int = 0) -> Operand | None:
    """A number, percentage, dimension or math function."""
    if token.type == "number":
        return Number(within_single(token.value))
    if token.type == "percentage":
        return Percentage(within_single(token.value))
    if token.type == "dimension":
        unit = token.lower_unit
        return Dimension(within_single(token.value), unit) if unit in LENGTH_UNITS or unit in OTHER_UNITS else None
    if token.type == "function" and token.lower_name in MATH_FUNCTIONS:
        return _read_math(token, depth)
    if token.type == "() block" and depth:
        return _read_sum(list(token.content), depth)
    return None


def _read_math(token: Token, depth: int) -> Operand | None:
    if depth > DEEPEST_MATH:
        return None
    name = token.lower_name
    arguments = split_commas(list(token.arguments))
    if name in ("calc", "-webkit-calc"):
        return _read_sum(arguments[0], depth + 1) if len(arguments) == 1 else None
    strategy = ""
    if name == "round" and len(first := significant(arguments[0])) == 1 and keyword(first[0]):
        strategy = first[0].lower_value
        arguments = arguments[1:]
    if name == "clamp":
        name, arguments = _open_clamp(arguments)
    operands = [_read_sum(argument, depth + 1) for argument in arguments]
    low, high = _ARGUMENTS.get(name, (1, 99))
    if not low <= len(operands) <= high or any(operand is None for operand in operands):
        return None
    if name == "round" and len(operands) == 1 and _dimension_of(operands[0]) != "number":  # type: ignore[arg-type]
        return None
    return Function(name, tuple(operand for operand in operands if operand is not None), strategy)


_ARGUMENTS = {
    "clamp": (3, 3), "round": (1, 2), "log": (1, 2), "progress": (3, 3), **dict.fromkeys(("mod", "rem", "pow", "atan2"), (2, 2)),
    **dict.fromkeys(("abs", "sign", "sqrt", "exp", "sin", "cos", "tan", "asin", "acos", "atan"), (1, 1)),
}  # fmt: skip
"""How many arguments a function takes, from and to."""


def _open_clamp(arguments: list[Tokens]) -> tuple[str, list[Tokens]]:
    """``clamp()`` of which a limit is ``none``, as another function (css-values-4 §10.3)."""
    is_none = [[keyword(token) for token in significant(one)] == ["none"] for one in arguments]
    if len(arguments) != 3 or is_none[1] or not any(is_none):
        return "clamp", arguments
    return ("min" if is_none[0] else "max"), [one for one, left_out in zip(arguments, is_none, strict=True) if not left_out]


def _read_sum(tokens: Tokens, depth: int) -> Operand | None:
    """<calc-sum>: terms joined by + and − with white space on both sides (Values 4 §10.8)."""
    if depth > DEEPEST_MATH:
        return None
    terms: list[Operand] = []
    current: Tokens = []
    sign = 1
    for position, token in enumerate(tokens):
        is_operator = token.type == "literal" and token.value in ("+", "-")
        spaced = 0 < position < len(tokens) - 1 and (
            tokens[position - 1].type == "whitespace" and tokens[position + 1].type == "whitespace"
        )
        if is_operator and spaced:
            term = _read_product(significant(current), depth)
            if term is None:
                return None
            terms.append(_signed(term, sign))
            sign, current = (1 if token.value == "+" else -1), []
        else:
            current.append(token)
    last = _read_product(significant(current), depth)
    if last is None:
        return None
    terms.append(_signed(last, sign))
    total = terms[0] if len(terms) == 1 else Function("sum", tuple(terms))
    return total if _dimension_of(total) is not None else None


def _signed(term: Operand, sign: int) -> Operand:
    return term if sign > 0 else Function("product", (Number(-1), term))


def _read_product(tokens: Tokens, depth: int) -> Operand | None:
    if not tokens:
        return None
    factors: list[Operand] = []
    operator = "*"
    for position, token in enumerate(tokens):
        if position % 2:
            if token.type != "literal" or token.value not in ("*", "/"):
                return None
            operator = token.value
            continue
        value = read_numeric(token, depth + 1) or _constant(token)
        if value is None:
            return None
        factors.append(Function("invert", (value,)) if operator == "/" else value)
    if len(tokens) % 2 == 0:
        return None
    return factors[0] if len(factors) == 1 else Function("product", tuple(factors))


def _constant(token: Token) -> Operand | None:
    constants = {"pi": 3.141592653589793, "e": 2.718281828459045, "infinity": math.inf, "-infinity": -math.inf, "nan": math.nan}
    word = keyword(token)
    return Number(constants[word]) if word in constants else None


def _product_of(kinds: list[str]) -> str | None:
    """What is left where kinds are multiplied: what is divided by takes one of its like away (css-values-4 §10.9)."""
    left = [kind for kind in kinds if not kind.startswith("per ")]
    for kind in kinds:
        if kind.startswith("per "):
            if kind[4:] not in left:
                return None
            left.remove(kind[4:])
    return None if len(left) > 1 else left[0] if left else "number"


def _dimension_of(value: Operand) -> str | None:
    """``number``, ``length`` or None where the types do not agree (§10.9)."""
    if isinstance(value, Number):
        return "number"
    if isinstance(value, Percentage):
        return "length"
    if isinstance(value, Dimension):
        return "length" if value.unit in LENGTH_UNITS else "angle" if value.unit in ANGLE_UNITS else "other:" + value.unit
    kinds = [_dimension_of(operand) for operand in value.operands]
    if None in kinds:
        return None
    if value.name == "product":
        return _product_of([kind for kind in kinds if kind is not None and kind != "number"])
    if value.name == "invert":
        return "number" if kinds[0] == "number" else f"per {kinds[0]}"
    if value.name in NUMBERS:
        return "number" if len(set(kinds)) == 1 else None
    if value.name in ANGLES:
        return "angle" if len(set(kinds)) == 1 else None
    return kinds[0] if len(set(kinds)) == 1 else None


def read_length(token: Token, *, percentages: bool = True, negative: bool = True) -> Specified | None:
    """<length> or <length-percentage>; a bare 0 is a length. A math function may come to less than ``negative`` admits: what
    computes it clamps it (css-values-4 §10.12)."""
    value = read_numeric(token)
    if isinstance(value, Number):
        return Dimension(0.0, "px") if value.value == 0 and token.type == "number" else None
    if isinstance(value, Dimension):
        return value if value.unit in LENGTH_UNITS and _is_within(token, value, negative) else None
    if isinstance(value, Percentage):
        return value if percentages and _is_within(token, value, negative) else None
    if isinstance(value, Function):
        return value if _dimension_of(value) == "length" and (percentages or not mentions_percentage(value)) else None
    return None


def _is_within(token: Token, value: Dimension | Percentage, negative: bool) -> bool:
    """Whether a value may be what it is: of a math function anything may."""
    return negative or value.value >= 0 or bool(token.type == "function")


def read_number(token: Token, least: float = -math.inf, most: float = math.inf) -> float | None:
    """<number>; one out of range is none, and a math function that comes to one is the end of the range (css-values-4 §10.12)."""
    value = read_numeric(token)
    if value is None or _dimension_of(value) != "number":
        return None
    number = _worked_out(value)
    held = min(max(number, least), most)
    return held if held == number or token.type == "function" else None


def _worked_out(value: Operand, basis: float = 0.0) -> float:
    """What an expression without units of length comes to: what is no number is 0, and what is without end as far as px go (css-values-4
    §10.9.1)."""
    result = float(reduce_math(value, lambda unit: 0.0)(basis))
    return 0.0 if math.isnan(result) else math.copysign(MOST_PX, result) if math.isinf(result) else result


def read_integer(token: Token, least: float = -math.inf) -> int | None:
    """<integer>, with a ``least`` as numbers have it; math functions go to the nearest, halves up (css-values-4 §10.12)."""
    if token.type == "number":
        return token.int_value if token.is_integer and token.value >= least else None
    value = read_number(token, least)
    return math.floor(value + 0.5) if value is not None else None


def read_angle(token: Token) -> float | None:
    """<angle> in degrees; a bare 0 counts."""
    value = read_numeric(token)
    if isinstance(value, Number):
        return 0.0 if value.value == 0 else None
    return _worked_out(value) if value is not None and _dimension_of(value) == "angle" else None


def read_share(token: Token, least: float = -math.inf) -> float | None:
    """<number> or <percentage>, of which 100% is 1."""
    number, share = read_number(token, least), read_length(token, negative=least < 0)
    if number is not None or not isinstance(share, Percentage | Function) or not _is_of_percentages(share):
        return number
    return max(_worked_out(share, 100) / 100, least)


def _is_of_percentages(value: Operand) -> bool:
    if isinstance(value, Function):
        return all(map(_is_of_percentages, value.operands))
    return isinstance(value, Percentage | Number)


def one(read: Callable[..., Any], **options: Any) -> Reader:
    """A reader of exactly one token by ``read``."""

    def read_one(tokens: Tokens) -> Any:
        return read(tokens[0], **options) if len(tokens) == 1 else None

    return read_one


def _without_calc_size(token: Token) -> Token:
    """What ``calc-size()`` comes to where that is known without laying out (css-values-5 §11): of a length, of nothing
    (``any``), or the size of its basis as it is. Another token as it is."""
    if token.type != "function" or token.lower_name != "calc-size":
        return token
    parts = split_commas(list(token.arguments))
    if len(parts) != 2 or len(basis := significant(parts[0])) != 1:
        return token
    base = _without_calc_size(basis[0])

    def size(inner: Token) -> Token | None:
        return base if inner.type == "ident" and inner.lower_value == "size" and word != "any" else None

    word, said = keyword(base), significant(parts[1])
    # Of nothing, percentages of what is not known are 0 in it, which no other value says.
    if word is None or (word == "any" and "%" not in serialize(said)):
        return FunctionBlock(token.source_line, token.source_column, "calc", rewritten(parts[1], size))
    return base if len(said) == 1 and keyword(said[0]) == "size" else token


def rewritten(tokens: Iterable[Token], change: Callable[[Token], Token | None]) -> Tokens:
    """A value with tokens changed, also those in functions and blocks; None leaves one as it is, but for what stands in it."""
    found: Tokens = []
    for token in tokens:
        new = change(token)
        if new is None and token.type == "function":
            new = FunctionBlock(token.source_line, token.source_column, token.name, rewritten(token.arguments, change))
        elif new is None and token.type in ("() block", "[] block"):
            new = type(token)(token.source_line, token.source_column, rewritten(token.content, change))
        found.append(token if new is None else new)
    return found


def sizing(*words: str, percentages: bool = True, negative: bool = False) -> Reader:
    """A reader of a length, percentage or one of the sizing keywords; the browser has no ``fit-content()`` here."""

    def read(tokens: Tokens) -> Specified | None:
        if len(tokens) != 1:
            return None
        token = _without_calc_size(tokens[0])
        word = keyword(token)
        if word is not None:
            return word if word in words and word in SIZING_KEYWORDS else None
        return read_length(token, percentages=percentages, negative=negative)

    return read
