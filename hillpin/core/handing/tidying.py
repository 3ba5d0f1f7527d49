"""One way of writing for a whole folder: line ends, indentation, kept sums in or out. Text in, text out; shown before it is done."""

from __future__ import annotations

import re
from bisect import bisect_right
from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass
from math import gcd

from ..errors import InputError
from ..markup.tags import tags_of
from ..writing import SUM_COMMENT
from .folder_doubts import PAGES

LINE_ENDS = {"keep": "", "LF": "\n", "CRLF": "\r\n"}
INDENTATIONS = {"keep": "", "2 spaces": "  ", "4 spaces": "    ", "tabs": "\t"}
SUMS = ("keep", "take out")
_AS_IT_IS = ("pre", "textarea", "script", "listing", "plaintext", "xmp")
"""Elements whose white space counts, or is a program's."""


@dataclass(frozen=True, slots=True)
class Tidiness:
    """What is wished; ``keep`` leaves a thing as it is."""

    line_ends: str = "keep"
    indentation: str = "keep"
    sums: str = "keep"


def tidied(texts: Mapping[str, str], wish: Tidiness) -> dict[str, str]:
    """The files (path → text) that change, as they become. Raises InputError where a wish is none."""
    for given, known in ((wish.line_ends, LINE_ENDS), (wish.indentation, INDENTATIONS), (wish.sums, SUMS)):
        if given not in known:
            raise InputError(f"{given} is none of {', '.join(known)}.")
    found = {}
    for path, text in texts.items():
        made = _without_sums(text) if wish.sums != "keep" and path.lower().endswith((".css", *PAGES)) else text
        if wish.indentation != "keep" and path.lower().endswith((".css", *PAGES)):
            made = _indented(made, INDENTATIONS[wish.indentation], path.lower().endswith(PAGES))
        if wish.line_ends != "keep":
            made = re.sub(r"\r\n|\r|\n", LINE_ENDS[wish.line_ends].replace("\\", "\\\\"), made)
        if made != text:
            found[path] = made
    return found


def _without_sums(text: str) -> str:
    """Without the comments, and without the lines that were theirs alone."""
    lines = re.split(r"(?<=\n)", text)
    kept = []
    for line in lines:
        bare = SUM_COMMENT.sub("", line)
        if bare == line:
            kept.append(line)
        elif bare.strip():
            end = re.search(r"\r?\n?$", bare)
            kept.append(bare[: end.start() if end else len(bare)].rstrip() + (end.group() if end else ""))
    return "".join(kept)


def _indented(text: str, unit: str, is_markup: bool) -> str:
    """Every line's depth as it is, written in another unit; lines in elements whose white space counts stay as they are."""
    starts = [0, *(found.end() for found in re.finditer(r"\n", text))]
    held = _held(text) if is_markup else _comments(text)
    old = _unit_of(text)
    if not old:
        return text
    made = []
    for number, start in enumerate(starts):
        end = starts[number + 1] if number + 1 < len(starts) else len(text)
        line = text[start:end]
        lead = line[: len(line) - len(line.lstrip(" \t"))]
        at = bisect_right(held, (start, len(text) + 1)) - 1
        if not lead or not line.strip() or (at >= 0 and held[at][0] < start < held[at][1]):
            made.append(line)
            continue
        columns = sum(old if sign == "\t" else 1 for sign in lead)
        depth, rest = divmod(columns, old)
        made.append(unit * depth + " " * rest + line[len(lead) :])
    return "".join(made)


def _unit_of(text: str) -> int:
    """How many columns one step is; a tab counts as one step. 0 where nothing is indented."""
    leads = [len(found.group(1)) for found in re.finditer(r"(?m)^( +)\S", text)]
    if not leads:
        return 4 if re.search(r"(?m)^\t", text) else 0
    common = [lead for lead, _ in Counter(leads).most_common(8)]
    return max(gcd(*common), 2) if gcd(*common) in (2, 3, 4, 8) else min(min(common), 4) if min(common) >= 2 else 2


def _held(text: str) -> list[tuple[int, int]]:
    """The stretches of a page inside elements whose white space counts, and inside comments."""
    found: list[tuple[int, int]] = [(one.start(), one.end()) for one in re.finditer(r"<!--.*?-->", text, re.DOTALL)]
    begun: dict[str, int] = {}
    for tag in tags_of(text):
        if tag.name in _AS_IT_IS:
            if not tag.is_end:
                begun.setdefault(tag.name, tag.offset)
            elif tag.name in begun:
                found.append((begun.pop(tag.name), tag.offset))
    found += [(start, len(text)) for start in begun.values()]
    return _joined(found)


def _comments(text: str) -> list[tuple[int, int]]:
    return _joined([(one.start(), one.end()) for one in re.finditer(r"/\*.*?\*/", text, re.DOTALL)])


def _joined(found: list[tuple[int, int]]) -> list[tuple[int, int]]:
    """Stretches in order, those that overlap as one."""
    made: list[tuple[int, int]] = []
    for start, end in sorted(found):
        if made and start <= made[-1][1]:
            made[-1] = (made[-1][0], max(end, made[-1][1]))
        else:
            made.append((start, end))
    return made
