"""Pictures in their boxes, and what a survey says of them: worked by hand."""

from __future__ import annotations

import io
import unittest

from hillpin.core.page import Page
from hillpin.core.pictures import Fitted, background_layers, fitted, in_words
from hillpin.core.survey import Finding, proved, survey
from hillpin.core.writing import as_text, explain, margin_notes
from PIL import Image

from .pages import only, page_of


def picture(width: int, height: int) -> bytes:
    """A plain picture of so many pixels."""
    out = io.BytesIO()
    Image.new("RGB", (width, height)).save(out, "PNG")
    return out.getvalue()


def noise(width: int, height: int) -> bytes:
    """A picture that no compression makes small."""
    out = io.BytesIO()
    Image.effect_noise((width, height), 90).save(out, "PNG")
    return out.getvalue()


def shown(css: str, size: tuple[int, int] = (600, 400), viewport: int = 800) -> tuple[Page, Fitted | None]:
    """A picture with a style, as it is drawn."""
    page = page_of(f"img {{ {css} }}", "<img src=a.png alt=x>", a__png=picture(*size))
    return page, fitted(page.layout(viewport).fragments[only(page, "img")][0])


class Fits(unittest.TestCase):
    def fit(self, css: str, size: tuple[int, int] = (600, 400)) -> Fitted:
        found = shown(css, size)[1]
        assert found is not None
        return found

    def test_cover_cuts_away_what_is_too_long(self) -> None:
        # 300 ÷ 600 = 0.5 and 300 ÷ 400 = 0.75: drawn 450 × 300, 150 too wide.
        fit = self.fit("object-fit: cover; width: 300px; height: 300px")
        self.assertEqual((fit.x.drawn, fit.y.drawn, fit.x.before, fit.x.after), (450, 300, 75, 75))
        self.assertAlmostEqual(fit.x.share, 2 / 3)
        self.assertEqual(in_words(fit), "drawn 450 × 300, 75 cut off left and right")
        self.assertEqual(fit.working, ("own size 600 × 400", "its box inside 300 × 300", "object-fit cover: the larger of 300 ÷ 600 = 0.5 and 300 ÷ 400 = 0.75", "= drawn 450 × 300, × 0.75", "450 − 300 = 150 cut off: 75 left, 75 right"))

    def test_a_place_other_than_the_middle(self) -> None:
        fit = self.fit("object-fit: cover; object-position: 20% 0; width: 300px; height: 300px")
        # A fifth of the 150 too many at the left, the rest at the right.
        self.assertEqual((fit.x.before, fit.x.after), (30, 120))
        self.assertEqual(in_words(fit), "drawn 450 × 300, 30 cut off left, 120 cut off right")

    def test_contain_leaves_room(self) -> None:
        fit = self.fit("object-fit: contain; object-position: right 10px top; width: 300px; height: 300px")
        # Three values are no position any more: the middle holds.
        self.assertEqual(in_words(fit), "drawn 300 × 200, 50 left over above and below")
        fit = self.fit("object-fit: contain; object-position: right 10px top 0; width: 900px; height: 300px")
        self.assertEqual((fit.x.drawn, fit.x.start), (450, 440))

    def test_its_own_size_and_no_larger(self) -> None:
        self.assertEqual(in_words(self.fit("object-fit: none; width: 500px; height: 400px")), "drawn 600 × 400, 50 cut off left and right")
        self.assertEqual(in_words(self.fit("object-fit: scale-down; width: 1200px; height: 400px")), "drawn 600 × 400, 300 left over left and right")
        self.assertEqual(in_words(self.fit("object-fit: scale-down; width: 300px; height: 400px")), "drawn 300 × 200, 100 left over above and below")

    def test_what_is_no_picture_is_none(self) -> None:
        page = page_of("", "<p>x</p><video></video>")
        layout = page.layout(800)
        self.assertEqual([fitted(layout.fragments[one][0]) for one in page.select("p, video")], [None, None])

    def test_a_note_beside_the_line(self) -> None:
        page, _ = shown("object-fit: cover;\nwidth: 300px; height: 300px")
        notes = [note.text for note in margin_notes(page, page.layout(800)) if "drawn" in note.text]
        self.assertEqual(notes, ["drawn 450 × 300, 75 cut off left and right"])


    def test_the_working_of_its_width_says_it_too(self) -> None:
        page, _ = shown("object-fit: cover; width: 300px; height: 300px")
        answer = explain(page, page.layout(800, record=True), only(page, "img"), "width")
        self.assertEqual(answer.picture[-1], "450 − 300 = 150 cut off: 75 left, 75 right")
        self.assertIn("The picture in it:\n             drawn 450 × 300, 75 cut off left and right\n             own size 600 × 400\n", as_text(answer))


class Findings(unittest.TestCase):
    def found(self, css: str, kind: str, body: str = "<img src=a.png alt=x>", data: bytes = b"") -> list[Finding]:
        page = page_of(css, body, a__png=data or picture(600, 400))
        return [one for one in survey(page, 240, 1200).findings if one.kind == kind]

    def test_cropped_at_exact_widths(self) -> None:
        (one,) = self.found("img { display: block; width: 100%; height: 600px; object-fit: cover }", "picture-cropped")
        # Drawn 900 wide up to 900: less than a third shows below 300. Above 900 the height is cut: at 1,200 drawn 800 high, three quarters of it.
        self.assertEqual((one.low, one.high), (240, 299))
        self.assertEqual(one.message, "At 240 27% of the width of img shows: 330 left and 330 right are cut off.")
        self.assertEqual(one.working[-1], "900 − 240 = 660 cut off: 330 left, 330 right")

    def test_a_backdrop_may_be_cropped_and_soft(self) -> None:
        css, body = "img { display: block; width: 100%; height: 600px; object-fit: cover }", "<img src=a.png alt=''>"
        self.assertEqual(self.found(css, "picture-cropped", body), [])
        self.assertEqual(self.found("img { display: block; width: 100% }", "picture-soft", body), [])

    def test_a_background_that_says_something(self) -> None:
        css = "div { height: 600px; background: url(a.png) center / cover }"
        (one,) = self.found(css, "picture-cropped", "<div role=img aria-label='The reef'></div>")
        # As the img above: 900 wide, less than a third of it below 300.
        self.assertEqual((one.low, one.high), (240, 299))
        self.assertEqual(one.message, "At 240 27% of the width of the picture behind div shows, and it is one that says something.")
        self.assertEqual(one.working, ("drawn 900", "in 240", "= 27% of its width: 330 and 330 are cut off"))
        for decoration in ("<div></div>", "<div role=img></div>", "<div role=img aria-label=''></div>"):
            self.assertEqual(self.found(css, "picture-cropped", decoration), [])

    def test_all_of_it_in_its_box_is_no_finding(self) -> None:
        self.assertEqual(self.found("img { width: 100px; height: 400px; object-fit: contain }", "picture-cropped"), [])
        self.assertEqual(self.found("img { width: 100%; height: auto; max-width: 600px }", "picture-soft"), [])

    def test_soft_from_the_width_at_which_it_is(self) -> None:
        (one,) = self.found("img { display: block; width: 100% }", "picture-soft", data=picture(450, 300))
        # 450 pixels fill 900 px by two each.
        self.assertEqual((one.low, one.high), (901, 1200))
        self.assertEqual(one.message, "At 1,200 img is drawn 1,200 wide and has 450 pixels across: it is blurred, on dense screens more so.")
        self.assertEqual(one.working, ("drawn 1,200", "÷ 450 pixels", "= 2.67 CSS px for a pixel"))

    def test_a_choice_of_sizes_and_drawings_are_never_soft(self) -> None:
        css = "img { display: block; width: 100% }"
        self.assertEqual(self.found(css, "picture-soft", "<img src=a.png srcset='a.png 600w, b.png 2000w' alt=x>"), [])
        self.assertEqual(self.found(css, "picture-soft", "<img src='data:image/svg+xml,<svg viewBox=%220 0 10 10%22 width=%2210%22></svg>' alt=x>"), [])

    def test_heavy_where_no_width_needs_its_pixels(self) -> None:
        (one,) = self.found("img { width: 50px }", "picture-heavy", data=noise(400, 400))
        self.assertEqual((one.low, one.high), (None, None))
        self.assertIn("img has 400 pixels across and is never drawn wider than 50, at 240: 100 would do on dense screens", one.message)
        # A sixteenth of the pixels stays.
        total = len(noise(400, 400))
        self.assertGreater(total, 100_000)
        self.assertEqual(self.found("img { width: 134px }", "picture-heavy", data=noise(400, 400)), [])

    def test_without_a_size_what_follows_jumps(self) -> None:
        body = "<img src=a.png alt=x><p>words</p>"
        (one,) = self.found("img { max-width: 100%; height: auto; display: block }", "unsized-picture", body)
        self.assertEqual(one.message, "Until the file of img is there, its box is 400 lower at 1,200: what follows jumps by as much.")
        self.assertEqual(one.fixes[0].after, '<img width="600" height="400" ')

    def test_its_size_in_markup_or_in_css_holds_its_place(self) -> None:
        css = "img { max-width: 100%; height: auto; display: block }"
        self.assertEqual(self.found(css, "unsized-picture", "<img src=a.png width=600 height=400 alt=x><p>words</p>"), [])
        for css in ("img { display: block; width: 50%; aspect-ratio: 3 / 2 }", "img { display: block; height: 200px }", "img { position: absolute; top: 0; left: 0 }"):
            self.assertEqual(self.found(css, "unsized-picture", "<img src=a.png alt=x><p>words</p>"), [], css)

    def test_what_says_its_size_settles_it(self) -> None:
        page = page_of("img { max-width: 100%; height: auto; display: block }", "<img src=a.png alt=x><p>words</p>", a__png=picture(600, 400))
        before = survey(page, 240, 700)
        finding = next(one for one in before.findings if one.kind == "unsized-picture")
        (remedy,) = proved(page, before, finding, 800)
        self.assertEqual(remedy.fix.sentence, 'Say its size in the markup: width="600" height="400"')

    def test_of_many_each_that_moves_something_is_told(self) -> None:
        body = "<img src=a.png alt=x><p>words</p><div style='height: 500px; overflow: hidden'><img src=b.png alt=y></div><p>more</p>"
        page = page_of("img { max-width: 100%; height: auto; display: block }", body, a__png=picture(600, 400), b__png=picture(300, 200))
        found = [one for one in survey(page, 240, 900).findings if one.kind == "unsized-picture"]
        # The second stands in a box of its own height, and what is behind it stays.
        self.assertEqual([(one.line, one.message.split(",")[0]) for one in found], [(1, "Until the file of img is there")])


class Backgrounds(unittest.TestCase):
    """A picture of 600 × 400 behind a box of 300 × 300; the browser's own pixels are in the tests of agreement."""

    def told(self, css: str) -> str:
        """The margin note of the last declaration."""
        page = page_of(f".b {{ width: 300px; height: 300px; {css} }}", "<div class=b>x</div>", a__png=picture(600, 400))
        return margin_notes(page, page.layout(800), only(page, ".b"))[-1].text

    def test_what_of_a_picture_is_cut_off(self) -> None:
        self.assertEqual(self.told("background: url(a.png) center / cover"), "drawn 450 × 300, 75 cut off left and right")
        self.assertEqual(self.told("background: #fff url(a.png) no-repeat 20% 0 / cover"), "#ffffff, drawn 450 × 300, 30 cut off left, 120 cut off right")
        self.assertEqual(self.told("background: url(a.png) no-repeat right / 100px"), "drawn 100 × 66.67, 200 left over left, 116.67 left over above and below")

    def test_tiles(self) -> None:
        self.assertEqual(self.told("background: url(a.png) 0 0 / 60px"), "tiles of 60 × 40, 5 across and 7.5 down")
        # 300 ÷ 80 is 3.75, so 4 tiles of 75; 75 × 2 ÷ 3 = 50 high.
        self.assertEqual(self.told("background: url(a.png) 0 0 / 80px auto round"), "tiles of 75 × 50, 4 across and 6 down")

    def test_layers_one_after_another_and_gradients_without_a_size_not_at_all(self) -> None:
        self.assertEqual(self.told("background: url(a.png) no-repeat 0 0 / 30px 20px, linear-gradient(red, blue), url(a.png) 0 0 / cover"), "drawn 30 × 20, 270 left over right, 280 left over below; drawn 450 × 300, 150 cut off right")
        self.assertEqual(self.told("background: linear-gradient(red, red) 0 0 / 30px 30px"), "tiles of 30 × 30, 10 across and 10 down")

    def test_the_sum(self) -> None:
        page = page_of(".b { width: 300px; height: 300px; background: url(a.png) center / cover }", "<div class=b>x</div>", a__png=picture(600, 400))
        answer = explain(page, page.layout(800, record=True), only(page, ".b"), "width")
        self.assertEqual(answer.picture, ("drawn 450 × 300, 75 cut off left and right", "own size 600 × 400", "placed in 300 × 300", "cover: the larger of 300 ÷ 600 = 0.5 and 300 ÷ 400 = 0.75", "= drawn 450 × 300", "450 − 300 = 150 too long, 75 of it at the left"))

    def test_the_page_s_own_is_placed_in_the_root(self) -> None:
        page = page_of("body { height: 100px; background: url(a.png) no-repeat 100% 0 / 200px }", "x", a__png=picture(600, 400))
        layout = page.layout(800, 600)
        (layer,) = background_layers(layout, only(page, "body"), layout.fragments[only(page, "body")][0])
        self.assertEqual((layer.placed.width, layer.placed.height, layer.painted.height, layer.x.start), (800, 100, 600, 600))

    def test_what_is_not_there_is_not_drawn(self) -> None:
        page = page_of(".b { background: url(gone.png) }", "<div class=b>x</div>")
        layout = page.layout(800)
        self.assertEqual(background_layers(layout, only(page, ".b"), layout.fragments[only(page, ".b")][0]), [])
