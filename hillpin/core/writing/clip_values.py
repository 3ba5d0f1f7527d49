"""What a ``clip-path`` leaves of a box (css-shapes-1 §3.1). Lengths are CSS px, places from the left top corner of the border box."""

from __future__ import annotations

from ..layout import Edges, Fragment, Rect, around
from ..shown import px
from ..styles import ClipShape

_NEAR = 1 / 128


def clipped_to(shape: ClipShape, fragment: Fragment) -> Rect | None:
    """The rectangle around a shape, which may reach beyond the box; None where it is none that is looked into."""
    box = _reference(shape.box, fragment)
    found = around(shape, box.width, box.height)
    return Rect(box.x + found.x, box.y + found.y, found.width, found.height) if found is not None else None


def clip_words(fragment: Fragment) -> str:
    """``200 × 80 shows: 40 cut off left, 20 below``."""
    shapes = fragment.box.style.clip_path
    shown = clipped_to(shapes[0], fragment) if shapes else None
    if shown is None:
        return ""
    width, height = fragment.width / 64, fragment.height / 64
    left, top, right, bottom = max(shown.x, 0.0), max(shown.y, 0.0), min(shown.x + shown.width, width), min(shown.y + shown.height, height)
    if right - left < _NEAR or bottom - top < _NEAR:
        return "nothing of it shows"
    cut = {"left": left, "above": top, "right": width - right, "below": height - bottom}
    words = [f"{px(length)} {side}" for side, length in cut.items() if length >= _NEAR]
    size = f"{px(right - left)} × {px(bottom - top)} shows"
    return f"{size}: {', '.join(words)} cut off" if words else f"{size}, its corners cut off" if shapes[0].kind in ("circle", "ellipse", "polygon") else "all of it shows"


def _reference(box: str, fragment: Fragment) -> Rect:
    edges: Edges = fragment.edges()
    by = {"border": (0, 0, 0, 0), "margin": (-edges.margin_top, -edges.margin_right, -edges.margin_bottom, -edges.margin_left), "padding": (edges.border_top, edges.border_right, edges.border_bottom, edges.border_left), "content": (edges.top, edges.right, edges.bottom, edges.left)}
    top, right, bottom, left = by[box]
    return Rect(left / 64, top / 64, (fragment.width - left - right) / 64, (fragment.height - top - bottom) / 64)
