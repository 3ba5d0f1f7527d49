"""Columns at many widths give what single layouts give: they are laid out one width at a time, and nothing between is guessed."""

from __future__ import annotations

from .test_across import WORDS, BothWays

LAST = 440
CARDS = "".join(f"<article><h3>Pier {k}</h3><p>{WORDS[: 20 + 17 * k]}</p></article>" for k in range(5))

ONE_BY_ONE = {
    "as many as there is room for": f".c {{ columns: 9em; column-gap: 1em }}|<div class=c><p>{WORDS}</p><p>{WORDS}</p></div><p>after</p>",
    "cards that are not broken": f".c {{ columns: 2; padding: 3% }} article {{ break-inside: avoid; padding: 2%; margin: 0 0 12px }}|<section class=c>{CARDS}</section><p>{WORDS}</p>",
    "a heading over all of them": f".c {{ columns: 3 }} h2 {{ column-span: all }}|<div class=c><p>{WORDS}</p><h2>The quay</h2><p>{WORDS}</p></div>",
    "in a grid and a flex row": f".g {{ display: grid; grid-template-columns: 1fr 2fr }} .f {{ display: flex }} ul {{ columns: 2; flex: 1 }}|<div class=g><p>{WORDS}</p><ul>{'<li>Lantern house' * 5}</ul></div><div class=f><p>x</p><ul>{'<li>Slip' * 7}</ul></div>",
    "of a height": f".c {{ columns: 2; height: 70px; column-fill: auto }}|<div class=c>{WORDS} <b>{WORDS}</b></div><p>x</p>",
    "a relative box with one that waits": f".c {{ columns: 100px }} .r {{ position: relative }} .r i {{ position: absolute; top: 2px; left: 5% }}|<div class=c><p>{WORDS}</p><p class=r>Lamp<i>1</i></p></div>",
}
"""Style, a bar, and body."""


class Equal(BothWays):
    def test_all_widths_within_roundings(self) -> None:
        self.one_by_one(ONE_BY_ONE, LAST)
