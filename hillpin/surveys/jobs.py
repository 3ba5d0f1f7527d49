"""Surveys under way: started, asked for, stopped."""

from __future__ import annotations

import json
import pickle
import subprocess
import sys
import threading
import time
import uuid
from collections import OrderedDict
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

MOST_JOBS = 24
LONGEST = 300.0
"""Seconds after which a survey is given up."""
UNASKED = 3.0
"""Seconds without a question after which it is stopped."""
ROOT = Path(__file__).resolve().parents[2]

GENTLY = ("nice", "-n", "10")
"""From its first import on a survey gives way to who types: it is the same process afterwards."""


@dataclass(slots=True)
class Job:
    """One survey. ``state`` is walking, done, stopped or failed."""

    site: int
    page: str
    keep: bool
    process: subprocess.Popen[bytes]
    state: str = "walking"
    progress: float = 0.0
    survey: dict[str, Any] | None = None
    remedies: list[dict[str, Any]] = field(default_factory=list)
    detail: str = ""
    begun: float = field(default_factory=time.monotonic)
    asked: float = field(default_factory=time.monotonic)
    """When someone last asked for it: nobody walks for a window that was closed."""

    def stop(self) -> None:
        """Stop it where it is still walking."""
        if self.state == "walking":
            self.state = "stopped"
            self.process.kill()


class Jobs:
    """The surveys of this server: one at a time for a page, the newest."""

    def __init__(self) -> None:
        self._jobs: OrderedDict[str, Job] = OrderedDict()
        self._lock = threading.Lock()

    def start(self, site: int, page: str, request: dict[str, Any], keep: bool) -> str:
        """Start a survey; an older one of the same page is stopped. Gives its name."""
        process = subprocess.Popen([*GENTLY, sys.executable, "-m", "hillpin.surveys.worker"], stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.PIPE, cwd=ROOT)
        job, name = Job(site, page, keep, process), uuid.uuid4().hex
        with self._lock:
            for other in self._jobs.values():
                if (other.site, other.page) == (site, page):
                    other.stop()
            self._jobs[name] = job
            while len(self._jobs) > MOST_JOBS:
                self._jobs.popitem(last=False)[1].stop()
        threading.Thread(target=_follow, args=(job, pickle.dumps(request)), daemon=True).start()
        return name

    def get(self, site: int, name: str) -> Job | None:
        """A survey by its name."""
        job = self._jobs.get(name)
        if job is None or job.site != site:
            return None
        job.asked = time.monotonic()
        if job.state == "walking" and time.monotonic() - job.begun > LONGEST:
            job.stop()
            job.state, job.detail = "failed", f"The survey took longer than {LONGEST:,.0f} seconds and was given up."
        return job


def _follow(job: Job, request: bytes) -> None:
    """Feed a survey's process and take in what it says."""
    process = job.process
    assert process.stdin is not None and process.stdout is not None
    try:
        process.stdin.write(request)
        process.stdin.close()
    except OSError:
        pass
    for line in process.stdout:
        said = json.loads(line)
        job.progress = said.get("progress", job.progress)
        job.detail = said.get("detail", job.detail)
        job.survey = said.get("survey", job.survey)
        job.remedies = said.get("remedies", job.remedies)
        if time.monotonic() - job.asked > UNASKED:
            job.stop()
    errors = process.stderr.read().decode("utf-8", "replace") if process.stderr is not None else ""
    process.wait()
    if job.state == "walking":
        if job.survey is not None:
            job.progress, job.state = 1.0, "done"
        else:
            job.detail = job.detail or (errors.strip().splitlines() or ["The survey ended without a word."])[-1]
            job.state = "failed"


jobs = Jobs()
