"""Selectors as text."""

from __future__ import annotations


def parts_of(selector: str) -> list[str]:
    """The members of a selector list, commas in brackets left alone."""
    parts, depth, start = [], 0, 0
    for at, character in enumerate(selector):
        depth += (character in "([") - (character in ")]")
        if character == "," and depth == 0:
            parts.append(selector[start:at].strip())
            start = at + 1
    return [*parts, selector[start:].strip()]
