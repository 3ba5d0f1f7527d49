"""A fluid scale in the browser: what it comes to at the two widths, beyond them and between."""

from __future__ import annotations

from fractions import Fraction

from hillpin.core.aids import Scale, steps_of
from hillpin.core.page import Page

from .base import HEAD, AgreementCase


class TypeScale(AgreementCase):
    def test_sizes_at_widths(self) -> None:
        path = self.folder / "scale.html"
        path.write_text(f"{HEAD}</style><body>")
        steps = steps_of(Page.read(path), Scale(375, 1440, Fraction(17), Fraction(21), Fraction("1.19"), Fraction("1.33"), -2, 5))
        rules = "".join(f"p:nth-child({place}) {{ font-size: {one.text} }}" for place, one in enumerate(steps, 1))
        path.write_text(f"{HEAD}{rules}</style><body>{'<p>x</p>' * len(steps)}")
        seen: dict[int, list[float]] = {}
        for width in (300, 375, 800, 1440, 1600):
            self.page.set_viewport_size({"width": width, "height": 800})
            self.page.goto(path.as_uri())
            seen[width] = self.page.evaluate("() => [...document.querySelectorAll('p')].map(e => parseFloat(getComputedStyle(e).fontSize))")
        for place, one in enumerate(steps):
            for width, size in ((300, one.low), (375, one.low), (1440, one.high), (1600, one.high)):
                self.assertAlmostEqual(seen[width][place], size, delta=0.001, msg=f"{one.text} at {width}")
            # On the straight line between the two.
            self.assertAlmostEqual(seen[800][place], one.low + (one.high - one.low) * (800 - 375) / (1440 - 375), delta=0.02, msg=one.text)
