"""Grid track lists, areas and lines (css-grid-2 §7 and §8)."""

from __future__ import annotations

from dataclasses import dataclass, field

from .grammar import Tokens, keyword, read_integer, read_length, read_numeric, significant
from .values import Dimension, Function, Length, Percentage, Specified, UnitSize, compute_length

MOST_TRACKS = 1_000
"""Tracks of one axis at most, as a bound on memory; the browser's own is larger."""


@dataclass(frozen=True, slots=True)
class Breadth:
    """A track breadth. Exactly one of ``length`` (lengths and keywords) and ``fraction`` (fr) counts."""

    length: Specified | Length | None = None
    fraction: float | None = None


@dataclass(frozen=True, slots=True)
class TrackSize:
    """``minmax(minimum, maximum)``; ``fit_limit`` is the argument of fit-content()."""

    minimum: Breadth
    maximum: Breadth
    fit_limit: Specified | Length | None = None


@dataclass(frozen=True, slots=True)
class Repeat:
    """``repeat()``: ``count`` is a number or ``auto-fill``/``auto-fit``."""

    count: int | str
    tracks: tuple[TrackSize, ...]
    names: tuple[tuple[str, ...], ...]


@dataclass(frozen=True, slots=True)
class TrackList:
    """A template: ``entries`` are tracks and automatic repeats, ``names[i]`` the line names before entry i.

    ``subgrid`` is True for ``subgrid``, whose line names are in ``names``.
    """

    entries: tuple[TrackSize | Repeat, ...] = ()
    names: tuple[tuple[str, ...], ...] = ((),)
    subgrid: bool = False


@dataclass(frozen=True, slots=True)
class Areas:
    """``grid-template-areas``: for each name its first and last row and column line, counted from 1."""

    rows: int = 0
    columns: int = 0
    named: dict[str, tuple[int, int, int, int]] = field(default_factory=dict)
    """name → (row start line, row end line, column start line, column end line)."""


@dataclass(frozen=True, slots=True)
class Line:
    """A grid-placement value (§8.3): auto where all is empty."""

    number: int | None = None
    name: str | None = None
    span: int | None = None

    @property
    def is_auto(self) -> bool:
        """Whether this is ``auto``."""
        return self.number is None and self.name is None and self.span is None


AUTO_LINE = Line()
NO_TRACKS = TrackList()
NO_AREAS = Areas()
AUTO_BREADTH = Breadth("auto")
AUTO_TRACK = TrackSize(AUTO_BREADTH, AUTO_BREADTH)


def _read_breadth(tokens: Tokens) -> Breadth | None:
    if len(tokens) != 1:
        return None
    token = tokens[0]
    word = keyword(token)
    if word is not None:
        return Breadth(word) if word in ("auto", "min-content", "max-content") else None
    numeric = read_numeric(token)
    if isinstance(numeric, Dimension) and numeric.unit == "fr":
        return Breadth(fraction=numeric.value) if numeric.value >= 0 else None
    length = read_length(token, negative=False)
    return Breadth(length) if length is not None else None


def read_track(token: object) -> TrackSize | None:
    """<track-size>."""
    kind = getattr(token, "type", "")
    if kind == "function":
        name, arguments = token.lower_name, token.arguments  # type: ignore[attr-defined]
        if name == "minmax":
            parts: list[Tokens] = [[]]
            for inner in significant(arguments):
                if inner.type == "literal" and inner.value == ",":
                    parts.append([])
                else:
                    parts[-1].append(inner)
            if len(parts) != 2:
                return None
            low, high = _read_breadth(parts[0]), _read_breadth(parts[1])
            return TrackSize(low, high) if low and high and low.fraction is None else None
        if name == "fit-content":
            inside = _read_breadth(significant(arguments))
            if inside is None or inside.fraction is not None or isinstance(inside.length, str):
                return None
            return TrackSize(AUTO_BREADTH, Breadth("max-content"), inside.length)
    breadth = _read_breadth([token])
    if breadth is None:
        return None
    if breadth.fraction is not None:
        return TrackSize(AUTO_BREADTH, breadth)
    return TrackSize(breadth, breadth)


def _read_names(token: object) -> tuple[str, ...] | None:
    content = significant(token.content)  # type: ignore[attr-defined]
    if any(inner.type != "ident" for inner in content):
        return None
    return tuple(inner.value for inner in content)


def _read_repeat(token: object) -> Repeat | None:
    tokens = significant(token.arguments)  # type: ignore[attr-defined]
    comma = next((i for i, t in enumerate(tokens) if t.type == "literal" and t.value == ","), None)
    if comma != 1:
        return None
    count: int | str | None = keyword(tokens[0])
    if count not in ("auto-fill", "auto-fit"):
        count = read_integer(tokens[0], 1)
        if count is None:
            return None
        count = min(count, MOST_TRACKS)
    inner = _read_entries(tokens[2:], repeats=False)
    if inner is None or not (inner.entries or any(inner.names)):
        return None
    return Repeat(count, tuple(entry for entry in inner.entries if isinstance(entry, TrackSize)), inner.names)


def _read_entries(tokens: Tokens, repeats: bool = True) -> TrackList | None:
    entries: list[TrackSize | Repeat] = []
    names: list[tuple[str, ...]] = [()]
    for token in tokens:
        if token.type == "[] block":
            more = _read_names(token)
            if more is None:
                return None
            names[-1] += more
        elif repeats and token.type == "function" and token.lower_name == "repeat":
            repeat = _read_repeat(token)
            if repeat is None:
                return None
            if isinstance(repeat.count, int):
                _unroll(repeat, entries, names)
            else:
                entries.append(repeat)
                names.append(())
        else:
            track = read_track(token)
            if track is None:
                return None
            entries.append(track)
            names.append(())
    return TrackList(tuple(entries), tuple(names))


def _unroll(repeat: Repeat, entries: list[TrackSize | Repeat], names: list[tuple[str, ...]]) -> None:
    for _ in range(int(repeat.count)):
        if len(entries) + len(repeat.tracks) > MOST_TRACKS:
            return
        names[-1] += repeat.names[0]
        for track, after in zip(repeat.tracks, repeat.names[1:], strict=True):
            entries.append(track)
            names.append(after)


def read_template(tokens: Tokens) -> TrackList | None:
    """``grid-template-columns`` and ``-rows``."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return NO_TRACKS
    if tokens and keyword(tokens[0]) == "subgrid":
        return _read_subgrid(tokens[1:])
    result = _read_entries(tokens)
    return result if result is not None and result.entries else None


def _read_subgrid(tokens: Tokens) -> TrackList | None:
    names: list[tuple[str, ...]] = []
    for token in tokens:
        if token.type == "[] block":
            more = _read_names(token)
            if more is None:
                return None
            names.append(more)
        elif token.type == "function" and token.lower_name == "repeat":
            inside = significant(token.arguments)
            count = read_integer(inside[0], 1) if inside else None
            blocks = [_read_names(inner) for inner in inside[2:] if inner.type == "[] block"]
            if any(block is None for block in blocks):
                return None
            names.extend([block or () for block in blocks] * min(count or 1, MOST_TRACKS))
        else:
            return None
    return TrackList((), tuple(names), subgrid=True)


def read_auto_tracks(tokens: Tokens) -> tuple[TrackSize, ...] | None:
    """``grid-auto-rows`` and ``-columns``."""
    tracks = [read_track(token) for token in tokens]
    return None if not tracks or None in tracks else tuple(track for track in tracks if track is not None)


def parse_areas(rows: list[str]) -> Areas | None:
    """Row strings as named rectangles; None where ragged or not rectangular (§7.3)."""
    grid = [row.split() for row in rows]
    if not grid or not grid[0] or any(len(row) != len(grid[0]) for row in grid):
        return None
    named: dict[str, tuple[int, int, int, int]] = {}
    for y, row in enumerate(grid):
        for x, name in enumerate(row):
            if set(name) == {"."}:
                continue
            top, bottom, left, right = named.get(name, (y + 1, y + 2, x + 1, x + 2))
            named[name] = (min(top, y + 1), max(bottom, y + 2), min(left, x + 1), max(right, x + 2))
    for name, (top, bottom, left, right) in named.items():
        for y in range(top - 1, bottom - 1):
            if any(cell != name for cell in grid[y][left - 1 : right - 1]):
                return None
    return Areas(len(grid), len(grid[0]), named)


def read_areas(tokens: Tokens) -> Areas | None:
    """``grid-template-areas``."""
    if len(tokens) == 1 and keyword(tokens[0]) == "none":
        return NO_AREAS
    if any(token.type != "string" for token in tokens):
        return None
    return parse_areas([token.value for token in tokens])


def read_line(tokens: Tokens) -> Line | None:
    """<grid-line> (§8.3)."""
    number: int | None = None
    name: str | None = None
    span = False
    if len(tokens) == 1 and keyword(tokens[0]) == "auto":
        return AUTO_LINE
    for token in tokens:
        if token.type == "ident":
            if token.lower_value == "span" and not span:
                span = True
            elif name is None and token.lower_value not in ("auto", "span"):
                name = token.value
            else:
                return None
        elif number is None and (value := read_integer(token)) is not None:
            number = value
        else:
            return None
    if number == 0 or (span and number is not None and number < 0) or (number is None and name is None):
        return None
    if span:
        return Line(name=name, span=min(number or 1, MOST_TRACKS))
    return Line(number=None if number is None else max(-MOST_TRACKS, min(number, MOST_TRACKS)), name=name)


def compute_tracks(tracks: TrackList, unit_size: UnitSize) -> TrackList:
    """A template with every length computed."""
    if not tracks.entries:
        return tracks
    entries: list[TrackSize | Repeat] = []
    for entry in tracks.entries:
        if isinstance(entry, Repeat):
            entries.append(Repeat(entry.count, tuple(_track(t, unit_size) for t in entry.tracks), entry.names))
        else:
            entries.append(_track(entry, unit_size))
    return TrackList(tuple(entries), tracks.names)


def compute_auto_tracks(tracks: tuple[TrackSize, ...], unit_size: UnitSize) -> tuple[TrackSize, ...]:
    """The sizes of implicit tracks, computed."""
    return tuple(_track(track, unit_size) for track in tracks)


def _track(track: TrackSize, unit_size: UnitSize) -> TrackSize:
    limit = track.fit_limit
    return TrackSize(
        _breadth(track.minimum, unit_size),
        _breadth(track.maximum, unit_size),
        compute_length(limit, unit_size) if isinstance(limit, Dimension | Percentage | Function) else limit,
    )


def _breadth(breadth: Breadth, unit_size: UnitSize) -> Breadth:
    length = breadth.length
    if length is None or isinstance(length, Length):
        return breadth
    return Breadth(compute_length(length, unit_size))
