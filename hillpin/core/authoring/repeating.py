"""The selected element many times over: with numbers of its own each, and with words from rows or pictures."""

from __future__ import annotations

import posixpath
from dataclasses import dataclass, field
from textwrap import dedent

from ..errors import InputError
from ..markup import Element
from ..page import Page
from .data_rows import DataRows, Separator, read_rows
from .outline_markup import OutlineAsk
from .own_ids import Copies, Splice, spliced
from .slots import Slot, escaped, slots_of
from .source_places import SourceChange, between, element_at, indent_at, span_of, tried

MOST_COPIES = 500
MOST_LENGTH = 2_000_000
_OTHER_NAMES = {"img src": ("picture", "image", "src", "file"), "img alt": ("alt",), "a href": ("href", "link", "address", "url"), "a": ("name",)}


@dataclass(frozen=True, slots=True)
class RepeatWish:
    """How an element is repeated: so many times, or once for each row. ``columns`` say for each slot which column (from 0) goes
    into it, -1 none; slots that are not named are given columns by their names, or in order. ``answers`` are the words of
    pictures by row, from 1."""

    count: int = 2
    rows: str = ""
    separator: Separator = ""
    pictures: tuple[str, ...] = ()
    columns: dict[str, int] = field(default_factory=dict)
    answers: dict[str, str] = field(default_factory=dict)


@dataclass(slots=True)
class Repeated:
    """An element's slots, what goes into them, the new text with the place behind the last copy, and what is still asked."""

    slots: list[Slot]
    columns: dict[str, int]
    header: list[str]
    rows: list[list[str]]
    text: str
    caret: int
    html: str
    asks: list[OutlineAsk] = field(default_factory=list)
    refused: str = ""


def repeated(page: Page, index: int, wish: RepeatWish) -> Repeated:
    """Repeat an element. Raises InputError where the rows cannot be read or are too many."""
    source = page.document.source
    element = element_at(page.document, index)
    slots = slots_of(source, element)
    data = _data(page, wish, slots)
    columns = _columns(slots, data, wish.columns)
    count = len(data.rows) or wish.count
    if not 1 <= count <= MOST_COPIES:
        raise InputError(f"An element is repeated 1 to {MOST_COPIES} times, not {count:,}.")
    start, end = span_of(element)
    if (end - start) * count > MOST_LENGTH:
        raise InputError(f"That would be over {MOST_LENGTH // 1_000_000} million characters.")
    made = _Maker(page, element, slots, columns, data, wish)
    body = between(source, element).join(made.copies(count))
    asks = made.asks
    text = source[:start] + body + source[end:]
    told = Repeated(slots, columns, data.header, data.rows, source, start, dedent((indent_at(source, start) or "") + body), asks)
    try:
        tried(source, SourceChange(text, start), f"{element.name()} cannot be repeated here")
    except InputError as error:
        told.refused = str(error)
        return told
    told.text, told.caret = text, start + len(body)
    return told


def _data(page: Page, wish: RepeatWish, slots: list[Slot]) -> DataRows:
    if wish.pictures:
        unknown = next((one for one in wish.pictures if page.files.read(one) is None), None)
        if unknown is not None:
            raise InputError(f"There is no picture {unknown}.")
        return DataRows([[posixpath.relpath(one, posixpath.dirname(page.path) or ".")] for one in wish.pictures], ["img src"])
    if not wish.rows.strip():
        return DataRows([], [])
    names = frozenset(name for slot in slots for name in _names_of(slot))
    return read_rows(wish.rows, wish.separator, names)


def _names_of(slot: Slot) -> tuple[str, ...]:
    return (slot.name, *_OTHER_NAMES.get(slot.name, ()))


def _columns(slots: list[Slot], data: DataRows, said: dict[str, int]) -> dict[str, int]:
    """Which column goes into which slot: as said, by the header's names, or in order, addresses of pictures into pictures."""
    width = len(data.rows[0]) if data.rows else 0
    found = {slot.name: said[slot.name] for slot in slots if -1 <= said.get(slot.name, -2) < width}
    free = [column for column in range(width) if column not in found.values()]
    header = [one.strip().lower() for one in data.header]
    for slot in slots:
        if slot.name in found:
            continue
        named = next((column for column in free if column < len(header) and header[column] in _names_of(slot)), None)
        if named is not None:
            found[slot.name] = named
            free.remove(named)
    for slot in slots:
        if slot.name in found or header:
            continue
        fits = next((column for column in free if _is_address(data, column) == (slot.kind == "value") and (slot.kind == "text" or slot.name.startswith("img src"))), None)
        if fits is not None:
            found[slot.name] = fits
            free.remove(fits)
    return {slot.name: found.get(slot.name, -1) for slot in slots}


def _is_address(data: DataRows, column: int) -> bool:
    endings = (".svg", ".png", ".jpg", ".jpeg", ".webp", ".avif", ".gif")
    return all(row[column].lower().endswith(endings) for row in data.rows)


class _Maker:
    """Makes the copies one after another."""

    def __init__(self, page: Page, element: Element, slots: list[Slot], columns: dict[str, int], data: DataRows, wish: RepeatWish) -> None:
        self.page, self.slots, self.columns, self.data, self.wish = page, slots, columns, data, wish
        self.start, end = span_of(element)
        self.markup = page.document.source[self.start : end]
        self.asks: list[OutlineAsk] = []
        self.copy = Copies(page, self.markup)

    def copies(self, count: int) -> list[str]:
        """The element itself first, with the words of the first row."""
        return [self._copy(number) for number in range(count)]

    def _copy(self, number: int) -> str:
        row = self.data.rows[number] if self.data.rows else []
        filled = [slot for slot in self.slots if row and self.columns[slot.name] >= 0]
        splices = [Splice(slot.start - self.start, slot.end - self.start, escaped(row[self.columns[slot.name]], slot)) for slot in filled]
        if number > 0:
            splices += self.copy.next({one.start for one in splices})[1]
        splices += self._words_of_pictures(number, splices)
        return spliced(self.markup, splices)

    def _words_of_pictures(self, number: int, splices: list[Splice]) -> list[Splice]:
        """The alt of a picture that is another one here is asked for, unless its own says that it is decoration."""
        found = []
        for picture in (slot for slot in self.slots if slot.name.startswith("img src")):
            words = next((slot for slot in self.slots if slot.element == picture.element and slot.name.startswith("img alt")), None)
            other = next((one for one in splices if one.start == picture.start - self.start), None)
            if words is None or other is None or self.columns[words.name] >= 0 or other.text == self.markup[other.start : other.end] or not (words.words or self.wish.pictures):
                continue
            answer = self.wish.answers.get(str(number + 1))
            if answer is None and not any(one.line == number + 1 for one in self.asks):
                self.asks.append(OutlineAsk(number + 1, "alt", f"What does {other.text} say to those who do not see it?"))
            found.append(Splice(words.start - self.start, words.end - self.start, escaped(answer or "", words)))
        return found
