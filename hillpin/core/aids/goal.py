"""What is wanted of a box: a length, a row, a measure, at one viewport width or over several; and numbers that may change."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from ..errors import InputError
from ..markup import Element
from ..page import DEFAULT_HEIGHT, Layout, Page
from ..shown import px
from ..styles import turning_widths

GoalKind = Literal["width", "height", "x", "y", "one-row", "characters"]
Relation = Literal["is", "most", "least"]
NUMBER = re.compile(r"(?<![\w#.-])[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?(%|[a-z]+)?", re.IGNORECASE)
MOST_DECIMALS = 4
SMALLEST = Fraction(1, 64)
WIDEST = 1920
"""Up to this viewport width a row must hold."""
_RELATIONS = {"is": "", "most": "at most ", "least": "at least "}


@dataclass(frozen=True, slots=True)
class Goal:
    """What is wanted of an element: a length in CSS px, all its children in one row, or so many characters a line.

    It is wanted at the viewport width ``at``, or at every width from there to ``to``; one row without ``to`` from ``at`` up.
    ``height`` is the viewport's. Characters are a most where the relation says nothing else.
    """

    kind: GoalKind
    at: int
    amount: float = 0.0
    height: int = DEFAULT_HEIGHT
    relation: Relation = "is"
    to: int | None = None

    @property
    def bound(self) -> Relation:
        """The relation, in which characters and rows are a most."""
        return "most" if self.kind == "one-row" or (self.kind == "characters" and self.relation == "is") else self.relation

    @property
    def wanted(self) -> Fraction:
        """The amount; one row is one."""
        return Fraction(1) if self.kind == "one-row" else Fraction(self.amount)

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
        end = self.to if self.to is not None else max(self.at, WIDEST) if self.kind == "one-row" else self.at
        turns = [turn for turn in turning_widths(page.conditions) if self.at < turn <= end]
        return sorted({self.at, *turns, *(turn - 1 for turn in turns), end})

    def where(self) -> str:
        """The widths in words."""
        if self.to is not None and self.to != self.at:
            return f"from {self.at:,} to {self.to:,}"
        return f"from {self.at:,} up" if self.kind == "one-row" else f"at {self.at:,}"

    def words(self, name: str, reached: Fraction) -> str:
        """What is reached, in words."""
        if self.kind == "one-row":
            return f"all stand in one row {self.where()}" if reached == 1 else f"there are up to {reached} rows {self.where()}"
        if self.kind == "characters":
            return f"{px(float(reached))} characters fit a line of {name} {self.where()}"
        return f"the {self.kind} of {name} is {_RELATIONS[self.bound] if self.to is not None else ''}{px(float(reached))} {self.where()}"


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
    rect = layout.rects.get(element)
    found = layout.fragments.get(element)
    if rect is None:
        raise InputError(f"{element.name()} makes no box at {layout.viewport.width:,}.")
    if goal.kind == "one-row":
        return Fraction(_rows_of(layout, element))
    if goal.kind == "characters":
        if found is None:
            raise InputError(f"{element.name()} is no block of text.")
        fragment = found[0]
        advance = page.fonts.zero_advance(fragment.box.style)
        return Fraction(max(fragment.width - fragment.edges().inline, 0), 64) / Fraction(advance)
    return Fraction(getattr(rect, goal.kind))


def _rows_of(layout: Layout, element: Element) -> int:
    """In how many rows the children of an element stand."""
    rects = sorted((layout.rects[child] for child in element.elements if child in layout.rects), key=lambda rect: rect.y)
    rows, bottom = 0, float("-inf")
    for rect in rects:
        if rect.y >= bottom - 0.5:
            rows, bottom = rows + 1, rect.y + rect.height
        bottom = min(bottom, rect.y + rect.height)
    if not rows:
        raise InputError(f"{element.name()} holds no boxes that could stand in a row.")
    return rows
