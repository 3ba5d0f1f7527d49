"""Surveys under way: started, asked for, stopped."""

from __future__ import annotations

import threading
import time
import uuid
from collections import OrderedDict
from concurrent.futures import CancelledError
from concurrent.futures import Future as AnyFuture
from dataclasses import dataclass, field
from typing import Any

from ..computing import FIRST, USUAL, Work, WorkFailed, WorkStopped, long_work
from ..core.errors import InputError
from .worker import SURVEY_MEMORY, surveyed

MOST_JOBS = 24
UNASKED = 3.0
"""Seconds without a question after which a survey is stopped."""


@dataclass(slots=True)
class Job:
    """One survey. ``state`` is walking, done, stopped or failed."""

    site: int
    page: str
    keep: bool
    work: Work | None = None
    state: str = "walking"
    progress: float = 0.0
    survey: dict[str, Any] | None = None
    remedies: list[dict[str, Any]] = field(default_factory=list)
    elsewhere: list[dict[str, Any]] | None = None
    detail: str = ""
    asked: float = field(default_factory=time.monotonic)
    """When someone last asked for it: nobody walks for a window that was closed."""

    def is_wanted(self) -> bool:
        """Whether someone still asks for it."""
        return time.monotonic() - self.asked <= UNASKED

    def take(self, part: float) -> None:
        """Take in how far it is."""
        self.progress = part

    def stop(self) -> None:
        """Stop it where it is still walking."""
        if self.state == "walking":
            self.state = "stopped"
        if self.work is not None:
            self.work.stop()

    def settle(self, future: AnyFuture[Any]) -> None:
        """Take in what came of it."""
        if self.state != "walking":
            return
        try:
            found = future.result()
        except (CancelledError, WorkStopped):
            self.state = "stopped"
        except (WorkFailed, InputError) as reason:
            self.detail, self.state = f"{self.page} was not surveyed. {reason}" if isinstance(reason, WorkFailed) else str(reason), "failed"
        else:
            self.survey, self.remedies = found.get("survey"), found.get("remedies", [])
            self.elsewhere = found.get("elsewhere")
            self.progress, self.state = 1.0, "done"


class Jobs:
    """The surveys of this server: one at a time for a page, the newest."""

    def __init__(self) -> None:
        self._jobs: OrderedDict[str, Job] = OrderedDict()
        self._lock = threading.Lock()

    def start(self, site: int, page: str, request: dict[str, Any], keep: bool) -> str:
        """Start a survey; an older one of the same page is stopped. Gives its name."""
        job, name = Job(site, page, keep), uuid.uuid4().hex
        with self._lock:
            for other in self._jobs.values():
                if (other.site, other.page) == (site, page):
                    other.stop()
            self._jobs[name] = job
            while len(self._jobs) > MOST_JOBS:
                self._jobs.popitem(last=False)[1].stop()
        job.work = long_work().submit(surveyed, request, priority=FIRST if keep else USUAL, told=job.take, wanted=job.is_wanted, memory=SURVEY_MEMORY)
        job.work.add_done_callback(job.settle)
        return name

    def get(self, site: int, name: str) -> Job | None:
        """A survey by its name."""
        job = self._jobs.get(name)
        if job is None or job.site != site:
            return None
        job.asked = time.monotonic()
        return job


jobs = Jobs()
