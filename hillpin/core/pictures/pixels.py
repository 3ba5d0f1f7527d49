"""The colours of a picture's parts: each file decoded once, small enough to be asked at hundreds of widths."""

from __future__ import annotations

import io
import warnings

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageOps

from ..layout import Pictures
from .gradient_pixels import Colours, Numbers

FINEST = 512
"""Pixels across or down at most: a cell of words is coarser than what is kept of a picture of usual size."""
MOST_PIXELS = 60_000_000
"""Of a file that is decoded; what is larger is not looked into."""


class Pixels:
    """A picture's sums of premultiplied colours, from which the mean of any part is read off."""

    def __init__(self, colours: NDArray[np.float64]) -> None:
        """``colours`` are (rows, columns, 4), from 0 to 1."""
        colours = colours.copy()
        colours[..., :3] *= colours[..., 3:]
        self.height, self.width = colours.shape[:2]
        self.sums = np.zeros((self.height + 1, self.width + 1, 4))
        self.sums[1:, 1:] = colours.cumsum(0).cumsum(1)

    def means(self, x: tuple[Numbers, Numbers], y: tuple[Numbers, Numbers]) -> Colours:
        """Mean colours of parts: from ``x[0]`` to ``x[1]`` and ``y[0]`` to ``y[1]``, each from 0 to 1 of the picture's own length."""
        left, right = self._ends(x, self.width)
        top, bottom = self._ends(y, self.height)
        sums = self.sums
        total = sums[bottom][:, right] - sums[top][:, right] - sums[bottom][:, left] + sums[top][:, left]
        mean = total / ((bottom - top)[:, None, None] * (right - left)[None, :, None])
        alpha = mean[..., 3:]
        return np.concatenate([np.divide(mean[..., :3], alpha, out=np.zeros_like(mean[..., :3]), where=alpha > 1e-9), alpha], axis=-1)

    @staticmethod
    def _ends(parts: tuple[Numbers, Numbers], length: int) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
        first = np.clip(np.floor(parts[0] * length + 1e-6), 0, length - 1).astype(np.intp)
        last = np.clip(np.ceil(parts[1] * length - 1e-6), first + 1, length).astype(np.intp)
        return first, last


def read_pixels(data: bytes) -> Pixels | None:
    """The colours of a picture's file; None where it is none that is made of pixels, is broken or too large."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(data))
        if picture.width * picture.height > MOST_PIXELS:
            return None
        picture.draft("RGB", (FINEST, FINEST))
        shown = ImageOps.exif_transpose(picture).convert("RGBA")
        if max(shown.size) > FINEST:
            scale = FINEST / max(shown.size)
            shown = shown.resize((max(round(shown.width * scale), 1), max(round(shown.height * scale), 1)), Image.Resampling.BOX)
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        return None
    return Pixels(np.asarray(shown, np.float64) / 255)


class PixelStore:
    """The colours of a page's pictures, by address and where that counts from."""

    def __init__(self, pictures: Pictures) -> None:
        self.pictures = pictures
        self._known: dict[tuple[str, str | None], Pixels | None] = {}

    def of(self, address: str, base: str | None = None) -> Pixels | None:
        """None where the picture is not there or cannot be looked into."""
        key = (address, base)
        if key not in self._known:
            data = self.pictures.data(address, base)
            self._known[key] = read_pixels(data) if data is not None else None
        return self._known[key]
