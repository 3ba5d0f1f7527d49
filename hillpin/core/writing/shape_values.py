"""What radii, shadows and transforms come to, in the words of a margin note. Lengths in CSS px."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..layout import Fragment, Rect
from ..shown import px
from ..styles import CORNERS, ComputedStyle, Length, Shadow

_NEAR = 1 / 128


@dataclass(frozen=True, slots=True)
class Radii:
    """The radii of a box, from the left top corner clockwise, each across and down; ``part`` is what is left of those that were asked for
    (1 where all fit), ``side`` and ``room`` the side that is too short for them and its length."""

    used: tuple[tuple[float, float], ...]
    part: float
    side: str
    room: float


def radii_of(style: ComputedStyle, width: float, height: float) -> Radii:
    """The radii that a box gets: where two on a side are longer than it, all are cut down alike (css-backgrounds-3 §5.5)."""
    asked = [tuple(length.resolve(round(whole * 64)) / 64 for length, whole in zip(getattr(style, f"border_{corner.replace('-', '_')}_radius"), (width, height), strict=True)) for corner in CORNERS]
    sides = (("top", 0, 1, 0, width), ("right", 1, 2, 1, height), ("bottom", 3, 2, 0, width), ("left", 0, 3, 1, height))
    part, side, room = 1.0, "", 0.0
    for name, first, second, axis, length in sides:
        together = asked[first][axis] + asked[second][axis]
        if together > length + _NEAR and length / together < part - 1e-9:
            part, side, room = length / together, name, length
    return Radii(tuple((x * part, y * part) for x, y in asked), part, side, room)


def radius_words(fragment: Fragment) -> str:
    """``20``, or ``40 cut down to 25: the box is 50 high``."""
    found = radii_of(fragment.box.style, fragment.width / 64, fragment.height / 64)
    if not any(x or y for x, y in found.used):
        return ""
    used = _corners(found.used)
    if found.part == 1:
        return used
    asked = _corners([(x / found.part, y / found.part) for x, y in found.used])
    return f"{asked} cut down to {used}: the box is {px(found.room)} {'wide' if found.side in ('top', 'bottom') else 'high'}"


def _corners(corners: Sequence[tuple[float, float]]) -> str:
    words = [px(x) if abs(x - y) < _NEAR else f"{px(x)} × {px(y)}" for x, y in corners]
    return words[0] if len(set(words)) == 1 else ", ".join(words)


def shadow_words(style: ComputedStyle) -> str:
    """How far the shadows reach beyond the box: ``reaches 4 above, 20 below, 12 left and right; adds nothing to scroll to``."""
    reach = reach_of(style.box_shadow)
    if reach is None:
        return "inside the box" if style.box_shadow else ""
    if max(reach) <= 0:
        return "hidden behind the box"
    words: dict[str, list[str]] = {}
    for length, side in zip(reach, ("left", "above", "right", "below"), strict=True):
        if length > 0:
            words.setdefault(px(length), []).append(side)
    if len(words) == 1 and min(reach) > 0:
        return f"reaches {px(reach[0])} on all sides"
    return "reaches " + ", ".join(f"{length} {' and '.join(sides)}" for length, sides in words.items())


def reach_of(shadows: Sequence[Shadow]) -> tuple[float, float, float, float] | None:
    """How far shadows reach out to the left, above, to the right and below; None where all are inside. A blur reaches its own length
    beyond the edge (css-backgrounds-3 §6.1.2)."""
    outer = [one for one in shadows if not one.is_inset]
    if not outer:
        return None
    sides: list[tuple[float, float, float, float]] = []
    for one in outer:
        x, y, blur, spread = (_px(length) for length in (one.x, one.y, one.blur, one.spread))
        sides.append((blur + spread - x, blur + spread - y, blur + spread + x, blur + spread + y))
    left, above, right, below = (max(one[side] for one in sides) for side in range(4))
    return left, above, right, below


def _px(length: Length | None) -> float:
    return length.units / 64 if length is not None else 0.0


def transform_words(plain: Rect, drawn: Rect) -> str:
    """What transforms make of a box: ``moved −120, −40``, or how large it is drawn then and where."""
    across, down = drawn.x - plain.x, drawn.y - plain.y
    if abs(drawn.width - plain.width) < _NEAR and abs(drawn.height - plain.height) < _NEAR:
        return "" if abs(across) < _NEAR and abs(down) < _NEAR else f"moved {_signed(across)}, {_signed(down)}"
    return f"drawn {px(drawn.width)} × {px(drawn.height)}, its corner moved {_signed(across)}, {_signed(down)}"


def _signed(value: float) -> str:
    return f"−{px(-value)}" if value < -_NEAR else px(abs(value))
