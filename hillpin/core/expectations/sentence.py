"""One expectation as a sentence: what must hold of what, and from which width to which.

``.cards 3 across from 900``: a claim, then a range. docs/expectations.md has the grammar for those who write them.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from ..errors import InputError

FROM, TO = 240, 1920
"""The widths that a sentence without a range speaks of."""
NARROWEST, WIDEST = 1, 20_000
LONGEST = 300
"""Characters of a sentence."""


@dataclass(frozen=True, slots=True)
class Expectation:
    """A sentence as it was read. ``numbers`` are those of the claim; ``low`` and ``high`` are viewport widths in CSS px, both
    included; ``height`` is the viewport's, None where the sentence does not say it."""

    sentence: str
    claim: str
    selector: str
    other: str
    numbers: tuple[float, ...]
    low: int
    high: int
    height: int | None


@dataclass(frozen=True, slots=True)
class Claim:
    """What can be claimed: a name, how it is written, and an example."""

    name: str
    pattern: re.Pattern[str]
    example: str


def _claim(name: str, pattern: str, example: str) -> Claim:
    words = pattern.replace("SEL", "(?P<sel>.+?)").replace("OTHER", "(?P<other>.+?)").replace("NUM", r"(\d[\d,]*(?:\.\d+)?)")
    return Claim(name, re.compile(words.replace(" ", r"\s+"), re.IGNORECASE), example)


CLAIMS = (
    _claim("no-scroll", "no sideways scroll", "no sideways scroll from 240 up"),
    _claim("characters", "text of SEL NUM to NUM characters", "text of .lead 45 to 75 characters from 600"),
    _claim("first-screen", "nothing of SEL outside the first screen", "nothing of .intro outside the first screen at 390 × 740"),
    _claim("across", "SEL NUM across", ".cards 3 across from 900"),
    _claim("most-lines", "SEL at most NUM lines?", "h1 at most 2 lines from 320"),
    _claim("exact-lines", "SEL NUM lines?", ".masthead a 1 line"),
    _claim("equal-height", "SEL all equally high", ".fare all equally high from 652"),
    _claim("equal-width", "SEL all equally wide", ".fare all equally wide from 652"),
    _claim("most-height", "SEL not taller than NUM", ".menu not taller than 60"),
    _claim("most-width", "SEL not wider than NUM", ".lead not wider than 720"),
    _claim("least-height", "SEL at least NUM high", ".button at least 44 high"),
    _claim("least-width", "SEL at least NUM wide", ".fare at least 200 wide"),
    _claim("height", "SEL NUM high", ".bar 60 high"),
    _claim("width", "SEL NUM wide", ".crew img 96 wide"),
    _claim("before", "SEL before OTHER", "aside before footer"),
    _claim("beside", "SEL beside OTHER", ".photo beside .words from 700"),
    _claim("not-shown", "SEL not shown", ".folded not shown from 860"),
    _claim("shown", "SEL shown", "nav ul shown from 860"),
)
"""Every claim, those with the most words of their own first."""

_NUMBER = r"(\d[\d,]*)"
_HEIGHT = rf"(?:\s*,?\s*{_NUMBER}\s+high)?"
_RANGES = (
    re.compile(rf"\s+at\s+{_NUMBER}(?:\s*[×x]\s*{_NUMBER})?$", re.IGNORECASE),
    re.compile(rf"\s+from\s+{_NUMBER}\s+to\s+{_NUMBER}{_HEIGHT}$", re.IGNORECASE),
    re.compile(rf"\s+from\s+{_NUMBER}(?:\s+up)?{_HEIGHT}$", re.IGNORECASE),
    re.compile(rf"\s+up\s+to\s+{_NUMBER}{_HEIGHT}$", re.IGNORECASE),
)


def read_expectation(sentence: str) -> Expectation:
    """Read one sentence. Raises InputError that says what is not understood, and how it could be written."""
    text = " ".join(sentence.split()).rstrip(".")
    if not text:
        raise InputError("An expectation is a sentence, such as: no sideways scroll from 240 up.")
    if len(text) > LONGEST:
        raise InputError(f"An expectation has {LONGEST} characters at most; this one has {len(text):,}.")
    for claimed, low, high, height in _ranges(text):
        for claim in CLAIMS:
            found = claim.pattern.fullmatch(claimed)
            if found is None:
                continue
            named = found.groupdict()
            numbers = tuple(float(one.replace(",", "")) for key, one in enumerate(found.groups(), 1) if key not in claim.pattern.groupindex.values())
            return Expectation(text, claim.name, named.get("sel") or "", named.get("other") or "", numbers, *_within(low, high, height, text))
    raise InputError(f"“{text}” is not understood. {_near(text)}")


def _ranges(text: str) -> Iterator[tuple[str, int, int, int | None]]:
    """Each way to part a sentence into a claim and a range: ``at``, ``from … to``, ``from``, ``up to``, none."""
    at, both, up, down = (pattern.search(text) for pattern in _RANGES)
    if at is not None:
        width = _whole(at[1])
        yield text[: at.start()], width, width, _whole(at[2]) if at[2] else None
    if both is not None:
        yield text[: both.start()], _whole(both[1]), _whole(both[2]), _whole(both[3]) if both[3] else None
    if up is not None:
        yield text[: up.start()], _whole(up[1]), max(TO, _whole(up[1])), _whole(up[2]) if up[2] else None
    if down is not None:
        yield text[: down.start()], min(FROM, _whole(down[1])), _whole(down[1]), _whole(down[2]) if down[2] else None
    yield text, FROM, TO, None


def _whole(number: str) -> int:
    return int(number.replace(",", "")[:9])


def _within(low: int, high: int, height: int | None, text: str) -> tuple[int, int, int | None]:
    if low > high:
        raise InputError(f"“{text}” goes from {low:,} to {high:,}: the smaller width comes first.")
    for one in (low, high, height if height is not None else low):
        if not NARROWEST <= one <= WIDEST:
            raise InputError(f"“{text}” speaks of {one:,}; widths and heights go from {NARROWEST} to {WIDEST:,}.")
    return low, high, height


def _near(text: str) -> str:
    """What a sentence of the same words looks like."""
    words = set(re.findall(r"[a-z]+", text.lower()))
    best = max(CLAIMS, key=lambda one: len(words & set(re.findall(r"[a-z]+", one.example.lower()))))
    return f"It could be written so: {best.example}."
