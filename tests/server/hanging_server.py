"""A server whose workers hang: it prints their process numbers, and waits to be killed."""

from __future__ import annotations

import os
import threading

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
django.setup()

from hillpin import computing  # noqa: E402
from hillpin.computing.pool import Pool  # noqa: E402

from .test_computing import About, forever  # noqa: E402


class NoSites:
    """Surroundings in which there are no sites."""

    def state(self, site: int) -> object:
        return None

    def told(self, site: int) -> None:
        return None


def main() -> None:
    """Let a worker hang, and say which processes there are."""
    pool: Pool = computing.begin(NoSites())
    threading.Thread(target=forever, args=(None,), kwargs={"payload": About()}, daemon=True).start()
    while not pool.waiting():
        pass
    print(*pool.processes(), flush=True)
    threading.Event().wait()


if __name__ == "__main__":
    main()
