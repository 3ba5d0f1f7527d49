"""Grids at many widths at once give what single layouts give, to 1/64 px."""

from __future__ import annotations

import unittest

from hillpin.core.widths.page_walk import walk

from .test_across import LONG, WORDS, BothWays, page_of

LAST = 480
ITEMS = "".join(f"<div><p>{WORDS[: 10 + 13 * k]}</p></div>" for k in range(5))

AT_ONCE = {
    "fractions": f".g {{ display: grid; grid-template-columns: 2fr 1fr 1.5fr; gap: 7px 13px; padding: 3%; margin: 0 auto; max-width: 700px }}|<div class=g>{ITEMS}</div><p>after</p>",
    "a fraction that a word holds open": f".g {{ display: grid; grid-template-columns: repeat(3, 1fr) }}|<div class=g><p>{LONG}</p><p>{WORDS}</p><p>{WORDS}</p></div>",
    "as many as fit": f".g {{ display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); gap: 10px }}|<div class=g>{ITEMS}</div><p>{WORDS}</p>",
    "as many as fit, and the others gone": f".g {{ display: grid; grid-template-columns: repeat(auto-fit, minmax(90px, 1fr)); column-gap: 11px }}|<div class=g><p>{WORDS}</p><p>x</p></div>",
    "one column of its own": f".g {{ display: grid; gap: 1rem }} .g div {{ padding: 5%; border: 1px solid }}|<div class=g>{ITEMS}</div>",
    "tracks by content": f".g {{ display: grid; grid-template-columns: auto 1fr auto }}|<div class=g><p>The quay</p><p>{WORDS}</p><p>Times</p><p>and</p><p>{WORDS}</p><p>{WORDS}</p></div>",
    "tracks by content that share the rest": f".g {{ display: grid; grid-template-columns: auto minmax(50px, 90px) fit-content(120px) auto }}|<div class=g><p>{WORDS}</p><p>{WORDS}</p><p>{WORDS}</p><p>x</p></div>",
    "fixed tracks moved along": f".g {{ display: grid; grid-template-columns: 100px 150px; justify-content: center }} .e {{ justify-content: end }} .s {{ justify-content: safe center }}|<div class=g><p>{WORDS}</p><p>x</p></div><div class='g e'><p>x</p></div><div class='g s'><p>x</p></div>",
    "items over several columns": f".g {{ display: grid; grid-template-columns: repeat(4, 1fr); gap: 9px }} .w {{ grid-column: span 3 }} .a {{ grid-column: 1 / -1 }}|<div class=g><p class=w>{WORDS}</p><p>x</p><p class=a>{WORDS}</p><p>{WORDS}</p></div>",
    "places in areas and order": f".g {{ display: grid; grid-template: 'a a' 'b c' / 1fr 2fr }} .x {{ grid-area: c }} .y {{ grid-area: a }} .z {{ order: -1 }}|<div class=g><p class=x>{WORDS}</p><p class=y>{WORDS}</p><p class=z>{WORDS}</p></div>",
    "items that are not stretched": f".g {{ display: grid; grid-template-columns: 1fr 1fr; align-items: center; justify-items: end }} .a {{ align-self: end; justify-self: start }} .b {{ justify-self: stretch; align-self: start }}|<div class=g><p>{WORDS}</p><p class=a>The quay</p><p class=b>{WORDS}</p><p>{WORDS} {WORDS}</p></div>",
    "limits of items": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} p {{ margin: 4px 2% 8px }} .a {{ max-width: 120px }} .b {{ width: 60%; min-height: 90px }} .c {{ max-height: 30px; justify-self: center }}|<div class=g><p class=a>{WORDS}</p><p class=b>{WORDS}</p><p class=c>{WORDS}</p><p>{WORDS}</p></div>",
    "rows of a height": f".g {{ display: grid; grid-template-columns: 1fr 1fr; grid-template-rows: 40px minmax(60px, auto); grid-auto-rows: min-content; row-gap: 5px }}|<div class=g>{ITEMS}</div>",
    "a grid in a grid": f".g {{ display: grid; gap: 8px }} .h {{ display: grid; grid-template-columns: 1fr 3fr }}|<main class=g><section class=h><p>{WORDS}</p><p>{WORDS}</p></section><section><div class=h><p>x</p><p>{WORDS}</p></div></section></main>",
    "floats and relative boxes inside": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} .r {{ position: relative; left: 3%; top: 2px }} b {{ float: left; width: 30% }}|<div class=g><div class=r><p>{WORDS}</p></div><div><div style='overflow:hidden'><b>x</b><b>y</b></div></div></div>",
    "no room": f".g {{ display: grid; grid-template-columns: 200px 200px 1fr; gap: 20px; width: 70% }}|<div class=g><p>x</p><p>{WORDS}</p><p>{WORDS}</p></div>",
    "empty": ".g { display: grid; grid-template-columns: 1fr 1fr; padding: 3px }|<div class=g></div><p>x</p>",
}
"""Style, a bar, and body."""

ONE_BY_ONE = {
    "gaps and tracks in percent": f".g {{ display: grid; grid-template-columns: 30% 1fr; gap: 2% }}|<div class=g><p>{WORDS}</p><p>{WORDS}</p></div>",
    "an item over two rows": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} .t {{ grid-row: span 2 }}|<div class=g><p class=t>{WORDS} {WORDS}</p><p>{WORDS}</p><p>x</p></div>",
    "baselines": f".g {{ display: grid; grid-template-columns: 1fr 1fr; align-items: baseline }} .b {{ font-size: 30px }}|<div class=g><p>{WORDS}</p><p class=b>{WORDS}</p></div>",
    "a height in percent of a stretched item": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} .c p {{ height: 100%; background: tan }}|<div class=g><div>{WORDS} {WORDS}</div><div class=c><p>x</p></div></div>",
    "a badge at the foot of a stretched item": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} .c {{ position: relative }} .c b {{ position: absolute; bottom: 0; right: 5% }}|<div class=g><div>{WORDS} {WORDS}</div><div class=c><p>x</p><b>new</b></div></div>",
    "rows that share a height": f".g {{ display: grid; min-height: 300px; grid-template-rows: auto 1fr }}|<div class=g><p>{WORDS}</p><p>{WORDS}</p></div>",
    "tracks spread out": f".g {{ display: grid; grid-template-columns: 100px 100px; justify-content: space-between }}|<div class=g><p>{WORDS}</p><p>{WORDS}</p></div>",
    "pictures and auto margins": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} img {{ width: 60%; height: 30px }} .a {{ margin: 0 auto }}|<div class=g><img alt=''><p class=a>{WORDS}</p></div>",
    "a row of boxes in a stretched item": f".g {{ display: grid; grid-template-columns: 1fr 1fr }} .f {{ display: flex; gap: 5px }}|<div class=g><p>{WORDS} {WORDS}</p><div class=f><p>x</p><p>y</p></div></div>",
    "letters that grow with the window": f".g {{ display: grid; grid-template-columns: auto 1fr; font-size: 2vw }}|<div class=g><p>The quay</p><p>{WORDS}</p></div>{f'<p>{WORDS}</p>' * 9}",
    "a bar that waits in a grid": f".g {{ display: grid; position: relative; grid-template-columns: 1fr 1fr }} .b {{ position: absolute; inset: auto 10px 0; grid-column: 2 }}|<div class=g><p>{WORDS}</p><p>{WORDS}</p><p class=b>x</p></div>",
}


class Equal(BothWays):
    def test_what_is_done_at_once_is_exact_and_lays_out_nothing_singly(self) -> None:
        self.at_once(AT_ONCE, LAST)

    def test_what_is_not_is_laid_out_by_itself_within_roundings(self) -> None:
        self.one_by_one(ONE_BY_ONE, LAST)


class ByHand(unittest.TestCase):
    def test_as_many_columns_as_fit_and_the_highest_item_of_a_row(self) -> None:
        # 100 and 20 between: two from 220, three from 340. At 339 the second of two is (339 − 20) / 2 = 159.5 wide; at 340 the
        # second of three is 100 and at 120. Heights 50, 30, 70: in two rows 50 + 70, in one row 70.
        page = page_of(
            "body { margin: 0 } .g { display: grid; grid-template-columns: repeat(auto-fill, minmax(100px, 1fr)); column-gap: 20px }"
            ".a { height: 50px } .b { min-height: 30px } .c { height: 70px }|<div class=g><div class=a></div><div class=b></div><div class=c></div></div>"
        )
        stretch = walk(page, 300, 400).stretches[0]
        row, second = page.select(".g")[0].index, page.select(".b")[0].index

        def at(width: int, index: int) -> list[float]:
            return [int(table[width - 300, index]) / 64 for table in (stretch.x, stretch.y, stretch.right, stretch.bottom)]

        self.assertEqual([at(339, row), at(340, row)], [[0, 0, 339, 120], [0, 0, 340, 70]])
        # Stretched to its row: 50 high beside the first, 70 beside both others.
        self.assertEqual([at(339, second), at(340, second)], [[179.5, 0, 339, 50], [120, 0, 220, 70]])


if __name__ == "__main__":
    unittest.main()
