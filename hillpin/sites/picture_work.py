"""The files that a picture needs, and small ones of many, worked out and made apart from the server."""

from __future__ import annotations

import posixpath
from dataclasses import asdict
from typing import Any
from urllib.parse import quote

from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from ..computing import SLOW, apart
from ..core.authoring import ENLARGE_CLASS, SheetHabits, button_rule, enlarging, moved_by_it
from ..core.errors import InputError
from ..core.files import MemoryFiles, resolve
from ..core.markup import Element, with_attribute
from ..core.page import Page
from ..core.pictures import NoPicture, smaller, thumbnail
from ..core.site import part_linked, part_named
from ..core.survey import PictureFiles, picture_files, shown_parts
from .errors import Refused
from .folder_work import FROM_HERE, TO_HERE, Folder, part_files
from .models import Site
from .picture_schemas import EnlargeIn, MakeFilesIn, PictureFilesIn, ThumbnailsIn
from .steps import Part, Plan

LOOKING, MAKING = 60.0, 120.0


def _element(page: Page, selected: int) -> Element:
    if not 0 <= selected < len(page.document.elements):
        raise InputError(f"The page has no element {selected}.")
    return page.document.elements[selected]


@apart(LOOKING, SLOW, only_newest=True)
def needed(request: HttpRequest | None, site_id: int, payload: PictureFilesIn) -> dict[str, Any]:
    """The files that a picture needs."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    page = Page(MemoryFiles({**folder.contents, **{path: text.encode() for path, text in payload.drafts.items()}}), payload.page)
    return asdict(picture_files(page, _element(page, payload.selected), FROM_HERE, TO_HERE, payload.height))


@apart(LOOKING, SLOW, only_newest=True)
def parts(request: HttpRequest | None, site_id: int, payload: PictureFilesIn) -> dict[str, Any]:
    """Which part of a picture shows over all widths."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    page = Page(MemoryFiles({**folder.contents, **{path: text.encode() for path, text in payload.drafts.items()}}), payload.page)
    return asdict(shown_parts(page, _element(page, payload.selected), FROM_HERE, TO_HERE, payload.height))


@apart(MAKING, SLOW)
def making(request: HttpRequest | None, site_id: int, payload: MakeFilesIn) -> Plan:
    """The files of a picture, and the page with ``srcset``, ``sizes``, ``width`` and ``height``."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    text = folder.text(payload.page)
    page = Page(MemoryFiles(folder.contents), payload.page)
    element = _element(page, payload.selected)
    path = _file_of(folder, payload.page, element)
    found = picture_files(page, element, FROM_HERE, TO_HERE, payload.height)
    try:
        made = smaller(folder.contents[path], [width for width in found.widths if payload.format != "same" or width < found.across], payload.format)
    except NoPicture as why:
        raise Refused(f"{path}: {why}") from why
    kilobytes = ", ".join(f"{len(content) // 1000:,}" for _, content in made.values())
    plan = Plan(f"{path} made in {len(made)} sizes of {kilobytes} kB beside its own {len(folder.contents[path]) // 1000:,}, written into {payload.page}")
    names = {found.across: path}
    for width, (ending, content) in made.items():
        names[width] = f"{posixpath.splitext(path)[0]}-{width}{ending}"
        plan.parts.append(_written(folder, names[width], content))
    after = _with_files(text.replace("\r\n", "\n"), payload.page, element, found, names)
    plan.parts.append(folder.edited(payload.page, folder.ending_alike(payload.page, after)))
    return plan


def _file_of(folder: Folder, page: str, element: Element) -> str:
    """The file that an img shows. Raises Refused where it is none of the site's, or the element has a choice already that is not in it."""
    if element.tag != "img" or (element.parent is not None and element.parent.tag == "picture"):
        raise Refused("Sizes are written for an img that stands by itself.")
    path = resolve(page, element.attributes.get("src", ""))
    if path is None or path not in folder.contents:
        raise Refused(f"{element.attributes.get('src', '')} is no file of the site.")
    return path


def _written(folder: Folder, path: str, content: bytes) -> Part:
    return Part(path, path, content, folder.revisions[path]) if path in folder.contents else Part("", path, content)


def _with_files(text: str, page: str, element: Element, found: PictureFiles, names: dict[int, str]) -> str:
    """The page, its line ends plain as the parser counts them, with the picture's attributes."""
    start, end = element.offset, element.start_tag_end
    if start is None or end is None:
        raise Refused(f"{element.name()} is not to be found in the source.")
    head = text[start:end]
    folder = posixpath.dirname(page) or "."
    srcset = ", ".join(f"{quote(posixpath.relpath(names[width], folder))} {width}w" for width in found.widths)
    wanted = [("srcset", srcset), ("sizes", found.sizes)]
    if "width" not in element.attributes and "height" not in element.attributes:
        wanted += [("width", str(found.across)), ("height", str(found.down))]
    quoted = "'" if "='" in head and '="' not in head else '"'
    for name, value in wanted:
        head = with_attribute(head, name, value, quoted)
    return text[:start] + head + text[end:]


@apart(MAKING, SLOW)
def thumbnails(request: HttpRequest | None, site_id: int, payload: ThumbnailsIn) -> Plan:
    """Small files of pictures, cut to one ratio around their middles, beside them."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    ratio = payload.ratio_width / payload.ratio_height
    plan = Plan(f"{len(payload.paths)} thumbnails {payload.width} wide, {payload.ratio_width:g} to {payload.ratio_height:g}")
    for path in payload.paths:
        if path not in folder.contents:
            raise Refused(f"There is no {path} in this site.", 404)
        try:
            ending, content = thumbnail(folder.contents[path], payload.width, ratio)
        except NoPicture as why:
            raise Refused(f"{path}: {why}") from why
        plan.parts.append(_written(folder, f"{posixpath.splitext(path)[0]}-thumbnail{ending}", content))
    return plan


@apart(MAKING, SLOW)
def enlarged(request: HttpRequest | None, site_id: int, payload: EnlargeIn) -> Plan:
    """A page with a picture that opens large on click, and the rule or the script that this needs."""
    folder = Folder(get_object_or_404(Site, pk=site_id))
    text = folder.text(payload.page)
    plain = text.replace("\r\n", "\n")
    page = Page(MemoryFiles(folder.contents), payload.page)
    element = _element(page, payload.selected)
    change = enlarging(plain, payload.selected, payload.way)
    after = change.text
    plan = Plan(f"{element.name()} on {payload.page} opens large {_BY[payload.way]}")
    if payload.way == "script":
        part = part_named("script-enlarge")
        plan.parts += part_files(folder, part, {})
        after = part_linked(part, payload.page, after)
    rule = _sheet_with_rule(folder, page) if payload.way == "dialog" else None
    plan.parts += [rule] if rule is not None else []
    changed = {part.path: part.content for part in plan.parts if part.path and part.content is not None} | {payload.page: after.encode()}
    plan.words += f"; {moved_by_it(page, Page(MemoryFiles({**folder.contents, **changed}), payload.page), payload.selected, payload.height)}"
    plan.parts.append(folder.edited(payload.page, folder.ending_alike(payload.page, after)))
    return plan


_BY = {"link": "by a link", "dialog": "in a dialog", "script": "over the page, by a script"}


def _sheet_with_rule(folder: Folder, page: Page) -> Part | None:
    """The page's last sheet with the rule for buttons around pictures; None where one of its sheets has it."""
    if any(f".{ENLARGE_CLASS}" in text for text in page.sheet_texts.values()):
        return None
    path = next(reversed(page.sheet_texts), "")
    if not path:
        raise Refused("The page links no sheet of the site that the button's rule could go into.")
    text = folder.text(path).replace("\r\n", "\n")
    rule = button_rule(SheetHabits.of(text).unit, "\n")
    return folder.edited(path, folder.ending_alike(path, f"{text.rstrip()}{chr(10) * 2 if text.strip() else ''}{rule}"))
