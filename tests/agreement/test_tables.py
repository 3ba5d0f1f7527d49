"""Tables: widths of columns, spans, borders, heights, display types."""

from __future__ import annotations

from .base import AgreementCase

ROWS = "<tr><th>To</th><th>Boat</th><th>Leaves</th></tr><tr><td>Little Hamm and the Calf</td><td>Maud</td><td>07:10</td></tr><tr><td>Vey</td><td>The Old Petrel of Northerhaven</td><td>at low water</td></tr>"


class Tables(AgreementCase):
    def test_auto_layout(self) -> None:
        self.agree(
            "td, th { padding: 4px 8px }",
            f"<table>{ROWS}</table><table style='width:100%'>{ROWS}</table><table style='width:50%'>{ROWS}</table>",
            (250, 320, 640, 1000),
        )

    def test_collapsed_borders(self) -> None:
        self.agree(
            """
            table { border-collapse: collapse; border: 3px solid }
            td, th { border: 1px solid; padding: 3px }
            th { border-bottom-width: 5px }
            .n td { border-width: 0 0 1px }
            """,
            f"<table>{ROWS}</table><table class=n style='width:80%'>{ROWS}</table>",
        )

    def test_border_spacing(self) -> None:
        self.agree(
            """
            table { border-spacing: 10px 4px; border: 2px solid; padding: 5px }
            td { border: 1px solid }
            """,
            f"<table>{ROWS}</table>",
        )

    def test_given_widths(self) -> None:
        self.agree(
            """
            .a td:first-child { width: 200px }
            .b td:first-child { width: 50% }
            .c td { width: 30% }
            .d td:last-child { min-width: 150px; white-space: nowrap }
            """,
            "".join(
                f"<table class={c} style='width:100%'>{ROWS}</table><table class={c}>{ROWS}</table>"
                for c in "abcd"
            ),
        )

    def test_columns_and_groups(self) -> None:
        self.agree(
            """
            col.w { width: 40% }
            col.f { width: 120px }
            table { width: 100% }
            """,
            f"<table><colgroup><col class=w><col><col class=f></colgroup>{ROWS}</table>",
        )

    def test_fixed_layout(self) -> None:
        self.agree(
            """
            table { table-layout: fixed; width: 90% }
            .a td:first-child, .a th:first-child { width: 25% }
            .b th:nth-child(2) { width: 100px; padding: 10px }
            td { overflow-wrap: break-word }
            """,
            "".join(f"<table class={c}>{ROWS}</table>" for c in "xab"),
        )

    def test_column_spans(self) -> None:
        self.agree(
            "td { padding: 2px 5px; border: 1px solid }",
            "<table><tr><td colspan=2>a long heading over two columns of the table</td><td>c</td></tr><tr><td>a</td><td>bb</td><td>ccc</td></tr><tr><td>a</td><td colspan=2>spans</td></tr></table><table style='width:100%'><tr><td colspan=3>all</td></tr><tr><td>a</td><td>bb</td><td>ccc ccc</td></tr></table>",
            tolerance=0.1,
        )

    def test_row_spans(self) -> None:
        self.agree(
            """
            td { padding: 2px 5px; vertical-align: top }
            .t { height: 120px }
            """,
            "<table><tr><td rowspan=2>a</td><td>b</td></tr><tr><td>c</td></tr><tr><td>d</td><td rowspan=0>e</td></tr><tr><td>f</td></tr></table><table><tr><td rowspan=3 class=t>tall</td><td>b</td></tr><tr><td>c<br>c</td></tr><tr><td>d</td></tr></table>",
        )

    def test_vertical_alignment_of_cells(self) -> None:
        self.agree(
            """
            td { padding: 3px }
            .big { font-size: 30px }
            """,
            "<table><tr><td valign=top>t</td><td valign=middle>m</td><td valign=bottom>b</td><td style='vertical-align:baseline'>bl</td><td class=big style='vertical-align:baseline'>Big</td><td>two<br>lines<br>three</td></tr></table>",
        )

    def test_heights(self) -> None:
        self.agree(
            """
            table { height: 200px }
            .r { height: 60px }
            .c { height: 80px; padding: 5px }
            """,
            f"<table>{ROWS}</table><table style='height:auto'><tr class=r><td>a</td></tr><tr><td class=c>b</td></tr></table>",
        )

    def test_captions(self) -> None:
        self.agree(
            """
            caption { padding: 5px; text-align: left }
            .b { caption-side: bottom }
            """,
            f"<table><caption>The crossings of today from Skerry Quay, in order of leaving</caption>{ROWS}</table><table><caption class=b>below</caption>{ROWS}</table>",
        )

    def test_head_foot_and_bodies(self) -> None:
        self.agree(
            "td { padding: 4px }",
            "<table><tfoot><tr><td>foot</td></tr></tfoot><tbody><tr><td>one</td></tr></tbody><tbody><tr><td>two</td></tr></tbody><thead><tr><td>head</td></tr></thead></table>",
        )

    def test_display_types_make_tables(self) -> None:
        self.agree(
            """
            .t { display: table; width: 100% }
            .r { display: table-row }
            .c { display: table-cell; padding: 8px }
            .v { vertical-align: middle; height: 90px }
            """,
            "<div class=t><div class=r><div class=c>a</div><div class=c>bb bb</div></div></div><div class=t><div class=c>lonely</div><div class='c v'>cells</div></div><div class=c>no table</div><span class=c>inline cell</span>",
        )

    def test_centred_and_shrunk_tables(self) -> None:
        self.agree(
            """
            table { margin: 10px auto }
            .r { float: right }
            """,
            f"<table>{ROWS}</table><table class=r>{ROWS}</table><p>text beside the table</p>",
        )

    def test_blocks_and_floats_in_cells(self) -> None:
        self.agree(
            """
            td { padding: 5px }
            p { margin: 10px 0 }
            i { float: left; width: 40px; height: 50px }
            """,
            "<table><tr><td><p>a</p><p>b</p></td><td><i></i>text beside</td><td><ul><li>x</li></ul></td></tr></table>",
        )

    def test_percentages_in_cells(self) -> None:
        self.agree(
            """
            td { padding: 6px }
            .p { padding: 0 5% }
            div { width: 50%; height: 20px }
            .h { height: 100px }
            .h div { height: 50% }
            """,
            "<table style='width:100%'><tr><td><div>x</div></td><td class=h><div>y</div></td></tr></table><table style='width:100%'><tr><td class=p><div>x</div></td><td>y</td></tr></table>",
        )

    def test_empty_cells_and_rows(self) -> None:
        self.agree(
            "td { padding: 3px; border: 1px solid }",
            "<table><tr><td></td><td>x</td></tr><tr></tr><tr><td>y</td></tr></table><table></table>",
        )

    def test_old_attributes(self) -> None:
        self.agree(
            "",
            f"<table border=1 cellpadding=6 cellspacing=3 width=80% align=center>{ROWS}</table><table width=300><tr><td width=30%>a</td><td height=60>b</td></tr></table>",
        )

    def test_nested_tables(self) -> None:
        self.agree(
            """
            table { border-collapse: collapse }
            td { padding: 4px; border: 1px solid }
            """,
            f"<table style='width:100%'><tr><td><table>{ROWS}</table></td><td>side</td></tr></table>",
        )

    def test_table_in_flex_and_grid(self) -> None:
        self.agree(
            """
            .f { display: flex }
            .g { display: grid; grid-template-columns: 1fr 1fr }
            """,
            f"<div class=f><table>{ROWS}</table><p>x</p></div><div class=g><table>{ROWS}</table><p>x</p></div>",
        )

    def test_columns_in_which_no_cell_starts(self) -> None:
        self.agree(
            "td { padding: 1px }",
            "<table><tr><td colspan=3>abc<tr><td>a</table><table><tr><td colspan=4>xxxxx<tr><td>a<td colspan=3>b</table>"
            "<table style='width:200px'><tr><td colspan=4 width='50%'>xxxxx<td>c<tr><td>a<td>b</table>"
            "<table><col><col><col><tr><td colspan=2>xxxxx<td>y<tr><td colspan=2>a<td>b</table>"
            "<table style='table-layout: fixed; width: 200px'><tr><td colspan=4>xxxxx<tr><td>a</table>",
        )

    def test_cells_with_a_width_among_cells_without(self) -> None:
        words = "a word and words and more and more and more"
        self.agree(
            ".w { width: 122px }",
            f"<table><tr><td class=w>dusk<tr><td>{words}<td>b</table><table><tr><td>{words}<td>b<tr><td class=w>dusk<td></table><table><col class=w><tr><td>{words}</table>",
        )

    def test_percentages_of_columns_where_contents_are_measured(self) -> None:
        table = "<table><td width='40%'>,<td>a</table>"
        self.agree(
            ".f { display: flex } .g { display: grid; justify-content: start } .m { width: max-content } .w { width: 200px } .l { float: left }",
            f"<table><td>{table}</table><table><td><div class=w>{table}</div></table><div class=f>{table}</div><div class=g>{table}</div><table class=m><td width='40%'>,</table><div class=l>{table}</div>",
        )

    def test_baselines_of_tables_by_their_lowest_content(self) -> None:
        self.agree(
            ".f { display: flex; align-items: baseline } b { font: 30px/40px serif } .t { vertical-align: top; height: 50px } .d { display: table-cell }",
            "<div class=f><div><table><td>on</table></div><b>a</b></div><div class=f><div><table><td class=t>on<td>two<br>lines</table></div><b>a</b></div><div class=f><div><p class=d>on</p></div><b>a</b></div>",
        )

    def test_tables_without_rows_or_cells(self) -> None:
        self.agree(
            "table { border: 2px dashed } .c { border-collapse: collapse }",
            "<table><col width=30></table><table class=c><col width=30></table><table width='50%'><thead></thead></table><table width='50%'><tr></tr></table>",
        )


class CollapsedRows(AgreementCase):
    """``visibility: collapse`` (css-tables-3 §3.8): such a row has no height, and no spacing within its group."""

    def test_rows_and_groups(self) -> None:
        gone = "style='visibility: collapse'"
        tables = (
            f"<tr {gone}><th>well</th></tr>", f"<tr><td>a<td>bbbb</tr><tr {gone}><th>well<td style='height: 50px'>x</tr><tr><td>c", f"<tr {gone}><td>a</tr><tr><td>b</tr><tr {gone}><td>c</tr>",
            f"<tr><td rowspan=2>a<br>b<br>c<td>bbbb</tr><tr {gone}><th>well</tr><tr><td>c", f"<tbody {gone}><tr><td>a<tr><td>b</tbody><tr><td>c", f"<thead {gone}><tr><td>a</thead><tr><td>b<tfoot><tr><td>c</tfoot>",
        )  # fmt: skip
        for look in ("", "border-collapse: collapse", "border-spacing: 9px"):
            self.agree("", "".join(f"<table border style='{look}'>{table}</table>" for table in tables))
        self.agree("", "".join(f"<table border style='height: 200px'>{table}</table>" for table in tables[:2]))

    def test_alignment_of_blocks_goes_no_further_than_to_a_table(self) -> None:
        tables = ("<table><caption>AAAA</caption><td><b>i</b></td></table>", "<table width=90><tr><td><b>i</b><td><p>j</table>", "<div style='display: table; width: 90px'><b>i</b></div>", "<table width=90><tr><th><b>i</b></table>")
        for around in ("<td align=right>{}", "<td><center>{}</center>", "<td align=center>{}", "<td style='text-align: right'>{}"):
            for table in tables:
                with self.subTest((around, table)):
                    self.agree("", f"<table width=200><tr>{around.replace('{}', table)}</table>", (700,))


class Captions(AgreementCase):
    def test_margins_that_take_what_is_left_beside_them(self) -> None:
        captions = ("margin: 0 auto; width: 200px", "margin-left: auto; width: 100px", "margin: auto; width: 416px", "max-width: 100px; margin: auto", "margin-right: auto; width: 50px", "margin: 5px auto", "direction: rtl; width: 100px")
        tables = ("", "padding: 10px", "border-collapse: collapse; border: 5px solid", "width: 100%", "padding: 12px 33.333%", "margin: auto", "float: left", "direction: rtl")
        self.agree_each(
            (f"section {{ width: {width}px }} table {{ {table} }} caption {{ {caption}; caption-side: {side} }}", f"<section><table><caption>Dogs</caption><tr><td>{cells}</table></section>")
            for width in (304, 500) for table in tables for caption in captions for side in ("top", "bottom") for cells in ("incomprehensibilities nine is", "a<td>b")
        )  # fmt: skip


class FixedParts(AgreementCase):
    def test_what_is_around_a_fixed_table_that_is_a_part_of_it_is_as_wide_as_it_may_be(self) -> None:
        arounds = ("float: left", "display: table", "display: inline-block", "position: absolute", "display: grid; grid-template-columns: auto auto", "float: left; max-width: 90px", "display: flex", "width: min-content")
        self.agree_each(
            (f"section {{ width: 500px }} div {{ {around} }} table {{ table-layout: {layout}; width: {width} }}", f"<section><div><table><tr><td>{cells}</table></div></section>")
            for around in arounds for layout in ("fixed", "auto") for width in ("40%", "calc(40% - 18px)", "min(12.5%, 280px)", "100px", "auto") for cells in ("When", "a<td>b")
        )  # fmt: skip
