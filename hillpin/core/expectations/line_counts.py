"""How many lines of text elements take at every width.

The tables of a walk do not say it: an element's lines can only change where its rules, the height of its content or its
place do, so one layout for each such height of each stretch is enough.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..markup import Element
from ..page import Layout, Page, lines_of
from ..survey.findings import Survey
from ..widths import ABSENT, Stretch


def line_counts(survey: Survey, elements: list[Element]) -> NDArray[np.int64]:
    """The lines of each element at every width of a walk: (widths, elements); 0 where it has no box."""
    # What a walk remembers of boxes does not say how many lines they have: a page of its own is laid out.
    page = Page(survey.page.files, survey.page.path)
    page.fonts = survey.page.fonts
    return np.concatenate([_in_stretch(page, survey, stretch, elements) for stretch in survey.stretches])


def _in_stretch(page: Page, survey: Survey, stretch: Stretch, elements: list[Element]) -> NDArray[np.int64]:
    counts = np.zeros((len(stretch.x), len(elements)), np.int64)
    layouts: dict[int, Layout] = {}
    for column, element in enumerate(elements):
        forms = _forms(survey, stretch, element)
        for form in np.unique(forms):
            rows = np.flatnonzero(forms == form)
            if stretch.x[rows[0], element.index] == ABSENT:
                continue
            width = stretch.low + int(rows[0])
            layout = layouts.get(width)
            if layout is None:
                layout = layouts[width] = page.layout(width, survey.walked.height)
            counts[rows, column] = lines_of(layout, page.document.elements[element.index])
    return counts


def _forms(survey: Survey, stretch: Stretch, element: Element) -> NDArray[np.float64]:
    """A number for each width of a stretch: where they are equal, the element has the same lines. It is the height of its content,
    in halves of its figure 0 where the text's size has to do with the window's."""
    index = element.index
    heights: NDArray[np.float64] = (np.maximum(stretch.bottom[:, index], stretch.content[:, index]) - stretch.y[:, index]).astype(np.float64)
    heights[stretch.x[:, index] == ABSENT] = -1
    style = survey.style(element, stretch)
    if style is None or not style.uses_viewport & 2:
        return heights
    return np.where(heights < 0, -1, np.round(heights / 64 / survey.zero_widths(style, stretch) * 2))
