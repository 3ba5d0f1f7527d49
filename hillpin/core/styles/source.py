"""The structure of a sheet's text: comments and strings, which hide it, braces and semicolons."""

from __future__ import annotations

import re

SPECIAL = re.compile(r"/\*.*?(?:\*/|\Z)|\"(?:\\.|[^\"\\\n])*(?:\"|$)|'(?:\\.|[^'\\\n])*(?:'|$)|[{};]", re.DOTALL | re.MULTILINE)
"""What tells the structure: comments, strings, braces and semicolons."""

_MOST_DIGITS = 400
"""More digits than this change no number: floats have ended long before."""
_ENDLESS = re.compile(rf"(?<![0-9.])([0-9]{{{_MOST_DIGITS}}})[0-9]+")


def bounded(css: str) -> str:
    """The text with numbers cut that are longer than any integer Python reads; all else as it is."""
    return _ENDLESS.sub(r"\1", css) if len(css) > _MOST_DIGITS else css


def unclosed_brace(css: str) -> int | None:
    """The offset of the outermost ``{`` that is never closed, if there is one."""
    opened: list[int] = []
    for found in SPECIAL.finditer(css):
        if found.group() == "{":
            opened.append(found.start())
        elif found.group() == "}" and opened:
            opened.pop()
    return opened[-1] if opened else None


def brace_at_the_end(css: str) -> int | None:
    """The offset of a ``}`` that closes nothing and after which nothing follows, if there is one."""
    depth, last, end = 0, None, 0
    for found in SPECIAL.finditer(css):
        token = found.group()
        if token == "}" and not depth:
            last, end = found.start(), found.end()
        depth += (token == "{") - (token == "}" and depth > 0)
    return last if last is not None and not re.sub(r"/\*.*?(?:\*/|\Z)", "", css[end:], flags=re.DOTALL).strip("} \t\n\f\r") else None
