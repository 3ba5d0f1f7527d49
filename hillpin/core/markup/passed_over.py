"""Declarations that HTML passes over: processing instructions, and doctypes that come too late (HTML 13.2.5.41, 13.2.6.4).

The parser would show them as text; here they become comments of the same length, so that all places stay.
"""

from __future__ import annotations

import re

from .tags import Declaration, markup_of

_DOCTYPE = re.compile("<!doctype", re.IGNORECASE)
_SHORTEST = len("<!---->")


def without_stray_declarations(source: str) -> str:
    """The source with what HTML passes over as comments; as it is where there is none."""
    if "<?" not in source and len(_DOCTYPE.findall(source)) < 2:
        return source
    pieces: list[str] = []
    kept = begins = 0
    is_start = True
    for one in markup_of(source):
        is_start = is_start and isinstance(one, Declaration) and not source[begins : one.offset].strip()
        begins = one.end
        is_doctype = _DOCTYPE.match(source, one.offset) is not None
        is_first = is_doctype and is_start
        if (is_doctype or source.startswith("<?", one.offset)) and not is_first and one.end - one.offset >= _SHORTEST:
            pieces += (source[kept : one.offset], "<!--", re.sub(r"[^\n]", " ", source[one.offset + 4 : one.end - 3]), "-->")
            kept = one.end
        is_start = is_start and not is_doctype
    return "".join((*pieces, source[kept:]))
