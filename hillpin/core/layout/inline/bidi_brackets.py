"""Pairs of brackets run as what is in them does, or as what is before them (UAX #9 N0, BD16): what ``python-bidi`` leaves out."""

from __future__ import annotations

from typing import Any

_PAIRS = {"(": ")", "[": "]", "{": "}", "\u2329": "\u232a", "\u3008": "\u3009", "\u300a": "\u300b", "\u300c": "\u300d", "\u2045": "\u2046", "\u27e8": "\u27e9"}
_ENDS = {end: start for start, end in _PAIRS.items()}
_STRONG = {"L": "L", "R": "R", "EN": "R", "AN": "R"}
MOST_OPEN = 63
"""Brackets that are open at once, beyond which no pairs are found (BD16)."""


def resolve_brackets(storage: dict[str, Any]) -> None:
    """Give the brackets of a text their direction, after its weak kinds are resolved. ``storage`` is the library's: characters with
    their ``ch``, ``type`` and ``level``, and the runs of one level."""
    for run in storage["runs"]:
        characters = storage["chars"][run["start"] : run["start"] + run["length"]]
        pairs = _pairs(characters)
        if pairs:
            _direct(characters, pairs, run["sor"])


def _pairs(characters: list[dict[str, Any]]) -> list[tuple[int, int]]:
    """Where brackets that belong together stand, by the first of each pair."""
    pairs: list[tuple[int, int]] = []
    opened: list[tuple[str, int]] = []
    for place, character in enumerate(characters):
        shown = character["ch"]
        if character["type"] != "ON":
            continue
        if shown in _PAIRS:
            if len(opened) == MOST_OPEN:
                break
            opened.append((_PAIRS[shown], place))
        elif shown in _ENDS:
            match = len(opened) - 1
            while match >= 0 and opened[match][0] != shown:
                match -= 1
            if match >= 0:
                pairs.append((opened[match][1], place))
                del opened[match:]
    return sorted(pairs)


def _direct(characters: list[dict[str, Any]], pairs: list[tuple[int, int]], before: str) -> None:
    """Give pairs of brackets their direction: the text's own where something in one has that (N0 b), else that of what is in it where
    what is before it has the same, and the text's own where not (N0 c); none with nothing strong in it (N0 d)."""
    own = "LR"[characters[0]["level"] % 2]
    strong = [_STRONG.get(one["type"], "") for one in characters]
    # How many of the text's own direction, and of either, stand before each place: what is in a pair is a difference.
    along, any_way = [0], [0]
    for kind in strong:
        along.append(along[-1] + (kind == own))
        any_way.append(any_way[-1] + bool(kind))
    place, around = 0, before
    for first, last in pairs:
        while place < first:
            around = _STRONG.get(characters[place]["type"], "") or around
            place += 1
        if any_way[last] > any_way[first + 1]:
            found = own if along[last] > along[first + 1] else around
            characters[first]["type"] = characters[last]["type"] = found
