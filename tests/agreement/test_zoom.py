"""``zoom`` (css-viewport-1 §4) against the browser: lengths, what is inherited, pictures and controls, each in what grows."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

DRAWING = "data:image/svg+xml,<svg xmlns='http://www.w3.org/2000/svg' width='40' height='30'/>"
STYLES = (
    "width: 100px", "width: 50%", "width: 10em", "width: 10rem", "width: 10vw", "margin: 10px 5%", "padding: 1em 3px", "border: 1px solid", "border: thin solid; padding: 2ch", "border-style: solid",
    "font-size: 20px", "font-size: 1.5em", "font-size: 150%", "font-size: large", "font-size: smaller", "font: 12px/20px Sans", "line-height: 2em", "letter-spacing: 1px", "word-spacing: .3em",
    "text-indent: 20px", "text-indent: 5%", "min-height: 2em; max-width: 99px", "display: flex; gap: 10px", "display: grid; grid-template-columns: 50px 1fr minmax(20px, 2em); gap: 5px",
    "display: inline-block; width: calc(10% + 20px)", "float: left; width: 40px", "position: absolute; left: 10px; top: 20px", "position: relative; left: 5px", "transform: translate(10px, 0)",
    "columns: 100px 2", "aspect-ratio: 2; width: 60px", "vertical-align: 5px; display: inline-block", "tab-size: 20px; white-space: pre", "zoom: 1.3", "zoom: 50%", "zoom: 2; width: 80px", "zoom: inherit",
    "zoom: 0", "zoom: normal", "border-spacing: 4px; display: table", "width: min(200px, 40%)",
)  # fmt: skip
INSIDE = (
    "Text <b>bold</b> words <code>mono</code> <small>s</small> <sup>x</sup>", f'<img src="{PIXEL}" width=20><img src="{DRAWING}"><svg width=30 height=20></svg><canvas></canvas><iframe width=50 height=20></iframe>',
    "<table border=1 cellpadding=4><tr><td>a<td width=30>b</table><ul><li>one<li>two</ul><h3>Head</h3><p>para</p><hr>", "<p>a<p style='font-size: .8em; margin: 1em'>b<p style='line-height: inherit; letter-spacing: inherit'>c",
    "<fieldset><legend>L</legend>x</fieldset><blockquote>q</blockquote><input size=5><input type=checkbox><textarea></textarea><button>Go</button>",
)  # fmt: skip


class Zoomed(AgreementCase):
    def test_each_style_around_and_inside(self) -> None:
        for factor in ("1.5", "2", "75%"):
            with self.subTest(factor):
                body = "".join(
                    f'<div style="position: relative; overflow: hidden; zoom: {factor}"><section style="{style}">{INSIDE[number % 5]}</section>{INSIDE[(number + 2) % 5]}</div>' for number, style in enumerate(STYLES)
                )
                self.agree("", body, (700,), tolerance=0.06)

    def test_of_the_page(self) -> None:
        self.agree("html { zoom: 1.25; font-size: 10px }", f'<p style="width: 10rem; font-size: 1.2rem">a <b>b</b></p><div style="width: 10vw">{INSIDE[2]}</div>', (700,), tolerance=0.06)

    def test_containers_are_asked_as_they_were(self) -> None:
        self.agree("div { container-type: inline-size; width: 200px } @container (min-width: 300px) { b { padding: 9px } } i { display: inline-block; width: 10cqw }", '<div style="zoom: 2"><b>x</b><i>q</i></div><div style="zoom: .5; width: 400px"><b>x</b><i>q</i></div>', (700,))


class Beside(AgreementCase):
    def test_gaps_of_columns_are_whole(self) -> None:
        self.agree("", "".join(f'<div style="columns: 2; font-size: {size}px"><p>a</p><p>b</p></div>' for size in (17.6, 16.4, 13.33, 20.5)), (700,))

    def test_white_space_alone_is_nothing_in_a_table(self) -> None:
        insides = ("<b>a</b> <i>c</i>", "x <b>a</b> <i>c</i>", "<b>a</b> y <i>c</i>", "<b>a</b>\n<i>c</i> <b>d</b>", "<b>a </b> <i>c</i>", "<b>a</b> <p>q</p> <i>c</i>", "<b>a</b><i style='display: table-cell'>z</i> <i>c</i> <b>d</b>")
        for display in ("table", "inline-table", "table-row", "table-row-group"):
            for space in ("normal", "pre", "pre-line"):
                self.agree("", "".join(f'<div style="display: {display}; white-space: {space}">{inside}</div>' for inside in insides), (700,))
