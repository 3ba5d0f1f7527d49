"""Math functions worked out by hand (css-values-4 §10), and values that are named as not followed."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page


def page_of(value: str) -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>div {{ width: 400px; font-size: 20px }} p {{ width: 7px; width: {value} }}</style><div><p></p></div>"}))


def width(value: str) -> float:
    return page_of(value).boxes(1000).boxes[-1].width


class Functions(unittest.TestCase):
    def test_angles(self) -> None:
        for value, px in (
            ("calc(sin(30deg) * 100px)", 50), ("calc(cos(60deg) * 100px)", 50), ("calc(tan(45deg) * 30px)", 30), ("calc(sin(pi / 2) * 10px)", 10), ("calc(cos(0.5turn) * -20px)", 20),
            ("calc(sin(100grad) * 40px)", 40), ("calc(atan2(1, 1) / 1deg * 1px)", 45), ("calc(sin(asin(0.25)) * 80px)", 20), ("calc(acos(0) / 1deg * 1px)", 90), ("calc(atan(1) / 0.5turn * 100px)", 25),
        ):  # fmt: skip
            with self.subTest(value):
                self.assertAlmostEqual(width(value), px, delta=1 / 64)

    def test_powers(self) -> None:
        for value, px in (("calc(log(100, 10) * 20px)", 40), ("calc(log(e) * 30px)", 30), ("calc(exp(0) * 15px)", 15), ("calc(pow(2, 5) * 1px)", 32), ("hypot(30px, 40px)", 50), ("calc(sqrt(400) * 1px)", 20)):
            with self.subTest(value):
                self.assertAlmostEqual(width(value), px, delta=1 / 64)

    def test_lengths_that_cancel(self) -> None:
        for value, px in (
            ("calc(sign(-3px) * -20px)", 20), ("calc(100px / 10px * 3px)", 30), ("calc(1em / 1px * 2px)", 40), ("calc(50vw / 100vw * 60px)", 30), ("calc(progress(50px, 0px, 200px) * 80px)", 20),
            ("clamp(none, 50%, 90px)", 90), ("clamp(30px, 1%, none)", 30), ("clamp(none, 50%, none)", 200), ("calc(10px * 10px / 20px)", 5),
        ):  # fmt: skip
            with self.subTest(value):
                self.assertAlmostEqual(width(value), px, delta=1 / 64)

    def test_what_is_no_length_is_dropped(self) -> None:
        for value in ("calc(10px * 10px)", "calc(1px / 1px)", "sin(30deg)", "round(17.5px)", "calc(10px / 1deg)", "atan2(1, 1)", "calc(log(10px) * 1px)", "progress(1px, 2, 3)", "calc(sign(1px) + 1px)"):
            with self.subTest(value):
                self.assertEqual(width(value), 7)

    def test_the_environment_of_a_plain_window(self) -> None:
        self.assertEqual(width("calc(env(safe-area-inset-left, 30px) + 5px)"), 5)
        self.assertEqual(width("env(titlebar-area-width, 30px)"), 30)


class Named(unittest.TestCase):
    def test_values_that_the_browser_knows_and_core_does_not(self) -> None:
        for value, name in (("random(10px, 20px)", "random()"), ("calc(1px + random(10px, 20px))", "random()"), ("calc-size(auto, size / 2)", "calc-size()"), ("calc-size(any, 50% + 1px)", "calc-size()")):
            with self.subTest(value):
                layout = page_of(value).layout(600)
                self.assertEqual([one.feature for one in layout.unmodelled], [name])
        self.assertEqual(page_of("wrong(3px)").layout(600).unmodelled, [])

    def test_queries_that_are_not_followed(self) -> None:
        for query, name in (("(width > 100px) and scroll-state(stuck: top)", "@container scroll-state()"), ("(not (scroll-state(stuck: top)))", "@container scroll-state()"), ("(width > 100px)", "")):
            with self.subTest(query):
                page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><style>div {{ container-type: inline-size }} @container {query} {{ p {{ width: 9px }} b {{ width: 3px }} }}</style><div><p></p></div>"}))
                self.assertEqual([(one.index, one.feature) for one in page.layout(600).unmodelled], [(2, name)] if name else [])
