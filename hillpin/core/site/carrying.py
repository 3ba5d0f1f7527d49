"""Files renamed and moved, with every address carried along."""

from __future__ import annotations

import posixpath
from collections.abc import Mapping
from dataclasses import dataclass, replace

from .addresses import Reference, relative, written_as
from .links import Links


@dataclass(frozen=True, slots=True)
class LineChange:
    """A line before and after a change; ``line`` counts from 1, in the text before."""

    line: int
    before: str
    after: str


@dataclass(frozen=True, slots=True)
class Changed:
    """A file's text after a change, at the path that it has then."""

    path: str
    new_path: str
    text: str
    lines: tuple[LineChange, ...]


def moved(links: Links, moves: Mapping[str, str]) -> list[Changed]:
    """The texts that change when files get other paths: addresses that lead to what moves, and those in what moves.

    Every address leads to the same file as before, and one that led nowhere stays as it is. ``moves`` maps old paths to new
    ones; a file that moves without a change of its text is not among the answers.
    """
    found = []
    for path in sorted(links.texts):
        new_path = moves.get(path, path)
        edits = [
            (one.start, one.end, after)
            for one in links.of(path)
            for after in [_rewritten(links, one, path, new_path, moves)]
            if after is not None and after != one.written
        ]
        if edits:
            text = links.texts[path]
            found.append(Changed(path, new_path, put_in(text, edits), line_changes(text, edits)))
    return found


def _rewritten(links: Links, reference: Reference, path: str, new_path: str, moves: Mapping[str, str]) -> str | None:
    """What is to stand in an address' place; None where it stays."""
    target = links.file_of(reference)
    if target is None or reference.where == "base href":
        return None
    new_target = moves.get(target, target)
    there = _moved_base(reference, path, new_path)
    if new_target == target and there.base == reference.base:
        return None
    if there.target() == new_target:
        return None
    return written_as(there, relative(there, new_target))


def _moved_base(reference: Reference, path: str, new_path: str) -> Reference:
    """The same address counted from where its file is then."""
    if path == new_path:
        return reference
    if reference.base == path:
        return replace(reference, base=new_path)
    # A base element's own address is kept, and counts from the new place.
    base = posixpath.relpath(reference.base, posixpath.dirname(path) or ".") + ("/" if reference.base.endswith("/") else "")
    joined = posixpath.join(posixpath.dirname(new_path), base)
    return replace(reference, base=posixpath.normpath(joined) + ("/" if base.endswith("/") else ""))


def put_in(text: str, edits: list[tuple[int, int, str]]) -> str:
    """A text with some of its stretches replaced: edits are (start, end, new text), in order, and do not overlap."""
    pieces, at = [], 0
    for start, end, after in edits:
        pieces += [text[at:start], after]
        at = end
    return "".join([*pieces, text[at:]])


def line_changes(text: str, edits: list[tuple[int, int, str]]) -> tuple[LineChange, ...]:
    """The lines that edits touch, before and after; edits in one line make one change."""
    found: list[LineChange] = []
    number, counted = 1, 0
    group: list[tuple[int, int, str]] = []
    for place, edit in enumerate(edits):
        group.append(edit)
        line_end = text.find("\n", edit[1])
        line_end = len(text) if line_end < 0 else line_end
        if place + 1 < len(edits) and edits[place + 1][0] <= line_end:
            continue
        start = text.rfind("\n", 0, group[0][0]) + 1
        number += text.count("\n", counted, start)
        counted = start
        inner = [(a - start, b - start, after) for a, b, after in group]
        before = text[start:line_end]
        found.append(LineChange(number, before.rstrip("\r"), put_in(before, inner).rstrip("\r")))
        group = []
    return tuple(found)
