"""Pages laid out by core and by a real Chromium in the same test, box by box."""

from __future__ import annotations

import re
import shutil
import tempfile
import unittest
from collections.abc import Iterable
from functools import cache
from pathlib import Path
from typing import Any, ClassVar

from hillpin.core.page import Page
from hillpin.core.writing.explanation import QUANTITIES, explain
from playwright.sync_api import Page as BrowserPage

from tests.chromium import new_page

PARTS = Path(__file__).resolve().parents[2] / "hillpin" / "parts" / "fonts"
PIXEL = "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
EXACT = 1 / 64 + 0.0005
HEAD = """<!DOCTYPE html><html lang="en"><meta charset="utf-8"><title>t</title><style>
@font-face { font-family: Sans; src: url(source-sans-3-latin-400-normal.woff2); }
@font-face { font-family: Sans; font-weight: 600; src: url(source-sans-3-latin-600-normal.woff2); }
@font-face { font-family: Slab; font-weight: 400 700; src: url(bitter-latin-700-normal.woff2); }
</style><style>
body { margin: 0; font: 16px/1.5 Sans; }
"""
HOST = '<!DOCTYPE html><iframe id="frame" style="position:absolute;inset:0;border:0;height:800px"></iframe>'
LOADED = re.compile(r"url\(|@import|type=.?image|srcset|shadowroot|autofocus|<(?:!doctype|html|head|body|frame|noscript|script|select|img|link|base|meta|iframe|object|embed|video|audio|picture|dialog)", re.IGNORECASE)
"""What a page has to be loaded for by itself (a menu keeps something of the font before its own came); any other is put into the document of the one before it, whose fonts are there."""
MEASURE = """async ([widths, source]) => {
  const frame = document.getElementById('frame'), runs = [];
  frame.style.width = widths[0] + 'px';
  if (source === null) await new Promise(done => { frame.onload = done; frame.src = 'index.html'; });
  const inside = frame.contentDocument;
  if (source !== null) {
    const given = new DOMParser().parseFromString(source, 'text/html');
    inside.documentElement.replaceChild(inside.adoptNode(given.body), inside.body);
    inside.querySelectorAll('head style')[1].replaceWith(inside.adoptNode(given.querySelectorAll('head style')[1]));
    inside.defaultView.scrollTo(0, 0);
  }
  for (const width of widths) {
    frame.style.width = width + 'px';
    inside.body.getBoundingClientRect();
    await inside.fonts.ready;
    // Lines that were laid out before their font came may keep some of it: the page is laid out afresh, but for menus, which keep
    // it for as long as nobody does that.
    if (!inside.querySelector('select')) {
      inside.body.style.display = 'none';
      inside.body.getBoundingClientRect();
      inside.body.style.display = '';
    }
    if (inside.body.getAttribute('style') === '') inside.body.removeAttribute('style');
    // A picture is chosen by the window, and content stays out of view or comes into it, when a frame is drawn.
    if (inside.querySelector('[srcset]') || inside.documentElement.innerHTML.includes('content-visibility')) await new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)));
    await Promise.all([...inside.images].map(image => image.decode().catch(() => null)));
    runs.push([...inside.querySelectorAll('body, body *')].map(e => {
      const b = e.getBoundingClientRect();
      return [e.localName + (e.className && e.className.baseVal === undefined ? '.' + e.className : ''), b.x + inside.defaultView.scrollX, b.y + inside.defaultView.scrollY, b.width, b.height, e.getClientRects().length === 0];
    }));
  }
  return runs;
}"""
PIECES = 150
"""Small pieces on one page."""
Box = tuple[str, float, float, float, float, bool]


@cache
def kept_page() -> BrowserPage:
    """The tab that all these tests share: a new one costs a process."""
    return new_page()


class AgreementCase(unittest.TestCase):
    """Compares every box of a page at some widths with the browser's: in a frame as wide as the window would be."""

    folder: ClassVar[Path]
    page: ClassVar[BrowserPage]
    shown: str = ""
    """The doctype of the plain page that the frame shows; empty where it shows another one."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.folder = Path(tempfile.mkdtemp(prefix="hillpin-agree-"))
        for font in PARTS.glob("*.woff2"):
            shutil.copy(font, cls.folder / font.name)
        (cls.folder / "host.html").write_text(HOST)
        cls.page = kept_page()
        cls.page.set_viewport_size({"width": 1700, "height": 800})

    @classmethod
    def tearDownClass(cls) -> None:
        shutil.rmtree(cls.folder)
        super().tearDownClass()

    def agree(
        self, css: str, body: str, widths: tuple[int, ...] = (320, 640, 1000), tolerance: float = EXACT, doctype: str = "<!DOCTYPE html>"
    ) -> None:
        """Fail with the first boxes that differ by more than the tolerance in CSS px."""
        path = self.folder / "index.html"
        path.write_text(f"{HEAD.replace('<!DOCTYPE html>', doctype)}{css}</style><body>{body}</body></html>")
        page = Page.read(path)
        wrong: list[str] = []
        for width, measured in zip(widths, self._measured(list(widths), doctype, css + body), strict=True):
            wrong += self._differences(page, width, measured, tolerance)
        self.assertEqual(wrong, [], "\n" + "\n".join(wrong[:12]))
        self._sums_come_out(page, widths[0])

    def agree_each(self, pieces: Iterable[tuple[str, str]], widths: tuple[int, ...] = (700,)) -> None:
        """As ``agree`` for many small pieces, each of them rules and markup, of which many stand on one page: each in a section
        that nothing reaches out of, its rules nested in one for that section. A page of its own costs a hundred times as much."""
        pieces = list(pieces)
        for start in range(0, len(pieces), PIECES):
            some = pieces[start : start + PIECES]
            rules = "".join(f"\n#p{number} {{ {css} }}" for number, (css, _) in enumerate(some))
            body = "".join(f"<section class=piece id=p{number}>{markup}</section>" for number, (_, markup) in enumerate(some))
            try:
                self.agree(f".piece {{ display: block; contain: layout; height: 1000px; overflow: clip }} {rules}", body, widths)
            except AssertionError:
                for css, markup in some:
                    with self.subTest(css=css, markup=markup):
                        self.agree(css, markup, widths)
                raise

    def _measured(self, widths: list[int], doctype: str, own: str) -> list[Any]:
        """What the browser says of the page that was written, at each width."""
        host = (self.folder / "host.html").as_uri()
        if self.page.url != host:
            self.page.goto(host)
            self.shown = ""
        is_plain = LOADED.search(own) is None
        source = (self.folder / "index.html").read_text() if is_plain and self.shown == doctype else None
        self.shown = doctype if is_plain else ""
        runs: list[Any] = self.page.evaluate(MEASURE, [widths, source])
        return runs

    def _sums_come_out(self, page: Page, width: int) -> None:
        """Each working adds up to its number, and says by what."""
        layout = page.layout(width, record=True)
        for element in layout.fragments:
            for quantity in QUANTITIES:
                answer, total = explain(page, layout, element, quantity), 0.0
                for step in answer.steps:
                    if step.operation != "note":
                        total = total + step.amount if step.operation == "add" else step.amount
                self.assertEqual(total, answer.value, (width, element.name(), quantity))
                self.assertNotIn(
                    "as laid out", [step.label for step in answer.steps], (element.name(), quantity)
                )

    def _differences(self, page: Page, width: int, measured: list[Any], tolerance: float) -> list[str]:
        computed = page.boxes(width).boxes
        self.assertEqual(len(computed), len(measured))
        found: list[str] = []
        for box, (name, x, y, w, h, none) in zip(computed, measured, strict=True):
            if box.none != none:
                found.append(
                    f"{width}: {box.index} {name} has {'no' if box.none else 'a'} box, the browser's {'none' if none else 'has one'}"
                )
            elif max(abs(box.x - x), abs(box.y - y), abs(box.width - w), abs(box.height - h)) > tolerance:
                found.append(
                    f"{width}: {box.index} {name} {[box.x, box.y, box.width, box.height]}, the browser {[x, y, w, h]}"
                )
        return found
