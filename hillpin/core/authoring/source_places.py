"""Where an element stands in a source, how its file is written there, and a change of it that is tried before it is given out."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field
from functools import lru_cache

from ..errors import InputError
from ..markup import Document, Element, parse_html
from ..markup.check import check_markup
from .content_model import misplaced


@dataclass(slots=True)
class SourceChange:
    """A page's new text, the place of the caret, what is to be said of it, and the new texts of other files."""

    text: str
    caret: int
    notes: list[str] = field(default_factory=list)
    also: dict[str, str] = field(default_factory=dict)


def element_at(document: Document, index: int) -> Element:
    """An element that has tags of its own. Raises InputError."""
    if not 0 < index < len(document.elements):
        raise InputError("Select an element in the body first." if index <= 0 else f"The page has no element {index}.")
    element = document.elements[index]
    span_of(element)
    return element


def span_of(element: Element) -> tuple[int, int]:
    """Where an element begins and ends in the source. Raises InputError where it has no tags of its own."""
    if element.offset is None or element.end is None:
        raise InputError(f"{element.name()} has no tags of its own in the source, or no end tag: write them first.")
    return element.offset, element.end


def line_start(source: str, at: int) -> int:
    """The offset of a line's first character."""
    return source.rfind("\n", 0, at) + 1


def indent_at(source: str, at: int) -> str | None:
    """The white space before a place where nothing else stands before it on its line, else nothing."""
    lead = source[line_start(source, at) : at]
    return lead if not lead.strip() else None


def newline_of(source: str) -> str:
    """How the source ends its lines, by its first one."""
    at = source.find("\n")
    return "\r\n" if at > 0 and source[at - 1] == "\r" else "\n"


def between(source: str, element: Element) -> str:
    """What stands between an element and its like: a line and its indentation where it has a line of its own, else what is
    between it and its neighbour, if that is white space."""
    start, end = span_of(element)
    lead = indent_at(source, start)
    if lead is not None and not source[end:].split("\n", 1)[0].strip():
        return newline_of(source) + lead
    siblings = element.parent.elements if element.parent is not None else []
    place = element.sibling_index
    gaps = []
    if place + 1 < len(siblings) and siblings[place + 1].offset is not None:
        gaps.append(source[end : siblings[place + 1].offset])
    if place > 0 and siblings[place - 1].end is not None:
        gaps.append(source[siblings[place - 1].end : start])
    return next((gap for gap in gaps if not gap.strip()), "")


def tried(before: str, change: SourceChange, subject: str) -> SourceChange:
    """A change that may be. Raises InputError with the reason where a browser would set something right in it that it did not
    before, where something stands in what may not hold it, or where an id stands twice."""
    why = new_fault(before, change.text)
    if why:
        raise InputError(f"{subject}: {why}")
    return change


def new_fault(before: str, after: str) -> str:
    """What is wrong in a source after a change and was not before it; empty where nothing is."""
    old, new = _faults_of(before), _faults_of(after)
    for kind in ("markup", "places"):
        fresh = new[kind] - old[kind]
        if fresh:
            return next(iter(fresh))
    twice = new["ids"] - old["ids"]
    return f"the id {next(iter(twice))} would stand twice." if twice else ""


def fault_of_new(document: Document, around: Element, markup: str) -> str:
    """What would be wrong with markup put into an element, read in nothing but the elements around it: told where
    ``new_fault`` tells something, and ten times as soon, for who types waits for it."""
    chain = [one for one in reversed([around, *around.ancestors()]) if one.tag not in ("html", "body")]
    opened = "".join(_start_tag(document.source, one) for one in chain)
    closed = "".join(document.source[one.end_tag_start : one.end] for one in reversed(chain) if one.end_tag_start is not None)
    why = new_fault(f"<!doctype html><body>{opened}{closed}", f"<!doctype html><body>{opened}{markup}{closed}")
    if why:
        return why
    new, there = ids_in(parse_html(f"<!doctype html><body><template></template>{markup}")), set(ids_in(document))
    twice = next((one for one in new if one in there), "")
    return f"the id {twice} would stand twice." if twice else ""


def _start_tag(source: str, element: Element) -> str:
    """An element's start tag as it stands, or as it is implied."""
    return source[element.offset : element.start_tag_end] if element.offset is not None else f"<{element.tag}>"


@lru_cache(maxsize=8)
def _faults_of(source: str) -> dict[str, Counter[str]]:
    """What is wrong in a source as it stands, by kind; kept while one types, for the page stays as it was."""
    document = parse_html(source)
    ids = Counter(ids_in(document))
    return {"markup": Counter(one.message for one in check_markup(document)), "places": Counter(misplaced(document)), "ids": ids - Counter(set(ids))}


def ids_in(document: Document) -> list[str]:
    """The ids of a page in document order."""
    return [one.id for one in document.root.descendants() if one.id]
