"""Surveys under way: started, asked for, stopped."""

from __future__ import annotations

import json
import os
import pickle
import struct
import subprocess
import sys
import threading
import time
import uuid
from collections import OrderedDict
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

MOST_JOBS = 24
LONGEST = 300.0
"""Seconds after which a survey is given up."""
UNASKED = 3.0
"""Seconds without a question after which it is stopped."""
ROOT = Path(__file__).resolve().parents[2]

LOOK = 0.2
"""Seconds between two looks at a survey under way."""
_processors = threading.BoundedSemaphore(os.cpu_count() or 1)
"""As many surveys walk at once as there are processors."""

GENTLY = ("nice", "-n", "10")
"""From its first import on a survey gives way to who types: it is the same process afterwards."""


@dataclass(slots=True)
class Job:
    """One survey. ``state`` is walking, done, stopped or failed."""

    site: int
    page: str
    keep: bool
    process: subprocess.Popen[bytes] | None = None
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

    def begin(self) -> subprocess.Popen[bytes] | None:
        """Start its process; None where it was stopped before its turn."""
        with self.lock:
            if self.state != "walking":
                return None
            self.begun = time.monotonic()
            self.process = subprocess.Popen([*GENTLY, sys.executable, "-m", "hillpin.surveys.worker"], stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.PIPE, cwd=ROOT)
            return self.process


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
        threading.Thread(target=_follow, args=(job, pickle.dumps(request)), daemon=True).start()
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


def _follow(job: Job, request: bytes) -> None:
    """Wait for a processor, feed a survey's process and take in what it says."""
    with _processors:
        process = job.begin()
        if process is not None:
            _followed(job, process, request)


def _followed(job: Job, process: subprocess.Popen[bytes], request: bytes) -> None:
    assert process.stdin is not None and process.stdout is not None
    try:
        process.stdin.write(struct.pack("<Q", len(request)))
        process.stdin.write(request)
        process.stdin.flush()
    except OSError:
        pass
    for line in process.stdout:
        said = json.loads(line)
        job.progress = said.get("progress", job.progress)
        job.detail = said.get("detail", job.detail)
        job.survey = said.get("survey", job.survey)
        job.remedies = said.get("remedies", job.remedies)
        job.elsewhere = said.get("elsewhere", job.elsewhere)
    errors = process.stderr.read().decode("utf-8", "replace") if process.stderr is not None else ""
    process.wait()
    with suppress(OSError):
        process.stdin.close()
    if job.survey is not None or job.elsewhere is not None:
        job.progress = 1.0
        job.end("done")
    else:
        last = (errors.strip().splitlines() or ["The survey ended without a word."])[-1]
        job.end("failed", job.detail or last)


jobs = Jobs()
