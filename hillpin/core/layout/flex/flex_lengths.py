"""Resolving flexible lengths (css-flexbox-1 §9.7)."""

from __future__ import annotations

from .flex_line import FlexItem, FlexLine


def round_half_away(value: float) -> int:
    """Round to the nearest integer, halves away from zero."""
    return int(value + 0.5) if value >= 0 else -int(-value + 0.5)


def resolve_flexible_lengths(line: FlexLine, inner_main: int, gap: int) -> None:
    """Set ``main`` of every item on the line."""
    items = line.items
    gaps = gap * max(len(items) - 1, 0)
    used = sum(item.outer_hypothetical for item in items) + gaps
    line.growing = used < inner_main
    for item in items:
        item.frozen = False
        item.main = item.base
        factor = item.box.style.flex_grow if line.growing else item.box.style.flex_shrink
        if not factor or (line.growing and item.base > item.hypothetical) or (not line.growing and item.base < item.hypothetical):
            item.frozen = True
            item.main = item.hypothetical
    line.free = _free(items, inner_main, gaps)
    initial = line.free
    line.factor_sum = sum(_factor(item, line.growing) for item in items if not item.frozen)
    while any(not item.frozen for item in items):
        if not _share_out(line, items, inner_main, gaps, initial):
            break
    for item in items:
        line.shares[id(item)] = item.main - item.base


def _factor(item: FlexItem, growing: bool) -> float:
    return float(item.box.style.flex_grow if growing else item.box.style.flex_shrink)


def _free(items: list[FlexItem], inner_main: int, gaps: int) -> int:
    taken = sum((item.main if item.frozen else item.base) + item.main_start + item.main_end for item in items)
    return inner_main - taken - gaps


def _divided(amount: int, weights: list[float]) -> list[int]:
    """An amount by weights in whole units, nothing left over: from the last on, each its part of what remains.

    This is the browser's order of rounding; the specification leaves it open.
    """
    shares = [0] * len(weights)
    rest = sum(weights)
    for position in range(len(weights) - 1, -1, -1):
        if rest <= 0:
            break
        shares[position] = round_half_away(amount * weights[position] / rest)
        amount -= shares[position]
        rest -= weights[position]
    return shares


def _share_out(line: FlexLine, items: list[FlexItem], inner_main: int, gaps: int, initial: int) -> bool:
    """One turn of the loop (step 4, a to e)."""
    remaining = _free(items, inner_main, gaps)
    loose = [item for item in items if not item.frozen]
    factors = sum(_factor(item, line.growing) for item in loose)
    if factors < 1:
        scaled = round_half_away(initial * factors)
        if abs(scaled) < abs(remaining):
            remaining = scaled
    weights = [_factor(item, line.growing) * (1 if line.growing else item.base - item.main_around) for item in loose]
    given = _divided(remaining, weights) if (remaining > 0) == line.growing else [0] * len(loose)
    violations: dict[int, int] = {}
    total = 0
    for item, share in zip(loose, given, strict=True):
        size = item.base + share
        clamped = max(min(size, item.maximum), item.minimum, item.main_around)
        item.main = clamped
        violations[id(item)] = clamped - size
        total += clamped - size
    for item in loose:
        violation = violations[id(item)]
        if total == 0 or (total > 0 and violation > 0) or (total < 0 and violation < 0):
            item.frozen = True
    return True
