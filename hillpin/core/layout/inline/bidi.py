"""Which way each character of a paragraph runs: UAX #9 by ``python-bidi``, with the isolates that elements are (css-writing-modes-4 §2.4).

The library knows no isolates: each is resolved as a paragraph of its own, and stands for one neutral character in what is around it.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Any
from unicodedata import bidirectional

from bidi.algorithm import explicit_embed_and_overrides, get_empty_storage, resolve_implicit_levels, resolve_neutral_types, resolve_weak_types

from ...styles.style import ComputedStyle
from .bidi_brackets import resolve_brackets
from .items import Item, ItemKind

DEEPEST = 125
"""The highest level there is (BD2): what is deeper in runs as what it is in."""
_FROM_RIGHT = re.compile("[\u0590-\u08ff\u200f\u202a-\u202e\u2066-\u2069\ufb1d-\ufdff\ufe70-\ufefc\U00010800-\U00010fff\U0001e800-\U0001efff]")
"""Characters that run from the right, and those that say which way others run."""
_ISOLATES = ("isolate", "isolate-override", "plaintext")
_OVERRIDES = ("bidi-override", "isolate-override")
_EMBEDS = {("embed", "ltr"): "LRE", ("embed", "rtl"): "RLE", ("bidi-override", "ltr"): "LRO", ("bidi-override", "rtl"): "RLO"}
_UNKNOWN = frozenset(["LRI", "RLI", "FSI", "PDI", ""])
"""Kinds of characters that the library does not know; they count for nothing."""


@dataclass(slots=True)
class _Isolate:
    """A text that is ordered by itself: places in the paragraph, boxes that stand in none, controls by their kind, and isolates in
    it; ``ends`` are the edges of the inline box that it is."""

    level: int
    entries: list[int | str | Item | _Isolate] = field(default_factory=list)
    ends: list[Item] = field(default_factory=list)


def has_directions(style: ComputedStyle, items: list[Item], text: str) -> bool:
    """Whether the order of what is on a line needs to be asked for; ``style`` is that of the block container."""
    if style.unicode_bidi in _OVERRIDES or style.direction == "rtl" or (not text.isascii() and _FROM_RIGHT.search(text)):
        return True
    return any(item.kind == ItemKind.OPEN and item.box.style.direction == "rtl" and item.box.style.unicode_bidi != "normal" for item in items)


def levels_of(style: ComputedStyle, items: list[Item], text: str) -> list[int]:
    """The embedding level of every character of an inline formatting context, counted from its paragraph's own: 0 where it runs
    as that does, 1 where it runs against it… Items without characters get theirs at once: edges of isolates and what is out of flow
    by themselves, edges of other inline boxes from what is next."""
    base = 1 if style.direction == "rtl" else 0
    levels = [base] * len(text)
    for paragraph in _paragraphs(base, items, style.unicode_bidi in _OVERRIDES):
        _resolve(paragraph, text, levels)
    for item in items:
        if item.kind in (ItemKind.TAB, ItemKind.BREAK):
            levels[item.start] = base
    following = base
    for item in reversed(items):
        if item.kind in (ItemKind.OPEN, ItemKind.CLOSE) and not is_isolate(item.box.style):
            item.level = following
        elif item.end > item.start:
            item.level = levels[item.start]
        following = item.level
        item.level -= base
    return [level - base for level in levels]


def is_isolate(style: ComputedStyle) -> bool:
    """Whether an inline box is ordered by itself (css-writing-modes-4 §2.4.2)."""
    return style.unicode_bidi in _ISOLATES


def _paragraphs(base: int, items: list[Item], is_overridden: bool) -> list[_Isolate]:
    """A context's paragraphs, which forced breaks part; the inline boxes that are open there go on in the next one."""
    found: list[_Isolate] = []
    inside: list[tuple[_Isolate, int]] = []
    opened: list[Item] = []

    def begin() -> None:
        found.append(_Isolate(base))
        inside[:] = [(found[-1], _overridden(found[-1]) if is_overridden else base)]
        for one in opened:
            _open(inside, one)

    begin()
    for item in items:
        if item.kind == ItemKind.OPEN:
            opened.append(item)
            _open(inside, item)
        elif item.kind == ItemKind.CLOSE and opened:
            opened.pop()
            _close(inside, item)
        elif item.kind == ItemKind.BREAK:
            begin()
        elif item.end > item.start:
            inside[-1][0].entries += range(item.start, item.end)
        else:
            inside[-1][0].entries.append(item)
    return found


def _overridden(isolate: _Isolate) -> int:
    """Let all that comes in a text run as it does itself; the level of that."""
    isolate.entries.append("RLO" if isolate.level % 2 else "LRO")
    return _next_level(isolate.level, isolate.level % 2)


def _open(inside: list[tuple[_Isolate, int]], item: Item) -> None:
    style = item.box.style
    around, level = inside[-1]
    if is_isolate(style):
        isolate = _Isolate(_next_level(level, 1 if style.direction == "rtl" else 0), ends=[item])
        around.entries.append(isolate)
        inside.append((isolate, _overridden(isolate) if style.unicode_bidi == "isolate-override" else isolate.level))
        return
    control = _EMBEDS.get((style.unicode_bidi, style.direction))
    if control is not None:
        around.entries.append(control)
    inside.append((around, level if control is None else _next_level(level, int(control[0] == "R"))))


def _close(inside: list[tuple[_Isolate, int]], item: Item) -> None:
    if len(inside) < 2:
        return
    inner, _ = inside.pop()
    if is_isolate(item.box.style):
        inner.ends.append(item)
    if item.box.style.unicode_bidi in ("isolate-override", "embed", "bidi-override"):
        inner.entries.append("PDF")


def _next_level(level: int, direction: int) -> int:
    """The least level above one that runs in a direction (X2, X3), as far as there are any."""
    following = level + 1 if (level + 1) % 2 == direction else level + 2
    return following if following <= DEEPEST else level


def _resolve(isolate: _Isolate, text: str, levels: list[int]) -> None:
    """Put the levels of a text and of what is in it into the paragraph's (X1 to I2)."""
    base = isolate.level % 2
    storage: dict[str, Any] = get_empty_storage()
    storage["base_level"], storage["base_dir"] = base, "LR"[base]
    for entry in isolate.entries:
        kind = entry if isinstance(entry, str) else "ON"
        if isinstance(entry, int):
            kind = bidirectional(text[entry])
            kind = "BN" if kind in _UNKNOWN else kind
        storage["chars"].append({"ch": text[entry] if isinstance(entry, int) else "\ufffc", "level": base, "type": kind, "orig": kind, "at": entry})
    listed = list(storage["chars"])
    explicit_embed_and_overrides(storage)
    resolve_weak_types(storage)
    resolve_brackets(storage)
    resolve_neutral_types(storage, False)
    resolve_implicit_levels(storage, False)
    # What counts for nothing, like a soft hyphen, is where the character before it is.
    kept, level = {id(one) for one in storage["chars"]}, base
    for one in listed:
        level = one["level"] if id(one) in kept else level
        _put(one["at"], level + isolate.level - base, levels)
    for entry in isolate.entries:
        if isinstance(entry, _Isolate):
            _resolve(entry, text, levels)


def _put(entry: int | str | Item | _Isolate, level: int, levels: list[int]) -> None:
    """Note the level of a character or of what stands for one."""
    if isinstance(entry, int):
        levels[entry] = level
    elif isinstance(entry, Item):
        entry.level = level
    elif isinstance(entry, _Isolate):
        for edge in entry.ends:
            edge.level = level
