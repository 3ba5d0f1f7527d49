"""Which face draws which character of a style: ``@font-face`` first, then installed fonts (css-fonts-4 §5)."""

from __future__ import annotations

import hashlib
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from ..files import Files, resolve
from ..fonts import system
from ..styles.font_choices import slope_of
from ..styles.font_faces import PLAIN, FontFace
from ..styles.style import ComputedStyle
from .adjusted import AdjustedFace, FittedFace, part_of_size
from .face import Face, FileFace, Metrics
from .measured import FaceKey, Measured
from .varied import PLAINLY, Wanted, instance_for, slopes_of

SPACES = frozenset([*range(0x2000, 0x200B), 0x202F, 0x205F, 0x3000])
"""Spaces of other widths: shaping makes them of the plain one where a font has them not."""
LARGEST_FONT = 16 * 1024 * 1024
STANDARD = "serif"
"""The family that stands for a browser's standard font where this machine has no fonts at all."""

_loaded: dict[str, Face | None] = {}


def load_face(data: bytes, name: str) -> Face | None:
    """The face in the bytes of a font file, or None where it cannot be read. Kept by content."""
    key = hashlib.sha256(data).hexdigest()
    if key not in _loaded:
        try:
            _loaded[key] = FileFace(data, name) if len(data) <= LARGEST_FONT else None
        except Exception:  # a font file can be broken in any way its reader knows
            _loaded[key] = None
    return _loaded[key]


@dataclass(frozen=True, slots=True)
class FontRequest:
    """What a style asks for."""

    families: tuple[str, ...]
    wanted: Wanted = PLAINLY
    adjust: tuple[str, float | None] | None = None
    """Which measure of the first font is to be which part of the size (``font-size-adjust``); None as a part: as it is."""

    @property
    def weight(self) -> int:
        return self.wanted.weight

    @property
    def italic(self) -> bool:
        return self.wanted.style != "normal"


def _request(style: ComputedStyle, families: tuple[str, ...] | None = None) -> FontRequest:
    """What a style asks for, of its own families or of others."""
    wanted = Wanted(style.font_weight, style.font_style, style.font_stretch, style.font_variation_settings, style.font_optical_sizing == "auto")
    there = style.font_family if style.families_there is None else style.families_there
    return FontRequest(there if families is None else families, wanted, None if isinstance(style.font_size_adjust, str) else style.font_size_adjust)


Ranges = list[tuple[int, int]] | None


class FontStack:
    """The faces of a request in order, each with the character ranges it is limited to (None: all).

    Faces are found one by one as they are needed: most text never asks for the second family.
    """

    def __init__(self, faces: Iterator[tuple[Face, Ranges]]) -> None:
        self._found: list[tuple[Face, Ranges]] = []
        self._more = faces
        self._known: dict[str, Face] = {}
        self._first: Face | None = None

    def _faces(self) -> Iterator[tuple[Face, Ranges]]:
        yield from self._found
        for pair in self._more:
            self._found.append(pair)
            yield pair

    @property
    def first(self) -> Face:
        """The primary font (css-fonts-4 §5.2): its metrics make the strut."""
        if self._first is None:
            found = next((face for face, ranges in self._faces() if ranges is None or any(low <= 32 <= high for low, high in ranges)), None)
            self._first = found if found is not None else self._found[0][0]
        return self._first

    def adjusted(self, measure: str, part: float) -> FontStack:
        """The same faces at such sizes that a measure of the first is a part of what is asked for (css-fonts-5 §3)."""
        return FontStack((FittedFace(face, self.first, measure, part), ranges) for face, ranges in self._faces())

    def face_for(self, character: str) -> Face:
        """The face that draws a character: the first that has it, then the machine's fallback."""
        known = self._known.get(character)
        if known is None:
            known = self._known[character] = self._find(character)
        return known

    def _find(self, character: str) -> Face:
        code = ord(character)
        if code < 32 or code in (0x200B, 0x200C, 0x200D, 0xAD, 0xFEFF, 0x2060, 0xFE0F):
            return self.first
        if code in SPACES and self.first.has(" "):
            return self.first
        for face, ranges in self._faces():
            if ranges is not None and not any(low <= code <= high for low, high in ranges):
                continue
            if face.has(character):
                return face
        return system.find_for_character(character) or self.first


class FontStore:
    """The fonts of one page."""

    def __init__(self, faces: list[FontFace], files: Files, fallback: Callable[[], Face], measured: Measured | None = None) -> None:
        self._declared: dict[str, list[FontFace]] = {}
        for face in faces:
            self._declared.setdefault(face.family.lower(), []).append(face)
        self._files = files
        self._fallback = fallback
        self.measured: Measured = measured or {}
        self._lacking: dict[FontRequest, tuple[tuple[str, FaceKey], ...]] = {}
        self._stacks: dict[FontRequest, FontStack] = {}
        self.missing_files: list[tuple[FontFace, str]] = []
        self.unknown_families: dict[str, None] = {}

    def stack(self, style: ComputedStyle) -> FontStack:
        """The faces for a style."""
        request = _request(style)
        return self._known(request)

    def _known(self, request: FontRequest) -> FontStack:
        known = self._stacks.get(request)
        if known is None:
            known = self._stacks[request] = self._build(request)
        return known

    def _build(self, request: FontRequest) -> FontStack:
        plain = FontStack(self._families(request))
        measure, part = request.adjust or ("", None)
        return plain if part is None else plain.adjusted(measure, part)

    def _families(self, request: FontRequest) -> Iterator[tuple[Face, Ranges]]:
        """The faces of each family in turn, then the standard font; families that nothing has are noted."""
        missing: list[str] = []
        found = False
        for family in request.families:
            declared = self._declared.get(family.lower())
            if declared:
                for pair in self._from_declared(declared, request):
                    found = True
                    yield pair
                continue
            face: Face | None = system.find_family(family, request.weight, request.italic) or self.measured.get(_key(family, request))
            if face is not None:
                found = True
                yield face, None
            else:
                missing.append(family)
        standard = system.find_family(system.DEFAULT_FAMILY, request.weight, request.italic)
        if not found and standard is None:
            self.unknown_families.update(dict.fromkeys(missing))
        yield standard or self.measured.get(_key(STANDARD, request)) or self._fallback(), None

    def lacking(self, style: ComputedStyle) -> tuple[tuple[str, FaceKey], ...]:
        """The families of a style, before the first that this machine has, that only a browser could have: those that it
        said it has not are left out."""
        request = _request(style)
        known = self._lacking.get(request)
        if known is None:
            known = self._lacking[request] = tuple(self._find_lacking(request))
        return known

    def _find_lacking(self, request: FontRequest) -> Iterator[tuple[str, FaceKey]]:
        for family in request.families:
            if family.lower() in self._declared or system.find_family(family, request.weight, request.italic) is not None:
                return
            key = _key(family, request)
            if self.measured.get(key, key) is not None:
                yield family, key
                if key in self.measured:
                    return
        if STANDARD not in request.families and system.find_family(system.DEFAULT_FAMILY, request.weight, request.italic) is None:
            yield STANDARD, _key(STANDARD, request)

    def _from_declared(self, declared: list[FontFace], request: FontRequest) -> list[tuple[Face, list[tuple[int, int]] | None]]:
        """Font matching within a family: style, then weight (css-fonts-4 §5.2)."""
        result: list[tuple[Face, list[tuple[int, int]] | None]] = []
        for rule in reversed(chosen_faces(declared, request)):
            face = self._load(rule)
            if isinstance(face, FileFace):
                face = instance_for(face, rule, request.wanted)
            if face is not None:
                # Where a style adjusts sizes, the rule's own ``size-adjust`` does not (as Chromium has it).
                adjustments = rule.adjustments if request.adjust is None else replace(rule.adjustments, size=1.0)
                result.append((face if adjustments == PLAIN else AdjustedFace(face, adjustments), rule.ranges))
        return result

    def _load(self, rule: FontFace) -> Face | None:
        for kind, address in rule.sources:
            if kind == "local":
                face = system.find_family(address, rule.weight[0], rule.style != "normal")
                if face is not None:
                    return face
                continue
            path = resolve(rule.file, address)
            data = self._files.read(path) if path is not None else None
            if data is None:
                self.missing_files.append((rule, address))
                continue
            face = load_face(data, rule.family)
            if face is not None:
                return face
        return None

    def metrics(self, style: ComputedStyle) -> Metrics:
        """Vertical metrics of the style's primary font."""
        return self.stack(style).first.metrics(style.font_size)

    def before_loading(self, style: ComputedStyle) -> Face:
        """The face that stands in while a page's own are loading."""
        families = tuple(family for family in style.font_family if family.lower() not in self._declared)
        request = _request(style, families)
        return self._known(request).first

    def rules_for(self, style: ComputedStyle) -> list[FontFace]:
        """The ``@font-face`` rules that a style's words are set in: of its first declared family those of the nearest style and weight."""
        request = _request(style)
        declared = next((known for family in request.families if (known := self._declared.get(family.lower()))), [])
        return chosen_faces(declared, request) if declared else []

    @property
    def has_declared(self) -> bool:
        """Whether the page brings fonts of its own."""
        return bool(self._declared)

    def addresses_of(self, style: ComputedStyle) -> Iterator[str]:
        """From where the faces come that a style's lines are set in: of its first declared family."""
        for rule in self.rules_for(style):
            yield from _addresses(rule)

    def families_from(self, style: ComputedStyle, asked: set[str]) -> tuple[str, ...]:
        """A style's families without the declared ones whose faces come from elsewhere than some addresses."""
        request = _request(style, style.font_family)
        declared = {family: chosen_faces(self._declared[family.lower()], request) for family in style.font_family if family.lower() in self._declared}
        gone = {family for family, rules in declared.items() if not any(address in asked for rule in rules for address in _addresses(rule))}
        return tuple(family for family in style.font_family if family not in gone)

    def x_height(self, style: ComputedStyle) -> float:
        """x-height of the primary font in px."""
        return self.stack(style).first.x_height(style.font_size)

    def cap_height(self, style: ComputedStyle) -> float:
        """Height of a capital letter of the primary font in px."""
        return self.stack(style).first.cap_height(style.font_size)

    def part_of_size(self, style: ComputedStyle, measure: str) -> float:
        """A measure of the style's first font as a part of its size (css-fonts-5 §3.1)."""
        return part_of_size(self.stack(style).first, measure, style.font_size)

    def zero_advance(self, style: ComputedStyle) -> float:
        """Advance of 0 of the primary font in px."""
        return self.stack(style).first.zero_advance(style.font_size)

    def line_spacing(self, style: ComputedStyle) -> float:
        """``line-height: normal`` of the primary font in px."""
        return self.metrics(style).line_spacing


def _key(family: str, request: FontRequest) -> FaceKey:
    return FaceKey(family.lower(), request.weight, request.italic)


def _addresses(rule: FontFace) -> Iterator[str]:
    return (f"{rule.file} {address}" for _, address in rule.sources)


def chosen_faces(declared: list[FontFace], request: FontRequest) -> list[FontFace]:
    """The rules of a family that a request is met by: width, then style, then weight (css-fonts-4 §5.2)."""
    nearest = min(_stretch_distance(request.wanted.stretch, face.stretch) for face in declared)
    declared = [face for face in declared if _stretch_distance(request.wanted.stretch, face.stretch) == nearest]
    closest = min(style_distance(request.wanted.style, face) for face in declared)
    italics = [face for face in declared if style_distance(request.wanted.style, face) == closest]
    best = min(weight_distance(request.weight, face.weight) for face in italics)
    return [face for face in italics if weight_distance(request.weight, face.weight) == best]


def _stretch_distance(wanted: float, available: tuple[float, float]) -> tuple[int, float]:
    """How far a face's widths are from the one that is wanted: what is normal or narrower looks among the narrower ones first."""
    low, high = available
    if low <= wanted <= high:
        return (0, 0.0)
    nearest = low if wanted < low else high
    return (1 if (nearest < wanted) == (wanted <= 100) else 2, abs(nearest - wanted))


def style_distance(wanted: str, face: FontFace) -> tuple[int, float]:
    """How far a face leans from what is wanted: to the same side first, then italics for what leans and the upright for those."""
    low, high = slopes_of(face)
    is_italic = face.style == "italic"
    slope = slope_of(wanted)
    if wanted == "italic":
        return (0, 0.0) if is_italic else (1 if high > 0 else 2 if (low, high) == (0.0, 0.0) else 3, abs(slope - high))
    if is_italic:
        return (2, 0.0)
    if low <= slope <= high:
        return (0, 0.0)
    nearest = low if slope < low else high
    return (1 if nearest * (slope or 1) > 0 else 3, abs(slope - nearest))


def weight_distance(wanted: int, available: tuple[int, int]) -> tuple[int, int]:
    """How far a face's weight range is from a wanted weight, in the order of css-fonts-4 §5.2 step 4."""
    low, high = available
    if low <= wanted <= high:
        return (0, 0)
    nearest = low if wanted < low else high
    if 400 <= wanted <= 500:
        if wanted <= nearest <= 500:
            return (1, nearest - wanted)
        return (2, wanted - nearest) if nearest < wanted else (3, nearest - wanted)
    lighter_first = wanted < 400
    is_lighter = nearest < wanted
    return (1 if is_lighter == lighter_first else 2, abs(nearest - wanted))
