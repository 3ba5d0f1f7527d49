"""The demo site, Skerry Line: files as a person would have written them, put into the database at the first start."""

from __future__ import annotations

from pathlib import Path

from ..models import Site
from ..store import NewFile, add_site

FOLDER = Path(__file__).parent / "site"
PART_FONTS = Path(__file__).resolve().parents[2] / "parts" / "fonts"


def demo_files() -> list[NewFile]:
    """The demo's files, with its fonts taken from the shipped parts."""
    files = [NewFile(path.relative_to(FOLDER).as_posix(), path.read_bytes()) for path in sorted(FOLDER.rglob("*")) if path.is_file()]
    return files + [NewFile(f"fonts/{path.name}", path.read_bytes()) for path in sorted(PART_FONTS.glob("*.woff2"))]


def load_demo() -> Site | None:
    """Load the demo where there is no site at all; None where there was one."""
    if Site.objects.exists():
        return None
    return add_site("Skerry Line", demo_files(), is_demo=True)
