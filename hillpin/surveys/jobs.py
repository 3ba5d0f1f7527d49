"""Surveys under way."""

from __future__ import annotations

from typing import Any

from ..computing import FIRST, USUAL, Ticket, Tickets, Work, long_work
from .worker import SURVEY_MEMORY, surveyed

jobs = Tickets()
to_keep: set[str] = set()
"""Names of surveys that are kept when they have ended."""


def start_survey_job(site: int, page: str, request: dict[str, Any], keep: bool) -> str:
    """Start a survey; an older one of the same page is stopped. Gives its name."""

    def begin(ticket: Ticket) -> Work:
        return long_work().submit(surveyed, request, priority=FIRST if keep else USUAL, told=ticket.take, wanted=ticket.is_wanted, memory=SURVEY_MEMORY)

    name = jobs.start(site, page, begin)
    if keep:
        to_keep.add(name)
    return name
