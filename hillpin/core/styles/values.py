"""Values at their stages: specified (as written) and computed (relative units made absolute).

Specified: ``Dimension``, ``Percentage``, ``Number``, ``Function`` (an unresolved math function) and ``str``
keywords. Computed: ``Length``, of which each kind says what it still needs to become a used length.
CSS Values and Units 4; math functions, §10.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import IntEnum

from ..units import LARGEST, ONE, f32, percent_of, truncated


@dataclass(frozen=True, slots=True)
class Dimension:
    """A number with a unit, as written."""

    value: float
    unit: str

    @property
    def is_relative(self) -> bool:
        """Whether its size depends on fonts, the viewport or a container."""
        return self.unit in LENGTH_UNITS and self.unit not in ABSOLUTE_UNITS


@dataclass(frozen=True, slots=True)
class Percentage:
    """A percentage, as written: 50 for ``50%``."""

    value: float


@dataclass(frozen=True, slots=True)
class Number:
    """A number without a unit."""

    value: float


@dataclass(frozen=True, slots=True)
class Function:
    """A math function as an expression tree: ``sum``, ``product``, ``min``, ``max``, ``clamp``…"""

    name: str
    operands: tuple[Operand, ...]
    strategy: str = ""


Operand = Dimension | Percentage | Number | Function
Specified = Dimension | Percentage | Number | Function | str


class Kind(IntEnum):
    """What a computed length is."""

    FIXED = 0
    PERCENT = 1
    CALC = 2
    AUTO = 3
    MIN_CONTENT = 4
    MAX_CONTENT = 5
    FIT_CONTENT = 6
    NONE = 7
    STRETCH = 8
    CONTENT = 9


FIXED, PERCENT, CALC, AUTO_KIND = Kind.FIXED, Kind.PERCENT, Kind.CALC, Kind.AUTO

Calculation = Callable[[float], float]


@dataclass(frozen=True, slots=True)
class Length:
    """A computed length, percentage or sizing keyword.

    ``units`` is the fixed part in 1/64 px; ``percent`` the percentage where the kind is PERCENT;
    ``calculation`` gives px from a percentage basis in px where the kind is CALC.
    """

    kind: Kind
    units: int = 0
    percent: float = 0.0
    calculation: Calculation | None = None

    @property
    def is_auto(self) -> bool:
        """Whether this is ``auto``."""
        return self.kind == AUTO_KIND

    @property
    def is_definite_form(self) -> bool:
        """Whether this is a length or percentage and not a keyword."""
        return self.kind <= CALC

    @property
    def has_percentage(self) -> bool:
        """Whether a basis is needed."""
        return self.kind == PERCENT or self.kind == CALC

    def resolve(self, basis: int) -> int:
        """The used length in 1/64 px for a percentage basis in 1/64 px; keywords give 0."""
        kind = self.kind
        if kind == FIXED:
            return self.units
        if kind == PERCENT:
            return percent_of(self.percent, basis)
        if kind == CALC and self.calculation is not None:
            return truncated(f32(self.calculation(basis / 64)))
        return 0


AUTO = Length(Kind.AUTO)
NONE = Length(Kind.NONE)
ZERO = Length(Kind.FIXED, 0)
MIN_CONTENT = Length(Kind.MIN_CONTENT)
MAX_CONTENT = Length(Kind.MAX_CONTENT)
FIT_CONTENT = Length(Kind.FIT_CONTENT)
STRETCH = Length(Kind.STRETCH)
CONTENT = Length(Kind.CONTENT)

SIZING_KEYWORDS: dict[str, Length] = {
    "auto": AUTO,
    "none": NONE,
    "min-content": MIN_CONTENT,
    "max-content": MAX_CONTENT,
    "fit-content": FIT_CONTENT,
    "-webkit-min-content": MIN_CONTENT,
    "-webkit-max-content": MAX_CONTENT,
    "-webkit-fit-content": FIT_CONTENT,
    "-webkit-fill-available": STRETCH,
    "stretch": STRETCH,
    "content": CONTENT,
}

ABSOLUTE_UNITS: dict[str, float] = {
    "px": 1.0,
    "in": 96.0,
    "cm": 96 / 2.54,
    "mm": 96 / 25.4,
    "q": 96 / 101.6,
    "pt": 96 / 72,
    "pc": 16.0,
}
VIEWPORT_UNITS = frozenset(
    prefix + axis for prefix in ("", "s", "l", "d") for axis in ("vw", "vh", "vi", "vb", "vmin", "vmax")
)
CONTAINER_UNITS = frozenset({"cqw", "cqh", "cqi", "cqb", "cqmin", "cqmax"})
FONT_UNITS = frozenset({"em", "rem", "ex", "rex", "ch", "rch", "lh", "rlh", "cap", "rcap", "ic", "ric"})
LENGTH_UNITS = frozenset(ABSOLUTE_UNITS) | VIEWPORT_UNITS | CONTAINER_UNITS | FONT_UNITS
ANGLE_UNITS: dict[str, float] = {"deg": 1.0, "grad": 0.9, "rad": 180 / math.pi, "turn": 360.0}
OTHER_UNITS = frozenset({"s", "ms", "hz", "khz", "dpi", "dpcm", "dppx", "x", "fr"}) | frozenset(ANGLE_UNITS)

MOST_EXPONENT = 700.0
"""``exp()`` of more is beyond all numbers."""
MOST_PX = LARGEST / ONE
"""CSS px that a calculation of a length comes to at most."""

UnitSize = Callable[[str], float]
"""Gives the size of one relative unit in CSS px."""


@dataclass(frozen=True, slots=True)
class Linear:
    """``px + percent %``: the form most math functions come down to."""

    px: float
    percent: float
    unitless: bool = False

    def __call__(self, basis: float) -> float:
        return self.px + self.percent / 100 * basis


def compute_length(value: Specified, unit_size: UnitSize) -> Length:
    """A specified length, percentage or sizing keyword as a computed Length (Values 4 §10.11)."""
    if isinstance(value, Dimension):
        return Length(Kind.FIXED, truncated(f32(to_px(value, unit_size))))
    if isinstance(value, Percentage):
        return Length(Kind.PERCENT, percent=f32(value.value))
    if isinstance(value, Number):
        return Length(Kind.FIXED, truncated(f32(value.value)))
    if isinstance(value, str):
        return SIZING_KEYWORDS.get(value, AUTO)
    form = reduce_math(value, unit_size)
    if isinstance(form, Linear):
        if form.percent == 0 and not mentions_percentage(value):
            return Length(Kind.FIXED, truncated(form.px if math.isnan(form.px) else f32(form.px)))
        return Length(Kind.CALC, percent=form.percent, calculation=form)
    return Length(Kind.CALC, calculation=form)


def viewport_unit(unit: str, width: int, height: int) -> float:
    """One of a viewport's units in CSS px (css-values-4 §6.1.2)."""
    axis = unit[1:] if unit[0] in "sld" else unit
    sizes = {"vw": width, "vi": width, "vh": height, "vb": height, "vmin": min(width, height), "vmax": max(width, height)}
    return sizes[axis] / 100


def compute_px(value: Specified, unit_size: UnitSize, basis: float = 0.0) -> float:
    """A specified length as CSS px in single precision; percentages are of ``basis`` px."""
    if isinstance(value, Dimension):
        return f32(to_px(value, unit_size))
    if isinstance(value, Percentage):
        return f32(value.value * basis / 100)
    if isinstance(value, Number):
        return f32(value.value)
    if isinstance(value, str):
        return 0.0
    px = reduce_math(value, unit_size)(basis)
    return 0.0 if math.isnan(px) else f32(max(-MOST_PX, min(px, MOST_PX)))


def to_px(value: Dimension, unit_size: UnitSize) -> float:
    """A dimension in CSS px, rounded to single precision as the browser does step by step, within what layout can hold."""
    absolute = ABSOLUTE_UNITS.get(value.unit)
    px = value.value * absolute if absolute is not None else value.value * unit_size(value.unit)
    return max(-MOST_PX, min(MOST_PX, px))


def compute_size(value: Specified, unit_size: UnitSize) -> Length:
    """As ``compute_length``, never below 0 (css-values-4 §10.12)."""
    length = compute_length(value, unit_size)
    if length.kind == Kind.FIXED:
        return length if length.units >= 0 else ZERO
    form = length.calculation
    if form is None:
        return length if length.percent >= 0 else Length(length.kind)
    if isinstance(form, Linear) and form.px >= 0 and form.percent >= 0:
        return length
    return Length(Kind.CALC, calculation=lambda basis: max(form(basis), 0.0))


def mentions_percentage(value: Operand) -> bool:
    """Whether a percentage is in an expression."""
    if isinstance(value, Percentage):
        return True
    return isinstance(value, Function) and any(mentions_percentage(operand) for operand in value.operands)


def reduce_math(value: Operand, unit_size: UnitSize) -> Calculation:
    """An expression tree with every relative unit made absolute: Linear where it is linear (§10.10.1)."""
    if isinstance(value, Number):
        return Linear(value.value, 0.0, unitless=True)
    if isinstance(value, Dimension) and value.unit in ANGLE_UNITS:
        return Linear(value.value * ANGLE_UNITS[value.unit], 0.0)
    if isinstance(value, Dimension):
        return Linear(to_px(value, unit_size), 0.0)
    if isinstance(value, Percentage):
        return Linear(0.0, value.value)
    if value.name in _OF_ANGLES and isinstance(operand := reduce_math(value.operands[0], unit_size), Linear):
        # Degrees where it is an angle; a number is in radians.
        return Linear(_OF_ANGLES[value.name](operand.px if operand.unitless else math.radians(operand.px)), 0.0, unitless=True)
    operands = [reduce_math(operand, unit_size) for operand in value.operands]
    if value.name == "sum":
        return _sum(operands)
    if value.name == "product":
        return _product(operands)
    if value.name == "invert":
        divisor = operands[0](0)
        return Linear(1 / divisor if divisor else math.inf, 0.0, unitless=True)
    function = _COMPARISONS.get(value.name)
    if function is None:
        return Linear(0.0, 0.0)
    if all(isinstance(operand, Linear) and operand.percent == 0 for operand in operands):
        result = function([operand(0) for operand in operands], value.strategy)
        is_number = value.name in NUMBERS or all(isinstance(o, Linear) and o.unitless for o in operands)
        return Linear(result, 0.0, unitless=is_number and value.name not in ANGLES)
    strategy = value.strategy
    return lambda basis: function([operand(basis) for operand in operands], strategy)


def _sum(operands: Sequence[Calculation]) -> Calculation:
    if all(isinstance(operand, Linear) for operand in operands):
        linear = [operand for operand in operands if isinstance(operand, Linear)]
        return Linear(
            sum(term.px for term in linear),
            sum(term.percent for term in linear),
            all(term.unitless for term in linear),
        )
    return lambda basis: sum(operand(basis) for operand in operands)


def _product(operands: Sequence[Calculation]) -> Calculation:
    factor = 1.0
    dimensioned: list[Calculation] = []
    for operand in operands:
        if isinstance(operand, Linear) and operand.unitless:
            factor *= operand.px
        else:
            dimensioned.append(operand)
    if not dimensioned:
        return Linear(factor, 0.0, unitless=True)
    first, *others = dimensioned
    for other in others:
        # Of more than one length some are divided by: what is left is one.
        factor *= other(0)
    if isinstance(first, Linear):
        return Linear(first.px * factor, first.percent * factor if first.percent else 0.0)
    return lambda basis: first(basis) * factor


def _clamp(values: list[float], strategy: str) -> float:
    low, middle, high = values
    return max(low, min(middle, high))


def _round(values: list[float], strategy: str) -> float:
    value, step = values[0], (values[1] if len(values) > 1 else 1.0)
    if step == 0:
        return math.nan
    quotient = value / step
    if strategy == "up":
        return math.ceil(quotient) * step
    if strategy == "down":
        return math.floor(quotient) * step
    if strategy == "to-zero":
        return math.trunc(quotient) * step
    return math.floor(quotient + 0.5) * step


def _log(value: float, base: float = math.e) -> float:
    if value <= 0 or base <= 0 or base == 1:
        return -math.inf if value == 0 else math.nan
    return math.log(value) / math.log(base)


def _sign(values: list[float], strategy: str) -> float:
    return math.copysign(1.0, values[0]) if values[0] else 0.0


_COMPARISONS: dict[str, Callable[[list[float], str], float]] = {
    "min": lambda values, _: min(values),
    "max": lambda values, _: max(values),
    "clamp": _clamp,
    "round": _round,
    "mod": lambda values, _: values[0] - math.floor(values[0] / values[1]) * values[1] if values[1] else math.nan,
    "rem": lambda values, _: math.fmod(values[0], values[1]) if values[1] else math.nan,
    "abs": lambda values, _: abs(values[0]),
    "sign": _sign,
    "hypot": lambda values, _: math.hypot(*values),
    "sqrt": lambda values, _: math.sqrt(values[0]) if values[0] >= 0 else math.nan,
    "exp": lambda values, _: math.exp(min(values[0], MOST_EXPONENT)),
    "log": lambda values, _: _log(*values),
    "asin": lambda values, _: math.degrees(math.asin(values[0])) if abs(values[0]) <= 1 else math.nan,
    "acos": lambda values, _: math.degrees(math.acos(values[0])) if abs(values[0]) <= 1 else math.nan,
    "atan": lambda values, _: math.degrees(math.atan(values[0])),
    "atan2": lambda values, _: math.degrees(math.atan2(values[0], values[1])),
    "progress": lambda values, _: (values[0] - values[1]) / (values[2] - values[1]) if values[2] != values[1] else 0.0,
    "pow": lambda values, _: float(values[0] ** values[1]) if values[0] >= 0 else math.nan,
}
_OF_ANGLES: dict[str, Callable[[float], float]] = {"sin": math.sin, "cos": math.cos, "tan": math.tan}
ANGLES = frozenset({"asin", "acos", "atan", "atan2"})
"""Functions that give angles, in degrees."""
NUMBERS = frozenset({"sign", "progress", *_OF_ANGLES})
"""Functions that give numbers, whatever they are asked of."""
MATH_FUNCTIONS = frozenset({*_COMPARISONS, *_OF_ANGLES, "calc", "-webkit-calc"})
