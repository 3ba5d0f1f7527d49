"""Class names from the boxes' own names: no scheme is imposed."""

from __future__ import annotations

import re
import unicodedata

from .plan import Plan


def class_of(name: str) -> str:
    """A name as a class: ``Day rover & pass`` is ``day-rover-pass``; never empty, never beginning with a digit."""
    plain = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode().lower()
    word = re.sub(r"[^a-z0-9]+", "-", plain).strip("-") or "box"
    return f"box-{word}" if word[0].isdigit() else word


def classes_of(plan: Plan) -> dict[str | None, str]:
    """A class for the plan's container (None) and for each box by id, no two alike."""
    taken: set[str] = set()
    classes: dict[str | None, str] = {}
    for identity, name in [(None, plan.name), *((box.id, box.name) for box in plan.boxes)]:
        wanted = class_of(name)
        free, number = wanted, 2
        while free in taken:
            free, number = f"{wanted}-{number}", number + 1
        taken.add(free)
        classes[identity] = free
    return classes
