"""Each publishing as it was: a copy that takes room only for what changed."""

from __future__ import annotations

import os
import shutil
from contextlib import suppress
from pathlib import Path

STATE = ".hillpin"
MOST = 20


def keep_publishing(site: Path, kept: Path) -> None:
    """Keep the site as it is now beside the earlier ones; the oldest goes."""
    numbers = sorted(int(one.name) for one in kept.iterdir() if one.name.isdigit()) if kept.is_dir() else []
    made = kept / str((numbers[-1] if numbers else 0) + 1)
    for folder, folders, names in os.walk(site):
        if STATE in folders:
            folders.remove(STATE)
        at = made / Path(folder).relative_to(site)
        at.mkdir(parents=True, exist_ok=True)
        for name in names:
            # Files are put in place by renaming: a link keeps what was there.
            with suppress(OSError):
                os.link(Path(folder, name), at / name)
    for number in numbers[: max(len(numbers) + 1 - MOST, 0)]:
        shutil.rmtree(kept / str(number), ignore_errors=True)
