"""What a number in the CSS must be so that a goal is met: solved exactly, by laying out."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from ..edit import edit_sheet
from ..errors import InputError
from ..files import Changed
from ..markup.tree import Element
from ..notes import turning_widths
from ..numbers import px
from ..page import Layout, Page

GoalKind = Literal["width", "height", "x", "y", "one-row", "characters"]
NUMBER = re.compile(r"(?<![\w#.-])[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?(%|[a-z]+)?", re.IGNORECASE)
MOST_DECIMALS = 4
STEPS = 48
SMALLEST = Fraction(1, 64)
SPAN = 4_000
"""How far from its present value a number is looked for, in its own unit."""
WIDEST = 1920
"""Up to this viewport width a row must hold."""


@dataclass(frozen=True, slots=True)
class Goal:
    """What is wanted of an element: a length in CSS px, all its children in one row, or at most so many characters a line.

    It is wanted at the viewport width ``at``; one row, from that width up.
    """

    kind: GoalKind
    at: int
    amount: float = 0.0


@dataclass(frozen=True, slots=True)
class Place:
    """A number in a sheet: where it stands, what it is, and its unit."""

    file: str
    start: int
    end: int
    value: Fraction
    unit: str


@dataclass(frozen=True, slots=True)
class Solved:
    """The number that meets the goal, the sheet with it, and what comes out; or why none does."""

    value: float | None
    text: str
    reaches: float
    sentence: str


def number_at(text: str, file: str, offset: int) -> Place:
    """The number that a caret stands on or beside. Raises InputError where there is none."""
    for found in NUMBER.finditer(text):
        if found.start() <= offset <= found.end():
            unit = found.group(1) or ""
            digits = found.group()[: len(found.group()) - len(unit)]
            return Place(file, found.start(), found.end(), Fraction(digits), unit)
    raise InputError("The caret does not stand on a number. Put it on the number that may change.")


def written(value: Fraction, places: int = MOST_DECIMALS) -> str:
    """A number as CSS writes it, rounded to some decimals."""
    text = f"{float(round(value, places)):.{places}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def solve(page: Page, element: Element, place: Place, goal: Goal, stopped: Callable[[], bool] = lambda: False) -> Solved:
    """Find what the number must be. Raises InputError where the goal cannot be measured."""
    return _Solver(page, element, place, goal, stopped).solve()


class _Solver:
    def __init__(self, page: Page, element: Element, place: Place, goal: Goal, stopped: Callable[[], bool]) -> None:
        self.page = page
        self.index = element.index
        self.name = element.name()
        self.place = place
        self.goal = goal
        self.stopped = stopped
        data = page.files.read(place.file)
        if data is None or page.sheet_texts.get(place.file) is None:
            raise InputError(f"{place.file} is not a sheet that the page links.")
        self.text = page.sheet_texts[place.file]
        self.current = Page(Changed(page.files, place.file, self.text), page.path)
        self.known: dict[Fraction, Fraction] = {}

    def solve(self) -> Solved:
        """The value nearest to the present one that meets the goal."""
        now = self.place.value
        if self._is_met(self._reached(now)):
            return self._answer(now, "It is so already.")
        found = self._by_line(now) or self._by_halves(now)
        if found is None:
            return self._none(now)
        return self._answer(self._neat(found), "")

    def _with(self, value: Fraction) -> str:
        return f"{self.text[: self.place.start]}{written(value)}{self.place.unit}{self.text[self.place.end :]}"

    def _reached(self, value: Fraction) -> Fraction:
        """What the goal's quantity comes to with a value."""
        value = round(value, MOST_DECIMALS)
        if value not in self.known:
            text = self._with(value)
            if not edit_sheet(self.current, self.place.file, text):
                self.current = Page(Changed(self.page.files, self.place.file, text), self.page.path)
            element = self.current.document.elements[self.index]
            self.known[value] = max(quantity_of(self.current, self.current.layout(at), element, self.goal) for at in self._widths())
        return self.known[value]

    def _widths(self) -> list[int]:
        """The widths at which the goal is measured: a row is wanted from one width up, so also on both sides of each query
        beyond it, and at the widest."""
        at = self.goal.at
        if self.goal.kind != "one-row":
            return [at]
        turns = [turn for turn in turning_widths(self.current.conditions) if at < turn <= WIDEST]
        return sorted({at, *turns, *(turn - 1 for turn in turns), max(at, WIDEST)})

    def _is_met(self, reached: Fraction) -> bool:
        if self.goal.kind == "one-row":
            return reached == 1
        wanted = Fraction(self.goal.amount)
        if self.goal.kind == "characters":
            return reached <= wanted
        return abs(reached - wanted) <= SMALLEST

    def _by_line(self, now: Fraction) -> Fraction | None:
        """Lengths are straight lines in most numbers: two layouts give the line, a third one proves it."""
        if self.goal.kind == "one-row":
            return None
        step = Fraction(1) if abs(now) >= 2 else Fraction(1, 8)
        for other in (now + step, now - step):
            slope = (self._reached(other) - self._reached(now)) / (other - now)
            for _ in range(4):
                if not slope:
                    break
                found = now + (Fraction(self.goal.amount) - self._reached(now)) / slope
                if abs(found - now) > SPAN:
                    break
                if self._is_met(self._reached(found)):
                    return found
                # Rounding to 1/64 px hides the line's slope over a short step: measure it over the whole way.
                slope = (self._reached(found) - self._reached(now)) / (found - now) if found != now else Fraction(0)
        return None

    def _by_halves(self, now: Fraction) -> Fraction | None:
        """Look outwards for a value that meets the goal, or for two with the goal between them; then halve."""
        low = Fraction(0) if now >= 0 else now - SPAN
        reach = max(abs(now) / 4, Fraction(1))
        before_up = before_down = now
        for _ in range(STEPS):
            if self.stopped():
                raise InputError("Stopped before a value was found.")
            up, down = min(before_up + reach, now + SPAN), max(before_down - reach, low)
            for inner, outer in ((before_up, up), (before_down, down)):
                found = self._between(inner, outer)
                if found is not None:
                    return found
            if up == now + SPAN and down == low:
                return None
            before_up, before_down, reach = up, down, reach * Fraction(3, 2)
        return None

    def _between(self, inner: Fraction, outer: Fraction) -> Fraction | None:
        if inner == outer or not self._brackets(inner, outer):
            return None
        for _ in range(STEPS):
            if self._is_met(self._reached(outer)) and abs(outer - inner) <= Fraction(1, 10**MOST_DECIMALS):
                return outer
            middle = (inner + outer) / 2
            if abs(outer - inner) <= Fraction(1, 10**MOST_DECIMALS):
                break
            if self._brackets(inner, middle):
                outer = middle
            else:
                inner = middle
        return outer if self._is_met(self._reached(outer)) else None

    def _brackets(self, first: Fraction, second: Fraction) -> bool:
        """Whether the goal is met at the second value, or lies between the two."""
        one, other = self._reached(first), self._reached(second)
        if self._is_met(other):
            return True
        if self.goal.kind in ("one-row", "characters"):
            return False
        wanted = Fraction(self.goal.amount)
        return (one - wanted) * (other - wanted) < 0

    def _neat(self, value: Fraction) -> Fraction:
        """The value with as few decimals as still meet the goal, on the side of it that does."""
        near: Fraction | None = None
        for places in range(MOST_DECIMALS + 1):
            half = Fraction(1, 2 * 10**places)
            for candidate in (round(value, places), round(value + half, places), round(value - half, places)):
                if abs(candidate - value) > 2 * half or not self._is_met(self._reached(candidate)):
                    continue
                if self.goal.kind in ("one-row", "characters") or self._reached(candidate) == Fraction(self.goal.amount):
                    return candidate
                near = near if near is not None else candidate
        return near if near is not None else round(value, MOST_DECIMALS)

    def _answer(self, value: Fraction, sentence: str) -> Solved:
        reached = self._reached(value)
        was = f"{written(self.place.value)}{self.place.unit}"
        said = sentence or f"{was} must be {written(value)}{self.place.unit}: {self._words(reached)}."
        return Solved(float(round(value, MOST_DECIMALS)), self._with(value), float(reached), said)

    def _words(self, reached: Fraction) -> str:
        at = f"at {self.goal.at:,}"
        if self.goal.kind == "one-row":
            return f"all stand in one row from {self.goal.at:,} up" if reached == 1 else f"there are up to {reached} rows from {self.goal.at:,} up"
        if self.goal.kind == "characters":
            return f"{px(float(reached))} characters fit a line of {self.name} {at}"
        return f"the {self.goal.kind} of {self.name} is {px(float(reached))} {at}"

    def _none(self, now: Fraction) -> Solved:
        """No value does: say what was reached on the way."""
        tried = sorted(self.known.items())
        least, most = min(tried, key=lambda pair: pair[1]), max(tried, key=lambda pair: pair[1])
        was = f"{written(now)}{self.place.unit}"
        if least[1] == most[1]:
            return Solved(None, self.text, float(least[1]), f"No value does it: {self._words(least[1])} whatever stands for {was}. Something else sets it: see its working.")
        unit = self.place.unit
        reaches = f"from {px(float(least[1]))} (at {written(least[0])}{unit}) to {px(float(most[1]))} (at {written(most[0])}{unit})"
        return Solved(None, self.text, float(self.known[now]), f"No value does it: between {written(tried[0][0])}{unit} and {written(tried[-1][0])}{unit} it goes {reaches}.")


def quantity_of(page: Page, layout: Layout, element: Element, goal: Goal) -> Fraction:
    """A goal's quantity in a layout: CSS px, a count of rows, or characters. Raises InputError where it has no box."""
    rect = layout.rects.get(element)
    found = layout.fragments.get(element)
    if rect is None:
        raise InputError(f"{element.name()} makes no box at {goal.at:,}.")
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
