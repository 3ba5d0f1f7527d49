"""Parts as data: a folder each with ``part.json`` and the files that a site gets of it, their licence among them."""

from __future__ import annotations

import json
import re
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from ..errors import InputError

FOLDER = Path(__file__).resolve().parents[2] / "parts" / "kit"
_CONDITION = re.compile(r"^([ \t]*)\?(\w+)=([\w-]+) ?(.*)$")
_MARK = re.compile(r"\$(?:rem\((\d+)\)|percent\((\w+)\)|([a-z]+))")
_COLOUR = re.compile(r"#[0-9a-fA-F]{6}")
USUAL_ROOT = 16


@dataclass(frozen=True, slots=True)
class PartParameter:
    """Something to choose of a part: a number in a unit, one of ``choices``, or a colour as ``#rrggbb``."""

    name: str
    title: str
    value: int | str
    least: int
    most: int
    unit: str
    choices: tuple[str, ...]
    is_colour: bool


@dataclass(frozen=True, slots=True)
class SitePart:
    """A part. ``files`` are contents by name, ``templates`` those with marks in them, ``link`` the one that pages link (a sheet or
    a script; empty for none), before all others where ``is_first``; ``instead_of`` are words in outside addresses that it can
    stand in for."""

    name: str
    title: str
    about: str
    kind: str
    licence: str
    files: dict[str, bytes]
    templates: tuple[str, ...]
    link: str
    is_first: bool
    use: str
    parameters: tuple[PartParameter, ...]
    instead_of: tuple[str, ...]

    def contents(self, chosen: dict[str, int | str]) -> dict[str, bytes]:
        """The files as they are put in, by name. Raises InputError where something cannot be chosen."""
        said = {one.name: _checked(one, chosen.get(one.name, one.value)) for one in self.parameters}
        return {name: _filled(content.decode(), said, self).encode() if name in self.templates else content for name, content in self.files.items()}


@cache
def all_parts() -> tuple[SitePart, ...]:
    """All parts that ship, by title."""
    return tuple(sorted((_read(folder) for folder in FOLDER.iterdir() if (folder / "part.json").is_file()), key=lambda one: one.title))


def part_named(name: str) -> SitePart:
    """A part by its name. Raises InputError."""
    found = next((one for one in all_parts() if one.name == name), None)
    if found is None:
        raise InputError(f"There is no part {name}.")
    return found


def _read(folder: Path) -> SitePart:
    said = json.loads((folder / "part.json").read_text())
    parameters = tuple(
        PartParameter(name, one["title"], one.get("value", one.get("choices", [""])[0]), one.get("least", 0), one.get("most", 0), one.get("unit", ""), tuple(one.get("choices", ())), one.get("colour", False))
        for name, one in said.get("parameters", {}).items()
    )  # fmt: skip
    files = {Path(name).name: (folder / name).read_bytes() for name in said["files"]}
    return SitePart(
        folder.name, said["title"], said["about"], said["kind"], said["licence"], files, tuple(said.get("templates", ())), said["link"], said.get("first", False), said["use"], parameters,
        tuple(said.get("instead_of", ())),
    )  # fmt: skip


def _checked(one: PartParameter, value: int | str) -> int | str:
    if one.is_colour and not (isinstance(value, str) and _COLOUR.fullmatch(value)):
        raise InputError(f"{one.title} is a colour such as #16384d.")
    if one.choices and value not in one.choices:
        raise InputError(f"{one.title} is {' or '.join(one.choices)}.")
    if not one.choices and not one.is_colour and not (isinstance(value, int) and one.least <= value <= one.most):
        raise InputError(f"{one.title} is from {one.least} to {one.most}.")
    return value


def _filled(text: str, said: dict[str, int | str], part: SitePart) -> str:
    lines = []
    for line in text.split("\n"):
        condition = _CONDITION.match(line)
        if condition is None:
            lines.append(line)
        elif str(said[condition[2]]).replace(" ", "-") == condition[3]:
            lines.append(condition[1] + condition[4])
    units = {one.name: one.unit for one in part.parameters}

    def value(found: re.Match[str]) -> str:
        px, share, name = found.groups()
        if px:
            return f"{round(int(px) / int(said['root']), 4):g}rem"
        if share:
            return f"{int(said[share]) / USUAL_ROOT * 100:g}%"
        return f"{said[name]}{units[name]}"

    return _MARK.sub(value, "\n".join(lines))
