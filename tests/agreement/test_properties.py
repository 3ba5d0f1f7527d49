"""The table of properties against the live Chromium: no name is missing, and what is said to move nothing moves nothing."""

from __future__ import annotations

import unittest
from typing import ClassVar

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles.aliases import ALIASES
from hillpin.core.styles.properties import NAMING, PAINTS, PROPERTIES
from hillpin.core.styles.shorthands import SHORTHANDS
from hillpin.core.styles.style import ComputedStyle
from playwright.sync_api import Page as BrowserPage

from tests.chromium import new_page

PAGE = """<!DOCTYPE html><html lang=en><meta charset=utf-8><title>t</title>
<style>body { margin: 8px; font: 16px/1.5 serif } .f { display: flex; gap: 4px } .g { display: grid; grid-template-columns: 1fr 2fr } .a { position: absolute; left: 9px; top: 400px } li { margin: 3px }</style>
<body><main><h1>Skerry Line</h1><p>Boats <em>call</em> at <a href=x>every pier</a> on the way out to the lighthouse and back again, twice a day.</p>
<div class=f><p>one</p><p>two</p></div><div class=g><p>three</p><p>four</p></div><ul><li>Orra<li>Vey</ul><table><tr><th>a<td>b</table>
<form><input value=x><select><option>y</select><textarea>z</textarea><button>go</button></form><div class=a>held</div><img width=20 height=10 alt=""></main>"""
WORDS = (
    "none auto normal both all hidden visible red #123456 currentcolor 1 2 0.5 3px 10px 50% 2s ease linear infinite reverse paused bold italic solid dashed double thick "
    "repeat-x no-repeat cover contain center left right top bottom fixed local round square bevel multiply screen isolate text pointer grab smooth crisp-edges pixelated "
    "manual sticky clip scroll allow-keywords drag no-drag over under dark light evenodd stroke-box fill stroke layout optimize-speed inert x y block inline start end mandatory "
    "always avoid thin thick --name first last horizontal vertical source flex-visual grid-rows nearest underscore bar content-box padding-box alpha luminance economy upright "
    "preserve-3d accumulate subtract standard read-write row-over-column visual"
)
VALUES = [*WORDS.split(), "10px 20px", "circle(20px)", "blur(2px)", "url(#x)", "linear-gradient(red, blue)", "2px 3px 4px red", "x proximity", "1 2 3", "alternate-reverse", "scroll(root)", "view()", "superellipse(2)"]
MOVED = """([names, values]) => {
  const rects = () => JSON.stringify([...document.querySelectorAll('body, body *')].map(e => { const r = e.getBoundingClientRect(); return [r.x, r.y, r.width, r.height]; }));
  const style = document.createElement('style');
  document.head.append(style);
  const before = rects(), moved = [], untried = [];
  for (const name of names) {
    let tried = 0;
    for (const value of values) {
      if (!CSS.supports(name, value)) continue;
      tried += 1;
      style.textContent = `* { ${name}: ${value} }`;
      if (rects() !== before) moved.push(`${name}: ${value}`);
    }
    if (!tried && CSS.supports(name, 'initial')) untried.push(name);
  }
  style.remove();
  return { moved, untried };
}"""
CRASHES = {"timeline-trigger-name"}
"""Set on every element, it ends Chromium 156."""
UNTYPED = ["empty_cells", "float_reference"]
"""Read for what they drop, and used by nothing yet."""
UNTRIED = {"-webkit-rtl-ordering"}
"""Takes none of the values tried."""


class Table(unittest.TestCase):
    page: ClassVar[BrowserPage]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.page = new_page()
        cls.page.set_content(PAGE)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.page.context.close()
        super().tearDownClass()

    def test_every_property_of_the_browser_stands_in_the_table(self) -> None:
        names = set(self.page.evaluate("[...getComputedStyle(document.body)]"))
        self.assertGreater(len(names), 400)
        self.assertEqual(sorted(names - {*PROPERTIES, *PAINTS, *ALIASES, *SHORTHANDS}), [])

    def test_what_paints_moves_nothing(self) -> None:
        names = sorted(PAINTS | {name for name, row in PROPERTIES.items() if row.effect == "paints" and not name.startswith(("break-", "border-"))})
        found = self.page.evaluate(MOVED, [[name for name in names if name not in CRASHES], VALUES])
        self.assertEqual(found["moved"], [])
        self.assertLessEqual(set(found["untried"]), UNTRIED)

    def test_a_style_has_a_field_for_each_row_that_layout_reads(self) -> None:
        annotated = set(ComputedStyle.__annotations__)
        fields = {row.field: row for row in PROPERTIES.values()}
        self.assertEqual([name for name, row in fields.items() if row.effect == "places" and name not in annotated and row.names is None], UNTYPED)
        self.assertEqual([name for name, row in fields.items() if row.effect == "uncovered" and row.names is None], [])


class Named(unittest.TestCase):
    def test_what_is_not_followed_is_named_at_its_element(self) -> None:
        for declaration, feature in (
            ("text-box-trim: trim-both; columns: 2", "text-box-trim in columns"),
            ("offset-path: circle(20px)", "offset-path"), ("font-variant-position: sub", "font-variant-position"),
            ("margin-top: 2000px; content-visibility: auto", "content-visibility: auto, far from the window"), ("perspective: 100px", "perspective"), ("unicode-bidi: plaintext", "unicode-bidi"),
        ):  # fmt: skip
            page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><body><p id=x style='{declaration}'>a</p><p>b</p>"}))
            layout = page.layout(600)
            self.assertEqual([(one.index, one.feature) for one in layout.unmodelled], [(1, feature)], declaration)
            self.assertTrue(NAMING)

    def test_words_that_move_nothing_are_not(self) -> None:
        for declaration in ("text-rendering: optimizeLegibility", "unicode-bidi: isolate", "font-variant-numeric: normal", "will-change: transform", "filter: blur(2px)", "font-stretch: 100%"):
            page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><body><p style='{declaration}'>a</p>"}))
            self.assertEqual(page.layout(600).unmodelled, [], declaration)
