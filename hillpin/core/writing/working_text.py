"""Workings on paper: as text for a terminal and as JSON."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from .explanation import Explanation, Step

_SIGNS = {"start": " ", "set": "=", "note": " "}


def as_json(answer: Explanation) -> dict[str, Any]:
    """The explanation as plain data, numbers in CSS px."""
    return asdict(answer)


def as_text(answer: Explanation) -> str:
    """The explanation as one would write it: sign, amount, what it is, where it stands."""
    lines = [f"{answer.of.capitalize()} of {answer.name} at {answer.viewport:,}"]
    if answer.reason:
        lines.append(answer.reason)
    if not answer.modelled:
        lines.append("Something it depends on is not covered, so this may differ from the page.")
    lines += [_line(step) for step in answer.steps]
    if answer.steps:
        lines.append(f"= {answer.value:9.2f}  {answer.of}")
    if answer.inside is not None and len(answer.inside_steps) > 1:
        lines += [_line(step) for step in answer.inside_steps[1:]]
        lines.append(f"= {answer.inside:9.2f}  room inside")
    if answer.picture:
        lines += ["The picture in it:", *(f"             {line}" for line in answer.picture)]
    return "\n".join(lines)


def _line(step: Step) -> str:
    if step.operation == "note":
        text = f"             {step.label}"
    else:
        sign = _SIGNS.get(step.operation, "−" if step.amount < 0 else "+")
        text = f"{sign} {abs(step.amount):9.2f}  {step.label}"
    return text + (f"   {place_of(step)}" if place_of(step) else "")


def place_of(step: Step) -> str:
    """Where a step's term stands: file and line, or the rule that supplies it."""
    if step.line is not None:
        return f"{step.file or 'style attribute'} line {step.line}"
    return step.rule or ""
