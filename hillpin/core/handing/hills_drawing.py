"""Hills and bands as a drawing to hand over: what stands where is worked out once, and written as SVG or as PNG."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from html import escape
from pathlib import Path

from ..shown import px
from ..survey import Surveyed
from ..writing import HillPoint, simplified

COLOURS = {
    "paper": {"ground": "#ffffff", "ink": "#26323a", "soft": "#5b6870", "hairline": "#c9c2b2", "hill": "#e3e6cf", "ridge": "#6f7d42", "band": "#f2eee4", "edge": "#2b6880"},
    "night": {"ground": "#17212a", "ink": "#e9e3d3", "soft": "#aab4b4", "hairline": "#3a4a54", "hill": "#3d4a33", "ridge": "#a9b878", "band": "#1d2933", "edge": "#8fc1d6"},
}  # fmt: skip
"""For paper, and those of the night map."""
WIDTH, LEFT, RIGHT = 1200, 190, 24
HILL, BAND, GAP, TOP = 64, 26, 14, 50
SIZE, SMALL = 13.0, 11.0
FONT = Path(__file__).resolve().parents[2] / "parts" / "drawing" / "atkinson-hyperlegible-next-latin-400-normal.woff2"
MOST_HILLS = 24


@dataclass(slots=True)
class Shapes:
    """What is drawn, in order. Lengths are px of the drawing; polygons and lines are lists of points; ``at`` of a text is on its
    base line, at its start, middle or end."""

    width: int
    height: int
    items: list[tuple[object, ...]] = field(default_factory=list)

    def polygon(self, points: Sequence[tuple[float, float]], fill: str) -> None:
        self.items.append(("polygon", tuple(points), fill))

    def line(self, points: Sequence[tuple[float, float]], stroke: str, thick: float = 1.0) -> None:
        self.items.append(("line", tuple(points), stroke, thick))

    def text(self, x: float, y: float, words: str, fill: str, size: float = SIZE, anchor: str = "start") -> None:
        self.items.append(("text", x, y, words, fill, size, anchor))


def hills_of(surveyed: Surveyed, indexes: Sequence[int], sky: str = "paper") -> Shapes:
    """The hills of some elements over the width axis, edges through all of them, and under each its bands."""
    ink = COLOURS[sky]
    low, high = surveyed.start, surveyed.end
    elements = [surveyed.walked.page.document.elements[index] for index in list(indexes)[:MOST_HILLS]]
    rows = [[one for one in surveyed.bands if one.index == element.index] for element in elements]
    shapes = Shapes(WIDTH, round(TOP + sum(HILL + GAP + (BAND if bands else 0) for bands in rows) + 8))
    shapes.polygon([(0, 0), (WIDTH, 0), (WIDTH, shapes.height), (0, shapes.height)], ink["ground"])

    def at(width: float) -> float:
        return LEFT + (WIDTH - LEFT - RIGHT) * (width - low) / max(high - low, 1)

    _axis(shapes, surveyed, ink, at)
    y = float(TOP)
    for element, bands in zip(elements, rows, strict=True):
        widths = [one or 0.0 for one in surveyed.walked.widths_of(element)]
        top = max(max(widths, default=1.0), 1.0)
        kept = simplified([HillPoint(low + place, width) for place, width in enumerate(widths)], {one.low for one in surveyed.walked.stretches})
        points = [(at(one.at), y + HILL - HILL * (one.width or 0) / top) for one in kept]
        shapes.polygon([(at(low), y + HILL), *points, (at(high), y + HILL)], ink["hill"])
        shapes.line(points, ink["ridge"], 1.5)
        shapes.text(10, y + 24, _short(element.name(), 24), ink["ink"])
        shapes.text(10, y + 42, f"{px(min(widths, default=0))} to {px(top)}", ink["soft"], SMALL)
        y += HILL
        for band in bands:
            left, right = at(max(band.low - 0.5, low)), at(min(band.high + 0.5, high))
            shapes.polygon([(left, y + 4), (right, y + 4), (right, y + BAND), (left, y + BAND)], ink["band"])
            words = _short(band.arrangement, int((right - left - 8) / 6))
            if len(words) > 2:
                shapes.text(left + 4, y + BAND - 7, words, ink["ink"], SMALL)
        y += GAP + (BAND if bands else 0)
    for edge in {one.at for one in surveyed.edges if one.cause == "media query"}:
        shapes.line([(at(edge - 0.5), TOP - 6), (at(edge - 0.5), shapes.height - 8)], ink["edge"])
        shapes.text(at(edge - 0.5), TOP - 16, f"{edge:,}", ink["edge"], SMALL, "middle")
    return shapes


def _axis(shapes: Shapes, surveyed: Surveyed, ink: dict[str, str], at: Callable[[float], float]) -> None:
    shapes.line([(LEFT, TOP - 6), (WIDTH - RIGHT, TOP - 6)], ink["hairline"])
    first = -(-surveyed.start // 240) * 240
    for width in range(first, surveyed.end + 1, 240):
        shapes.line([(at(width), TOP - 10), (at(width), TOP - 6)], ink["soft"])
        shapes.text(at(width), 14, f"{width:,}", ink["soft"], SMALL, "middle")


def _short(words: str, most: int) -> str:
    return words if len(words) <= most else f"{words[: max(most - 1, 0)].rstrip()}…"


def as_svg(shapes: Shapes) -> str:
    """The drawing as SVG that needs nothing else."""
    lines = [f'<svg xmlns="http://www.w3.org/2000/svg" width="{shapes.width}" height="{shapes.height}" viewBox="0 0 {shapes.width} {shapes.height}" font-family="Atkinson Hyperlegible Next, system-ui, sans-serif">']
    for item in shapes.items:
        if item[0] == "polygon":
            lines.append(f'<polygon points="{_points(item[1])}" fill="{item[2]}"/>')
        elif item[0] == "line":
            lines.append(f'<polyline points="{_points(item[1])}" fill="none" stroke="{item[2]}" stroke-width="{item[3]}"/>')
        else:
            _, x, y, words, fill, size, anchor = item
            lines.append(f'<text x="{x:.1f}" y="{y:.1f}" font-size="{size}" fill="{fill}" text-anchor="{anchor}">{escape(str(words))}</text>')
    return "\n".join([*lines, "</svg>"]) + "\n"


def _points(points: object) -> str:
    assert isinstance(points, tuple)
    return " ".join(f"{x:.1f},{y:.1f}" for x, y in points)


def as_png(shapes: Shapes, scale: int = 2) -> bytes:
    """The drawing as PNG, ``scale`` dots to a px."""
    from PIL import Image, ImageDraw  # noqa: PLC0415 (loaded where a picture is made)

    over = 2
    image = Image.new("RGB", (shapes.width * scale * over, shapes.height * scale * over))
    draw = ImageDraw.Draw(image)
    by = scale * over
    for item in shapes.items:
        if item[0] == "text":
            _, x, y, words, fill, size, anchor = item
            draw.text((float(x) * by, float(y) * by), str(words), fill=str(fill), font=_font(float(size) * by), anchor={"start": "ls", "middle": "ms", "end": "rs"}[str(anchor)])  # type: ignore[arg-type]
            continue
        points = [(x * by, y * by) for x, y in item[1]]  # type: ignore[attr-defined]
        if item[0] == "polygon":
            draw.polygon(points, fill=str(item[2]))
        else:
            draw.line(points, fill=str(item[2]), width=max(round(float(item[3]) * by), 1), joint="curve")  # type: ignore[arg-type]
    data = io.BytesIO()
    image.resize((shapes.width * scale, shapes.height * scale), Image.Resampling.LANCZOS).save(data, "PNG", optimize=True)
    return data.getvalue()


@lru_cache(maxsize=8)
def _font(size: float) -> object:
    from fontTools.ttLib import TTFont  # noqa: PLC0415
    from PIL import ImageFont  # noqa: PLC0415

    font = TTFont(FONT)
    font.flavor = None
    data = io.BytesIO()
    font.save(data)
    data.seek(0)
    return ImageFont.truetype(data, size)
