"""Surveys under way: started, asked for, stopped."""

from __future__ import annotations

import logging
import os
import threading
import time
import uuid
from collections import OrderedDict
from contextlib import suppress
from dataclasses import dataclass, field
from multiprocessing.connection import Connection
from multiprocessing.process import BaseProcess
from typing import Any

from ..computing import begin_process
from .worker import main

MOST_JOBS = 24
LONGEST = 300.0
"""Seconds after which a survey is given up."""
UNASKED = 3.0
"""Seconds without a question after which it is stopped."""

LOOK = 0.2
"""Seconds between two looks at a survey under way."""
_processors = threading.BoundedSemaphore(os.cpu_count() or 1)
"""As many surveys walk at once as there are processors."""

_LOG = logging.getLogger(__name__)


@dataclass(slots=True)
class Job:
    """One survey. ``state`` is walking, done, stopped or failed."""

    site: int
    page: str
    keep: bool
    process: BaseProcess | None = None
    """None while it waits for a processor."""
    state: str = "walking"
    progress: float = 0.0
    survey: dict[str, Any] | None = None
    remedies: list[dict[str, Any]] = field(default_factory=list)
    elsewhere: list[dict[str, Any]] | None = None
    detail: str = ""
    begun: float = field(default_factory=time.monotonic)
    asked: float = field(default_factory=time.monotonic)
    """When someone last asked for it: nobody walks for a window that was closed."""
    lock: threading.Lock = field(default_factory=threading.Lock)

    def stop(self) -> None:
        """Stop it where it is still walking."""
        self.end("stopped")

    def end(self, state: str, detail: str = "") -> None:
        """End it in a state, where it is still walking."""
        with self.lock:
            if self.state != "walking":
                return
            self.state, self.detail = state, detail or self.detail
            if self.process is not None:
                self.process.kill()

    def begin(self) -> tuple[Connection, Connection] | None:
        """Start its process, and give the pipe to it and its lifeline; None where it was stopped before its turn."""
        with self.lock:
            if self.state != "walking":
                return None
            self.begun = time.monotonic()
            self.process, pipe, lifeline = begin_process(main, name="hillpin survey")
            return pipe, lifeline


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
        threading.Thread(target=_follow, args=(job, request), daemon=True).start()
        threading.Thread(target=_watch, args=(job,), daemon=True).start()
        return name

    def get(self, site: int, name: str) -> Job | None:
        """A survey by its name."""
        job = self._jobs.get(name)
        if job is None or job.site != site:
            return None
        job.asked = time.monotonic()
        return job


def _watch(job: Job) -> None:
    """End a survey that takes too long, or that nobody asks for any more, whatever its process does."""
    while job.state == "walking":
        time.sleep(LOOK)
        if time.monotonic() - job.asked > UNASKED:
            job.stop()
        elif job.process is not None and time.monotonic() - job.begun > LONGEST:
            job.end("failed", f"The survey took longer than {LONGEST:,.0f} seconds and was given up.")


def _follow(job: Job, request: dict[str, Any]) -> None:
    """Wait for a processor, give a survey's process its request and take in what it says."""
    with _processors:
        begun = job.begin()
        if begun is None:
            return
        pipe, lifeline = begun
        try:
            with suppress(OSError, EOFError):
                pipe.send(request)
                while True:
                    _take(job, pipe.recv())
        finally:
            pipe.close()
            if job.process is not None:
                job.process.join()
            lifeline.close()
    if job.survey is not None or job.elsewhere is not None:
        job.progress = 1.0
        job.end("done")
    else:
        job.end("failed", job.detail or "The survey ended without a word.")


def _take(job: Job, said: dict[str, Any]) -> None:
    job.progress = said.get("progress", job.progress)
    job.detail = said.get("detail", job.detail)
    job.survey = said.get("survey", job.survey)
    job.remedies = said.get("remedies", job.remedies)
    job.elsewhere = said.get("elsewhere", job.elsewhere)
    if "trace" in said:
        _LOG.error("A survey of %s failed.\n%s", job.page, said["trace"])


jobs = Jobs()
