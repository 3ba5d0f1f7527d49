"""How large a picture is ever shown, over all widths."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..page import Page
from ..widths import ABSENT, walk
from .addresses import references_in


@dataclass(frozen=True, slots=True)
class ShownPicture:
    """The largest size at which a page shows a picture: CSS px, the narrowest viewport at which it does, and the element's line."""

    page: str
    line: int | None
    at: int
    width: float
    height: float


def largest_shown(page: Page, picture: str, start: int, end: int) -> ShownPicture | None:
    """The largest box that an ``img`` of a page gives a picture at any width from ``start`` to ``end``; None where none shows it."""
    named = {one.start for one in references_in(page.path, page.document.source) if one.target() == picture}
    elements = [one for one in page.document.elements if one.tag == "img" and one.offset is not None and one.start_tag_end is not None and any(one.offset < at < one.start_tag_end for at in named)]
    if not elements:
        return None
    walked = walk(page, start, end)
    best: ShownPicture | None = None
    for stretch in walked.stretches:
        for element in elements:
            there = stretch.x[:, element.index] != ABSENT
            widths = np.where(there, stretch.right[:, element.index] - stretch.x[:, element.index], 0)
            row = int(widths.argmax())
            width, height = int(widths[row]) / 64, int(stretch.bottom[row, element.index] - stretch.y[row, element.index]) / 64
            if there[row] and (best is None or width > best.width):
                best = ShownPicture(page.path, element.line, stretch.low + row, width, height)
    return best
