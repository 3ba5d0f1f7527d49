"""The walk over widths is what a layout at every single width finds."""

from __future__ import annotations

import unittest
import zlib
from pathlib import Path
from unittest.mock import patch

import numpy as np
from hillpin.cli.bench import section_page
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.survey.whole import survey
from hillpin.core.widths.page_walk import Stopped, Walked, walk
from hillpin.core.widths.rectangles import ABSENT
from hillpin.core.writing.edit import edit_sheet
from hypothesis import HealthCheck, given, settings

from tests.core.test_robust import rules, sheet, trees

CASES = Path(__file__).resolve().parents[3] / "shared" / "cases"
ROUNDINGS = 8
"""1/64 px by which sums of rounded shares may be off between two widths that were laid out."""
WORDS = "The morning boat leaves the north quay and calls at every skerry with a pier"

PAGES = {
    "floats": ".r { overflow: hidden; padding: 0 4% } .f { float: left; width: 31%; margin-right: 2%; border: 1px solid } .big { width: 300px }|"
    f"<div class=r>{f'<div class=f><p>{WORDS}</p></div>' * 3}</div><div class=r>{f'<div class=f style=width:260px>{WORDS}</div>' * 4}</div>",
    "flex": f".w {{ display: flex; flex-wrap: wrap; gap: 3% }} .w > * {{ flex: 1 1 180px; min-width: 0 }} .n {{ display: flex }} .n > :first-child {{ flex: none; width: 30% }}|<div class=w>{f'<div>{WORDS}</div>' * 5}</div><div class=n><p>{WORDS}</p><p>{WORDS} <b>today</b></p></div>",
    "grid": f".g {{ display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); gap: 10px }} .h {{ display: grid; grid-template-columns: 2fr minmax(120px, 1fr) 20% }}|<div class=g>{f'<p>{WORDS}</p>' * 7}</div><div class=h>{f'<p>{WORDS}</p>' * 3}</div>",
    "tables and lists": f"table {{ width: 80%; border-collapse: collapse }} td {{ padding: 2%; border: 1px solid }} ul {{ columns: auto }} img {{ max-width: 40%; float: right }}|<table><tr><td>{WORDS}<td>{WORDS} {WORDS}<td>x</table><ul><li>{WORDS}<li>{WORDS}</ul><p>{WORDS} <em>{WORDS}</em> {WORDS}",
    "limits": f".a {{ max-width: 640px; min-width: 400px; width: 70%; margin: 0 auto }} .b {{ width: clamp(300px, 50%, 500px) }} .c {{ min-height: 90px; width: min(100%, 30em) }}|<div class=a><p>{WORDS}</p></div><div class=b>{WORDS}</div><div class=c>{WORDS} {WORDS}</div>",
    "positions": f".p {{ position: relative; padding: 5% }} .p i {{ position: absolute; right: 3%; top: 10px; width: 25% }} header {{ position: sticky; top: 0 }} .t {{ transform: translateX(5%) }} .x {{ position: absolute; bottom: 0 }}|<header>head</header><div class=p>{WORDS}<i>{WORDS}</i></div><div class=t><p>{WORDS}</p></div><p class=x>{WORDS}",
    "units of the window": f"h1 {{ font-size: clamp(20px, 4vw, 40px) }} .v {{ width: 60vw; padding: 2vw }} .h {{ min-height: 50vh }}|<h1>{WORDS}</h1><div class=v><p>{WORDS}</p><p>{WORDS} <b>x</b></p></div><div class=h><p>{WORDS}</p></div>",
    "containers": f".c {{ container-type: inline-size; width: 80% }} @container (min-width: 500px) {{ .i {{ display: flex; gap: 5cqw }} .i > * {{ flex: 1 }} }}|<div class=c><div class=i><p>{WORDS}</p><p>{WORDS}</p></div></div><p>{WORDS}",
    "gutters": f"html {{ scrollbar-gutter: stable }} .s {{ overflow: auto; scrollbar-gutter: stable both-edges; padding: 0 3%; position: relative }} .s i {{ position: absolute; right: 0; width: 20% }}|<div class=s><p>{WORDS}</p><i>x</i></div><div class=s style='display: flex; width: 50%'><p>{WORDS}</p></div><div style='position: absolute; right: 0'>r</div>",
    "choices": f"@property --gap {{ syntax: '<length>'; inherits: true; initial-value: 3px }} @function --half(--x) {{ result: calc(var(--x) / 2); @media (width > 777px) {{ result: var(--x) }} }} main {{ --gap: 2vw }} .a {{ width: if(media(width >= 600px): 50%; else: --half(80%)); padding: var(--gap) }} @container style(--gap > 15px) {{ .a {{ margin-left: 40px }} }} .b {{ width: calc(sibling-index() * 10%) }}|<p class=a>{WORDS}</p><p class=b>{WORDS}</p><p class=b>{WORDS}</p>",
    "queries": f".f {{ height: 10px }} @media (min-width: 500px) {{ .f {{ float: left; width: 50% }} }} @media (min-width: 701px) and (max-width: 820px) {{ .f {{ padding: 0 20px }} }}|<div><div class=f></div><div class=f></div></div><p>{WORDS}",
}


def page_of(name: str) -> Page:
    css, body = PAGES[name].split("|", 1)
    return Page(
        MemoryFiles(
            {
                "index.html": f"<!DOCTYPE html><html lang=en><style>body {{ font: 16px/1.5 serif }} {css}</style><body><main>{body}</main></body>"
            }
        )
    )


class Equal(unittest.TestCase):
    def same(self, one: Walked, other: Walked) -> None:
        self.assertEqual([(a.low, a.high) for a in one.stretches], [(b.low, b.high) for b in other.stretches])
        for a, b in zip(one.stretches, other.stretches, strict=True):
            for table, exact in zip(a.tables, b.tables, strict=True):
                away = np.abs(table.astype(np.int64) - exact)
                self.assertLessEqual(int(away.max()), ROUNDINGS, np.argwhere(away > ROUNDINGS)[:3])

    def test_what_the_head_holds_may_be_shown(self) -> None:
        files = MemoryFiles({"index.html": "<!DOCTYPE html><link rel=stylesheet href=a.css>", "a.css": "{}\n:first-child { display: env(x)"})
        self.same(walk(Page(files), 300, 313), walk(Page(files), 300, 313, every=True))

    def test_every_kind_of_layout(self) -> None:
        for name in PAGES:
            with self.subTest(name):
                quick, every = walk(page_of(name), 300, 900), walk(page_of(name), 300, 900, every=True)
                self.same(quick, every)
                self.assertEqual(every.layouts, 601)

    def test_positioned_boxes_in_links_round_blocks(self) -> None:
        places = ("", "left: 0", "right: 0", "inset: 0", "bottom: 0; right: 2px", "width: 50%", "left: 10%")
        blocks = ("<p>@</p>", "<p>x @</p>", "ab <div><i>@</i>zz</div> cd", f"<p>{WORDS}</p>@ more words", "@<p>x</p>", "<div style='height: 40px'>@</div>", "<b><div>@</div></b>")
        for edges in ("", "padding: 0 5px", "top: 4px; left: 3px"):
            links = [f"<a style='position: relative; {edges}'>{block}</a>".replace("@", f"<q style='position: absolute; {place}'>dogs and cats</q>") for block in blocks for place in places]
            source = "<!DOCTYPE html><title>t</title>" + "".join(f"<div style='width: 50%'>words in {link} out</div><div>{link}</div>" for link in links)
            files = MemoryFiles({"index.html": source})
            self.same(walk(Page(files), 320, 380), walk(Page(files), 320, 380, every=True))

    def test_all_case_pages(self) -> None:
        if not CASES.is_dir():
            self.skipTest("The case pages are not beside the project.")
        for path in sorted(CASES.glob("*/index.html")):
            # Two stretches of widths of each page, of which those of all pages together cover most.
            first = 320 + zlib.crc32(path.parent.name.encode()) % 1200
            for low in (first, 320 + (first + 280) % 1200):
                with self.subTest(path.parent.name, low=low):
                    self.same(walk(Page.read(path), low, low + 9), walk(Page.read(path), low, low + 9, every=True))

    def test_a_page_of_blocks_takes_far_fewer_layouts_of_its_parts(self) -> None:
        source = section_page(24)
        pages = [Page(MemoryFiles({"index.html": source})) for _ in range(2)]
        quick, every = walk(pages[0], 400, 800), walk(pages[1], 400, 800, every=True)
        self.same(quick, every)
        self.assertLess(quick.layouts, every.layouts)

    def test_parts_of_the_range_beside_each_other(self) -> None:
        alone, split = walk(page_of("flex"), 300, 1400), walk(page_of("flex"), 300, 1400, processes=2)
        for number in range(7):
            joined = [
                np.concatenate([one.tables[number] for one in walked.stretches]) for walked in (alone, split)
            ]
            self.assertLessEqual(int(np.abs(joined[0].astype(np.int64) - joined[1]).max()), ROUNDINGS)

    def test_some_widths_at_a_time(self) -> None:
        """What is worked out of a large page at once is bounded: the parts of a stretch stand in its tables as if they were one."""
        for name in PAGES:
            whole = walk(page_of(name), 300, 700)
            with patch.multiple("hillpin.core.widths.page_walk", MOST_AT_ONCE=1, FEWEST_AT_ONCE=53):
                parts = walk(page_of(name), 300, 700)
            self.assertEqual([(one.low, one.high) for one in parts.stretches], [(one.low, one.high) for one in whole.stretches], name)
            self.same(parts, whole)

    @settings(max_examples=20, suppress_health_check=list(HealthCheck))
    @given(trees, rules)
    def test_made_pages(self, html: str, made: list[tuple[str, list[tuple[str, str]]]]) -> None:
        files = {
            "index.html": f"<!DOCTYPE html><link rel=stylesheet href=s.css><body>{html}",
            "s.css": sheet(made),
        }
        pages = [Page(MemoryFiles(files)) for _ in range(3)]
        self.same(walk(pages[0], 320, 370), walk(pages[1], 320, 370, every=True))
        self.assertEqual((surveyed := survey(pages[2], 320, 330)).start, 320)
        self.assertTrue(all(one.line >= 1 for one in surveyed.findings))

    def test_numbers_without_end_are_cut_alike(self) -> None:
        source = "<!DOCTYPE html><style>div { text-indent: calc(1px / 0) } p { margin-left: calc(-1px / 0) }</style><div><img width=5></div><p>x</p>"
        pages = [Page(MemoryFiles({"index.html": source})) for _ in range(2)]
        self.same(walk(pages[0], 320, 370), walk(pages[1], 320, 370, every=True))

    def test_after_an_edit(self) -> None:
        def made(css: str) -> Page:
            body = f"<div class=a><p>{WORDS}</p></div><div class=b><p>{WORDS} <b>x</b></p></div>"
            return Page(
                MemoryFiles(
                    {
                        "index.html": f"<!DOCTYPE html><link rel=stylesheet href=s.css><body>{body}",
                        "s.css": css,
                    }
                )
            )

        before, after = (
            ".a { width: 50% }\n.b { padding: 10px }\n",
            ".a { width: 40% }\n.b { padding: 10px }\n",
        )
        edited = made(before)
        walk(edited, 300, 700)
        self.assertTrue(edit_sheet(edited, "s.css", after))
        self.same(walk(edited, 300, 700), walk(made(after), 300, 700, every=True))


class Facts(unittest.TestCase):
    def test_a_hill_by_hand(self) -> None:
        page = Page(
            MemoryFiles(
                {
                    "index.html": "<!DOCTYPE html><style>body { margin: 0 } div { width: 50%; max-width: 300px } @media (max-width: 399px) { div { display: none } }</style><div></div>"
                }
            )
        )
        walked = walk(page, 380, 700)
        widths = walked.widths_of(page.select("div")[0])
        self.assertEqual(widths[: 400 - 380], [None] * 20)
        self.assertEqual(
            [widths[at - 380] for at in (400, 401, 599, 600, 601, 700)],
            [200.0, 200.5, 299.5, 300.0, 300.0, 300.0],
        )
        self.assertEqual([(one.low, one.high) for one in walked.stretches], [(380, 399), (400, 700)])
        self.assertTrue((walked.stretches[0].x[:, 1] == ABSENT).all())

    def test_an_inline_body_reaches_round_its_blocks(self) -> None:
        html = "<!DOCTYPE html><style>body { display: inline; margin: 0; font: 16px/20px serif } p { height: 50px; margin: 0 }</style><body><p></p><b style='display: inline-block; width: 50%; height: 30px'></b>"
        for every in (False, True):
            left, top, right = (table[:, 0].tolist() for table in walk(Page(MemoryFiles({"index.html": html})), 300, 310, every=every).stretches[0].tables[:3])
            self.assertEqual((left, top, right), ([0] * 11, [0] * 11, [width * 64 for width in range(300, 311)]), every)

    def test_progress_and_stopping(self) -> None:
        told: list[float] = []
        walk(page_of("grid"), 300, 700, progress=told.append)
        self.assertEqual(told, sorted(told))
        self.assertEqual(told[-1], 1.0)

        def stop(part: float) -> None:
            if part > 0.3:
                raise Stopped

        with self.assertRaises(Stopped):
            walk(page_of("grid"), 300, 700, progress=stop)

    def test_bands_edges_and_findings_are_the_same_both_ways(self) -> None:
        for name in ("floats", "queries", "grid"):
            with self.subTest(name):
                quick, every = survey(page_of(name), 300, 900), survey(page_of(name), 300, 900, every=True)
                self.assertEqual(quick.bands, every.bands)
                self.assertEqual(quick.edges, every.edges)
                self.assertEqual([one.key for one in quick.findings], [one.key for one in every.findings])
