"""Widths of content that come from heights through a ratio (css-sizing-3 §5.2): a logo as high as the bar that it stands in."""

from __future__ import annotations

from collections.abc import Iterator

from .base import AgreementCase

DRAWING = "data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' {}%3E%3C/svg%3E"
SIZED, RATIO_ALONE = DRAWING.format("width='60' height='40'"), DRAWING.format("viewBox='0 0 30 20'")
AS_WIDE_AS_CONTENT = (
    "display: inline-block", "display: inline-flex", "display: inline-flex; flex-direction: column", "float: left", "position: absolute",
    "position: absolute; top: 10px; bottom: 20px", "width: fit-content", "display: inline-grid",
)  # fmt: skip
ITEMS = {
    "picture": f'<img class=x src="{SIZED}">',
    "drawing": f'<img class=x src="{RATIO_ALONE}">',
    "box": "<b class=x style='display: block; aspect-ratio: 2'>ab cd</b>",
    "in a link": f'<a href=x><img class=x src="{SIZED}"></a>',
    "in a block": f'<p style="height: 80%; padding: 5px; box-sizing: border-box"><img class=x src="{SIZED}"></p>',
    "in a float": f'<p style="height: 100%"><b style="float: left; height: 100%"><img class=x src="{SIZED}"></b></p>',
}


class GivenHeights(AgreementCase):
    def pieces(self, container: str, heights: tuple[str, ...], own: tuple[str, ...], around: str = "") -> Iterator[tuple[str, str]]:
        for item in ITEMS.values():
            for height in heights:
                for size in own:
                    css = f"p {{ margin: 0 }} .around {{ position: relative; width: 400px; height: 200px; {around} }} .c {{ {container}; {height} }} .x {{ {size} }}"
                    yield css, f"<div class=around><div class=c>{item}<u>xyz</u></div></div>"

    def test_in_what_is_as_wide_as_its_content(self) -> None:
        heights = ("height: 90px", "height: 50%; padding: 4px; box-sizing: border-box", "height: 90px; max-height: 70px")
        for container in AS_WIDE_AS_CONTENT:
            self.agree_each(self.pieces(container, heights, ("height: 100%", "height: calc(50% + 3px)", "max-height: 20%")))

    def test_where_nothing_gives_a_height(self) -> None:
        for container in (*AS_WIDE_AS_CONTENT[:2], *AS_WIDE_AS_CONTENT[3:5]):
            self.agree_each(self.pieces(container, ("", "width: 50px"), ("height: 100%", "height: 50%; min-height: 20px"), around="height: auto; min-height: 150px"))

    def test_in_items_that_are_stretched_to_a_row(self) -> None:
        for own in ("align-self: auto", "align-self: center", "margin: 10px 0 auto", "max-height: 60px"):
            self.agree_each(self.pieces(own, ("",), ("height: 100%", "min-height: 120%"), around="display: flex"))


class HeightsOfRows(AgreementCase):
    """Columns are sized again when rows are known (css-grid-2 §12.1)."""

    def test_columns_follow_the_heights_of_rows(self) -> None:
        pieces: list[tuple[str, str]] = []
        for display in ("grid", "inline-grid"):
            for tracks in ("", "grid-template-columns: auto auto", "grid-template-columns: auto auto; grid-template-rows: 80px", "grid-template-columns: 1fr 1fr", "height: 200px", "min-height: 90px; grid-template-columns: auto 100px"):
                for size in ("height: 100%", "height: max(20%, 64px)", "height: 50%"):
                    for item in ("picture", "box", "in a block", "in a float"):
                        pieces.append((f"p {{ margin: 0 }} .around {{ width: 400px }} .c {{ display: {display}; {tracks} }} .x {{ {size} }}", f"<div class=around><div class=c>{ITEMS[item]}<u>xyz</u></div></div>"))
        self.agree_each(pieces)

    def test_of_grids_and_flex_whose_items_have_ratios(self) -> None:
        pieces: list[tuple[str, str]] = []
        for rows in ("grid-template-rows: minmax(220px, 1fr)", "height: 250px", "grid-auto-rows: minmax(100px, auto)", ""):
            for columns in ("auto auto", "min-content 1fr", "2fr fit-content(150px) 1fr", "1fr 1fr"):
                css = f".o {{ display: grid; width: 304px; {rows}; grid-template-columns: {columns} }} p {{ margin: 0 }} .x {{ aspect-ratio: 1 }} .most {{ max-width: 150px }}"
                for own in ("display: grid", "display: flex", "display: grid; grid-template-rows: auto auto"):
                    for name in ("x", "x most"):
                        pieces.append((css, f"<div class=o><section style='{own}'><b class='{name}'>dogs</b></section><p>ab cd</p></div>"))
        self.agree_each(pieces)

    def test_in_three_grids_in_one_another(self) -> None:
        for item in ("aspect-ratio: 3/2", "grid-column: 2/4; aspect-ratio: 3/2", "padding-left: 20px; aspect-ratio: 16/9"):
            self.agree(f".g {{ display: grid }} .x {{ {item} }}", "<div class=g><div class=g><div class=g><b class=x>ferry-master's back</b></div></div></div>", (260,))


class HeightsInCells(AgreementCase):
    """A cell is as high as its content before percentages count, and these are of what its row has (css-tables-3 §3.10.5)."""

    def test_percentages_in_cells(self) -> None:
        kinds = {
            "block": "<div class=k>x</div>", "margins": "<div class=k><blockquote>x</blockquote></div>", "two": "<div class=k>x</div><div>after</div>", "picture": f'<img class=k src="{SIZED}">',
            "area": "<textarea class=k></textarea>", "in a block": f'<p style="height: 80%; padding: 5px"><img class=k src="{SIZED}"></p>',
        }  # fmt: skip
        pieces: list[tuple[str, str]] = []
        for table in ("", "height: 200px", "min-height: 150px"):
            for cell in ("", "height: 90px", "height: 50%", "height: 90px; padding: 5px; vertical-align: bottom", "height: 90px; max-height: 70px; vertical-align: baseline"):
                for size in ("height: 100%", "height: 150%", "max-height: 40%", "min-height: 120%"):
                    for kind in kinds.values():
                        pieces.append((f"p {{ margin: 4px 0 }} table {{ {table} }} td {{ {cell} }} .k {{ {size} }}", f"<table><tr><td>{kind}<td>two<br>lines</table>"))
        self.agree_each(pieces)


class WordsForWidths(AgreementCase):
    def test_of_items_that_are_as_high_as_their_row(self) -> None:
        """A word for the content's width means what the row's height gives through the ratio (css-grid-2 §6.2)."""
        pieces: list[tuple[str, str]] = []
        for width in ("max-content", "fit-content", "stretch", "auto"):
            for align in ("", "align-self: start", "align-self: stretch", "justify-self: start"):
                for grid in ("", "height: 80px", "grid-template-columns: auto auto"):
                    for size in ("", "min-height: 40px", "max-height: 12px", "padding: 4px"):
                        pieces.append((f"section {{ display: grid; {grid} }} p {{ margin: 0; width: {width}; aspect-ratio: 2.35; {align}; {size} }}", "<section><p>Of</p><u>xyz abc</u></section>"))
        self.agree_each(pieces, (400,))

    def test_items_with_a_ratio_and_a_width_in_percent_of_their_columns(self) -> None:
        pieces: list[tuple[str, str]] = []
        for width in ("auto", "100%", "50%", "calc(50% + 20px)", "150%", "max-content"):
            for limit in ("", "max-width: 50%", "min-width: 60%"):
                for grid in ("display: grid", "display: inline-grid", "display: grid; grid-template-columns: auto auto", "display: inline-grid; grid-template-columns: 1fr; justify-items: start"):
                    css = f"div {{ {grid} }} b {{ width: {width}; margin: 40px; {limit} }} .a {{ aspect-ratio: 4/3 }} .b {{ aspect-ratio: 1/2 }}"
                    pieces.append((css, "<div><b class=a>When</b></div><div><b class=b>When</b></div>"))
        self.agree_each(pieces, (320,))

    def test_bases_in_percent_of_a_column_s_height(self) -> None:
        pieces: list[tuple[str, str]] = []
        for around in ("display: flex", "display: grid", "display: grid; height: 150px", "min-height: 90px"):
            for column in ("", "min-height: 80px", "height: 100%"):
                for basis in ("30%", "calc(10% + 5px)", "150%", "0%"):
                    css = f".a {{ width: 300px; {around} }} .c {{ display: flex; flex-direction: column; {column} }} u, i {{ flex: 1 0 {basis} }} u {{ min-height: 40px }}"
                    pieces.append((css, "<div class=a><section class=c><u>Allows</u><i>Island<br>x</i></section></div>"))
        self.agree_each(pieces)


class ByRatioInFlex(AgreementCase):
    parts = ("ab cd", "<p style='height: 100%; aspect-ratio: 1'>x</p>", f'<img style="height: 100%" src="{SIZED}">', "<p style='height: 50%'>x y</p>z")

    def test_items_of_columns_that_their_ratio_makes_high_say_it_to_what_is_in_them(self) -> None:
        pieces: list[tuple[str, str]] = []
        for own in ("", "aspect-ratio: 2", "height: 150px"):
            for item in ("aspect-ratio: 1", "aspect-ratio: 1; flex: 1", "aspect-ratio: 1; flex: 0 0 auto; margin: 5px 3px", "aspect-ratio: 1; max-height: 50%"):
                css = f"p {{ margin: 0 }} .around {{ width: 300px }} .c {{ display: flex; flex-direction: column; {own} }} .i {{ {item} }}"
                pieces.append((css, "".join(f"<div class=around><div class=c><div class=i>{part}</div><div>cd ef</div></div></div>" for part in self.parts)))
        self.agree_each(pieces)

    def test_rows_that_their_own_ratio_makes_high_say_it_to_what_is_in_them(self) -> None:
        pieces: list[tuple[str, str]] = []
        for own in ("aspect-ratio: 2", "aspect-ratio: 2; max-height: 100px", "aspect-ratio: 2; padding: 10px", "aspect-ratio: 2; height: min-content"):
            for item in ("aspect-ratio: 1", "height: 50%; aspect-ratio: 1", "height: 100%", "display: grid", "aspect-ratio: 1; flex: 0 0 auto; margin: 5px 3px"):
                for around in ("width: 300px", "display: inline-block", "display: flex; width: 300px"):
                    css = f"p {{ margin: 0 }} .around {{ {around} }} .c {{ display: flex; {own} }} .i {{ {item} }}"
                    pieces.append((css, "".join(f"<div class=around><div class=c><div class=i>{part}</div><div>cd ef</div></div></div>" for part in self.parts)))
        self.agree_each(pieces)
