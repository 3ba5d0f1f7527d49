"""Transforms of space as the browser flattens them (css-transforms-2), old names of sizes, and fonts of the system."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

from .base import AgreementCase

TRANSFORMS = (
    "transform: rotateX(40deg)", "transform: rotateY(180deg)", "transform: rotateY(60deg) rotateX(20deg)", "transform: rotate3d(1, 1, 0, 45deg)", "transform: rotate3d(0, 0, 0, 45deg)", "transform: translate3d(10px, 20%, 30px)",
    "transform: translateZ(10px)", "transform: scale3d(2, .5, 3)", "transform: rotateX(45deg) translateZ(20px)", "transform: rotateX(45deg) translateZ(20px) rotateX(-45deg)", "transform: rotateX(30deg) scale(1.5) rotate(20deg)",
    "transform: matrix3d(1, 0, 0, 0, 0, .5, .5, 0, 0, -.5, .5, 0, 10, 20, 30, 1)", "rotate: x 40deg", "rotate: 40deg y", "rotate: 1 1 1 50deg", "rotate: z 30deg", "translate: 10px 20px 30px", "translate: 10px; translate: none",
    "scale: 2 1 3", "transform: scale(50%)", "transform: rotate(30deg); transform: bogus(2)", "transform: rotate(30deg); transform: rotate(1, 2)", "transform: rotate(30deg); transform: translate(red)",
    "transform: perspective(none) rotateX(40deg)", "transform: rotateX(40deg); transform-origin: 0 0", "transform: rotateX(40deg); transform-origin: 0 0 20px", "transform: rotateY(30deg) skew(10deg)", "transform: rotateX(.1turn)",
    "width: -webkit-max-content", "width: -webkit-min-content", "max-width: -webkit-fit-content", "font: caption", "font: small-caption",
)  # fmt: skip


class Transforms(AgreementCase):
    def test_their_shadows_on_the_page(self) -> None:
        pieces: list[tuple[str, str]] = []
        for declarations in TRANSFORMS:
            pieces.append((f".a {{ {declarations} }}", "<div><div class=a><p>abc def</p><i>italic</i> and <b>bold</b></div></div><p>after</p>"))
        self.agree_each(pieces, (300,))

    def test_in_a_box_that_is_turned_too(self) -> None:
        self.agree(".w { transform: rotateX(30deg) } .a { transform: rotateY(40deg) }", "<div class=w><div class=a><p>abc</p></div></div>", (300,))


class Named(unittest.TestCase):
    def test_what_depends_on_a_distance_is_named(self) -> None:
        for around, declarations, named in (
            ("", "transform: perspective(100px) translateZ(20px)", ["transform: perspective()"]), ("perspective: 100px", "transform: rotateY(40deg)", ["perspective"]),
            ("transform: rotateX(30deg); transform-style: preserve-3d", "transform: rotateY(40deg)", ["transform-style"]), ("transform-style: preserve-3d", "transform: rotateY(40deg)", []),
            ("", "transform: rotateX(40deg)", []), ("", "text-indent: 2em hanging", ["text-indent: hanging"]), ("", "display: math", ["math"]),
        ):  # fmt: skip
            with self.subTest((around, declarations)):
                page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>.w {{ {around} }} .a {{ {declarations} }}</style><div class=w><div class=a>x</div></div>"}))
                self.assertEqual([one.feature for one in page.layout(600).unmodelled], named)
