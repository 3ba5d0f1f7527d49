"""What radii, shadows and transforms come to, in the words of a margin note. Lengths in CSS px."""

from __future__ import annotations

from collections.abc import Sequence

from ..layout import Fragment, Rect, radii_of
from ..shown import px
from ..styles import ComputedStyle, Length, Shadow

_NEAR = 1 / 128


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
