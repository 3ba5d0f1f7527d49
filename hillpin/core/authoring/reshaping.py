"""The selected element in another shape: wrapped, unwrapped, changed, split, joined. All else in the source stays byte for byte."""

from __future__ import annotations

import re

from ..errors import InputError
from ..markup import Document, Element, Text, parse_html
from ..markup.tags import with_attribute
from .outline_lines import read_outline
from .outline_markup import outline_markup
from .placing import quote_of, unit_of
from .source_places import SourceChange, element_at, indent_at, line_start, newline_of, span_of, tried

_ID = re.compile(r"""\s+id\s*=\s*("[^"]*"|'[^']*'|[^\s>]+)""", re.IGNORECASE)
_BETWEEN = "\ue000"


def wrapped(source: str, index: int, selector: str, more: int = 0) -> SourceChange:
    """An element, and ``more`` of the siblings after it, in the elements that a selector says. Raises InputError."""
    document = parse_html(source)
    element = element_at(document, index)
    last = element
    if more > 0:
        siblings = element.parent.elements if element.parent is not None else []
        if element.sibling_index + more >= len(siblings):
            raise InputError(f"Only {len(siblings) - element.sibling_index - 1} siblings stand after {element.name()}.")
        last = siblings[element.sibling_index + more]
    start, end = span_of(element)[0], span_of(last)[1]
    heads, tails = _tags(selector, source)
    lead, unit, newline = indent_at(source, start), unit_of(source), newline_of(source)
    if lead is None:
        body = "".join(heads) + source[start:end] + "".join(tails)
    else:
        steps = [lead + unit * depth for depth in range(len(heads) + 1)]
        inner = _indented(source[start:end], unit * len(heads))
        opened = newline.join(f"{step}{head}" for step, head in zip(steps, heads, strict=False))[len(lead) :]
        closed = newline.join(f"{step}{tail}" for step, tail in zip(reversed(steps[:-1]), tails, strict=True))
        body = f"{opened}{newline}{steps[-1]}{inner}{newline}{closed}"
    change = SourceChange(source[:start] + body + source[end:], start + len(heads[0]) - 1)
    return tried(source, change, f"{element.name()} cannot stand in {selector.strip()}")


def _tags(selector: str, source: str) -> tuple[list[str], list[str]]:
    """The start tags that a selector says, from the outside in, and their end tags from the inside out."""
    lines, faults = read_outline(selector.strip())
    if faults or len(lines) != 1 or lines[0].count != 1 or lines[0].words or lines[0].inside:
        raise InputError(f"Say one selector, such as div.cards: {faults[0].message if faults else selector.strip() or 'there is none.'}")
    made = outline_markup(f"{selector.strip()}: {_BETWEEN}", "", "", {}, quote=quote_of(source))
    before, mark, after = made.text.partition(_BETWEEN)
    if not mark:
        raise InputError(f"{selector.strip()} holds nothing.")
    return re.findall(r"<[^>]*>", before), re.findall(r"<[^>]*>", after)


def _indented(text: str, by: str) -> str:
    """The lines after the first moved in; lines in ``pre`` and ``textarea`` would change what is shown, and stay."""
    kept = [(found.start(), found.end()) for found in re.finditer(r"<(pre|textarea)\b.*?</\1\s*>", text, re.IGNORECASE | re.DOTALL)]
    return _moved_lines(text, kept, lambda line: by + line if line.strip() else line)


def _moved_lines(text: str, kept: list[tuple[int, int]], move) -> str:  # type: ignore[no-untyped-def]
    out, at = [], 0
    for number, line in enumerate(text.split("\n")):
        is_kept = number == 0 or any(start < at <= end for start, end in kept)
        out.append(line if is_kept else move(line))
        at += len(line) + 1
    return "\n".join(out)


def _outdented(text: str, by: str) -> str:
    kept = [(found.start(), found.end()) for found in re.finditer(r"<(pre|textarea)\b.*?</\1\s*>", text, re.IGNORECASE | re.DOTALL)]
    return _moved_lines(text, kept, lambda line: line[len(by) :] if line.startswith(by) else line)


def unwrapped(source: str, index: int) -> SourceChange:
    """What is in an element, in its place. Raises InputError."""
    document = parse_html(source)
    element = element_at(document, index)
    start, end = span_of(element)
    if element.end_tag_start is None or element.start_tag_end is None:
        raise InputError(f"{element.name()} has no end tag, so nothing is in it that could stay.")
    inner = source[element.start_tag_end : element.end_tag_start]
    lead = indent_at(source, start)
    first = inner.lstrip()
    if lead is not None and first and "\n" in inner[: len(inner) - len(first)]:
        # The tags stand on lines of their own.
        step = inner[: len(inner) - len(first)].rpartition("\n")[2]
        body = _outdented(first.rstrip(), step[len(lead) :] if step.startswith(lead) else "")
    else:
        body = inner if lead is None else inner.strip()
    if not body.strip() and lead is not None:
        tail = source[end:].split("\n", 1)[0]
        if not tail.strip():
            start, end = line_start(source, start), min(end + len(tail) + 1, len(source))
    change = SourceChange(source[:start] + body + source[end:], start)
    lost = [f"its {name}" for name in ("id", "class") if element.attributes.get(name)]
    if lost:
        change.notes.append(f"{element.name()} is gone with {' and '.join(lost)}: rules for it reach nothing here now. Undo takes it back.")
    _hold(document, change, element, f"{element.name()} cannot be unwrapped")
    return tried(source, change, f"{element.name()} cannot be unwrapped")


def _hold(document: Document, change: SourceChange, element: Element, subject: str) -> None:
    """Raises InputError where the new source is read as anything but the old tree without one element."""
    before = [one.tag for one in document.elements if one is not element]
    if [one.tag for one in parse_html(change.text).elements] != before:
        raise InputError(f"{subject}: a browser would read what is in it in another way there.")


def changed(source: str, index: int, selector: str) -> SourceChange:
    """An element of another type, with the class names, id and attributes that a selector says added or replaced; what it does
    not name stays. Raises InputError."""
    document = parse_html(source)
    element = element_at(document, index)
    start, end = span_of(element)
    lines, faults = read_outline(selector.strip())
    if faults or len(lines) != 1 or len(lines[0].parts) != 1 or lines[0].words or lines[0].count != 1:
        raise InputError(f"Say one element, such as h3 or section#fares: {faults[0].message if faults else selector.strip() or 'there is none.'}")
    part = lines[0].parts[0]
    tag = part.tag or element.tag
    assert element.start_tag_end is not None
    head = source[start : element.start_tag_end]
    head = f"<{tag}{head[1 + len(element.tag) :]}"
    wanted = [*([("id", part.id)] if part.id else []), *([("class", " ".join(part.classes))] if part.classes else []), *part.attributes]
    for name, value in wanted:
        head = with_attribute(head, name, value, quote_of(source))
    body = source[element.start_tag_end : element.end_tag_start] if element.end_tag_start is not None else ""
    close = f"</{tag}>" if element.end_tag_start is not None else ""
    change = SourceChange(source[:start] + head + body + close + source[end:], start + len(head))
    subject = f"{element.name()} cannot be a {tag}"
    tried(source, change, subject)
    before = [one.tag if one is not element else tag for one in document.elements]
    if [one.tag for one in parse_html(change.text).elements] != before:
        raise InputError(f"{subject}: a browser would read what is in it in another way.")
    return change


def split(source: str, index: int, offset: int) -> SourceChange:
    """An element as two of its kind, parted at a place in it; the second has no id. Raises InputError."""
    document = parse_html(source)
    element = element_at(document, index)
    start, _ = span_of(element)
    if element.end_tag_start is None or element.start_tag_end is None:
        raise InputError(f"{element.name()} has no end tag, so it cannot be parted.")
    if not element.start_tag_end <= offset <= element.end_tag_start:
        raise InputError(f"Put the caret into {element.name()}, where it is to be parted.")
    child = next((one for one in element.elements if one.offset is not None and one.end is not None and one.offset < offset < one.end), None)
    if child is not None:
        raise InputError(f"The caret stands in {child.name()}: {element.name()} is parted between what is in it.")
    head = _ID.sub("", source[start : element.start_tag_end])
    before, after = source[element.start_tag_end : offset], source[offset : element.end_tag_start]
    lead, newline = indent_at(source, start), newline_of(source)
    close = source[element.end_tag_start : element.end]
    if lead is None:
        body = f"{before.rstrip()}{close}{head}{after.lstrip()}"
    elif "\n" in before[: len(before) - len(before.lstrip())] or "\n" in after[len(after.rstrip()) :]:
        inner = lead + unit_of(source)
        body = f"{before.rstrip()}{newline}{lead}{close}{newline}{lead}{head}{newline}{inner}{after.lstrip()}"
    else:
        body = f"{before.rstrip()}{close}{newline}{lead}{head}{after.lstrip()}"
    text = source[: element.start_tag_end] + body + source[element.end_tag_start :]
    caret = element.start_tag_end + body.rindex(head) + len(head)
    return tried(source, SourceChange(text, caret), f"{element.name()} cannot be parted there")


def joined(source: str, index: int) -> SourceChange:
    """An element with what is in its next sibling, which must be of its kind. Raises InputError."""
    document = parse_html(source)
    element = element_at(document, index)
    siblings = element.parent.elements if element.parent is not None else []
    other = siblings[element.sibling_index + 1] if element.sibling_index + 1 < len(siblings) else None
    if other is None or other.tag != element.tag:
        raise InputError(f"{element.name()} is joined with a {element.tag} that stands right after it; {other.name() if other is not None else 'nothing'} does.")
    _, end = span_of(element)
    begin, _ = span_of(other)
    if source[end:begin].strip():
        raise InputError(f"Words or a comment stand between {element.name()} and {other.name()}.")
    if element.end_tag_start is None or other.start_tag_end is None or other.end_tag_start is None:
        raise InputError("Both need their end tags to be joined.")
    lost = {name: value for name, value in other.attributes.items() if value != element.attributes.get(name)}
    own, rest = source[: element.end_tag_start], source[other.start_tag_end :]
    words = any(isinstance(child, Text) and child.data.strip() for child in [*element.children, *other.children])
    glue = " " if words and own[-1:].strip() and rest[:1].strip() else ""
    inner = rest
    if not words and own.rstrip() != own:
        own, inner = own.rstrip(), rest if rest[:1] in "\r\n" else f"{own[len(own.rstrip()) :]}{rest}"
    change = SourceChange(own + glue + inner, len(own))
    if lost:
        change.notes.append("Gone with the second: " + ", ".join(f'{name}="{value}"' for name, value in lost.items()) + ". Undo takes it back.")
    return tried(source, change, f"{element.name()} cannot be joined with {other.name()}")
