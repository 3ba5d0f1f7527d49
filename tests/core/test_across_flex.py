"""Flex rows at many widths at once give what single layouts give, to 1/64 px."""

from __future__ import annotations

import unittest

from hillpin.core.widths.page_walk import walk

from .test_across import LONG, WORDS, BothWays, page_of

LAST = 480
ITEMS = "".join(f"<div><p>{WORDS[: 10 + 13 * k]}</p></div>" for k in range(5))

AT_ONCE = {
    "shares": f".f {{ display: flex; gap: 13px; padding: 3%; max-width: 700px; margin: 0 auto }} .f > * {{ flex: 1 }} .f > :first-child {{ flex: 2.5 1 10% }}|<div class=f>{ITEMS}</div><p>after</p>",
    "by content, shrunk": f".f {{ display: flex }} .a {{ flex-shrink: 3; padding: 0 2% }} .b {{ flex-shrink: 0 }}|<div class=f><p class=a>{WORDS}</p><p class=b>The quay</p><p>{WORDS}</p></div>",
    "held open by a word": f".f {{ display: flex }} .f > * {{ flex: 1 1 0 }} .o {{ overflow: hidden }}|<div class=f><p>{LONG}</p><p>{WORDS}</p></div><div class=f><p class=o>{LONG}</p><p>{WORDS}</p></div>",
    "limits": f".f {{ display: flex; column-gap: 2% }} .a {{ flex: 1; max-width: 90px }} .b {{ flex: 1; min-width: 40% }} .c {{ flex: 1 1 100px; min-width: 0; width: 150px; box-sizing: border-box; padding: 5px }}|<div class=f><p class=a>{WORDS}</p><p class=b>{WORDS}</p><p class=c>{LONG}</p></div>",
    "a gap in percent, on one line": f".f {{ display: flex; gap: 2% }} .f > * {{ flex: 1 1 auto }}|<div class=f><p>{WORDS}</p><p>The quay</p></div>",
    "factors under one": ".f { display: flex } .a { flex-grow: 0.3 } .b { flex-grow: 0.4; width: 50px }|<div class=f><p class=a>x</p><p class=b>y</p></div>",
    "a row that wraps": f".f {{ display: flex; flex-wrap: wrap; gap: 6px 11px; list-style: none; padding: 0 }}|<ul class=f>{''.join(f'<li><a>{WORDS[: 6 + 5 * k]}</a></li>' for k in range(7))}</ul><p>{WORDS}</p>",
    "cards that wrap and grow": f".f {{ display: flex; flex-wrap: wrap; gap: 10px; margin: 0 -5px }} .f > * {{ flex: 1 1 140px; border: 1px solid; padding: 4px }}|<div class=f>{ITEMS}</div>",
    "spread out": f".a {{ justify-content: space-between }} .b {{ justify-content: space-around }} .c {{ justify-content: space-evenly; flex-wrap: wrap }} .d {{ justify-content: center }} .e {{ justify-content: flex-end }} div {{ display: flex }} i {{ display: block; width: 71px }}|{''.join(f'<div class={name}><i>x</i><i>y</i><i>z</i></div>' for name in 'abcde')}<div class=a><i>x</i></div>",
    "more than there is room for": f".a {{ justify-content: center }} .b {{ justify-content: space-between }} .c {{ justify-content: safe end }} .d {{ justify-content: end }} div {{ display: flex }} i {{ flex: none; width: 151px }}|{''.join(f'<div class={name}><i>x</i><i>y</i><i>z</i></div>' for name in 'abcd')}",
    "auto margins": f".f {{ display: flex }} .r {{ margin-left: auto }} .m {{ margin: 0 auto }}|<div class=f><b>Skerry</b><p class=r>{WORDS[:20]}</p></div><div class=f><p class=m>x</p><p class=m>{WORDS[:20]}</p></div>",
    "aligned": f".f {{ display: flex; align-items: center }} .e {{ align-self: flex-end }} .s {{ align-self: stretch; max-height: 60px }}|<div class=f><p>{WORDS}</p><p class=e>x</p><p class=s>y</p><p>{WORDS} {WORDS}</p></div>",
    "order and relative boxes": f".f {{ display: flex; flex-wrap: wrap }} .l {{ order: 2; width: 60% }} .r {{ position: relative; left: 4%; top: 3px; width: 50% }}|<div class=f><p class=l>{WORDS}</p><p class=r>{WORDS}</p></div>",
    "rows and grids in one another": f".f {{ display: flex }} .g {{ display: grid; grid-template-columns: 1fr 1fr; flex: 1 }} .s {{ width: 30%; align-self: start }}|<div class=f><div class=s><div class=f><p>x</p><p>{WORDS}</p></div></div><div class=g><p>{WORDS}</p><p>{WORDS} {WORDS} {WORDS}</p></div></div>",
    "empty": ".f { display: flex; padding: 3px }|<div class=f></div><p>x</p>",
}
"""Style, a bar, and body."""

ONE_BY_ONE = {
    "a column": f".f {{ display: flex; flex-direction: column }}|<div class=f><p>{WORDS}</p><p>{WORDS}</p></div>",
    "baselines": f".f {{ display: flex; align-items: baseline }} .b {{ font-size: 30px }}|<div class=f><p>{WORDS}</p><p class=b>{WORDS}</p></div>",
    "pictures": f".f {{ display: flex }} img {{ width: 60%; height: 30px }}|<div class=f><img alt=''><p>{WORDS}</p></div>",
    "from the other end": f".f {{ display: flex; flex-direction: row-reverse }}|<div class=f><p>{WORDS}</p><p>x</p></div>",
    "a height of its own": f".f {{ display: flex; min-height: 200px }}|<div class=f><p>{WORDS}</p><p>x</p></div>",
    "a row stretched in a row": f".f {{ display: flex }}|<div class=f><p>{WORDS} {WORDS}</p><div class=f><p>x</p><p>y</p></div></div>",
    "words for widths": f".f {{ display: flex }} .a {{ flex-basis: min-content }} .b {{ min-width: max-content }}|<div class=f><p class=a>{WORDS}</p><p class=b>{WORDS[:20]}</p></div>",
    "lines that are asked for uneven widths": f".g {{ display: grid; grid-template-columns: repeat(auto-fill, minmax(90px, 1fr)) }} .c {{ text-align: center }}|<div class=g><p class=c>{WORDS} <a>x</a></p><p class=c>{WORDS} <a>y</a> {WORDS}</p></div>",
}


class Equal(BothWays):
    def test_what_is_done_at_once_is_exact_and_lays_out_nothing_singly(self) -> None:
        self.at_once(AT_ONCE, LAST)

    def test_what_is_not_is_laid_out_by_itself_within_roundings(self) -> None:
        self.one_by_one(ONE_BY_ONE, LAST)


class ByHand(unittest.TestCase):
    def test_three_that_wrap_and_grow(self) -> None:
        # 3 × 100 + 2 × 10 = 320: from 320 on one row, (w − 20) / 3 each; below, two of (w − 10) / 2 and one as wide as there is room.
        page = page_of("body { margin: 0 } .f { display: flex; flex-wrap: wrap; gap: 10px } .f > * { flex: 1 1 100px; height: 40px }|<div class=f><i></i><b></b><u></u></div>")
        stretch = walk(page, 300, 340).stretches[0]

        def at(width: int, selector: str) -> list[float]:
            index = page.select(selector)[0].index
            return [int(table[width - 300, index]) / 64 for table in (stretch.x, stretch.y, stretch.right, stretch.bottom)]

        self.assertEqual([at(319, one) for one in ("i", "b", "u", ".f")], [[0, 0, 154.5, 40], [164.5, 0, 319, 40], [0, 50, 319, 90], [0, 0, 319, 90]])
        self.assertEqual([at(320, one) for one in ("i", "b", "u", ".f")], [[0, 0, 100, 40], [110, 0, 210, 40], [220, 0, 320, 40], [0, 0, 320, 40]])


if __name__ == "__main__":
    unittest.main()
