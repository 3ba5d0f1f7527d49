"""A wireframe as an SVG file of its own: to scale, printable, with the typeface inside."""

from __future__ import annotations

from base64 import b64encode
from html import escape
from pathlib import Path

from .drawing import Drawing, DrawnBox, TextLine
from .lengths import words
from .plan import Sides

FAMILY = "Atkinson Hyperlegible Next"
CAPTION = 44.0
NOTHING = Sides()
INK, SOFT, PAPER, PANEL, LINE, HATCH, WRONG = "#26323a", "#55626a", "#f3eee2", "#fbf8f0", "#d6cab3", "#6c6656", "#b5382a"
PATTERNS = (
    '<pattern id="margin" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">'
    f'<line y2="6" stroke="{HATCH}" stroke-width=".8"/></pattern>'
    f'<pattern id="padding" width="6" height="6" patternUnits="userSpaceOnUse"><circle cx="2" cy="2" r=".8" fill="{HATCH}"/></pattern>'
)


def svg_of(drawing: Drawing, title: str, faces: dict[int, Path]) -> str:
    """The drawing as SVG, one unit a CSS px. ``faces`` gives a WOFF2 file for each font weight."""
    height = drawing.height + CAPTION
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{_n(drawing.width)}" height="{_n(height)}" viewBox="0 0 {_n(drawing.width)} {_n(height)}" role="img">',
        f"<title>{escape(title)}</title>",
        f"<defs>{PATTERNS}</defs><style>{_faces(faces)}text{{font-family:'{FAMILY}',sans-serif;fill:{INK}}}</style>",
        f'<rect width="100%" height="100%" fill="{PAPER}"/>',
        *(f'<rect x="{_n(one.x)}" width="{_n(one.width)}" height="{_n(drawing.height)}" fill="{LINE}" fill-opacity=".3"/>' for one in drawing.columns),
        *(_box(box) for box in drawing.boxes),
        _caption(drawing, title),
        "</svg>",
    ]
    return "\n".join(parts) + "\n"


def _faces(faces: dict[int, Path]) -> str:
    return "".join(
        f"@font-face{{font-family:'{FAMILY}';font-weight:{weight};src:url(data:font/woff2;base64,{b64encode(path.read_bytes()).decode()}) format('woff2')}}"
        for weight, path in faces.items()
    )


def _box(box: DrawnBox) -> str:
    border, margin, padding = box.border, box.margin, box.padding
    colour = WRONG if box.drops else INK
    parts = []
    if margin != NOTHING:
        parts.append(_ring(box.x - margin.left, box.y - margin.top, box.width + margin.left + margin.right, box.height + margin.top + margin.bottom, (box.x, box.y, box.width, box.height), "url(#margin)"))
    parts.append(f'<rect x="{_n(box.x)}" y="{_n(box.y)}" width="{_n(box.width)}" height="{_n(box.height)}" fill="{PANEL}" stroke="{colour}"/>')
    inner = _inside((box.x, box.y, box.width, box.height), border)
    if border != NOTHING:
        parts.append(_ring(box.x, box.y, box.width, box.height, inner, colour))
    if padding != NOTHING:
        parts.append(_ring(*inner, _inside(inner, padding), "url(#padding)"))
    if box.role == "figure":
        x, y, width, height = inner
        low = max([line.y + 6 for line in box.lines], default=y)
        ends = _n(x), _n(low), _n(x + width), _n(y + height)
        parts.append(f'<path d="M{ends[0]} {ends[1]}L{ends[2]} {ends[3]}M{ends[2]} {ends[1]}L{ends[0]} {ends[3]}" stroke="{LINE}" fill="none"/>')
    return "".join([*parts, *(_text(line) for line in box.lines)])


def _inside(rect: tuple[float, float, float, float], sides: Sides) -> tuple[float, float, float, float]:
    x, y, width, height = rect
    return x + sides.left, y + sides.top, max(width - sides.left - sides.right, 0), max(height - sides.top - sides.bottom, 0)


def _ring(x: float, y: float, width: float, height: float, hole: tuple[float, float, float, float], fill: str) -> str:
    """A rectangle with a rectangular hole."""
    outer = f"M{_n(x)} {_n(y)}h{_n(width)}v{_n(height)}h{_n(-width)}z"
    inner = f"M{_n(hole[0])} {_n(hole[1])}h{_n(hole[2])}v{_n(hole[3])}h{_n(-hole[2])}z"
    return f'<path d="{outer}{inner}" fill-rule="evenodd" fill="{fill}"/>'


def _text(line: TextLine) -> str:
    style = f' font-weight="700" fill="{INK}"' if line.is_name else ""
    return f'<text x="{_n(line.x)}" y="{_n(line.y)}" font-size="{_n(line.size)}"{style}>{escape(line.text)}</text>'


def _caption(drawing: Drawing, title: str) -> str:
    hidden = f" · not shown: {', '.join(drawing.hidden)}" if drawing.hidden else ""
    text = escape(f"{title} · {drawing.name}, {words(drawing.width)} wide{hidden}")
    return f'<text x="16" y="{_n(drawing.height + 26)}" font-size="14" style="fill:{SOFT}">{text}</text>'


def _n(number: float) -> str:
    return f"{number:.2f}".rstrip("0").rstrip(".")
