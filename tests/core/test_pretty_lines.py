"""``text-wrap: pretty`` worked out by hand, in a font whose every letter and space is 10 px wide."""

from __future__ import annotations

import unittest

from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page

from tests.varied_font import varied_font

FONT = varied_font()


class Pretty(unittest.TestCase):
    def ends(self, words: str, letters: int, style: str = "") -> list[int]:
        """How many letters each line takes where a line has room for a number of them."""
        marked = " ".join(f"<b>{word}</b>" for word in words.split())
        page = Page(MemoryFiles({
            "index.html": "<!DOCTYPE html><style>@font-face { font-family: Gauge; src: url(f.ttf) } body { margin: 0 } b { font-weight: 400 }"
            f" p {{ font: 20px/20px Gauge; font-optical-sizing: none; margin: 0; text-wrap: pretty; width: {letters * 10}px; {style} }}</style><p>{marked}</p>", "f.ttf": FONT
        }))  # fmt: skip
        lines: dict[float, float] = {}
        for box in page.boxes(600).boxes[2:]:
            lines[box.y] = max(lines.get(box.y, 0), box.x + box.width)
        return [round(end / 10) for _, end in sorted(lines.items())]

    def test_a_last_line_of_one_short_word_takes_from_those_before(self) -> None:
        """Of 20 letters [20, 2] leaves 18² at the end, as it is a single word under a third: [8, 14] leaves 12² above it, and no more."""
        self.assertEqual(self.ends("tttttttt ttttttttttt te", 20), [8, 14])

    def test_a_word_of_a_third_and_two_words_stay(self) -> None:
        self.assertEqual(self.ends("tttttttt ttttttttttt tetetet", 20), [20, 7])
        self.assertEqual(self.ends("tttttttt ttttttttttt te t", 20), [20, 4])

    def test_free_rooms_squared_add_up_to_least(self) -> None:
        """Of 10 letters [10, 8, 2] becomes [8, 6, 6] or [10, 4, 6] or [8, 9, 2]: 4 + 16, 0 + 36, 4 + 1 + 64; and [10, 8, 2] is 0 + 4 + 64."""
        self.assertEqual(self.ends("tttttttt t tttt ttt te", 10), [8, 6, 6])

    def test_four_lines_at_most_and_never_more_than_there_were(self) -> None:
        """The first of five stays as long as it fits, though moving its last word down would do more."""
        self.assertEqual(self.ends("ttttttt tt ttttttt tt ttttttt tt ttttttt tt te", 10), [10, 10, 10, 7, 5])
        self.assertEqual(self.ends("tttttttttt te", 10), [10, 2])
