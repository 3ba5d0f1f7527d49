"""A scale of type sizes, fluid between two widths: ``clamp()`` solved so that it comes to exactly the two sizes at the two widths.

Between them a size runs on a straight line, which is written as rem and vw (css-values-4 §10.5). Its numbers are rounded so that the
line is at the smaller size or under it at one width and at the larger or over it at the other: the bounds of ``clamp()`` do the rest.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from fractions import Fraction

from ..errors import InputError
from ..page import Page
from ..shown import px
from .sheet_text import extent_of, statements_of

DIGITS = 10_000
"""Numbers are written to a ten thousandth."""
MOST_STEPS = 16
ZOOMED = Fraction(5, 2)
"""From this growth on, text may not reach twice its size by zooming at the wide end (WCAG 2.2, 1.4.4)."""
_NAME = re.compile(r"[a-z][a-z0-9-]*", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Scale:
    """Base size and ratio at a narrow and a wide viewport, lengths in CSS px; steps from ``first`` to ``last``, the base is step 0."""

    low_width: int
    high_width: int
    low: Fraction
    high: Fraction
    low_ratio: Fraction
    high_ratio: Fraction
    first: int
    last: int
    name: str = "step"


@dataclass(frozen=True, slots=True)
class Step:
    """One size: what is written, what it comes to at the two widths in CSS px, and the sum."""

    name: str
    low: float
    high: float
    text: str
    working: list[str]
    doubt: str


def steps_of(page: Page, scale: Scale) -> list[Step]:
    """The sizes of a scale on a page, from the smallest on. Raises InputError for one that cannot be."""
    _check(scale)
    root = _root_size(page, scale)
    return [_step(scale, number, root) for number in range(scale.first, scale.last + 1)]


def with_scale(page: Page, scale: Scale, file: str) -> str:
    """A sheet's text with a scale as custom properties of ``:root``: those that are there are replaced. Raises InputError."""
    text = page.sheet_texts.get(file)
    if text is None:
        raise InputError(f"{file} is not a sheet that the page links.")
    wanted = {one.name: f"{one.name}: {one.text}" for one in steps_of(page, scale)}
    rules = [rule for rule in page.sheets.rules if rule.file == file and rule.text == ":root" and not rule.media_blocks and not rule.containers and rule.layer is None]
    known = sorted((extent_of(text, one), one.name) for rule in rules for one in rule.declarations if one.name in wanted)
    for (start, end), name in reversed(known):
        text = text[:start] + wanted[name] + text[end:]
    rest = [line for name, line in wanted.items() if name not in {name for _, name in known}]
    if not rest:
        return text
    lines = "".join(f"  {line};\n" for line in rest)
    block = next((found for one in statements_of(text) if (found := re.compile(r":root\s*\{").match(text, one.start))), None)
    if block is not None:
        return f"{text[: block.end()]}\n{lines}  {text[block.end() :].lstrip()}".replace("\n  }", "\n}", 1)
    at = max((one.end for one in statements_of(text) if re.match(r"@(charset|import)", text[one.start :], re.IGNORECASE)), default=0)
    return f"{text[:at]}{chr(10) * 2 if at else ''}:root {{\n{lines}}}\n\n{text[at:].lstrip(chr(10))}"


def _check(scale: Scale) -> None:
    if not scale.low_width < scale.high_width:
        raise InputError("The first width must be the narrower one.")
    if scale.last - scale.first >= MOST_STEPS or scale.first > scale.last:
        raise InputError(f"A scale has 1 to {MOST_STEPS} steps.")
    if min(scale.low, scale.high) <= 0 or min(scale.low_ratio, scale.high_ratio) < 1:
        raise InputError("Sizes are above 0, and a ratio is 1 or more.")
    if _NAME.fullmatch(scale.name) is None:
        raise InputError(f"{scale.name} cannot begin the name of a custom property.")


def _root_size(page: Page, scale: Scale) -> Fraction:
    sizes = {Fraction(page.restyle_at(width, 800)[0].root.style.font_size).limit_denominator(1_000_000) for width in (scale.low_width, scale.high_width)}
    if len(sizes) > 1:
        raise InputError("The root’s own font size differs between the two widths: what a rem is must be the same at both.")
    return sizes.pop()


def _step(scale: Scale, number: int, root: Fraction) -> Step:
    low, high = (_rounded(size * ratio**number / root) for size, ratio in ((scale.low, scale.low_ratio), (scale.high, scale.high_ratio)))
    small, large = low * root, high * root
    name = f"--{scale.name}-{number}" if number >= 0 else f"--{scale.name}-minus-{-number}"
    power = {0: "", 1: " × {0}"}.get(number, " × {0}^" + str(number))
    working = [
        f"at {width:,}: {px(float(size))}{power.format(px(float(ratio)))} = {px(float(comes))}, {_written(rem)}rem of {px(float(root))}"
        for width, size, ratio, comes, rem in ((scale.low_width, scale.low, scale.low_ratio, small, low), (scale.high_width, scale.high, scale.high_ratio, large, high))
    ]
    doubt = "It grows more than 2.5 times: at the wide end zooming may not double it (WCAG 2.2, 1.4.4)." if large > ZOOMED * small else ""
    if low == high:
        return Step(name, float(small), float(large), f"{_written(low)}rem", working, doubt)
    slope, start = _line(scale, small, large, root)
    working += [
        f"({px(float(large))} − {px(float(small))}) / ({scale.high_width:,} − {scale.low_width:,}) × 100 = {_written(slope)}vw",
        f"{px(float(small))} − {scale.low_width:,} × {_written(slope)} / 100 = {px(float(start * root))}, {_written(start)}rem at no width at all",
    ]
    bounds = sorted((low, high))
    line = f"{_written(start)}rem {'+' if slope > 0 else '-'} {_written(abs(slope))}vw"
    return Step(name, float(small), float(large), f"clamp({_written(bounds[0])}rem, {line}, {_written(bounds[1])}rem)", working, doubt)


def _line(scale: Scale, small: Fraction, large: Fraction, root: Fraction) -> tuple[Fraction, Fraction]:
    """Slope in vw and start in rem of the line, rounded away from the bounds: it reaches both at the two widths or before."""
    grows = 1 if large > small else -1
    slope = _away((large - small) * 100 / (scale.high_width - scale.low_width), grows)
    while True:
        start = _away((small - slope * scale.low_width / 100) / root, -grows)
        if (start * root + slope * scale.high_width / 100 - large) * grows >= 0:
            return slope, start
        slope += Fraction(grows, DIGITS)


def _away(value: Fraction, direction: int) -> Fraction:
    return Fraction(math.ceil(value * DIGITS) if direction > 0 else math.floor(value * DIGITS), DIGITS)


def _rounded(value: Fraction) -> Fraction:
    return Fraction(math.floor(value * DIGITS + Fraction(1, 2)), DIGITS)


def _written(value: Fraction) -> str:
    return f"{float(value):.4f}".rstrip("0").rstrip(".")


__all__ = ["Scale", "Step", "steps_of", "with_scale"]
