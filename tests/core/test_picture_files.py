"""The files that a picture needs, worked by hand; and small ones, made."""

from __future__ import annotations

import io
import unittest

from hillpin.core.errors import InputError
from hillpin.core.markup.tags import with_attribute
from hillpin.core.pictures import NoPicture, smaller, thumbnail
from hillpin.core.survey import PictureFiles, picture_files
from PIL import Image

from .pages import only, page_of
from .test_pictures import noise, picture


def needed(css: str, size: tuple[int, int] = (1600, 800), start: int = 240, end: int = 1000) -> PictureFiles:
    page = page_of(css, "<img src=a.png alt=x>", a__png=picture(*size))
    return picture_files(page, only(page, "img"), start, end, 800)


class Sizes(unittest.TestCase):
    def test_a_share_of_the_window(self) -> None:
        found = needed("img { width: 50% }")
        self.assertEqual((found.sizes, found.off, found.largest, found.largest_at), ("50vw", 0, 500, 1000))

    def test_a_share_less_edges_then_a_length(self) -> None:
        found = needed("body { padding: 0 24px } img { width: 100%; max-width: 600px }")
        # 648 less two edges of 24 is 600: from there on no wider.
        self.assertEqual(found.sizes, "(max-width: 648px) calc(100vw - 48px), 600px")
        self.assertEqual([(one.low, one.high, one.text) for one in found.parts], [(240, 648, "calc(100vw - 48px)"), (649, 1000, "600px")])

    def test_a_query_that_changes_it(self) -> None:
        found = needed("img { width: 50% } @media (min-width: 600px) { img { width: 300px } }")
        # At 600 both are 300.
        self.assertEqual(found.sizes, "(max-width: 600px) 50vw, 300px")

    def test_where_it_is_not_drawn_the_line_before_goes_on(self) -> None:
        found = needed("img { width: 50% } @media (min-width: 600px) and (max-width: 700px) { img { display: none } }")
        self.assertEqual(found.sizes, "50vw")

    def test_what_covers_its_box_is_as_wide_as_it_is_drawn(self) -> None:
        # 2:1 and 300 high: 600 wide until the box is wider.
        self.assertEqual(needed("img { width: 100%; height: 300px; object-fit: cover }").sizes, "(max-width: 600px) 600px, 100vw")

    def test_what_has_no_files_to_make(self) -> None:
        page = page_of("img { display: none }", "<img src=a.png alt=x><p>x", a__png=picture(90, 60))
        with self.assertRaisesRegex(InputError, "no picture with a size"):
            picture_files(page, only(page, "p"), 240, 300, 800)
        with self.assertRaisesRegex(InputError, "no picture with a size|never drawn"):
            picture_files(page, only(page, "img"), 240, 300, 800)


class Files(unittest.TestCase):
    def test_from_what_a_dense_screen_needs_down_to_what_a_plain_one_does(self) -> None:
        found = needed("img { width: 50% } @media (min-width: 600px) { img { width: 300px } }")
        # At most 300 wide: 600 pixels on a dense screen, then each a √2 less, to under the 120 of the narrowest.
        self.assertEqual(found.widths, [106, 150, 212, 300, 424, 600])
        # 120 wide on a plain screen: 150 ÷ 120 = 1.25 is the first that is dense enough.
        self.assertEqual(found.taken["1"][0].width, 150)
        # On a dense one 424 pixels do for 212, half of 424.
        self.assertEqual((found.taken["2"][-1].low, found.taken["2"][-1].width), (425, 600))

    def test_no_more_than_the_picture_has(self) -> None:
        self.assertEqual(needed("img { width: 100% }", (700, 350)).widths, [247, 350, 495, 700])

    def test_smaller_ones_are_made_and_keep_the_ratio(self) -> None:
        made = smaller(noise(400, 300), [100, 200], "webp")
        self.assertEqual({width: ending for width, (ending, _) in made.items()}, {100: ".webp", 200: ".webp"})
        with Image.open(io.BytesIO(made[200][1])) as image:
            self.assertEqual((image.size, image.format), ((200, 150), "WEBP"))
        for form, name in (("same", "PNG"), ("avif", "AVIF")):
            with Image.open(io.BytesIO(smaller(noise(40, 30), [20], form)[20][1])) as image:  # type: ignore[arg-type]
                self.assertEqual((image.size, image.format), ((20, 15), name))

    def test_what_lets_through_still_does(self) -> None:
        out = io.BytesIO()
        Image.new("RGBA", (40, 40), (255, 0, 0, 0)).save(out, "PNG")
        with Image.open(io.BytesIO(smaller(out.getvalue(), [20], "webp")[20][1])) as image:
            self.assertEqual(image.convert("RGBA").getpixel((10, 10))[3], 0)

    def test_a_thumbnail_is_cut_around_the_middle(self) -> None:
        ending, data = thumbnail(picture(600, 200), 90, 1.5)
        with Image.open(io.BytesIO(data)) as image:
            self.assertEqual((ending, image.size), (".png", (90, 60)))

    def test_what_is_no_picture_says_so(self) -> None:
        for data, why in ((b"GIF89a", "no picture"), (b"", "no picture"), (b"<svg/>", "no picture")):
            with self.assertRaisesRegex(NoPicture, why):
                smaller(data, [10], "webp")

    def test_an_attribute_is_set_as_it_would_be_typed(self) -> None:
        for head, wanted in (('<img src="a.png">', '<img src="a.png" sizes="50vw">'), ("<img sizes='x' src=a>", "<img sizes='50vw' src=a>"), ("<img src=a />", '<img src=a sizes="50vw" />')):
            self.assertEqual(with_attribute(head, "sizes", "50vw", '"'), wanted)
