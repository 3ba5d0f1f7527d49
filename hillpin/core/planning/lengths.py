"""Exact lengths of a plan: fractions of a CSS px, lines over a context's width, and how CSS writes them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import floor

WIDEST_CONTEXT = 2560
"""CSS px up to which a rounded percentage must keep every edge within ``SMALLEST``."""
SMALLEST = Fraction(1, 64)
"""The unit in CSS px that browsers lay out in."""
MOST_DECIMALS = 8


def exact(number: float) -> Fraction:
    """The fraction that a decimal number was written as: 0.1 is 1/10."""
    return Fraction(repr(number)) if isinstance(number, float) else Fraction(number)


def words(number: Fraction | float) -> str:
    """A number for reading: two decimals at most, thousands marked, a true minus."""
    rounded = round(Fraction(number), 2)
    text = f"{abs(float(rounded)):,.2f}"
    text = text.removesuffix(".00")
    return f"−{text}" if rounded < 0 else text


def decimal(number: Fraction, places: int = 4) -> str:
    """A number as CSS writes it, cut off (toward zero) after ``places`` decimals; no trailing zeros.

    >>> decimal(Fraction(2, 3))
    '0.6666'
    """
    scale = 10**places
    cut = floor(abs(number) * scale)
    whole, rest = divmod(cut, scale)
    text = f"{whole}.{rest:0{places}d}".rstrip("0").rstrip(".") if places else str(whole)
    return f"-{text}" if number < 0 and cut else text


@dataclass(frozen=True, slots=True)
class Linear:
    """A length that follows the width of its context: ``slope`` × context + ``base`` CSS px."""

    slope: Fraction = Fraction(0)
    base: Fraction = Fraction(0)

    def __add__(self, other: Linear) -> Linear:
        return Linear(self.slope + other.slope, self.base + other.base)

    def __sub__(self, other: Linear) -> Linear:
        return Linear(self.slope - other.slope, self.base - other.base)

    def times(self, factor: Fraction | int) -> Linear:
        """The length multiplied by a number."""
        return Linear(self.slope * factor, self.base * factor)

    def at(self, context: Fraction) -> Fraction:
        """The length in CSS px where the context is so wide."""
        return self.slope * context + self.base

    def over(self, context: Linear) -> Linear:
        """The same length seen from a context further out, in which its own context is ``context``."""
        return Linear(self.slope * context.slope, self.slope * context.base + self.base)

    def of(self, part: Linear) -> Linear:
        """The same length over the width of a part of the context, which itself is a line over the context.

        Raises ZeroDivisionError where the part does not follow the context and the length does.
        """
        if not self.slope:
            return self
        slope = self.slope / part.slope
        return Linear(slope, self.base - slope * part.base)


NOTHING = Linear()
WHOLE = Linear(Fraction(1))


def fixed(length: Fraction) -> Linear:
    """A length that does not follow its context."""
    return Linear(Fraction(0), length)


def decimals_for(lengths: Sequence[Linear]) -> int:
    """How many decimals the percentages of a row need.

    Percentages are cut off, so that a row never comes to more than it has; with so many decimals the sum of all
    that is cut off stays under ``SMALLEST`` up to ``WIDEST_CONTEXT``, and so does every edge.
    """
    for places in range(MOST_DECIMALS):
        lost = Fraction(0)
        for length in lengths:
            percent = length.slope * 100
            lost += abs(percent - _cut(percent, places))
        if lost * WIDEST_CONTEXT / 100 <= SMALLEST:
            return places
    return MOST_DECIMALS


def _cut(number: Fraction, places: int) -> Fraction:
    scale = 10**places
    return Fraction(floor(number * scale), scale)


def css_length(length: Linear, places: int) -> str:
    """A length as CSS: ``120px``, ``31.25%`` or ``calc(31.25% - 2px)``; never more than it is (css-values-3 §8.1)."""
    if not length.slope:
        return css_px(length.base)
    percent = _cut(length.slope * 100, places)
    if not length.base:
        return f"{decimal(percent, places)}%"
    return f"calc({decimal(percent, places)}% {'+' if length.base > 0 else '-'} {css_px(abs(length.base))})"


def css_px(length: Fraction) -> str:
    """A fixed length as CSS; fractions to four decimals, cut off."""
    text = decimal(length)
    return "0" if text == "0" else f"{text}px"
