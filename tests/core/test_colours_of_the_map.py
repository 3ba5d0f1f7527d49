"""The application's own colours by the contrast of WCAG 2: words on each ground that they can stand on, by day and by night."""

from __future__ import annotations

import re
from pathlib import Path
from unittest import TestCase

THEME = Path(__file__).parents[2] / "web" / "src" / "kit" / "theme.ts"
WORDS = ("ink", "soft", "faint", "lake", "doubt", "wrong", "better")
GROUNDS = ("paper", "panel", "frame-ground", "lake-wash", "band")
CODE = ("code-selector", "code-value", "code-word", "code-comment", "code-string", "code-tag")


def luminance(colour: str) -> float:
    parts = [int(colour[place : place + 2], 16) / 255 for place in (1, 3, 5)]
    red, green, blue = (part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts)
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: str, other: str) -> float:
    low, high = sorted((luminance(one), luminance(other)))
    return (high + 0.05) / (low + 0.05)


class ColoursOfTheMap(TestCase):
    def test_words_are_at_4_5_to_1_on_every_ground(self) -> None:
        self.assertAlmostEqual(contrast("#ffffff", "#000000"), 21)
        self.assertAlmostEqual(contrast("#777777", "#ffffff"), 4.48, 2)
        day, night = THEME.read_text().split(':root[data-sky="night"]')
        for sky, text in (("day", day), ("night", night)):
            colours = dict(re.findall(r"--([\w-]+): (#[0-9a-f]{6});", text))
            pairs = [*((word, ground) for word in WORDS for ground in GROUNDS), *((word, ground) for word in CODE for ground in ("paper", "panel"))]
            weak = [(word, ground, round(contrast(colours[word], colours[ground]), 2)) for word, ground in pairs if contrast(colours[word], colours[ground]) < 4.5]
            self.assertEqual(weak, [], sky)

    def test_only_colours_for_words_colour_words(self) -> None:
        sources = [*THEME.parents[1].rglob("*.ts"), *THEME.parents[1].rglob("*.tsx")]
        used = {name for path in sources for name in re.findall(r"(?:^|[\s;{])color: var\(--([\w-]+)\)", path.read_text())}
        self.assertLess({"ink", "soft", "wrong"}, used)
        others = {"paper", "sheet", "on-lake", "day-ink", "day-lake-words", *CODE}
        self.assertLessEqual(used, {*WORDS, *others})
