"""What animation and transition declarations name: properties, keyframes and how long they take (css-animations-1, css-transitions-1).

Both move no box by themselves, so they have no computed values here; they are read as declared.
"""

from __future__ import annotations

from dataclasses import dataclass

import tinycss2

from .declarations import longhands_of
from .grammar import keyword, significant, split_commas
from .properties import PROPERTIES
from .sheet import Rule

_SECONDS = {"s": 1.0, "ms": 0.001}
_TIMING = frozenset(["ease", "linear", "ease-in", "ease-out", "ease-in-out", "step-start", "step-end", "normal", "allow-discrete"])
COMPOSED = frozenset(["transform", "translate", "rotate", "scale", "transform-origin", "perspective", "opacity", "filter"])
"""Longhands that are animated on what is already laid out: nothing else moves."""


@dataclass(frozen=True, slots=True)
class Transition:
    """One property, or ``all``, that a rule lets change over some seconds."""

    name: str
    seconds: float

    def covers(self, name: str) -> bool:
        """Whether a longhand changes slowly by it."""
        return self.seconds > 0 and (self.name == "all" or name == self.name or name in longhands_of(self.name))


def lays_out(name: str) -> bool:
    """Whether a longhand that changes asks for the page to be laid out anew."""
    return name in PROPERTIES and PROPERTIES[name].effect != "paints" and name not in COMPOSED


def animation_names(rule: Rule) -> list[str]:
    """The words in a rule's ``animation`` and ``animation-name`` that may name keyframes, in order."""
    texts = [one.text for one in rule.declarations if one.name in ("animation", "animation-name")]
    tokens = [token for text in texts for token in significant(tinycss2.parse_component_value_list(text))]
    return [token.value for token in tokens if token.type in ("ident", "string")]


def transitions(rule: Rule) -> list[Transition]:
    """What a rule lets change slowly; later declarations count before earlier ones."""
    found: list[Transition] = []
    names: list[str] | None = None
    for one in rule.declarations:
        parts = [significant(part) for part in split_commas(tinycss2.parse_component_value_list(one.text))]
        if one.name == "transition":
            found = [_of_shorthand(part) for part in parts]
        elif one.name == "transition-property":
            names = [word for part in parts if (word := _word(part))]
        elif one.name == "transition-duration":
            times = [_seconds(token) or 0.0 for part in parts for token in part[:1]]
            listed = names or [each.name for each in found] or ["all"]
            found = [Transition(name, times[place % len(times)]) for place, name in enumerate(listed)] if times else found
    if names is not None:
        seconds = [one.seconds for one in found]
        found = [Transition(name, seconds[place % len(seconds)] if seconds else 0.0) for place, name in enumerate(names)]
    return [one for one in found if one.name != "none"]


def _of_shorthand(part: list[tinycss2.ast.Node]) -> Transition:
    words = [token.lower_value for token in part if token.type == "ident" and token.lower_value not in _TIMING]
    times = [seconds for token in part if (seconds := _seconds(token)) is not None]
    return Transition(words[0] if words else "all", times[0] if times else 0.0)


def _word(part: list[tinycss2.ast.Node]) -> str:
    return (keyword(part[0]) or "") if part else ""


def _seconds(token: tinycss2.ast.Node) -> float | None:
    return token.value * _SECONDS[token.lower_unit] if token.type == "dimension" and token.lower_unit in _SECONDS else None


__all__ = ["COMPOSED", "Transition", "animation_names", "lays_out", "transitions"]
