"""Sections as people write them: nothing found on good ones, and one slip in each found with its exact range."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey.whole import survey

from .test_survey_findings import picture

WORDS = "The morning boat leaves the north quay and calls at every skerry with a pier"
SHORT = "Boats at noon"
RESET = """*, ::before, ::after { box-sizing: border-box }
body { margin: 0; font: 1rem/1.5 sans-serif; color: #1c2530; background: #fff }
img { max-width: 100%; height: auto; display: block }
"""

MASTHEAD = (
    """header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 24px; padding: 12px 5% }
nav ul { display: flex; flex-wrap: wrap; gap: 4px 16px; margin: 0; padding: 0; list-style: none }
nav a { display: block; padding: 10px 4px }
@media (max-width: 480px) { nav { flex-basis: 100% } }""",
    f"<header><a href=/ class=home>Skerry Line</a><nav aria-label=Main><ul>{''.join(f'<li><a href=#{w}>{w}</a></li>' for w in WORDS.split()[:6])}</ul></nav></header><main><h1>{SHORT}</h1><p>{WORDS}</p></main>",
)
HERO = (
    """.hero { position: relative; padding: clamp(2rem, 8vw, 6rem) 6% }
.hero h1 { margin: 0 0 .5em; max-width: 18ch; font-size: clamp(1.75rem, 1rem + 3vw, 3.5rem); line-height: 1.1 }
.hero p { max-width: 60ch; margin: 0 0 1.5em }
.go { display: inline-block; padding: 12px 24px; border-radius: 4px; background: #0a4a63; color: #fff }
.go:hover, .go:focus-visible { background: #073344 }""",
    f"<main><section class=hero><h1>{WORDS}</h1><p>{WORDS}. {WORDS}.</p><a class=go href=#t>Timetable</a></section></main>",
)
CARDS = (
    """main { padding: 5% }
.cards { display: grid; grid-template-columns: repeat(auto-fill, minmax(min(100%, 16rem), 1fr)); gap: 1.25rem; padding: 0; list-style: none }
.card { border: 1px solid #8795a1; padding: 1rem; min-width: 0 }
.card h2 { margin: 0 0 .25em; font-size: 1.25rem; overflow-wrap: anywhere }
.card p { margin: 0 }""",
    f"<main><h1>Islands</h1><ul class=cards>{''.join(f'<li class=card><h2>{SHORT} {k}</h2><p>{WORDS}</p></li>' for k in range(7))}</ul></main>",
)
FLOATS = (
    """.page { max-width: 60rem; margin: 0 auto; padding: 0 4% }
.row::after { content: ''; display: block; clear: both }
.col { float: left; width: 31%; margin-right: 3.5% }
.col:last-child { margin-right: 0 }
@media (max-width: 640px) { .col { float: none; width: auto; margin-right: 0 } }""",
    f"<main class=page><h1>{SHORT}</h1><div class=row>{''.join(f'<div class=col><h2>{SHORT}</h2><p>{WORDS}</p></div>' for _ in range(3))}</div></main>",
)
SIDEBAR = (
    """.wrap { display: grid; gap: 2rem; grid-template-columns: minmax(0, 1fr); padding: 1rem 4%; max-width: 70rem; margin: 0 auto }
@media (min-width: 50rem) { .wrap { grid-template-columns: minmax(0, 40rem) minmax(12rem, 1fr) } }
pre { overflow: auto; padding: 1rem; background: #eef2f4 }
aside ul { padding-left: 1.25em }""",
    f"<div class=wrap><main><h1>{SHORT}</h1><p>{WORDS} {WORDS}</p><pre>{'x' * 200}</pre></main><aside><h2>See also</h2><ul><li>{WORDS}</li></ul></aside></div>",
)
PICTURES = (
    """main { padding: 0 5% }
.gallery { display: flex; flex-wrap: wrap; gap: 10px; margin: 0; padding: 0; list-style: none }
.gallery li { flex: 1 1 180px }
.gallery img { width: 100%; aspect-ratio: 4 / 3; object-fit: cover }
figure { margin: 1rem 0 }
figcaption { font-size: .875rem }""",
    f"<main><h1>{SHORT}</h1><figure><img src=boat.png alt='The morning boat' width=800 height=400><figcaption>{WORDS}</figcaption></figure><ul class=gallery>{'<li><img src=boat.png alt=Boat width=800 height=400></li>' * 5}</ul></main>",
)
FORM = (
    """form { display: grid; gap: 12px 16px; max-width: 36rem; padding: 5% }
@media (min-width: 34rem) { form { grid-template-columns: max-content minmax(0, 1fr) } button { grid-column: 2; justify-self: start } }
input, textarea, button { font: inherit; padding: 8px 10px; min-height: 44px }
input, textarea { width: 100% }""",
    f"<main><h1>{SHORT}</h1><form><label for=a>Name</label><input id=a><label for=b>Words to the crew</label><textarea id=b rows=4></textarea><button>Ask for a place</button></form></main>",
)
HIDDEN = (
    """.skip { position: absolute; left: -9999px }
.skip:focus { left: 8px; top: 8px }
.hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap }
main { padding: 1px 5% 2rem; max-width: 44rem; margin: 0 auto }""",
    f"<a class=skip href=#main>Skip to the timetable</a><main id=main><h1>{SHORT}</h1><p>{WORDS} {WORDS}</p><p>Next <span class=hidden>boat leaves</span> at noon.</p></main>",
)
TABLE = (
    """.scroll { overflow-x: auto }
table { border-collapse: collapse; min-width: 46rem }
th, td { padding: 8px 12px; border-bottom: 1px solid #8795a1; text-align: left }
main { padding: 5% }""",
    f"<main><h1>{SHORT}</h1><div class=scroll tabindex=0 role=region aria-label=Timetable><table><tr>{''.join(f'<th scope=col>{w}</th>' for w in WORDS.split()[:8])}</tr><tr>{'<td>07:30</td>' * 8}</tr></table></div></main>",
)
FOOT = (
    """footer { padding: 2rem 5%; background: #10202b; color: #e8eef2 }
footer a { color: #bfe3f2; display: inline-block; padding: 6px 0 }
footer ul { display: grid; grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr)); gap: 4px 2rem; margin: 0 0 1.5rem; padding: 0; list-style: none }""",
    f"<main><h1>{SHORT}</h1><p>{WORDS}</p></main><footer><ul>{''.join(f'<li><a href=#{w}>{w} and boats</a></li>' for w in WORDS.split()[:9])}</ul><small>Skerry Line</small></footer>",
)
BADGES = (
    """.story { position: relative; max-width: 40rem; margin: 1rem auto }
.story .badge { position: absolute; top: 10px; left: 10px; padding: 2px 8px; background: #fff; color: #10202b }
.story h2 { position: absolute; left: 0; right: 0; bottom: 0; margin: 0; padding: 8px 12px; background: #10202b; color: #fff; font-size: 1.125rem }""",
    f"<main><h1>{SHORT}</h1><article class=story><img src=boat.png alt='A boat' width=800 height=400><span class=badge>New</span><h2>{SHORT}</h2></article></main>",
)
OLD = (
    """#page { width: 90%; max-width: 960px; margin: 0 auto; overflow: hidden }
#content { float: left; width: 64%; padding-right: 20px }
#side { float: right; width: 32% }
#foot { clear: both; border-top: 1px solid #8795a1; padding: 10px 0 }
@media screen and (max-width: 700px) { #content, #side { float: none; width: auto; padding: 0 } }""",
    f"<div id=page><main id=content><h1>{SHORT}</h1><p>{WORDS} {WORDS}</p></main><aside id=side><h2>{SHORT}</h2><p>{WORDS}</p></aside><div id=foot>{SHORT}</div></div>",
)
GOOD = {
    "masthead": MASTHEAD,
    "hero": HERO,
    "cards": CARDS,
    "floats": FLOATS,
    "sidebar": SIDEBAR,
    "pictures": PICTURES,
    "form": FORM,
    "hidden words": HIDDEN,
    "scrolling table": TABLE,
    "foot": FOOT,
    "badges": BADGES,
    "old page": OLD,
}
Found = tuple[str, str, int | None, int | None, str, int]


def found_on(css: str, body: str, reset: str = RESET) -> list[Found]:
    """Kind, element, range, file and line of what is found from 320 to 1600, hints left out."""
    head = "<meta charset=utf-8><title>Skerry Line</title><link rel=stylesheet href=s.css>"
    html = f"<!DOCTYPE html>\n<html lang=en><head>{head}</head>\n<body>{body}</body></html>"
    files = {"index.html": html, "s.css": reset + css, "boat.png": picture(800, 400)}
    return [
        (one.kind, one.selector, one.low, one.high, one.file, one.line)
        for one in survey(Page(MemoryFiles(files)), 320, 1600).findings
        if one.kind != "unused-rule"
    ]


class Good(unittest.TestCase):
    def test_nothing_is_found(self) -> None:
        for name, (css, body) in GOOD.items():
            with self.subTest(name):
                self.assertEqual(found_on(css, body), [])


class Slips(unittest.TestCase):
    """The reset takes three lines of the sheet; lines of a section count from the fourth."""

    def slip(self, section: tuple[str, str], old: str, new: str, *expected: Found) -> None:
        """Exactly what a slip in a good section leads to."""
        css, body = section
        self.assertEqual((css + body).count(old), 1, f"{old} stands once")
        self.assertEqual(found_on(css.replace(old, new), body.replace(old, new)), list(expected))

    def test_a_least_width_of_cards(self) -> None:
        # 5 % at the left and 320 px: beyond the window while 320 > 0.95 w, so below 336.8.
        self.slip(
            CARDS,
            "minmax(min(100%, 16rem), 1fr)",
            "minmax(20rem, 1fr)",
            ("page-overflow", "ul.cards", 320, 336, "s.css", 5),
        )

    def test_shares_of_a_hundred_and_three(self) -> None:
        # 3 × 32 and 2 × 3.5.
        self.slip(FLOATS, "width: 31%", "width: 32%", ("row-break", "div.col", 641, 1600, "s.css", 6))

    def test_shares_of_a_hundred_and_two(self) -> None:
        self.slip(OLD, "width: 32%", "width: 38%", ("row-break", "aside#side", 701, 1600, "s.css", 6))

    def test_floats_that_nothing_contains(self) -> None:
        self.slip(
            FLOATS,
            ".row::after { content: ''; display: block; clear: both }\n",
            "",
            ("collapsed-parent", "div.row", 641, 1600, "index.html", 3),
        )

    def test_a_picture_without_a_maximum(self) -> None:
        css, body = PICTURES
        # The attribute's 800 px from 5 %: beyond the window while 800 > 0.95 w, so below 842.1.
        reset = RESET.replace("img { max-width: 100%; height: auto; display: block }\n", "\n")
        found = found_on(css, body, reset)
        self.assertEqual(found[0], ("page-overflow", "main img", 320, 841, "index.html", 3))
        # Without height: auto the attribute's 400 px hold for the gallery too, whose pictures are cut to strips.
        self.assertEqual({(one[0], one[1]) for one in found[1:]}, {("picture-cropped", "ul.gallery img")})

    def test_pictures_out_of_their_ratio_are_one_finding(self) -> None:
        self.slip(
            PICTURES,
            "aspect-ratio: 4 / 3; object-fit: cover",
            "aspect-ratio: 4 / 3",
            ("stretched-image", "ul.gallery img", 320, 1600, "s.css", 7),
        )

    def test_words_under_a_picture_of_a_fixed_width(self) -> None:
        # 500 > 0.95 w below 526.3.
        self.slip(
            PICTURES,
            "figcaption { font-size",
            "figcaption { width: 500px; font-size",
            ("page-overflow", "main figcaption", 320, 525, "s.css", 9),
        )

    def test_three_tracks_in_a_foot(self) -> None:
        # 3 × 200 and 2 × 32 are 664 > 0.95 w below 698.9.
        self.slip(
            FOOT,
            "repeat(auto-fit, minmax(10rem, 1fr))",
            "200px 200px 200px",
            ("page-overflow", "footer ul", 320, 698, "s.css", 6),
        )

    def test_tracks_beside_each_other_too_early(self) -> None:
        # 640 + 192 + 32 = 864 > 0.96 w below 900; the query begins at 800.
        self.slip(
            SIDEBAR,
            "minmax(0, 40rem) minmax(12rem, 1fr)",
            "40rem 12rem",
            ("page-overflow", "div.wrap", 800, 899, "s.css", 5),
        )

    def test_links_that_cannot_be_read(self) -> None:
        self.slip(
            FOOT, "color: #bfe3f2", "color: #3a4a55", ("low-contrast", "footer a", None, None, "s.css", 5)
        )

    def test_a_gap_between_queries(self) -> None:
        self.slip(
            OLD,
            "@media screen and (max-width: 700px)",
            "@media screen and (min-width: 702px) { #foot { padding: 12px 0 } }\n@media screen and (max-width: 700px)",
            ("media-gap", "main#content", 701, 701, "s.css", 9),
        )

    def test_a_word_misspelt(self) -> None:
        self.slip(
            BADGES,
            "padding: 2px 8px; background",
            "padding: 2px 8px; z-idnex: 2; background",
            ("invalid-declaration", "span.badge", None, None, "s.css", 5),
        )

    def test_a_class_misspelt(self) -> None:
        self.slip(
            BADGES,
            ".story .badge {",
            ".story .bage {",
            ("unmatched-name", "span.badge", None, None, "s.css", 5),
        )

    def test_a_label_for_another_field(self) -> None:
        self.slip(
            FORM, "<label for=a>", "<label for=aa>", ("missing-label", "input#a", None, None, "index.html", 3)
        )

    def test_a_heading_that_skips_a_level(self) -> None:
        self.slip(
            BADGES,
            f"<h2>{SHORT}</h2>",
            f"<h4>{SHORT}</h4>",
            ("heading-skip", "article.story h4", None, None, "index.html", 3),
        )

    def test_columns_pulled_up(self) -> None:
        # 40 px up, more than the 24 px line of h2 and its margin leave: words over words while the columns are stacked.
        css, body = FLOATS
        found = found_on(css.replace("{ .col { float: none", "{ .col { margin-top: -60px; float: none"), body)
        self.assertEqual({one[0] for one in found}, {"overlap"})
        self.assertEqual({one[2:4] for one in found}, {(320, 640)})
