"""Sums: how a number came about, in terms.

A sum is a list of terms; applying them in order to 0 gives exactly the number, in 1/64 px.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from typing import Literal

from ..layout.boxes import Box

Operation = Literal["start", "add", "set", "note"]


@dataclass(frozen=True, slots=True)
class Source:
    """Where a term comes from: a declaration's place, or the rule of CSS that supplies it."""

    file: str | None = None
    line: int | None = None
    rule: str | None = None
    index: int | None = None
    """Index of the element whose box the term is about."""


@dataclass(frozen=True, slots=True)
class Term:
    """One line of a sum.

    ``start`` begins with the amount, ``add`` adds it (it may be negative), ``set`` replaces the running total
    by it where a product, a share or a limit decides, ``note`` only says something.
    """

    operation: Operation
    amount: int
    label: str
    source: Source = Source()


_SIDE = re.compile(r"(?<!is )(?<![.#])\b(left|right)\b")


def mirrored(term: Term, start: int = 0) -> Term:
    """A term of a place that was counted from the right, as one that is counted down from there: from ``start`` on, in 1/64 px."""
    amount = {"add": -term.amount, "note": 0}.get(term.operation, start - term.amount)
    return replace(term, amount=amount, label=with_other_sides(term.label))


def with_other_sides(label: str) -> str:
    """What a term says with left for right: its box was laid out as in a mirror."""
    said, _, whose = label.partition(" of ")
    said = _SIDE.sub(lambda found: "right" if found[1] == "left" else "left", said)
    return f"{said} of {whose}" if whose else said


@dataclass(slots=True)
class Sum:
    """A named sum and its result in 1/64 px."""

    title: str
    terms: list[Term] = field(default_factory=list)
    from_parent: bool = False
    """Whether the first term is the room inside the parent box, whose own sum can stand in its place."""
    in_one_column: Sum | None = None
    """What it was before columns were made."""

    def start(self, amount: int, label: str, source: Source | None = None) -> Sum:
        """Begin with an amount."""
        self.terms.append(Term("start", amount, label, source or Source()))
        return self

    def add(self, amount: int, label: str, source: Source | None = None) -> Sum:
        """Add an amount; nothing is written for 0."""
        if amount:
            self.terms.append(Term("add", amount, label, source or Source()))
        return self

    def set(self, amount: int, label: str, source: Source | None = None) -> Sum:
        """Replace the running total."""
        self.terms.append(Term("set", amount, label, source or Source()))
        return self

    def note(self, label: str, source: Source | None = None) -> Sum:
        """Say something that changes nothing."""
        self.terms.append(Term("note", 0, label, source or Source()))
        return self

    @property
    def total(self) -> int:
        """The running total after all terms, in 1/64 px."""
        total = 0
        for term in self.terms:
            if term.operation == "add":
                total += term.amount
            elif term.operation != "note":
                total = term.amount
        return total


class Sums:
    """Keeps the last sum written for each (box, quantity), of all boxes or of those on a path (by identity)."""

    def __init__(self, path: frozenset[int] | None = None) -> None:
        self.path = path
        self.sums: dict[tuple[int, str], Sum] = {}
        self.boxes: dict[int, Box] = {}

    def wants(self, box: Box) -> bool:
        """Whether the steps of a box are wanted: sums that nobody reads are not written."""
        return self.path is None or id(box) in self.path

    def write(self, box: Box, quantity: str, total: Sum) -> None:
        """Keep a sum; later writes, of the final pass, replace earlier ones."""
        self.sums[id(box), quantity] = total
        self.boxes[id(box)] = box

    def read(self, box: Box, quantity: str) -> Sum | None:
        """The sum for a quantity of a box, if one was written."""
        return self.sums.get((id(box), quantity))


def declared(box: Box, prop: str) -> Source:
    """The source of a property's value on a box: its declaration, or the user-agent sheet, or the initial value."""
    winner = box.style.winners.get(prop) if hasattr(box.style, "winners") else None
    index = box.element.index if box.element is not None else None
    if winner is None or winner.declaration is None:
        rule = "an attribute of the element" if winner is not None else "the initial value"
        return Source(rule=rule, index=index)
    if winner.rule is not None and winner.rule.origin == "user-agent":
        return Source(rule="the browser's own sheet", index=index)
    return Source(winner.declaration.file, winner.declaration.line, index=index)
