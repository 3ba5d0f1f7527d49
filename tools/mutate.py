"""How much of a part of core its tests hold: small changes are made to it, and the tests must fail.

usage: ./pin mutate PART [--most N] [--seed N]     PART: layout, cascade, planning or survey, or a file below hillpin/core

Each change is made in a copy of the checkout, and those of the part's tests that run the changed lines are run until one fails.
Prints the changes that no test noticed, and the share that was noticed; exits with 1 where that is under 85 of 100. Minutes to
hours: not for every push.
"""

from __future__ import annotations

import argparse
import ast
import json
import os
import random
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue

from cosmic_ray.commands.init import init
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator
from cosmic_ray.work_db import WorkDB, use_db
from cosmic_ray.work_item import MutationSpec

ROOT = Path(__file__).resolve().parent.parent
CORE = Path("hillpin") / "core"
WANTED = 85
SAME = ("_Is_Eq", "_IsNot_NotEq", "_Eq_Is", "_NotEq_IsNot")
"""Changes between what is equal and what is the same: of the words, numbers and None that are compared here, one is the other."""

PATIENCE = 600
"""Seconds after which a change that makes the tests hang counts as noticed."""

PARTS = {
    "layout": (
        ["layout"],
        "blocks flex grid values line_ranges working zoom room multiple_columns pretty_lines shapes starts text_measures varied_fonts "
        "measured_fonts bidi engine outlines across across_flex across_grid across_columns",
        "blocks floats inline text flex grid tables positioned replaced sizing forms fieldsets columns balance small_causes room "
        "right_to_left nowrap quirks trimmed_lines clamped_lines cloned_edges containment details markers selects shapes_outside "
        "transforms first_letters first_lines zoom",
    ),
    "cascade": (
        ["styles"],
        "cascade values reading edit scopes queries form_states values_at_elements math_functions room zoom animated grid shapes arrangement "
        "bidi varied_fonts pictures on_pictures site_colours",
        "values properties values_at_elements scopes font_features blocks grid backgrounds shapes room clamped_lines arrangements "
        "varied_fonts forms right_to_left details",
    ),
    "planning": (["planning"], "plan_rows plan_code plan_from_code columns arrangement borders_of_rules aids_any", "plans arrangements"),
    "survey": (
        ["survey"],
        "survey_findings survey_rows_and_order survey_sections survey_walk bands animated bidi borders_of_rules contrast_states drifting "
        "elsewhere heights lying_over markup_check on_pictures other_lengths parts_shown picture_files pictures point_of_interest "
        "words_of_documents survey_sentences survey_sentences_more survey_sentences_rows survey_sentences_words",
        "behind_words lying_over picture_files pictures starts",
    ),
}
"""By part: what is changed (below hillpin/core), and its tests in tests/core and tests/agreement."""


def chosen(part: str) -> tuple[list[Path], list[str]]:
    """The files of a part and its tests; a single file takes those of the part that it is in."""
    core = ROOT / CORE
    name = part if part in PARTS else next((name for name, (rooms, _, _) in PARTS.items() if Path(part).parts[0] in rooms), "layout")
    rooms, own, agreement = PARTS[name]
    places = [core / room for room in (rooms if part in PARTS else [part])]
    files = sorted(file for place in places for file in ([place] if place.is_file() else place.rglob("*.py")) if file.name != "__init__.py")
    return files, [f"tests.core.test_{one}" for one in own.split()] + [f"tests.agreement.test_{one}" for one in agreement.split()]


@dataclass(frozen=True)
class Runs:
    """What the tests of a part run: ``seconds`` by test class, quick ones first, and ``lines``: by file and line, the classes
    that run it. A line that only the import of its module runs stands under the class ``""``."""

    seconds: dict[str, float]
    lines: dict[str, dict[str, list[str]]]

    def of(self, change: MutationSpec) -> list[str]:
        """The test classes that a change is told to: all of them where none is known to run its lines."""
        known = self.lines.get(str(Path(change.module_path).relative_to(ROOT)), {})
        told = {one for line in range(change.start_pos[0], change.end_pos[0] + 1) for one in known.get(str(line), ())} & self.seconds.keys()
        return [one for one in self.seconds if one in told or not told]


def runs_of(files: list[Path], tests: list[str], copy: Path) -> Runs:
    """What the tests run as things are. Ends the program where one of them fails."""
    room = os.path.commonpath(files) if len(files) > 1 else files[0]
    told = copy / "runs.json"
    done = subprocess.run([sys.executable, str(ROOT / "tools" / "who_runs.py"), str(copy / Path(room).relative_to(ROOT)), str(told), *tests], cwd=copy, env=environment(copy), check=False)
    if done.returncode:
        sys.exit(done.returncode)
    found = json.loads(told.read_text())
    return Runs(dict(sorted(found["seconds"].items(), key=lambda one: one[1])), found["lines"])


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
        elif isinstance(node, ast.If) and isinstance(node.test, ast.Name) and node.test.id == "TYPE_CHECKING":
            parts = [node.test]
        found += [((one.lineno, one.col_offset), (one.end_lineno or 0, one.end_col_offset or 0)) for one in parts if one is not None]
    return found


def changes_of(files: list[Path]) -> list[MutationSpec]:
    """All changes that can be made to some files."""
    with tempfile.TemporaryDirectory() as folder, use_db(str(Path(folder) / "changes.sqlite"), WorkDB.Mode.create) as known:
        init(files, known, {})
        changes = [one for item in known.work_items for one in item.mutations]
    idle = {file: without_effect(file) for file in files}
    return [
        one
        for one in changes
        if not one.operator_name.endswith(SAME) and not any(low <= one.start_pos and one.end_pos <= high for low, high in idle[Path(one.module_path)])
    ]


def copied() -> Path:
    """A copy of the files under version control."""
    target = Path(tempfile.mkdtemp(prefix="hillpin-mutate-"))
    for name in subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.splitlines():
        if (ROOT / name).is_file() and not name.startswith("docs/"):
            (target / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, target / name)
    return target


def environment(copy: Path) -> dict[str, str]:
    """What tests in a copy are run with."""
    return {**os.environ, "PYTHONPATH": str(copy), "PYTHONDONTWRITEBYTECODE": "1", "CI": "true"}


def survives(change: MutationSpec, copy: Path, tests: list[str]) -> bool:
    """Whether all tests pass with a change made."""
    file = copy / Path(change.module_path).relative_to(ROOT)
    text = file.read_text()
    made = mutate_code(text, get_operator(change.operator_name)(**change.operator_args), change.occurrence)
    if made is None or made == text:
        return False
    file.write_text(made)
    try:
        command = [sys.executable, "-m", "unittest", "-f", "-q", *tests]
        return subprocess.run(command, cwd=copy, env=environment(copy), capture_output=True, timeout=PATIENCE, check=False).returncode == 0
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
    runs = runs_of(files, tests, copies.queue[0])

    def attempt(change: MutationSpec) -> bool:
        copy = copies.get()
        try:
            return survives(change, copy, runs.of(change))
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
