"""A site as a whole at any size: its pages surveyed and checked beside each other, here or on other machines, and nothing twice.

``reach`` says what a page takes in, ``work`` is what is done with one page (content in, JSON out), ``kept`` keeps it on disk by
content, ``engines`` does pages in processes here or by a scheduler elsewhere, ``walking`` puts these together, ``folders`` finds
pages and what changed since a revision. No Django: the command line and the server both use it. docs/whole-sites.md says more.
"""

from .engines import Engine, here, named_engine
from .folders import FolderPages, changed_since, part_of
from .kept import Kept, usual_folder
from .reach import Reach
from .walking import Asked, Outcome, walk_pages

__all__ = ["Asked", "Engine", "FolderPages", "Kept", "Outcome", "Reach", "changed_since", "here", "named_engine", "part_of", "usual_folder", "walk_pages"]
