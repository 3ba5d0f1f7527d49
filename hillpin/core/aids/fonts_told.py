"""The fonts of a page: what of each file is used, weights and slants that are asked for and not there, and how far what stands in while
they load differs, with the ``size-adjust`` and overrides that make it nil (css-fonts-5 §2).

All is of the words at one width. Lengths are CSS px, parts of the font size where it is said.
"""

from __future__ import annotations

import posixpath
import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from ..errors import InputError
from ..files import resolve
from ..fonts import Face
from ..layout import transformed
from ..markup import Element, Text
from ..page import Layout, Page
from ..shown import px
from ..styles import ComputedStyle, FontFace
from .sheet_text import extent_of

BOLD_FROM = 600
"""Asked for from this weight on and not there, a face is made bold by the browser (css-fonts-4 §2.2.1, as Chromium does it)."""
LARGE = 1000.0
"""Font size at which metrics are compared, so that whole px do not matter."""
LOCALS = {"LiberationSans": ("Arial", "Liberation Sans"), "LiberationSerif": ("Times New Roman", "Liberation Serif"), "LiberationMono": ("Courier New", "Liberation Mono")}
"""Names under which other machines have fonts of the same advances."""


@dataclass(slots=True)
class FontFile:
    """A face that the page declares: its file's bytes (none where it is missing), and how many of its characters are used."""

    family: str
    weight: str
    style: str
    address: str
    file: str
    line: int
    length: int | None
    used: int = 0
    words: int = 0
    """Characters set in it in all."""


@dataclass(frozen=True, slots=True)
class Asked:
    """A weight or slant that words ask for and their family has not; ``made`` says what the browser does then."""

    family: str
    weight: int
    is_italic: bool
    made: str
    name: str
    line: int
    count: int


@dataclass(frozen=True, slots=True)
class StandIn:
    """What stands in for a face while it loads: how much longer its words are (1 as long), the face's heights as parts of the font size,
    and the rule that makes it as long and as high."""

    family: str
    weight: int
    stands: str
    longer: float
    ascent: tuple[float, float]
    descent: tuple[float, float]
    rule: str
    working: tuple[str, ...]


@dataclass(slots=True)
class FontReport:
    """All three."""

    files: list[FontFile] = field(default_factory=list)
    asked: list[Asked] = field(default_factory=list)
    stand_ins: list[StandIn] = field(default_factory=list)


@dataclass(slots=True)
class _Set:
    """Words of one family, weight and slant."""

    style: ComputedStyle
    pieces: list[tuple[str, float]] = field(default_factory=list)
    elements: list[Element] = field(default_factory=list)


def font_report(page: Page, layout: Layout) -> FontReport:
    """The report of a page at a layout's width."""
    report = FontReport()
    files = {id(face): _file(page, face) for face in page.sheets.font_faces}
    characters: dict[int, set[str]] = {key: set() for key in files}
    for one in _sets(page, layout):
        rules = page.fonts.rules_for(one.style)
        text = "".join(piece for piece, _ in one.pieces)
        for rule in rules:
            inside = {letter for letter in text if rule.ranges is None or any(low <= ord(letter) <= high for low, high in rule.ranges)}
            characters[id(rule)] |= inside
            files[id(rule)].words += sum(1 for letter in text if letter in inside)
        if rules:
            report.asked += _asked(one, rules)
            stand_in = _stand_in(page, one)
            report.stand_ins += [stand_in] if stand_in is not None else []
    for key, known in files.items():
        known.used = len({letter for letter in characters[key] if not letter.isspace()})
    report.files = list(files.values())
    return report


def _file(page: Page, face: FontFace) -> FontFile:
    address = next((address for kind, address in face.sources if kind == "url"), "")
    path = resolve(face.file, address) if address and not address.startswith("data:") else None
    data = page.files.read(path) if path is not None else None
    low, high = face.weight
    return FontFile(face.family, str(low) if low == high else f"{low} to {high}", face.style, posixpath.basename(address) if not address.startswith("data:") else "in the sheet", face.file, face.line, len(data) if data is not None else None)


def _sets(page: Page, layout: Layout) -> Iterator[_Set]:
    """The words that are shown, by what their style asks of fonts."""
    found: dict[tuple[tuple[str, ...], int, bool], _Set] = {}
    for element in page.document.elements:
        style = layout.tree.styles.get(element)
        if style is None or element not in layout.rects or element.tag in ("script", "style", "option"):
            continue
        text = "".join(child.data for child in element.children if isinstance(child, Text))
        if not text.strip():
            continue
        one = found.setdefault((style.font_family, style.font_weight, style.font_style != "normal"), _Set(style))
        one.pieces.append((transformed(" ".join(text.split()), style), float(style.font_size)))
        one.elements.append(element)
    yield from found.values()


def _asked(one: _Set, rules: list[FontFace]) -> Iterator[Asked]:
    style = one.style
    weight, is_italic = style.font_weight, style.font_style != "normal"
    heaviest = max(rule.weight[1] for rule in rules)
    has_slant = any(rule.style != "normal" for rule in rules)
    is_there = any(rule.weight[0] <= weight <= rule.weight[1] for rule in rules)
    made = []
    if weight >= BOLD_FROM and heaviest < BOLD_FROM:
        made.append(f"made bold by the browser from {heaviest}")
    elif not is_there:
        made.append(f"shown at {_nearest(weight, rules)}")
    if is_italic and not has_slant:
        made.append("slanted by the browser")
    if made:
        first = one.elements[0]
        yield Asked(rules[0].family, weight, is_italic, ", ".join(made), first.name(), first.line or 1, len(one.elements))


def _nearest(weight: int, rules: list[FontFace]) -> int:
    return min((bound for rule in rules for bound in rule.weight), key=lambda bound: abs(bound - weight))


def _stand_in(page: Page, one: _Set) -> StandIn | None:
    own, other = page.fonts.stack(one.style).first, page.fonts.before_loading(one.style)
    if other.name.lower() == own.name.lower():
        return None
    lengths = [sum(sum(face.shape(piece, size).advances) for piece, size in one.pieces) for face in (own, other)]
    if not lengths[1] or not lengths[0]:
        return None
    adjust = lengths[0] / lengths[1]
    heights = [_heights(face) for face in (own, other)]
    family = one.style.font_family[0]
    names = _names(other)
    locals_ = ", ".join(f'local("{name}")' for name in names)
    weight = f" font-weight: {one.style.font_weight};" if one.style.font_weight != 400 else ""
    overrides = " ".join(f"{name}-override: {_percent(part / adjust)};" for name, part in zip(("ascent", "descent", "line-gap"), heights[0], strict=True))
    rule = f'@font-face {{ font-family: "{family} stand-in";{weight} src: {locals_}; size-adjust: {_percent(adjust)}; {overrides} }}'
    working = (
        f"its words are {px(lengths[0])} long in {own.name}, {px(lengths[1])} in {names[-1]}",
        f"size-adjust {px(lengths[0])} ÷ {px(lengths[1])} = {_percent(adjust)}",
        f"ascent {_percent(heights[0][0])} of the size ÷ {_percent(adjust)} = {_percent(heights[0][0] / adjust)}",
        f"descent {_percent(heights[0][1])} ÷ {_percent(adjust)} = {_percent(heights[0][1] / adjust)}",
    )
    return StandIn(family, one.style.font_weight, names[-1], lengths[1] / lengths[0], (heights[0][0], heights[1][0]), (heights[0][1], heights[1][1]), rule, working)


def _names(face: Face) -> tuple[str, ...]:
    """The full names under which machines may have a face: ``Arial Bold`` for ``LiberationSans-Bold``."""
    family, _, kind = face.name.partition("-")
    known = LOCALS.get(family)
    if known is None:
        return (face.name,)
    words = re.sub(r"(?<=[a-z])(?=[A-Z])", " ", "" if kind == "Regular" else kind)
    return tuple(f"{name} {words}".strip() for name in known)


def _heights(face: Face) -> tuple[float, float, float]:
    """Ascent, descent and line gap as parts of the font size."""
    found = face.metrics(LARGE)
    return found.ascent / LARGE, found.descent / LARGE, found.line_gap / LARGE


def _percent(part: float) -> str:
    return f"{round(part * 100, 2):g}%"


def with_stand_ins(page: Page, layout: Layout, family: str) -> dict[str, str]:
    """The sheets that change where a family's stand-ins are declared, and named behind it wherever it is asked for. Raises InputError."""
    own = [one for one in font_report(page, layout).stand_ins if one.family.lower() == family.lower()]
    face = next((one for one in page.sheets.font_faces if one.family.lower() == family.lower() and one.file in page.sheet_texts), None)
    if not own or face is None:
        raise InputError(f"{family} has nothing that stands in for it, or is declared in no sheet that can be edited.")
    name = f"{own[0].family} stand-in"
    if any(one.family.lower() == name.lower() for one in page.sheets.font_faces):
        raise InputError(f"{name} is declared already: take it out first, to have it worked out anew.")
    changed: dict[str, str] = {}
    edits: dict[str, dict[int, tuple[int, str]]] = {}
    asked = re.compile(rf"([\"']?){re.escape(own[0].family)}\1(?=\s*(?:,|$))", re.IGNORECASE)
    for rule in page.sheets.rules:
        for declaration in rule.declarations if rule.origin == "author" else ():
            text = page.sheet_texts.get(declaration.file)
            if text is None or declaration.name not in ("font", "font-family") or declaration.file == page.path:
                continue
            start, end = extent_of(text, declaration)
            written = asked.sub(lambda found: f'{found[0]}, "{name}"', text[start:end], count=1)
            if written != text[start:end]:
                edits.setdefault(declaration.file, {})[start] = (end, written)
    for path, places in edits.items():
        text = page.sheet_texts[path]
        for start in sorted(places, reverse=True):
            end, written = places[start]
            text = text[:start] + written + text[end:]
        changed[path] = text
    text = changed.get(face.file, page.sheet_texts[face.file])
    changed[face.file] = f"{text.rstrip()}\n\n" + "\n".join(one.rule for one in own) + "\n"
    return changed
