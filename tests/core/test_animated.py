"""Animations and transitions that lay the page out anew: what moves by how much, at which widths."""

from __future__ import annotations

import unittest

import tinycss2
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page
from hillpin.core.styles import Sheets, animation_names, lays_out, transitions
from hillpin.core.survey import survey
from hillpin.core.survey.findings import Finding


def rule_of(text: str) -> Sheets:
    sheets = Sheets()
    sheets.add(text, "a.css")
    return sheets


def animated(css: str, body: str, start: int = 400, end: int = 800) -> list[Finding]:
    page = Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css><body>{body}", "a.css": f"body {{ margin: 0 }}\n{css}"}))
    return [one for one in survey(page, start, end).findings if one.kind == "animated-layout"]


class Reading(unittest.TestCase):
    def test_keyframes(self) -> None:
        sheets = rule_of("@keyframes open { to { width: 9px; color: red !important } 0%, 50.5% { width: 1px } 120% { width: 2px } mid { width: 3px } }\n@-webkit-keyframes 'two words' { from { top: 0 } }")
        frames = sheets.keyframes["open"].frames
        self.assertEqual([(offset, [one.text for one in listed]) for offset, listed in frames], [(0.0, ["1px"]), (0.505, ["1px"]), (1.0, ["9px"])])
        self.assertEqual((sheets.keyframes["two words"].line, sheets.rules), (2, []))

    def test_names_and_transitions(self) -> None:
        def of(declarations: str) -> list[tuple[str, float]]:
            return [(one.name, one.seconds) for one in transitions(rule_of(f"a {{ {declarations} }}").rules[0])]

        self.assertEqual(of("transition: width 200ms ease-in 1s, color .5s"), [("width", 0.2), ("color", 0.5)])
        self.assertEqual(of("transition: 1s"), [("all", 1.0)])
        self.assertEqual(of("transition: none"), [])
        # Durations repeat where there are fewer of them than properties (css-transitions-1 §2).
        self.assertEqual(of("transition-property: top, left, color; transition-duration: 1s, 2s"), [("top", 1.0), ("left", 2.0), ("color", 1.0)])
        self.assertEqual(of("transition-duration: 1s; transition-property: top"), [("top", 1.0)])
        self.assertEqual(animation_names(rule_of("a { animation: 2s slide infinite, fade 1s }").rules[0]), ["slide", "infinite", "fade"])

    def test_what_lays_out(self) -> None:
        self.assertEqual([name for name in ("width", "top", "font-size", "transform", "opacity", "color", "rotate", "animation") if lays_out(name)], ["width", "top", "font-size"])
        self.assertEqual(tinycss2.parse_one_declaration("top: 0").lower_name, "top")


class Found(unittest.TestCase):
    def test_an_animated_height_moves_what_follows(self) -> None:
        (one,) = animated(".bar { height: 20px; animation: open 1s }\n@keyframes open {\n  from { height: 0 }\n  to { height: 60px; opacity: 1 }\n}", "<div class=bar></div><p>Orra</p>")
        # From 20 at rest to 0, and to 60: 40 at most, and what is below goes along.
        self.assertIn("The animation open changes height, so that the page is laid out anew at every frame: it moves or sizes div.bar itself by up to 40 and p by up to 40 at 400.", one.message)
        self.assertIn("Who asks for reduced motion sees it too.", one.message)
        self.assertEqual((one.low, one.high, one.file, one.line), (400, 800, "a.css", 4))
        self.assertEqual(one.working, ("div.bar: 40 in height", "p: 40 down"))

    def test_only_where_its_rule_counts(self) -> None:
        (one,) = animated("@media (min-width: 600px) { .bar { position: relative; animation: slide 1s } }\n@keyframes slide { to { left: 30px } }", "<div class=bar>x</div>")
        self.assertEqual((one.low, one.high), (600, 800))
        self.assertEqual(one.working, ("div.bar: 30 across",))

    def test_what_is_composed_or_changes_nothing_is_none(self) -> None:
        self.assertEqual(animated(".bar { animation: a 1s }\n@keyframes a { to { transform: translateX(50px); opacity: 0 } }", "<div class=bar>x</div>"), [])
        # An inset does nothing to a box in flow; an animation without keyframes is none.
        self.assertEqual(animated(".bar { animation: a 1s; } p { animation: none 1s }\n@keyframes a { to { left: 50px } }", "<div class=bar>x</div><p>y</p>"), [])

    def test_a_slow_change_of_a_state(self) -> None:
        (one,) = animated(".b { display: inline-block; padding: 0 10px; transition: padding .3s, color 1s }\n.b:hover { color: red; padding: 0 16px }", "<p><a class=b href=x>Orra</a> <b>Vey</b></p>")
        # 6 px more on both sides: the link is 12 wider, what is beside it stands 12 further.
        self.assertIn("The change to :hover, over 0.3 s, changes padding", one.message)
        self.assertEqual(one.working, ("a.b: 12 in width", "b: 12 across"))
        self.assertEqual((one.file, one.line), ("a.css", 3))

    def test_a_state_without_a_transition_of_it(self) -> None:
        for slow in ("transition: color 1s", "transition: padding 0s", "transition: none", ""):
            self.assertEqual(animated(f".b {{ padding: 0 10px; {slow} }} .b:hover {{ padding: 0 16px }}", "<p><a class=b href=x>Orra</a> <b>Vey</b></p>"), [])

    def test_reduced_motion(self) -> None:
        keyframes = "@keyframes open { to { height: 60px } }"
        (spared,) = animated(f".bar {{ animation: open 1s }} {keyframes} @media (prefers-reduced-motion: reduce) {{ .bar {{ animation: none }} }}", "<div class=bar>x</div>")
        self.assertIn("is spared it", spared.message)
        (unseen,) = animated(f"@media (prefers-reduced-motion: no-preference) {{ .bar {{ animation: open 1s }} }} {keyframes}", "<div class=bar>x</div>")
        self.assertIn("does not see it", unseen.message)


if __name__ == "__main__":
    unittest.main()
