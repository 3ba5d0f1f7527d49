"""What a number in the CSS must be so that goals are met: solved exactly, by laying out."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction

from ..errors import InputError
from ..markup import Element
from ..page import Page
from ..shown import px
from ..writing import edit_sheet
from .goal import MOST_DECIMALS, Goal, Place, quantity_of, written

STEPS = 48
SPAN = 4_000
"""How far from its present value a number is looked for, in its own unit."""
MOST_ADDED = 12
"""How many widths between two are added at most, where a value that does it at the others fails."""
LENGTHS = ("px", "rem", "em", "%", "vw", "vh", "ch", "ex", "pt")
_WHOLE = Fraction(1, 10**MOST_DECIMALS)


@dataclass(frozen=True, slots=True)
class Solved:
    """The number that meets the goals, the sheet with it, and what comes out; or why none does.

    ``written`` is what stands in the sheet, with its unit: a sum of px and vw where two widths ask for two lengths.
    """

    value: float | None
    text: str
    reaches: float
    sentence: str
    written: str = ""


Wanted = tuple[Element, Goal]


def solve(page: Page, wanted: Sequence[Wanted], place: Place, stopped: Callable[[], bool] = lambda: False) -> Solved:
    """Find what the number at a place must be for one or two goals. Raises InputError where one cannot be measured."""
    solvers = [_Solver(page, element, place, goal, stopped) for element, goal in wanted]
    if len(solvers) == 1:
        return solvers[0].solve()
    first, second = solvers
    tried = [first.solve(), second.solve()]
    fits = [one for one in tried if one.value is not None and all(each.is_met_by(Fraction(one.value)) for each in solvers)]
    if fits:
        # Of values that meet both, the one nearest to what stands there.
        best = min(fits, key=lambda one: abs(Fraction(one.value or 0) - place.value))
        value = Fraction(best.value or 0)
        said = " and ".join(one.words(value) for one in solvers)
        same = "It is so already: " if value == place.value else f"{written(place.value)}{place.unit} must be {written(value)}{place.unit}: "
        return Solved(best.value, best.text, best.reaches, f"{same}{said}.", f"{written(value)}{place.unit}")
    return _between(solvers, tried, place) or _neither(solvers, tried)


def _between(solvers: list[_Solver], tried: list[Solved], place: Place) -> Solved | None:
    """Two lengths at two widths: the length that is on the line between them, ``calc(a + b × 1vw)`` (css-values-4 §10)."""
    first, second = solvers
    low, high = first.goal.at, second.goal.at
    if low == high or place.unit.lower() not in LENGTHS or any(not one.goal.kind.takes_number or one.goal.to is not None for one in solvers):
        return None
    lengths = [one.in_px() for one in solvers]
    if lengths[0] is None or lengths[1] is None:
        return None
    slope = (lengths[1] - lengths[0]) / (high - low)
    base = lengths[0] - slope * low
    length = f"calc({written(base)}px {'+' if slope >= 0 else '-'} {written(abs(slope * 100))}vw)"
    text = first.text[: place.start] + length + first.text[place.end :]
    if not all(one.is_met_in(text) for one in solvers):
        return None
    sums = f"{written(lengths[0])}px at {low:,} and {written(lengths[1])}px at {high:,}"
    return Solved(float(base), text, float(first.goal.wanted), f"No one number does both; {length} is {sums}, and grows evenly between and beyond them.", length)


def _neither(solvers: list[_Solver], tried: list[Solved]) -> Solved:
    (first, second), own = solvers, tried[0]
    if own.value is None:
        return own
    value = Fraction(own.value)
    return Solved(None, first.text, own.reaches, f"No one number does both: with {written(value)}{first.place.unit} {first.words(value)}, and then {second.words(value)}.")


class _Solver:
    """One goal and one number."""

    def __init__(self, page: Page, element: Element, place: Place, goal: Goal, stopped: Callable[[], bool]) -> None:
        self.page = page
        self.index = element.index
        self.name = element.name()
        self.place = place
        self.goal = goal
        self.stopped = stopped
        if page.sheet_texts.get(place.file) is None:
            raise InputError(f"{place.file} is not a sheet that the page links.")
        self.text = page.sheet_texts[place.file]
        self.current = page.with_text(place.file, self.text)
        self.known: dict[Fraction, Fraction] = {}
        self.added: list[int] = []
        """Widths between two at which a value that did it elsewhere failed."""

    def solve(self) -> Solved:
        """The value nearest to the present one that meets the goal; proved at every width where there are several."""
        solved = self._solve()
        while solved.value is not None and len(self.added) < MOST_ADDED:
            failing = self._fails_at(Fraction(solved.value))
            if failing is None:
                return solved
            self.added.append(failing)
            self.known.clear()
            solved = self._solve()
        return solved

    def _solve(self) -> Solved:
        now = self.place.value
        if self._is_met(self._reached(now)):
            return self._answer(now, "It is so already.")
        found = self._by_line(now) or self._by_halves(now)
        if found is None:
            return self._none(now)
        return self._answer(self._neat(found), "")

    def is_met_by(self, value: Fraction) -> bool:
        """Whether a value meets the goal."""
        return self._is_met(self._reached(value))

    def is_met_in(self, text: str) -> bool:
        """Whether the goal is met with another text of the sheet."""
        return self._is_met(self._measure(text))

    def in_px(self) -> Fraction | None:
        """The length in px that meets the goal, whatever the number's own unit is."""
        text = f"{self.text[: self.place.start]}{written(self.place.value)}px{self.text[self.place.end :]}"
        place = Place(self.place.file, self.place.start, self.place.start + len(written(self.place.value)) + 2, self.place.value, "px")
        page = self.page.with_text(self.place.file, text)
        solved = _Solver(page, page.document.elements[self.index], place, self.goal, self.stopped).solve()
        return Fraction(solved.value) if solved.value is not None else None

    def words(self, value: Fraction) -> str:
        """What the goal's quantity comes to with a value, in words."""
        return self.goal.words(self.name, self._reached(value))

    def _with(self, value: Fraction) -> str:
        return f"{self.text[: self.place.start]}{written(value)}{self.place.unit}{self.text[self.place.end :]}"

    def _reached(self, value: Fraction) -> Fraction:
        """What the goal's quantity comes to with a value."""
        value = round(value, MOST_DECIMALS)
        if value not in self.known:
            self.known[value] = self._measure(self._with(value))
        return self.known[value]

    def _measure(self, text: str) -> Fraction:
        element = self._carry(text)
        widths = sorted({*self.goal.widths(self.current), *self.added})
        return self.goal.worst([quantity_of(self.current, self.current.layout(at, self.goal.height), element, self.goal) for at in widths])

    def _carry(self, text: str) -> Element:
        if not edit_sheet(self.current, self.place.file, text):
            self.current = self.page.with_text(self.place.file, text)
        return self.current.document.elements[self.index]

    def _fails_at(self, value: Fraction) -> int | None:
        """A width between two at which a value does not meet the goal although it does at the ends."""
        if self.goal.to is None or self.goal.to - self.goal.at < 2:
            return None
        element = self._carry(self._with(value))
        step = max((self.goal.to - self.goal.at) // 64, 1)
        for at in range(self.goal.at, self.goal.to + 1, step):
            if not self.goal.is_met(quantity_of(self.current, self.current.layout(at, self.goal.height), element, self.goal)):
                return at if at not in self.added else None
        return None

    def _is_met(self, reached: Fraction) -> bool:
        return self.goal.is_met(reached)

    def _by_line(self, now: Fraction) -> Fraction | None:
        """Lengths are straight lines in most numbers: two layouts give the line, a third one proves it."""
        if not self.goal.kind.takes_number:
            return None
        step = Fraction(1) if abs(now) >= 2 else Fraction(1, 8)
        for other in (now + step, now - step):
            slope = (self._reached(other) - self._reached(now)) / (other - now)
            for _ in range(4):
                if not slope:
                    break
                found = now + (self.goal.wanted - self._reached(now)) / slope
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
                found = self._halved(inner, outer)
                if found is not None:
                    return found
            if up == now + SPAN and down == low:
                return None
            before_up, before_down, reach = up, down, reach * Fraction(3, 2)
        return None

    def _halved(self, inner: Fraction, outer: Fraction) -> Fraction | None:
        if inner == outer or not self._brackets(inner, outer):
            return None
        for _ in range(STEPS):
            if self._is_met(self._reached(outer)) and abs(outer - inner) <= _WHOLE:
                return outer
            middle = (inner + outer) / 2
            if abs(outer - inner) <= _WHOLE:
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
        if self.goal.bound != "is":
            return False
        return (one - self.goal.wanted) * (other - self.goal.wanted) < 0

    def _neat(self, value: Fraction) -> Fraction:
        """The value with as few decimals as still meet the goal, on the side of it that does."""
        near: Fraction | None = None
        for places in range(MOST_DECIMALS + 1):
            half = Fraction(1, 2 * 10**places)
            for candidate in (round(value, places), round(value + half, places), round(value - half, places)):
                if abs(candidate - value) > 2 * half or not self._is_met(self._reached(candidate)):
                    continue
                if self.goal.bound != "is" or self._reached(candidate) == self.goal.wanted:
                    return candidate
                near = near if near is not None else candidate
        return near if near is not None else round(value, MOST_DECIMALS)

    def _answer(self, value: Fraction, sentence: str) -> Solved:
        reached = self._reached(value)
        was = f"{written(self.place.value)}{self.place.unit}"
        said = sentence or f"{was} must be {written(value)}{self.place.unit}: {self.goal.words(self.name, reached)}."
        return Solved(float(round(value, MOST_DECIMALS)), self._with(value), float(reached), said, f"{written(value)}{self.place.unit}")

    def _none(self, now: Fraction) -> Solved:
        """No value does: say what was reached on the way."""
        tried = sorted(self.known.items())
        least, most = min(tried, key=lambda pair: pair[1]), max(tried, key=lambda pair: pair[1])
        was = f"{written(now)}{self.place.unit}"
        if least[1] == most[1]:
            return Solved(None, self.text, float(least[1]), f"No value does it: {self.goal.words(self.name, least[1])} whatever stands for {was}. Something else sets it: see its working.")
        unit = self.place.unit
        reaches = f"from {px(float(least[1]))} (at {written(least[0])}{unit}) to {px(float(most[1]))} (at {written(most[0])}{unit})"
        return Solved(None, self.text, float(self.known[now]), f"No value does it: between {written(tried[0][0])}{unit} and {written(tried[-1][0])}{unit} it goes {reaches}.")
