"""Expectations of a page proved in a process of its own."""

from __future__ import annotations

import time
from dataclasses import asdict
from typing import Any

from ..computing import say
from ..core.expectations import prove, read_file
from ..core.files import MemoryFiles
from ..core.page import Page

EVERY = 0.1


def proved_out(request: dict[str, Any]) -> list[dict[str, Any]]:
    """Each expectation of the file that is about the page, and what came of it. Raises InputError where the file is none."""
    told = [0.0]

    def progress(part: float) -> None:
        if time.monotonic() - told[0] >= EVERY:
            told[0] = time.monotonic()
            say(round(part, 3))

    kept = [(number, one) for number, one in enumerate(read_file(request["text"])) if one.is_about(request["page"])]
    asked = [one.expectation for _, one in kept if one.expectation is not None]
    page = Page(MemoryFiles(request["files"]), request["page"], measured=request["measured"])
    proofs = iter(prove(page, asked, progress) if asked else [])
    out = []
    for number, one in kept:
        proof = next(proofs) if one.expectation is not None else None
        out.append({
            "number": number, "page": one.page, "says": one.sentence, "line": one.line,
            "low": one.expectation.low if one.expectation is not None else None, "high": one.expectation.high if one.expectation is not None else None,
            "error": proof.error if proof is not None else one.error, "failures": [asdict(failure) for failure in proof.failures] if proof is not None else [],
        })  # fmt: skip
    return out
