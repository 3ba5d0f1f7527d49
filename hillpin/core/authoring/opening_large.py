"""A picture that opens large on click: by a link to its file, by a ``dialog`` that a button opens (HTML 4.10.18.7, ``command``), or by a
link that a script opens over the page."""

from __future__ import annotations

import html
import posixpath
import re
from typing import Literal

from ..errors import InputError
from ..markup import Element, parse_html
from ..page import Page
from ..shown import px
from .own_ids import Splice, spliced
from .placing import quote_of, unit_of
from .source_places import SourceChange, element_at, ids_in, indent_at, newline_of, span_of, tried

EnlargeWay = Literal["link", "dialog", "script"]
ENLARGE_CLASS = "enlarges"
"""Of the button around a picture that a dialog opens for."""
WIDTHS = (320, 768, 1280)
LEAST = 1 / 32
_PIXELS = re.compile(r"(\S+)\s+(\d+)w")
_INTERACTIVE = frozenset(["a", "button", "label", "summary", "select", "textarea"])


def button_rule(unit: str, newline: str) -> str:
    """The rule by which such a button is no more than its picture."""
    declarations = ("padding: 0", "border: 0", "background: none", "cursor: zoom-in")
    return f".{ENLARGE_CLASS} {{{newline}" + "".join(f"{unit}{one};{newline}" for one in declarations) + f"}}{newline}"


def largest_of(element: Element) -> str:
    """The address of a picture's largest file: of its ``srcset`` by pixels, else its ``src``."""
    wide = [(int(width), address) for address, width in _PIXELS.findall(element.attributes.get("srcset", ""))]
    return max(wide)[1].rstrip(",") if wide else element.attributes.get("src", "").strip()


def enlarging(source: str, index: int, way: EnlargeWay) -> SourceChange:
    """A page's source with a picture that opens large. Raises InputError where it is no picture of a page, says nothing, or is in
    something that is clicked already."""
    document = parse_html(source)
    element = element_at(document, index)
    if element.tag != "img" or (element.parent is not None and element.parent.tag == "picture"):
        raise InputError(f"{element.name()} is no img that stands by itself.")
    around = next((one for one in element.ancestors() if one.tag in _INTERACTIVE), None)
    if around is not None:
        raise InputError(f"It stands in {around.name()}, which does something when it is clicked already.")
    alt = element.attributes.get("alt", "").strip()
    if not alt:
        raise InputError("What opens it is called by what it says: give it an alt first.")
    address = largest_of(element)
    if not address:
        raise InputError(f"{element.name()} has no src.")
    start, end = span_of(element)
    mark = quote_of(source)
    quoted = _quoted(address, mark)
    if way != "dialog":
        opening = f"<a href={quoted}{' data-enlarge' if way == 'script' else ''}>"
        change = SourceChange(f"{source[:start]}{opening}{source[start:end]}</a>{source[end:]}", start + len(opening))
    else:
        change = _with_dialog(source, (start, end), _free_id(set(ids_in(document)), address), (quoted, _quoted(alt, mark)), mark)
    return tried(source, change, f"{element.name()} cannot be made so")


def _with_dialog(source: str, span: tuple[int, int], name: str, texts: tuple[str, str], mark: str) -> SourceChange:
    start, end = span
    address, alt = texts
    newline, unit = newline_of(source), unit_of(source)
    opening = f"<button type={mark}button{mark} class={mark}{ENLARGE_CLASS}{mark} command={mark}show-modal{mark} commandfor={mark}{name}{mark}>"
    at = _end_of_body(source)
    lead = indent_at(source, at)
    last = source[:at].rstrip().rpartition(newline)[2]
    inner = last[: len(last) - len(last.lstrip())]
    lines = [
        f"{inner}<dialog id={mark}{name}{mark} aria-label={alt} closedby={mark}any{mark}>",
        f"{inner}{unit}<img src={address} alt={alt} loading={mark}lazy{mark}>",
        f"{inner}{unit}<form method={mark}dialog{mark}><button>Close</button></form>",
        f"{inner}</dialog>",
    ]
    put = at - len(lead) if lead is not None else at
    before = "" if lead is not None or source[put - 1 : put] == "\n" else newline
    splices = [Splice(start, end, f"{opening}{source[start:end]}</button>"), Splice(put, put, before + "".join(line + newline for line in lines))]
    return SourceChange(spliced(source, splices), start + len(opening))


def _end_of_body(source: str) -> int:
    found = list(re.finditer(r"</body\s*>", source, re.IGNORECASE)) or list(re.finditer(r"</html\s*>", source, re.IGNORECASE))
    return found[-1].start() if found else len(source)


def _quoted(text: str, mark: str) -> str:
    return mark + html.escape(text, quote=False).replace(mark, "&quot;" if mark == '"' else "&#39;") + mark


def _free_id(taken: set[str], address: str) -> str:
    stem = re.sub(r"[^a-z0-9]+", "-", posixpath.splitext(posixpath.basename(address.split("?")[0]))[0].lower()).strip("-")
    base = f"large-{stem}" if stem and not address.startswith("data:") else "large-picture"
    return next(name for number in range(1, 10_000) if (name := base if number == 1 else f"{base}-{number}") not in taken)


def moved_by_it(before: Page, after: Page, index: int, height: int) -> str:
    """What the new tags around a picture move at a narrow, a middle and a wide window, in words."""
    most, told = 0.0, ""
    for width in WIDTHS:
        old, new = before.layout(width, height), after.layout(width, height)
        for element in before.document.elements[1:]:
            other = after.document.elements[element.index + (element.index >= index)]
            one, two = old.rects.get(element), new.rects.get(other)
            if one is None or two is None:
                continue
            change = max(abs(one.x - two.x), abs(one.y - two.y), abs(one.width - two.width), abs(one.height - two.height))
            if change > max(most, LEAST):
                most, told = change, f"{element.name()} by {px(change)} at {width:,}"
    return f"it moves or sizes {told} at most" if told else f"it moves nothing at {', '.join(f'{width:,}' for width in WIDTHS[:-1])} and {WIDTHS[-1]:,}"
