"""``@scope`` (css-cascade-6 §3.5), selectors, and fields of numbers, against the browser."""

from __future__ import annotations

from .base import AgreementCase

RULES = (
    "@scope (.a) { p { RULE } }", "@scope (.a) to (.b) { p { RULE } }", "@scope (.a) { :scope { RULE } }", "@scope (.a) { :scope > p { RULE } }", "@scope (.a) { & > p { RULE } }", "@scope (.a) { .a p { RULE } }",
    "@scope (.a) { div p { RULE } }", "@scope (.a, .b) { p { RULE } }", "@scope (.a) to (.a .b) { p, i { RULE } }", "@scope (.a) { @media (width > 9px) { p { RULE } } }", "@scope (.a) { @scope (.b) { p { RULE } } }",
    "@scope (.a) { p { RULE; & i { padding-left: 5px } } }", "@scope (bogus::) { p { RULE } }", "@scope (.a) { :not(p) { RULE } }", "@layer x { @scope (.a) { p { RULE } } }", "@scope (.a) { p { RULE } } p { padding-left: 3px }",
    "@scope (.b) { p { padding-left: 3px } } @scope (.a) { p { RULE } }", "@scope (.a) { p::before { content: 'x' } }", "@scope (.a) { p { RULE } } .a p { padding-left: 3px }",
)  # fmt: skip
SELECTORS = (
    ":nth-of-type(2)", ":nth-child(2n+1 of .k)", ":nth-last-of-type(1)", ":only-of-type", ":not(:first-of-type)", ".k :nth-of-type(1)", "[data-x='A' i]", "[data-x=a b]", ":matches(p)", ":is(:bogus, p)", "p:nth-child(-n+1)", "*|p", "*|*", "*|p.k > *|b", "|p", "*| p", "[*|data-x=a]", "[|data-x]", "svg|p", ":not(*|p)", "[data-x='a' s]",
)  # fmt: skip
NUMBERS = (
    "", "min=1 max=2", "max=9", "min=1 max=99", "min=0 max=9999", "min=-10 max=5", "min=0 max=1 step=0.01", "min=0 max=10 step=any", "min=0.5 max=1.5", "min=0 max=1e3", "min=1 max=2 size=20", "min=x max=5", "min=1 max=2 step=0",
    "min=.05 max=5", "min=-0.25 max=1 step=.125", "min='+1' max=9", "min=0 max=100 style='font: 20px Slab'", "min=0 max=100 style='appearance: textfield'", "min=0 max=100 style='padding: 0; border: 0'",
)  # fmt: skip


class Scopes(AgreementCase):
    def test_where_rules_count(self) -> None:
        pieces: list[tuple[str, str]] = []
        for rule in RULES:
            pieces.append((rule.replace("RULE", "padding-left: 9px"), "<div class=a><p>x<i>y</i></p><div class=b><p>q<i>z</i></p><div class=a><p>w</p></div></div></div><p>out</p><div class=b><p>r</p></div>"))
        self.agree_each(pieces)


class Selectors(AgreementCase):
    def test_what_they_find(self) -> None:
        pieces: list[tuple[str, str]] = []
        for selector in SELECTORS:
            pieces.append((f"{selector} {{ padding-left: 33px }}", "<div class=k><p class=k data-x=a>x<b>y</b></p><p data-x='a b'>q<i>z</i></p><p class=k></p><h1>h</h1></div>"))
        self.agree_each(pieces)


class Numbers(AgreementCase):
    def test_fields_are_as_wide_as_their_bounds(self) -> None:
        self.agree("", "".join(f"<p>a<input type=number {attributes}><b>x</b></p>" for attributes in NUMBERS), (700,))
