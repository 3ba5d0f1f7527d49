"""Fonts installed on the machine, through fontconfig's ``fc-match``, as Chromium on Linux resolves families."""

from __future__ import annotations

import functools
import shutil
import subprocess
from dataclasses import dataclass
from pathlib import Path

from .face import Face, FileFace

GENERIC = {
    "serif": "Times New Roman",
    "sans-serif": "Arial",
    "monospace": "Monospace",
    "system-ui": "Sans",
}
"""Chromium's default settings; generic families that are not here resolve to no font of their own."""

DEFAULT_FAMILY = "Times New Roman"

METRIC_COMPATIBLE = (
    frozenset({"arial", "helvetica", "liberation sans", "arimo", "nimbus sans"}),
    frozenset({"times new roman", "times", "liberation serif", "tinos", "nimbus roman"}),
    frozenset({"courier new", "courier", "liberation mono", "cousine", "nimbus mono ps"}),
    frozenset({"calibri", "carlito"}),
    frozenset({"cambria", "caladea"}),
    frozenset({"georgia", "gelasio"}),
)


@dataclass(frozen=True, slots=True)
class Match:
    """What fontconfig gave for a family: its own family names, the file and the face's number in it."""

    families: tuple[str, ...]
    file: str
    number: int


@functools.lru_cache(maxsize=1)
def has_fontconfig() -> bool:
    """Whether the machine has fontconfig."""
    return shutil.which("fc-match") is not None


@functools.lru_cache(maxsize=512)
def _ask(pattern: str) -> Match | None:
    if not has_fontconfig():
        return None
    try:
        answer = subprocess.run(
            ["fc-match", "-f", "%{family}\t%{file}\t%{index}", pattern], capture_output=True, text=True, timeout=10
        ).stdout
        families, file, number = answer.split("\t")
        return Match(tuple(name.strip().lower() for name in families.split(",")), file, int(number or 0) & 0xFFFF)
    except (OSError, ValueError, subprocess.SubprocessError):
        return None


def _pattern(family: str, weight: int, italic: bool) -> str:
    escaped = "".join("\\" + c if c in "\\-:," else c for c in family)
    fc_weight = 200 if weight >= 600 else 180 if weight >= 550 else 100 if weight >= 450 else 80 if weight >= 350 else 50
    return f"{escaped}:weight={fc_weight}:slant={100 if italic else 0}"


def _is_same(asked: str, got: tuple[str, ...]) -> bool:
    asked = asked.lower()
    if asked in got:
        return True
    return any(asked in group and any(name in group for name in got) for group in METRIC_COMPATIBLE)


@functools.lru_cache(maxsize=256)
def find_family(family: str, weight: int, italic: bool) -> Face | None:
    """The installed face of a family, or None where only a stranger would stand in for it."""
    generic = family in GENERIC
    name = GENERIC.get(family, family)
    match = _ask(_pattern(name, weight, italic))
    if match is None or (not (generic and name in ("Monospace", "Sans")) and not _is_same(name, match.families)):
        return None
    return _load(match.file, match.number)


@functools.lru_cache(maxsize=512)
def find_for_character(character: str) -> Face | None:
    """An installed face that has the character, as fontconfig sorts them: by no family, and upright and regular, for the
    browser slants and thickens what it finds itself."""
    match = _ask(f":charset={ord(character):x}:scalable=true:lang=en")
    face = _load(match.file, match.number) if match is not None else None
    return face if face is not None and face.has(character) else None


@functools.lru_cache(maxsize=64)
def _load(file: str, number: int) -> Face | None:
    try:
        return FileFace(Path(file).read_bytes(), Path(file).stem, number)
    except Exception:  # a font file can be broken in any way its reader knows
        return None
