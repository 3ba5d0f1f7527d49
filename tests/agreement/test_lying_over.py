"""What boxes add to what scrolls, and whether they are painted over words, held against the browser."""

from __future__ import annotations

import re
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import lying_over

from tests.chromium import new_page

FRAME = "body { margin: 0; font: 16px/20px serif } .f { position: relative; height: 300px } p { margin: 20px 40px; height: 100px } .b { width: 90px; height: 70px; background: #abc }"
CASES = {
    "beyond both ends": ".b { position: absolute; left: 350px; top: 560px }",
    "beyond the left": ".b { position: absolute; left: -50px; top: 20px }",
    "moved by a transform": ".b { transform: translate(400px, -60px) rotate(30deg) }",
    "under": ".b { position: absolute; left: 60px; top: 30px; z-index: -1 }",
    "over": ".b { position: absolute; left: 60px; top: 30px }",
    "before words that are in front": ".b { position: absolute; left: 60px; top: 30px } p { position: relative; z-index: 1 }",
    "a later context over it": ".b { position: absolute; left: 60px; top: 30px; z-index: 1 } p { opacity: 0.9; position: relative; z-index: 2 }",
    "by a margin": ".b { margin: -110px 0 0 60px }",
    "relative": ".b { position: relative; left: 30px; top: -100px }",
    "in a scroller": ".f { overflow: auto; border: 3px solid } .b { position: absolute; left: 380px; top: 280px }",
    "in a clipped context": ".f { overflow: hidden } .b { position: absolute; left: 380px; top: 280px }",
    "wider by its shadow only": ".b { position: absolute; right: 0; top: 0; box-shadow: 30px 0 10px }",
    "clipped": ".b { position: absolute; left: 60px; top: 30px; clip-path: inset(10px) }",
    "behind all of its context": ".f { isolation: isolate; z-index: 0 } .b { position: absolute; left: 60px; top: 30px; z-index: -1 }",
}
SIZES = "() => { const f = document.querySelector('.f'), at = getComputedStyle(f).overflowX !== 'visible' ? f : document.documentElement; return [at.scrollWidth, at.scrollHeight]; }"


class AgainstTheBrowser(unittest.TestCase):
    def test_what_it_adds_and_whether_it_is_above(self) -> None:
        browser = new_page(400)
        self.addCleanup(browser.context.close)
        browser.set_viewport_size({"width": 400, "height": 600})
        for name, css in CASES.items():
            text = f"<!DOCTYPE html><html lang=en><title>t</title><style>{FRAME}{css}</style><body><div class=f><p>Low water shows the reef, and boats for Hamm and Vey wait until it is covered by the tide again, which takes five hours and a half on a calm day and less where the wind helps it along the northern shore of the line and into the bays</p><div class=b></div></div>"
            page = Page(MemoryFiles({"index.html": text}))
            browser.set_content(text)
            whole = browser.evaluate(SIZES)
            shared = [one for one in lying_over(page, page.layout(400, 600), page.select(".b")[0])[0].shares if one.name.endswith("p")]
            with self.subTest(name):
                met = browser.evaluate("() => { const box = document.querySelector('.b').getBoundingClientRect(), p = document.querySelector('p').getBoundingClientRect(); const x = (Math.max(box.left, p.left) + Math.min(box.right, p.right)) / 2, y = (Math.max(box.top, p.top) + Math.min(box.bottom, p.bottom)) / 2; return Math.max(box.left, p.left) < Math.min(box.right, p.right) && Math.max(box.top, p.top) < Math.min(box.bottom, p.bottom) ? document.elementFromPoint(x, y)?.className ?? '' : null; }")
                self.assertEqual([one.is_above for one in shared], [] if met is None else [met == "b"])
            browser.evaluate("() => { document.querySelector('.b').style.cssText = 'visibility: hidden; width: 0; height: 0; left: 0; top: 0; margin: 0; transform: none'; }")
            rest = browser.evaluate(SIZES)
            said = " ".join(lying_over(page, page.layout(400, 600), page.select(".b")[0])[0].sentences)
            for words, first, last in zip(("to the right", "below"), rest, whole, strict=True):
                with self.subTest(name, words=words):
                    added = re.search(rf"adds ([\d.]+) {words}", said)
                    # A scroll size is whole px.
                    self.assertLessEqual(abs((float(added.group(1)) if added else 0.0) - (last - first)), 1.0 if "." in said else 0.0, said)


if __name__ == "__main__":
    unittest.main()
