"""Columns of a grid at all widths at once: room shared out among tracks (css-grid-2 §12.6 to §12.8, css-align-3 §5.3).

What tracks need for their content is no matter of the width; how the rest is shared out is ``grid_tracks`` on arrays, with
the same roundings.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..layout.alignment import split_safety
from ..layout.grid.grid_track import INFINITE, Track
from .across_items import halved
from .across_sizes import NotAcrossError, Row

_AT_START = frozenset({"normal", "stretch", "start", "flex-start", "left"})
Flags = NDArray[np.bool_]


def sizes_across(tracks: list[Track], gap: int, room: Row, stretches: bool) -> list[Row]:
    """Base sizes of tracks, whose content's needs are known, in a definite room (``grid_tracks.size_tracks``)."""
    bases = [np.full(len(room), track.base, np.int64) for track in tracks]
    rigid = [place for place, track in enumerate(tracks) if not track.is_flexible and not track.collapsed]
    _share(bases, rigid, room - _total(tracks, bases, gap), [tracks[place].limit - tracks[place].base for place in rigid])
    _expand(tracks, bases, gap, room)
    if stretches:
        autos = [place for place, track in enumerate(tracks) if track.maximum == "auto" and track.fit_limit >= INFINITE and not track.collapsed]
        _share(bases, autos, room - _total(tracks, bases, gap), [INFINITE] * len(autos))
    return bases


def offsets_across(tracks: list[Track], bases: list[Row], gap: int, room: Row, value: str) -> list[Row]:
    """Where tracks start, by justify-content. Raises NotAcrossError for what spreads them."""
    word, is_safe = split_safety(value)
    position = np.zeros(len(room), np.int64)
    if word not in _AT_START:
        free = room - _total(tracks, bases, gap)
        if word not in ("center", "end", "flex-end", "right"):
            raise NotAcrossError
        position = np.asarray(halved(free)) if word == "center" else free.copy()
        if is_safe:
            position[free < 0] = 0
    offsets: list[Row] = []
    for track, base in zip(tracks, bases, strict=True):
        offsets.append(position)
        if not track.collapsed:
            position = position + base + gap
    return offsets


def _total(tracks: list[Track], bases: list[Row], gap: int) -> Row:
    standing = [base for track, base in zip(tracks, bases, strict=True) if not track.collapsed]
    return sum(standing, np.zeros_like(bases[0])) + gap * max(len(standing) - 1, 0)


def _share(bases: list[Row], places: list[int], free: Row, rooms: list[int]) -> None:
    """Share what is free out equally among some tracks, each up to its room (``grid_tracks._share``)."""
    extra, left = np.maximum(free, 0), len(places)
    for room, place in sorted(zip(rooms, places, strict=True), key=lambda pair: pair[0]):
        given = np.minimum(extra // left, room)
        bases[place] += given
        extra -= given
        left -= 1


def _expand(tracks: list[Track], bases: list[Row], gap: int, room: Row) -> None:
    """Flexible tracks grown to their fractions of the room (§12.7)."""
    flexible = [place for place, track in enumerate(tracks) if track.is_flexible and not track.collapsed]
    if not flexible:
        return
    fraction = _fraction(tracks, bases, flexible, gap, room)
    carried = np.zeros(len(room))
    for place in flexible:
        exact = fraction * tracks[place].factor
        grows = exact >= bases[place]
        exact = exact + carried
        size = (exact + 1e-4).astype(np.int64)
        carried = np.where(grows, exact - size, carried)
        bases[place] = np.where(grows, np.maximum(bases[place], size), bases[place])


def _fraction(tracks: list[Track], bases: list[Row], flexible: list[int], gap: int, room: Row) -> NDArray[np.float64]:
    """The largest fr that does not overfill, tracks whose base is larger counted as rigid (§12.7.1)."""
    standing = [place for place, track in enumerate(tracks) if not track.collapsed]
    space = room - gap * max(len(standing) - 1, 0) - sum((bases[place] for place in standing if place not in flexible), np.zeros_like(room))
    is_rigid: list[Flags] = [np.zeros(len(room), np.bool_) for _ in flexible]
    while True:
        left, factors = space.copy(), np.zeros(len(room))
        for place, rigid in zip(flexible, is_rigid, strict=True):
            left -= np.where(rigid, bases[place], 0)
            factors += np.where(rigid, 0.0, tracks[place].factor)
        fraction: NDArray[np.float64] = np.maximum(left, 0) / np.maximum(factors, 1.0)
        again = [~rigid & (fraction * tracks[place].factor < bases[place]) for place, rigid in zip(flexible, is_rigid, strict=True)]
        if not any(one.any() for one in again):
            return fraction
        is_rigid = [rigid | one for rigid, one in zip(is_rigid, again, strict=True)]
