"""A small variable font, made here: every glyph is a bar whose advance, and a letter x whose height, go by its axes."""

from __future__ import annotations

import io

from fontTools.fontBuilder import FontBuilder
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import newTable
from fontTools.ttLib.tables import otTables
from fontTools.ttLib.tables.TupleVariation import TupleVariation
from fontTools.varLib import builder

LETTERS = " 0HVeiknorstxy"
AXES = [("wght", 100, 400, 900, "Weight"), ("wdth", 50, 100, 150, "Width"), ("slnt", -12, 0, 0, "Slant"), ("opsz", 8, 12, 72, "Optical size")]
ADVANCE, UNITS, X_HEIGHT = 500, 1000, 480
WIDER = {"wght": 200, "wdth": 300, "slnt": -40, "opsz": -100}
"""Units that an advance grows by up to the heaviest, the widest, the most slanted and the largest."""
FIRST = {"slnt": -1}
TALLER = 60
"""Units that the x-height grows by up to the heaviest."""


def varied_font() -> bytes:
    """The file of the font."""
    names = [".notdef", *(f"u{ord(letter):04X}" for letter in LETTERS)]
    maker = FontBuilder(UNITS, isTTF=True)
    maker.setupGlyphOrder(names)
    maker.setupCharacterMap({ord(letter): f"u{ord(letter):04X}" for letter in LETTERS})
    maker.setupGlyf(dict.fromkeys(names, _bar()))
    maker.setupHorizontalMetrics(dict.fromkeys(names, (ADVANCE, 50)))
    maker.setupHorizontalHeader(ascent=800, descent=-200)
    maker.setupNameTable({"familyName": "Tide Gauge", "styleName": "Regular"})
    maker.setupFvar(AXES, [])
    maker.setupGvar({name: [_wider(tag, units) for tag, units in WIDER.items()] for name in names})
    maker.setupOS2(version=4, sTypoAscender=800, sTypoDescender=-200, sxHeight=X_HEIGHT, sCapHeight=700, xAvgCharWidth=ADVANCE)
    maker.setupPost()
    maker.font["MVAR"] = _taller()
    made = io.BytesIO()
    maker.font.save(made)
    return made.getvalue()


def _bar() -> object:
    pen = TTGlyphPen(None)
    pen.moveTo((50, 0))
    for point in ((50, 480), (450, 480), (450, 0)):
        pen.lineTo(point)
    pen.closePath()
    return pen.glyph()


def _wider(tag: str, units: int) -> TupleVariation:
    """The four points of a bar stay; of the four that stand for its metrics the second is where the next glyph begins."""
    peak = FIRST.get(tag, 1)
    return TupleVariation({tag: (min(peak, 0), peak, max(peak, 0))}, [(0, 0)] * 5 + [(units, 0)] + [(0, 0)] * 2)


def _taller() -> object:
    tags = [tag for tag, *_ in AXES]
    store = builder.buildVarStore(builder.buildVarRegionList([{"wght": (0, 1, 1)}], tags), [builder.buildVarData([0], [[TALLER]], optimize=False)])
    record = otTables.MetricsValueRecord()
    record.ValueTag, record.VarIdx = "xhgt", 0
    table = newTable("MVAR")
    table.table = otTables.MVAR()
    table.table.Version, table.table.Reserved, table.table.ValueRecordSize = 0x00010000, 0, 8
    table.table.ValueRecordCount, table.table.VarStore, table.table.ValueRecord = 1, store, [record]
    return table
