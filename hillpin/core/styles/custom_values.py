"""The custom properties of an element: what it inherits, what it says itself, and what sheets say of them by ``@property``
(css-variables-1 §2, css-properties-values-api-1 §2)."""

from __future__ import annotations

from typing import Any

from .cascade import Winner
from .references import wide_keyword
from .registered import Registry
from .substitution import Place
from .variables import Custom, resolve_custom


def passed_on(inherited: Custom | None, registry: Registry) -> Custom:
    """The custom properties that an element has where it says nothing; ``inherited`` are its parent's, None at the root."""
    if not registry.properties:
        return inherited if inherited is not None else {}
    if inherited is None:
        return {one.name: one.initial for one in registry.properties.values() if one.initial is not None}
    reset = [one for one in registry.properties.values() if not one.inherits and inherited.get(one.name) is not one.initial]
    if not reset:
        return inherited
    names = {one.name for one in reset}
    kept = {name: value for name, value in inherited.items() if name not in names}
    kept.update((one.name, one.initial) for one in reset if one.initial is not None)
    return kept


def custom_of(winners: dict[str, Winner], inherited: Custom | None, place: Place) -> Custom:
    """The computed custom properties of an element with these cascaded values; the place has those that are passed on."""
    own = {name: winner.value for name, winner in winners.items() if name.startswith("--")}
    if not own:
        return place.custom
    around = dict(place.custom)
    said: dict[str, tuple[Any, ...]] = {}
    for name, tokens in own.items():
        word = wide_keyword(tokens)
        if not word:
            said[name] = tokens
        elif word == "initial":
            _put(around, name, place.initial(name))
        elif word == "inherit" and inherited is not None:
            _put(around, name, inherited.get(name))
    return resolve_custom(said, around, place)


def _put(values: dict[str, tuple[Any, ...]], name: str, value: tuple[Any, ...] | None) -> None:
    if value is None:
        values.pop(name, None)
    else:
        values[name] = value
