"""What a picture says to those who do not see it: its ``alt``, empty where it is only decoration (HTML 4.8.4.4)."""

from __future__ import annotations

from ..errors import InputError
from ..markup import parse_html, with_attribute
from .placing import quote_of
from .source_places import SourceChange, element_at, span_of, tried

LONGEST = 1_000


def with_alt(source: str, index: int, words: str) -> SourceChange:
    """A page's source with the alt of a picture; no words say that it is only decoration. Raises InputError where it is no picture."""
    element = element_at(parse_html(source), index)
    is_picture = element.tag in ("img", "area") or (element.tag == "input" and element.attributes.get("type", "").lower() == "image")
    if not is_picture or element.start_tag_end is None:
        raise InputError(f"{element.name()} is no picture that could have an alt.")
    start, _ = span_of(element)
    said = " ".join(words.split())
    if len(said) > LONGEST:
        raise InputError(f"An alt of {len(said):,} characters is read out whole: say it in {LONGEST:,} at most, or in the page's own words.")
    head = with_attribute(source[start : element.start_tag_end], "alt", said, quote_of(source))
    change = SourceChange(source[:start] + head + source[element.start_tag_end :], start + len(head))
    tried(source, change, f"The alt of {element.name()} cannot be written")
    return change
