"""What a browser is to be asked of fonts that this machine does not have."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

from ..fonts import INVISIBLE, FaceKey, FontStore, pairs_of
from ..layout import SMALL_CAPS, Box, small_caps_size, transformed

MOST_FACES, MOST_SIZES, MOST_CHARACTERS, MOST_PAIRS = 24, 16, 800, 4000


@dataclass(slots=True)
class WantedFace:
    """A face to measure: its sizes in CSS px, and the characters and neighbours in use."""

    family: str
    weight: int
    italic: bool
    sizes: list[float] = field(default_factory=list)
    characters: str = ""
    pairs: list[str] = field(default_factory=list)


@dataclass(slots=True)
class BrowserFaces:
    """What only a browser can have of the fonts in use: what to measure, and the families that were."""

    wanted: list[WantedFace]
    families: list[str]


def browser_faces(fonts: FontStore, texts: Iterable[Box]) -> BrowserFaces:
    """The faces that boxes with text ask for before any that this machine has, and whether they are measured."""
    used_by: dict[FaceKey, dict[float, set[str]]] = {}
    names: dict[FaceKey, str] = {}
    for box in texts:
        lacking = fonts.lacking(box.style)
        if not lacking:
            continue
        text = box.marker_text or box.text
        shown = _folded(transformed(text, box.style))
        sizes = {box.style.font_size: shown}
        if box.style.font_variant_caps in SMALL_CAPS:
            sizes[small_caps_size(box.style.font_size)] = shown.upper()
        for family, key in lacking:
            names.setdefault(key, family)
            for size, used in sizes.items():
                used_by.setdefault(key, {}).setdefault(size, set()).add(used)
    wanted: list[WantedFace] = []
    for key, by_size in used_by.items():
        face = fonts.measured.get(key)
        if face is not None and not any(face.lacks(size, text) for size, found in by_size.items() for text in found):
            continue
        folded = set().union(*by_size.values())
        characters = sorted({c for text in folded for c in text if c not in INVISIBLE} | {" ", "0", "x"})
        pairs = sorted(set().union(*(pairs_of(text) for text in folded)))
        wanted.append(WantedFace(names[key], key.weight, key.italic, sorted(by_size)[:MOST_SIZES], "".join(characters[:MOST_CHARACTERS]), pairs[:MOST_PAIRS]))
    families = sorted({names[key] for key in used_by if fonts.measured.get(key) is not None})
    return BrowserFaces(wanted[:MOST_FACES], families)


def _folded(text: str) -> str:
    """A text with its white space as spaces: what stands between two words in a line."""
    return " " + " ".join(text.split()) + " "
