"""How a table's own height goes to its row groups and rows, and where columns begin and end (css-tables-3 §3.10.5)."""

from __future__ import annotations

from .base import AgreementCase

TABLE = "table { border-spacing: 2px } td, th { padding: 0 } .k { height: 20px } .p { height: 30% }"


def row(height: int, name: str = "") -> str:
    """A row with a cell of a height."""
    inner = f'<div style="height: {height}px; width: 9px"></div>' if height else ""
    return f"<tr class='{name}'><td>{inner}</tr>"


GROUPS = (
    f"<tbody>{row(30, 'a')}{row(100, 'b')}</tbody>",
    f"<thead>{row(20, 't')}</thead><tbody>{row(30, 'a')}{row(60, 'b')}{row(10)}</tbody>",
    f"<thead>{row(20, 't')}</thead><tbody>{row(30, 'a')}{row(60, 'b')}</tbody><tbody>{row(15, 'a')}{row(10)}</tbody><tfoot>{row(12)}</tfoot>",
    f"<thead>{row(20, 'a')}</thead><tfoot>{row(12, 'b')}</tfoot>",
)
FARES = """<table><caption>Fares</caption><colgroup class=g><col class=c></colgroup><thead><tr><th>Island<th>Single</thead>
<tbody><tr class=row><td>Orra by boat<td>4.20</tr><tr><td rowspan=2>Vey<td>3.10<tr><td>5.00</tbody><tfoot><tr><td>all</tfoot></table><p>after</p>"""


class Heights(AgreementCase):
    def each(self, *styles: str) -> None:
        for css in styles:
            for height in (200, 400):
                for groups in GROUPS:
                    with self.subTest(css=css, height=height, groups=groups):
                        self.agree(f"{TABLE} table {{ height: {height}px }} {css}", f"<table>{groups}</table>", widths=(400,))

    def test_percentages_of_rows_are_of_their_group(self) -> None:
        self.each(".a { height: 80% }", ".a { height: 30% } .b { height: 50px }", ".a { height: 10% } .b { height: 20% }", ".a { height: 100% }")

    def test_all_rows_together_have_the_whole(self) -> None:
        self.each(".a, .b { height: 60% }")

    def test_percentages_of_groups_are_of_the_table(self) -> None:
        self.each("thead { height: 30% }", "tbody { height: 50% }", "thead { height: 60% } tbody { height: 60% }", "thead, tfoot { height: 50% }", "thead { height: 20% } .a { height: 80% }")

    def test_groups_of_a_given_height(self) -> None:
        self.each("tfoot { height: 100px }", "tbody { height: 300px }")

    def test_percentages_of_cells_are_those_of_their_row(self) -> None:
        self.each(".a td { height: 50% }", ".a td { height: calc(50% - 3px) }", "td { height: 40% }", "tbody { height: 120px } .a td { height: 70% }")

    def test_one_head_and_one_foot(self) -> None:
        self.each("thead { display: table-footer-group }", "tfoot { display: table-header-group }")

    def test_rows_with_nothing_in_them(self) -> None:
        pieces: list[tuple[str, str]] = []
        for rows in (
            ((0, "p"), (0, "")), ((0, "p"), (0, ""), (0, "")), ((0, ""), (0, "")), ((20, ""), (0, "")), ((0, "k"), (0, ""), (0, "")),
            ((0, "k"), (0, "k")), ((20, "k"), (0, ""), (10, "p")), ((0, "p"), (0, "p")), ((0, "k"), (0, "p"), (0, "")), ((10, "p"), (0, ""), (0, "k")),
        ):  # fmt: skip
            inner = "".join(row(*one) for one in rows)
            for body in (inner, f"<thead>{row(10)}</thead><tbody>{inner}</tbody>", f"<tbody>{row(10)}</tbody><tbody>{inner}</tbody>"):
                pieces.append((f"{TABLE} table {{ height: 100px }}", f"<table>{body}</table>"))
        self.agree_each(pieces, (400,))


class Columns(AgreementCase):
    def test_from_the_first_group_with_a_height_to_the_last(self) -> None:
        for css in (
            "th { display: none }", "thead { visibility: collapse }", "tfoot { visibility: collapse }", "tbody, thead, tfoot { visibility: collapse }",
            "thead, tfoot { position: relative; top: 4px }", "tbody { position: relative; top: 4px } tfoot td { display: none }", "thead { position: absolute }",
        ):  # fmt: skip
            with self.subTest(css):
                self.agree(css, FARES, widths=(400,))

    def test_widths_of_column_groups(self) -> None:
        pieces: list[tuple[str, str]] = []
        for group in ("width: 120px", "width: 50%", "min-width: 90px", "min-width: 90px; width: 30px", "max-width: 20px; width: 90px"):
            for own in ("", "width: 30px", "width: 10%"):
                for columns in ("<colgroup class=g><col class=c></colgroup>", "<colgroup class=g><col class=c><col></colgroup>", "<colgroup class=g span=2></colgroup>"):
                    pieces.append((f".g {{ {group} }} .c {{ {own} }}", f"<table>{columns}<tr><td>Orra by boat<td>x</table>"))
        self.agree_each(pieces, (400,))

    def test_captions_may_be_as_large_as_if_they_were_empty(self) -> None:
        for css in ("contain: size", "contain: size; contain-intrinsic-size: 90px 40px", "contain: inline-size", "contain-intrinsic-size: 300px 3px; content-visibility: hidden"):
            with self.subTest(css):
                self.agree(f"caption {{ {css} }}", FARES, widths=(400,))


class PaddingInPercent(AgreementCase):
    def test_rows_are_as_high_as_cells_are_with_percentages_of_the_spacing_too(self) -> None:
        pieces: list[tuple[str, str]] = []
        for text in ("And (weather known back from", "And weather<br><b>known</b> back from", "<b>And-weather</b>"):
            for padding in ("0 25%", "25%", "10% 20%"):
                for align in ("middle", "baseline", "bottom"):
                    for width in (100, 137, 200):
                        pieces.append((f"td {{ padding: {padding}; vertical-align: {align} }} table {{ width: {width}px; border-spacing: 2px }}", f"<table><tr><td>{text}<td>x</table><table><tr><td>{text}</table>"))
        self.agree_each(pieces)

    def test_rows_without_columns(self) -> None:
        for around in ("display: block", "display: flex; height: 30px", "display: grid; height: 30px"):
            for height in ("auto", "18px", "50px"):
                with self.subTest((around, height)):
                    body = "".join(f"<div><table>{rows}</table></div>" for rows in ("<tr></tr>", "<tr></tr><tr></tr>", "<tr></tr><tr><td>x</td></tr>", ""))
                    self.agree(f"div {{ {around} }} table {{ height: {height}; border-spacing: 2px }}", body, (700,))


class SpanningCells(AgreementCase):
    def test_which_rows_grow_under_what_spans_them(self) -> None:
        """Rows further down in which another such cell begins, else those with something in them, without a height of their own first."""
        rows = ("", "<td>x", '<td style="height: 30px">x', "<td rowspan=2>y", "<td rowspan=2>y<br>y<br>y<br>y")
        for table in ("", "height: 200px", "border-collapse: collapse; height: 150px", "border-spacing: 7px"):
            self.agree_each(
                ("", f'<table style="{table}"><tr><td rowspan={span}>T<br>T<br>T<br>T<br>T{beside}</tr><tr style="{height}">{second}</tr><tr style="{height}">{third}</tr></table>')
                for span in (2, 3)
                for beside in ("", "<td>z", '<td style="height: 50px">z')
                for second in rows
                for third in rows
                for height in ("", "height: 15px", "height: 0", "height: 20%")
            )
