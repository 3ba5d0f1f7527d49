"""The lines of a grid axis: templates unrolled, names, and placements read against them (css-grid-2 §7, §8.3)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from ...styles.grid_values import Areas, Line, Repeat, TrackList, TrackSize
from ...styles.values import Length
from ...units import INDEFINITE

MOST_LINES = 10_000


@dataclass(slots=True, eq=False)
class AxisLines:
    """The explicit grid of one axis. Lines count from 0; there is one more than tracks."""

    tracks: list[TrackSize]
    names: list[list[str]]
    repeated: range = field(default_factory=lambda: range(0))
    """Tracks that come from an automatic repetition."""
    collapses: bool = False
    """Whether empty ones of those collapse (``auto-fit``)."""

    @property
    def last(self) -> int:
        """The last explicit line."""
        return len(self.tracks)

    def find(self, name: str, number: int) -> int:
        """The line of a name's nth occurrence, from the end where negative; lines beyond the explicit grid have
        every name (§8.3)."""
        found = [index for index, names in enumerate(self.names) if name in names]
        if number > 0:
            return found[number - 1] if number <= len(found) else self.last + number - len(found)
        return found[number] if -number <= len(found) else number + len(found)

    def has(self, name: str) -> bool:
        """Whether some line has the name."""
        return any(name in names for names in self.names)


def explicit_lines(template: TrackList, areas: Areas, is_column: bool, count: int, automatic: Sequence[TrackSize]) -> AxisLines:
    """Unroll a template whose automatic repetition stands ``count`` times, and add the lines of named areas; tracks that only
    areas make are ``automatic`` ones in turn (§7.3)."""
    tracks: list[TrackSize] = []
    names: list[list[str]] = [list(template.names[0]) if template.names else []]
    repeated, collapses = range(0), False
    if template.subgrid:
        names = [list(line) for line in template.names] or [[]]
    for entry, after in zip(template.entries, template.names[1:], strict=False):
        if isinstance(entry, Repeat):
            repeated = range(len(tracks), len(tracks) + count * len(entry.tracks))
            collapses = entry.count == "auto-fit"
            for _ in range(count):
                names[-1] += entry.names[0]
                for track, line in zip(entry.tracks, entry.names[1:], strict=True):
                    tracks.append(track)
                    names.append(list(line))
            names[-1] += after
        else:
            tracks.append(entry)
            names.append(list(after))
    size = areas.columns if is_column else areas.rows
    beyond = size - len(tracks) if not template.subgrid else 0
    for number in range(beyond):
        tracks.append(automatic[number % len(automatic)])
        names.append([])
    for name, (top, bottom, left, right) in areas.named.items():
        start, end = (left, right) if is_column else (top, bottom)
        for at, suffix in ((start - 1, "-start"), (end - 1, "-end")):
            if at < len(names):
                names[at].append(name + suffix)
    return AxisLines(tracks, names, repeated, collapses)


def repetitions(template: TrackList, available: int, gap: int, at_least: int = INDEFINITE) -> int:
    """How often an automatic repetition stands: as often as fits, at least once (§7.2.3.2).

    ``available`` is the definite inner size or maximum; without one ``at_least`` (a minimum) is to be filled. Either is what
    percentages are of.
    """
    repeat = next((entry for entry in template.entries if isinstance(entry, Repeat)), None)
    if repeat is None or not repeat.tracks:
        return 0
    basis = available if available != INDEFINITE or at_least <= 0 else at_least
    fixed = sum(_fixed_size(entry, basis) + gap for entry in template.entries if isinstance(entry, TrackSize))
    each = sum(max(_fixed_size(track, basis), 64) + gap for track in repeat.tracks)
    if available != INDEFINITE:
        return max(1, min((available + gap - fixed) // each if each else 1, MOST_LINES // len(repeat.tracks)))
    if at_least > 0:
        return max(1, min(-(-(at_least + gap - fixed) // each), MOST_LINES // len(repeat.tracks)))
    return 1


def _fixed_size(track: TrackSize, basis: int) -> int:
    """The size a track counts for: its definite maximum, else its definite minimum."""
    for breadth in (track.maximum, track.minimum):
        length = breadth.length
        if isinstance(length, Length) and length.is_definite_form and not (length.has_percentage and basis == INDEFINITE):
            maximum = length.resolve(max(basis, 0))
            low = track.minimum.length
            if isinstance(low, Length) and low.is_definite_form:
                maximum = max(maximum, low.resolve(max(basis, 0)))
            return maximum
    return 0


@dataclass(frozen=True, slots=True)
class Placement:
    """An item's lines in one axis: definite, or only a span."""

    start: int | None
    span: int

    @property
    def end(self) -> int:
        """The end line of a definite placement."""
        return (self.start or 0) + self.span


def resolve_placement(lines: AxisLines, start: Line, end: Line) -> Placement:
    """Start and end values against an axis (§8.3, conflicts §8.3.1)."""
    first, last = _position(lines, start, "-start"), _position(lines, end, "-end")
    if first is not None and last is not None:
        if first == last:
            last = first + 1
        return Placement(min(first, last), min(abs(last - first), MOST_LINES))
    if first is not None:
        return Placement(first, _span_from(lines, end, first, 1))
    if last is not None:
        span = _span_from(lines, start, last, -1)
        return Placement(last - span, span)
    span = start.span or end.span or 1
    if (start.span and start.name) or (not start.span and end.span and end.name):
        span = 1
    return Placement(None, span)


def _position(lines: AxisLines, line: Line, suffix: str) -> int | None:
    """A line's index, or None for auto and spans."""
    if line.span is not None or line.is_auto:
        return None
    if line.number is None:
        assert line.name is not None
        name = line.name
        if lines.has(name + suffix):
            return lines.find(name + suffix, 1)
        return lines.find(name, 1)
    if line.name is not None:
        return lines.find(line.name, line.number)
    return line.number - 1 if line.number > 0 else lines.last + 1 + line.number


def _span_from(lines: AxisLines, value: Line, line: int, direction: int) -> int:
    if value.span is None:
        return 1
    if value.name is None:
        return value.span
    found = 0
    position = line
    while found < value.span:
        position += direction
        if position < 0 or position >= len(lines.names) or value.name in lines.names[position]:
            found += 1
        if abs(position - line) > MOST_LINES:
            break
    return abs(position - line)
