"""Captions, rows, row groups and cells that are moved from their places, turned, or hold positioned boxes (css-position-3, css-transforms-1)."""

from __future__ import annotations

from .base import EXACT, AgreementCase

PARTS = ("caption", "thead", "tbody", "tfoot", ".row", ".last", ".cell")
TABLE = """<table><caption>Fares</caption><colgroup><col></colgroup><thead><tr><th>Island<th>Single</thead>
<tbody><tr class=row><td>Orra by boat<td class=cell>4.20<i>new</i></tr><tr><td rowspan=2>Vey<td>3.10<tr class=last><td>5.00</tbody>
<tfoot><tr><td>all</tfoot></table>"""
STYLE = "table { border-spacing: 3px; border: 2px solid; padding: 4px 6px } td { padding: 1px } i { position: absolute; width: 50%; height: 30%; top: 0; right: 1px }"


class TableParts(AgreementCase):
    def each(self, *declarations: str, table: tuple[str, ...] = ("",)) -> None:
        """Every part of a table with each of some declarations."""
        for declaration in declarations:
            for own in table:
                for part in PARTS:
                    with self.subTest(part=part, declaration=declaration, table=own):
                        self.agree(f"{STYLE} table {{ {own} }} {part} {{ {declaration} }}", TABLE, widths=(400,))

    def test_moved_from_their_places(self) -> None:
        self.each("position: relative; top: 8px; left: 3px", "position: relative; right: 5px; bottom: -7px", table=("", "width: 300px; height: 200px", "direction: rtl", "border-collapse: collapse"))

    def test_percentages_are_of_the_table_or_of_the_row(self) -> None:
        self.each("position: relative; left: 10%; top: 10%", table=("", "width: 300px; height: 200px"))

    def test_moved_together(self) -> None:
        self.agree(f"{STYLE} tbody, .row, .cell {{ position: relative; left: 3px; top: 5px }}", TABLE)

    def test_without_cells(self) -> None:
        for part in ("tr", "tbody"):
            self.agree(f"{part} {{ position: relative; inset: 18px 20px 5px }}", "<table><tbody><tr></tr></tbody></table>")

    def test_turned(self) -> None:
        self.each("transform: translate(4px, 5px) rotate(3deg)", "scale: 1.5 2", "translate: 10% 20px")

    def test_what_contains_positioned_boxes(self) -> None:
        self.each("will-change: transform", "contain: layout", "contain: paint", "filter: blur(1px)")


class Columns(AgreementCase):
    def test_columns_that_no_cell_begins_in(self) -> None:
        columns = (
            "<col style='min-width: 100px'><col style='width: 80px'>", "<col><col style='min-width: 90px'><col style='width: 80px'>", "<col style='width: 80px'><col style='min-width: 100px'>", "<col><col style='min-width: 200px'>",
            "<col><col><col style='width: 80px'>", "<col><col><col style='width: 0'>", "<col><col><col style='width: 0%'>", "<col><col style='width: min-content'>", "<col span=3 style='width: 20px'>",
            "<colgroup style='width: 40px'><col><col><col></colgroup>", "<colgroup style='min-width: 40px'><col><col><col></colgroup>",
        )  # fmt: skip
        cells = ("", "<td>a", "<td>wind incomprehensibilities<td>known incomprehensibilities", "<tr><td colspan=2>x<tr><td>aa")
        for own in columns:
            for content in cells:
                for style in ("", "width: 100%", "border-collapse: collapse", "table-layout: fixed; width: 250px", "border-spacing: 7px"):
                    with self.subTest((own, content, style)):
                        self.agree("", f"<table style='{style}'>{own}{content}</table>", (320,), tolerance=2 * EXACT)


class CollapsedEdges(AgreementCase):
    def test_borders_of_rows_and_columns_where_no_cell_is(self) -> None:
        """A table has the widest of all that meet its sides, and not only beside cells."""
        columns = ("", "class=k", 'style="width: 80px"', "span=2 class=k", 'style="border-left: 9px solid"')
        rows = ("<tr><td>a<td>b", "<tr><td>a", "<tr><td colspan=2>a", "<tr><td>a<tr class=k>", "<tr class=k><td>a", "<tr><td>a<td>b<tbody class=k><tr><td>c<td>d")
        for table in ("", "border: 2px solid", "width: 200px"):
            self.agree_each(
                (".k { border: 4px dotted }", f'<table style="border-collapse: collapse; {table}"><col {first}><{second_tag} {second}>{row}</table>')
                for first in columns
                for second in columns
                for second_tag in ("col", "colgroup")
                for row in rows
            )


class WithoutRows(AgreementCase):
    def test_groups_without_rows_beside_those_that_have_some(self) -> None:
        bodies = ("<thead></thead><tr><td>a", "<tbody><tr><td>a</tbody><tbody></tbody>", "<tbody><tr><td>a</tbody><tbody></tbody><tbody><tr><td>b</tbody>", "<tbody></tbody><tbody><tr><td>a</tbody>", "<tfoot></tfoot><tbody><tr><td>a</tbody>", "<caption>c</caption><thead></thead><tr><td>a", "<thead><tr style='display: none'><td>h</thead><tr><td>a")
        tables = ("height: 48px", "", "height: 48px; padding: 3px; border: 2px solid", "border-collapse: collapse; height: 40px; border: 6px solid", "border-spacing: 9px 7px; height: 60px", "width: 80px; border: 1px solid", "min-height: 90px")
        self.agree_each((f"table {{ {table} }}", f"<table>{body}</table>") for table in tables for body in bodies)

    def test_a_ratio_is_that_of_what_is_within_the_border(self) -> None:
        tables = ("aspect-ratio: 16/9; border-left: 8px solid", "aspect-ratio: 2; width: 60px; border: 3px solid", "aspect-ratio: auto 2; width: 60px; padding: 3px", "aspect-ratio: 1; border-top: 9px solid")
        self.agree_each((f"section {{ {around} }} table {{ {table} }}", f"<section><table><tr><td>{cell}</table></section>") for table in tables for around in ("", "display: flex", "width: 100px") for cell in ("a", "Known isles"))
