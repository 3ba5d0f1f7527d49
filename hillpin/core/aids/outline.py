"""The page's own tree, and moving an element in the source with its indentation kept."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..authoring import indent_at, line_start, span_of
from ..errors import InputError
from ..markup import Document, Element, parse_html

Direction = Literal["up", "down", "in", "out"]
LANDMARKS = {"header": "header", "nav": "navigation", "main": "main", "aside": "aside", "footer": "footer", "form": "form", "search": "search"}
HEADINGS = ("h1", "h2", "h3", "h4", "h5", "h6")
LISTS = ("ul", "ol", "dl", "table")
MOST_WORDS = 60


@dataclass(frozen=True, slots=True)
class OutlineEntry:
    """A line of the page's tree. ``kind`` is landmark, section, heading, list or box; ``depth`` counts entries around it."""

    index: int
    kind: str
    name: str
    words: str
    depth: int
    line: int | None


PARTS = ("landmark", "section")


def outline_of(document: Document) -> list[OutlineEntry]:
    """Landmarks, sections, headings and lists in document order, and boxes that hold any of them.

    A page without landmarks and sections has no such parts to go by: every element that can make a box stands there.
    """
    entries: list[OutlineEntry] = []
    depths: dict[Element, int] = {}
    is_plain = not any(_kind(element) in PARTS for element in document.elements)
    for element in document.elements:
        depth = next((depths[node] + 1 for node in element.ancestors() if node in depths), 0)
        kind = _kind(element) or ("box" if is_plain and _makes_a_box(element) else "")
        if kind:
            depths[element] = depth
            entries.append(OutlineEntry(element.index, kind, element.name(), _words(element, kind), depth, element.line))
    return entries


def _kind(element: Element) -> str:
    if element.namespace != "html" or element.tag == "body":
        return ""
    if element.tag in LANDMARKS:
        return "landmark"
    if element.tag in ("section", "article", "figure"):
        return "section"
    if element.tag in HEADINGS:
        return "heading"
    if element.tag in LISTS:
        return "list"
    holds = element.tag == "div" and any(inner.tag in (*LANDMARKS, *HEADINGS, "section", "article", "figure", "ul", "ol") for inner in element.elements)
    return "box" if holds else ""


_NO_BOX = frozenset(["head", "title", "meta", "link", "style", "script", "template", "base", "noscript", "br", "wbr", "source", "track", "area", "map", "param"])


def _makes_a_box(element: Element) -> bool:
    """Whether an element stands in the page by itself, if styles let it."""
    return element.namespace == "html" and element.tag not in ("body", *_NO_BOX)


def _words(element: Element, kind: str) -> str:
    """What a person knows a part by: a heading's words, or those of the first heading inside; a box's own words."""
    named = element.attributes.get("aria-label", "")
    source = element if kind == "heading" or (kind == "box" and not element.elements) else next((inner for inner in element.descendants() if inner.tag in HEADINGS), None)
    words = " ".join((named or (source.text() if source is not None else "")).split())
    return words if len(words) <= MOST_WORDS else f"{words[: MOST_WORDS - 1]}…"


def moved_where(source: str, after: str, index: int, direction: Direction) -> str:
    """What a move did in the source, in words: which lines went where."""
    element = parse_html(source).elements[index]
    first = element.line or 1
    last = source.count("\n", 0, element.end or element.start_tag_end or 0) + 1
    count = len(list(element.descendants()))
    moved_to = next((one for one in parse_html(after).elements if _same(one, element, count)), None)
    parent = moved_to.parent if moved_to is not None else None
    lines = f"line {first}" if first == last else f"lines {first} to {last}"
    to = f" and stands at line {moved_to.line} now" if moved_to is not None and moved_to.line != first else ""
    where = {"up": "before its sibling", "down": "behind its sibling", "in": "into the element before it", "out": "out of what it was in"}[direction]
    return f"{element.name()}, {lines} of the source, went {where}{f', in {parent.name()}' if parent is not None else ''}{to}. Undo takes it back."


def _same(one: Element, element: Element, count: int) -> bool:
    return one.tag == element.tag and one.attributes == element.attributes and one.text() == element.text() and len(list(one.descendants())) == count


def moved(source: str, index: int, direction: Direction) -> str:
    """The source with an element moved among its siblings, into the one before it, or out of what it is in.

    ``index`` counts as in ``document.elements``. Raises InputError where it cannot go there, or where a browser would read
    the new source as another tree (a ``p`` ends where a block begins in it; HTML, 13.2.6).
    """
    document = parse_html(source)
    if not 0 < index < len(document.elements):
        raise InputError("The body itself cannot be moved.")
    element = document.elements[index]
    span_of(element)
    parent = element.parent
    assert parent is not None
    place = element.sibling_index
    order = _order(document)
    rows = order[index : index + 1 + len(list(element.descendants()))]
    if direction in ("up", "down"):
        to = place - 1 if direction == "up" else place + 1
        if not 0 <= to < len(parent.elements):
            raise InputError(f"{element.name()} is the {'first' if direction == 'up' else 'last'} in {parent.name()}.")
        first, second = (parent.elements[to], element) if direction == "up" else (element, parent.elements[to])
        begin, middle, end = first.index, second.index, second.index + 1 + len(list(second.descendants()))
        order[begin:end] = order[middle:end] + order[begin:middle]
        target, after = parent, _swapped(source, first, second)
    elif direction == "in":
        if place == 0:
            raise InputError(f"No sibling stands before {element.name()} that it could go into.")
        target = parent.elements[place - 1]
        order[index : index + len(rows)] = [(tag, depth + 1) for tag, depth in rows]
        after = _into(source, element, target)
    else:
        if parent.tag == "body" or parent.parent is None:
            raise InputError(f"{element.name()} is directly in the body and cannot go out of it.")
        target = parent.parent
        end = parent.index + 1 + len(list(parent.descendants()))
        order[index:end] = order[index + len(rows) : end] + [(tag, depth - 1) for tag, depth in rows]
        after = _out(source, element, parent)
    if order != _order(parse_html(after)):
        raise InputError(f"{element.name()} cannot stand there in {target.name()}: a browser would close one of the two early.")
    return after


def _order(document: Document) -> list[tuple[str, int]]:
    """Tags with their depths in document order: two sources with the same list are the same tree."""
    return [(element.tag, sum(1 for _ in element.ancestors())) for element in document.elements]


def _swapped(source: str, first: Element, second: Element) -> str:
    (a, b), (c, d) = span_of(first), span_of(second)
    return source[:a] + source[c:d] + source[b:c] + source[a:b] + source[d:]


def _unit(source: str, inner: Element, outer: Element) -> str:
    """One step of the file's own indentation."""
    inside, around = indent_at(source, inner.offset or 0), indent_at(source, outer.offset or 0)
    if inside is not None and around is not None and len(inside) > len(around) and inside.startswith(around):
        return inside[len(around) :]
    return "\t" if "\n\t" in source else "  "


def _cut(source: str, element: Element) -> tuple[str, str, int]:
    """The source without an element, the element's text, and where it stood; its line goes too where it has one of its own."""
    start, end = span_of(element)
    text = source[start:end]
    lead = indent_at(source, start)
    tail = source[end:].split("\n", 1)[0]
    if lead is not None and not tail.strip():
        begin = line_start(source, start)
        stop = min(end + len(tail) + 1, len(source))
        return source[:begin] + source[stop:], text, begin
    return source[:start] + source[end:], text, start


def _shifted(text: str, before: str, after: str) -> str:
    """A text's lines with one indentation in place of another."""
    first, *rest = text.split("\n")
    return "\n".join([first, *((after + line[len(before) :]) if line.startswith(before) else line for line in rest)])


def _into(source: str, element: Element, box: Element) -> str:
    _, box_end = span_of(box)
    if box.end_tag_start is None:
        raise InputError(f"{box.name()} has no end tag to go before.")
    lead = indent_at(source, element.offset or 0) or ""
    unit = _unit(source, box.elements[0], box) if box.elements else _unit(source, element, element.parent) if element.parent is not None else "  "
    rest, text, _ = _cut(source, element)
    target = box.end_tag_start
    close = indent_at(source, target)
    if close is None:
        # The box stands on one line: its content goes in without line breaks.
        return rest[:target] + text + rest[target:]
    inner = close + unit
    line = line_start(source, target)
    assert box_end <= (element.offset or 0)
    return rest[:line] + inner + _shifted(text, lead, inner) + "\n" + rest[line:]


def _out(source: str, element: Element, parent: Element) -> str:
    _, parent_end = span_of(parent)
    lead = indent_at(source, element.offset or 0) or ""
    around = indent_at(source, parent.offset or 0)
    rest, text, _ = _cut(source, element)
    target = parent_end - (len(source) - len(rest))
    if around is None:
        return rest[:target] + text + rest[target:]
    return rest[:target] + "\n" + around + _shifted(text, lead, around) + rest[target:]
