"""Lines along the outlines of floats (``shape-outside``, css-shapes-1) against the browser."""

from __future__ import annotations

from .base import AgreementCase

SENTENCE = "Known isles of the skerry line and more text to wrap here in lines of some words that go on until they are below the float at last and then some"
WORDS = " ".join(f"<b>{word}</b>" for word in SENTENCE.split())
SHAPES = (
    "circle()", "circle(40%)", "circle(50px at 30% 60px)", "circle(farthest-side at 20px 20px)", "ellipse()", "ellipse(30px 60px)", "ellipse(40% 50% at 10px 50%)", "inset(10px 20px)",
    "inset(10% 5px 20px round 30px)", "inset(0 round 20px 40px)", "polygon(0 0, 100% 0, 0 100%)", "polygon(50% 0, 100% 50%, 50% 100%, 0 50%)", "polygon(0 20px, 80px 60px, 100% 100%, 10px 90%)",
    "polygon(0 0, 60px 0, 60px 40px, 0 40px)", "margin-box", "border-box", "padding-box", "content-box", "circle() border-box", "circle(50%) content-box", "xywh(10px 10px 60% 50% round 9px)",
    "rect(5px 90px auto 10px)", "none",
)  # fmt: skip
LOOKS = ("margin: 10px", "margin: 5px 20px 30px 7px; padding: 10px; border: 5px solid", "shape-margin: 8px; border-radius: 50%", "shape-margin: 5%; margin-top: -20px; border-radius: 20px 60px")
STYLE = "b { font-weight: 400 } i { width: 110px; height: 130px; float: left } .t { line-height: 20px; width: 300px; overflow: hidden }"


class Outlines(AgreementCase):
    def test_every_shape(self) -> None:
        for look in LOOKS:
            with self.subTest(look):
                self.agree(STYLE + f"i {{ {look} }}", "".join(f'<div class=t><i style="shape-outside: {shape}"></i>{WORDS}</div>' for shape in SHAPES), (700,), tolerance=0.07)

    def test_at_both_sides_and_behind_words(self) -> None:
        body = "".join(
            f'<div class=t style="{style}">Tide <b>tables</b> <i style="float: {side}; shape-outside: {shape}"></i>{WORDS}<p>{WORDS}</p></div>'
            for style in ("", "text-align: center", "line-height: 33px; text-indent: 20px")
            for side, shape in (("right", "circle()"), ("left", "polygon(0 0, 100% 0, 0 100%)"), ("right", "inset(10px 20px 30px 40px)"))
        )
        self.agree(STYLE, body, (700,), tolerance=0.07)

    def test_boxes_beside_keep_clear_of_the_margin_box(self) -> None:
        self.agree(STYLE, f'<div class=t><i style="shape-outside: circle(20px)"></i><div style="overflow: hidden"><b>Pier</b></div><i style="height: 40px"></i><p style="clear: left">{WORDS}</p></div>', (700,))
