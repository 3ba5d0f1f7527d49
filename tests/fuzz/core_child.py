"""One process that asks core, and tells a line of JSON for each thing that should not be: run by ``tests.fuzz.core``.

usage: python -m tests.fuzz.core_child NOW TELL SECONDS FIRST            inputs of seeds from FIRST on
       python -m tests.fuzz.core_child NOW TELL SECONDS FOLDER --guided  inputs that reach new branches (with atheris there)
       python -m tests.fuzz.core_child NOW TELL SECONDS FILE --once      the inputs of a file, one a line as hex

NOW is a file that holds the input that is being asked about, for when this process does not live to tell.
"""

from __future__ import annotations

import contextlib
import importlib
import json
import random
import resource
import sys
import time
import traceback
from pathlib import Path

LONGEST = 2.0
MOST_MEMORY = 400
LENGTH = 1500
ROOM = 1200 * 2**20
"""Of address space above what is there at the start: past it Python raises MemoryError, before the machine suffers."""


class Asker:
    """Asks, measures, tells."""

    def __init__(self, now: Path, tell: Path) -> None:
        self.now, self.told = now, tell.open("a")
        self.asked = 0
        # Read here, as the steering must be there before core is.
        self.questions = importlib.import_module("tests.fuzz.core_questions")
        self.questions.warm_up()

    def one(self, given: bytes) -> None:
        """Ask what bytes stand for."""
        self.now.write_text(given.hex())
        name, made = self.questions.question_of(given)
        begun = time.process_time()
        try:
            self.questions.ask(name, made)
        except Exception as error:
            last = [frame for frame in traceback.extract_tb(error.__traceback__) if "core_" not in Path(frame.filename).name][-1:]
            where = f" at {Path(last[0].filename).name}:{last[0].lineno}" if last else ""
            self.tell("raised", name, given, f"{type(error).__name__}{where}: {'' if isinstance(error, KeyError) else str(error)[:120]}")
        took = time.process_time() - begun
        if took > LONGEST:
            self.tell("slow", name, given, f"{took:.1f} s")
        self.asked += 1
        self.now.write_text("")

    def tell(self, kind: str, name: str, given: bytes, what: str) -> None:
        """A line of what should not be."""
        print(json.dumps({"kind": kind, "question": name, "input": given.hex(), "what": what}), file=self.told, flush=True)

    def end(self) -> None:
        """How many were asked, and the most memory there was."""
        most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024
        print(json.dumps({"kind": "end", "asked": self.asked, "memory": most}), file=self.told, flush=True)


def by_seeds(asker: Asker, seconds: float, first: int) -> None:
    """Inputs of seeds, one after the other."""
    until = time.monotonic() + seconds
    seed = first
    while time.monotonic() < until:
        before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
        given = random.Random(seed).randbytes(LENGTH)
        asker.one(given)
        most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
        if most // 1024 > MOST_MEMORY and most > before * 1.05:
            asker.tell("memory", "", given, f"{most // 1024} MB")
        seed += 1
    asker.end()


def once(asker: Asker, inputs: list[str]) -> None:
    """The inputs that are given."""
    for line in inputs:
        asker.one(bytes.fromhex(line))
    asker.end()


def guided(now: Path, tell: Path, seconds: float, folder: Path) -> None:
    """Inputs that atheris makes from those that reached something new, kept in a folder from run to run."""
    atheris = importlib.import_module("atheris")
    with atheris.instrument_imports(include=["hillpin.core"], enable_loader_override=False):
        asker = Asker(now, tell)
    folder.mkdir(parents=True, exist_ok=True)
    if not any(folder.iterdir()):
        for seed in range(40):
            (folder / f"seed{seed}").write_bytes(random.Random(seed).randbytes(LENGTH))

    def one(given: bytes) -> None:
        asker.one(given)
        if asker.asked % 100 == 0:
            asker.end()

    atheris.Setup([sys.argv[0], f"-artifact_prefix={folder}/", f"-max_total_time={max(round(seconds), 1)}", f"-max_len={2 * LENGTH}", "-timeout=60", "-rss_limit_mb=0", "-verbosity=0", "-print_final_stats=0", str(folder)], one)
    atheris.Fuzz()


def main() -> None:
    """Ask as the arguments say."""
    now, tell, seconds, what, *ways = sys.argv[1:]
    with contextlib.suppress(ValueError):
        resource.setrlimit(resource.RLIMIT_DATA, (ROOM, ROOM))
    if ways == ["--guided"]:
        guided(Path(now), Path(tell), float(seconds), Path(what))
    elif ways == ["--once"]:
        once(Asker(Path(now), Path(tell)), Path(what).read_text().split())
    else:
        by_seeds(Asker(Path(now), Path(tell)), float(seconds), int(what))


if __name__ == "__main__":
    main()
