"""Core asked for some minutes with inputs of all kinds: it answers, or says in words why not, within 2 s and 400 MB.

usage: python -m tests.fuzz.core MINUTES [--first SEED]

Half of the processes take inputs from seeds, half are steered by the branches that an input reached (atheris, which is installed
beside the project's libraries when this is first asked). What they find slow is asked again without that steering, which costs time
itself. A process that dies or hangs is replaced, and its input is told.
"""

from __future__ import annotations

import argparse
import hashlib
import json
import os
import random
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterable
from dataclasses import dataclass, field
from pathlib import Path

from .core_child import MOST_MEMORY
from .core_questions import question_of

ROOT = Path(__file__).resolve().parents[2]
STATE = ROOT / ".pin-state"
TOOL = "atheris==3.0.0"
HANGS = 60.0
"""Seconds without an answer after which a process is given up: a busy machine and the steering have room in it."""


def set_up() -> Path | None:
    """The folder that has atheris; None where there is none for this machine."""
    folder = STATE / TOOL
    if not folder.is_dir():
        done = subprocess.run([sys.executable, "-m", "pip", "install", "--quiet", "--disable-pip-version-check", "--no-deps", "--target", str(folder), TOOL], check=False)
        if done.returncode:
            return None
    return folder


@dataclass
class Process:
    """One that asks, begun anew where it ends too early."""

    number: int
    folder: Path
    until: float
    guided_by: Path | None
    seed: int
    findings: list[dict[str, str]] = field(default_factory=list)
    asked: int = 0
    memory: int = 0
    _asked_now: int = 0
    _read: int = 0
    _since: tuple[str, float] = ("", 0.0)

    def begin(self) -> None:
        """Begin asking."""
        left = max(self.until - time.monotonic(), 1)
        what = [str(STATE / "core-inputs"), "--guided"] if self.guided_by else [str(self.seed)]
        paths = [str(ROOT), *([str(self.guided_by)] if self.guided_by else [])]
        self._asked_now, self._since = 0, ("", time.monotonic())
        self.child = subprocess.Popen([sys.executable, "-m", "tests.fuzz.core_child", str(self.now), str(self.tell), str(left), *what], cwd=ROOT, env={**os.environ, "PYTHONPATH": os.pathsep.join(paths)}, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)

    @property
    def now(self) -> Path:
        """The input that is being asked about."""
        return self.folder / f"now{self.number}"

    @property
    def tell(self) -> Path:
        """What was told."""
        return self.folder / f"told{self.number}"

    def look(self) -> bool:
        """Read what was told; whether it goes on."""
        self._take()
        at = self.now.read_text() if self.now.exists() else ""
        if at != self._since[0]:
            self._since = (at, time.monotonic())
        is_over = time.monotonic() > self.until
        if self.child.poll() is None:
            if at and time.monotonic() - self._since[1] > HANGS:
                self.child.kill()
                self.child.wait()
                self._lost("hangs", at)
            elif is_over and time.monotonic() - self.until > HANGS:
                self.child.kill()
                return False
            return True
        if at and self.child.returncode != 0:
            self._lost("dies", at)
        self.asked += self._asked_now
        if is_over:
            return False
        self.seed += self._asked_now + 1
        self.begin()
        return True

    def _lost(self, kind: str, given: str) -> None:
        self.findings.append({"kind": kind, "question": "", "input": given, "what": f"process {self.number}, code {self.child.returncode}"})
        self.now.write_text("")

    def _take(self) -> None:
        if not self.tell.exists():
            return
        lines = self.tell.read_text().splitlines()
        for line in lines[self._read :]:
            said = json.loads(line)
            if said["kind"] == "end":
                self._asked_now, self.memory = said["asked"], max(self.memory, said["memory"] if not self.guided_by else 0)
            else:
                self.findings.append(said)
        self._read = len(lines)


def asked_again(findings: Iterable[dict[str, str]], folder: Path) -> list[dict[str, str]]:
    """Those that are found without steering too, each in a fresh process."""
    found = []
    for number, one in enumerate(findings):
        paths = [folder / f"{what}{number}" for what in ("again", "now-again", "told-again")]
        paths[0].write_text(one["input"])
        try:
            done = subprocess.run([sys.executable, "-m", "tests.fuzz.core_child", str(paths[1]), str(paths[2]), "0", str(paths[0]), "--once"], cwd=ROOT, env={**os.environ, "PYTHONPATH": str(ROOT)}, capture_output=True, timeout=HANGS, check=False)
        except subprocess.TimeoutExpired:
            found.append({**one, "kind": "hangs"})
            continue
        told = [json.loads(line) for line in paths[2].read_text().splitlines()] if paths[2].exists() else []
        if done.returncode or any(said["kind"] != "end" for said in told):
            found.append(next((said for said in told if said["kind"] != "end"), one))
        elif told and told[-1]["memory"] > MOST_MEMORY:
            found.append({**one, "kind": "memory", "what": f"{told[-1]['memory']} MB"})
    return found


def distinct(findings: Iterable[dict[str, str]]) -> list[dict[str, str]]:
    """One for each kind, question and place."""
    kept: dict[tuple[str, str, str], dict[str, str]] = {}
    for one in findings:
        place = one["what"].split(":")[0] + ":" + one["what"].split(":")[1] if one["kind"] == "raised" and one["what"].count(":") else one["question"]
        kept.setdefault((one["kind"], "" if one["kind"] == "raised" else one["question"], place), one)
    return list(kept.values())


def told(one: dict[str, str], folder: Path) -> str:
    """A finding in a line; its input is kept in a file, to be read and tried."""
    name, made = question_of(bytes.fromhex(one["input"]))
    folder.mkdir(parents=True, exist_ok=True)
    file = folder / f"{hashlib.sha256(one['input'].encode()).hexdigest()[:12]}.json"
    file.write_text(json.dumps({**one, "question": name, "made": made}, indent=1))
    return f"{one['kind']}: {name}, {one['what']} ({file.relative_to(ROOT)})"


def main() -> None:
    """Ask, look, tell; 1 where anything was found."""
    parser = argparse.ArgumentParser(prog="pin fuzz --core", description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("minutes", type=float)
    parser.add_argument("--first", type=int, default=random.SystemRandom().randrange(10**9))
    options = parser.parse_args()
    steering = set_up()
    if steering is None:
        print("Without atheris, which cannot be installed here: all inputs are of seeds.")
    count = max(os.cpu_count() or 1, 2)
    with tempfile.TemporaryDirectory(prefix="hillpin-fuzz-") as name:
        folder, until = Path(name), time.monotonic() + 60 * options.minutes
        processes = [Process(n, folder, until, steering if n % 2 else None, options.first + n * 10**7) for n in range(count)]
        for one in processes:
            one.begin()
        going = list(processes)
        while going:
            going = [one for one in going if one.look()]
            time.sleep(0.2)
        found = asked_again(distinct(finding for one in processes for finding in one.findings), folder)
    for one in found:
        print(told(one, STATE / "core-found"))
    print(f"{sum(one.asked for one in processes):,} inputs, {sum(one.asked for one in processes if one.guided_by):,} of them steered; {len(found)} are not answered as they should be. {max(one.memory for one in processes)} MB at most.")
    sys.exit(1 if found else 0)


if __name__ == "__main__":
    main()
