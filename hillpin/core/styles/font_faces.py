"""``@font-face`` rules (css-fonts-4 §4, css-fonts-5 §2)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import tinycss2

from .font_choices import read_degrees, read_stretch
from .grammar import Tokens, keyword, significant, split_commas


@dataclass(frozen=True, slots=True)
class FaceAdjustments:
    """What an ``@font-face`` makes of a font's size (1 as it is) and of its metrics, each a part of the font size (None as they are)."""

    size: float = 1.0
    ascent: float | None = None
    descent: float | None = None
    line_gap: float | None = None


PLAIN = FaceAdjustments()


@dataclass(slots=True, eq=False)
class FontFace:
    """An ``@font-face`` rule: family, descriptors and source addresses relative to ``file``."""

    family: str
    weight: tuple[int, int]
    style: str
    sources: list[tuple[str, str]]
    """(kind, address) in order; kind is ``url`` or ``local``."""
    ranges: list[tuple[int, int]] | None
    file: str
    line: int
    adjustments: FaceAdjustments = PLAIN
    stretch: tuple[float, float] = (100.0, 100.0)
    """From the narrowest to the widest, in percent."""
    slopes: tuple[float, float] | None = None
    """The angles of ``oblique``, in degrees to the right; None where none are said."""
    weight_is_said: bool = False
    stretch_is_said: bool = False
    style_is_said: bool = False
    """Where a rule says nothing, a variable font stands for all that its axes reach (css-fonts-4 §4.4)."""


def read_font_face(node: Any, file: str, line: int) -> FontFace | None:
    """An ``@font-face`` block; None where family or source is missing (css-fonts-4 §11)."""
    items = tinycss2.parse_blocks_contents(node.content or [], skip_comments=True, skip_whitespace=True)
    values = {item.lower_name: significant(item.value) for item in items if item.type == "declaration"}
    family_tokens, source_tokens = values.get("font-family"), values.get("src")
    if not family_tokens or not source_tokens:
        return None
    family = " ".join(token.value for token in family_tokens if token.type in ("string", "ident"))
    weights = [_face_weight(token) for token in values.get("font-weight", [])] or [400]
    style = keyword(values["font-style"][0]) if values.get("font-style") else "normal"
    sources: list[tuple[str, str]] = []
    for part in split_commas(source_tokens):
        first = part[0] if part else None
        if first is None:
            continue
        if first.type == "url":
            sources.append(("url", first.value))
        elif first.type == "function" and first.lower_name in ("url", "local"):
            inside = significant(first.arguments)
            sources.append((first.lower_name, " ".join(t.value for t in inside if t.type in ("string", "ident"))))
    ranges = [(t.start, t.end) for t in values.get("unicode-range", []) if t.type == "unicode-range"]
    size, ascent, descent, gap = (_percentage(values.get(name)) for name in ("size-adjust", "ascent-override", "descent-override", "line-gap-override"))
    adjustments = FaceAdjustments(1.0 if size is None else size, ascent, descent, gap)
    said = {name: tokens for name, tokens in values.items() if not (len(tokens) == 1 and keyword(tokens[0]) == "auto")}
    return FontFace(
        family, (min(weights), max(weights)), style or "normal", sources, ranges or None, file, line, adjustments, _stretches(values.get("font-stretch", [])),
        _slopes(values.get("font-style", [])), "font-weight" in said, "font-stretch" in said, "font-style" in said,
    )  # fmt: skip


def _stretches(tokens: Tokens) -> tuple[float, float]:
    found = [value for token in tokens if (value := read_stretch([token])) is not None] or [100.0]
    return (min(found), max(found))


def _slopes(tokens: Tokens) -> tuple[float, float] | None:
    found = [value for token in tokens if (value := read_degrees(token)) is not None]
    return (min(found), max(found)) if found else None


def _percentage(tokens: Tokens | None) -> float | None:
    """A descriptor's percentage as a part; None where there is none, or it says ``normal``."""
    token = tokens[0] if tokens is not None and len(tokens) == 1 else None
    return float(token.value) / 100 if token is not None and token.type == "percentage" and token.value >= 0 else None


def _face_weight(token: Any) -> int:
    if token.type == "number":
        return int(token.value + 0.5)
    return 700 if keyword(token) == "bold" else 400
