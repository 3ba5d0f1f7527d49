"""Numbers in attributes, as HTML reads them."""

from __future__ import annotations

import re

_INTEGER = re.compile(r"[ \t\n\f\r]*([+-]?)0*([0-9]+)")
_MOST_DIGITS = 10


def parse_integer(text: str | None) -> int | None:
    """The rules for parsing integers (HTML 2.3.4.1), what follows the digits left out; held within 32 bits."""
    found = _INTEGER.match(text or "")
    if found is None:
        return None
    value = int(found[2][: _MOST_DIGITS + 1])
    return max(-value, -(2**31)) if found[1] == "-" else min(value, 2**31 - 1)


def parse_positive(text: str | None, default: int, most: int) -> int:
    """A number above 0, no more than ``most``; else the default."""
    value = parse_integer(text)
    return default if value is None or value < 1 else min(value, most)
