"""Parts put into a site and taken out again without a trace, and the outside addresses that they can stand in for."""

from __future__ import annotations

import html
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ..errors import InputError
from ..markup.tags import attributes_in, tags_of
from .carrying import put_in
from .pages import address, linked, sheets_of, unlinked
from .part_manifest import SitePart, all_parts

PARTS_FOLDER = "parts/"
_OUTSIDE = re.compile(r"\s*(?:https?:)?//", re.IGNORECASE)
_IMPORT = re.compile(r"@import\s+(?:url\(\s*)?[\"']?((?:https?:)?//[^\s\"')]+)", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class OutsideAddress:
    """An address that a page or a sheet takes something from elsewhere by, and the part that can stand in for it, if one can."""

    path: str
    line: int
    address: str
    part: str


def folder_of(part: SitePart) -> str:
    """Where a part's files are in a site."""
    return f"{PARTS_FOLDER}{part.name}/"


def part_linked(part: SitePart, path: str, page: str) -> str:
    """A page with a part linked, if pages link it; as it is where it does already."""
    target = folder_of(part) + part.link
    if not part.link:
        return page
    if part.link.endswith(".css"):
        sheets = [one.path for one in sheets_of(path, page)]
        if target in sheets:
            return page
        return linked(path, page, target, sheets[0] if sheets and part.is_first else None)
    tag = f'<script src="{html.escape(address(path, target))}" defer></script>'
    if tag in page:
        return page
    head = next((one for one in tags_of(page) if one.name == "head" and one.is_end), None)
    if head is None:
        raise InputError(f"{path} has no </head> before which the script could stand.")
    lead = re.search(r"[ \t]*$", page[: head.offset])
    indent = lead[0] if lead is not None else ""
    newline = "\r\n" if "\r\n" in page else "\n"
    begin = head.offset - len(indent)
    return f"{page[:begin]}{indent}  {tag}{newline}{page[begin:]}"


def part_unlinked(part: SitePart, path: str, page: str) -> str:
    """A page without the links that ``part_linked`` wrote, as it was before."""
    if not part.link:
        return page
    target = folder_of(part) + part.link
    if part.link.endswith(".css"):
        return unlinked(path, page, target)
    tag = f'<script src="{html.escape(address(path, target))}" defer></script>'
    edits = [(found.start(), found.end(), "") for found in re.finditer(rf"[ \t]*{re.escape(tag)}\r?\n|{re.escape(tag)}", page)]
    return put_in(page, edits)


def parts_there(paths: Mapping[str, object]) -> list[str]:
    """The names of the parts that a site has."""
    return [one.name for one in all_parts() if any(path.startswith(folder_of(one)) for path in paths)]


def outside_addresses(texts: Mapping[str, str]) -> list[OutsideAddress]:
    """Sheets and scripts that pages, and sheets that sheets take from elsewhere, in order."""
    found = []
    for path, text in texts.items():
        if path.lower().endswith((".html", ".htm")):
            found += [OutsideAddress(path, text.count("\n", 0, at) + 1, where, _stand_in(where, tag)) for at, where, tag in _outside_in(text)]
        elif path.lower().endswith(".css"):
            found += [OutsideAddress(path, text.count("\n", 0, one.start()) + 1, one[1], _stand_in(one[1], "link")) for one in _IMPORT.finditer(text)]
    return found


def _outside_in(page: str) -> Iterator[tuple[int, str, str]]:
    for tag in tags_of(page):
        if tag.is_end or tag.end < 0 or tag.name not in ("link", "script"):
            continue
        values = {one.name: html.unescape(page[one.start : one.end]) for one in attributes_in(page, tag)}
        where = values.get("href" if tag.name == "link" else "src", "")
        if _OUTSIDE.match(where) and (tag.name == "script" or "stylesheet" in values.get("rel", "").lower()):
            yield tag.offset, where.strip(), tag.name


def _stand_in(where: str, tag: str) -> str:
    wanted = "script" if tag == "script" else ""
    return next((one.name for one in all_parts() if (one.kind == "script") == bool(wanted) and any(word in where.lower() for word in one.instead_of)), "")
