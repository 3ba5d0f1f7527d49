"""The rows of the table of properties that have no reader: names of what moves no box (``paints.txt``).

A test gives each a value in the browser and holds that nothing moved.
"""

from __future__ import annotations

from pathlib import Path

_LONGHANDS, _OTHERS = Path(__file__).with_name("paints.txt").read_text(encoding="utf-8").split("\n\n")

PAINTS: frozenset[str] = frozenset(_LONGHANDS.split())
"""Longhands that move no box: known by name, their values not read."""
SHORT_FOR_PAINTS: frozenset[str] = frozenset(_OTHERS.split())
"""Shorthands of such longhands, descriptors, and properties that the browser does not have: known by name alone."""
