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
        for rule in RULES:
            with self.subTest(rule):
                body = "".join(
                    f'<ul style="{style}"><li class=k>one <b>b</b> two three<li><p>q<b>i</b></p><li><div>a</div><i>b</i><li></li><li style="line-height: 40px">x<i>y</i></ul>' for style in LISTS
                )
                self.agree(f"li::marker, summary::marker, div::marker {{ {rule} }}", f'{body}<details open><summary>sum <b>m</b></summary>t</details><div style="display: list-item; margin-left: 40px">x<b>q</b></div>', (300, 700))
