"""The survey of a page: edges, bands and findings over a range of widths."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from ..page import DEFAULT_HEIGHT, Page, UnmodelledFeature
from ..widths import FROM, TO, Walked, walk
from .arrangement import Band, SurveyEdge, bands_of, edges_of_survey
from .breakpoints import Breakpoint, QueryWord, breakpoints_of, query_words
from .findings import Finding, Survey
from .kinds import find_all

WALKING = 0.8
"""The part of the time that walking takes, for progress."""


@dataclass(slots=True)
class Surveyed:
    """What a walk over every width from ``start`` to ``end`` found."""

    start: int
    end: int
    edges: list[SurveyEdge]
    bands: list[Band]
    findings: list[Finding]
    walked: Walked
    breakpoints: list[Breakpoint]
    queries: list[QueryWord]
    unmodelled: list[UnmodelledFeature] = field(default_factory=list)


def survey(
    page: Page, start: int = FROM, end: int = TO, height: int = DEFAULT_HEIGHT, *,
    every: bool = False, progress: Callable[[float], None] = lambda part: None, processes: int = 1,
) -> Surveyed:  # fmt: skip
    """Walk a page from ``start`` to ``end`` (CSS px, both included) and say what changes and what is wrong.

    ``every`` lays out at each width (for checking). ``progress`` is told the part done and may raise Stopped.
    """
    walked = walk(page, start, end, height, every=every, progress=lambda part: progress(part * WALKING), processes=processes)
    asked = Survey(walked)
    findings = find_all(asked, lambda part: progress(WALKING + (1 - WALKING) * part))
    bands = bands_of(asked)
    unmodelled = {(one.index, one.feature): one for stretch in walked.stretches for one in stretch.layout.unmodelled}
    progress(1.0)
    return Surveyed(start, end, edges_of_survey(asked, bands), bands, findings, walked, breakpoints_of(asked, findings), query_words(asked), list(unmodelled.values()))
