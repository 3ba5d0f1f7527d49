"""Hand over's work under way: one of a kind for each site."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.http import Http404

from ..computing import Ticket, Tickets, Work

jobs = Tickets()


@dataclass(slots=True)
class Said:
    """What a piece of work says that it is at."""

    words: str = ""


_said: dict[str, Said] = {}


def start_job(site: int, subject: str, begin: Callable[[Ticket, Callable[[Any], None]], Any]) -> str:
    """Begin work; an older one of the same subject is stopped. ``begin`` gets the ticket and what takes in what is said."""
    said = Said()

    def whole(ticket: Ticket) -> Work:
        def told(words: Any) -> None:
            if isinstance(words, dict):
                ticket.take(float(words.get("progress", ticket.progress)))
                said.words = str(words.get("words", said.words))
            else:
                ticket.take(float(words))

        return begin(ticket, told)

    name = jobs.start(site, subject, whole)
    _said[name] = said
    for old in [one for one in _said if jobs.peek(one) is None]:
        del _said[old]
    return name


def job_of(site: int, name: str) -> tuple[Ticket, Said]:
    """A piece of work by its name, and what it says. Raises Http404."""
    ticket = jobs.get(site, name)
    if ticket is None:
        raise Http404
    return ticket, _said.get(name) or Said()
