"""Total, number of columns, gutter, side margins, column width: what is not known is solved from what is.

Gutters only between columns: total = 2 margins + n columns + (n − 1) gutters.
Half a gutter on each side of a column: total = 2 margins + n (column + gutter).
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from fractions import Fraction
from itertools import product
from typing import Literal

from ..errors import InputError
from .lengths import exact, words

Gutters = Literal["between", "half"]
MOST_COLUMNS = 64
WIDEST_TOTAL = 20_000
WIDEST_GUTTER = 400
MOST_SOLUTIONS = 400
MOST_NEAR = 6
NAMES = {"total": "the total", "count": "the number of columns", "column": "the column", "gutter": "the gutter", "margin": "the side margin"}


@dataclass(frozen=True, slots=True)
class PaperStep:
    """One line of a sum: a sign (empty, +, −, ×, ÷ or =), a number, and what it is."""

    sign: str
    amount: Fraction
    label: str


@dataclass(frozen=True, slots=True)
class Columns:
    """What is known of a set of columns, in CSS px; None is unknown."""

    total: float | None = None
    count: int | None = None
    column: float | None = None
    gutter: float | None = None
    margin: float | None = None
    gutters: Gutters = "between"


@dataclass(frozen=True, slots=True)
class Solution:
    """Columns with everything known. ``rest`` is what the total has more (or, below 0, less) than they need."""

    total: Fraction
    count: int
    column: Fraction
    gutter: Fraction
    margin: Fraction
    gutters: Gutters
    rest: Fraction = Fraction(0)
    note: str = ""

    @property
    def outer(self) -> Fraction:
        """What stands between the page's edge and the first column: the margin, and half a gutter where gutters are halved."""
        return self.margin + (self.gutter / 2 if self.gutters == "half" else 0)

    @property
    def inside(self) -> Fraction:
        """The room of a row: from the first column's left edge to the last one's right edge, and what is left over."""
        return self.total - 2 * self.outer

    def span(self, count: int) -> Fraction:
        """The width of so many columns with the gutters between them."""
        return count * self.column + (count - 1) * self.gutter

    def start(self, number: int) -> Fraction:
        """The left edge of a column, the first being 0, from the left edge of the total."""
        return self.outer + number * (self.column + self.gutter)

    @property
    def is_whole(self) -> bool:
        """Whether every length is a whole pixel."""
        return all(length.denominator == 1 for length in (self.total, self.column, self.gutter, self.margin))


@dataclass(slots=True)
class Answer:
    """Solutions of what was asked, the nearest in whole pixels where none is, the sum, and a sentence."""

    solutions: list[Solution] = field(default_factory=list)
    near: list[Solution] = field(default_factory=list)
    steps: list[PaperStep] = field(default_factory=list)
    message: str = ""
    is_cut: bool = False
    """Whether there are more solutions than are listed."""


def solve_columns(known: Columns) -> Answer:
    """Solve for what is unknown. Raises InputError where a number is out of bounds."""
    _check(known)
    unknown = [name for name in NAMES if getattr(known, name) is None]
    if len(unknown) == 0:
        return _checked(known)
    if len(unknown) == 1:
        return _one_unknown(known, unknown[0])
    if "total" in unknown:
        others = [NAMES[name] for name in unknown if name != "total"]
        return Answer(message=f"Give the total, or {_either(others)}: without one of them any width would do.")
    return _several_unknown(known, unknown)


def _either(names: list[str]) -> str:
    return " and ".join(names)


def _check(known: Columns) -> None:
    bounds = {"total": (1, WIDEST_TOTAL), "count": (1, MOST_COLUMNS), "column": (0, WIDEST_TOTAL), "gutter": (0, WIDEST_GUTTER), "margin": (0, WIDEST_TOTAL)}
    for name, (least, most) in bounds.items():
        value = getattr(known, name)
        if value is not None and not least <= value <= most:
            raise InputError(f"{NAMES[name].capitalize()} is {words(exact(value))}; it goes from {least} to {most:,}.")


def _needed(count: int, column: Fraction, gutter: Fraction, margin: Fraction, gutters: Gutters) -> Fraction:
    return 2 * margin + count * column + (count if gutters == "half" else count - 1) * gutter


def _known(known: Columns, **given: Fraction | int) -> Solution:
    """The columns with the unknown ones given; what is left over is worked out."""
    values = {name: exact(getattr(known, name)) if getattr(known, name) is not None else Fraction(given[name]) for name in NAMES}
    count = int(values.pop("count"))
    found = Solution(values["total"], count, values["column"], values["gutter"], values["margin"], known.gutters)
    return replace(found, rest=found.total - _needed(count, found.column, found.gutter, found.margin, found.gutters))


def _checked(known: Columns) -> Answer:
    """Everything is given: say whether it comes to the total."""
    found = _known(known)
    answer = Answer([found], steps=_sum_of(found))
    if not found.rest:
        answer.message = f"It comes to {words(found.total)} exactly."
    else:
        over = f"{words(abs(found.rest))} {'left over' if found.rest > 0 else 'over'}"
        answer.message = f"It comes to {words(found.total - found.rest)} of {words(found.total)}: {over}."
        answer.near = _near(found)
    return answer


def _one_unknown(known: Columns, name: str) -> Answer:
    if name == "count":
        return _count(known)
    base = _known(known, **{name: 0})
    count = base.count
    between = count if known.gutters == "half" else count - 1
    factor = {"total": -1, "column": count, "gutter": between, "margin": 2}[name]
    if name == "total":
        found = _known(known, total=_needed(count, base.column, base.gutter, base.margin, known.gutters))
        return Answer([found], steps=_sum_of(found), message=f"The total is {words(found.total)}.")
    if factor == 0:
        gap = "It fits." if base.rest == 0 else f"{words(abs(base.rest))} {'left over' if base.rest > 0 else 'over'}."
        return Answer([base], steps=_sum_of(base), message=f"One column has no gutter beside it. {gap}")
    value = base.rest / factor
    if value < 0:
        return Answer(steps=_sum_of(base), message=f"There is no room for {NAMES[name]}: the rest needs {words(base.total - base.rest)} of {words(base.total)}.")
    found = _known(known, **{name: value})
    answer = Answer([found], steps=_steps_to(base, name, factor, value))
    answer.message = f"{NAMES[name].capitalize()} is {words(value)}."
    if value.denominator != 1:
        answer.message = f"{NAMES[name].capitalize()} is {words(value)}, not a whole pixel."
        answer.near = _near(found)
    return answer


def _count(known: Columns) -> Answer:
    one = _known(known, count=1)
    step = one.column + one.gutter
    room = one.total - 2 * one.margin + (one.gutter if known.gutters == "between" else 0)
    if step == 0:
        return Answer(message="A column and a gutter of 0 fit any number of times. Give one of them.")
    fits = room / step
    steps = [PaperStep("", one.total, "total"), PaperStep("−", 2 * one.margin, f"side margins 2 × {words(one.margin)}")]
    if known.gutters == "between":
        steps.append(PaperStep("+", one.gutter, "the gutter that the last column does without"))
    steps += [PaperStep("÷", step, f"column and gutter {words(one.column)} + {words(one.gutter)}"), PaperStep("=", fits, "columns")]
    counts = [count for count in dict.fromkeys((int(fits), -int(-fits // 1))) if 1 <= count <= MOST_COLUMNS]
    found = [_known(known, count=count) for count in counts]
    if fits.denominator == 1 and found:
        return Answer(found[:1], steps=steps, message=f"{found[0].count} columns fit exactly.")
    near = [replace(s, note=f"{s.count} columns, {words(abs(s.rest))} {'left over' if s.rest > 0 else 'over'}") for s in found]
    near += [whole for s in found for whole in _near(replace(s, rest=Fraction(0)))]
    return Answer([], near[:MOST_NEAR], steps, f"{words(fits)} columns: no whole number of them comes to {words(one.total)}.")


def _several_unknown(known: Columns, unknown: list[str]) -> Answer:
    """Every solution in whole pixels: all but one unknown tried, the last one solved."""
    solved = next(name for name in ("column", "gutter", "margin") if name in unknown)
    tried = [name for name in unknown if name != solved]
    answer = Answer()
    for values in product(*(_range_of(known, name) for name in tried)):
        one = _one_unknown_quickly(known, dict(zip(tried, values, strict=True)), solved)
        if one is None:
            continue
        if len(answer.solutions) == MOST_SOLUTIONS:
            answer.is_cut = True
            break
        answer.solutions.append(one)
    more = "at least " if answer.is_cut else ""
    names = _either([NAMES[name] for name in unknown])
    answer.message = f"{more}{len(answer.solutions)} ways in whole pixels for {names}." if answer.solutions else f"No whole pixels for {names} come to the total."
    answer.message = answer.message[0].upper() + answer.message[1:]
    return answer


def _range_of(known: Columns, name: str) -> range:
    total = int(known.total or 0)
    if name == "count":
        return range(1, MOST_COLUMNS + 1)
    if name == "margin":
        return range(total // 2 + 1)
    return range(min(WIDEST_GUTTER, total) + 1)


def _one_unknown_quickly(known: Columns, given: dict[str, int], solved: str) -> Solution | None:
    base = _known(known, **given, **{solved: 0})
    between = base.count if known.gutters == "half" else base.count - 1
    factor = {"column": base.count, "gutter": between, "margin": 2}[solved]
    if factor == 0 or base.rest < 0:
        return None
    value = base.rest / factor
    if value.denominator != 1 or (solved == "column" and value == 0):
        return None
    if solved != "gutter" and base.count == 1 and given.get("gutter", 0) > 0 and known.gutters == "between":
        return None
    return _known(known, **given, **{solved: value})


def _near(found: Solution) -> list[Solution]:
    """Whole-pixel columns near a solution that is not: the fewest pixels moved first, then what stays left over."""
    ranked: list[tuple[Fraction, Solution]] = []
    for gutter, margin in _around(found):
        column = (found.total - _needed(found.count, Fraction(0), gutter, margin, found.gutters)) / found.count
        if column.denominator != 1 or column <= 0 or found.total.denominator != 1:
            continue
        between = found.count if found.gutters == "half" else found.count - 1
        moved = abs(gutter - found.gutter) * between + 2 * abs(margin - found.margin) + abs(column - found.column) * found.count
        changed = [f"{name} {words(value)}" for name, value, was in (("gutter", gutter, found.gutter), ("side margin", margin, found.margin)) if value != was]
        note = ", ".join([f"column {words(column)}", *changed])
        ranked.append((moved, replace(found, column=column, gutter=gutter, margin=margin, rest=Fraction(0), note=note)))
    ranked.sort(key=lambda pair: pair[0])
    near = [solution for _, solution in ranked[: MOST_NEAR - 1]]
    cut = Fraction(int(found.column))
    rest = found.total - _needed(found.count, cut, found.gutter, found.margin, found.gutters)
    if rest > 0 and cut > 0:
        near.append(replace(found, column=cut, rest=rest, note=f"column {words(cut)}, {words(rest)} left over"))
    return near


def _around(found: Solution) -> Iterator[tuple[Fraction, Fraction]]:
    reach = max(found.count, 8)
    for gutter in range(max(int(found.gutter) - reach, 0), int(found.gutter) + reach + 1):
        for margin in range(max(int(found.margin) - reach, 0), int(found.margin) + reach + 1):
            yield Fraction(gutter), Fraction(margin)


def _sum_of(found: Solution) -> list[PaperStep]:
    """The sum from the parts to the total."""
    between = found.count if found.gutters == "half" else found.count - 1
    steps = [
        PaperStep("", found.count * found.column, f"columns {found.count} × {words(found.column)}"),
        PaperStep("+", between * found.gutter, f"gutters {between} × {words(found.gutter)}"),
        PaperStep("+", 2 * found.margin, f"side margins 2 × {words(found.margin)}"),
        PaperStep("=", found.total - found.rest, "needed"),
    ]
    if found.rest:
        steps.append(PaperStep("of", found.total, "total"))
    return steps


def _steps_to(base: Solution, name: str, factor: int, value: Fraction) -> list[PaperStep]:
    """The sum from the total down to the one that was not known."""
    between = base.count if base.gutters == "half" else base.count - 1
    parts = {
        "margin": (2 * base.margin, f"side margins 2 × {words(base.margin)}"),
        "gutter": (between * base.gutter, f"gutters {between} × {words(base.gutter)}"),
        "column": (base.count * base.column, f"columns {base.count} × {words(base.column)}"),
    }
    steps = [PaperStep("", base.total, "total")]
    steps += [PaperStep("−", amount, label) for part, (amount, label) in parts.items() if part != name]
    unit = {"column": "columns", "gutter": "gutters", "margin": "sides"}[name]
    steps += [PaperStep("=", base.rest, "left"), PaperStep("÷", Fraction(factor), unit), PaperStep("=", value, NAMES[name].removeprefix("the "))]
    return steps


def spans_of(found: Solution) -> list[tuple[int, Fraction]]:
    """The widths of all spans, from one column to all of them."""
    return [(count, found.span(count)) for count in range(1, found.count + 1)]
