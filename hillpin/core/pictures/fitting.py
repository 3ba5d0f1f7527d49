"""A picture in its content box: ``object-fit`` and ``object-position`` (css-images-3 §5.5, §5.6). All lengths in CSS px."""

from __future__ import annotations

from dataclasses import dataclass

from ..layout import Fragment, Kind
from ..shown import px
from ..styles import ComputedStyle, Length
from ..styles import Kind as LengthKind

LEAST = 0.5
"""Less than this cut off or left over is said to be nothing."""
_TAGS = frozenset({"img", "object"})
"""Elements whose natural size is their picture's: a video's comes with its file, which is not read."""


@dataclass(frozen=True, slots=True)
class FittedAxis:
    """One direction: the picture is drawn from ``start`` over ``drawn``, in a box of ``room``; ``natural`` is its own length."""

    room: float
    natural: float
    drawn: float
    start: float

    @property
    def before(self) -> float:
        """What is cut off at the left or above; below 0 what is left over there."""
        return -self.start

    @property
    def after(self) -> float:
        """What is cut off at the right or below; below 0 what is left over there."""
        return self.start + self.drawn - self.room

    @property
    def shown(self) -> tuple[float, float]:
        """Which part of the picture shows, from 0 to 1 of its own length."""
        if self.drawn <= 0:
            return (0.0, 0.0)
        return (min(max(self.before / self.drawn, 0.0), 1.0), max(min((self.room - self.start) / self.drawn, 1.0), 0.0))

    @property
    def share(self) -> float:
        """How much of its length shows, from 0 to 1."""
        first, last = self.shown
        return max(last - first, 0.0)


@dataclass(frozen=True, slots=True)
class Fitted:
    """A picture as it is drawn in its box."""

    fit: str
    x: FittedAxis
    y: FittedAxis

    @property
    def working(self) -> tuple[str, ...]:
        """The sum behind it, one term a line."""
        natural = f"own size {px(self.x.natural)} × {px(self.y.natural)}"
        room = f"its box inside {px(self.x.room)} × {px(self.y.room)}"
        scale = self.x.drawn / self.x.natural if self.x.natural else 0
        if self.fit == "fill":
            return (natural, room, "object-fit fill: as large as the box", f"= drawn {px(self.x.drawn)} × {px(self.y.drawn)}")
        across, down = (self.x.room / self.x.natural, self.y.room / self.y.natural) if self.x.natural and self.y.natural else (0, 0)
        rule = {
            "cover": f"object-fit cover: the larger of {px(self.x.room)} ÷ {px(self.x.natural)} = {across:.4g} and {px(self.y.room)} ÷ {px(self.y.natural)} = {down:.4g}",
            "contain": f"object-fit contain: the smaller of {px(self.x.room)} ÷ {px(self.x.natural)} = {across:.4g} and {px(self.y.room)} ÷ {px(self.y.natural)} = {down:.4g}",
            "none": "object-fit none: its own size",
            "scale-down": f"object-fit scale-down: the smallest of 1, {across:.4g} and {down:.4g}",
        }[self.fit]
        steps = [natural, room, rule, f"= drawn {px(self.x.drawn)} × {px(self.y.drawn)}, × {scale:.4g}"]
        for axis, (before, after) in ((self.x, ("left", "right")), (self.y, ("above", "below"))):
            spare = axis.room - axis.drawn
            if abs(spare) >= LEAST:
                word = "cut off" if spare < 0 else "left over"
                steps.append(f"{px(axis.drawn)} − {px(axis.room)} = {px(-spare)} {word}: {px(abs(axis.before))} {before}, {px(abs(axis.after))} {after}" if spare < 0 else f"{px(axis.room)} − {px(axis.drawn)} = {px(spare)} {word}: {px(abs(axis.before))} {before}, {px(abs(axis.after))} {after}")
        return tuple(steps)


def place_in(position: Length, spare: float) -> float:
    """How far from the start something stands that leaves so much room, or less than none; percentages are not rounded to 1/64."""
    return spare * position.percent / 100 if position.kind == LengthKind.PERCENT else position.resolve(round(spare * 64)) / 64


def fit_of(style: ComputedStyle, natural: tuple[float | None, float | None, float | None], room: tuple[float, float]) -> Fitted | None:
    """A picture of a natural width, height and ratio in a content box; None where it has no ratio, and is as large as its box."""
    width, height, ratio = natural
    if not ratio:
        return None
    own = (width if width is not None else (height * ratio if height is not None else None), height if height is not None else (width / ratio if width is not None else None))
    inside = (min(room[0], room[1] * ratio), min(room[1], room[0] / ratio))
    # What has a ratio and no size is as large as fits (css-images-3 §4.3).
    real = (own[0], own[1]) if own[0] is not None and own[1] is not None else inside
    match style.object_fit:
        case "contain":
            drawn = inside
        case "cover":
            drawn = (max(room[0], room[1] * ratio), max(room[1], room[0] / ratio))
        case "none":
            drawn = real
        case "scale-down":
            drawn = real if real[0] <= inside[0] and real[1] <= inside[1] else inside
        case _:
            drawn = room
    starts = [place_in(length, have - need) for length, have, need in zip(style.object_position, room, drawn, strict=True)]
    axes = [FittedAxis(*axis) for axis in zip(room, real, drawn, starts, strict=True)]
    return Fitted(style.object_fit, *axes)


def fitted(fragment: Fragment) -> Fitted | None:
    """The picture of a fragment as it is drawn; None where the fragment is no picture, or its picture has no ratio of its own."""
    box = fragment.box
    if box.kind != Kind.REPLACED or box.natural is None or box.element is None or box.element.tag not in _TAGS:
        return None
    edges = fragment.edges()
    natural = tuple(length / 64 if length is not None else None for length in (box.natural.width, box.natural.height))
    room = ((fragment.width - edges.inline) / 64, (fragment.height - edges.block) / 64)
    return fit_of(box.style, (*natural, box.natural.ratio), room) if min(room) > 0 else None  # type: ignore[arg-type]


def in_words(fit: Fitted) -> str:
    """``drawn 800 × 533.33, 116.67 cut off above and below``."""
    return axes_in_words(fit.x, fit.y)


def axes_in_words(x: FittedAxis, y: FittedAxis) -> str:
    """The same of the two directions of anything that is drawn in something."""
    return ", ".join([f"drawn {px(x.drawn)} × {px(y.drawn)}", *_side_words(x, "left", "right"), *_side_words(y, "above", "below")])


def _side_words(axis: FittedAxis, before: str, after: str) -> list[str]:
    """What is cut off or left over in one direction."""
    found = []
    for word, sign in (("cut off", 1), ("left over", -1)):
        first, last = sign * axis.before, sign * axis.after
        if first >= LEAST and last >= LEAST and abs(first - last) < LEAST:
            found.append(f"{px(first)} {word} {before} and {after}")
        else:
            found += [f"{px(length)} {word} {side}" for length, side in ((first, before), (last, after)) if length >= LEAST]
    return found
