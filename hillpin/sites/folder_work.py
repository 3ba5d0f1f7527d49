"""What is worked out over the files of a whole site: apart from the server, for the files are not ours."""

from __future__ import annotations

import posixpath
from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from ..computing import SLOW, apart
from ..core.errors import InputError
from ..core.files import MemoryFiles
from ..core.handing import Tidiness, tidied
from ..core.images import picture_size
from ..core.page import Page
from ..core.pictures import is_far_larger
from ..core.site import (
    LineChange,
    Links,
    ShownPicture,
    SitePart,
    Wanted,
    empty_page,
    folder_of,
    largest_shown,
    linked,
    moved,
    outside_addresses,
    page_like,
    part_linked,
    part_named,
    part_unlinked,
    parts_there,
    replaced,
    search,
    sheets_of,
    title_from,
    unlinked,
)
from .errors import Refused
from .files_schemas import (
    DuplicateWish,
    LinkWish,
    MoveWish,
    NewPageWish,
    NewSheetWish,
    PictureIn,
    PutPartWish,
    RemoveWish,
    ReplaceIn,
    SearchIn,
    TakePartWish,
    TidyWish,
    Wish,
)
from .models import Site
from .paths import clean_path, is_page, is_text
from .steps import Part, Plan

SECONDS = 10.0
MOST_BROKEN = 500
MOST_USES = 60
PICTURE_SECONDS = 30.0
MOST_PAGES = 6
"""Pages that are walked for one picture."""
FROM_HERE, TO_HERE = 240, 1920
NEW_SHEET = "/* {title} */\n"


class Folder:
    """A site's files as they are stored: bytes and revisions by path, and texts where they are UTF-8."""

    def __init__(self, site: Site) -> None:
        self.contents: dict[str, bytes] = {}
        self.revisions: dict[str, int] = {}
        self.texts: dict[str, str] = {}
        self.unread: list[str] = []
        """Text files that are not UTF-8: kept byte for byte, and not edited."""
        for path, content, revision in site.files.values_list("path", "content", "revision"):
            self.contents[path], self.revisions[path] = bytes(content), revision
            if is_text(path):
                try:
                    self.texts[path] = bytes(content).decode()
                except UnicodeDecodeError:
                    self.unread.append(path)
        self.links = Links(self.contents, self.texts)

    def below(self, path: str) -> list[str]:
        """The files of a folder, whose path ends in ``/``, or the one file. Raises Refused where there is none."""
        found = [one for one in sorted(self.contents) if one.startswith(path)] if path.endswith("/") else [path] * (path in self.contents)
        if not found:
            raise Refused(f"There is no {path} in this site.", 404)
        return found

    def edited(self, path: str, text: str, before: str | None = None) -> Part:
        """A part that gives a file another text."""
        return Part(path, path, text.encode(), self.revisions[path], _lines_between(self.texts[path] if before is None else before, text))

    def ending_alike(self, path: str, text: str) -> str:
        """A text with plain line ends, ending its lines as most of the file's do."""
        return text.replace("\n", "\r\n") if self.texts[path].count("\r\n") * 2 > self.texts[path].count("\n") else text

    def text(self, path: str) -> str:
        """A file's text. Raises Refused where there is none, or it cannot be read."""
        if path not in self.contents:
            raise Refused(f"There is no {path} in this site.", 404)
        if path not in self.texts:
            raise Refused(f"{path} is not text in UTF-8, so it is kept as it is and not edited here.")
        return self.texts[path]


def _lines_between(before: str, after: str) -> tuple[LineChange, ...]:
    old, new = before.split("\n"), after.split("\n")
    start = next((place for place, (one, other) in enumerate(zip(old, new, strict=False)) if one != other), min(len(old), len(new)))
    end = next((place for place, (one, other) in enumerate(zip(reversed(old[start:]), reversed(new[start:]), strict=False)) if one != other), min(len(old), len(new)) - start)
    gone, come = old[start : len(old) - end], new[start : len(new) - end]
    return tuple(
        LineChange(start + place + 1, gone[place].rstrip("\r") if place < len(gone) else "", come[place].rstrip("\r") if place < len(come) else "")
        for place in range(max(len(gone), len(come)))
    )


@apart(SECONDS, SLOW)
def plan_of(request: HttpRequest | None, site_id: int, payload: Wish) -> Plan:
    """What a wish comes to, worked out on the files as they are."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    makers: dict[type, Callable[[Folder, Any], Plan]] = {
        NewPageWish: _new_page, NewSheetWish: _new_sheet, DuplicateWish: _duplicate, MoveWish: _move, RemoveWish: _remove, LinkWish: _link,
        PutPartWish: _put_part, TakePartWish: _take_part, TidyWish: _tidy,
    }  # fmt: skip
    return makers[type(payload)](folder, payload)


def _new_page(folder: Folder, wish: NewPageWish) -> Plan:
    path = clean_path(wish.path)
    if not is_page(path):
        raise Refused(f"{path} is no page by its ending: call it {path}.html.")
    if path in folder.contents:
        raise Refused(f"There is a file {path} already.")
    title = " ".join(wish.title.split()) or title_from(path)
    text = page_like(folder.links, wish.like, path, title) if wish.like else empty_page(path, title, [clean_path(sheet) for sheet in wish.sheets])
    after = f" like {wish.like}" if wish.like else ""
    return Plan(f"New page {path}{after}", [Part("", path, text.encode())])


def _new_sheet(folder: Folder, wish: NewSheetWish) -> Plan:
    path = clean_path(wish.path)
    if not path.lower().endswith(".css"):
        raise Refused(f"{path} is no stylesheet by its ending: call it {path}.css.")
    if path in folder.contents:
        raise Refused(f"There is a file {path} already.")
    plan = Plan(f"New sheet {path}", [Part("", path, NEW_SHEET.format(title=title_from(path)).encode())])
    for link in wish.pages:
        text = folder.text(link.page)
        plan.parts.append(folder.edited(link.page, linked(link.page, text, path, link.before or None)))
    if not wish.pages:
        plan.notes.append("No page links it yet.")
    return plan


def _tidy(folder: Folder, wish: TidyWish) -> Plan:
    changed = tidied(folder.texts, Tidiness(wish.line_ends, wish.indentation, wish.sums))
    if not changed:
        raise Refused("Everything is written in that way already: nothing changes.")
    said = [f"line ends {wish.line_ends}"] * (wish.line_ends != "keep") + [f"indented by {wish.indentation}"] * (wish.indentation != "keep") + ["kept sums taken out"] * (wish.sums != "keep")
    return Plan(f"{len(changed):,} {'file' if len(changed) == 1 else 'files'} written in one way: {', '.join(said)}", [folder.edited(path, text) for path, text in sorted(changed.items())])


def _duplicate(folder: Folder, wish: DuplicateWish) -> Plan:
    path, to = clean_path(wish.path), clean_path(wish.to)
    if path not in folder.contents:
        raise Refused(f"There is no {path} in this site.", 404)
    if to in folder.contents:
        raise Refused(f"There is a file {to} already.")
    content = folder.contents[path]
    copy = next((one.text for one in moved(Links([*folder.contents], {path: folder.texts[path]}), {path: to}) if one.path == path), None) if path in folder.texts else None
    return Plan(f"{path} duplicated as {to}", [Part("", to, content if copy is None else copy.encode())])


def _move(folder: Folder, wish: MoveWish) -> Plan:
    moves: dict[str, str] = {}
    for move in wish.moves:
        is_folder = move.path.endswith("/")
        to = clean_path(move.to.rstrip("/")) + ("/" if is_folder else "")
        if is_folder and to.startswith(move.path):
            raise Refused(f"The folder {move.path} cannot go into itself.")
        for path in folder.below(move.path):
            moves[path] = to + path[len(move.path) :] if is_folder else to
    moves = {path: to for path, to in moves.items() if path != to}
    if not moves:
        raise Refused("It has that name already.")
    changed = {one.path: one for one in moved(folder.links, moves)}
    parts = []
    for path in sorted({*moves, *changed}):
        change = changed.get(path)
        parts.append(Part(path, moves.get(path, path), change.text.encode() if change is not None else None, folder.revisions[path], change.lines if change is not None else ()))
    first, to = next(iter(moves.items()))
    words = f"{first} renamed to {to}" if posixpath.dirname(first) == posixpath.dirname(to) else f"{first} moved to {to}"
    plan = Plan(words + (f" and {len(moves) - 1} more" if len(moves) > 1 else ""), parts)
    lines = sum(len(part.lines) for part in parts)
    files = sum(1 for part in parts if part.lines)
    plan.notes.append(f"{_count(lines, 'line')} in {_count(files, 'file')} {'leads' if lines == 1 else 'lead'} there anew." if lines else "No address leads to it, so nothing else changes.")
    plan.notes += [f"{path} is not text in UTF-8, so addresses in it stay as they are." for path in folder.unread if path.lower().endswith((".html", ".htm", ".css", ".svg"))]
    return plan


def _count(number: int, name: str) -> str:
    return f"{number:,} {name}{'' if number == 1 else 's'}"


def _remove(folder: Folder, wish: RemoveWish) -> Plan:
    gone = sorted({one for path in wish.paths for one in folder.below(path)})
    if not gone:
        raise Refused("Nothing is named that could be removed.")
    plan = Plan(f"{gone[0]}{f' and {len(gone) - 1} more' if len(gone) > 1 else ''} removed", [Part(path, "", revision=folder.revisions[path]) for path in gone])
    for path in gone:
        uses = [use for use in folder.links.uses.get(path, []) if use.path not in gone]
        plan.notes += [f"{use.path}, line {use.line}, still uses {path} ({use.where})." for use in uses[:MOST_USES]]
    return plan


def _link(folder: Folder, wish: LinkWish) -> Plan:
    text = folder.text(wish.page)
    sheet = clean_path(wish.sheet)
    if sheet not in folder.contents and wish.on:
        raise Refused(f"There is no {sheet} in this site.", 404)
    is_moved = wish.on and sheet in {one.path for one in sheets_of(wish.page, text)}
    without = unlinked(wish.page, text, sheet) if not wish.on or is_moved else text
    after = linked(wish.page, without, sheet, wish.before or None) if wish.on else without
    words = f"{wish.page} does not link {sheet} any more" if not wish.on else f"{wish.page} links {sheet}{f' before {wish.before}' if wish.before else ''}"
    return Plan(words, [folder.edited(wish.page, after)] if after != text else [])


def _put_part(folder: Folder, wish: PutPartWish) -> Plan:
    """The part's files, and its link in each page; what stands there of another choice is replaced."""
    part = part_named(wish.part)
    plan = Plan(f"{part.title} put in", part_files(folder, part, wish.chosen))
    for page in wish.pages:
        text = folder.text(page)
        after = part_linked(part, page, text)
        if after != text:
            plan.parts.append(folder.edited(page, after))
    return plan


def part_files(folder: Folder, part: SitePart, chosen: dict[str, int | str]) -> list[Part]:
    """The files of a part where they are not in the site as they are to be."""
    parts = []
    for name, content in part.contents(chosen).items():
        path = folder_of(part) + name
        if path not in folder.contents:
            parts.append(Part("", path, content))
        elif folder.contents[path] != content:
            parts.append(Part(path, path, content, folder.revisions[path]))
    return parts


def _take_part(folder: Folder, wish: TakePartWish) -> Plan:
    part = part_named(wish.part)
    plan = Plan(f"{part.title} taken out", [Part(path, "", revision=folder.revisions[path]) for path in folder.below(folder_of(part))])
    gone = {one.path for one in plan.parts}
    for path, text in folder.texts.items():
        after = part_unlinked(part, path, text) if is_page(path) else text
        if after != text:
            plan.parts.append(folder.edited(path, after))
    for path in sorted(gone):
        uses = [use for use in folder.links.uses.get(path, []) if use.path not in gone and path != folder_of(part) + part.link]
        plan.notes += [f"{use.path}, line {use.line}, still uses {path} ({use.where})." for use in uses[:MOST_USES]]
    return plan


@apart(SECONDS, SLOW)
def parts_of(request: HttpRequest | None, site_id: int) -> dict[str, Any]:
    """Which parts a site has, and what it takes from outside with the part that could stand in."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    return {"there": parts_there(folder.contents), "outside": [asdict(one) for one in outside_addresses(folder.texts)]}


@apart(SECONDS, SLOW)
def links_of(request: HttpRequest | None, site_id: int) -> dict[str, Any]:
    """What uses what in a site, what nothing uses, and what leads nowhere."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    broken = folder.links.broken()
    return {
        "uses": {path: [asdict(use) for use in uses[:MOST_USES]] for path, uses in folder.links.uses.items()},
        "unused": folder.links.unused(),
        "broken": [asdict(one) for one in broken[:MOST_BROKEN]],
        "broken_count": len(broken),
        "unread": folder.unread,
        "sheets": {path: [asdict(one) for one in sheets_of(path, text)] for path, text in folder.texts.items() if is_page(path)},
    }


@apart(PICTURE_SECONDS, SLOW)
def shown_at_most(request: HttpRequest | None, site_id: int, payload: PictureIn) -> dict[str, Any]:
    """The largest size at which the site's pages show a picture over all widths, in ``img`` elements: CSS px, the width of the
    viewport, and on which page."""
    site = get_object_or_404(Site, pk=site_id)
    folder = Folder(site)
    size = picture_size(folder.contents.get(payload.path, b""))
    users = [path for path in dict.fromkeys(use.path for use in folder.links.uses.get(payload.path, []) if use.where.startswith("img ")) if is_page(path)]
    found: list[ShownPicture] = []
    for path in users[:MOST_PAGES]:
        shown = largest_shown(Page(MemoryFiles(folder.contents), path), payload.path, FROM_HERE, TO_HERE)
        found += [shown] if shown is not None else []
    most = max(found, key=lambda one: one.width * one.height, default=None)
    return {
        "natural_width": size.width if size is not None else None, "natural_height": size.height if size is not None else None,
        "shown": asdict(most) if most is not None else None, "is_heavy": most is not None and size is not None and is_far_larger(size.width or 0, most.width),
        "pages": len(users), "looked_at": min(len(users), MOST_PAGES),
    }  # fmt: skip


@apart(SECONDS, SLOW)
def searched(request: HttpRequest | None, site_id: int, payload: SearchIn) -> dict[str, Any]:
    """Where words stand in the files as they are, with what has not been saved yet."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    texts = {**folder.texts, **{path: text for path, text in payload.drafts.items() if path in folder.texts}}
    wanted = Wanted(payload.words, payload.is_expression, payload.whole_words, payload.match_case, payload.scope)
    return asdict(search({path: text.replace("\r\n", "\n") for path, text in texts.items()}, wanted, payload.replacement))


@apart(SECONDS, SLOW)
def replacing(request: HttpRequest | None, site_id: int, payload: ReplaceIn) -> Plan:
    """What replacing some or all hits comes to. ``payload.chosen`` are places as the search told them: path and offset in the
    text with plain line ends."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    plain = {path: text.replace("\r\n", "\n") for path, text in folder.texts.items()}
    found = search(plain, Wanted(payload.words, payload.is_expression, payload.whole_words, payload.match_case, payload.scope), payload.replacement)
    chosen = None if payload.chosen is None else {(place.path, place.start) for place in payload.chosen}
    hits = [hit for hit in found.hits if chosen is None or (hit.path, hit.start) in chosen]
    if chosen is not None and len(hits) != len(chosen):
        raise InputError("The files have changed since they were searched. Search again; nothing was replaced.")
    if found.is_cut and chosen is None:
        raise InputError(f"{found.why} Nothing was replaced: narrow the search, or choose the places.")
    plan = Plan(f"{_count(len(hits), 'place')} of “{payload.words[:60]}” replaced by “{(payload.replacement or '')[:60]}”")
    for path in dict.fromkeys(hit.path for hit in hits):
        after = replaced(plain[path], [hit for hit in hits if hit.path == path])
        after = folder.ending_alike(path, after)
        if after != folder.texts[path]:
            plan.parts.append(folder.edited(path, after))
    return plan
