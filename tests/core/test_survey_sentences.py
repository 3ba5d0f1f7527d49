"""What findings say, number by number, and both sides of what is just one: all worked out by hand."""

from __future__ import annotations

import unittest

from hillpin.core.survey.findings import Finding

from .test_survey_findings import HIGH, LONG, LOW, findings, picture

TWO_PARAGRAPHS = "<p>first</p><p class=up>second</p>"
FOUR = "<div class=r><div class=f></div><div class=f id=two></div><div class=f></div><div class=f></div></div>"
JUMP = "<div class=bar></div><p><a href=#fares>to the fares</a></p><h2 id=fares>Fares</h2>"


def of(kind: str, css: str, body: str, **files: bytes) -> list[Finding]:
    """The findings of one kind."""
    return [one for one in findings(css, body, **files) if one.kind == kind]


class SaidCase(unittest.TestCase):
    def says(self, kind: str, css: str, body: str, message: str, *working: str, **files: bytes) -> Finding:
        """The one finding of a kind, with its sentence and its sum."""
        (found,) = of(kind, css, body, **files)
        self.assertEqual((found.message, found.working), (message, working))
        return found

    def counts(self, kind: str, number: int, css: str, body: str, **files: bytes) -> None:
        """How many findings of a kind there are."""
        self.assertEqual(len(of(kind, css, body, **files)), number, (css, body))


class Boxes(SaidCase):
    def test_a_bar_over_a_target(self) -> None:
        css = ".bar { position: fixed; top: 0; left: 0; width: 100%; height: 60px }"
        found = self.says("covered-target", css, JUMP, "div.bar is fixed and reaches 60 down at 320: of h2#fares, where a link leads, so much stands under it.")
        self.assertEqual((found.low, found.high, found.line), (LOW, HIGH, 2))
        self.assertEqual([one.after.strip() for one in found.fixes], ["html { scroll-padding-top: 60px; }"])
        # 10 from the top it reaches 70; with 58 left above the target 2 are covered, with 59 no more than 1.
        (moved,) = of("covered-target", css.replace("top: 0", "top: 10px"), JUMP)
        self.assertIn("reaches 70 down", moved.message)
        for margin, number in ((58, 1), (59, 0)):
            self.counts("covered-target", number, f"{css} h2 {{ scroll-margin-top: {margin}px }}", JUMP)

    def test_what_is_a_bar(self) -> None:
        # Half as wide as the window, and at most two fifths of 800 high: 320.
        css = ".bar {{ position: fixed; top: 0; left: 0; width: {}%; height: {}px }}"
        for width, height, number in ((50, 60, 1), (49, 60, 0), (100, 320, 1), (100, 321, 0)):
            self.counts("covered-target", number, css.format(width, height), JUMP)

    def test_words_over_words(self) -> None:
        css = "p {{ margin: 0; width: 200px; text-align: center }}\n.up {{ margin-top: -{}px }}"
        found = self.says("overlap", css.format(20), TWO_PARAGRAPHS, "p.up covers main p at 320: they share 200 × 20.", "bottom of main p 24", "top of p.up 4")
        self.assertEqual((found.low, found.high, found.line), (LOW, HIGH, 3))
        # Lines that share 4 touch.
        self.counts("overlap", 0, css.format(4), TWO_PARAGRAPHS)
        self.counts("overlap", 1, css.format(4.5), TWO_PARAGRAPHS)

    def test_paddings_cover_nothing(self) -> None:
        # The second begins 20 up, its words 20 further down: at the first's last line's end.
        css = "p { margin: 0; width: 200px; text-align: center }\n.up { margin-top: -20px; padding-top: 20px }"
        self.counts("overlap", 0, css, TWO_PARAGRAPHS)

    def test_floats_that_reach_out(self) -> None:
        css = ".r {{ height: {}px }} .f {{ float: left; width: 50%; height: 40px }}"
        body = "<div class=r><div class=f></div></div>"
        self.says("collapsed-parent", css.format(10), body, "div.r is 10 high, and its floats reach 30 further down: it does not contain them.", "bottom of the floats 40", "− bottom of div.r 10", "= 30 outside")
        self.counts("collapsed-parent", 0, css.format(39), body)
        self.counts("collapsed-parent", 1, css.format(38.5), body)

    def test_gutters(self) -> None:
        css = ".r {{ overflow: hidden; width: 900px }} .f {{ float: left; width: 100px; height: 10px; margin-right: 20px }}\n#two {{ margin-right: {}px }}"
        found = self.says("uneven-gutters", css.format(32), FOUR, "The gutters of the row are uneven, 20 and 32 at 1,000: 32 between div#two and div.f, 20 elsewhere.", "div.f to div#two 20", "div#two to div.f 32", "div.f to div.f 20")
        self.assertEqual([one.after for one in found.fixes], ["margin-right: 20px"])
        for margin, number in ((21, 0), (21.5, 1), (19, 0), (18.5, 1)):
            self.counts("uneven-gutters", number, css.format(margin), FOUR)
        # Two gaps, of which neither is the odd one; and boxes that are 201 apart are pushed apart.
        three = FOUR.replace("<div class=f></div></div>", "</div>")
        self.counts("uneven-gutters", 1, css.format(32), three)
        self.counts("uneven-gutters", 0, css.format(201), FOUR)


class Targets(SaidCase):
    CSS = "a {{ display: block; height: {}px; width: {}px }}\nli {{ height: {}px }} ul {{ list-style: none; margin: 0; padding: 0 }}"
    LIST = "<ul><li><a href=#>a</a><li><a href=#>b</a></ul>"

    def test_links_of_one_list(self) -> None:
        found = self.says("small-target", self.CSS.format(20, 100, 20), self.LIST, "2 links like main a are 100 × 20 at 320, less than 24 × 24, and the next one is too near.", "100 × 20", "wanted 24 × 24, or 24 free round its middle")
        self.assertEqual((found.low, found.high, found.line), (LOW, HIGH, 2))

    def test_either_side_and_the_room_between(self) -> None:
        # Middles of two small ones must be 24 apart; a circle of 12 round a small one keeps clear of a large one.
        for height, width, row, number in ((24, 24, 24, 0), (23, 100, 24, 0), (23, 100, 23, 1), (100, 100, 100, 0)):
            self.counts("small-target", number, self.CSS.format(height, width, row), self.LIST)
        css = "a { float: left; height: 30px; width: 20px } .wide { width: 60px; margin-left: %spx }"
        body = "<nav><a href=#>a</a><a class=wide href=#>b</a></nav>"
        self.counts("small-target", 1, css % 1, body)
        self.counts("small-target", 0, css % 2, body)

    def test_what_is_none(self) -> None:
        small = "a, button, b { font: 10px/12px serif; display: inline-block }"
        for body, number in (
            ("<nav><a href=#>a</a> <a href=#>b</a></nav>", 1),
            ("<nav><a href=#>a</a> · <a href=#>b</a></nav>", 1),
            ("<nav><a>a</a> <a>b</a></nav>", 0),
            ("<p><b role=button>a</b> <b role=link>b</b></p>", 1),
            ("<p><button>a</button><button>b</button></p>", 1),
            ("<p><button disabled>a</button><button disabled>b</button></p>", 0),
            ("<p><input type=hidden name=a> <input type=hidden name=b></p>", 0),
        ):
            self.counts("small-target", number, small, body)
        # In a sentence links are as high as its lines.
        inline = "a { font-size: 10px }"
        self.counts("small-target", 0, inline, "<p>Boats <a href=#>a</a> and <a href=#>b</a>.</p>")
        self.counts("small-target", 0, inline, "<p>Boats <em><a href=#>a</a><a href=#>b</a></em>.</p>")
        self.counts("small-target", 1, inline, "<p><a href=#>a</a> | <a href=#>b</a></p>")


class Pictures(SaidCase):
    def test_out_of_shape(self) -> None:
        css = "img {{ display: block; width: 300px; height: {}px }}"
        body = "<img src=b.png alt=boat width=600 height=400>"
        boat = picture(600, 400)
        self.says("stretched-image", css.format(250), body, "At 320 main img is shown at 300 × 250; at its own ratio it would be 200 high.", "width 300", "÷ own ratio 1.5", "= 200", "shown at 250", b_png=boat)
        for height, number in ((199.5, 0), (199, 1), (200.5, 0), (201, 1)):
            self.counts("stretched-image", number, css.format(height), body, b_png=boat)

    def test_cropped_away(self) -> None:
        css = "img {{ display: block; width: {}px; height: 100px; object-fit: cover }}"
        body = "<img src=b.png alt=boat width=100 height=100>"
        boat = picture(100, 100)
        # Drawn 310 wide and as high: 100 ÷ 310 is 32%, and 210 are cut off.
        self.says("picture-cropped", css.format(310), body, "At 320 32% of the height of main img shows: 105 at the top and 105 at the bottom are cut off.", "own size 100 × 100", "its box inside 310 × 100", "object-fit cover: the larger of 310 ÷ 100 = 3.1 and 100 ÷ 100 = 1", "= drawn 310 × 310, × 3.1", "310 − 100 = 210 cut off: 105 above, 105 below", b_png=boat)
        self.counts("picture-cropped", 0, css.format(300), body, b_png=boat)
        self.counts("picture-cropped", 1, css.format(301), body, b_png=boat)
        self.counts("picture-cropped", 0, css.format(310), body.replace("alt=boat", "alt=''"), b_png=boat)

    def test_soft(self) -> None:
        css = "img {{ display: block; width: {}px; height: auto }}"
        body = "<img src=b.png alt=boat width=100 height=100>"
        boat = picture(100, 100)
        self.says("picture-soft", css.format(250), body, "At 320 main img is drawn 250 wide and has 100 pixels across: it is blurred, on dense screens more so.", "drawn 250", "÷ 100 pixels", "= 2.5 CSS px for a pixel", b_png=boat)
        self.counts("picture-soft", 0, css.format(200), body, b_png=boat)
        self.counts("picture-soft", 1, css.format(201), body, b_png=boat)
        # It is softest where it is largest: the whole window's width, beyond 200.
        (found,) = of("picture-soft", "img { display: block; width: 25%; height: auto }", body, b_png=boat)
        self.assertEqual((found.low, found.high), (801, HIGH))
        self.assertIn("At 1,000 main img is drawn 250 wide", found.message)

    def test_heavy(self) -> None:
        css = "img { display: block; width: 200px; height: 100px }"
        body = "<img src=b.png alt=boat width=1200 height=600>"
        boat = picture(1200, 600)
        # Twice 200 would do: 1 − (400 ÷ 1,200)² is 8/9 of it.
        self.says("picture-heavy", css, body, "main img has 1,200 pixels across and is never drawn wider than 200, at 320: 400 would do on dense screens, and save about 89 of 100 kB.", "drawn at most 200", "× 2 pixels on dense screens", "= 400 of 1,200 pixels", b_png=boat.ljust(100_000, b"\0"))
        self.counts("picture-heavy", 0, css, body, b_png=boat.ljust(99_999, b"\0"))

    def test_without_a_size(self) -> None:
        body = "<img src=b.png alt=boat><p>x</p>"
        found = self.says("unsized-picture", "img { display: block }", body, "Until the file of main img is there, its box is 100 lower at 1,000: what follows jumps by as much.", "with its file 100 higher", "without it its own height is 0", b_png=picture(200, 100))
        self.assertEqual([(one.before, one.after) for one in found.fixes], [("<img ", '<img width="200" height="100" ')])
        self.counts("unsized-picture", 0, "img { display: block; height: 40px }", body, b_png=picture(200, 100))


class Words(SaidCase):
    def test_long_and_short_lines(self) -> None:
        # A 0 is 8 wide in this face.
        self.says("long-line", "p { margin: 0 }", f"<p>{LONG}</p>", "Lines of main p are 125 characters long at 1,000; over 90 the eye loses the next line.", "content width 1,000", "÷ width of 0, 8", "= 125 characters")
        self.says("short-line", "p { margin: 0; width: 25% }", f"<p>{LONG}</p>", "Lines of main p are 10 characters long at 320; under 20 nearly every word stands alone.", "content width 80", "÷ width of 0, 8", "= 10 characters")

    def test_what_counts_of_a_line(self) -> None:
        # 90 × 8 = 720 of content: with 10% on either side from 901 on, with 40 of padding and border on either side from 801.
        for css, low in (("padding: 0 10%", 901), ("padding: 0 38px; border: solid 2px", 801)):
            (found,) = of("long-line", f"p {{ margin: 0; {css} }}", f"<p>{LONG}</p>")
            self.assertEqual((found.low, found.high), (low, HIGH))

    def test_labels_are_no_running_text(self) -> None:
        words = "x" * 9
        for length, number in ((89, 0), (90, 1)):
            text = " ".join([words] * 9)[:length].ljust(length, "x")
            self.assertEqual(len(text), length)
            self.counts("long-line", number, "p { margin: 0 }", f"<p>{text}</p>")

    def test_blocks_of_one_parent(self) -> None:
        (found,) = of("long-line", "p { margin: 0 }", f"<p>{LONG}</p><p>{LONG}</p>")
        self.assertIn("Lines of main p (2 blocks) are 125 characters", found.message)


class Names(SaidCase):
    def test_how_near_a_name_must_be(self) -> None:
        for rule, used, number in (
            # One letter of a short name, two from six letters on; the first must be the same.
            ("boat", "boats", 1),
            ("boat", "bozts", 0),
            ("harbour", "harbxxr", 1),
            ("harbour", "haxxxxr", 0),
            ("gull", "hull", 0),
            ("ab", "ac", 0),
            ("step-1", "step-2", 0),
            ("farelist", "fare-list", 1),
            ("farelist", "fareList", 1),
        ):
            self.counts("unmatched-name", number, f".{rule} {{ margin: 1px }}", f"<p class={used}>x</p>")

    def test_slips_where_both_have_rules(self) -> None:
        for rule, number in (("harbor", 1), ("harbours", 0), ("garbour", 0), ("harbxxr", 0)):
            self.counts("unmatched-name", number, f".harbour {{ margin: 1px }}\n.{rule} {{ margin: 2px }}", "<p class=harbour>x</p>")


class Queries(SaidCase):
    def css(self, high: int, low: int, second: str = "p") -> str:
        """A query up to a width, and one from another one on."""
        return f"@media (max-width: {high}px) {{ p {{ margin: 0 }} }}\n@media (min-width: {low}px) {{ {second} {{ margin: 9px }} }}"

    def test_gaps(self) -> None:
        found = self.says("media-gap", self.css(600, 665), "<p>x", "@media (max-width: 600px) (line 2) holds up to 600, @media (min-width: 665px) (line 3) from 665: neither holds at 601 to 664.", "holds up to 600", "begins at 665", "= 64 to neither")
        self.assertEqual((found.low, found.high, found.line), (601, 664, 3))
        self.counts("media-gap", 0, self.css(600, 666), "<p>x")

    def test_overlaps(self) -> None:
        self.says("media-overlap", self.css(600, 537), "<p>x", "@media (max-width: 600px) (line 2) holds up to 600, @media (min-width: 537px) (line 3) from 537: both hold at 537 to 600.", "holds up to 600", "begins at 537", "= 64 to both")
        self.counts("media-overlap", 0, self.css(600, 536), "<p>x")

    def test_of_different_things_only_slips(self) -> None:
        body = "<p>x</p><h2>y</h2>"
        for low, gaps, overlaps in ((603, 1, 0), (604, 0, 0), (599, 0, 1), (598, 0, 0), (601, 0, 0)):
            self.counts("media-gap", gaps, self.css(600, low, "h2"), body)
            self.counts("media-overlap", overlaps, self.css(600, low, "h2"), body)
