"""``size-adjust`` and the overrides of a font's metrics against the browser (css-fonts-5 §2)."""

from __future__ import annotations

import base64
import unittest
from pathlib import Path

from hillpin.core.aids import font_report
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

from tests.chromium import new_page

FONT = sorted((Path(__file__).resolve().parents[2] / "hillpin" / "parts" / "fonts").glob("*400-normal.woff2"))[0]
CASES = [
    "", "size-adjust: 112.5%", "size-adjust: 87%", "ascent-override: 120%", "descent-override: 10%", "line-gap-override: 40%",
    "ascent-override: 90%; descent-override: 22%; line-gap-override: 0%", "size-adjust: 108%; ascent-override: 85%; descent-override: 20%; line-gap-override: 5%",
    "size-adjust: normal; ascent-override: normal",
]  # fmt: skip


class Adjusted(unittest.TestCase):
    def test_lines_and_words(self) -> None:
        address = f"data:font/woff2;base64,{base64.b64encode(FONT.read_bytes()).decode()}"
        for source, name in ((address, "browser"), ("f.woff2", "page")):
            faces = "".join(f'@font-face {{ font-family: "F{number}"; src: url({source}); {case} }} #c{number} {{ font-family: "F{number}"; }}' for number, case in enumerate(CASES))
            blocks = "".join(f"<section id=c{number}><p>Low water shows the reef, and the boats wait for it</p><p class=tall>Hamm <span>Vey</span></p><p style='line-height: 1.4'><b style='font-weight: 400'>Orra</b> x</p></section>" for number in range(len(CASES)))
            text = f"<!DOCTYPE html><html lang=en><title>t</title><style>{faces} body {{ margin: 0; font-size: 17px }} p {{ margin: 0; width: 12em }} .tall {{ font-size: 40px; width: max-content }}</style><body>{blocks}"
            if name == "browser":
                browser = new_page(600)
                self.addCleanup(browser.context.close)
                browser.set_content(text)
                browser.evaluate("document.fonts.ready.then(() => { document.body.style.display = 'none'; document.body.offsetTop; document.body.style.display = ''; })")
                wanted = browser.evaluate("[...document.querySelectorAll('body *')].map(e => { const r = e.getBoundingClientRect(); return [r.x, r.y, r.width, r.height]; })")
            else:
                page = Page(MemoryFiles({"index.html": text, "f.woff2": FONT.read_bytes()}))
                boxes = page.boxes(600).boxes
        for box, rect, element in zip(boxes[1:], wanted, page.document.elements[1:], strict=True):
            case = next((int(one.id[1:]) for one in (element, *element.ancestors()) if one.id), 0)
            with self.subTest(CASES[case], element=element.name()):
                for found, said in zip((box.x, box.y, box.width, box.height), rect, strict=True):
                    self.assertAlmostEqual(found, said, delta=1 / 64 + 1e-6)

    def test_a_stand_in_is_as_long_and_as_high(self) -> None:
        words = "Low water shows the reef, and the boats for Hamm and Vey wait until it is covered. Nobody on Vey has ever been lost."
        for generic in ("sans-serif", "serif"):
            page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><style>@font-face {{ font-family: Quay; src: url(f.woff2) }} p {{ font: 18px Quay, {generic} }}</style><body><p>{words}</p>", "f.woff2": FONT.read_bytes()}))
            (found,) = font_report(page, page.layout(600)).stand_ins
            address = f"data:font/woff2;base64,{base64.b64encode(FONT.read_bytes()).decode()}"
            browser = new_page(2_000)
            self.addCleanup(browser.context.close)
            browser.set_content(f"<!DOCTYPE html><style>@font-face {{ font-family: Quay; src: url({address}) }} {found.rule} span {{ font: 18px Quay; white-space: nowrap }} span + span {{ font-family: 'Quay stand-in' }} p {{ font: 18px Quay; width: 10em; margin: 0 }}</style><span>{words}</span><br><span>{words}</span><p style='line-height: normal'>a</p><p style='line-height: normal; font-family: \"Quay stand-in\"'>a</p>".replace("<br><span>", "<span>"))
            browser.evaluate("document.fonts.ready")
            (own, other), (high, low) = browser.evaluate("[[...document.querySelectorAll('span')].map(e => e.getBoundingClientRect().width), [...document.querySelectorAll('p')].map(e => e.getBoundingClientRect().height)]")
            with self.subTest(generic):
                self.assertLess(abs(own - other) / own, 0.001)
                self.assertEqual(high, low)
