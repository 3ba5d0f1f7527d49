"""Edges in pictures, differences between two, boxes that moved: facts drawn by hand."""

from __future__ import annotations

import io
import unittest

import numpy as np
from hillpin.core.errors import InputError
from hillpin.core.seeing import (
    Area,
    DrawnEdge,
    MovedBox,
    differing_areas,
    drawn_edges,
    moved_boxes,
    read_picture,
)
from PIL import Image, ImageDraw


def paper(width: int = 200, height: int = 120) -> Image.Image:
    return Image.new("RGB", (width, height), "#f3eee2")


def pixels(picture: Image.Image) -> np.ndarray:
    return np.asarray(picture, np.uint8)


def encoded(picture: Image.Image, form: str = "PNG") -> bytes:
    data = io.BytesIO()
    picture.save(data, form)
    return data.getvalue()


class Edges(unittest.TestCase):
    def test_a_filled_area_has_four(self) -> None:
        picture = paper()
        ImageDraw.Draw(picture).rectangle((20, 30, 119, 79), fill="#2b6880")
        self.assertEqual(
            drawn_edges(pixels(picture)),
            [DrawnEdge(True, 20, 30, 80), DrawnEdge(True, 120, 30, 80), DrawnEdge(False, 30, 20, 120), DrawnEdge(False, 80, 20, 120)],
        )

    def test_a_line_has_two_and_short_strokes_none(self) -> None:
        picture = paper()
        draw = ImageDraw.Draw(picture)
        draw.line((50, 10, 50, 99), fill="black")
        draw.line((80, 10, 80, 22), fill="black")
        self.assertEqual(drawn_edges(pixels(picture)), [DrawnEdge(True, 50, 10, 100), DrawnEdge(True, 51, 10, 100)])

    def test_a_soft_gradient_has_none(self) -> None:
        ramp = np.repeat(np.linspace(0, 255, 200).astype(np.uint8)[np.newaxis, :, np.newaxis], 60, axis=0).repeat(3, axis=2)
        self.assertEqual(drawn_edges(ramp), [])


class Differences(unittest.TestCase):
    def test_equal_pictures_do_not_differ(self) -> None:
        self.assertEqual(differing_areas(pixels(paper()), pixels(paper())), [])

    def test_areas_and_their_pixels(self) -> None:
        after = paper()
        draw = ImageDraw.Draw(after)
        draw.rectangle((10, 10, 29, 19), fill="black")
        draw.rectangle((150, 90, 159, 99), fill="black")
        self.assertEqual(differing_areas(pixels(paper()), pixels(after)), [Area(10, 10, 20, 10, 200), Area(150, 90, 10, 10, 100)])

    def test_noise_is_none(self) -> None:
        after = paper()
        after.putpixel((40, 40), (0, 0, 0))
        after.putpixel((41, 40), (0, 0, 0))
        soft = ImageDraw.Draw(after)
        soft.rectangle((100, 20, 140, 60), fill="#f0eadc")
        self.assertEqual(differing_areas(pixels(paper()), pixels(after)), [])

    def test_what_is_beyond_the_other_differs(self) -> None:
        self.assertEqual(differing_areas(pixels(paper(200, 120)), pixels(paper(200, 140))), [Area(0, 120, 200, 20, 4000)])


class Moves(unittest.TestCase):
    NAMES = ("body", "header", "h1", "main")
    BEFORE = ((0, 0, 800, 300), (0, 0, 800, 100), (10, 10, 200, 40), (0, 100, 800, 200))

    def test_each_cause_once(self) -> None:
        # The header grew by 20: the body with it, and main moved down. The heading stands where it stood.
        after = ((0, 0, 800, 320), (0, 0, 800, 120), (10, 10, 200, 40), (0, 120, 800, 200))
        found = moved_boxes(self.BEFORE, after, self.NAMES, self.NAMES, (-1, 0, 1, 0))
        self.assertEqual(found, [MovedBox(0, height=20), MovedBox(1, height=20), MovedBox(3, y=20)])

    def test_what_goes_along_is_not_told(self) -> None:
        after = ((0, 0, 800, 310), (5, 10, 800, 100), (15, 20, 200, 40), (0, 100, 800, 200))
        found = moved_boxes(self.BEFORE, after, self.NAMES, self.NAMES, (-1, 0, 1, 0))
        self.assertEqual([one.index for one in found], [0, 1])

    def test_come_and_gone(self) -> None:
        names = ("body", "header", "p.new", "main")
        found = moved_boxes(self.BEFORE, self.BEFORE, self.NAMES, names, (-1, 0, 1, 0))
        self.assertEqual(found, [MovedBox(2, come=True), MovedBox(2, gone=True)])


class Decoding(unittest.TestCase):
    def test_three_formats_on_white(self) -> None:
        clear = Image.new("RGBA", (4, 3), (0, 0, 0, 0))
        for form in ("PNG", "WEBP"):
            self.assertTrue((read_picture(encoded(clear, form)) == 255).all())
        self.assertEqual(read_picture(encoded(paper(), "JPEG")).shape, (120, 200, 3))

    def test_what_is_not_read(self) -> None:
        for data in (b"", b"<svg/>", encoded(paper(), "GIF"), encoded(paper())[:60]):
            with self.assertRaisesRegex(InputError, "menu.png is not a PNG, JPEG or WebP"):
                read_picture(data, "menu.png")
        with self.assertRaisesRegex(InputError, "are the most"):
            read_picture(encoded(Image.new("1", (20_000, 4_000))))
