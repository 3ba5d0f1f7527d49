"""Wheels of this checkout, pure or with core compiled (``tools/compiled_core.py``), and a checkout to test and time the compiled one in."""

from __future__ import annotations

import os
import shutil
import sys
import tempfile
import zipfile
from pathlib import Path

from .setting_up import STATE, Stop, digest, is_done, run, say, set_done, set_up_web
from .whereabouts import PACKAGE, ROOT

COMPILED = STATE / "compiled"
OWN = {"hillpin", ".venv", "data", "build"}
"""What of the checkout is not the compiled one's, too."""


def has_compiler() -> bool:
    """Whether there is a C compiler here."""
    return any(shutil.which(name) for name in (os.environ.get("CC", "cc"), "gcc", "clang"))


def build(into: Path, is_compiled: bool) -> Path:
    """A wheel in a folder: its path. Raises Stop where it cannot be built."""
    set_up_web()
    into.mkdir(parents=True, exist_ok=True)
    if is_compiled and not has_compiler():
        raise Stop("There is no C compiler for the compiled wheel. Install one (on Debian: apt-get install gcc libc6-dev) and run this again.")
    with tempfile.TemporaryDirectory(prefix="hillpin-wheel-") as made:
        # What is written beside the source while a wheel is built stays out of the checkout.
        source = Path(made) / "source"
        for name in ("hillpin", "tools"):
            shutil.copytree(ROOT / name, source / name, ignore=shutil.ignore_patterns("__pycache__"))
        shutil.copytree(ROOT / "web" / "dist", source / "web" / "dist")
        for name in ("setup.py", "pyproject.toml", "README.md"):
            shutil.copy(ROOT / name, source / name)
        run([sys.executable, "-m", "pip", "wheel", "--quiet", "--disable-pip-version-check", "--no-deps", "-w", str(source / "out"), str(source)], trouble="The wheel could not be built; the lines above say why.", more={"HILLPIN_COMPILED": str(int(is_compiled))})
        wheel = next((source / "out").glob("*.whl"))
        return Path(shutil.move(wheel, into / wheel.name))


def compiled_checkout() -> Path:
    """A folder like the checkout in which core is the compiled wheel's; made anew where the sources changed (minutes)."""
    mark = digest(path for folder in (PACKAGE, ROOT / "tools") for path in folder.rglob("*") if path.is_file() and "__pycache__" not in path.parts)
    if not is_done("compiled-core", mark) or not COMPILED.is_dir():
        say("Compiling core: this takes some minutes…")
        shutil.rmtree(COMPILED, ignore_errors=True)
        with tempfile.TemporaryDirectory(prefix="hillpin-compiled-") as made, zipfile.ZipFile(build(Path(made), is_compiled=True)) as wheel:
            wheel.extractall(COMPILED)
        for path in ROOT.iterdir():
            if path.name not in OWN:
                (COMPILED / path.name).symlink_to(path)
        set_done("compiled-core", mark)
    return COMPILED
