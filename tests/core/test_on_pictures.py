"""Words on pictures and gradients: the worst part under them, at which widths, and what would settle it. Worked by hand."""

from __future__ import annotations

import io
import unittest

from hillpin.core.colours import contrast, hex_of, luminance
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey import Finding, proved, survey
from hillpin.core.survey.words import solved_colour
from PIL import Image

WHITE, BLACK = (1.0, 1.0, 1.0), (0.0, 0.0, 0.0)
HEAD = "<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=s.css><body>"
RULES = "body { margin: 0; color: #fff; font: 16px/24px monospace } p { margin: 0 } .hero { position: relative; height: 100px } img { display: block } .fill { position: absolute; top: 0; left: 0; width: 100%; height: 100%; object-fit: cover; object-position: left } .hero p { position: relative; width: 144px }"


def halves() -> bytes:
    """A picture whose left half is black, its right half white."""
    picture = Image.new("RGB", (200, 100), "black")
    picture.paste((255, 255, 255), (100, 0, 200, 100))
    out = io.BytesIO()
    picture.save(out, "PNG")
    return out.getvalue()


def page(css: str, body: str) -> Page:
    return Page(MemoryFiles({"index.html": HEAD + body, "s.css": f"{RULES}\n{css}", "sea.png": halves()}))


def found(css: str, body: str) -> list[Finding]:
    """What is too weak, from 240 to 600."""
    return [one for one in survey(page(css, body), 240, 600).findings if one.kind in ("weak-on-picture", "low-contrast")]


class Gradients(unittest.TestCase):
    def test_only_what_is_under_the_words_counts(self) -> None:
        # 600 wide from black to white; words of 150 stand on what is at most a quarter of the way: white on #404040 has 10.4:1.
        css = ".row { width: 600px; background: linear-gradient(to right, #000, #fff) } p { width: 150px } .end { margin-left: 450px }"
        self.assertEqual(found(css, "<div class=row><p>Low water shows</p></div>"), [])
        (one,) = found(css, "<div class=row><p class=end>Low water shows</p></div>")
        self.assertEqual((one.kind, one.selector, one.low, one.high), ("low-contrast", "p.end", None, None))
        # 150 wide in 19 cells: the last one's middle is at 150 - 150 ÷ 38 = 146.05 of 150, 596.05 of 600: 253.3 of 255.
        self.assertIn("#ffffff on #fdfdfd", one.message)

    def test_a_gradient_within_reach_is_no_alarm(self) -> None:
        self.assertEqual(found("p { background: linear-gradient(#123, #345) }", "<p>Low water shows</p>"), [])

    def test_a_half_transparent_panel_mixes_with_what_is_under_it(self) -> None:
        body = "<div class=hero><img class=fill src=sea.png alt=''><p class=panel>Low water shows</p></div>"
        # White words on white under 80% black: #333333, 12.6:1; under 30% #b2b2b2, 2.1:1.
        self.assertEqual(found(".panel { background: rgb(0 0 0 / .8) }", body), [])
        (one,) = found(".panel { background: rgb(0 0 0 / .3) }", body)
        self.assertIn("#ffffff on #b2b2b2", one.message)


class OnPictures(unittest.TestCase):
    def test_the_range_of_widths_at_which_the_white_half_is_under_the_words(self) -> None:
        # Drawn 2:1 and at least as wide as the window, at the left: white begins at half of max(window, 200). 15 letters are 144 wide
        # at most; from 288 on the white half begins behind them, and within a cell of 8 the mean turns before.
        (one,) = found("", "<div class=hero><img class=fill src=sea.png alt=''><p>Low water shows</p></div>")
        self.assertEqual((one.kind, one.selector, one.low), ("weak-on-picture", "div.hero p", 240))
        self.assertTrue(274 <= (one.high or 0) <= 288, one.high)
        self.assertIn("on a part of sea.png", one.message)

    def test_a_background_counts_as_an_img_does(self) -> None:
        (one,) = found(".hero { background: url(sea.png) left / cover }", "<div class=hero><p>Low water shows</p></div>")
        self.assertEqual((one.kind, one.low), ("weak-on-picture", 240))
        self.assertTrue(274 <= (one.high or 0) <= 288, one.high)

    def test_what_is_over_the_words_or_beside_them_is_not_behind_them(self) -> None:
        over = "<div class=hero style='background: #123'><img class=fill src=sea.png alt='' style='z-index: 2'><p>Low water shows</p></div>"
        self.assertEqual(found("", over), [])
        beside = "<div style='background: #123'><img src=sea.png alt='' style='float: right'><p style='width: auto'>Low water shows the reef and the boats</p></div>"
        self.assertEqual(found("", beside), [])

    def test_a_picture_that_is_not_there_leaves_the_ground(self) -> None:
        (one,) = found(".hero { background: #eee url(gone.png) }", "<div class=hero><p>Low water shows</p></div>")
        self.assertIn("#ffffff on #eeeeee", one.message)

    def test_what_cannot_be_looked_into_says_nothing(self) -> None:
        self.assertEqual(found("", "<div class=hero><video class=fill></video><p>Low water shows</p></div>"), [])
        self.assertEqual(found("p { background: image-set(url(sea.png) 1x) }", "<p>Low water shows</p>"), [])


class Settled(unittest.TestCase):
    def ways(self, css: str, body: str) -> list[str]:
        """The ways that are proved."""
        one = page(css, body)
        before = survey(one, 240, 400)
        (finding,) = (known for known in before.findings if known.kind in ("weak-on-picture", "low-contrast"))
        return [remedy.fix.after for remedy in proved(one, before, finding, 720)]

    def test_the_nearest_colour_that_is_enough(self) -> None:
        # On white #767676 has 4.54:1 and #777777 4.48:1.
        white = luminance(WHITE)
        solved = solved_colour((0x88 / 255,) * 3, 4.5, [(white, white)])
        assert solved is not None
        light = luminance(solved)
        self.assertGreaterEqual(contrast(light, white), 4.5)
        self.assertIn(hex_of(solved), ("#767676", "#757575", "#747474"))
        self.assertIsNone(solved_colour(WHITE, 4.5, [(luminance(BLACK), white)]))

    def test_words_on_a_plain_ground(self) -> None:
        ways = self.ways("p { color: #888; background: #fff }", "<p>Low water shows</p>")
        self.assertEqual(len(ways), 2)
        self.assertRegex(ways[0], "^color: #7[4-6]7[4-6]7[4-6]$")
        self.assertIn("font-size: 1.5rem", ways[1])

    def test_a_veil_over_a_background(self) -> None:
        # White words need a ground of luminance 1.05 ÷ 4.5 − 0.05 = 0.183 at most, sRGB 118: 1 − 118.7 ÷ 255 = 0.535, so 54% of black.
        ways = self.ways(".hero { background: url(sea.png) right / cover }", "<div class=hero><p>Low water shows</p></div>")
        self.assertEqual(ways[0], "background: linear-gradient(rgb(0 0 0 / 0.54), rgb(0 0 0 / 0.54)), url(sea.png) right / cover")

    def test_more_of_the_ground_through_an_img(self) -> None:
        ways = self.ways(".hero { background: #000 }\n.fill { object-position: right }", "<div class=hero><img class=fill src=sea.png alt=''><p>Low water shows</p></div>")
        self.assertEqual(ways[0], "{ opacity: 0.46;")
