"""Block layout at many widths at once gives what single layouts give, to 1/64 px."""

from __future__ import annotations

import unittest

import numpy as np
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles.values import AUTO, Kind, Length, Linear
from hillpin.core.widths.across_sizes import NotAcrossError, constant, everywhere, resolve
from hillpin.core.widths.page_walk import walk

WORDS = "The morning boat leaves the north quay and calls at every skerry with a pier"
LONG = "Skerrylinepassengertimetableofthenorthquay"

AT_ONCE = {
    "an inline box of two breaks": "|<span><br></br></span><p><i><br><br></i>x</p>",
    "margins that collapse": f"h1 {{ margin: 3% 0 5% }} .n {{ margin: -20px 0 -4px }} .e {{ margin: 30px 0 }}|<h1>{WORDS}</h1><div class=n><p>{WORDS}</p></div><div class=e></div><section><div><p>{WORDS}</p></div></section>",
    "edges in percent": f"div {{ padding: 2% 3% 0; border-left: 3px solid }} div div {{ margin: 0 7% 1% }}|<div><div>{WORDS}</div><div><p>{WORDS}</p></div></div>",
    "limits": f".a {{ max-width: 500px; margin: 0 auto }} .b {{ min-width: 420px; width: 60%; margin-left: auto }} .c {{ min-height: 80px; margin-bottom: 12px }} .d {{ max-height: 40px }}|<div class=a>{WORDS}</div><div class=b><p>{WORDS}</p></div><div class=c><p>{WORDS}</p></div><div class=d>{WORDS} {WORDS}</div>",
    "calculated widths": f".a {{ width: calc(70% - 37px) }} .b {{ width: min(90%, 480px) }} .c {{ width: fit-content; padding: calc(1% + 2px) }}|<div class=a>{WORDS}</div><div class=b>{WORDS}</div><div class=c>The quay</div>",
    "heights in percent of a known one": "html, body { height: 100% } .a { height: 30% } .a p { height: 50% } .b { min-height: 10% }|<div class=a><p>x</p></div><div class=b>y</div>",
    "a row of floats that breaks": f".r {{ overflow: hidden }} .r div {{ float: left; width: 200px; margin: 5px 1% 5px 0; padding: 4px }}|<div class=r>{''.join(f'<div><p>{WORDS[: 20 + 15 * k]}</p></div>' for k in range(4))}</div><p>after</p>",
    "floats at both sides": f".r {{ overflow: auto }} .a {{ float: left; width: 30% }} .b {{ float: right; width: 25%; min-width: 150px }} .c {{ float: left; width: 45% }}|<div class=r><div class=a>{WORDS}</div><div class=b>{WORDS}</div><div class=c>{WORDS}</div></div>",
    "floats cleared by what follows": f".r::after {{ content: ''; display: block; clear: both }} .r div {{ float: left; width: 33.33% }} footer {{ margin-top: 20px }}|<div class=r>{f'<div>{WORDS}</div>' * 3}</div><p>{WORDS}</p><div class=r>{f'<div>{WORDS}</div>' * 2}</div><footer>x</footer>",
    "a clearing element": f".r div {{ float: left; width: 48% }} .k {{ clear: both }}|<div class=r><div>{WORDS}</div><div>{WORDS}</div><p class=k>{WORDS}</p></div><p>{WORDS}</p>",
    "a float without height": f".r {{ overflow: hidden }} .a {{ float: left; width: 50px; height: 0 }} .b {{ float: left; width: 40% }}|<div class=r><div class=a></div><div class=b>{WORDS}</div></div>",
    "relative boxes": f".a {{ position: relative; left: 4%; top: 7px }} .b {{ position: relative; right: 5px }}|<div class=a>{WORDS}</div><div class=b><p>{WORDS}</p></div>",
    "lists": f"ul {{ padding-left: 6% }} li li {{ margin-left: 2% }}|<ul><li>{WORDS}<li><p>{WORDS}</p><ul><li>{WORDS}</ul></ul>",
    "inline boxes": f"a {{ padding: 0 6px; border: 1px solid }} em {{ font-size: 1.4em; letter-spacing: 1px }} q::before {{ content: '“' }}|<p>{WORDS} <a>the north quay</a> {WORDS} <em>every {WORDS}</em><br>next <q>line</q></p>",
    "words too long": f".a {{ overflow-wrap: anywhere }} .b {{ text-indent: 30px }} .c {{ text-indent: 8% }}|<p class=a>{LONG} {LONG}{LONG}</p><p>{LONG}{LONG} {WORDS}</p><p class=b>{WORDS}</p><p class=c>{WORDS}</p><p class=a>{LONG}<b>{LONG}</b></p>",
    "hyphens": f"|<p>boat&shy;timetable of the north&shy;quay {WORDS}</p>",
    "headings sized by the window": f"h1 {{ font-size: clamp(20px, 5vw, 30px); margin: 1em 0 }} h1 a {{ padding: 0 0.5em }}|<div><h1>{WORDS}</h1><h1>{WORDS} <a>the quay</a></h1></div>{f'<p>{WORDS}</p>' * 12}",
    "edges sized by the window": f".a {{ padding: 2vw 5vw }} .b {{ width: 60vw; margin-top: 3vw; min-height: 20vw }} .c {{ margin: 0 calc(50% - 20vw) }}|<div class=a><p>{WORDS}</p></div><div class=b><p>{WORDS}</p></div><div class=c>{WORDS}</div>{f'<p>{WORDS}</p>' * 6}",
    "floats sized by the window": f".r {{ overflow: hidden }} .r div {{ float: left; width: 31vw; padding: 1vw; box-sizing: border-box }}|<div class=r>{f'<div>{WORDS}</div>' * 3}</div>{f'<p>{WORDS}</p>' * 12}",
    "words at the end of a line before a break": f"p {{ width: 61% }}|<p>{WORDS} {WORDS}, {WORDS} <br>{WORDS}</p><ul><p>{WORDS}&nbsp; {WORDS} <br>x</p></ul>",
    "an inline box that begins with a space": f"strong {{ margin-right: 18px }}|<p>{WORDS}<strong> when</strong></p>",
    "heights that end at a limit and hold inline boxes after it": "div { max-height: 10px } p { margin: 5px 0 9px }|<div><p>x</p></div><p>a <b>b</b></p><div><p>x</p></div><p>a <b>b</b></p>",
    "centred text": f"h1 {{ text-align: center }} h2 {{ text-align: right }}|<h1>{WORDS}</h1><h2>{WORDS}</h2>",
    "text without an element of its own": f"div {{ padding: 1% }}|<div>{WORDS}<p>{WORDS}</p>after</div>",
}
"""Style, a bar, and body."""

ONE_BY_ONE = {
    "details that are closed, without a summary": f"|<details>{WORDS}</details><p>{WORDS}</p>",
    "a box that waits off the screen": f".skip {{ position: absolute; left: -999px; top: 4px }} .in {{ position: relative; margin: 5% }} .in em {{ position: absolute; right: 2%; bottom: 0; width: 30%; display: block }}|<a class=skip href=#m>Skip</a><main id=m><p>{WORDS}</p><section class=in><p>{WORDS}</p><em>{WORDS}</em></section></main>",
    "where it would stand": f".s {{ position: absolute }} .t {{ position: fixed; bottom: 5%; left: 10%; right: 10% }}|<p>{WORDS}</p><div class=s>{WORDS}</div><div><p>{WORDS}</p><div class=t>{WORDS}</div></div>",
    "a grid in the window's sizes": f".g {{ display: grid; grid-template-columns: 1fr 20vw; gap: 2vw }}|<p>{WORDS}</p><div class=g><p>{WORDS}</p><p>{WORDS}</p></div>{f'<p>{WORDS}</p>' * 6}",
    "a positioned box carried out of a line": f".p {{ position: relative }} i {{ position: absolute; left: 50%; width: 20% }}|<div class=p><p>{WORDS} <i>{WORDS}</i></p></div><p>{WORDS}</p>",
    "a sticky box in what scrolls, among its words": f".s {{ overflow: auto; height: 200px }} i {{ position: sticky; top: 0; display: block }}|<div class=s>text <b>x</b><i>{WORDS}</i>{WORDS}<p>{WORDS}</p></div>",
    "text round a float": f".f {{ float: left; width: 30% }}|<main><div class=f>{WORDS}</div><p>{WORDS} {WORDS}</p></main><p>{WORDS}</p>",
    "a positioned box": f".p {{ position: relative; padding: 5% }} .p i {{ position: absolute; right: 3%; top: 10px; width: 25% }}|<p>{WORDS}</p><div class=p>{WORDS}<i>{WORDS}</i></div><p>{WORDS}</p>",
    "a grid among blocks": f".g {{ display: grid; grid-template-columns: 1fr 2fr; gap: 2% }} p {{ margin: 12px }}|<p>{WORDS}</p><div class=g><p>{WORDS}</p><p>{WORDS} <b>{WORDS}</b></p></div><p>{WORDS}</p>",
    "centred links": f"p {{ text-align: center }}|<div><p>{WORDS} <a>the quay</a> {WORDS}</p></div><p>{WORDS}</p>",
    "a picture in the text": f"img {{ width: 20%; height: 30px }}|<p>{WORDS} <img alt=''> {WORDS}</p><p>{WORDS}</p>",
    "last lines that are no short word": f"p {{ text-wrap: pretty }} .b {{ width: 61% }}|<p>{WORDS} quay</p><p class=b>{WORDS} <b>{WORDS}</b> a</p>",
    "hyphens beside inline boxes": f"|<p>boat&shy;timetable <b>of the north&shy;quay</b></p><p>{WORDS}</p>",
    "vertical edges of inline boxes in percent": f"mark {{ padding: 20% 0 }}|<p>{WORDS} <mark>the quay</mark></p><p>{WORDS}</p>",
    "a float after words": f"b {{ float: right }} p {{ width: 40% }}|<p>(weather incomprehensibilities<b>Leaves</b>Ferry-master's, {WORDS}</p>",
    "type that grows with the window": f".f {{ display: flex }} b {{ font-size: calc(12px + 1vw) }}|<div class=f><p>{WORDS} <b>{WORDS}</b></p><p>{WORDS}</p></div>",
    "edges that add up": f".f {{ display: inline-block; width: 100% }} i {{ display: inline-block; padding: min(2vw, 9px) }}|<div class=f>{'<p><i>a</i> <i>b</i></p>' * 12}</div>",
    "controls sized by the window": "input, select { font-size: 3vw; margin: 1vw } .t { padding: 40%; margin: min(4vw, 24px) }|<p><input> <select><option>north</select> <input type=radio class=t></p>",
    "symbols of lists sized by the window": f"ul {{ list-style: inside disc; font-size: 2vw }}|<ul><li>{WORDS}<li>b</ul>",
    "what content wants of the window": f".a {{ width: min-content }} .b {{ max-width: fit-content }} em {{ display: block; margin: 0 2vw }}|<div class=a><em>x</em></div><div class=b><em>{WORDS}</em></div>",
    "a button held by its words": "div { display: flex } div p { width: 20%; padding: 5px; box-sizing: border-box }|<div><p><button>from of</button></p></div>",
    "an inline box round a block in the window's sizes": "p { padding: 25px 2vw 8px max(5vw, 8px) }|<span><p></p></span>",
    "a table in the middle that is as wide as there is room, and wider": "table { width: 90% } td { min-width: 300px }|<center><ul><center><table><td>x</table></center></ul></center>",
    "an element split over blocks": f"|<div><b>{WORDS}<p>{WORDS}</p>more</b></div><p>{WORDS}</p>",
}


def page_of(source: str) -> Page:
    css, body = source.split("|", 1)
    html = f"<!DOCTYPE html><html lang=en><style>body {{ font: 16px/1.5 serif }} {css}</style><body>{body}</body>"
    return Page(MemoryFiles({"index.html": html}))


def away(source: str, last: int = 700) -> tuple[int, int]:
    """The largest difference between both ways of walking, and at how many widths anything was laid out by itself."""
    quick, every = walk(page_of(source), 240, last), walk(page_of(source), 240, last, every=True)
    pairs = zip(quick.stretches[0].tables, every.stretches[0].tables, strict=True)
    return max(int(np.abs(one.astype(np.int64) - other).max()) for one, other in pairs), quick.layouts


class BothWays(unittest.TestCase):
    """Holds pages, as style, a bar and body, against the walk that lays out every width by itself."""

    def at_once(self, sources: dict[str, str], last: int = 700) -> None:
        for name, source in sources.items():
            with self.subTest(name):
                self.assertEqual(away(source, last), (0, 0))

    def one_by_one(self, sources: dict[str, str], last: int = 460) -> None:
        for name, source in sources.items():
            with self.subTest(name):
                off, layouts = away(source, last)
                self.assertLessEqual(off, 8)
                self.assertGreater(layouts, 0)


class Equal(BothWays):
    def test_what_is_done_at_once_is_exact_and_lays_out_nothing_singly(self) -> None:
        self.at_once(AT_ONCE)

    def test_what_is_not_is_laid_out_by_itself_within_roundings(self) -> None:
        self.one_by_one(ONE_BY_ONE)


class ByHand(unittest.TestCase):
    def test_three_floats_and_where_they_drop(self) -> None:
        # 3 × (120 + 10) = 390: from 390 on they stand in one row, 50 high; below, 2 + 1: the third beside nothing.
        page = page_of(
            "body { margin: 0 } .r { overflow: hidden } .r div { float: left; width: 120px; height: 50px; margin-right: 10px }|"
            "<div class=r><div></div><div></div><div></div></div><p>after</p>"
        )
        walked = walk(page, 300, 500)
        stretch = walked.stretches[0]
        row = page.select(".r")[0].index
        heights = [
            (int(b) - int(t)) / 64 for t, b in zip(stretch.y[:, row], stretch.bottom[:, row], strict=True)
        ]
        self.assertEqual(heights, [100.0] * 90 + [50.0] * 111)
        third = page.select(".r div")[2].index
        self.assertEqual(int(stretch.x[89, third]), 0)
        self.assertEqual(int(stretch.x[90, third]), 260 * 64)

    def test_margins_of_a_percentage_below_one_another(self) -> None:
        # At 400: 10 % of 400 = 40 above and 20 below; the larger of 20 and 30 stands between the two.
        page = page_of(
            "body { margin: 0 } .a { margin: 10% 0 5%; height: 10px } .b { margin-top: 30px; height: 10px }|<div class=a></div><div class=b></div>"
        )
        stretch = walk(page, 240, 700).stretches[0]
        first, second = (page.select(selector)[0].index for selector in (".a", ".b"))
        for width, top, between in ((400, 40.0, 30.0), (600, 60.0, 30.0), (680, 68.0, 34.0)):
            at = width - 240
            self.assertEqual(int(stretch.y[at, first]) / 64, top)
            self.assertEqual(int(stretch.y[at, second] - stretch.bottom[at, first]) / 64, between)


class Arrays(unittest.TestCase):
    def test_lengths_are_cut_as_single_ones_are(self) -> None:
        bases = np.arange(240 * 64, 1920 * 64, 37)
        for length in (
            Length(Kind.PERCENT, percent=33.333),
            Length(Kind.PERCENT, percent=-7.1),
            Length(Kind.CALC, calculation=Linear(-13.37, 61.8)),
            Length(Kind.CALC, calculation=lambda basis: max(basis / 7, 40.0)),
        ):
            found = resolve(length, bases)
            assert not isinstance(found, int)
            self.assertEqual(found.tolist(), [length.resolve(int(basis)) for basis in bases])
        self.assertEqual(resolve(Length(Kind.FIXED, 640), bases), 640)
        self.assertEqual(resolve(AUTO, bases), 0)

    def test_styles_that_move_are_put_back(self) -> None:
        page = page_of(
            "body { margin: 0 } h1 { font: 10vw/1 serif; margin: 0; white-space: nowrap } p { margin: 2vw 0; height: 9px }|<h1>A</h1><p></p><p></p>"
            + "<p></p>" * 9
        )
        stretch = walk(page, 300, 500).stretches[0]
        heading, first = (page.select(selector)[0].index for selector in ("h1", "p"))
        for width in (300, 400, 500):
            at = width - 300
            # The heading is a tenth of the window high; the paragraph stands 2 % of it below.
            self.assertEqual(int(stretch.bottom[at, heading]) / 64, width / 10)
            self.assertEqual(int(stretch.y[at, first]) / 64, width / 10 + width / 50)
        layout = page.layout(400)
        self.assertEqual(layout.rects[page.select("h1")[0]].height, 40)
        self.assertEqual(page.layout(450).rects[page.select("h1")[0]].height, 45)

    def test_what_must_be_the_same_at_all_widths(self) -> None:
        self.assertEqual(constant(np.array([5, 5, 5])), 5)
        self.assertFalse(everywhere(np.array([False, False])))
        with self.assertRaises(NotAcrossError):
            constant(np.array([5, 6]))
        with self.assertRaises(NotAcrossError):
            everywhere(np.array([True, False]))
