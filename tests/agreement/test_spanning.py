"""Cells over several columns, and collapsed borders where few boxes have any (css-tables-3 §3.8 to §3.10, §3.5)."""

from __future__ import annotations

from itertools import product

from .base import EXACT, AgreementCase

PLAIN = "section { contain: layout; height: 200px; overflow: clip }"


def sections(bodies: list[str]) -> str:
    """Small pages side by side on one."""
    return "".join(f"<section>{body}</section>" for body in bodies)


class SpanningCells(AgreementCase):
    def test_columns_of_a_width_do_not_grow_for_cells_without_one(self) -> None:
        """§3.10: what a spanning cell asks for at most goes to columns without a width, then to percentages."""
        columns = ("", "<col style='width: 80px'>", "<col><col style='width: 80px'>", "<col style='width: 30px'><col style='width: 80px'>", "<col style='width: 80px'><col style='width: 20%'>", "<col span=2 style='width: 30px'>")
        rows = ("<tr><td colspan=2>only a I archipelago", "<tr><td>x<td colspan=2>only a I archipelago", "<tr><td colspan=2>only a I archipelago<tr><td>x<td>yy", "<tr><td colspan=2 style='width: 120px'>only a I archipelago", "<tr><td colspan=2>incomprehensibilities only")
        styles = ("", "width: 60px", "border-spacing: 0", "border-collapse: collapse")
        self.agree(PLAIN, sections([f"<table style='{style}'>{column}{row}</table>" for style, column, row in product(styles, columns, rows)]), (500,), tolerance=2 * EXACT)

    def test_cells_over_fewer_columns_come_first(self) -> None:
        """Over as many, the one that begins first; a column that is one with another counts, too."""
        rows = (
            "<tr><td colspan=2>long word<tr><td>x<td>x<tr><td>yy<td colspan=2>long word",
            "<tr><td rowspan=2>x<tr><td colspan=2>incomprehensibilities<td>incomprehensibilities<tr><td>yy<td rowspan=2>x<tr><td style='width: 30%' colspan=2>long word",
            "<tr><td colspan=3>incomprehensibilities<tr><td>a<td colspan=3>long word<tr><td colspan=2>long-standing<td>b",
        )
        self.agree(PLAIN, sections([f"<table style='{style}'>{row}</table>" for style in ("", "width: 300px", "border-spacing: 0", "border-collapse: collapse") for row in rows]), (600,), tolerance=2 * EXACT)

    def test_least_widths_of_columns_are_no_widths(self) -> None:
        columns = ("<col><col><col style='min-width: 40px'><col style='width: 50px'>", "<col style='width: 20%'><col style='min-width: 40px'>", "<col><col><col style='min-width: 40px'>", "<col style='min-width: 40px'><col style='width: 20%'>")
        rows = ("<tr><td style='width: 50px'>a<td>b<td style='width: 30%' colspan=2>yy", "<tr><td style='width: 30%' colspan=2>x<td colspan=3>incomprehensibilities<td>x", "<tr><td>a<td>b")
        self.agree(PLAIN, sections([f"<table style='{style}'>{column}{row}</table>" for style, column, row in product(("", "border-spacing: 0"), columns, rows)]), (600,), tolerance=2 * EXACT)

    def test_fixed_tables(self) -> None:
        """Percentages over several columns are without padding; where all are percentages, what is left goes by what they have.
        What rounding leaves is shared otherwise there."""
        columns = ("", "<col style='width: 25%'><col style='width: 10px'>", "<col style='min-width: 40px'><col style='width: 20%'>", "<col><col style='width: 30px'><col style='width: 30px'><col style='min-width: 40px'><col style='width: 100px'>")
        rows = ("<tr><td style='width: 30%' colspan=3>x<td style='padding: 0'>yy", "<tr><td>a<td style='width: 50%' colspan=2>b", "<tr><td style='width: 30%'>a<td>b", "<tr><td colspan=2>x<td>yy<td colspan=3>incomprehensibilities<td>yy")
        self.agree(PLAIN, sections([f"<table style='table-layout: fixed; width: 200px; border-spacing: 0'>{column}{row}</table>" for column, row in product(columns, rows)]), (600,), tolerance=4 * EXACT)


class FewBorders(AgreementCase):
    BORDERS = ("", "border: 2px solid teal", "border-right: 4px solid", "border: 6px solid")

    def test_edges_end_where_no_box_has_any_further_on(self) -> None:
        """As the browser has it: the right edge of a row that is longer than its edges is the left one of the next row."""
        bodies = [
            f"<table style='border-collapse: collapse; direction: {direction}'><tr><td style='{a}'>x<td style='{b}'>y<tr><td style='{c}'>z<td>w</table>"
            for a, b, c, direction in product(self.BORDERS, self.BORDERS, self.BORDERS, ("ltr", "rtl"))
        ]
        self.agree(PLAIN, sections(bodies), (600,))

    def test_below_rows_with_fewer_cells(self) -> None:
        firsts = ("<tr><td>q", "<tr><td colspan=2>q", "<tr>", "<tr><td>q<td>r<td>s", "")
        bodies = [
            f"<table style='border-collapse: collapse'>{first}<tr><td style='{a}'>x<td style='{b}'>y<td style='{c}'>z</table>" for first, a, b, c in product(firsts, self.BORDERS, self.BORDERS, self.BORDERS[:2])
        ]
        self.agree(PLAIN, sections(bodies), (600,))

    def test_of_columns_and_rows_where_cells_span(self) -> None:
        """Columns between count, though no cell begins in them; those at the end that are one with others do not."""
        bodies = [
            f"<table style='border-collapse: collapse; {own}'>{columns}{rows}</table>"
            for own in ("", "border-left: 6px solid", "border: 2px solid")
            for columns in ("", "<col><col style='border: 6px solid'><col style='border-left: 8px solid'>", "<col style='border: hidden 3px'>", "<col style='border-left: 8px solid'><col><col><col>")
            for rows in (
                "<tr><td colspan=2>long word<td style='border-top: 6px dotted'>x", "<tr><td>x<tr><td style='border-bottom: 4px solid' colspan=2>long word", "<tr><td colspan=2>long word<td colspan=2>yy",
                "<tr><td style='border: 2px solid' rowspan=2>yy<tr><tr><td style='border-bottom: 4px solid'>long word<td>yy<td colspan=2>x", "<tr style='border-bottom: 3px solid'><td>a<td>b<tr><td>c",
            )
        ]  # fmt: skip
        self.agree(PLAIN, sections(bodies), (600,))
