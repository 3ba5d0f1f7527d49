"""A site as a whole: its files, the addresses in them, and what follows when files are made, moved and removed.

``addresses`` finds the addresses that stand in a file, ``links`` says where they lead and what uses what, ``moving`` carries
them along, ``pages`` makes pages and links sheets, ``search`` finds and replaces words. All is text to text with positions:
what is not changed stays byte for byte.
"""

from .addresses import Reference, references_in
from .carrying import Changed, LineChange, moved
from .links import Broken, Links, Use
from .pages import SheetLink, empty_page, linked, page_like, sheets_of, title_from, unlinked
from .pictures import ShownPicture, is_far_larger, largest_shown
from .search import Hit, Scope, Searched, Wanted, replaced, search

__all__ = [
    "Broken", "Changed", "Hit", "LineChange", "Links", "Reference", "Scope", "Searched", "SheetLink", "ShownPicture", "Use", "Wanted", "empty_page", "is_far_larger",
    "largest_shown",     "linked", "moved", "page_like", "references_in", "replaced", "search", "sheets_of", "title_from", "unlinked",
]  # fmt: skip
