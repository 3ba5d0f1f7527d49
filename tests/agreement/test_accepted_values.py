"""Which values a browser takes for a property and which it drops, one by one (``CSS.supports()``)."""

from __future__ import annotations

import unittest

from hillpin.core.page import Page

from tests.chromium import new_page
from tests.core.pages import page_of

POSITIONS = (
    "left", "top", "center", "left top", "top left", "top top", "left left", "left right", "center left", "left center", "center top", "top center", "center center",
    "10px", "10px 20%", "10px top", "top 10px", "left 10px", "10px left", "bottom 10px", "right 10px bottom 20%", "bottom 20% right 10px", "right bottom 10px",
    "right 10px bottom", "left 10px right 5px", "center 10px top 5px", "left 1px top 2px right 3px", "10", "0", "0 0", "x-start", "x-end y-start", "y-end x-end",
    "left calc(1px + 2%) top 3px", "auto", "left auto", "", "10px 20px 30px", "left, top", "right 10px top center",
)  # fmt: skip
GRADIENTS = (
    "linear-gradient(red, blue)", "linear-gradient(red)", "linear-gradient()", "linear-gradient(to top, red, blue)", "linear-gradient(to left top, red, blue)",
    "linear-gradient(to top left, red, blue)", "linear-gradient(to left right, red, blue)", "linear-gradient(to center, red, blue)", "linear-gradient(45deg, red, blue)",
    "linear-gradient(0, red, blue)", "linear-gradient(45, red, blue)", "linear-gradient(.25turn, red 10%, blue)", "linear-gradient(red, 30%, blue)", "linear-gradient(red, 30%, 40%, blue)",
    "linear-gradient(30%, red, blue)", "linear-gradient(red, blue, 30%)", "linear-gradient(red 10% 20%, blue)", "linear-gradient(red 10% 20% 30%, blue)", "linear-gradient(10% red, blue)",
    "linear-gradient(top, red, blue)", "repeating-linear-gradient(red, blue 20px)", "radial-gradient(red, blue)", "radial-gradient(circle, red, blue)", "radial-gradient(circle 20px, red, blue)",
    "radial-gradient(20px circle, red, blue)", "radial-gradient(circle 20px 30px, red, blue)", "radial-gradient(20px 30px, red, blue)", "radial-gradient(ellipse 20px, red, blue)",
    "radial-gradient(ellipse 20px 30%, red, blue)", "radial-gradient(20%, red, blue)", "radial-gradient(-20px, red, blue)", "radial-gradient(closest-side, red, blue)",
    "radial-gradient(closest-side 20px, red, blue)", "radial-gradient(closest-corner circle at left 10px top 20%, red, blue)", "radial-gradient(at top, red, blue)", "radial-gradient(at, red, blue)",
    "radial-gradient(circle circle, red, blue)", "conic-gradient(red, blue)", "conic-gradient(from 45deg, red, blue)", "conic-gradient(45deg, red, blue)", "conic-gradient(from 45deg at 10px 20px, red, blue)",
    "conic-gradient(at 10px 20px, red, blue)", "conic-gradient(at 10px 20px from 45deg, red, blue)", "conic-gradient(red 10%, blue 90deg)", "conic-gradient(red 10px, blue)", "none", "red",
    "conic-gradient(red 0, blue 0)", "none, linear-gradient(red, blue)", "url(a.png) url(b.png)", "url(a.png), url(b.png)", "url(a.png),",
)  # fmt: skip
SHAPES = (
    "none", "border-box", "margin-box circle(10px)", "circle(10px) margin-box", "circle(10px) circle(20px)", "border-box margin-box", "circle()", "circle(10px 20px)", "circle(closest-side)",
    "circle(farthest-side at left)", "circle(-1px)", "circle(50% at 10px 20px)", "circle(at)", "ellipse()", "ellipse(10px)", "ellipse(10px 20px)", "ellipse(10px closest-side at top right)",
    "ellipse(10px 20px 30px)", "inset()", "inset(1px)", "inset(1px 2px 3px 4px)", "inset(1px 2px 3px 4px 5px)", "inset(1px round 5px)", "inset(1px round)", "inset(1px round 5px / 6px)",
    "inset(1px round -5px)", "inset(-1px)", "inset(auto)", "rect(1px 2px 3px 4px)", "rect(1px auto auto 4px)", "rect(1px 2px 3px)", "xywh(1px 2px 3px 4px)", "xywh(1px 2px -3px 4px)", "xywh(1px 2px 3px)",
    "polygon(0 0, 10px 10px)", "polygon(0 0)", "polygon()", "polygon(evenodd, 0 0, 1px 2px, 3px 4px)", "polygon(nonzero 0 0, 1px 2px)", "polygon(0 0 0, 1px 2px)", "polygon(0, 0)", "path('M0 0')",
    "circle(10px) none", "star()",
)  # fmt: skip
VALUES: dict[str, tuple[str, ...]] = {
    "object-position": POSITIONS,
    "transform-origin": ("left", "top", "left top", "top left", "10px 20%", "10px 20% 5px", "left top 5px", "left top 5%", "top 10px", "10px left", "center", "left left", "5px 5px 5px 5px", ""),
    "background-position": (*POSITIONS, "left 10px top", "left top 10px", "center top 10px", "top 10px center", "left 10px center", "left, 10px 20%, center"),
    "background-position-x": ("left", "right 10px", "10px right", "center 10px", "top", "10%, left", "x-end 3px", "10px 20px", ""),
    "background-size": ("cover", "contain", "auto", "10px", "10px auto", "auto 10%", "cover contain", "cover 10px", "-1px", "10px 20px 30px", "10px, cover", "", "0"),
    "background-repeat": ("repeat", "repeat-x", "no-repeat space", "repeat-x repeat", "round", "space round space", "repeat, no-repeat", "stretch"),
    "background-clip": ("border-box", "text", "content-box, padding-box", "border-box padding-box", "margin-box", "border-area"),
    "background-origin": ("border-box", "text", "content-box, padding-box"),
    "background-image": GRADIENTS,
    "background": (
        "red", "none", "url(a.png)", "url(a.png) left / cover no-repeat", "left / cover url(a.png)", "/ cover", "url(a.png) / cover", "red, blue", "url(a.png), red", "red, url(a.png)", "red red",
        "left top right", "border-box padding-box content-box", "border-box padding-box", "fixed scroll", "no-repeat repeat-x", "no-repeat space", "linear-gradient(red, blue) center / 10px 20px repeat-x fixed padding-box",
        "10px 20px / auto", "center / 10px / 20px", "text", "url(a.png) url(b.png)", "",
    ),
    "clip-path": SHAPES,
    "shape-outside": SHAPES,
    "text-box": ("normal", "none", "trim-both", "trim-start cap alphabetic", "cap alphabetic trim-start", "cap trim-start alphabetic", "cap", "cap alphabetic", "alphabetic cap", "trim-both trim-start", "text", "ex text", "auto", "normal trim-both", ""),
    "contain-intrinsic-size": ("none", "10px", "auto 10px", "10px auto 20px", "auto 10px auto 20px", "auto", "auto auto", "10px 20px 30px", "-1px", "10%", "none 10px", "auto none", "from-element", ""),
    "aspect-ratio": ("auto", "2", "2 / 3", "auto 2/3", "2/3 auto", "2 auto / 3", "-1", "0", "2/0", "2/", "/ 3", "2 3", "auto auto", "2/3/4", "calc(2)", "2px", ""),
    "transform": ("none", "rotate(9deg)", "rotate(9)", "rotate(0)", "translate(1px)", "translate(1px, 2%)", "translate(1px 2px)", "translate(1px, 2px, 3px)", "translate3d(1px, 2px, 3px)", "translate3d(1px, 2px, 3%)", "scale(2)", "scale(50%)", "scale(2, 3, 4)", "skew(1deg, 2deg)", "skew(1deg, 2deg, 3deg)", "matrix(1, 0, 0, 1, 0, 0)", "matrix(1, 0, 0, 1, 0)", "perspective(none)", "perspective(-1px)", "perspective(9px)", "rotate3d(1, 2, 3, 4deg)", "rotate3d(1, 2, 3)", "none rotate(9deg)", "spin(9deg)", ""),
    "opacity": ("0", "1", ".5", "2", "-1", "50%", "-10%", "1px", "1 1", "calc(.5)", "auto", ""),
    "columns": ("2", "10px", "2 10px", "10px 2", "auto", "auto auto", "auto 2", "10px 20px", "1 2", "0", "-1", "1 2px 3", "1.5", ""),
    "column-count": ("auto", "1", "0", "-1", "1.5"),
    "orphans": ("1", "0", "-1", "auto"),
    "align-items": ("normal", "stretch", "auto", "left", "right", "start", "first baseline", "last baseline", "safe center", "unsafe left", "space-between", "center center"),
    "align-content": ("normal", "stretch", "auto", "left", "space-between", "first baseline", "last baseline", "safe center", "baseline center"),
    "align-self": ("auto", "left", "right", "self-start", "anchor-center", "space-around", "safe self-end"),
    "justify-items": ("auto", "left", "legacy", "legacy center", "center legacy", "baseline", "space-between"),
    "justify-content": ("left", "right", "baseline", "last baseline", "safe right", "stretch", "self-start"),
    "justify-self": ("auto", "left", "safe right", "baseline", "space-evenly"),
    "quotes": ("none", "auto", "'a' 'b'", "'a'", "'a' 'b' 'c'", "'a' 'b' 'c' 'd'", "a b", ""),
    "font-family": ("Sans", "Skerry Line", "'Skerry Line', serif", "serif, sans", "1st", "Skerry, ", "inherit serif", "'a' b", ""),
    "tab-size": ("4", "4px", "-1", "4%", "1.5", "calc(2 + 2)", "auto"),
}


class Accepted(unittest.TestCase):
    def test_as_the_browser_takes_them(self) -> None:
        browser = new_page()
        try:
            for name, values in VALUES.items():
                takes = browser.evaluate("([name, values]) => values.map(value => CSS.supports(name, value))", [name, list(values)])
                ours = [_takes(page_of(f"p {{ {name}: {value} }}", "<p>x")) for value in values]
                wrong = [f"{name}: {value} is {'taken' if theirs else 'dropped'}" for value, own, theirs in zip(values, ours, takes, strict=True) if own != theirs]
                with self.subTest(name):
                    self.assertEqual(wrong, [])
        finally:
            browser.context.close()


def _takes(page: Page) -> bool:
    for element in page.document.elements:
        page.cascade.matches(element)
    return not page.sheets.problems and not page.cascade.problems
