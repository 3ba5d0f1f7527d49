"""Starts as data: a folder each with ``start.json``, ``markup.outline``, ``styles.css`` and the files that it brings."""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Literal

from ..errors import InputError

FOLDER = Path(__file__).resolve().parents[2] / "parts" / "starts"


@dataclass(frozen=True, slots=True)
class Parameter:
    """Something to choose before a start is taken: a number from ``least`` to ``most`` in a unit, or one of ``choices``."""

    name: str
    title: str
    value: int | str
    least: int = 0
    most: int = 0
    unit: str = ""
    choices: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Start:
    """A section to begin from. ``methods`` are the ways in which it can be laid out, ``row`` selects the box whose children
    stand in a row, ``around`` says whether it belongs into the body or into main."""

    name: str
    title: str
    about: str
    around: Literal["body", "main"]
    methods: tuple[str, ...]
    row: str
    parameters: tuple[Parameter, ...]
    outline: str
    styles: str
    lists: dict[str, tuple[str, ...]] = field(default_factory=dict)
    pictures: dict[str, tuple[int, int]] = field(default_factory=dict)
    """Stand-in pictures by name, with their sizes in px."""
    files: dict[str, bytes] = field(default_factory=dict)
    script: str = ""


@cache
def all_starts() -> tuple[Start, ...]:
    """All starts that ship, by title."""
    return tuple(sorted((_read(folder) for folder in FOLDER.iterdir() if (folder / "start.json").is_file()), key=lambda one: one.title))


def start_named(name: str) -> Start:
    """A start by its name. Raises InputError."""
    found = next((one for one in all_starts() if one.name == name), None)
    if found is None:
        raise InputError(f"There is no start {name}.")
    return found


def _read(folder: Path) -> Start:
    said = json.loads((folder / "start.json").read_text())
    parameters = tuple(
        Parameter(name, one["title"], one.get("value", one.get("choices", [""])[0]), one.get("least", 0), one.get("most", 0), one.get("unit", ""), tuple(one.get("choices", ())))
        for name, one in said["parameters"].items()
    )
    script = said.get("script", "")
    names = [*said.get("files", []), *([script] if script else [])]
    return Start(
        folder.name, said["title"], said["about"], said["around"], tuple(said["methods"]), said["row"], parameters, (folder / "markup.outline").read_text(), (folder / "styles.css").read_text(),
        {name: tuple(words) for name, words in said.get("lists", {}).items()}, {name: tuple(size) for name, size in said.get("pictures", {}).items()},
        {name: (folder / name).read_bytes() for name in names}, script,
    )  # fmt: skip
