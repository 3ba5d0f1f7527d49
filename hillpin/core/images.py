"""Natural sizes of pictures, read from their files without decoding them (css-images-3 §5.1)."""

from __future__ import annotations

import io
import re
from dataclasses import dataclass

LARGEST_PICTURE = 32 * 1024 * 1024
_LONGEST = 1e9
"""Px; what is longer is no size that anything shows."""


@dataclass(frozen=True, slots=True)
class PictureSize:
    """Natural width and height in CSS px and width ÷ height; None for what a picture does not have."""

    width: float | None
    height: float | None
    ratio: float | None


def picture_size(data: bytes) -> PictureSize | None:
    """The natural size of a PNG, JPEG, GIF, WebP, AVIF or SVG file; None where it is none of these."""
    if not data or len(data) > LARGEST_PICTURE:
        return None
    head = data[:512].lstrip()
    if head.startswith((b"<", b"\xef\xbb\xbf<")):
        return svg_size(data.decode("utf-8", "replace"))
    from PIL import Image  # noqa: PLC0415 (loaded where a page has pictures)

    try:
        with Image.open(io.BytesIO(data)) as image:
            width, height = image.size
            if image.format == "JPEG" and image.getexif().get(0x0112, 1) >= 5:
                width, height = height, width
    except Exception:  # a picture file can be broken in any way its reader knows
        return None
    return PictureSize(width, height, width / height if height else None)


_SVG = re.compile(r"<svg\b[^>]{0,65536}>", re.IGNORECASE)
_ATTRIBUTE = re.compile(r"(?<![a-zA-Z:])([a-zA-Z:]{1,64})\s{0,64}=\s{0,64}(?:\"([^\"]*)\"|'([^']*)')")
_LENGTH = re.compile(r"^\s*([+]?\d*\.?\d+(?:[eE][-+]?\d+)?)\s*(px|pt|pc|in|cm|mm|em|ex|)\s*$")
_SHORTEST = 1 / 64
_UNITS = {"px": 1.0, "": 1.0, "pt": 96 / 72, "pc": 16.0, "in": 96.0, "cm": 96 / 2.54, "mm": 96 / 25.4, "em": 16.0, "ex": 8.0}


def svg_size(source: str) -> PictureSize | None:
    """The natural size of an SVG document from its root's width, height and viewBox (SVG 2 §8.12)."""
    tag = _SVG.search(source)
    if tag is None:
        return None
    attributes = {name.lower(): first or second for name, first, second in _ATTRIBUTE.findall(tag.group())}
    return size_from_attributes(attributes)


def size_from_attributes(attributes: dict[str, str]) -> PictureSize:
    """Natural size that ``width``, ``height`` and ``viewbox`` attributes of an svg element give."""
    width, height = svg_length(attributes.get("width")), svg_length(attributes.get("height"))
    if width is not None and height is not None:
        return PictureSize(width, height, width / height if height else None)
    box = [number for number in re.split(r"[\s,]+", (attributes.get("viewBox") or attributes.get("viewbox", "")).strip()) if number]
    ratio = None
    try:
        if len(box) == 4 and float(box[2]) > 0 and float(box[3]) > 0:
            # As absurd as they are written, sides stay numbers that can be worked with.
            ratio = min(max(float(box[2]), _SHORTEST), _LONGEST) / min(max(float(box[3]), _SHORTEST), _LONGEST)
    except ValueError:
        ratio = None
    if ratio:
        if width is not None:
            height = width / ratio
        elif height is not None:
            width = height * ratio
    return PictureSize(width, height, ratio)


def svg_length(text: str | None) -> float | None:
    """An absolute length attribute in px; None for percentages and what does not parse."""
    match = _LENGTH.match(text or "")
    return min(float(match.group(1)) * _UNITS[match.group(2)], _LONGEST) if match else None
