"""The face that ships with Hill Pin, for families that neither the page nor the machine has."""

from __future__ import annotations

import functools
from pathlib import Path

from .face import Face, FileFace

FILE = Path(__file__).with_name("fallback.woff2")


@functools.lru_cache(maxsize=1)
def fallback_face() -> Face:
    """Atkinson Hyperlegible Next, regular."""
    return FileFace(FILE.read_bytes(), "Atkinson Hyperlegible Next")
