"""Code of plans in a real Chromium: every method gives the planned numbers there too."""

from __future__ import annotations

from hillpin.core.planning.arranging import Arranged
from hillpin.core.planning.class_names import classes_of
from hillpin.core.planning.code import METHODS, Code, Options, arrangements_of, code_of
from hillpin.core.planning.columns import Columns
from hillpin.core.planning.plan import Arrangement, Box, Measure, Plan

from ..core.plans import even, row, twelve
from .base import AgreementCase

# Each length that a browser cuts off at 1/64 px may add one such unit to an edge.
ROUNDED = 6 / 64
RECT = "selector => { const b = document.querySelector(selector).getBoundingClientRect(); return [b.x, b.width]; }"


def crossings() -> Plan:
    """Text, fares of three in a box with an edge, and a map, in two arrangements."""
    boxes = (
        Box("t", "Text", "main", "Boats go at every hour of the day.", padding=even(20, 10)),
        Box("f", "Fares", "section", "What it costs", padding=even(16), border=even(2, 2)),
        Box("s", "Single", "article", "4.20", "f", border=even(1), sizing="content-box"),
        Box("d", "Day rover", "article", "9.80", "f", padding=even(8)),
        Box("m", "Map", "aside", "Seven islands"),
    )
    narrow = Arrangement(
        "narrow",
        0,
        Columns(360, 1, None, 0, 16),
        (
            row(("t", "rest", 1)),
            row(("f", "rest", 1)),
            row(("s", "rest", 1), parent="f"),
            row(("d", "rest", 1), parent="f"),
            row(("m", "rest", 1)),
        ),
    )
    wide = Arrangement(
        "wide",
        700,
        twelve(1180, 30),
        (
            row(("t", "rest", 1)),
            row(("f", "span", 7), ("m", "span", 5)),
            row(("s", "share", 1), ("d", "share", 2), parent="f", gap=14),
        ),
    )
    return Plan("Crossings", boxes, (narrow, wide), maximum=Measure(1180))


class Methods(AgreementCase):
    def measured(self, code: Code, plan: Plan, width: int) -> dict[str, tuple[float, float]]:
        """Left edge and width of every box in the browser."""
        (self.folder / "plan.css").write_text(code.css)
        (self.folder / "plan.html").write_text(code.page)
        self.page.set_viewport_size({"width": width, "height": 800})
        self.page.goto((self.folder / "plan.html").as_uri())
        classes = classes_of(plan)
        return {box.id: tuple(self.page.evaluate(RECT, f".{classes[box.id]}")) for box in plan.boxes}

    def test_planned_numbers_in_the_browser(self) -> None:
        for fluid, keep in ((True, True), (True, False), (False, True)):
            plan = (
                crossings()
                if fluid
                else Plan("Crossings", crossings().boxes, crossings().arrangements, False)
            )
            plan = Plan(plan.name, plan.boxes, plan.arrangements, plan.fluid, keep, plan.maximum)
            arranged = arrangements_of(plan)
            for method in METHODS:
                code = code_of(plan, Options(method, "narrow" if keep else "wide"), arranged)
                for width in (333, 699, 700, 1003, 1500):
                    self.compare(plan, arranged[width >= 700], code, method, width)

    def compare(self, plan: Plan, arranged: Arranged, code: Code, method: str, width: int) -> None:
        """The browser's edges against the plan's."""
        planned = arranged.rects(width)
        for box, (x, wide) in self.measured(code, plan, width).items():
            self.assertAlmostEqual(
                float(planned[box][0]), x, delta=ROUNDED, msg=f"{method} {width} {box} left edge"
            )
            self.assertAlmostEqual(
                float(planned[box][1]), wide, delta=ROUNDED, msg=f"{method} {width} {box} width"
            )
