"""A start written into a page and the end of its sheet, with the files that it brings; nothing else is touched."""

from __future__ import annotations

import posixpath
import re
from base64 import b64encode
from collections.abc import Mapping
from dataclasses import dataclass, field

from ..authoring import SheetHabits, put_outline
from ..errors import InputError
from ..files import WithFiles
from ..page import Page
from .manifest import Start, start_named
from .stand_ins import stand_in
from .start_sheet import start_sheet
from .start_values import Values

_CLASS = re.compile(r"""\bclass\s*=\s*["']?([^"'>]*)""", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class StartWish:
    """A start by its name, the word for its class names, the method, and what was chosen; ``offset`` is where it goes."""

    start: str
    name: str
    method: str
    offset: int
    chosen: dict[str, int | str] = field(default_factory=dict)


@dataclass(slots=True)
class Begun:
    """A page's and a sheet's new texts, the files that come along by path, and the page as it can be drawn before any of that is
    there: with its rules in it, and its pictures as data."""

    text: str
    caret: int
    sheet: str
    css: str
    rules: str
    files: dict[str, bytes]
    preview: str
    html: str


def begun(page: Page, wish: StartWish) -> Begun:
    """Write a start into a page. Raises InputError where the name is taken, the page links no sheet, or it may not stand there."""
    start = start_named(wish.start)
    values = Values.of(start, wish.name, wish.method, wish.chosen)
    if not page.sheet_texts:
        raise InputError("The page links no sheet of the site that the rules could go into. Make one in Files: New sheet.")
    _check_free(page, wish.name)
    sheet = next(reversed(page.sheet_texts))
    files = _files(page, start, values)
    whole = Page(WithFiles(page.files, files), page.path)
    put = put_outline(whole, wish.offset, values.outline(page.path), {})
    if put.refused or put.faults:
        raise InputError(put.refused or put.faults[0].message)
    css = page.sheet_texts[sheet]
    rules = start_sheet(values, SheetHabits.of("\n".join(page.sheet_texts.values())), sheet)
    newline = "\r\n" if "\r\n" in css else "\n"
    written = f"{css.rstrip()}{newline * 2}{rules}" if css.strip() else rules
    text, caret = put.text, put.caret
    if start.script:
        text, caret = _with_script(text, caret, posixpath.relpath(values.paths[f"file-{start.script}"], posixpath.dirname(page.path) or "."))
    return Begun(text, caret, sheet, written, rules, files, _preview(text, caret, put.html, rules, files, page.path, sheet), put.html)


def start_files(page: Page, start: str, name: str) -> dict[str, bytes]:
    """What a start brings and the site has not yet, by path. Raises InputError."""
    found = start_named(start)
    return _files(page, found, Values.of(found, name, found.methods[0], {}))


def _check_free(page: Page, name: str) -> None:
    """Raises InputError where classes or rules of the name are there already."""
    pattern = re.compile(rf"{re.escape(name)}(?:-[\w-]*)?")
    used = next((word for found in _CLASS.finditer(page.document.source) for word in found[1].split() if pattern.fullmatch(word)), None)
    if used is None:
        selector = re.compile(rf"\.({re.escape(name)}(?:-[\w-]*)?)(?![\w-])")
        used = next((found[1] for css in page.sheet_texts.values() for found in selector.finditer(css)), None)
    if used is not None:
        raise InputError(f"There is a class {used} already: say another word for the names.")


def _files(page: Page, start: Start, values: Values) -> dict[str, bytes]:
    """What the start brings and the site has not yet."""
    made = {values.paths[f"picture-{name}"]: stand_in(*size) for name, size in start.pictures.items()}
    made |= {values.paths[f"file-{name}"]: content for name, content in start.files.items()}
    return {path: content for path, content in made.items() if page.files.read(path) is None}


def _with_script(text: str, caret: int, address: str) -> tuple[str, int]:
    """A page with a script at the end of its head, once."""
    tag = f'<script src="{address}" defer></script>'
    if tag in text:
        return text, caret
    found = re.search(r"([ \t]*)</head>", text, re.IGNORECASE)
    if found is None:
        raise InputError("The page has no end of a head that the script could stand before.")
    line = f"{found[1]}  {tag}\n"
    return text[: found.start()] + line + text[found.start() :], caret + len(line)


def _preview(text: str, caret: int, html: str, rules: str, files: Mapping[str, bytes], page: str, sheet: str) -> str:
    """The page with the rules before the new markup, and files that are not there yet as data."""
    for path, content in files.items():
        kind = {"svg": "image/svg+xml", "html": "text/html", "js": "text/javascript"}[path.rpartition(".")[2]]
        data = f"data:{kind};base64,{b64encode(content).decode()}"
        for address, base in ((posixpath.relpath(path, posixpath.dirname(page) or "."), "html"), (posixpath.relpath(path, posixpath.dirname(sheet) or "."), "css")):
            if base == "html":
                text = text.replace(f'"{address}"', f'"{data}"').replace(f"'{address}'", f"'{data}'")
            else:
                rules = rules.replace(f'"{address}"', f'"{data}"').replace(f"'{address}'", f"'{data}'")
    style = f"<style>{rules}</style>"
    found = re.search(r"</head>|<body", text, re.IGNORECASE)
    at = found.start() if found is not None else 0
    return text[:at] + style + text[at:]
