"""Tables as items: never narrower than what is in them (css-tables-3 §3.9), and as high as their row with their captions."""

from __future__ import annotations

from .base import AgreementCase


class TablesInFlex(AgreementCase):
    def test_widths(self) -> None:
        rows = (
            "display: flex", "display: flex; flex-direction: row-reverse", "display: flex; justify-content: flex-end", "display: flex; justify-content: space-between", "display: inline-flex",
            "display: flex; flex-wrap: wrap", "display: flex; direction: rtl", "display: flex; flex-direction: column", "display: grid",
        )  # fmt: skip
        tables = (
            "width: 50%", "width: 20px", "width: 50%; flex: 1", "flex: 0 0 10px", "max-width: 30px", "", "width: 50%; margin: 0 auto", "border-collapse: collapse; width: 10%",
            "overflow: auto", "table-layout: fixed; width: 40px", "min-width: 60%",
        )  # fmt: skip
        self.agree_each(
            ("", f'<div style="{row}; {width}"><table style="{table}">{cells}</table>{beside}</div>')
            for row in rows
            for width in ("width: 150px", "width: 300px", "")
            for table in tables
            for cells in ("<td>Lighthouse<td>Welcome", "<td>a", "<caption>incomprehensible</caption><td>a")
            for beside in ("", "<b>sib</b>", "some words that are many")
        )

    def test_heights_with_captions(self) -> None:
        self.agree_each(
            ("", f'<div style="width: 200px; {row}"><table style="{table}">{captions}<td>a</table>{beside}</div>')
            for row in ("display: flex", "display: grid", "display: grid; height: 200px", "position: relative; height: 200px", "display: flex; align-items: flex-start")
            for table in ("", "width: 50%", "flex: 1", "height: 60px", "flex: 0 0 90px", "caption-side: bottom", "position: absolute; top: 0; bottom: 0", "position: absolute; inset: 5px")
            for captions in ("<caption>incomprehensible</caption>", '<caption style="margin: 5px">in</caption>', '<caption>u</caption><caption style="caption-side: bottom">w</caption>', "")
            for beside in ("", '<b style="height: 90px">sib</b>')
        )
