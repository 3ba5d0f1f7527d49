"""Backgrounds against what the browser paints: each pixel of the picture says by its colour where in it it stands."""

from __future__ import annotations

import base64
import io
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.pictures import Layer, background_layers
from PIL import Image

from tests.chromium import new_page

from .test_pictures import HEIGHT, PAPER, WIDTH, coded, sample

Colour = tuple[int, int, int]
BOX = "width: 300px; height: 180px; padding: 10px 20px; border: 6px solid transparent; "
CASES = [
    "background: url(P)",
    "background: url(P) no-repeat",
    "background: url(P) no-repeat right bottom",
    "background: url(P) no-repeat right 10px top 20px",
    "background: url(P) no-repeat center right 30px",
    "background: url(P) no-repeat 25% 80% / 100px",
    "background: url(P) no-repeat -40px -30px",
    "background: url(P) center / cover no-repeat",
    "background: url(P) 30% 70% / cover",
    "background: url(P) center / contain no-repeat",
    "background: url(P) 0 0 / 50% auto",
    "background: url(P) 0 0 / auto 60px repeat-x",
    "background: url(P) 50% 50% / 90px 40px repeat-y",
    "background: url(P) 0 0 / 80px 48px space",
    "background: url(P) 0 0 / 80px auto round",
    "background: url(P) 0 0 / 80px auto round no-repeat",
    "background: url(P) 0 0 / 250px 150px space no-repeat",
    "background: url(P) center / cover no-repeat content-box",
    "background: url(P) center / cover no-repeat border-box",
    "background: url(P) 0 0 / 120px 72px no-repeat content-box border-box",
    "background: url(P) no-repeat padding-box content-box",
    "background-image: url(P), url(P); background-repeat: no-repeat; background-position: 0 0, 100% 100%; background-size: 100px 60px",
    "background: none, url(P) 12px 14px / 60px 36px no-repeat",
    "background: url(P) no-repeat calc(100% - 15px) calc(50% + 5px) / calc(20% + 20px) 60px",
    "background: url(P) no-repeat fixed 20px 30px",
    "background-image: url(P); background-position-x: right 12px; background-position-y: bottom; background-repeat: no-repeat",
    "background: url(P) no-repeat 2em 50% / 10vw",
]


class AgainstPixels(unittest.TestCase):
    def test_what_of_a_background_is_painted_where(self) -> None:
        address = f"data:image/png;base64,{base64.b64encode(coded()).decode()}"
        rules = "".join(f"#c{number} {{ {BOX}{case.replace('url(P)', f'url({address})')} }}" for number, case in enumerate(CASES))
        boxes = "".join(f"<div id=c{number}></div>" for number in range(len(CASES)))
        text = f"<!DOCTYPE html><html lang=en><title>t</title><style>body {{ margin: 0; background: white }} div {{ image-rendering: pixelated }} {rules}</style><body>{boxes}"
        page = Page(MemoryFiles({"index.html": text}))
        height = len(CASES) * 212
        layout = page.layout(500, height)
        browser = new_page(500)
        self.addCleanup(browser.context.close)
        browser.set_viewport_size({"width": 500, "height": height})
        browser.set_content(text)
        painted = Image.open(io.BytesIO(browser.screenshot())).convert("RGB")
        for number, case in enumerate(CASES):
            with self.subTest(case):
                element = page.select(f"#c{number}")[0]
                fragment, x, y = layout.fragments[element]
                layers = background_layers(layout, element, fragment)
                self.assertGreater(len(layers), 0)
                for down in sample(fragment.height / 64):
                    for across in sample(fragment.width / 64):
                        wanted = next((one for layer in layers if (one := said(layer, across, down, x / 64, y / 64)) is not None), PAPER)
                        if wanted != EDGE:
                            self.compare(painted.getpixel((x // 64 + across, y // 64 + down)), wanted, (across, down))

    def compare(self, found: Colour, wanted: Colour, place: tuple[int, int]) -> None:
        if wanted == PAPER or found == PAPER:
            self.assertEqual(found, wanted, place)
        else:
            self.assertLessEqual(max(abs(a - b) for a, b in zip(found, wanted, strict=True)), 3, (place, found, wanted))


EDGE = (1, 2, 3)
"""Where a tile begins or ends within a pixel: the browser paints it on whole ones."""


def said(layer: Layer, across: int, down: int, left: float, top: float) -> Colour | None:
    """The colour that a layer is said to have at a pixel of a box; None where nothing of it shows."""
    area = layer.painted
    if not (area.x <= across < area.x + area.width and area.y <= down < area.y + area.height):
        return None
    shift = (left, top) if layer.is_fixed else (0.0, 0.0)
    column, row = (place(axis.start, axis.size, axis.step, axis.repeat, at) for axis, at in ((layer.x, across + shift[0] + 0.5), (layer.y, down + shift[1] + 0.5)))
    if column is None or row is None:
        return None
    if -1 in (column, row):
        return EDGE
    return int(column * WIDTH), int(row * HEIGHT), 0


def place(start: float, size: float, step: float, repeat: str, at: float) -> float | None:
    """Which part of a tile stands at a place, from 0 to 1; None beside it, -1 within a pixel of its edges."""
    offset = at - start
    if repeat != "no-repeat":
        offset %= step
    if min(abs(offset), abs(offset - size), abs(offset - step) if repeat != "no-repeat" else 9) < 1.5:
        return -1
    return offset / size if 0 <= offset < size else None
