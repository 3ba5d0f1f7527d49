"""The track sizing algorithm (css-grid-2 §12), in 1/64 px."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from ...units import INDEFINITE, f32
from .grid_track import INFINITE, MIN_CONTENT_CONSTRAINT, Contributor, Sizing, Track


def size_tracks(sizing: Sizing) -> int:
    """Run §12.3 on the tracks and give the flex fraction's size in 1/64 px × 2^16 (0 without flexible tracks)."""
    needed_sizes(sizing)
    _maximize(sizing)
    fraction = _expand_flexible(sizing)
    if sizing.stretches:
        _stretch(sizing)
    return fraction


def total_size(tracks: Sequence[Track], gap: int) -> int:
    """The sum of base sizes and the gaps between tracks that are not collapsed."""
    standing = [track for track in tracks if not track.collapsed]
    return sum(track.base for track in standing) + gap * max(len(standing) - 1, 0)


# §12.5 intrinsic track sizes


def needed_sizes(sizing: Sizing) -> None:
    """Base sizes and limits from tracks and content alone, before any room is shared out (§12.5)."""
    for item in sizing.items:
        item.tracks = sizing.tracks[item.start : item.start + item.span]
    plain = [item for item in sizing.items if not item.spans_flexible]
    for item in plain:
        if item.span == 1:
            _single(item, item.tracks[0])
    for span in sorted({item.span for item in plain if item.span > 1}):
        _span_step([item for item in plain if item.span == span], sizing, flexible=False)
    crossing = [item for item in sizing.items if item.spans_flexible]
    if crossing:
        _span_step(crossing, sizing, flexible=True)
    for track in sizing.tracks:
        if track.limit >= INFINITE:
            track.limit = track.base
        track.limit = max(track.limit, track.base)
        track.needed = track.base


def _grow(track: Track, size: int, item: Contributor) -> None:
    if size > track.base:
        track.base = size
        track.cause = item.name


def _single(item: Contributor, track: Track) -> None:
    """Step 2: items that span one track."""
    if track.minimum == "min-content":
        _grow(track, item.min_content(), item)
    elif track.minimum == "max-content":
        _grow(track, item.max_content(), item)
    elif track.minimum == "auto":
        _grow(track, item.minimum(), item)
    if track.maximum == "min-content":
        track.limit = max(track.limit if track.limit < INFINITE else 0, item.min_content())
    elif track.maximum in ("max-content", "auto"):
        wanted = item.max_content()
        if track.fit_limit < INFINITE:
            wanted = min(wanted, track.fit_limit)
        track.limit = max(track.limit if track.limit < INFINITE else 0, wanted)
    track.limit = max(track.limit, track.base)


def _span_step(items: list[Contributor], sizing: Sizing, flexible: bool) -> None:
    """Steps 3 and 4: items that span several tracks, or flexible ones."""

    def affects(track: Track) -> bool:
        return track.is_flexible if flexible else True

    gap = sizing.gap
    _distribute_base(items, gap, lambda i: i.minimum(), lambda t: affects(t) and t.has_intrinsic_minimum, flexible, "min")
    _distribute_base(items, gap, lambda i: i.min_content(), lambda t: affects(t) and t.minimum in ("min-content", "max-content"), flexible, "min")
    _distribute_base(items, gap, lambda i: i.max_content(), lambda t: affects(t) and t.minimum == "max-content", flexible, "max")
    for track in sizing.tracks:
        track.limit = max(track.limit, track.base)
    # Browsers leave out the limited max-content contributions of step 3c: auto tracks reach them when maximised.
    if not flexible:
        _distribute_limit(items, gap, lambda i: i.min_content(), lambda t: t.has_intrinsic_maximum)
        _distribute_limit(items, gap, lambda i: i.max_content(), lambda t: t.maximum in ("max-content", "auto"))
        for track in sizing.tracks:
            track.infinitely_growable = False


def _gaps(item: Contributor, gap: int) -> int:
    standing = sum(1 for track in item.tracks if not track.collapsed)
    return gap * max(standing - 1, 0)


def _distribute_base(
    items: list[Contributor], gap: int, contribution: Callable[[Contributor], int], affected: Callable[[Track], bool],
    by_factor: bool, phase: str,
) -> None:  # fmt: skip
    """§12.5.1 for base sizes: planned increases over all items, then applied."""
    touched: dict[int, Track] = {}
    for item in items:
        tracks = [track for track in item.tracks if affected(track)]
        if not tracks:
            continue
        extra = contribution(item) - sum(track.base for track in item.tracks) - _gaps(item, gap)
        if extra <= 0:
            continue
        for track in tracks:
            track.incurred = 0
        weights = [track.factor for track in tracks] if by_factor and sum(track.factor for track in tracks) > 0 else [1.0] * len(tracks)
        extra = _share(extra, tracks, weights, lambda t: (t.limit if t.fit_limit >= INFINITE else min(t.limit, t.fit_limit)) - t.base)
        if extra > 0:
            beyond = [t for t in tracks if (t.has_intrinsic_maximum if phase == "min" else t.maximum == "max-content")] or tracks
            grown = [track.factor for track in beyond] if by_factor and sum(t.factor for t in beyond) > 0 else [1.0] * len(beyond)
            _share(extra, beyond, grown, lambda t: INFINITE)
        for track in tracks:
            if track.incurred > track.planned:
                track.planned = track.incurred
                track.cause = item.name
            touched[id(track)] = track
    for track in touched.values():
        track.base += track.planned
        track.planned = 0


def _distribute_limit(items: list[Contributor], gap: int, contribution: Callable[[Contributor], int], affected: Callable[[Track], bool]) -> None:
    """§12.5.1 for growth limits."""
    touched: dict[int, Track] = {}
    for item in items:
        tracks = [track for track in item.tracks if affected(track)]
        if not tracks:
            continue
        used = sum(track.limit if track.limit < INFINITE else track.base for track in item.tracks)
        extra = contribution(item) - used - _gaps(item, gap)
        if extra <= 0:
            for track in tracks:
                if track.limit >= INFINITE:
                    touched[id(track)] = track
            continue
        for track in tracks:
            track.incurred = 0

        def room(track: Track) -> int:
            if track.fit_limit < INFINITE:
                return max(track.fit_limit - (track.limit if track.limit < INFINITE else track.base), 0)
            return INFINITE if track.limit >= INFINITE or track.infinitely_growable else 0

        growable = [track for track in tracks if room(track) > 0]
        rest = _share(extra, growable, [1.0] * len(growable), room) if growable else extra
        if rest > 0:
            _share(rest, tracks, [1.0] * len(tracks), lambda t: INFINITE if t.fit_limit >= INFINITE else 0)
        for track in tracks:
            track.planned = max(track.planned, track.incurred)
            touched[id(track)] = track
    for track in touched.values():
        if track.limit >= INFINITE:
            track.limit = track.base
            track.infinitely_growable = True
        track.limit += track.planned
        track.planned = 0


def _share(extra: int, tracks: list[Track], weights: list[float], room: Callable[[Track], int]) -> int:
    """Share out extra by weights, each track up to its room; gives what is left. Adds to ``incurred``."""
    loose = [(track, weight) for track, weight in zip(tracks, weights, strict=True) if not track.collapsed and weight > 0]
    loose.sort(key=lambda pair: (room(pair[0]) - pair[0].incurred) / pair[1] if room(pair[0]) < INFINITE else INFINITE)
    rest_weight = sum(weight for _, weight in loose)
    for track, weight in loose:
        if extra <= 0 or rest_weight <= 0:
            break
        share = int(extra * weight / rest_weight)
        given = min(share, max(room(track) - track.incurred, 0))
        track.incurred += given
        extra -= given
        rest_weight -= weight
    return extra


# §12.6 to §12.8


def _maximize(sizing: Sizing) -> None:
    """Grow tracks up to their growth limits while there is room."""
    tracks = [track for track in sizing.tracks if not track.collapsed]
    if sizing.available == INDEFINITE:
        if sizing.constraint != MIN_CONTENT_CONSTRAINT:
            free = INFINITE
            if sizing.most < INFINITE:
                free = max(sizing.most - total_size(sizing.tracks, sizing.gap), 0)
            _maximize_by(tracks, free)
        return
    _maximize_by(tracks, sizing.available - total_size(sizing.tracks, sizing.gap))


def _maximize_by(tracks: list[Track], free: int) -> None:
    if free <= 0:
        return
    if free >= INFINITE:
        for track in tracks:
            track.base = max(track.base, track.limit)
        return
    for track in tracks:
        track.incurred = 0
    growing = [track for track in tracks if not track.is_flexible]
    _share(free, growing, [1.0] * len(growing), lambda t: t.limit - t.base)
    for track in growing:
        track.base += track.incurred


def _expand_flexible(sizing: Sizing) -> int:
    """§12.7: the size of one fr, and flexible tracks grown to their fractions of it."""
    flexible = [track for track in sizing.tracks if track.is_flexible and not track.collapsed]
    if not flexible:
        return 0
    if sizing.available != INDEFINITE:
        fraction = _find_fraction(sizing.tracks, sizing.available, sizing.gap)
    elif sizing.constraint == MIN_CONTENT_CONSTRAINT:
        return 0
    else:
        fraction = _indefinite_fraction(sizing, flexible)
    _apply_fraction(sizing.tracks, fraction)
    return round(fraction * 65536)


def _apply_fraction(tracks: list[Track], fraction: float) -> None:
    """Base sizes from the fraction; what whole units leave over is carried from track to track."""
    carried = 0.0
    for track in tracks:
        if not track.is_flexible or track.collapsed:
            continue
        exact = fraction * track.factor
        if exact < track.base:
            continue
        exact += carried
        size = int(exact + 1e-4)
        carried = exact - size
        track.base = max(track.base, size)


def _find_fraction(tracks: Sequence[Track], room: int, gap: int) -> float:
    """§12.7.1: the largest fr that does not overfill, tracks whose base is larger counted as inflexible."""
    standing = [track for track in tracks if not track.collapsed]
    space = room - gap * max(len(standing) - 1, 0)
    rigid: set[int] = set()
    while True:
        left = space - sum(track.base for track in standing if not track.is_flexible or id(track) in rigid)
        factors = sum(track.factor for track in standing if track.is_flexible and id(track) not in rigid)
        fraction = max(left, 0) / max(factors, 1.0)
        again = [t for t in standing if t.is_flexible and id(t) not in rigid and fraction * t.factor < t.base]
        if not again:
            return fraction
        rigid.update(id(track) for track in again)


def _indefinite_fraction(sizing: Sizing, flexible: list[Track]) -> float:
    fraction = max((track.base / max(track.factor, 1.0) for track in flexible), default=0.0)
    for item in sizing.items:
        if item.spans_flexible:
            fraction = max(fraction, _find_fraction(item.tracks, item.max_content(), sizing.gap))
    total = sum(max(track.base, int(fraction * track.factor)) if track.is_flexible else track.base for track in sizing.tracks if not track.collapsed)
    total += sizing.gap * max(len([t for t in sizing.tracks if not t.collapsed]) - 1, 0)
    if total < sizing.least:
        fraction = _find_fraction(sizing.tracks, sizing.least, sizing.gap)
    elif total > sizing.most:
        fraction = _find_fraction(sizing.tracks, sizing.most, sizing.gap)
    return f32(fraction)


def _stretch(sizing: Sizing) -> None:
    """§12.8: auto tracks share what is left of a definite size."""
    room = sizing.available if sizing.available != INDEFINITE else sizing.least
    free = room - total_size(sizing.tracks, sizing.gap)
    autos = [track for track in sizing.tracks if track.maximum == "auto" and track.fit_limit >= INFINITE and not track.collapsed]
    if free <= 0 or not autos:
        return
    for track in autos:
        track.incurred = 0
    _share(free, autos, [1.0] * len(autos), lambda t: INFINITE)
    for track in autos:
        track.base += track.incurred
