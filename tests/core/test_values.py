"""Units, math, values: numbers worked out by hand."""

from __future__ import annotations

import unittest

from hillpin.core import units
from hillpin.core.shown import px

from .pages import box, page_of


class Units(unittest.TestCase):
    def test_lengths_are_cut_to_sixty_fourths(self) -> None:
        self.assertEqual(units.truncated(10.99), 703)  # 10.99 × 64 = 703.36
        self.assertEqual(units.truncated(-10.99), -703)
        self.assertEqual(units.rounded(10.99), 703)
        self.assertEqual(units.ceiled(10.99), 704)

    def test_percentages_are_cut_towards_zero(self) -> None:
        # A third of 100 px is 33.333 px: 2,133.3 sixty-fourths.
        self.assertEqual(units.percent_of(100 / 3, 6400), 2133)
        self.assertEqual(units.percent_of(-50, 65), -32)

    def test_lengths_beyond_what_layout_holds_are_clamped(self) -> None:
        self.assertEqual(units.truncated(1e12), units.LARGEST)
        self.assertEqual(units.truncated(float("inf")), units.LARGEST)
        self.assertEqual(units.clamp(-(2**40)), -units.LARGEST)

    def test_whole_px(self) -> None:
        self.assertEqual(units.floor_px(130), 128)
        self.assertEqual(units.to_px(96), 1.5)

    def test_numbers_as_people_read_them(self) -> None:
        self.assertEqual(
            [px(v) for v in (694, 163.5, 1920, -4, 0.004, 33.333)],
            ["694", "163.50", "1,920", "−4", "0", "33.33"],
        )


class Lengths(unittest.TestCase):
    def width(self, value: str, extra: str = "", viewport: int = 800) -> float:
        return box(page_of(f"div {{ width: {value}; {extra} }}", "<div></div>"), "div", viewport).width

    def test_absolute_units(self) -> None:
        # 1in = 96px = 2.54cm = 25.4mm = 101.6Q = 72pt = 6pc.
        for value in ("96px", "1in", "2.54cm", "25.4mm", "101.6Q", "72pt", "6pc"):
            self.assertEqual(self.width(value), 96.0, value)

    def test_font_units(self) -> None:
        self.assertEqual(self.width("10em", "font-size: 20px"), 200)
        self.assertEqual(self.width("10rem", "font-size: 20px"), 160)
        self.assertEqual(self.width("2lh", "font-size: 10px; line-height: 3"), 60)

    def test_viewport_units(self) -> None:
        for value, expected in (
            ("10vw", 80),
            ("10vh", 60),
            ("10vmin", 60),
            ("10vmax", 80),
            ("10vi", 80),
            ("10vb", 60),
            ("10svw", 80),
            ("10dvh", 60),
            ("10lvmin", 60),
        ):
            self.assertEqual(self.width(value), expected, value)

    def test_calc(self) -> None:
        self.assertEqual(self.width("calc(50% - 2 * 10px)"), 380)
        self.assertEqual(self.width("calc((100% + 40px) / 4)"), 210)
        self.assertEqual(self.width("calc(1px * (2 + 3) * 4)"), 20)
        self.assertEqual(self.width("calc(100px)"), 100)

    def test_min_max_clamp(self) -> None:
        self.assertEqual(self.width("min(50%, 300px)"), 300)
        self.assertEqual(self.width("max(50%, 300px)"), 400)
        self.assertEqual(self.width("clamp(100px, 10%, 200px)"), 100)
        self.assertEqual(self.width("clamp(100px, 90%, 200px)"), 200)
        self.assertEqual(self.width("clamp(100px, 20%, 200px)"), 160)

    def test_rounding_functions(self) -> None:
        self.assertEqual(self.width("round(107px, 10px)"), 110)
        self.assertEqual(self.width("round(down, 107px, 10px)"), 100)
        self.assertEqual(self.width("mod(107px, 10px)"), 7)
        self.assertEqual(self.width("abs(-50px)"), 50)

    def test_what_does_not_parse_is_dropped(self) -> None:
        for value in ("100", "-5px", "50 px", "calc(10px + )", "10px 20px", "wide"):
            self.assertEqual(self.width(value), 800, value)

    def test_unitless_zero_is_a_length(self) -> None:
        self.assertEqual(self.width("0"), 0)

    def test_edges_from_shorthands(self) -> None:
        page = page_of(
            "div { padding: 1px 2px 3px; border: solid; border-width: 4px 5px; margin: 0 auto 7px 8px }",
            "<div></div>",
        )
        found = box(page, "div")
        # 8 from the left; auto takes what is left of none, since the width is auto.
        self.assertEqual((found.x, found.width, found.height), (8, 792, 4 + 1 + 3 + 4))

    def test_borders_without_a_style_have_no_width_and_thin_ones_are_whole(self) -> None:
        self.assertEqual(box(page_of("div { border-width: 9px }", "<div></div>"), "div").height, 0)
        self.assertEqual(box(page_of("div { border: .4px solid }", "<div></div>"), "div").height, 2)
        self.assertEqual(box(page_of("div { border: 2.9px solid }", "<div></div>"), "div").height, 4)


class Variables(unittest.TestCase):
    def test_references_and_fallbacks(self) -> None:
        page = page_of(
            """
            :root { --a: 30px; --b: calc(var(--a) * 2) }
            p { width: var(--b) }
            b { display: block; width: var(--none, var(--a)) }
            """,
            "<p></p><b></b>",
        )
        self.assertEqual((box(page, "p").width, box(page, "b").width), (60, 30))

    def test_cycles_are_invalid_at_computed_value_time(self) -> None:
        page = page_of(
            """
            :root { --a: var(--b); --b: var(--a); --c: var(--c) }
            p { width: var(--a); }
            b { display: block; width: var(--c, 40px) }
            """,
            "<p></p><b></b>",
        )
        self.assertEqual((box(page, "p").width, box(page, "b").width), (800, 40))

    def test_growth_without_end_is_cut_off(self) -> None:
        rules = "".join(f"--v{k}: var(--v{k - 1}) var(--v{k - 1});" for k in range(1, 40))
        page = page_of(f":root {{ --v0: 1px; {rules} }} p {{ padding: var(--v39) }}", "<p></p>")
        self.assertEqual(box(page, "p").height, 0)
