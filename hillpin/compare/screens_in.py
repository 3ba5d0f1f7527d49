"""Screens as the API takes them, as the browser and core have them."""

from __future__ import annotations

from dataclasses import replace

from ..browser import Screen
from ..core.styles import USUAL_READER, Reader
from .schemas import ReaderIn, ScreenIn


def reader_of(asked: ReaderIn, density: float = 1.0) -> Reader:
    """A reader of media queries."""
    return replace(
        USUAL_READER, font_size=float(asked.font_size), spaced=asked.spaced, color_scheme=asked.color_scheme, reduced_motion=asked.reduced_motion,
        forced_colors=asked.forced_colors, hover=asked.hover, pointer="coarse" if asked.hover == "none" else "fine", resolution=density, medium=asked.medium,
    )  # fmt: skip


def screen_of(asked: ScreenIn) -> Screen:
    """A screen for a run."""
    return Screen(asked.name, asked.width, asked.height, density=asked.density, touch=asked.touch, reader=reader_of(asked.reader, asked.density))
