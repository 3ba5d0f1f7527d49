"""What Compare asks of a page: its sections, one box on several screens, the distance between two edges, colours there are.

Thin over layout: each module answers one question from a ``Page`` and a ``Layout``.
"""

from .between_edges import BoxEdge, Span, Term, distance_between
from .colour_names import NamedColour, nearest_colour
from .on_screens import OnScreen, on_screen
from .page_sections import PageSection, sections_of

__all__ = ["BoxEdge", "NamedColour", "OnScreen", "PageSection", "Span", "Term", "distance_between", "nearest_colour", "on_screen", "sections_of"]
