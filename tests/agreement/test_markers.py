"""Rules for ``::marker`` (css-lists-3 §3.1) against the browser: what they say of the type and the content of markers."""

from __future__ import annotations

from .base import PIXEL, AgreementCase

RULES = (
    "content: '→ '", "font-size: 40px", "font-size: 8px", "font-weight: bold; font-size: 1.5em", "line-height: 50px", "font: 30px/2 Slab", "content: 'long marker here '; font-size: 30px", "content: ''", "content: none",
    "content: counter(list-item)", "content: attr(class) 'm '", "padding: 20px; margin: 9px; display: block", "content: 'ab '; letter-spacing: 5px; text-transform: uppercase", f"content: url({PIXEL})",
    "vertical-align: top; font-size: 30px", "position: absolute; float: left", "content: ''; font-size: 40px",
)  # fmt: skip
LISTS = ("", "list-style-position: inside", "list-style-type: decimal", "list-style: square inside", "list-style: none", "list-style-type: '- '")


class Markers(AgreementCase):
    def test_of_list_items_and_summaries(self) -> None:
        pieces: list[tuple[str, str]] = []
        for rule in RULES:
            body = "".join(
                f'<ul style="{style}"><li class=k>one <b>b</b> two three<li><p>q<b>i</b></p><li><div>a</div><i>b</i><li></li><li style="line-height: 40px">x<i>y</i></ul>' for style in LISTS
            )
            pieces.append((f"li::marker, summary::marker, div::marker {{ {rule} }}", f'{body}<details open><summary>sum <b>m</b></summary>t</details><div style="display: list-item; margin-left: 40px">x<b>q</b></div>'))
        self.agree_each(pieces, (300, 700))


class ListItems(AgreementCase):
    INSIDE = ("<p>i</p>", "<p></p>", "<p>i</p>t", "<p>wider than that</p>", "<ul><li>i</ul>", "<b>i</b><p>i</p>", "<b>i</b>", "t")

    def test_blocks_beside_a_marker_are_as_wide_as_it_at_least(self) -> None:
        pieces: list[tuple[str, str]] = []
        for kind in ("disc", "decimal", "'→  '", "disclosure-open", f"disc url({PIXEL})", "none"):
            for around in ("display: flex", "display: grid; justify-content: start", "", "letter-spacing: 3px"):
                items = "".join(f"<li>{inside}</li>" for inside in self.INSIDE)
                pieces.append((f"p, ol, ul {{ margin: 0; padding: 0 }} b, section > ol > li {{ float: left }} ol {{ {around}; list-style: {kind} }}", f"<section><ol>{items}</ol></section>"))
        self.agree_each(pieces)

    def test_margins_that_meet_in_an_item_without_words(self) -> None:
        for own in ("float: left", "overflow: hidden", "padding: 1px", "position: absolute", "display: flow-root list-item"):
            for margin in ("36px 0", "36px 0 5px", "10px 0", "-10px 0"):
                with self.subTest((own, margin)):
                    self.agree(f"ul, p {{ margin: 0; padding: 0 }} .a {{ {own} }} .b {{ margin: {margin} }}", "<ul><li class=a><p></p><p class=b></p></li><li>after</ul>", (700,))

    def test_every_kind_of_them(self) -> None:
        for kind in ("list-item", "block flow list-item", "flow-root list-item", "inline list-item", "list-item inline flow", "inline flow-root list-item", "flex list-item"):
            for around in ("", "display: flex", "display: grid"):
                with self.subTest((kind, around)):
                    css = f"ol {{ {around}; list-style: decimal }} li {{ display: {kind} }} p {{ margin: 9px 0 }} b {{ float: left }}"
                    self.agree(css, "<ol><li>x</li> <li><p>y</p></li> <li></li> <li><b>f</b></li> <li>x<br>yy</li></ol>", (700,))


class HeldOpen(AgreementCase):
    def test_a_box_is_no_lower_than_a_marker_that_stands_on_no_line_of_its_blocks(self) -> None:
        insides = (
            "<div><i>Is</i></div>", "<i>Is</i>", "<i>Is</i>b", "<div></div>", "<div><p>p</p></div>", "<div style='overflow: hidden'></div>", "<div style='height: 5px'></div>",
            "<div style='position: absolute'>a</div>", "<div><i>Is</i></div><p>q</p>", "<table><tr><td>t</table>",
        )  # fmt: skip
        heights = ("height: 16px", "", "min-height: 5px", "padding: 2px 0 5px; height: 10px", "max-height: 10px", "height: 12px; border-top: 3px solid", "float: left; height: 3px", "height: 3px; overflow: hidden")
        self.agree_each(
            (f"ul {{ margin: 0 }} i {{ float: left }} li {{ {height}; {marker} }}", f"<ul><li>{inside}</li><li>next</li></ul>")
            for height in heights for marker in ("", "list-style: none", "list-style: inside", "list-style-type: decimal; font-size: 30px") for inside in insides
        )  # fmt: skip

    def test_buttons_and_fieldsets_have_no_marker(self) -> None:
        elements = ("<button class=x>When</button>", "<fieldset class=x>f</fieldset>", "<p class=x>a</p>", "<input type=submit class=x value=go>", "<textarea class=x></textarea>")
        self.agree_each((f".x {{ display: list-item; {marker} }}", f"<section>{element}</section>") for element in elements for marker in ("list-style-position: inside", "list-style: decimal inside", "", "width: 60px"))


class JustifiedLines(AgreementCase):
    def test_symbols_are_widened_as_if_a_space_ended_them(self) -> None:
        """Circles and squares on both sides; and no kerning goes from a marker on to the words behind it."""
        self.agree_each(
            (f"ul {{ width: 200px; list-style: inside {kind}; text-align: {align}; font: 20px serif }}", f"<ul>{item}</ul>")
            for kind in ("disc", "circle", "square", "decimal", "upper-alpha", "'- '", "disclosure-open")
            for align in ("justify", "left", "center")
            for item in ("<li>Welcome<code>wind back</code> known 12:45 and more words here to wrap", "<li><b>Wel</b>come <i>wind back</i> known 12:45 and more words", "<li><code>w</code>")
        )


class EmptyBoxesBesideMarkers(AgreementCase):
    def test_inline_boxes_with_nothing_in_them_stand_on_the_line_of_an_outside_marker(self) -> None:
        self.agree_each(
            (f"main > * {{ {kind} }} b {{ font-size: 30px }} span {{ padding: 2px }}", f"<main><div><{tag}>{inside}</{tag}>{behind}</div></main>")
            for kind in ("display: list-item; margin-left: 30px", "display: list-item; list-style: none", "display: list-item; list-style-position: inside", "display: block")
            for tag in ("a", "span", "b")
            for inside in ("", "<q style='float: right'>tt</q>", "<q style='float: left'>tt</q>", "<q style='position: absolute'>t</q>", " ")
            for behind in ("", "x", "<a></a>")
        )
