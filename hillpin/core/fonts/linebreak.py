"""Where a line may break: UAX #14 with the tailoring for ASCII that browsers share.

Between two ASCII characters browsers use a small table of pairs instead of the full algorithm, so that
addresses and prices do not fall apart; all other pairs follow UAX #14 (by ``uniseg``).
"""

from __future__ import annotations

import functools
import re

from uniseg.linebreak import line_break, line_break_boundaries

_OPENING = frozenset("(<[{")
_BREAKS_BEFORE_OPENING = frozenset("!\"#%&)*+,.:;=>\\]|}~")
_NOT_AFTER_HYPHEN = frozenset("!$),./:;?]}")
_NOT_AFTER_QUESTION = frozenset("!\"'),./:;?]}")
SPACES = " \t\n"
LONGEST_WORD = 2_000
"""Characters of a word to which UAX #14 is applied; what comes after them is broken between ASCII characters alone."""
_LETTERS = re.compile("[A-Za-z\u00c0-\u00d6\u00d8-\u00f6\u00f8-\u024f\u0300-\u0374\u0376-\u037d\u0386\u0388-\u0481\u048a-\u052f]+")
"""Letters of European alphabets and marks on them: no line breaks between any two (LB 9, LB 28)."""


def _ascii_pair(before: str, after: str, earlier: str) -> bool:
    """Whether a line may break between two ASCII characters that are no spaces."""
    if before == "-":
        if after.isdigit():
            return earlier.isalnum() and earlier.isascii()
        return after not in _NOT_AFTER_HYPHEN
    if before == "?":
        return after not in _NOT_AFTER_QUESTION
    return after in _OPENING and before in _BREAKS_BEFORE_OPENING


@functools.lru_cache(maxsize=8192)
def _word_breaks(word: str) -> tuple[int, ...]:
    """UAX #14 opportunities inside one word."""
    return tuple(position for position in line_break_boundaries(word) if 0 < position < len(word))


def break_opportunities(text: str) -> list[bool]:
    """For each position from 0 to ``len(text)``: whether a line may break before that character.

    Spaces allow a break after their run. Forced breaks are the caller's.
    """
    result = [False] * (len(text) + 1)
    length = len(text)
    start = 0
    while start < length:
        if text[start] in SPACES:
            start += 1
            if start < length and text[start] not in SPACES:
                result[start] = True
            continue
        end = start
        while end < length and text[end] not in SPACES:
            end += 1
        _mark_word(text, start, end, result)
        start = end
    _forbid_before_closers(text, result)
    return result


def _mark_word(text: str, start: int, end: int, result: list[bool]) -> None:
    word = text[start:end]
    if word.isascii():
        for i in range(start + 1, end):
            if _ascii_pair(text[i - 1], text[i], text[i - 2] if i - 2 >= start else ""):
                result[i] = True
        return
    if _LETTERS.fullmatch(word):
        return
    full = set(_word_breaks(word[:LONGEST_WORD]))
    for i in range(start + 1, end):
        before, after = text[i - 1], text[i]
        if before.isascii() and after.isascii():
            allowed = _ascii_pair(before, after, text[i - 2] if i - 2 >= start else "")
        else:
            # A dash that begins a word keeps to its letters (LB 20a, which uniseg has for hyphens alone).
            allowed = (i - start) in full and not (i == start + 1 and before in "\u2010\u2013" and after.isalpha())
        result[i] = allowed


_CLOSERS = frozenset("\u00a0\u2060\u202f\u2007")


def _forbid_before_closers(text: str, result: list[bool]) -> None:
    """No break next to a glue character that follows spaces (LB 11, LB 12)."""
    for position, character in enumerate(text):
        if character in _CLOSERS:
            if position and text[position - 1] not in SPACES:
                result[position] = False
            result[position + 1] = False


_ALPHABETIC = frozenset(["AL", "AI", "HL", "NU", "SA", "XX"])
_AFTER_ALL = _ALPHABETIC | {"OP"}
_BREAK_ALL: dict[str, frozenset[str]] = {
    **dict.fromkeys((*_ALPHABETIC, "|", "CL", "CP", "SY"), _AFTER_ALL | {"PR", "HY", "|"}),
    **dict.fromkeys(("EX", "PO"), _AFTER_ALL | {"PR", "HY", "PO", "|"}),
    "PR": frozenset(["PO"]),
    "HY": frozenset(["NU"]),
    "IS": _AFTER_ALL | {"HY", "|"},
    "ID": _AFTER_ALL,
    "H2": _AFTER_ALL | {"PR"},
    "H3": _AFTER_ALL | {"PR"},
}
"""Before which classes of UAX #14 a line may break, by the class that stands before: what ``word-break: break-all`` adds, as measured in
Chromium 156 for every pair (css-text-3 §5.2)."""


@functools.lru_cache(maxsize=1024)
def _class_of(character: str) -> str:
    # Browsers tailor these two.
    return {"+": "AL", "|": "|"}.get(character) or str(line_break(character))


def breaks_all_between(before: str, after: str) -> bool:
    """Whether ``word-break: break-all`` lets a line break between two characters that nothing else does."""
    return _class_of(after) in _BREAK_ALL.get(_class_of(before), ())


def grapheme_starts(text: str) -> list[int]:
    """Positions at which ``overflow-wrap: anywhere`` may break."""
    return [i for i, c in enumerate(text) if not ("\u0300" <= c <= "\u036f" or c in "\u200d\ufe0f")]
