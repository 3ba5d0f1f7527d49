"""Menus and list boxes: as wide as what they hold, as high as they show rows (HTML 15.5.16)."""

from __future__ import annotations

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

from .base import AgreementCase

STYLES = (
    "", "letter-spacing: 2px", "letter-spacing: .1em", "word-spacing: 5px", "text-transform: uppercase", "font-size: 20px", "letter-spacing: -1px", "font-variant: small-caps", "text-indent: 10px", "padding: 5px",
    "border: 5px solid", "width: 100%", "max-width: 50px", "font-weight: 700", "font: 20px monospace", "line-height: 40px", "height: 50px", "box-sizing: content-box; width: 100px", "appearance: none",
    "appearance: none; padding: 9px", "display: block", "font: 13px/1.2 sans-serif", "overflow: hidden",
)  # fmt: skip
OPTIONS = (
    "<option>dusk", "<option>dusk a<option>b<option>c<option>d<option>e", "<option>dusk<option>incomprehensibilities leaves extraordinarily boat", "<optgroup label='harbour'><option>a", "",
    "<option>a<hr><option>b", "<option label='well'>a",
)  # fmt: skip


class Selects(AgreementCase):
    def test_menus_of_every_look(self) -> None:
        self.agree("body { font: 16px/18px serif } div { width: 304px }", body_of(""), widths=(800,))

    def test_list_boxes_of_every_look(self) -> None:
        """The list boxes alone: what stands in them has boxes in the browser, and none here."""
        for kind in ("multiple", "size=3", "multiple size=2"):
            html = f"<!DOCTYPE html><body>{body_of(kind)}"
            self.page.set_content(html)
            there = self.page.evaluate("[...document.querySelectorAll('select')].map(e => [e.offsetLeft, e.offsetTop, e.getBoundingClientRect().width, e.getBoundingClientRect().height])")
            page = Page(MemoryFiles({"index.html": html}))
            rects = page.boxes(1700).rects
            here = [rects[element] for element in page.select("select")]
            self.assertEqual(len(here), len(STYLES) * len(OPTIONS))
            for number, (rect, (_, top, width, height)) in enumerate(zip(here, there, strict=True)):
                told = (kind, STYLES[number // len(OPTIONS)], OPTIONS[number % len(OPTIONS)])
                self.assertAlmostEqual(rect.width, width, delta=1 / 64, msg=told)
                self.assertAlmostEqual(rect.height, height, delta=1 / 64, msg=told)
                self.assertAlmostEqual(rect.y, top, delta=1, msg=told)


def body_of(kind: str) -> str:
    return "".join(f"<div><select style='{style}' {kind}>{options}</select></div>" for style in STYLES for options in OPTIONS)
