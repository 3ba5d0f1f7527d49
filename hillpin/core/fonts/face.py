"""Faces: metrics and shaped advances, behind one small interface.

``Face`` is all that layout asks of a font. ``FileFace`` reads a font file with fontTools and shapes with
HarfBuzz; a table of advances measured elsewhere can stand in for it. Advances are rounded as FreeType and
Skia round them on Linux with sub-pixel positioning: glyph advances in 16.16 fixed point at a size cut to 1/64 px.
"""

from __future__ import annotations

import io
import math
from dataclasses import dataclass
from typing import Any, Protocol

import uharfbuzz as hb
from fontTools.ttLib import TTFont

from ..units import f32


def effective(size: float) -> float:
    """The size that a face is asked for: the browser keeps faces by sizes cut to hundredths of a px."""
    return f32(math.floor(f32(f32(size) * 100)) / 100)


@dataclass(frozen=True, slots=True)
class Metrics:
    """Vertical metrics at a size, in whole px as the browser rounds them."""

    ascent: int
    descent: int
    line_gap: float

    @property
    def line_spacing(self) -> float:
        """``line-height: normal`` of this face alone."""
        return self.ascent + self.descent + round_half_up(self.line_gap)


@dataclass(frozen=True, slots=True)
class Shaped:
    """A shaped run: per character its advance in px (a cluster's on its first character).

    ``safe[i]`` is whether the run may be cut before character i without shaping anew.
    """

    advances: tuple[float, ...]
    safe: tuple[bool, ...]


class Face(Protocol):
    """One face of a family."""

    name: str

    def metrics(self, size: float) -> Metrics:
        """Vertical metrics at a font size in px."""

    def x_height(self, size: float) -> float:
        """Height of the letter x in px."""

    def cap_height(self, size: float) -> float:
        """Height of a capital letter in px."""

    def zero_advance(self, size: float) -> float:
        """Advance of the figure 0 in px."""

    def average_advance(self, size: float) -> float:
        """Average advance of a character in px: what text fields are sized by."""

    def widest_extent(self, size: float) -> float:
        """Width in px of the box that holds any glyph."""

    def has(self, character: str) -> bool:
        """Whether the face has a glyph for the character."""

    def has_feature(self, tag: str) -> bool:
        """Whether the face has substitutions of an OpenType feature."""

    def shape(self, text: str, size: float, features: tuple[tuple[str, int], ...] = (), from_right: bool = False) -> Shaped:
        """Shape a run of text at a size in px; ``from_right`` says that its first character stands at the right."""


def round_half_up(value: float) -> int:
    """Round to the nearest whole number, halves upwards."""
    return math.floor(value + 0.5)


def _unpacked(font: TTFont, *, with_outlines: bool) -> bytes:
    """The file of a font that was packed for the web. Outlines take most of the time: where nothing is measured on them, and
    no advance needs them, they stay packed."""
    if not with_outlines and "glyf" in font and "gvar" not in font and not getattr(font.reader.tables.get("hmtx"), "transformed", False):
        del font["glyf"], font["loca"]
    font.flavor = None
    plain = io.BytesIO()
    font.save(plain)
    return plain.getvalue()


@dataclass(slots=True)
class _Run:
    """A run in font units: glyph advances and positioning adjustments with the cluster of each glyph. Advances are whole units, in
    instances of variable fonts too; adjustments there are not."""

    glyphs: list[tuple[int, int, float]]
    safe: tuple[bool, ...]
    length: int


MOST_RUNS = 20_000
"""Runs of text that are kept of a face; of the instances of a variable font together."""
FINER = 256
"""Parts of a font unit in which instances of variable fonts adjust."""
MOST_INSTANCES = 64
"""Instances of a variable font that are kept: a page that moves an axis step by step asks for many."""


class FileFace:
    """A face read from the bytes of a TTF, OTF, WOFF or WOFF2 file; of a variable font its default instance."""

    name: str
    axes: frozenset[str]
    units_per_em: int
    _ascent: float
    _descent: float
    _gap: float
    _x_height: float
    _cap_height: float
    _extent: float
    _average: float
    _features: frozenset[str]
    _covered: frozenset[int]
    _face: Any
    _font: Any
    _fineness: int
    _most: int
    _instances: dict[tuple[tuple[str, float], ...], FileFace]

    def __init__(self, data: bytes, name: str, number: int = 0, like: FileFace | None = None) -> None:
        """``like`` is a face that was read from the same file, from which all is taken over instead."""
        if like is not None:
            self._take(like)
            return
        font = TTFont(io.BytesIO(data), fontNumber=number, lazy=True)
        self.name = name
        self.axes = frozenset(axis.axisTag for axis in font["fvar"].axes) if "fvar" in font else frozenset()
        self.units_per_em = int(font["head"].unitsPerEm)
        self._read_metrics(font)
        if font.flavor is not None:
            data = _unpacked(font, with_outlines=not self._x_height)
        substitutions = font["GSUB"].table.FeatureList if "GSUB" in font else None
        self._features = frozenset(record.FeatureTag for record in substitutions.FeatureRecord) if substitutions is not None else frozenset()
        self._covered = frozenset(font.getBestCmap() or {})
        self._face = hb.Face(data, number if data[:4] == b"ttcf" else 0)
        self._font = hb.Font(self._face)
        self._fineness = 1
        self._most = MOST_RUNS
        self._instances = {}
        self._keep_nothing()

    def _take(self, like: FileFace) -> None:
        self.name, self.axes, self.units_per_em = like.name, like.axes, like.units_per_em
        self._ascent, self._descent, self._gap = like._ascent, like._descent, like._gap
        self._x_height, self._cap_height, self._extent, self._average = like._x_height, like._cap_height, like._extent, like._average
        self._features, self._covered, self._face = like._features, like._covered, like._face
        self._font, self._fineness, self._most = hb.Font(like._face), FINER, MOST_RUNS // MOST_INSTANCES
        self._instances = {}
        self._keep_nothing()

    def _keep_nothing(self) -> None:
        self._runs: dict[tuple[str, tuple[tuple[str, int], ...], bool], _Run] = {}
        self._shaped: dict[tuple[str, float, tuple[tuple[str, int], ...], bool], Shaped] = {}
        self._metrics: dict[float, Metrics] = {}

    def instance(self, places: tuple[tuple[str, float], ...]) -> FileFace:
        """The instance at some places of the font's axes, in the axes' own units; the others stand at their defaults."""
        known = self._instances.get(places)
        if known is None:
            if len(self._instances) >= MOST_INSTANCES:
                self._instances.clear()
            known = self._instances[places] = self._made_at(places)
        return known

    def _made_at(self, places: tuple[tuple[str, float], ...]) -> FileFace:
        """OpenType ``MVAR``: the metrics that vary are moved by whole font units, whatever they were read from."""
        made = FileFace(b"", self.name, like=self)
        made._font.set_variations(dict(places))
        made._font.scale = (self.units_per_em * FINER, self.units_per_em * FINER)
        made._ascent += made._moved(hb.OTMetricsTag.HORIZONTAL_ASCENDER)
        made._descent -= made._moved(hb.OTMetricsTag.HORIZONTAL_DESCENDER)
        made._gap += made._moved(hb.OTMetricsTag.HORIZONTAL_LINE_GAP)
        made._x_height += made._moved(hb.OTMetricsTag.X_HEIGHT) if self._x_height else 0.0
        made._cap_height += made._moved(hb.OTMetricsTag.CAP_HEIGHT) if self._cap_height else 0.0
        return made

    def _moved(self, tag: hb.OTMetricsTag) -> float:
        return round_half_up(self._font.get_metric_variation(tag)) / self.units_per_em

    def _read_metrics(self, font: Any) -> None:
        """hhea, or OS/2 typographic values where the font asks for them, or where hhea is empty."""
        upem = self.units_per_em
        hhea, os2 = font["hhea"], font.get("OS/2", None)
        ascent, descent, gap = hhea.ascent, -hhea.descent, hhea.lineGap
        if os2 is not None and (os2.fsSelection & 128 or (ascent == 0 and descent == 0)):
            ascent, descent, gap = os2.sTypoAscender, -os2.sTypoDescender, os2.sTypoLineGap
        self._ascent, self._descent, self._gap = ascent / upem, descent / upem, gap / upem
        x_height = getattr(os2, "sxHeight", 0) if os2 is not None and os2.version >= 2 else 0
        self._x_height = x_height / upem if x_height else 0.0
        cap_height = getattr(os2, "sCapHeight", 0) if os2 is not None and os2.version >= 2 else 0
        self._cap_height = cap_height / upem if cap_height else 0.0
        head = font["head"]
        self._extent = (head.xMax - head.xMin) / upem
        self._average = f32(max(os2.xAvgCharWidth, 0) / upem) if os2 is not None else 0.0

    def metrics(self, size: float) -> Metrics:
        known = self._metrics.get(size)
        if known is None:
            held = effective(size)
            ascent, descent = f32(self._ascent * held), f32(self._descent * held)
            known = self._metrics[size] = Metrics(round_half_up(ascent), round_half_up(descent), f32(self._gap * held))
        return known

    def x_height(self, size: float) -> float:
        size = effective(size)
        if self._x_height:
            return f32(self._x_height * size)
        return self._height_of("x", size) or f32(self._ascent * size * 0.56)

    def cap_height(self, size: float) -> float:
        size = effective(size)
        if self._cap_height:
            return f32(self._cap_height * size)
        return self._height_of("H", size) or f32(self._ascent * size)

    def _height_of(self, letter: str, size: float) -> float:
        """How far a letter reaches above the baseline in px, for faces that do not say; 0 without the letter."""
        glyph = self._font.get_nominal_glyph(ord(letter))
        extents = self._font.get_glyph_extents(glyph) if glyph else None
        return f32(extents.y_bearing / self._fineness / self.units_per_em * size) if extents is not None else 0.0

    def zero_advance(self, size: float) -> float:
        return self.shape("0", size).advances[0] if self.has("0") else size / 2

    def average_advance(self, size: float) -> float:
        size = effective(size)
        average = f32(self._average * size) if self._average else self.zero_advance(size)
        return max(average, float(round_half_up(average)))

    def widest_extent(self, size: float) -> float:
        return float(round_half_up(self._extent * effective(size)))

    def has(self, character: str) -> bool:
        return ord(character) in self._covered

    def has_feature(self, tag: str) -> bool:
        return tag in self._features

    def shape(self, text: str, size: float, features: tuple[tuple[str, int], ...] = (), from_right: bool = False) -> Shaped:
        key = (text, size, features, from_right)
        known = self._shaped.get(key)
        if known is None:
            if len(self._shaped) > self._most:
                self._shaped.clear()
            known = self._shaped[key] = self._at_size(self._run(text, features, from_right), size)
        return known

    def _run(self, text: str, features: tuple[tuple[str, int], ...], from_right: bool) -> _Run:
        key = (text, features, from_right)
        known = self._runs.get(key)
        if known is None:
            if len(self._runs) > self._most:
                self._runs.clear()
            known = self._runs[key] = self._shape_units(text, dict(features), from_right)
        return known

    def _shape_units(self, text: str, features: dict[str, int], from_right: bool) -> _Run:
        buffer = hb.Buffer()
        buffer.add_str(text)
        buffer.guess_segment_properties()
        buffer.direction = "rtl" if from_right else "ltr"
        hb.shape(self._font, buffer, features)
        safe = [False] * (len(text) + 1)
        safe[0] = safe[-1] = True
        glyphs: list[tuple[int, int, float]] = []
        for info, position in zip(buffer.glyph_infos or (), buffer.glyph_positions or (), strict=True):
            nominal = self._font.get_glyph_h_advance(info.codepoint)
            adjusted = (position.x_advance - nominal) / self._fineness
            if position.x_advance == 0 and nominal:
                nominal, adjusted = 0, 0.0
            glyphs.append((info.cluster, round_half_up(nominal / self._fineness), adjusted))
            safe[info.cluster] = not info.flags & hb.GlyphFlags.UNSAFE_TO_BREAK
        return _Run(glyphs, tuple(safe), len(text))

    def _at_size(self, run: _Run, size: float) -> Shaped:
        upem, size = self.units_per_em, effective(size)
        scale = round(math.floor(size * 64) * 65536 / upem)
        kern = size * 65536 / upem
        advances = [0] * run.length
        for cluster, nominal, adjusted in run.glyphs:
            advances[cluster] += (nominal * scale + 32) // 64
            if adjusted:
                advances[cluster] += round(adjusted * kern)
        return Shaped(tuple(advance / 65536 for advance in advances), run.safe)
