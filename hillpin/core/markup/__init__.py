"""HTML text to an element tree with source positions (HTML 13.2).

``parse_html`` reads a document (as much as is laid out, or ``MOST_READ`` elements); ``Document``, ``Element`` and ``Text`` are what it gives. ``parse_integer`` and
``parse_positive`` read numbers in attributes as HTML does. ``with_attribute`` sets one in a start tag. Inside: ``check`` says what the parser had to set right,
``tags`` reads the source's tags, ``passed_over`` makes comments of what HTML passes over.
"""

from .attribute_numbers import parse_integer, parse_positive
from .parse import MOST_READ, parse_html
from .tags import with_attribute
from .tree import Document, Element, Text

__all__ = ["MOST_READ", "Document", "Element", "Text", "parse_html", "parse_integer", "parse_positive", "with_attribute"]
