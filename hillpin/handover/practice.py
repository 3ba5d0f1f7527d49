"""The practice server, as this server runs it: a process of its own that ends with it."""

from __future__ import annotations

import json
import subprocess
import sys
import threading
from dataclasses import dataclass
from typing import Any

from django.conf import settings

from ..practice import Behaviour
from ..sites.errors import Refused
from ..whereabouts import ROOT

STARTING = 30.0


@dataclass(slots=True)
class Running:
    """The process, and what it says of itself: ports, user and password."""

    process: subprocess.Popen[str]
    access: dict[str, Any]


class PracticeServer:
    """At most one of them."""

    def __init__(self) -> None:
        self._running: Running | None = None
        self._lock = threading.Lock()

    @property
    def folder(self) -> Any:
        """Where it keeps what it gets."""
        return settings.DATA / "practice"

    def access(self) -> dict[str, Any] | None:
        """Its ports, user and password; None where it does not run."""
        running = self._running
        return running.access if running is not None and running.process.poll() is None else None

    def behaviour(self) -> Behaviour:
        """How it is to behave."""
        return Behaviour(self.folder)

    def begin(self) -> dict[str, Any]:
        """Have it run. Raises Refused where it does not start."""
        with self._lock:
            known = self.access()
            if known is not None:
                return known
            self.folder.mkdir(parents=True, exist_ok=True)
            # Its standard input stays open for as long as this process lives: it ends with that.
            process = subprocess.Popen([sys.executable, "-m", "hillpin.practice", str(self.folder)], stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True, cwd=ROOT)
            timer = threading.Timer(STARTING, process.kill)
            timer.start()
            assert process.stdout is not None
            line = process.stdout.readline()
            timer.cancel()
            if not line:
                process.kill()
                raise Refused("The practice server did not start.")
            self._running = Running(process, json.loads(line))
            return self._running.access

    def end(self) -> None:
        """End it. What it got stays."""
        with self._lock:
            if self._running is not None:
                self._running.process.kill()
                self._running.process.wait()
                self._running = None

    def earlier(self) -> list[int]:
        """The numbers of the publishings that it keeps, the last one first."""
        kept = self.folder / "publishings"
        return sorted((int(one.name) for one in kept.iterdir() if one.name.isdigit()), reverse=True) if kept.is_dir() else []


practice_server = PracticeServer()
