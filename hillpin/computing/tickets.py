"""Long work that the interface follows: begun, asked for by a name, stopped. One of a subject at a time: the newest."""

from __future__ import annotations

import threading
import time
import uuid
from collections import OrderedDict
from collections.abc import Callable
from concurrent.futures import CancelledError, Future
from dataclasses import dataclass, field
from typing import Any

from django.db import DatabaseError

from ..core.errors import InputError
from ..storage import storage_fault
from .long_work import Work, WorkFailed, WorkStopped

MOST = 24
UNASKED = 30.0
"""Seconds without a question after which work is stopped: who leaves says so; a window that is busy or out of sight asks seldom."""


@dataclass(slots=True)
class Ticket:
    """One piece of work. ``state`` is walking, done, stopped or failed; ``result`` is what it gave, ``detail`` why it failed."""

    site: int
    subject: str
    progress: float = 0.0
    state: str = "walking"
    result: Any = None
    detail: str = ""
    work: Work | None = None
    asked: float = field(default_factory=time.monotonic)
    """When someone last asked for it: nobody works for a window that was closed."""

    def is_wanted(self) -> bool:
        """Whether someone still asks for it."""
        return time.monotonic() - self.asked <= UNASKED

    def take(self, part: float) -> None:
        """Take in how far it is."""
        self.progress = part

    def stop(self) -> None:
        """Stop it where it is under way."""
        if self.state == "walking":
            self.state = "stopped"
        if self.work is not None:
            self.work.stop()

    def settle(self, future: Future[Any]) -> None:
        """Take in what came of it."""
        if self.state != "walking":
            return
        try:
            self.result = future.result()
        except (CancelledError, WorkStopped):
            self.state = "stopped"
        except (WorkFailed, InputError) as reason:
            self.detail, self.state = str(reason), "failed"
        except DatabaseError as error:
            fault = storage_fault(error)
            self.detail, self.state = fault.sentence if fault else f"What came of it could not be kept: {error}.", "failed"
        else:
            self.progress, self.state = 1.0, "done"


class Tickets:
    """The pieces of work of one kind."""

    def __init__(self) -> None:
        self._tickets: OrderedDict[str, Ticket] = OrderedDict()
        self._lock = threading.Lock()

    def start(self, site: int, subject: str, begin: Callable[[Ticket], Work]) -> str:
        """Begin work; an older one of the same subject is stopped. Gives its name."""
        ticket, name = Ticket(site, subject), uuid.uuid4().hex
        with self._lock:
            for other in self._tickets.values():
                if (other.site, other.subject) == (site, subject):
                    other.stop()
            self._tickets[name] = ticket
            while len(self._tickets) > MOST:
                self._tickets.popitem(last=False)[1].stop()
        ticket.work = begin(ticket)
        ticket.work.add_done_callback(ticket.settle)
        return name

    def peek(self, name: str) -> Ticket | None:
        """A piece of work by its name, without asking for it."""
        return self._tickets.get(name)

    def get(self, site: int, name: str) -> Ticket | None:
        """A piece of work of a site by its name."""
        ticket = self._tickets.get(name)
        if ticket is None or ticket.site != site:
            return None
        ticket.asked = time.monotonic()
        return ticket
