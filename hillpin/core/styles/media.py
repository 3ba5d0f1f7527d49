"""Media queries (Media Queries 4), parsed once and asked at any viewport size.

A condition that does not parse is ``not all`` (§3.2). Widths at which a query turns can be read from it.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass

from .grammar import Token, Tokens, keyword, read_numeric, significant, split_commas
from .values import ABSOLUTE_UNITS, Dimension, Function, Number, reduce_math

INITIAL_FONT_SIZE = 16.0


@dataclass(frozen=True, slots=True)
class Reader:
    """How the person who reads has set up browser and device: what media features other than sizes answer. ``font_size`` is the
    initial one, in CSS px; ``spaced`` sets text as WCAG 2.2, 1.4.12 asks that it can be."""

    font_size: float = INITIAL_FONT_SIZE
    spaced: bool = False
    color_scheme: str = "light"
    reduced_motion: bool = False
    forced_colors: bool = False
    contrast: str = "no-preference"
    hover: str = "hover"
    pointer: str = "fine"
    resolution: float = 1.0
    medium: str = "screen"


USUAL_READER = Reader()
_reading: ContextVar[Reader] = ContextVar("reader", default=USUAL_READER)


@contextmanager
def read_for(reader: Reader) -> Iterator[None]:
    """What is parsed meanwhile is parsed for a reader: what a condition asks of more than sizes is answered at once."""
    token = _reading.set(reader)
    try:
        yield
    finally:
        _reading.reset(token)



@dataclass(frozen=True, slots=True)
class Viewport:
    """Width and height of the viewport in CSS px."""

    width: int
    height: int


@dataclass(frozen=True, slots=True)
class Comparison:
    """``feature operator value``: value in px, a ratio, or a keyword."""

    feature: str
    operator: str
    value: float | str

    def matches(self, viewport: Viewport) -> bool:
        actual = _SIZES[self.feature](viewport)
        if isinstance(actual, str) or isinstance(self.value, str):
            return actual == self.value
        return OPERATORS[self.operator](actual, self.value)

    def answer(self, viewport: Viewport) -> bool | None:
        return self.matches(viewport)

    def turns(self, height: int | None = None) -> list[int]:
        """The integer widths from which on the comparison's result differs from the width below; those that have to do
        with the viewport's height only where it is given."""
        if self.feature == "orientation":
            return [height + 1] if height is not None else []
        value = self.value
        if self.feature == "aspect-ratio" and height is not None and not isinstance(value, str):
            value *= height
        elif self.feature not in ("width", "device-width"):
            return []
        if isinstance(value, str):
            return []
        first_at = math.ceil(value)
        after = math.floor(value) + 1
        return {">=": [first_at], "<": [first_at], ">": [after], "<=": [after]}.get(self.operator, [first_at, after])


@dataclass(frozen=True, slots=True)
class Group:
    """``and``, ``or`` or ``not`` over inner conditions."""

    operator: str
    operands: tuple[Condition, ...]

    def matches(self, viewport: Viewport) -> bool:
        return self.answer(viewport) is True

    def answer(self, viewport: Viewport) -> bool | None:
        """Whether it holds; None where what is unknown decides (§3.1)."""
        answers = [operand.answer(viewport) for operand in self.operands]
        if self.operator == "not":
            return None if answers[0] is None else not answers[0]
        deciding = self.operator == "or"
        return deciding if deciding in answers else None if None in answers else not deciding

    def turns(self, height: int | None = None) -> list[int]:
        return [turn for operand in self.operands for turn in operand.turns(height)]


@dataclass(frozen=True, slots=True)
class Constant:
    """A condition with one answer: a media type, an unknown feature."""

    value: bool
    known: bool = True

    def matches(self, viewport: Viewport) -> bool:
        return self.value

    def answer(self, viewport: Viewport) -> bool | None:
        return self.value if self.known else None

    def turns(self, height: int | None = None) -> list[int]:
        return []


Condition = Comparison | Group | Constant


def comparisons(condition: Condition) -> list[Comparison]:
    """All that a condition compares."""
    if isinstance(condition, Group):
        return [one for operand in condition.operands for one in comparisons(operand)]
    return [condition] if isinstance(condition, Comparison) else []


NEVER = Constant(False)
ALWAYS = Constant(True)

OPERATORS: dict[str, Callable[[float, float], bool]] = {
    ">=": lambda actual, value: actual >= value,
    "<=": lambda actual, value: actual <= value,
    ">": lambda actual, value: actual > value,
    "<": lambda actual, value: actual < value,
    "=": lambda actual, value: actual == value,
}
_SIZES: dict[str, Callable[[Viewport], float | str]] = {
    "width": lambda viewport: viewport.width,
    "height": lambda viewport: viewport.height,
    "device-width": lambda viewport: viewport.width,
    "device-height": lambda viewport: viewport.height,
    "device-aspect-ratio": lambda viewport: viewport.width / max(viewport.height, 1),
    "aspect-ratio": lambda viewport: viewport.width / max(viewport.height, 1),
    "orientation": lambda viewport: "portrait" if viewport.height >= viewport.width else "landscape",
}
_SETTINGS: dict[str, Callable[[Reader], float | str]] = {
    "resolution": lambda reader: reader.resolution,
    "color": lambda reader: 8.0,
    "monochrome": lambda reader: 0.0,
    "hover": lambda reader: reader.hover,
    "any-hover": lambda reader: reader.hover,
    "pointer": lambda reader: reader.pointer,
    "any-pointer": lambda reader: reader.pointer,
    "prefers-color-scheme": lambda reader: reader.color_scheme,
    "prefers-reduced-motion": lambda reader: "reduce" if reader.reduced_motion else "no-preference",
    "prefers-contrast": lambda reader: reader.contrast,
    "prefers-reduced-transparency": lambda reader: "no-preference",
    "forced-colors": lambda reader: "active" if reader.forced_colors else "none",
    "scripting": lambda reader: "enabled",
    "display-mode": lambda reader: "browser",
    "update": lambda reader: "fast" if reader.medium == "screen" else "none",
    "grid": lambda reader: 0.0,
    "color-gamut": lambda reader: "srgb",
    "dynamic-range": lambda reader: "standard",
    "color-index": lambda reader: 0.0,
    "overflow-block": lambda reader: "scroll",
    "overflow-inline": lambda reader: "scroll",
    "horizontal-viewport-segments": lambda reader: 1.0,
    "vertical-viewport-segments": lambda reader: 1.0,
    "device-posture": lambda reader: "continuous",
    "-webkit-device-pixel-ratio": lambda reader: reader.resolution,
    "-webkit-transform-3d": lambda reader: 1.0,
}
_FEATURES = frozenset(_SIZES) | frozenset(_SETTINGS)
_LENGTHS = ("width", "height", "device-width", "device-height", "resolution")
"""Features of which a number alone is no value, but for 0 px."""
_NONE_VALUES = ("none", "no-preference")
_FLIPPED = {"<": ">", ">": "<", "<=": ">=", ">=": "<=", "=": "="}


def parse_media(tokens: Tokens) -> Condition:
    """A media query list: true where one of its queries is. An empty list is true."""
    parts = [significant(part) for part in split_commas(tokens)]
    if parts == [[]]:
        return ALWAYS
    queries = tuple(_query(part) for part in parts)
    return queries[0] if len(queries) == 1 else Group("or", queries)


def _query(tokens: Tokens) -> Condition:
    """One query: an optional ``not``/``only`` and type, then conditions joined by ``and``; or a condition."""
    if not tokens:
        return NEVER
    words = [keyword(token) for token in tokens]
    negated = words[0] == "not" and len(words) > 1 and words[1] is not None
    rest = tokens[1:] if negated or words[0] == "only" else tokens
    media_type = keyword(rest[0]) if rest else None
    if media_type is None or media_type == "not":
        condition = parse_condition(tokens, allow_or=True)
        return condition if condition is not None else NEVER
    if media_type in ("and", "or", "layer"):
        return NEVER
    result: Condition = Constant(media_type in ("all", _reading.get().medium))
    if len(rest) > 1:
        if keyword(rest[1]) != "and":
            return NEVER
        condition = parse_condition(rest[2:], allow_or=False)
        if condition is None:
            return NEVER
        result = Group("and", (result, condition))
    return Group("not", (result,)) if negated else result


def parse_condition(tokens: Tokens, allow_or: bool, leaf: Callable[[Token], Condition | None] | None = None) -> Condition | None:
    """<media-condition>: blocks joined by one of ``and`` and ``or``, or one after ``not``."""
    read_leaf = leaf or read_feature
    if len(tokens) == 2 and keyword(tokens[0]) == "not":
        inner = _in_parens(tokens[1], read_leaf)
        return Group("not", (inner,)) if inner is not None else None
    operands: list[Condition] = []
    joiner: str | None = None
    for position, token in enumerate(tokens):
        if position % 2:
            word = keyword(token)
            if word not in ("and", "or") or (joiner and word != joiner) or (word == "or" and not allow_or):
                return None
            joiner = word
            continue
        inner = _in_parens(token, read_leaf)
        if inner is None:
            return None
        operands.append(inner)
    if not operands or len(tokens) % 2 == 0:
        return None
    return operands[0] if len(operands) == 1 else Group(joiner or "and", tuple(operands))


def _in_parens(token: Token, read_leaf: Callable[[Token], Condition | None]) -> Condition | None:
    if token.type != "() block":
        return read_leaf(token)
    content = significant(token.content)
    starts_inner = content and (content[0].type == "() block" or keyword(content[0]) == "not" or content[0].type == "function")
    if starts_inner:
        nested = parse_condition(content, allow_or=True, leaf=read_leaf)
        if nested is not None:
            return nested
    return read_leaf(token)


def read_feature(token: Token) -> Condition | None:
    """A media feature in parentheses; unknown ones are false, as ``unknown`` comes out at the top."""
    if token.type != "() block":
        return None
    content = significant(token.content)
    if not content:
        return None
    return compare_feature(content, _FEATURES)


def compare_feature(content: Tokens, features: frozenset[str]) -> Condition:
    """``(feature)``, ``(feature: value)`` or a range, for media and container queries alike."""
    name = keyword(content[0])
    if name is not None and len(content) == 1:
        return _boolean(name, features)
    if name is not None and content[1].type == "literal" and content[1].value == ":":
        return _plain(name, content[2:], features)
    return _range(content, features)


def _boolean(name: str, features: frozenset[str]) -> Condition:
    if name not in features:
        return Constant(False, known=False)
    if name in ("width", "height", "aspect-ratio"):
        return Comparison(name, ">", 0.0)
    value = _SETTINGS[name](_reading.get()) if name in _SETTINGS else _SIZES[name](Viewport(1, 1))
    return Constant(value not in _NONE_VALUES if isinstance(value, str) else bool(value))


def _plain(name: str, tokens: Tokens, features: frozenset[str]) -> Condition:
    operator = "="
    for prefix, meaning in (("min-", ">="), ("max-", "<=")):
        for vendor in ("", "-webkit-"):
            if name.startswith(vendor + prefix):
                name, operator = vendor + name.removeprefix(vendor + prefix), meaning
    value = _value(tokens, name)
    if name not in features or value is None or (isinstance(value, str) and operator != "="):
        return Constant(False, known=False)
    return _compared(name, operator, value)


def _compared(name: str, operator: str, value: float | str) -> Condition:
    """A comparison of a size; what the reader has set is answered at once."""
    if name not in _SETTINGS:
        is_word = isinstance(_SIZES[name](Viewport(1, 1)), str)
        return Comparison(name, operator, value) if is_word == isinstance(value, str) else Constant(False, known=False)
    actual = _SETTINGS[name](_reading.get())
    if isinstance(actual, str) != isinstance(value, str):
        return Constant(False, known=False)
    if isinstance(actual, str) or isinstance(value, str):
        return Constant(actual == value)
    return Constant(OPERATORS[operator](actual, value))


def parts_of_range(content: Tokens) -> tuple[list[Tokens], list[str]]:
    """What stands between the operators of a comparison, and the operators (mediaqueries-4 §2.4.3)."""
    parts: list[Tokens] = [[]]
    operators: list[str] = []
    for token in content:
        if token.type == "literal" and token.value in ("<", ">", "="):
            if operators and not parts[-1] and token.value == "=":
                operators[-1] += "="
                continue
            operators.append(token.value)
            parts.append([])
        elif token.type == "literal" and token.value in ("<=", ">="):
            operators.append(token.value)
            parts.append([])
        else:
            parts[-1].append(token)
    return parts, operators


def _range(content: Tokens, features: frozenset[str]) -> Condition:
    """``width >= 600px``, ``600px <= width < 900px``."""
    parts, operators = parts_of_range(content)
    names = [keyword(part[0]) if len(part) == 1 else None for part in parts]
    unknown = Constant(False, known=False)
    if len(parts) == 2:
        if names[0] in features and (value := _value(parts[1], names[0] or "")) is not None:
            return _compared(names[0] or "", operators[0], value)
        if names[1] in features and (value := _value(parts[0], names[1] or "")) is not None:
            return _compared(names[1] or "", _FLIPPED[operators[0]], value)
    if len(parts) == 3 and names[1] in features:
        low, high = _value(parts[0], names[1] or ""), _value(parts[2], names[1] or "")
        if low is not None and high is not None:
            name = names[1] or ""
            return Group("and", (_compared(name, _FLIPPED[operators[0]], low), _compared(name, operators[1], high)))
    return unknown


def media_unit(unit: str) -> float:
    """Size of a relative unit in a query: font units are those of the initial font (§1.3)."""
    size = _reading.get().font_size
    return size if unit in ("em", "rem") else size / 2


def _value(tokens: Tokens, name: str) -> float | str | None:
    if len(tokens) == 1:
        word = keyword(tokens[0])
        if word is not None:
            return word
        value = read_numeric(tokens[0])
        if isinstance(value, Dimension) and value.unit in ("dppx", "x", "dpi", "dpcm"):
            return value.value * {"dppx": 1, "x": 1, "dpi": 1 / 96, "dpcm": 2.54 / 96}[value.unit]
        if isinstance(value, Number):
            return value.value if name not in _LENGTHS or (value.value == 0 and name != "resolution") else None
        if isinstance(value, Dimension) and (value.unit in ABSOLUTE_UNITS or value.unit in ("em", "rem", "ch", "ex")):
            return value.value * (ABSOLUTE_UNITS.get(value.unit) or media_unit(value.unit))
        if isinstance(value, Function):
            return reduce_math(value, media_unit)(0)
        return None
    if len(tokens) == 3 and tokens[1].type == "literal" and tokens[1].value == "/":
        numbers = [read_numeric(tokens[0]), read_numeric(tokens[2])]
        if isinstance(numbers[0], Number) and isinstance(numbers[1], Number) and numbers[1].value:
            return numbers[0].value / numbers[1].value
    return None


def turning_widths(conditions: Iterable[Condition], height: int | None = None) -> list[int]:
    """Every width at which some condition turns, ascending: at a viewport height, those by orientation and aspect ratio too."""
    return sorted({turn for condition in conditions for turn in condition.turns(height)})
