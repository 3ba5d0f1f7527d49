"""Pages made from nothing or like another one, and the sheets that pages link."""

from __future__ import annotations

import html
import posixpath
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..errors import InputError
from ..markup import MOST_READ, Element, parse_html
from ..markup.tags import Tag, attributes_in, tags_of
from .addresses import Reference, references_in, relative, written_as
from .carrying import put_in
from .links import Links, places_in

EMPTY_PAGE = """<!DOCTYPE html>
<html lang="{language}">
<head>
  <meta charset="utf-8">
  <meta name="viewport" content="width=device-width, initial-scale=1">
  <title>{title}</title>
{sheets}</head>
<body>
  <main>
    <h1>{title}</h1>
  </main>
</body>
</html>
"""
_SEPARATOR = re.compile(r"\s+[|·–—:-]\s+|:\s+")
_AROUND = ("header", "nav", "footer", "aside")
Edit = tuple[int, int, str]


def empty_page(path: str, title: str, sheets: Sequence[str] = (), language: str = "en") -> str:
    """A page that is right from the start: doctype, language, charset, viewport, title, its sheets linked in order."""
    links = "".join(f'  <link rel="stylesheet" href="{address(path, sheet)}">\n' for sheet in sheets)
    return EMPTY_PAGE.format(title=html.escape(title, quote=False), sheets=links, language=html.escape(language))


def address(path: str, target: str) -> str:
    """The address of a file of the site as one writes it in a page at ``path``."""
    reference = Reference(0, 0, 0, "", "", "x", "", "double", path)
    return written_as(reference, relative(reference, target))


@dataclass(frozen=True, slots=True)
class SheetLink:
    """A sheet that a page links, its line, and its ``media`` attribute."""

    path: str
    line: int
    media: str


def sheets_of(path: str, page: str) -> list[SheetLink]:
    """The sheets of the site that a page links, in order."""
    found = []
    for tag in _links_in(page):
        attributes = _attributes(page, tag)
        target = _target(path, page, tag)
        if target is not None:
            found.append(SheetLink(target, page.count("\n", 0, tag.offset) + 1, attributes.get("media", "")))
    return found


def _links_in(page: str) -> list[Tag]:
    return [tag for tag in tags_of(page) if tag.name == "link" and not tag.is_end and tag.end > 0 and "stylesheet" in _attributes(page, tag).get("rel", "").lower().split()]


def _attributes(page: str, tag: Tag) -> dict[str, str]:
    return {value.name: html.unescape(page[value.start : value.end]) for value in attributes_in(page, tag)}


def _target(path: str, page: str, tag: Tag) -> str | None:
    return next((one.target() for one in references_in(path, page) if tag.offset < one.start < tag.end and one.where == "link href"), None)


def linked(path: str, page: str, sheet: str, before: str | None = None) -> str:
    """The page with a sheet linked: before another one that it links, or behind all that it links.

    Raises InputError where the page links it already, does not link ``before``, or has no head.
    """
    known = [(tag, _target(path, page, tag)) for tag in _links_in(page)]
    if any(target == sheet for _, target in known):
        raise InputError(f"{path} links {sheet} already.")
    made = f'<link rel="stylesheet" href="{address(path, sheet)}">'
    if before is not None:
        tag = next((tag for tag, target in known if target == before), None)
        if tag is None:
            raise InputError(f"{path} does not link {before}.")
        return page[: tag.offset] + made + _line_break(page, tag.offset) + page[tag.offset :]
    if known:
        last = known[-1][0]
        return page[: last.end] + _line_break(page, last.offset) + made + page[last.end :]
    head = next((tag for tag in tags_of(page) if tag.name == "head" and tag.is_end), None)
    if head is None:
        raise InputError(f"{path} has no </head> before which {sheet} could be linked.")
    lead = _lead(page, head.offset)
    return page[: head.offset - len(lead)] + f"{lead}  {made}{_newline(page)}" + page[head.offset - len(lead) :]


def unlinked(path: str, page: str, sheet: str) -> str:
    """The page without the links of a sheet, whole lines where they stand alone."""
    edits: list[Edit] = []
    for tag in _links_in(page):
        if _target(path, page, tag) != sheet:
            continue
        start, end = tag.offset, tag.end
        rest = re.match(r"[ \t]*(?:\r?\n|\Z)", page[end:])
        lead = _lead(page, start)
        if rest is not None and (start - len(lead) == 0 or page[start - len(lead) - 1] == "\n"):
            start, end = start - len(lead), end + rest.end()
        edits.append((start, end, ""))
    return put_in(page, edits)


def _lead(text: str, at: int) -> str:
    """The white space right before a place, on its line."""
    start = at
    while start > 0 and text[start - 1] in " \t":
        start -= 1
    return text[start:at]


def _newline(text: str) -> str:
    return "\r\n" if "\r\n" in text else "\n"


def _line_break(text: str, at: int) -> str:
    """The end of a line with the indentation of what begins at a place; nothing where it stands in a line with other things."""
    lead = _lead(text, at)
    begins_a_line = at == len(lead) or text[at - len(lead) - 1] == "\n"
    return _newline(text) + lead if begins_a_line and at > len(lead) else ""


def page_like(links: Links, source: str, path: str, title: str) -> str:
    """A new page with another one's head, header and footer.

    What stands in ``main`` is left out, and where there is none, all but header, navigation and footer; a heading with the
    title stands there instead. The title is the new one with what the site's titles share; ``aria-current`` stands on the link
    that leads here; addresses lead where they led, and those to a place in the page lead to it in the old one.
    """
    text = links.texts.get(source)
    if text is None:
        raise InputError(f"There is no page {source} to begin from.")
    heading = html.escape(title, quote=False)
    made = _emptied(text, heading)
    edits = [*_title(links, made, source, title), *_currents(made, source, path), *_readdressed(links, made, source, path)]
    return put_in(made, sorted(edits))


def _emptied(text: str, heading: str) -> str:
    document = parse_html(text, MOST_READ)
    if document.left_out is not None:
        raise InputError(f"The page to begin from has more than {MOST_READ:,} elements, which is more than is read of one.")
    if "\r\n" in text:
        # Places are counted in the text that the parser sees.
        return _emptied(text.replace("\r\n", "\n"), heading).replace("\n", "\r\n")
    main = next((one for one in document.elements if one.tag == "main" and one.end_tag_start is not None), None)
    if main is not None and main.start_tag_end is not None and main.end_tag_start is not None:
        lead = _lead(text, main.offset or 0)
        return text[: main.start_tag_end] + f"\n{lead}  <h1>{heading}</h1>\n{lead}" + text[main.end_tag_start :]
    body = document.body
    if body is None or not body.elements:
        raise InputError("The page has nothing in its body that a new one could be like.")
    return _with_main(text, body.elements, heading)


def _with_main(text: str, children: list[Element], heading: str) -> str:
    """The text with what is neither header, navigation nor footer replaced by one ``main``."""
    placed = [one for one in children if one.offset is not None and one.end is not None]
    if not placed:
        raise InputError("The page has nothing in its body that a new one could be like.")
    lead = _lead(text, placed[0].offset or 0)
    made = f"<main>\n{lead}  <h1>{heading}</h1>\n{lead}</main>"
    drop = [one for one in placed if one.tag not in _AROUND and one.tag != "script"]
    if not drop:
        after = next((one for one in placed if one.tag == "footer"), None)
        at = after.offset if after is not None else placed[-1].end
        assert at is not None
        return text[:at] + (f"{made}\n{lead}" if after is not None else f"\n{lead}{made}") + text[at:]
    edits: list[Edit] = []
    for number, one in enumerate(drop):
        start, end = one.offset or 0, one.end or 0
        if number == 0:
            edits.append((start, end, made))
        else:
            edits.append((start - len(_lead(text, start)), end + (1 if text[end : end + 1] == "\n" else 0), ""))
    return put_in(text, edits)


def _title(links: Links, text: str, source: str, title: str) -> list[Edit]:
    found = re.search(r"<title[^>]*>(.*?)</title", text, re.DOTALL | re.IGNORECASE)
    if found is None:
        return []
    old = html.unescape(found.group(1).strip())
    return [(found.start(1), found.end(1), html.escape(_titled(old, _titles(links, source), title), quote=False))]


def _titles(links: Links, source: str) -> list[str]:
    found = []
    for path, text in links.texts.items():
        if path != source and path.lower().endswith((".html", ".htm")):
            match = re.search(r"<title[^>]*>(.*?)</title", text, re.DOTALL | re.IGNORECASE)
            if match is not None:
                found.append(html.unescape(match.group(1).strip()))
    return found


def _titled(old: str, others: list[str], title: str) -> str:
    """The new title beside the part that the site's titles have in common, as they have it."""
    parts = _SEPARATOR.split(old)
    if len(parts) < 2:
        return f"{title} – {old}" if any(old in other and old != other for other in others) else title
    known = [set(_SEPARATOR.split(other)) for other in others]
    shared = [part for part in parts if any(part in one for one in known)] or [parts[-1]]
    own = next((part for part in parts if part not in shared), parts[0])
    return old.replace(own, title, 1)


def _currents(text: str, source: str, path: str) -> list[Edit]:
    """``aria-current`` taken from the link to the old page, and put on the one that leads to the new one."""
    edits: list[Edit] = []
    for tag in tags_of(text):
        if tag.name != "a" or tag.is_end or tag.end < 0:
            continue
        value = next((one for one in attributes_in(text, tag) if one.name == "aria-current"), None)
        target = next((one.target() for one in references_in(source, text) if tag.offset < one.start < tag.end and one.where == "a href"), None)
        if value is not None and target != path:
            start = text.rindex("aria-current", tag.offset, value.start) if "aria-current" in text[tag.offset : value.start] else value.start
            start -= len(_lead(text, start))
            edits.append((start, value.end + len(value.quote), ""))
        elif value is None and target == path:
            edits.append((tag.end - 1, tag.end - 1, ' aria-current="page"'))
    return edits


def _readdressed(links: Links, text: str, source: str, path: str) -> list[Edit]:
    """Addresses of a page's text as they are to be at another path: each leads where it led."""
    own = places_in(text)
    edits: list[Edit] = []
    for one in references_in(source, text):
        if not one.is_local and not one.written and one.fragment and one.fragment not in own and one.where == "a href":
            edits.append((one.start, one.end, address(path, source)))
        target = links.file_of(one) if one.target() != path else path
        there = replace(one, base=path) if one.base == source else one
        is_canonical = target == source and _is_canonical(text, one)
        wanted = path if is_canonical else target
        if wanted is not None and one.where != "base href" and (there.target() != wanted):
            edits.append((one.start, one.end, written_as(there, relative(there, wanted))))
    return edits


def _is_canonical(text: str, reference: Reference) -> bool:
    tag = text.rfind("<link", 0, reference.start)
    return reference.where == "link href" and tag >= 0 and "canonical" in text[tag : text.find(">", tag)]


def title_from(path: str) -> str:
    """Words for a title from a file's name: ``little-hamm.html`` gives ``Little hamm``."""
    stem = posixpath.splitext(posixpath.basename(path))[0].replace("-", " ").replace("_", " ").strip()
    return stem[:1].upper() + stem[1:]
