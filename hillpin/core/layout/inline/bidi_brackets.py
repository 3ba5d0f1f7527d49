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
        for first, last in _pairs(characters):
            found = _direction(characters, first, last, run["sor"])
            if found is not None:
                characters[first]["type"] = characters[last]["type"] = found


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


def _direction(characters: list[dict[str, Any]], first: int, last: int, before: str) -> str | None:
    """The direction of a pair: the text's own where something in it has that (N0 b), else that of what is in it where what is
    before it has the same, and the text's own where not (N0 c); None with nothing strong in it (N0 d)."""
    own = "LR"[characters[first]["level"] % 2]
    kinds: list[str] = [one["type"] for one in characters]
    inside = {_STRONG[kind] for kind in kinds[first + 1 : last] if kind in _STRONG}
    if own in inside:
        return own
    if not inside:
        return None
    around = [_STRONG[kind] for kind in kinds[:first] if kind in _STRONG]
    return around[-1] if around else before
