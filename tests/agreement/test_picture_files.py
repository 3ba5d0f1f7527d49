"""Which file of a srcset the browser takes, held against what is said, at many widths on screens of three densities."""

from __future__ import annotations

import io
import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import picture_files
from PIL import Image

from tests.chromium import browser

RULES = "body { margin: 0; padding: 0 24px } img { display: block; width: 50% } @media (min-width: 600px) { img { width: calc(33% - 20px) } } @media (min-width: 900px) { img { width: 280px } }"
WIDTHS = [240, 263, 301, 340, 377, 420, 480, 555, 599, 600, 640, 713, 777, 850, 899, 900, 1000]


def png(width: int) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (width, width // 2)).save(out, "PNG")
    return out.getvalue()


class Taken(unittest.TestCase):
    def test_the_file_that_is_taken(self) -> None:
        page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><style>{RULES}</style><body><img src=a.png alt=x>", "a.png": png(1600)}))
        found = picture_files(page, page.select("img")[0], 240, 1000, 800)
        srcset = ", ".join(f"http://pictures.test/{width}.png {width}w" for width in found.widths)
        text = f'<!DOCTYPE html><html lang=en><title>t</title><style>{RULES}</style><body><img src="http://pictures.test/1600.png" srcset="{srcset}" sizes="{found.sizes}" width=1600 height=800 alt=x>'
        for density in ("1", "2", "3"):
            context = browser().new_context(device_scale_factor=int(density), viewport={"width": 500, "height": 400})
            self.addCleanup(context.close)
            context.route("http://pictures.test/*", lambda route: route.fulfill(body=png(int(route.request.url.split("/")[-1].split(".")[0])), content_type="image/png"))
            shown = context.new_page()
            for width in WIDTHS:
                shown.set_viewport_size({"width": width, "height": 400})
                # A file that is there already would do for a smaller one, too: each width begins anew.
                shown.goto("about:blank")
                shown.set_content(text, wait_until="load")
                taken = int(shown.evaluate("document.images[0].currentSrc").split("/")[-1].split(".")[0])
                said = next(one.width for one in found.taken[density] if one.low <= width <= one.high)
                with self.subTest(density=density, width=width):
                    self.assertEqual(taken, said)
                    self.assertAlmostEqual(shown.evaluate("document.images[0].getBoundingClientRect().width"), page.layout(width).rects[page.select("img")[0]].width, delta=1 / 64)
