"""Flexible lengths at all widths at once (css-flexbox-1 §9.7): ``flex_lengths`` on arrays, with the same roundings."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..layout.boxes import Box
from .across_sizes import Row

Flags = NDArray[np.bool_]
Reals = NDArray[np.float64]


@dataclass(slots=True, eq=False)
class FlexSizes:
    """An item before flexing, along a row: border-box widths at every width. ``outside`` is its margins, ``around`` its padding
    and border."""

    box: Box
    base: Row
    minimum: Row
    maximum: Row
    around: Row
    outside: Row

    @property
    def hypothetical(self) -> Row:
        """The base size within its limits."""
        found: Row = np.maximum(np.minimum(self.base, self.maximum), self.minimum)
        return found

    @property
    def outer(self) -> Row:
        """The hypothetical size with margins."""
        return self.hypothetical + self.outside

    def at(self, places: Row) -> FlexSizes:
        """The sizes at some of the widths."""
        return FlexSizes(self.box, self.base[places], self.minimum[places], self.maximum[places], self.around[places], self.outside[places])


def flexed(items: list[FlexSizes], room: Row, gap: Row) -> list[Row]:
    """The used widths of the items on one line (``flex_lengths.resolve_flexible_lengths``)."""
    return _Line(items, room, gap * max(len(items) - 1, 0)).run()


def _rounded(value: Reals) -> Row:
    """To the nearest integer, halves away from zero."""
    found: Row = np.where(value >= 0, (value + 0.5).astype(np.int64), -((-value + 0.5).astype(np.int64)))
    return found


class _Line:
    def __init__(self, items: list[FlexSizes], room: Row, gaps: Row) -> None:
        self.items, self.room, self.gaps = items, room, gaps
        used = sum((item.outer for item in items), np.zeros_like(room)) + gaps
        self.growing: Flags = used < room
        self.factors = [np.where(self.growing, float(item.box.style.flex_grow), float(item.box.style.flex_shrink)) for item in items]
        self.frozen: list[Flags] = [
            (factor == 0) | (self.growing & (item.base > item.hypothetical)) | (~self.growing & (item.base < item.hypothetical))
            for item, factor in zip(items, self.factors, strict=True)
        ]
        self.main = [np.where(frozen, item.hypothetical, item.base) for item, frozen in zip(items, self.frozen, strict=True)]

    def run(self) -> list[Row]:
        initial = self._free()
        while not all(frozen.all() for frozen in self.frozen):
            self._share_out(initial)
        return self.main

    def _free(self) -> Row:
        taken = np.zeros_like(self.room)
        for item, main, frozen in zip(self.items, self.main, self.frozen, strict=True):
            taken += np.where(frozen, main, item.base) + item.outside
        return self.room - taken - self.gaps

    def _share_out(self, initial: Row) -> None:
        """One turn of the loop (step 4, a to e)."""
        remaining = self._free()
        factors = sum((np.where(frozen, 0.0, factor) for frozen, factor in zip(self.frozen, self.factors, strict=True)), np.zeros(len(self.room)))
        scaled = _rounded(initial * factors)
        remaining = np.where((factors < 1) & (np.abs(scaled) < np.abs(remaining)), scaled, remaining)
        amount = np.where((remaining > 0) == self.growing, remaining, 0)
        sizes, violations = [], []
        for item, frozen, share in zip(self.items, self.frozen, self._divided(amount), strict=True):
            size = item.base + share
            clamped = np.maximum(np.maximum(np.minimum(size, item.maximum), item.minimum), item.around)
            sizes.append(clamped)
            violations.append(np.where(frozen, 0, clamped - size))
        total = sum(violations, np.zeros_like(self.room))
        for number, violation in enumerate(violations):
            loose = ~self.frozen[number]
            self.main[number] = np.where(loose, sizes[number], self.main[number])
            self.frozen[number] = ~loose | (total == 0) | ((total > 0) & (violation > 0)) | ((total < 0) & (violation < 0))

    def _divided(self, amount: Row) -> list[Row]:
        """An amount by weights in whole units, from the last on, each its part of what remains."""
        weights = [
            np.where(frozen, 0.0, factor * np.where(self.growing, 1, item.base - item.around))
            for item, frozen, factor in zip(self.items, self.frozen, self.factors, strict=True)
        ]
        shares = [np.zeros_like(amount) for _ in weights]
        rest = sum(weights, np.zeros(len(amount)))
        for place in range(len(weights) - 1, -1, -1):
            shares[place] = np.where(rest > 0, _rounded(amount * weights[place] / np.where(rest > 0, rest, 1.0)), 0)
            amount = amount - shares[place]
            rest = rest - weights[place]
        return shares
