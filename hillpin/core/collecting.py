"""Python's collector of cycles, set for pages: large, long-lived, made of many small objects with hardly any cycles."""

from __future__ import annotations

import gc


def collect_seldom() -> None:
    """For a process that reads pages: what was loaded is never looked at again, and what is made is looked at seldom.

    Looking through a page's objects for cycles at every few hundred new ones took as long as the work itself.
    """
    gc.freeze()
    gc.set_threshold(50_000, 20, 50)


__all__ = ["collect_seldom"]
