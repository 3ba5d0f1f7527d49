"""An outline read: indented lines of ``count selector selector: words``, as a tree."""

from __future__ import annotations

import re
from dataclasses import dataclass, field

MOST_LINES = 400
MOST_COUNT = 200
MOST_DEPTH = 40
_COUNT = re.compile(r"(\d+)\s+(?=[A-Za-z.#\[])")
_TAG = re.compile(r"[A-Za-z][A-Za-z0-9-]*")
_NAME = re.compile(r"-?[A-Za-z_][\w-]*(?:#(?![\w-]))?")
_ATTRIBUTE = re.compile(r"""\[\s*([A-Za-z_:][-\w:.]*)\s*(?:=\s*(?:"([^"]*)"|'([^']*)'|([^\]]*?))\s*)?\]""")


@dataclass(frozen=True, slots=True)
class OutlineFault:
    """What is wrong with an outline, and where: a line and a column, both from 1."""

    line: int
    column: int
    message: str


@dataclass(slots=True)
class OutlinePart:
    """One element as a selector says it. ``tag`` is empty where none is said."""

    tag: str
    id: str = ""
    classes: list[str] = field(default_factory=list)
    attributes: list[tuple[str, str]] = field(default_factory=list)


@dataclass(slots=True)
class OutlineLine:
    """A line: how often, its elements from the outside in, its words by repeat, and the lines inside it."""

    number: int
    count: int
    parts: list[OutlinePart]
    words: list[str]
    inside: list[OutlineLine] = field(default_factory=list)
    column: int = 1
    words_column: int = 1


def read_outline(text: str) -> tuple[list[OutlineLine], list[OutlineFault]]:
    """The lines of an outline as a tree, and what is wrong with it. Lines that are wrong are left out with what is in them."""
    roots: list[OutlineLine] = []
    faults: list[OutlineFault] = []
    open_lines: list[tuple[int, OutlineLine | None]] = []
    lines = text.expandtabs(4).split("\n")
    if len(lines) > MOST_LINES:
        return [], [OutlineFault(MOST_LINES + 1, 1, f"An outline has {MOST_LINES} lines at most.")]
    for number, line in enumerate(lines, 1):
        if not line.strip():
            continue
        indent = len(line) - len(line.lstrip())
        left = max((depth for depth, _ in open_lines), default=None)
        while open_lines and open_lines[-1][0] >= indent:
            open_lines.pop()
        if left is not None and indent < left and roots and indent not in {0, *_depths(lines[: number - 1])}:
            faults.append(OutlineFault(number, 1, "This line is indented less than the one above, and as far as none further up."))
        if len(open_lines) >= MOST_DEPTH:
            faults.append(OutlineFault(number, indent + 1, f"Nothing is nested more than {MOST_DEPTH} deep."))
            continue
        found = _read_line(number, indent, line.strip(), faults)
        around = open_lines[-1][1] if open_lines else None
        if found is not None:
            if not open_lines:
                roots.append(found)
            elif around is not None:
                around.inside.append(found)
        open_lines.append((indent, found))
    return roots, faults


def _depths(lines: list[str]) -> set[int]:
    return {len(line) - len(line.lstrip()) for line in lines if line.strip()}


def _read_line(number: int, indent: int, text: str, faults: list[OutlineFault]) -> OutlineLine | None:
    place = 0
    counted = _COUNT.match(text)
    count = 1
    if counted is not None:
        count, place = int(counted[1][:6]), counted.end()
        if not 1 <= count <= MOST_COUNT:
            faults.append(OutlineFault(number, indent + 1, f"A line is repeated 1 to {MOST_COUNT} times, not {counted[1]}."))
            return None
    parts: list[OutlinePart] = []
    while place < len(text) and text[place] != ":":
        if text[place] == " ":
            place += 1
            continue
        part, after = _read_part(text, place)
        if part is None or after == place:
            what = text[place:].split(" ")[0]
            faults.append(OutlineFault(number, indent + place + 1, f"“{what}” is no selector: a type, .class, #id or [attribute=value]."))
            return None
        parts.append(part)
        place = after
    if not parts:
        faults.append(OutlineFault(number, indent + place + 1, "A line begins with a selector, as in section#fares."))
        return None
    rest = text[place + 1 :].strip() if place < len(text) else ""
    words = [one.strip() for one in _split_bars(rest)] if rest else []
    return OutlineLine(number, count, parts, words, column=indent + 1, words_column=indent + place + 3)


def _read_part(text: str, place: int) -> tuple[OutlinePart | None, int]:
    """One compound selector from a place on, and where it ends."""
    tag = _TAG.match(text, place)
    part = OutlinePart(tag[0].lower() if tag is not None else "")
    place = tag.end() if tag is not None else place
    while place < len(text):
        if text[place] in ".#":
            name = _NAME.match(text, place + 1)
            if name is None:
                return None, place
            if text[place] == ".":
                part.classes.append(name[0])
            else:
                part.id = name[0]
            place = name.end()
        elif text[place] == "[":
            found = _ATTRIBUTE.match(text, place)
            if found is None:
                return None, place
            value = next((one for one in found.groups()[1:] if one is not None), "")
            part.attributes.append((found[1].lower(), value))
            place = found.end()
        elif text[place] in " :":
            break
        else:
            return None, place
    return part, place


def _split_bars(text: str) -> list[str]:
    """Words at bars; ``\\|`` is a bar."""
    return [one.replace("\0", "|") for one in text.replace("\\|", "\0").split("|")]
