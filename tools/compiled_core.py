"""The part of core that a compiled wheel holds as machine code besides its source: what reads, styles and lays out a page.

mypyc takes the typed modules as they are. Tables of numbers over all widths (``widths``) are NumPy's work and gain nothing.
"""

from __future__ import annotations

import os
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

from setuptools import Extension
from setuptools.command.build_ext import build_ext

ASKED = "HILLPIN_COMPILED"
"""Set in the environment of the build, it asks for the compiled wheel."""
COMPILER = "mypy==2.4.1"
CORE = Path("hillpin", "core")
FOLDERS = ("markup", "styles", "fonts", "layout")
SUBCLASSES = ("widths/blend.py", "widths/extents.py", "widths/across_flow.py")
"""Classes of these extend compiled ones, so they are compiled with them."""
LEFT = ("styles/style.py", "styles/media.py", "layout/recorder.py")
"""A style's values are swapped all at once through its ``__dict__``; a container that is asked as a viewport has fractions of px; a
recorder's methods are one function under many names."""


def is_asked() -> bool:
    """Whether this build is to be a compiled one."""
    return os.environ.get(ASKED, "") not in ("", "0")


def modules(root: Path) -> list[str]:
    """The modules that are compiled, as paths from the root of the source."""
    core = root / CORE
    found = [path for folder in FOLDERS for path in (core / folder).rglob("*.py")] + [core / name for name in SUBCLASSES]
    return sorted(path.relative_to(root).as_posix() for path in found if path.relative_to(core).as_posix() not in LEFT)


def extensions(root: Path) -> list[Extension]:
    """What is to be built, its C written already; none where it was not asked for."""
    if not is_asked():
        return []
    from mypyc.build import mypycify  # noqa: PLC0415 - only where it is asked for is it there

    # A rule for both kinds of number is checked for each (``./pin lint``); here types that are not installed stand for any.
    settings = ["--ignore-missing-imports", "--disable-error-code=return-value", "--disable-error-code=assignment"]
    found: list[Extension] = mypycify([*settings, *modules(root)], opt_level="2", debug_level="0", multi_file=True, group_name="hillpin_core")
    return found


class Together(build_ext):
    """Compiles the files of one extension beside each other: nearly all of the work is in one."""

    def build_extensions(self) -> None:
        one_by_one = self.compiler.compile

        def beside(sources: list[str], **settings: Any) -> list[str]:
            with ThreadPoolExecutor(os.cpu_count()) as pool:
                return [made for objects in pool.map(lambda source: one_by_one([source], **settings), sources) for made in objects]

        self.compiler.compile = beside
        super().build_extensions()
