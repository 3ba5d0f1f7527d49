"""Pictures decoded within bounds."""

from __future__ import annotations

import io
import warnings

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from ..errors import InputError

Pixels = NDArray[np.uint8]
"""A picture as (height, width, 3), on white where it lets through."""
MOST_PIXELS = 60_000_000
FORMATS = ("PNG", "JPEG", "WEBP")


def read_picture(data: bytes, name: str = "The picture") -> Pixels:
    """Decode a PNG, JPEG or WebP. Raises InputError where it is none of them, broken, or has too many pixels."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(data), formats=FORMATS)
        if picture.width * picture.height > MOST_PIXELS:
            raise InputError(f"{name} has {picture.width:,} × {picture.height:,} pixels; {MOST_PIXELS:,} in all are the most.")
        flat = Image.new("RGB", picture.size, "white")
        shown = picture.convert("RGBA")
        flat.paste(shown, mask=shown.getchannel("A"))
    except InputError:
        raise
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise InputError(f"{name} is not a PNG, JPEG or WebP that can be read.") from error
    return np.asarray(flat, np.uint8)
