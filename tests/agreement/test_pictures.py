"""Pictures in their boxes against what the browser paints: each pixel of the picture says by its colour where in it it stands."""

from __future__ import annotations

import base64
import io
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.pictures import Fitted, fitted
from hillpin.core.survey import point_of_interest
from PIL import Image

from tests.chromium import new_page

WIDTH, HEIGHT = 200, 120
PAPER = (255, 255, 255)
CASES = [
    *(f"object-fit: {fit}; width: {size[0]}px; height: {size[1]}px" for fit in ("fill", "contain", "cover", "none", "scale-down") for size in ((300, 90), (90, 150), (400, 260))),
    "object-fit: cover; object-position: left; width: 90px; height: 150px",
    "object-fit: cover; object-position: 20% 80%; width: 90px; height: 150px",
    "object-fit: cover; object-position: bottom right; width: 90px; height: 150px",
    "object-fit: contain; object-position: right 10px bottom 20px; width: 300px; height: 200px",
    "object-fit: none; object-position: 30px -20px; width: 150px; height: 100px",
    "object-fit: none; object-position: top; width: 150px; height: 100px",
    "object-fit: cover; object-position: calc(100% - 12px) 50%; width: 90px; height: 150px; padding: 5px 7px; border: 3px solid white",
    "object-fit: cover; object-position: nowhere; width: 90px; height: 150px",
]


def coded() -> bytes:
    """A picture whose red is the column and whose green is the row of each pixel."""
    picture = Image.new("RGB", (WIDTH, HEIGHT))
    picture.putdata([(x, y, 0) for y in range(HEIGHT) for x in range(WIDTH)])
    out = io.BytesIO()
    picture.save(out, "PNG")
    return out.getvalue()


class AgainstPixels(unittest.TestCase):
    def test_what_of_a_picture_is_painted_where(self) -> None:
        address = f"data:image/png;base64,{base64.b64encode(coded()).decode()}"
        rules = "".join(f"#c{number} {{ {case} }}" for number, case in enumerate(CASES))
        pictures = "".join(f"<img id=c{number} src={address} alt=x>" for number in range(len(CASES)))
        text = f"<!DOCTYPE html><html lang=en><title>t</title><style>body {{ margin: 0; background: white }} img {{ display: block; image-rendering: pixelated }} {rules}</style><body>{pictures}"
        page = Page(MemoryFiles({"index.html": text}))
        layout = page.layout(500, 800)
        browser = new_page(500)
        self.addCleanup(browser.context.close)
        browser.set_content(text)
        painted = Image.open(io.BytesIO(browser.screenshot(full_page=True))).convert("RGB")
        for number, case in enumerate(CASES):
            with self.subTest(case):
                fragment, x, y = layout.fragments[page.select(f"#c{number}")[0]]
                fit = fitted(fragment)
                assert fit is not None
                edges = fragment.edges()
                self.compare(painted, fit, (x + edges.left) // 64, (y + edges.top) // 64)

    def compare(self, painted: Image.Image, fit: Fitted, left: int, top: int) -> None:
        """The colours at some points of the content box, by the pixels of the picture that are said to stand there."""
        for down in sample(fit.y.room):
            for across in sample(fit.x.room):
                column = (across + 0.5 - fit.x.start) / fit.x.drawn * WIDTH
                row = (down + 0.5 - fit.y.start) / fit.y.drawn * HEIGHT
                found = painted.getpixel((left + across, top + down))
                if is_near(column, 0, WIDTH) or is_near(row, 0, HEIGHT):
                    continue
                if 0 <= column < WIDTH and 0 <= row < HEIGHT:
                    self.assertEqual(found[2], 0, (across, down))
                    self.assertLessEqual(max(abs(found[0] - int(column)), abs(found[1] - int(row))), 1, (across, down, found, column, row))
                else:
                    self.assertEqual(found, PAPER, (across, down))


def sample(room: float) -> list[int]:
    """Some places of a length, its first and its last pixel among them."""
    last = int(room) - 1
    return sorted({0, 1, last - 1, last, *(last * part // 8 for part in range(1, 8))})


def is_near(at: float, first: float, last: float) -> bool:
    """Whether a place of the picture is within a pixel of where it ends: half of one is painted there."""
    return min(abs(at - first), abs(at - last)) < 1.5


class PointOfInterest(unittest.TestCase):
    """One dot on a picture, looked for in what the browser paints at the ends of the ranges at which it is said to be cut off."""

    def test_where_a_dot_is_cut_off(self) -> None:
        picture = Image.new("RGB", (400, 200), (0, 0, 255))
        picture.paste((255, 0, 0), (338, 98, 342, 102))
        out = io.BytesIO()
        picture.save(out, "PNG")
        address = f"data:image/png;base64,{base64.b64encode(out.getvalue()).decode()}"
        rules = "body { margin: 0 } img { display: block; width: 60%; height: 200px; object-fit: cover; object-position: 40% 0 }"

        def text(more: str) -> str:
            return f"<!DOCTYPE html><html lang=en><title>t</title><style>{rules} {more}</style><body><img src={address} alt=x>"

        page = Page(MemoryFiles({"index.html": text("")}))
        found = point_of_interest(page, page.select("img")[0], 85, 50, 300, 700, 800)
        ((low, high),) = found.cut
        browser = new_page(500)
        self.addCleanup(browser.context.close)

        def shows(width: int, more: str = "") -> bool:
            browser.set_viewport_size({"width": width, "height": 400})
            browser.set_content(text(more))
            painted = Image.open(io.BytesIO(browser.screenshot())).convert("RGB")
            return any(red > 200 and blue < 60 for red, _, blue in painted.getdata())

        # The dot is four px wide: it is gone wholly a few widths further inside.
        self.assertEqual((low, shows(300), shows(high - 12), shows(high + 2)), (300, False, False, True))
        self.assertTrue(all(shows(width, f"img {{ object-position: {found.position} }}") for width in (300, 400, high, 700)))
