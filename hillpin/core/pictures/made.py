"""Pictures made smaller: the files that a ``srcset`` names, and thumbnails of one ratio (Pillow)."""

from __future__ import annotations

import io
from typing import Any, Literal

from PIL import Image, ImageOps

from .pixels import MOST_PIXELS

Format = Literal["same", "webp", "avif"]
ENDINGS = {"JPEG": ".jpg", "PNG": ".png", "WEBP": ".webp", "AVIF": ".avif"}
_WAYS: dict[str, dict[str, Any]] = {
    "JPEG": {"quality": 82, "optimize": True, "progressive": True}, "PNG": {"optimize": True}, "WEBP": {"quality": 80, "method": 5}, "AVIF": {"quality": 62, "speed": 7},
}  # fmt: skip
"""How each is written: what differs from the whole is not seen at arm's length."""


class NoPicture(ValueError):
    """A file that no smaller one can be made of; its words say why."""


def smaller(data: bytes, widths: list[int], form: Format) -> dict[int, tuple[str, bytes]]:
    """Files of a picture so many pixels wide: by width, the ending (``.webp``) and the bytes. The picture's own width is never gone beyond.
    Raises NoPicture."""
    image = _opened(data)
    wanted = (image.format or "PNG") if form == "same" else form.upper()
    if wanted not in _WAYS:
        raise NoPicture(f"A {image.format} picture cannot be written smaller in its own format: choose WebP or AVIF.")
    upright = ImageOps.exif_transpose(image)
    kept = {"icc_profile": image.info["icc_profile"]} if image.info.get("icc_profile") else {}
    found = {}
    for width in widths:
        across = min(width, upright.width)
        made = upright.resize((across, max(round(upright.height * across / upright.width), 1)), Image.Resampling.LANCZOS) if across < upright.width else upright
        found[width] = (ENDINGS[wanted], _written(made, wanted, kept))
    return found


def thumbnail(data: bytes, width: int, ratio: float, centre: tuple[float, float] = (0.5, 0.5)) -> tuple[str, bytes]:
    """A picture cut to a ratio of width ÷ height around a point, and made so many pixels wide: its ending and bytes. Raises NoPicture."""
    image = _opened(data)
    wanted = image.format if image.format in _WAYS else "PNG"
    height = max(round(width / ratio), 1)
    made = ImageOps.fit(ImageOps.exif_transpose(image), (width, height), Image.Resampling.LANCZOS, centering=centre)
    return ENDINGS[wanted or "PNG"], _written(made, wanted or "PNG", {})


def _opened(data: bytes) -> Image.Image:
    try:
        image = Image.open(io.BytesIO(data))
        if getattr(image, "n_frames", 1) > 1:
            raise NoPicture("A picture that moves is kept as it is.")
        if image.width * image.height > MOST_PIXELS:
            raise NoPicture(f"The picture has {image.width:,} × {image.height:,} pixels, which is more than is worked on.")
        image.load()
    except NoPicture:
        raise
    except Exception as error:  # a picture file can be broken in any way its reader knows
        raise NoPicture("The file is no picture of pixels that can be read.") from error
    return image


def _written(image: Image.Image, form: str, kept: dict[str, Any]) -> bytes:
    out = io.BytesIO()
    shown = image.convert("RGB") if form == "JPEG" and image.mode != "RGB" else image.convert("RGBA" if "transparency" in image.info or image.mode in ("LA", "PA") else "RGB") if image.mode not in ("RGB", "RGBA", "L") else image
    shown.save(out, form, **_WAYS[form], **kept)
    return out.getvalue()
