"""Files on their way in that would be one on many systems: which they are, and what the person decided of each."""

from __future__ import annotations

import posixpath
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass

from .errors import Refused
from .paths import alike


@dataclass(frozen=True, slots=True)
class Twin:
    """One of several: ``number`` is its place in what came in, ``other`` a path under which it can be kept beside the first."""

    number: int
    path: str
    bytes: int
    other: str


class Twins(Exception):
    """What must be decided before anything is taken in."""

    def __init__(self, groups: list[list[Twin]]) -> None:
        names = "; ".join(" and ".join(one.path for one in group) for group in groups)
        super().__init__(f"These are one file on many systems, as they differ only in capitals, or in nothing: {names}. Say of each whether it is kept. Nothing was taken in yet.")
        self.groups = groups


def free_path(path: str, taken: Collection[str]) -> str:
    """The path, with a number where one that is alike is taken (as ``alike`` has them)."""
    stem, ending = posixpath.splitext(path)
    number, made = 1, path
    while alike(made) in taken:
        number += 1
        made = f"{stem}-{number}{ending}"
    return made


def twins_among(files: Iterable[tuple[int, str, int]]) -> list[list[Twin]]:
    """Groups of files, given as number, path and length in bytes, that would be one."""
    named: dict[str, list[tuple[int, str, int]]] = {}
    for file in files:
        named.setdefault(alike(file[1]), []).append(file)
    taken = set(named)
    groups = []
    for first, *others in named.values():
        group = [Twin(*first, first[1])]
        for file in others:
            group.append(Twin(*file, free_path(file[1], taken)))
            taken.add(alike(group[-1].other))
        if others:
            groups.append(group)
    return groups


def decided(paths: Sequence[str], choices: Mapping[int, str]) -> list[str | None]:
    """The paths under which files are taken in, None for those that are left out. Raises Refused for a choice of no file."""
    if any(not 0 <= number < len(paths) for number in choices):
        raise Refused("A choice is about a file that is not among them.")
    return [None if number in choices and not choices[number] else choices.get(number, path) for number, path in enumerate(paths)]
