"""Radii by what a click meets, and the reach of shadows by what is painted, in the browser."""

from __future__ import annotations

import io
import unittest

import numpy as np
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.writing.clip_values import clipped_to
from hillpin.core.writing.shape_values import radii_of, reach_of
from PIL import Image

from tests.chromium import new_page

RADII = ["20px", "60px", "50%", "10px 200px / 5px 90px", "200px 20px", "1em 2em 3em 300px", "0 80px 80px 0 / 0 60px 200px 0"]
CLIPS = [
    "inset(10px 20px 30px 5%)", "inset(60px 0 90px 0)", "circle()", "circle(40px at 30% 40%)", "circle(farthest-side at 200px 50%)", "circle(20%)", "ellipse(30% 20px at left 100px top 60px)",
    "ellipse()", "polygon(10px 10px, 90% 20px, 50% 110%)", "xywh(10px 10% 50% 40px round 3px)", "rect(5px 90% auto 20px)", "padding-box", "content-box", "inset(5px) content-box", "circle(30px at 0 0) padding-box",
]  # fmt: skip
SHADOWS = ["0 4px 0 #000", "10px 10px 0 5px #000", "-12px 3px 0 -2px #000, 4px 20px 0 #000", "inset 0 0 9px #000, 3px 0 0 #000", "0 0 12px #000", "6px -4px 10px 3px #000"]

ENDS = """id => {
    const box = document.getElementById(id), at = box.getBoundingClientRect();
    const met = (x, y) => document.elementFromPoint(at.x + x, at.y + y) === box;
    const steps = (from, to, by) => Array.from({ length: Math.max(0, Math.ceil((to - from) / by)) }, (_, k) => from + k * by);
    const rough = steps(0.25, at.height, 2).flatMap(y => steps(0.25, at.width, 2).filter(x => met(x, y)).map(x => [x, y]));
    if (!rough.length) return null;
    const ends = [Math.min, Math.max].flatMap(end => [0, 1].map(axis => end(...rough.map(point => point[axis]))));
    const size = [at.width, at.height];
    // A corner that runs out in a point goes further than what is met on the rough net.
    return ends.map((end, side) => {
        const axis = side % 2, along = 1 - axis;
        const lines = steps(Math.max(0.25, end - 8), Math.min(size[axis], end + 8), 0.5);
        const points = steps(Math.max(0.25, ends[along] - 8), Math.min(size[along], ends[along + 2] + 8), 0.5);
        return (side < 2 ? lines : lines.reverse()).find(line => points.some(point => axis ? met(point, line) : met(line, point)));
    });
}"""
"""The first and last of all half px at which a click meets a box: from the left, from above, from the right, from below."""


class AgainstTheBrowser(unittest.TestCase):
    def shown(self, rules: list[str]) -> tuple[Page, object]:
        css = "".join(f"#b{number} {{ {rule} }}" for number, rule in enumerate(rules))
        boxes = "".join(f"<div id=b{number}></div>" for number in range(len(rules)))
        text = f"<!DOCTYPE html><html lang=en><title>t</title><style>body {{ margin: 0; background: white }} div {{ width: 240px; height: 100px; margin: 40px; background: #eee }} {css}</style><body>{boxes}"
        browser = new_page(400)
        self.addCleanup(browser.context.close)
        browser.set_viewport_size({"width": 400, "height": 1200})
        browser.set_content(text)
        return Page(MemoryFiles({"index.html": text})), browser

    def test_a_click_just_within_a_corner_meets_the_box_and_one_just_beyond_does_not(self) -> None:
        page, browser = self.shown([f"border-radius: {one}" for one in RADII])
        layout = page.layout(400, 1200)
        for number, case in enumerate(RADII):
            element = page.select(f"#b{number}")[0]
            rect = layout.rects[element]
            radii = radii_of(layout.tree.styles[element], rect.width, rect.height).used
            for corner, (across, down) in enumerate(radii):
                if min(across, down) < 4:
                    continue
                # On the corner's diagonal: where the ellipse crosses it, a px and a half further in and out.
                for further, is_met in ((1.5, True), (-1.5, False)):
                    inset = (1 - 2**-0.5) * across + further, (1 - 2**-0.5) * down + further
                    x = rect.x + (inset[0] if corner in (0, 3) else rect.width - inset[0])
                    y = rect.y + (inset[1] if corner in (0, 1) else rect.height - inset[1])
                    met = browser.evaluate("([x, y]) => document.elementFromPoint(x, y)?.id ?? ''", [x, y])  # type: ignore[attr-defined]
                    with self.subTest(case, corner=corner, further=further):
                        self.assertEqual(met == f"b{number}", is_met)

    def test_a_clip_path_leaves_what_clicks_meet(self) -> None:
        page, browser = self.shown([f"padding: 8px 4px; border: 3px solid; clip-path: {one}" for one in CLIPS])
        layout = page.layout(400, 1200)
        for number, case in enumerate(CLIPS):
            element = page.select(f"#b{number}")[0]
            fragment, rect = layout.fragments[element][0], layout.rects[element]
            shown = clipped_to(layout.tree.styles[element].clip_path[0], fragment)
            assert shown is not None
            browser.evaluate("id => document.getElementById(id).scrollIntoView({ block: 'center' })", f"b{number}")  # type: ignore[attr-defined]
            met = browser.evaluate(ENDS, f"b{number}")  # type: ignore[attr-defined]
            ends = (max(shown.x, 0), max(shown.y, 0), min(shown.x + shown.width, rect.width), min(shown.y + shown.height, rect.height))
            with self.subTest(case):
                self.assertEqual(met is None, ends[0] >= ends[2] or ends[1] >= ends[3])
                # Clicks meet whole px; a corner that runs out in a point is met only a little further in.
                for seen, said in zip(met or (), ends, strict=False):
                    self.assertLess(abs(seen - said), 2.0 if "polygon" in case or "circle" in case or "ellipse" in case else 1.0)

    def test_nothing_is_painted_beyond_the_reach_and_something_close_to_it(self) -> None:
        page, browser = self.shown([f"box-shadow: {one}" for one in SHADOWS])
        layout = page.layout(400, 1200)
        painted = np.asarray(Image.open(io.BytesIO(browser.screenshot())).convert("L"), int)  # type: ignore[attr-defined]
        for number, case in enumerate(SHADOWS):
            element = page.select(f"#b{number}")[0]
            rect = layout.rects[element]
            reach = reach_of(layout.tree.styles[element].box_shadow)
            assert reach is not None
            # Margins collapse to 40 between two: this box's part of the page ends in their middle.
            around = painted[int(rect.y) - 20 : int(rect.y + rect.height) + 20]
            dark = np.argwhere(around < 250)
            rows, columns = dark[:, 0] - 20, dark[:, 1]
            found = (rect.x - columns.min(), -rows.min(), columns.max() + 1 - rect.x - rect.width, rows.max() + 1 - rect.height)
            blurred = "12px" in case or "10px 3px" in case
            for side, (seen, said) in enumerate(zip(found, reach, strict=True)):
                with self.subTest(case, side=side):
                    self.assertLessEqual(seen, max(said, 0) + 1e-6)
                    self.assertGreaterEqual(seen, min(max(said, 0), 20) - (5 if blurred else 0))
