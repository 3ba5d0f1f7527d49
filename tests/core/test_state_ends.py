"""What a state's end has otherwise than its start."""

from __future__ import annotations

import unittest

from hillpin.core.aids import EndChange, hold

from .pages import page_of

BODY = '<nav><a href="a" class="pier">Aldpier</a><b class="tip">Open</b></nav>'


class StateEnds(unittest.TestCase):
    def ends(self, css: str, state: str = "hover", body: str = BODY) -> list[EndChange]:
        page = page_of(css, body)
        return hold(page, page.select("a")[0].index, state, 800).changes  # type: ignore[arg-type]

    def told(self, css: str, state: str = "hover") -> list[tuple[str, str, str, str, str, float]]:
        return [(one.name, one.property, one.before, one.after, one.effect, one.seconds) for one in self.ends(css, state)]

    def test_what_is_declared_before_and_after(self) -> None:
        css = "a { color: #123; padding: 4px } a:hover { color: #456; padding: 6px; outline: 1px solid }"
        self.assertEqual(
            self.told(css),
            [("a.pier", "color", "#123", "#456", "paints", 0), ("a.pier", "padding", "4px", "6px", "moves", 0), ("a.pier", "outline", "", "1px solid", "paints", 0)],
        )

    def test_a_length_in_other_units_with_what_it_comes_to(self) -> None:
        # 1.5 times 16 are 24; at rest nothing says it, and the margin is 0.
        self.assertEqual(self.told("a:hover { margin-left: 1.5rem }")[0][2:4], ("0", "1.5rem = 24"))

    def test_a_rule_that_loses_changes_nothing(self) -> None:
        self.assertEqual(self.told("nav a.pier { color: #123 } a:hover { color: #456 }"), [])
        self.assertEqual(self.told("a { color: #123 } a:hover { color: #123 }"), [])

    def test_a_neighbour_and_a_pseudo_element(self) -> None:
        css = ".tip { opacity: 0 } a:hover + .tip { opacity: 1 } a::after { content: ''; transform: none } a:hover::after { transform: scale(2) }"
        self.assertEqual(self.told(css), [("a.pier::after", "transform", "none", "scale(2)", "drawn", 0), ("b.tip", "opacity", "0", "1", "drawn", 0)])

    def test_how_long_it_takes(self) -> None:
        css = "a { transition: color 200ms } a:hover { color: #456; background: #eee; transition: color 0.5s, padding 1s }"
        # The transition of the end counts (css-transitions-1 §3); the ground changes at once.
        self.assertEqual([(one.property, one.seconds) for one in self.ends(css)], [("color", 0.5), ("background", 0)])
        self.assertEqual([one.seconds for one in self.ends("a { transition: all 300ms } a:hover { border: 2px solid }")], [0.3])

    def test_of_a_shorthand_what_really_changes(self) -> None:
        # Of the ground only its colour, which takes its time; of the border its width too, at once.
        css = "a { background: #123; border: 1px solid red; transition: background-color 0.2s, border-color 0.4s } a:hover { background: #456; border: 2px solid blue }"
        self.assertEqual([(one.property, one.seconds, one.effect) for one in self.ends(css)], [("background", 0.2, "paints"), ("border", 0.4, "moves")])

    def test_what_reduced_motion_leaves(self) -> None:
        css = "a { transition: color 200ms } a:hover { color: #456 } @media (prefers-reduced-motion: reduce) { a { transition: none } }"
        self.assertEqual([(one.seconds, one.calm_seconds) for one in self.ends(css)], [(0.2, 0)])
        (kept,) = self.ends("a { transition: color 200ms } a:hover { color: #456 }")
        self.assertEqual((kept.seconds, kept.calm_seconds), (0.2, 0.2))

    def test_the_place_and_the_current_page(self) -> None:
        (one,) = self.ends("a { color: #123 }\n[aria-current] { color: #456 }", "current")
        self.assertEqual((one.property, one.file, one.line), ("color", "index.html", 2))

    def test_important_before_what_comes_later(self) -> None:
        self.assertEqual([(one.before, one.after) for one in self.ends("a { outline: 1px solid !important } a:hover { outline: none; color: red }")], [("", "red")])


if __name__ == "__main__":
    unittest.main()
