"""A survey in a process of its own: typing never waits for it, and it can be stopped at any moment.

Reads one pickled request from standard input, and writes a line of JSON for each step and one for the result.
"""

from __future__ import annotations

import json
import pickle
import sys
import time
from typing import Any

from ..core.errors import InputError
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.survey.survey import survey
from .told import survey_out

EVERY = 0.1
"""Seconds between two words on the progress."""


def main() -> None:
    """Do one survey."""
    request: dict[str, Any] = pickle.load(sys.stdin.buffer)
    told = [0.0]

    def progress(part: float) -> None:
        now = time.monotonic()
        if now - told[0] >= EVERY:
            told[0] = now
            _say({"progress": round(part, 3)})

    try:
        page = Page(MemoryFiles(request["files"]), request["page"], measured=request["measured"])
        surveyed = survey(page, request["start"], request["end"], request["height"], progress=progress)
        _say({"survey": survey_out(surveyed, request["index"])})
    except InputError as error:
        _say({"detail": str(error)})


def _say(what: dict[str, Any]) -> None:
    sys.stdout.write(json.dumps(what) + "\n")
    sys.stdout.flush()


if __name__ == "__main__":
    main()
