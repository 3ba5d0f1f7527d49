"""Multiple columns (css-multicol-1), and how what is in them is broken (css-break-4), against the browser."""

from __future__ import annotations

from collections.abc import Iterable

from .base import AgreementCase

PLAIN = "body { font: 16px/20px serif } .m { width: 500px; columns: 4; clear: both } p, ul, h3, dd { margin: 0; font: inherit } h3 { font-weight: 700 }"
FILLED = PLAIN + ".m { height: 60px; column-fill: auto }"


def words(count: int) -> str:
    return " ".join(f"Skerry{number}" for number in range(count))


def lines(count: int) -> str:
    return "<br>".join("abcdefghi"[number % 9] for number in range(count))


def cards(count: int, longer: int) -> str:
    return "".join(f"<div class=c><h3>Pier {number}</h3><p>{words(longer + number * 2)}</p></div>" for number in range(count))


def each(styles: Iterable[str], body: str) -> str:
    """A container with the same body for each style."""
    return "".join(f"<section class=m style='{style}'>{body}</section>" for style in styles)


class Widths(AgreementCase):
    def test_how_many_and_how_wide(self) -> None:
        """css-multicol-1 §3.4; each column's start is rounded by itself."""
        styles = (
            "columns: 1", "columns: 2", "columns: 3", "columns: 7", "columns: 100px", "columns: 9em", "columns: 3 150px; column-gap: 10px", "column-count: 4; column-gap: 7px",
            "columns: 2; column-gap: 5%", "columns: 5; column-gap: 110px", "columns: 600px", "columns: 2; padding: 9px; border: 3px solid", "columns: 0.1px", "column-width: 120px; column-count: 9",
            "-webkit-columns: 3; -webkit-column-gap: 3px",
        )  # fmt: skip
        self.agree(PLAIN + ".w { width: auto }", each(styles, f"<p>{words(23)}<p>{words(9)}") + each(styles, words(30)), widths=(333, 800))

    def test_by_content(self) -> None:
        """What columns want, as the browser has it: a column as often as ``column-count`` says, ``column-width`` holding both ends."""
        styles = ("columns: 2", "columns: 70px", "columns: 3 40px", "columns: 2; column-gap: 3px")
        ways = ("float: left; width: auto", "width: min-content", "width: max-content", "display: inline-block; width: auto", "position: absolute; width: auto")
        self.agree(PLAIN, each((f"{style}; {way}" for style in styles for way in ways), f"<p>{words(4)}<p>{words(1)}<h3 style='column-span: all'>{words(2)}</h3>"), widths=(800,))


class Breaks(AgreementCase):
    def test_orphans_and_widows(self) -> None:
        bodies = "".join(f"<div class=m><p>{lines(one)}<p>{lines(other)}</div>" for one in range(1, 7) for other in (1, 2, 3, 4, 7))
        self.agree(FILLED, bodies, widths=(800,))
        self.agree(FILLED + "p { orphans: 1; widows: 3 }", bodies, widths=(800,))

    def test_edges_stay_whole(self) -> None:
        """The last line takes the edges below it along; those below the last block may stand alone; those above are broken after."""
        sides = ("padding: 3px", "padding-bottom: 5px", "border-bottom: 30px solid", "padding: 8px; border: 2px solid", "margin: 0 0 8px", "margin: 12px 0; padding: 5px", "padding-top: 30px", "padding-top: 45px", "padding-top: 70px", "margin-top: 50px")
        bodies = "".join(
            f"<div class=m><p style='{side}'>{lines(count)}</p><p>{lines(7)}</p><p>a</p></div><div class=m><div style='{side}'><p>{lines(count)}</p><p>{lines(7)}</p></div><p>a</p></div>"
            for side in sides for count in (3, 4, 6, 8)
        )  # fmt: skip
        self.agree(FILLED, bodies, widths=(800,))
        self.agree(PLAIN, bodies, widths=(800,))

    def test_heights_are_cut_anywhere(self) -> None:
        boxes = [f"height: {height}px; {more}" for height in (10, 30, 60, 100, 150) for more in ("", "break-inside: avoid", "overflow: hidden", "min-height: 80px")]
        bodies = "".join(f"<div class=m><p>{lines(count)}</p><div style='{box}'>a</div><div style='{box}'></div><p>a</p></div>" for box in boxes for count in (1, 3, 6))
        self.agree(FILLED, bodies, widths=(800,))
        self.agree(PLAIN, bodies, widths=(800,))

    def test_breaks_that_are_asked_for_and_avoided(self) -> None:
        rules = (
            ".c { break-inside: avoid }", ".c { break-inside: avoid-column; padding: 10px; border: 1px solid; margin-bottom: 16px }", ".c { page-break-inside: avoid }", ".c { display: inline-block; width: 100% }",
            ".c { display: flow-root } p { margin-bottom: 8px }", "h3 { break-after: avoid }", ".c + .c { break-before: column } h3 { margin: 19px 0 }", "p { break-after: column; margin-bottom: 6px }",
            ".c { margin: 20px 0 }", ".c { position: relative; top: 5px }", ".c:nth-child(3) { column-span: all }", ".c { -webkit-column-break-inside: avoid }", ".c { break-before: avoid }",
        )  # fmt: skip
        for rule in rules:
            self.agree(PLAIN + rule, "".join(f"<div class=m style='{way}'>{cards(*size)}</div>" for size in ((2, 4), (3, 5), (5, 3)) for way in ("columns: 2", "columns: 3", "columns: 3; max-height: 100px")), widths=(800,))


class Contents(AgreementCase):
    def test_what_stands_in_columns(self) -> None:
        bodies = (
            "<img style='width: 100px; height: 90px'>" * 4, f"<p>{words(5)}<img style='width: 50px; height: 70px'> {words(9)}</p>",
            "".join(f"<p>{words(4)} <b>{words(3)}</b> <span style='font-size: 22px'>{words(2)}</span> {words(3)}</p>" for _ in range(4)), "<ol>" + "".join(f"<li>{words(count)}" for count in range(1, 8)) + "</ol>",
            "<dl>" + "".join(f"<dt>{words(2)}<dd>{words(count)}" for count in range(1, 8)) + "</dl>", f"text <b>{words(20)}</b> {words(3)}<br>{words(6)}", f"<figure><img style='width: 100%; height: 80px'><figcaption>{words(6)}</figcaption></figure>" * 3,
            f"<a href=x>{words(3)}</a><br>" * 7, f"<ul><li>{words(2)}<ul><li>{words(2)}<li>{words(4)}</ul><li>{words(7)}</ul>" * 2, "<textarea></textarea><select><option>a</select><input>",
            f"<p>{words(4)}<span style='position: absolute'>abs</span> {words(20)}</p>", f"<p>{words(8)}</p><blockquote><p>{words(9)}<p>{words(12)}</blockquote><p>{words(5)}</p>",
        )  # fmt: skip
        ways = ("columns: 3", "columns: 2; line-height: 1.35", "height: 90px", "height: 90px; column-fill: auto", "columns: 150px; padding: 7px")
        self.agree(PLAIN, "".join(each(ways, body) for body in bodies), widths=(800,))

    def test_what_spans_them(self) -> None:
        bodies = (
            f"<h3>Head</h3><p>{words(30)}</p><p>{words(9)}</p>", f"<p>{words(30)}</p><p>{words(9)}</p><h3>Head</h3>", f"<p>{words(8)}</p><h3>Head</h3><p>{words(30)}</p><h3 style='margin: 7px 0'>Head</h3><p>{words(9)}</p>",
            f"<h3>Head</h3><h3 style='width: 50%; margin: 9px auto'>Head</h3>{words(9)}",
        )  # fmt: skip
        self.agree(PLAIN + "h3 { column-span: all }", "".join(each(("columns: 3", "height: 90px", "columns: 2; padding: 9px"), body) for body in bodies), widths=(800,))
