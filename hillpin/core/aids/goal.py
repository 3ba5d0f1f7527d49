"""What is wanted of a box: a length, a row, a measure, at one viewport width or over several; and numbers that may change."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction

from ..errors import InputError
from ..markup import Element
from ..page import DEFAULT_HEIGHT, Layout, Page
from ..styles import turning_widths
from .goal_kinds import GOAL_KINDS, GoalKind, Reached, Relation

NUMBER = re.compile(r"(?<![\w#.-])[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?(%|[a-z]+)?", re.IGNORECASE)
MOST_DECIMALS = 4
SMALLEST = Fraction(1, 64)
WIDEST = 1920
"""Up to this viewport width a row must hold."""


@dataclass(frozen=True, slots=True)
class Goal:
    """What is wanted of an element: by the kinds of goal, a length in CSS px, a count, or something that takes no number.

    It is wanted at the viewport width ``at``, or at every width from there to ``to``; what takes no number without ``to``
    from ``at`` up. ``height`` is the viewport's.
    """

    kind: GoalKind
    at: int
    amount: float = 0.0
    height: int = DEFAULT_HEIGHT
    relation: Relation = "is"
    to: int | None = None

    @property
    def bound(self) -> Relation:
        """The relation, as the kind means it."""
        return "most" if self.kind.is_a_most and (self.relation == "is" or not self.kind.takes_number) else self.relation

    @property
    def wanted(self) -> Fraction:
        """The amount; of what takes no number, one."""
        return Fraction(self.amount) if self.kind.takes_number else Fraction(1)

    def is_met(self, reached: Fraction) -> bool:
        """Whether a quantity is what is wanted."""
        if self.bound == "most":
            return reached <= self.wanted
        if self.bound == "least":
            return reached >= self.wanted
        return abs(reached - self.wanted) <= SMALLEST

    def worst(self, reached: list[Fraction]) -> Fraction:
        """Of quantities at several widths, the one that is farthest from what is wanted."""
        if self.bound == "most":
            return max(reached)
        if self.bound == "least":
            return min(reached)
        return max(reached, key=lambda one: abs(one - self.wanted))

    def widths(self, page: Page) -> list[int]:
        """The widths at which it is measured: the ends, and both sides of each query between them."""
        end = self.to if self.to is not None else self.at if self.kind.takes_number else max(self.at, WIDEST)
        turns = [turn for turn in turning_widths(page.conditions) if self.at < turn <= end]
        return sorted({self.at, *turns, *(turn - 1 for turn in turns), end})

    def where(self) -> str:
        """The widths in words."""
        if self.to is not None and self.to != self.at:
            return f"from {self.at:,} to {self.to:,}"
        return f"at {self.at:,}" if self.kind.takes_number else f"from {self.at:,} up"

    def words(self, name: str, reached: Fraction) -> str:
        """What is reached, in words."""
        return self.kind.words(Reached(name, reached, self.where(), self.bound if self.to is not None else "is"))


@dataclass(frozen=True, slots=True)
class Place:
    """A number in a sheet: where it stands, what it is, and its unit."""

    file: str
    start: int
    end: int
    value: Fraction
    unit: str

    @property
    def step(self) -> Fraction:
        """By how much one tries it: a whole one of most units, a tenth of coarse ones."""
        return Fraction(1, 10) if self.unit.lower() in ("em", "rem", "fr", "") else Fraction(1)


def number_at(text: str, file: str, offset: int) -> Place:
    """The number that a caret stands on or beside. Raises InputError where there is none."""
    for found in NUMBER.finditer(text):
        if found.start() <= offset <= found.end():
            return place_of_number(text, file, found)
    raise InputError("The caret does not stand on a number. Put it on the number that may change.")


UNITLESS = frozenset(["line-height", "flex", "flex-grow", "flex-shrink", "order", "z-index", "opacity", "aspect-ratio", "columns", "column-count", "orphans", "widows", "zoom", "tab-size"])
"""Properties whose numbers have no unit: everywhere else a bare 0 is a length (css-values-4 §6.1.1)."""


def place_of_number(text: str, file: str, found: re.Match[str]) -> Place:
    """The place of a number that was found in a sheet's text; a bare 0 counts as px where it stands for a length."""
    unit = found.group(1) or ""
    digits = found.group()[: len(found.group()) - len(unit)]
    if not unit and not Fraction(digits):
        begin = max(text.rfind(mark, 0, found.start()) for mark in ";{\n") + 1
        name = text[begin : found.start()].split(":")[0].strip().lower()
        unit = "" if name in UNITLESS or name.startswith("--") else "px"
    return Place(file, found.start(), found.end(), Fraction(digits), unit)


def written(value: Fraction, places: int = MOST_DECIMALS) -> str:
    """A number as CSS writes it, rounded to some decimals."""
    text = f"{float(round(value, places)):.{places}f}"
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return "0" if text == "-0" else text


def quantity_of(page: Page, layout: Layout, element: Element, goal: Goal) -> Fraction:
    """A goal's quantity in a layout: CSS px, a count of rows, or characters. Raises InputError where it has no box."""
    if element not in layout.rects:
        raise InputError(f"{element.name()} makes no box at {layout.viewport.width:,}.")
    return goal.kind.measure(page, layout, element)


def kind_named(name: str) -> GoalKind:
    """The kind of goal of a name. Raises InputError where there is none."""
    if name not in GOAL_KINDS:
        raise InputError(f"There is no goal of the kind {name}.")
    return GOAL_KINDS[name]
