"""The walk that a survey stands on, under the address by which tools outside the product ask for it."""

from __future__ import annotations

from ..widths import Stretch, Walked, walk

__all__ = ["Stretch", "Walked", "walk"]
