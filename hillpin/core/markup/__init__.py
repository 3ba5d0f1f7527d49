"""HTML text to an element tree with source positions."""

from .parse import parse_html
from .tree import Document, Element, Text

__all__ = ["Document", "Element", "Text", "parse_html"]
