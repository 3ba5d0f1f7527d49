"""A survey in a process of its own: typing never waits for it, and it can be stopped at any moment.

Reads one pickled request from standard input, and writes a line of JSON for each step and one for the result.
"""

from __future__ import annotations

import json
import pickle
import struct
import sys
import time
from typing import Any

from ..core.errors import InputError
from ..core.files import MemoryFiles
from ..core.page import Page
from ..core.survey import Remedy, proved, survey
from ..limits import end_with, hold_memory
from .told import digest_of, remedy_out, survey_out

SURVEYING = 0.4
"""The part of the time that the page's own survey takes where ways to settle a finding are proved after it."""
SURVEY_MEMORY = 1_500 * 1024 * 1024
"""Bytes that a survey may ask for: one of 5,000 elements at 1,681 widths has 800 MB of memory."""
EVERY = 0.1
"""Seconds between two words on the progress."""


def main() -> None:
    """Do one survey."""
    size = struct.unpack("<Q", sys.stdin.buffer.read(8))[0]
    request: dict[str, Any] = pickle.loads(sys.stdin.buffer.read(size))
    # Standard input stays open as long as the server lives, and its end is this process's.
    end_with(sys.stdin.fileno())
    hold_memory(SURVEY_MEMORY)
    told = [0.0]

    def progress(part: float) -> None:
        now = time.monotonic()
        if now - told[0] >= EVERY:
            told[0] = now
            _say({"progress": round(part, 3)})

    try:
        page = Page(MemoryFiles(request["files"]), request["page"], measured=request["measured"])
        settle = request.get("settle")
        first = 1.0 if settle is None else SURVEYING
        surveyed = survey(page, request["start"], request["end"], request["height"], progress=lambda part: progress(first * part))
        remedies: list[Remedy] = []
        if settle is not None:
            finding = next((one for one in surveyed.findings if digest_of(one) == settle), None)
            if finding is None:
                raise InputError("The page has changed: this finding is not there any more, or has other numbers.")
            remedies = proved(page, surveyed, finding, request["height"], lambda part: progress(first + (1 - first) * part))
        _say({"survey": survey_out(surveyed, request["index"]), "remedies": [remedy_out(one) for one in remedies]})
    except InputError as error:
        _say({"detail": str(error)})
    except MemoryError:
        _say({"detail": f"{request['page']} needs more than {SURVEY_MEMORY // 2**20} MB to be surveyed, and was given up."})


def _say(what: dict[str, Any]) -> None:
    sys.stdout.write(json.dumps(what) + "\n")
    sys.stdout.flush()


if __name__ == "__main__":
    main()
