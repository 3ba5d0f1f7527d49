"""How much of a part of core its tests hold: small changes are made to it, and the tests must fail.

usage: ./pin mutate PART [--most N] [--seed N]     PART: layout, cascade, planning or survey, or a file below hillpin/core

Each change is made in a copy of the checkout, and the part's tests are run until one fails. Prints the changes that no test
noticed, and the share that was noticed; exits with 1 where that is under 85 of 100. Minutes to hours: not for every push.
"""

from __future__ import annotations

import argparse
import ast
import os
import random
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from queue import Queue

from cosmic_ray.commands.init import init
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator
from cosmic_ray.work_db import WorkDB, use_db
from cosmic_ray.work_item import MutationSpec

ROOT = Path(__file__).resolve().parent.parent
WANTED = 85
PATIENCE = 600
"""Seconds after which a change that makes the tests hang counts as noticed."""

PARTS = {
    "layout": (
        ["layout"],
        ["blocks", "flex", "grid", "values", "line_ranges", "across", "working"],
        ["blocks", "floats", "inline", "text", "flex", "grid", "tables", "positioned", "replaced", "sizing", "forms"],
    ),
    "cascade": (["styles"], ["cascade", "values", "reading", "edit"], ["values", "properties", "blocks"]),
    "planning": (["planning"], ["plan_rows", "plan_code", "plan_from_code", "columns", "arrangement"], ["plans"]),
    "survey": (["survey"], ["survey_findings", "survey_rows_and_order", "survey_sections", "survey_walk", "bands"], []),
}
"""By part: what is changed (below hillpin/core), and its tests in tests/core and tests/agreement."""


def chosen(part: str) -> tuple[list[Path], list[str]]:
    """The files of a part and its tests; a single file takes those of the part that it is in."""
    core = ROOT / "hillpin" / "core"
    name = part if part in PARTS else next((name for name, (rooms, _, _) in PARTS.items() if Path(part).parts[0] in rooms), "layout")
    rooms, own, agreement = PARTS[name]
    places = [core / room for room in (rooms if part in PARTS else [part])]
    files = sorted(file for place in places for file in ([place] if place.is_file() else place.rglob("*.py")) if file.name != "__init__.py")
    return files, [f"tests.core.test_{one}" for one in own] + [f"tests.agreement.test_{one}" for one in agreement]


def without_effect(file: Path) -> list[tuple[tuple[int, int], tuple[int, int]]]:
    """Where a change changes nothing that runs: annotations, and what is said to decorators."""
    found: list[tuple[tuple[int, int], tuple[int, int]]] = []
    for node in ast.walk(ast.parse(file.read_text())):
        parts: list[ast.expr | None] = []
        if isinstance(node, ast.FunctionDef):
            parts = [node.returns, *node.decorator_list]
        elif isinstance(node, ast.ClassDef):
            parts = list(node.decorator_list)
        elif isinstance(node, ast.arg | ast.AnnAssign):
            parts = [node.annotation]
        found += [((one.lineno, one.col_offset), (one.end_lineno or 0, one.end_col_offset or 0)) for one in parts if one is not None]
    return found


def changes_of(files: list[Path]) -> list[MutationSpec]:
    """All changes that can be made to some files."""
    with tempfile.TemporaryDirectory() as folder, use_db(str(Path(folder) / "changes.sqlite"), WorkDB.Mode.create) as known:
        init(files, known, {})
        changes = [one for item in known.work_items for one in item.mutations]
    idle = {file: without_effect(file) for file in files}
    return [one for one in changes if not any(low <= one.start_pos and one.end_pos <= high for low, high in idle[Path(one.module_path)])]


def copied() -> Path:
    """A copy of the files under version control."""
    target = Path(tempfile.mkdtemp(prefix="hillpin-mutate-"))
    for name in subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.splitlines():
        if (ROOT / name).is_file() and not name.startswith("docs/"):
            (target / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, target / name)
    return target


def survives(change: MutationSpec, copy: Path, tests: list[str]) -> bool:
    """Whether all tests pass with a change made."""
    file = copy / Path(change.module_path).relative_to(ROOT)
    text = file.read_text()
    made = mutate_code(text, get_operator(change.operator_name)(**change.operator_args), change.occurrence)
    if made is None or made == text:
        return False
    file.write_text(made)
    environment = {**os.environ, "PYTHONPATH": str(copy), "PYTHONDONTWRITEBYTECODE": "1", "CI": "true"}
    try:
        command = [sys.executable, "-m", "unittest", "-f", "-q", *tests]
        return subprocess.run(command, cwd=copy, env=environment, capture_output=True, timeout=PATIENCE, check=False).returncode == 0
    except subprocess.TimeoutExpired:
        return False
    finally:
        file.write_text(text)


def shown(change: MutationSpec) -> str:
    """A change by its place and the line as it was."""
    file, line = Path(change.module_path), change.start_pos[0]
    operator = change.operator_name.rpartition("/")[2]
    return f"{file.relative_to(ROOT)}:{line}: {operator} in: {file.read_text().splitlines()[line - 1].strip()[:110]}"


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("part")
    parser.add_argument("--most", type=int, default=200, help="how many changes to try, chosen at random")
    parser.add_argument("--seed", type=int, default=1)
    options = parser.parse_args()
    files, tests = chosen(options.part)
    changes = changes_of(files)
    tried = random.Random(options.seed).sample(changes, min(options.most, len(changes)))
    copies: Queue[Path] = Queue()
    processes = os.cpu_count() or 1
    for _ in range(processes):
        copies.put(copied())

    def attempt(change: MutationSpec) -> bool:
        copy = copies.get()
        try:
            return survives(change, copy, tests)
        finally:
            copies.put(copy)

    left = 0
    with ThreadPoolExecutor(processes) as pool:
        for number, (change, alive) in enumerate(zip(tried, pool.map(attempt, tried), strict=True), 1):
            left += alive
            if alive:
                print(f"unnoticed: {shown(change)}", flush=True)
            if number % 20 == 0:
                print(f"{number} of {len(tried)} tried, {left} unnoticed", flush=True)
    while not copies.empty():
        shutil.rmtree(copies.get())
    share = 100 * (len(tried) - left) / max(len(tried), 1)
    print(f"{options.part}: {len(tried)} of {len(changes)} changes tried, {share:.0f} of 100 noticed")
    sys.exit(share < WANTED)


if __name__ == "__main__":
    main()
