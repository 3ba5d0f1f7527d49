"""Pictures that are not there yet, as on every page in the making (HTML 15.4.2): in a line their words stand for them, whatever
size they were to have; those without words keep their room."""

from __future__ import annotations

from .base import AgreementCase

SOURCES = ("", 'src=""', "src=gone.png")
WORDS = ("", 'alt=""', "alt=t", 'alt="tide of the bay"')
SIZES = (
    "", "width=30", "height=40", "width=50 height=40", 'style="width: 50%"', 'style="width: 30px; height: 20px"', 'style="display: block"', 'style="display: block; width: 50%"',
    'style="display: inline-block; width: 40px"', 'style="float: left; width: 40px"', 'style="position: absolute; width: 40px"', 'style="float: right; height: 30px; width: 40px"',
    'style="padding: 3px; border: 2px solid; margin: 5px" width=30 height=30', 'style="aspect-ratio: 2; width: 40px"', 'style="vertical-align: middle" width=40',
    'style="min-width: 80px"', 'style="min-height: 50px"', 'style="object-fit: cover; width: 100%; height: 100%"', 'style="width: 8px; height: 100%"',
)  # fmt: skip


class MissingPictures(AgreementCase):
    def test_with_and_without_an_address_words_and_sizes(self) -> None:
        for width in (10, 58, 300):
            self.agree_each(("", f'<div style="width: {width}px">a<img {source} {words} {size}>b</div>') for source in SOURCES for words in WORDS for size in SIZES)

    def test_sizes_that_shrink_with_their_room(self) -> None:
        shrinks = 'style="max-width: 100%; height: auto" width=90 height=60'
        self.agree_each(("", f'<div style="width: {width}px">a<img {source} {words} {shrinks}>b</div>') for width in (58, 100, 300) for source in SOURCES for words in WORDS)

    def test_in_rows_tables_and_from_the_right(self) -> None:
        for around in (
            "display: flex; width: 150px", "display: flex; flex-direction: column; width: 150px", "display: grid; width: 150px", "display: table; width: 60px", "direction: rtl; width: 120px",
            "font-size: 30px; line-height: 1; width: 120px", "text-align: center; width: 300px", "columns: 2; width: 200px",
        ):  # fmt: skip
            self.agree_each(("", f'<div style="{around}">a <img {source} {words} {size}> b</div>') for source in SOURCES[::2] for words in WORDS for size in (*SIZES[:12], 'style="flex: 1"', 'style="font-size: 24px"'))

    def test_in_quirks_mode_words_have_the_room_of_the_picture(self) -> None:
        """One side alone is the other's too."""
        body = "".join(f"<p>a<img src=gone.png {words} {size}>b</p>" for words in WORDS for size in (*SIZES[:6], 'style="width: 10vw"'))
        body += "<div style='display: flex'>a<img src=gone.png width=30></div>"
        self.agree("", body, (320, 700), doctype="")
