"""Where two pictures of one page differ, as areas; what is below a threshold is noise and no difference."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .decoding import Pixels

THRESHOLD = 24
"""Of 255 in any channel: smaller differences are noise of drawing."""
BLOCK = 8
"""Pixels of the squares in which differences are gathered."""
LEAST = 3
"""Differing pixels of a square below which they are noise."""
MOST = 200


@dataclass(frozen=True, slots=True)
class Area:
    """A rectangle in which two pictures differ, in their pixels, and how many pixels do."""

    x: int
    y: int
    width: int
    height: int
    pixels: int


def differing_areas(before: Pixels, after: Pixels, threshold: int = THRESHOLD) -> list[Area]:
    """The areas in which two pictures differ, from the top down. What one of them has beyond the other's size differs too."""
    height, width = max(before.shape[0], after.shape[0]), max(before.shape[1], after.shape[1])
    mask = np.ones((height, width), np.bool_)
    common = min(before.shape[0], after.shape[0]), min(before.shape[1], after.shape[1])
    # In stripes: two whole pictures as signed numbers would take several times their memory.
    for top in range(0, common[0], 512):
        rows = slice(top, min(top + 512, common[0]))
        apart = np.abs(before[rows, : common[1]].astype(np.int16) - after[rows, : common[1]])
        mask[rows, : common[1]] = apart.max(axis=2) > threshold
    blocks = _blocks(mask)
    areas = [_area(mask, group) for group in _groups(blocks)]
    return sorted(areas, key=lambda one: (one.y, one.x))[:MOST]


def _blocks(mask: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Which squares have enough differing pixels."""
    rows, columns = -(-mask.shape[0] // BLOCK), -(-mask.shape[1] // BLOCK)
    padded = np.zeros((rows * BLOCK, columns * BLOCK), np.bool_)
    padded[: mask.shape[0], : mask.shape[1]] = mask
    counts = padded.reshape(rows, BLOCK, columns, BLOCK).sum(axis=(1, 3))
    return np.asarray(counts >= LEAST)


def _groups(blocks: NDArray[np.bool_]) -> list[list[tuple[int, int]]]:
    """Squares that touch or stand one square apart, together."""
    left = {(int(row), int(column)) for row, column in np.argwhere(blocks)}
    groups: list[list[tuple[int, int]]] = []
    while left:
        group, front = [], [left.pop()]
        while front:
            row, column = front.pop()
            group.append((row, column))
            for down in range(-2, 3):
                for right in range(-2, 3):
                    near = (row + down, column + right)
                    if near in left:
                        left.remove(near)
                        front.append(near)
        groups.append(group)
    return groups


def _area(mask: NDArray[np.bool_], group: list[tuple[int, int]]) -> Area:
    rows, columns = [row for row, _ in group], [column for _, column in group]
    top, left = min(rows) * BLOCK, min(columns) * BLOCK
    part = mask[top : (max(rows) + 1) * BLOCK, left : (max(columns) + 1) * BLOCK]
    down, across = np.flatnonzero(part.any(axis=1)), np.flatnonzero(part.any(axis=0))
    return Area(left + int(across[0]), top + int(down[0]), int(across[-1] - across[0]) + 1, int(down[-1] - down[0]) + 1, int(part.sum()))
