"""What is said to be behind words against what the browser paints there: the words are made invisible, and cells of half an em compared."""

from __future__ import annotations

import base64
import io
import unittest

import numpy as np
from hillpin.core.files import MemoryFiles
from hillpin.core.markup import Element
from hillpin.core.page import Page
from hillpin.core.pictures import PixelStore
from hillpin.core.survey.scene import Cells, Scene
from hillpin.core.survey.words import words_area
from PIL import Image

from tests.chromium import new_page

NEAR = 0.03
"""Of a channel's whole range: what roundings of places to whole pixels come to in a cell."""
GROUNDS = {
    "linear": "background: linear-gradient(#102030, #f0e0d0)",
    "angle": "background: linear-gradient(37deg, red 10%, lime, 60%, blue)",
    "corner": "background: linear-gradient(to top right, #000, #fff 80%, #345)",
    "lengths": "background: linear-gradient(to right, #111 40px, #999 3em, #eee calc(100% - 30px))",
    "hard": "background: linear-gradient(90deg, #000 30%, #fff 0 60%, #888 0)",
    "stripes": "background: repeating-linear-gradient(90deg, #000 0 130px, #fff 0 260px)",
    "radial": "background: radial-gradient(#fff, #000)",
    "circle": "background: radial-gradient(circle at 20% 30%, #fff 10%, #a05 120px)",
    "sides": "background: radial-gradient(closest-side at 70% 40%, yellow, navy)",
    "ellipse": "background: radial-gradient(90px 30px at 50% 50%, #fff, #000)",
    "conic": "background: conic-gradient(from 90deg at 40% 50%, #f00, #0f0, #00f, #f00)",
    "pie": "background: conic-gradient(from 20deg, #222 25%, #ccc 0 75%, #777 0)",
    "alpha": "background: linear-gradient(rgb(0 0 0 / .7), rgb(0 0 0 / 0)), #7ac",
    "clear": "background: linear-gradient(90deg, transparent, #000)",
    "veil": "background: linear-gradient(rgb(0 0 0 / .4) 0 0), url(P) center / cover",
    "picture": "background: url(P) 30% 70% / cover",
    "part": "background: #246 url(P) right 20px top 10px / 120px no-repeat",
    "tiles": "background: url(P) 0 0 / 200px 200px space",
    "inner": "padding: 12px 40px; background: url(P) center / 100% 100% content-box no-repeat, #fb9",
    "border": "border: 14px solid rgb(0 0 0 / .2); background: url(P) center / cover border-box border-box",
}
BLOCKS = {
    "under": '<div class="hero"><img src="P" class="fill" alt=""><p>Low water shows the reef and the boats wait</p></div>',
    "panel": '<div class="hero"><img src="P" class="fill" alt=""><div class="panel"><p>Low water shows the reef and the boats wait</p></div></div>',
    "made": '<div class="hero made"><img src="P" class="fill" alt=""><p>Low water shows the reef and the boats wait</p></div>',
    "below": '<div class="hero"><img src="P" class="fill" style="z-index: -1" alt=""><p>Low water shows the reef and the boats wait</p></div>',
    "above": '<div class="hero" style="background: #123"><img src="P" class="fill" style="height: 30px; top: 190px; z-index: 3" alt=""><p>Low water shows the reef</p></div>',
    "cell": '<div class="stack"><img src="P" alt=""><p>Low water shows the reef and the boats wait</p></div>',
    "faded": '<div class="hero" style="background: #345"><img src="P" class="fill" style="opacity: .4" alt=""><p>Low water shows the reef and the boats wait</p></div>',
    "over": '<div style="background: #fe9"><div style="position: absolute; left: 0; width: 100px; height: 80px; background: rgb(0 0 90 / .5)"></div><p style="position: relative">Reef and boats and harbour</p></div>',
}
RULES = """body { margin: 0; background: white; font: 16px/1.5 sans-serif } .ground { margin: 0 0 10px; width: 420px; min-height: 60px } p { margin: 0; padding: 10px }
img { display: block } .hero { position: relative; margin-bottom: 10px; overflow: hidden } .hero p { position: relative; width: 300px } .fill { position: absolute; inset: 0; width: 100%; height: 100%; object-fit: cover; z-index: 0 }
.panel { position: relative; width: 340px; background: rgb(255 255 255 / .6) } .made::before { content: ""; position: absolute; inset: 0; background: rgb(80 0 0 / .5); z-index: 1 } .made p { z-index: 2 }
.stack { display: grid; margin-bottom: 10px } .stack > * { grid-area: 1 / 1 } .stack img { width: 100%; height: 110px; object-fit: cover } .stack p { width: 200px; background: rgb(255 255 255 / .3) }"""


def smooth() -> bytes:
    """A picture without sharp edges, so that whole pixels do not matter."""
    x, y = np.meshgrid(np.linspace(0, 1, 200), np.linspace(0, 1, 120))
    out = io.BytesIO()
    Image.fromarray((np.stack([x, y, 1 - x * y], axis=-1) * 255).astype(np.uint8)).save(out, "PNG")
    return out.getvalue()


class AgainstPixels(unittest.TestCase):
    def test_the_ground_of_words(self) -> None:
        address = f"data:image/png;base64,{base64.b64encode(smooth()).decode()}"
        grounds = "".join(f'<p class="ground" id="{name}" style="{rule.replace("url(P)", f"url({address})")}">Low water shows the reef, and boats for Hamm and Vey wait until it is covered</p>' for name, rule in GROUNDS.items())
        blocks = "".join(f'<section id="{name}">{block.replace("P", address, 1)}</section>' for name, block in BLOCKS.items())
        text = f'<!DOCTYPE html><html lang="en"><title>t</title><style>{RULES}</style><body>{grounds}{blocks}'
        page = Page(MemoryFiles({"index.html": text}))
        layout = page.layout(640, 800)
        browser = new_page(640)
        self.addCleanup(browser.context.close)
        browser.set_viewport_size({"width": 640, "height": 800})
        browser.set_content(text)
        browser.add_style_tag(content="* { color: transparent !important }")
        painted = np.asarray(Image.open(io.BytesIO(browser.screenshot(full_page=True))).convert("RGB"), float) / 255
        scene = Scene(layout, PixelStore(page.pictures))
        for name in (*GROUNDS, *BLOCKS):
            for element in page.select(f"#{name}, #{name} p"):
                if element.tag == "p":
                    with self.subTest(name, words=element.text()[-20:]):
                        self.compare(painted, scene, element)

    def compare(self, painted: np.ndarray, scene: Scene, element: Element) -> None:
        area = words_area(scene.layout, element)
        assert area is not None
        behind = scene.behind(element, area, 8)
        self.assertIsNotNone(behind)
        if behind is None:
            return
        cells = Cells.of(area, 8)
        apart = []
        for row, (top, bottom) in enumerate(zip(*cells.y, strict=True)):
            for column, (left, right) in enumerate(zip(*cells.x, strict=True)):
                seen = painted[round(top) : round(bottom), round(left) : round(right)].mean((0, 1))
                apart.append(float(np.abs(seen - behind.colours[row, column]).max()))
        # Cells that an edge goes through have one side's colour here and a mixture there.
        self.assertLess(float(np.percentile(apart, 90)), NEAR, sorted(apart)[-10:])
