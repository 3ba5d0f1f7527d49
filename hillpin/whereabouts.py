"""Where things are: in a checkout beside the code, and where Hill Pin is installed in places of the system and of the person."""

from __future__ import annotations

import os
from pathlib import Path

PACKAGE = Path(__file__).resolve().parent
ROOT = PACKAGE.parent


def is_checkout() -> bool:
    """Whether this is the source with its one script, and not an installed package."""
    return (ROOT / "pin").is_file() and (ROOT / "web" / "package.json").is_file()


def data_folder() -> Path:
    """Where data is, if no other folder is named: beside the code, or in the person's own data (XDG base directories)."""
    if is_checkout():
        return ROOT / "data"
    base = os.environ.get("XDG_DATA_HOME", "")
    return (Path(base) if os.path.isabs(base) else Path.home() / ".local" / "share") / "hillpin"


def interface() -> Path:
    """The built interface: of a checkout, or as it was packaged."""
    return ROOT / "web" / "dist" if is_checkout() else PACKAGE / "interface"
