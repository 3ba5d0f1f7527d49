"""What commands need before they run: packages, the built interface, Chromium. Each step is done again only where it has to be."""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

from .whereabouts import ROOT, is_checkout

WEB = ROOT / "web"
STATE = ROOT / ".pin-state"
CHROMIUM = "/usr/bin/chromium"
OLDEST_NODE = 20


class Stop(Exception):
    """A reason not to go on, as a sentence that says what to do."""


def say(text: str) -> None:
    """Tell what is being done."""
    print(text, file=sys.stderr, flush=True)


def digest(paths: Iterable[Path]) -> str:
    """One hash of some files' names and contents."""
    total = hashlib.sha256()
    for path in sorted(paths):
        total.update(path.relative_to(ROOT).as_posix().encode() + b"\0" + path.read_bytes() + b"\0")
    return total.hexdigest()


def is_done(step: str, mark: str) -> bool:
    """Whether a step was done for exactly this state."""
    stamp = STATE / step
    return stamp.is_file() and stamp.read_text() == mark


def set_done(step: str, mark: str) -> None:
    """Note that a step is done for a state."""
    STATE.mkdir(exist_ok=True)
    (STATE / step).write_text(mark)


def run(words: list[str], cwd: Path = ROOT, trouble: str = "", more: dict[str, str] | None = None) -> None:
    """Run a command, with ``more`` in its environment; raises Stop with a sentence where it fails."""
    result = subprocess.run(words, cwd=cwd, check=False, stdout=sys.stderr, env={**os.environ, **(more or {})})
    if result.returncode != 0:
        raise Stop(trouble or f"{' '.join(words[:3])} failed with {result.returncode}.")


def check_node() -> None:
    """Raises Stop where Node or npm is missing or too old."""
    node, npm = shutil.which("node"), shutil.which("npm")
    if node is None or npm is None:
        raise Stop(f"Hill Pin needs Node {OLDEST_NODE} or newer with npm to build its interface. Install them and run this again.")
    version = subprocess.run([node, "--version"], capture_output=True, text=True, check=False).stdout.strip()
    if not version.startswith("v") or int(version[1:].split(".")[0]) < OLDEST_NODE:
        raise Stop(f"Node is {version or 'unknown'}; Hill Pin needs Node {OLDEST_NODE} or newer. Install it and run this again.")


def web_sources() -> list[Path]:
    """Every file that the built front end depends on."""
    files = [path for folder in (WEB / "src", WEB / "public") for path in folder.rglob("*") if path.is_file()]
    return files + [WEB / name for name in ("index.html", "package.json", "package-lock.json", "vite.config.ts", "tsconfig.json", ".npmrc")]


def set_up_packages() -> None:
    """npm packages by the lock file."""
    mark = digest([WEB / "package-lock.json"])
    if is_done("npm", mark) and (WEB / "node_modules").is_dir():
        return
    check_node()
    say("Setting up npm packages…")
    run(["npm", "ci", "--no-audit", "--no-fund"], WEB, "The npm packages could not be installed. Check the network to the package registry and run this again.")
    set_done("npm", mark)


def set_up_web() -> None:
    """The built front end. Where Hill Pin is installed it came with it."""
    if not is_checkout():
        return
    mark = digest(web_sources())
    if is_done("web", mark) and (WEB / "dist" / "index.html").is_file():
        return
    set_up_packages()
    say("Building the interface…")
    run(["npm", "run", "--silent", "build"], WEB, "The interface could not be built; the lines above say why.")
    set_done("web", mark)


def set_up_chromium() -> None:
    """Debian's Chromium, for the tests."""
    if Path(CHROMIUM).exists():
        return
    say("Installing Chromium for the tests (apt-get install chromium)…")
    sudo = [] if os.geteuid() == 0 else ["sudo", "-n"]
    trouble = "Chromium could not be installed. Run apt-get install chromium as root and run this again."
    run([*sudo, "apt-get", "update", "-qq"], trouble=trouble)
    run([*sudo, "apt-get", "install", "-y", "-qq", "chromium"], trouble=trouble)
