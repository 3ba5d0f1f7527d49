"""How the practice server is to behave: told by a file, so that it can be told otherwise while it runs."""

from __future__ import annotations

import json
import os
import threading
import time
from pathlib import Path

FAULTS = ("none", "slow", "drops", "full", "refuses")
SLOW = 0.4
"""Seconds that a slow server takes for each step."""


class Behaviour:
    """What is to go wrong, and after how many files. A line that was dropped once is not dropped again until it is told to."""

    def __init__(self, folder: Path) -> None:
        self._file = folder / "practice.json"
        self._lock = threading.Lock()
        self._written, self._mark, self._is_spent = 0, 0, False
        self._fault, self._after = "none", 0

    def tell(self, fault: str, after: int = 0) -> None:
        """Have it behave so from now on; ``after`` files go well first."""
        new = self._file.with_suffix(".new")
        new.write_text(json.dumps({"fault": fault if fault in FAULTS else "none", "after": max(after, 0), "mark": time.monotonic_ns()}))
        os.replace(new, self._file)

    def told(self) -> tuple[str, int]:
        """What it is told to be like."""
        self._read()
        return self._fault, self._after

    def _read(self) -> None:
        try:
            content = json.loads(self._file.read_text())
            fault, after, mark = str(content["fault"]), int(content["after"]), int(content["mark"])
        except (OSError, ValueError, KeyError, TypeError):
            fault, after, mark = "none", 0, 0
        if mark != self._mark:
            self._fault, self._after, self._mark = fault, after, mark
            self._written, self._is_spent = 0, False

    def step(self) -> None:
        """One step of any kind: a slow server takes its time."""
        with self._lock:
            self._read()
            fault = self._fault
        if fault == "slow":
            time.sleep(SLOW)

    def file(self) -> str:
        """A file is about to be written or moved: gives what goes wrong with it, ``none`` where nothing does."""
        with self._lock:
            self._read()
            self._written += 1
            if self._fault in ("none", "slow") or self._written <= self._after:
                return "none"
            if self._fault == "drops":
                if self._is_spent:
                    return "none"
                self._is_spent = True
            return self._fault
