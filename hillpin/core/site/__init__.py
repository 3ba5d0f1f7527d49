"""A site as a whole: its files, the addresses in them, and what follows when files are made, moved and removed.

``addresses`` finds the addresses that stand in a file, ``links`` says where they lead and what uses what, ``moving`` carries
them along, ``pages`` makes pages and links sheets, ``parts_in`` puts shipped parts in and takes them out, ``search`` finds and replaces words, ``colour_uses`` and ``colour_changes`` colours. All is text to text with positions:
what is not changed stays byte for byte.
"""

from .addresses import Reference, references_in
from .carrying import Changed, LineChange, moved
from .colour_changes import Shade, made_one, named, shades_of, sheet_for, sheets_by_page, with_colour
from .colour_uses import ColourUse, SiteColour, colour_named, colours_of_site
from .links import Broken, Links, Use
from .pages import SheetLink, empty_page, linked, page_like, sheets_of, title_from, unlinked
from .part_manifest import PartParameter, SitePart, all_parts, part_named
from .parts_in import OutsideAddress, folder_of, outside_addresses, part_linked, part_unlinked, parts_there
from .pictures import ShownPicture, largest_shown
from .search import Hit, Scope, Searched, Wanted, replaced, search

__all__ = [
    "Broken",
    "Changed",
    "ColourUse",
    "Hit",
    "LineChange",
    "Links",
    "OutsideAddress",
    "PartParameter",
    "Reference",
    "Scope",
    "Searched",
    "Shade",
    "SheetLink",
    "ShownPicture",
    "SiteColour",
    "SitePart",
    "Use",
    "Wanted",
    "all_parts",
    "colour_named",
    "colours_of_site",
    "empty_page",
    "folder_of",
    "largest_shown",
    "linked",
    "made_one",
    "moved",
    "named",
    "outside_addresses",
    "page_like",
    "part_linked",
    "part_named",
    "part_unlinked",
    "parts_there",
    "references_in",
    "replaced",
    "search",
    "shades_of",
    "sheet_for",
    "sheets_by_page",
    "sheets_of",
    "title_from",
    "unlinked",
    "with_colour",
]  # fmt: skip
