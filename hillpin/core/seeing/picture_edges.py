"""Straight edges drawn in a picture: of lines and of filled areas, for guides to snap to."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .decoding import Pixels

SEEN = 10
"""Of 255 in any channel: what two neighbours must differ by at an edge."""
SHORTEST = 16
"""Pixels: what is shorter is of letters, not of a box."""
MOST = 2_000


@dataclass(frozen=True, slots=True)
class DrawnEdge:
    """A straight edge between two rows or columns of pixels: vertical ones at ``at`` = x from ``start`` to ``end`` down, horizontal
    ones at y from left to right."""

    is_vertical: bool
    at: int
    start: int
    end: int

    @property
    def length(self) -> int:
        return self.end - self.start


def drawn_edges(picture: Pixels, shortest: int = SHORTEST) -> list[DrawnEdge]:
    """The straight edges of a picture, vertical ones from left to right, then horizontal ones from top to bottom. Where there are
    too many, the longest."""
    found = [
        *(DrawnEdge(True, at + 1, start, end) for at, start, end in _runs(_steps(picture, axis=1).T, shortest)),
        *(DrawnEdge(False, at + 1, start, end) for at, start, end in _runs(_steps(picture, axis=0), shortest)),
    ]
    if len(found) > MOST:
        found = sorted(found, key=lambda one: -one.length)[:MOST]
    return sorted(found, key=lambda one: (not one.is_vertical, one.at, one.start))


def _steps(picture: Pixels, axis: int) -> NDArray[np.bool_]:
    """Between which neighbours along an axis the colour changes."""
    first, second = (picture[:, :-1], picture[:, 1:]) if axis == 1 else (picture[:-1], picture[1:])
    return np.asarray((np.maximum(first, second) - np.minimum(first, second)).max(axis=2) > SEEN)


def _runs(lines: NDArray[np.bool_], shortest: int) -> list[tuple[int, int, int]]:
    """Unbroken runs in each line, (line, first, one past the last), that are long enough."""
    padded = np.zeros((lines.shape[0], lines.shape[1] + 2), np.int8)
    padded[:, 1:-1] = lines
    turns = np.diff(padded, axis=1)
    starts, ends = np.argwhere(turns == 1), np.argwhere(turns == -1)
    is_long = ends[:, 1] - starts[:, 1] >= shortest
    return [(int(line), int(start), int(end)) for (line, start), end in zip(starts[is_long], ends[is_long, 1], strict=True)]
