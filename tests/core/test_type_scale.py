"""A fluid scale of type sizes: exactly the two sizes at the two widths, and a straight line between them."""

from __future__ import annotations

import unittest
from fractions import Fraction

from hillpin.core.aids import Scale, steps_of, with_scale
from hillpin.core.errors import InputError
from hillpin.core.files import MemoryFiles
from hillpin.core.page import Page


def page_of(sheet: str = "p { margin: 0 }", head: str = "") -> Page:
    return Page(MemoryFiles({"index.html": f"<!DOCTYPE html><html lang=en><title>t</title><link rel=stylesheet href=a.css>{head}<body><p>Orra</p>", "a.css": sheet}))


def scale(low: str = "16", high: str = "20", low_ratio: str = "1.2", high_ratio: str = "1.25", first: int = 0, last: int = 1, name: str = "step", widths: tuple[int, int] = (320, 1280)) -> Scale:
    return Scale(*widths, Fraction(low), Fraction(high), Fraction(low_ratio), Fraction(high_ratio), first, last, name)


class Steps(unittest.TestCase):
    def test_by_hand(self) -> None:
        base, first = steps_of(page_of(), scale())
        # (20 − 16) / 960 × 100 = 0.41667, up to 0.4167: 16 − 320 × 0.4167 / 100 = 14.66656 px, 0.91666rem, down to 0.9166; at 1,280 that line
        # is at 14.6656 + 5.33376 = 19.99936, under 20: so 0.4168.
        self.assertEqual((base.name, base.low, base.high, base.text), ("--step-0", 16, 20, "clamp(1rem, 0.9166rem + 0.4168vw, 1.25rem)"))
        self.assertEqual((first.low, first.high), (19.2, 25))
        self.assertEqual(first.working[:2], ["at 320: 16 × 1.20 = 19.20, 1.2rem of 16", "at 1,280: 20 × 1.25 = 25, 1.5625rem of 16"])

    def test_the_line_reaches_both_bounds(self) -> None:
        for low, high in (("16", "20"), ("20", "16"), ("13.7", "71.3"), ("15", "15.01")):
            for widths in ((320, 1280), (241, 1919), (600, 601)):
                for one in steps_of(page_of(), scale(low, high, "1.18", "1.31", -3, 6, widths=widths)):
                    least, line, most = (part.strip() for part in one.text[6:-1].split(","))
                    start, sign, slope = line.split(" ")
                    at = [Fraction(start[:-3]) * 16 + (1 if sign == "+" else -1) * Fraction(slope[:-2]) * width / 100 for width in widths]
                    bounds = [Fraction(least[:-3]) * 16, Fraction(most[:-3]) * 16]
                    grows = one.high > one.low
                    self.assertTrue(at[0] <= bounds[0] and at[1] >= bounds[1] if grows else at[0] >= bounds[1] and at[1] <= bounds[0], one.text)
                    # No further than the rounding asks for: a tenth of a px.
                    self.assertLess(max(abs(at[0] - bounds[0 if grows else 1]), abs(at[1] - bounds[1 if grows else 0])), Fraction(1, 10), one.text)

    def test_one_size_and_a_root_of_ten_px(self) -> None:
        (one,) = steps_of(page_of("html { font-size: 62.5% }"), scale("16", "16", last=0))
        self.assertEqual(one.text, "1.6rem")

    def test_growth_that_zooming_cannot_double(self) -> None:
        self.assertEqual([bool(one.doubt) for one in steps_of(page_of(), scale("16", "40", "1", "1.01"))], [False, True])

    def test_what_cannot_be(self) -> None:
        for wrong, said in ((scale(widths=(900, 900)), "narrower"), (scale(first=2), "1 to 16 steps"), (scale(low_ratio="0.9"), "1 or more"), (scale(name="1 x"), "cannot begin")):
            with self.assertRaisesRegex(InputError, said):
                steps_of(page_of(), wrong)
        with self.assertRaisesRegex(InputError, "same at both"):
            steps_of(page_of("html { font-size: 2vw }"), scale())


class InTheSheet(unittest.TestCase):
    def test_a_root_of_its_own_behind_imports(self) -> None:
        self.assertEqual(with_scale(page_of('@charset "utf-8";\np { margin: 0 }'), scale(last=0), "a.css"), '@charset "utf-8";\n\n:root {\n  --step-0: clamp(1rem, 0.9166rem + 0.4168vw, 1.25rem);\n}\n\np { margin: 0 }')

    def test_into_the_root_that_is_there_and_over_what_was_put_before(self) -> None:
        once = with_scale(page_of("p { top: 0 }\n:root {\n  --red: red;\n}\n"), scale(last=0), "a.css")
        self.assertEqual(once, "p { top: 0 }\n:root {\n  --step-0: clamp(1rem, 0.9166rem + 0.4168vw, 1.25rem);\n  --red: red;\n}\n")
        again = with_scale(page_of(once), scale("16", "16", last=1), "a.css")
        # (20 − 19.2) / 960 × 100 = 0.0833, up to 0.0834; (19.2 − 0.26688) / 16 = 1.18332, down to 1.1833.
        self.assertEqual(again, "p { top: 0 }\n:root {\n  --step-1: clamp(1.2rem, 1.1833rem + 0.0834vw, 1.25rem);\n  --step-0: 1rem;\n  --red: red;\n}\n")
        with self.assertRaisesRegex(InputError, "not a sheet"):
            with_scale(page_of(), scale(), "b.css")


if __name__ == "__main__":
    unittest.main()
