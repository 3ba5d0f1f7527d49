"""Features of fonts that a style asks for (css-fonts-4 §6): read as the OpenType tags that shaping takes."""

from __future__ import annotations

from .grammar import Tokens, keyword

Features = tuple[tuple[str, int], ...]
"""OpenType tags with their values; of two with one tag the later one counts."""

_LIGATURES: dict[str, Features] = {
    "none": (("liga", 0), ("clig", 0), ("dlig", 0), ("hlig", 0), ("calt", 0)),
    "common-ligatures": (("liga", 1), ("clig", 1)), "no-common-ligatures": (("liga", 0), ("clig", 0)),
    "discretionary-ligatures": (("dlig", 1),), "no-discretionary-ligatures": (("dlig", 0),),
    "historical-ligatures": (("hlig", 1),), "no-historical-ligatures": (("hlig", 0),),
    "contextual": (("calt", 1),), "no-contextual": (("calt", 0),),
}  # fmt: skip
WITHOUT_LIGATURES = _LIGATURES["no-common-ligatures"]
_NUMERIC: dict[str, Features] = {
    "lining-nums": (("lnum", 1),), "oldstyle-nums": (("onum", 1),), "proportional-nums": (("pnum", 1),), "tabular-nums": (("tnum", 1),),
    "diagonal-fractions": (("frac", 1),), "stacked-fractions": (("afrc", 1),), "ordinal": (("ordn", 1),), "slashed-zero": (("zero", 1),),
}  # fmt: skip
_GROUPS = (
    ("common-ligatures", "no-common-ligatures"), ("discretionary-ligatures", "no-discretionary-ligatures"), ("historical-ligatures", "no-historical-ligatures"),
    ("contextual", "no-contextual"), ("lining-nums", "oldstyle-nums"), ("proportional-nums", "tabular-nums"), ("diagonal-fractions", "stacked-fractions"),
)  # fmt: skip
"""Words of which a value has one at most."""


def read_ligatures(tokens: Tokens) -> Features | None:
    """``font-variant-ligatures`` (§6.4)."""
    return _LIGATURES["none"] if len(tokens) == 1 and keyword(tokens[0]) == "none" else _read(tokens, _LIGATURES)


def read_numeric(tokens: Tokens) -> Features | None:
    """``font-variant-numeric`` (§6.7)."""
    return _read(tokens, _NUMERIC)


def _read(tokens: Tokens, known: dict[str, Features]) -> Features | None:
    words = [keyword(token) or "" for token in tokens]
    if words == ["normal"]:
        return ()
    if not words or len(set(words)) < len(words) or any(word not in known or word == "none" for word in words):
        return None
    if any(one in words and other in words for one, other in _GROUPS):
        return None
    return tuple(feature for word in words for feature in known[word])


def read_feature_settings(tokens: Tokens) -> Features | None:
    """``font-feature-settings`` (§6.12): tags of four characters, each with a whole number, ``on`` or ``off``."""
    if len(tokens) == 1 and keyword(tokens[0]) == "normal":
        return ()
    found: list[tuple[str, int]] = []
    rest = list(tokens)
    while rest:
        tag = rest.pop(0)
        if tag.type != "string" or len(tag.value) != 4 or not all(" " <= character <= "~" for character in tag.value):
            return None
        value = 1
        if rest and rest[0].type != "literal":
            given = rest.pop(0)
            word = keyword(given)
            if word in ("on", "off"):
                value = int(word == "on")
            elif given.type == "number" and given.is_integer and given.int_value >= 0:
                value = given.int_value
            else:
                return None
        found.append((tag.value, value))
        if rest and (rest.pop(0) != "," or not rest):
            return None
    return tuple(found) or None
