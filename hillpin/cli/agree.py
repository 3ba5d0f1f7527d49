"""``pin agree``: computed boxes against what a browser measured, a line a case, worst last, and totals."""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from pathlib import Path

from ..core.errors import InputError
from ..core.page import Page

CLOSE = 0.5
EXACT = 1 / 64 + 0.0001
SILENT = 20.0


@dataclass(slots=True)
class CaseResult:
    """Counts of one case over all its widths; ``worst`` is the largest difference with its place."""

    name: str
    boxes: int = 0
    close: int = 0
    exact: int = 0
    silent: int = 0
    unmodelled: int = 0
    worst: float = 0.0
    where: str = ""
    misses: list[str] = field(default_factory=list)

    def add(self, other: CaseResult) -> None:
        """Add another case's counts."""
        self.boxes += other.boxes
        self.close += other.close
        self.exact += other.exact
        self.silent += other.silent
        self.unmodelled += other.unmodelled

    def line(self) -> str:
        """The case in one line."""
        share = self.boxes or 1
        text = f"{100 * self.close / share:6.2f}% within 0.5  {100 * self.exact / share:6.2f}% within 1/64  {self.boxes:6d} boxes  {self.name}"
        if self.unmodelled:
            text += f"  ({self.unmodelled} unmodelled)"
        if self.silent:
            text += f"  ({self.silent} silently over 20)"
        return text + (f"  worst {self.worst:g} at {self.where}" if self.worst > EXACT else "")


def compare(folder: Path) -> CaseResult:
    """One case folder: its page at every width of its truth. Raises InputError where either is missing."""
    truth_path = folder / "truth.json"
    if not truth_path.is_file():
        raise InputError(f"There is no truth.json in {folder}.")
    truth = json.loads(truth_path.read_text())
    page = Page.read(folder / "index.html")
    result = CaseResult(folder.name)
    for run in truth["runs"]:
        layout = page.boxes(run["width"], run.get("height", 800))
        computed = {box.index: box for box in layout.boxes}
        for wanted in run["boxes"]:
            box = computed.get(wanted["index"])
            result.boxes += 1
            if box is None or box.tag != wanted["tag"] or box.none != wanted["none"]:
                _miss(result, run, wanted, "presence", 9999.0, box.modelled if box is not None else True)
                continue
            differences = {name: abs(getattr(box, name) - wanted[name]) for name in ("x", "y", "width", "height")}
            side = max(differences, key=lambda name: differences[name])
            difference = differences[side]
            result.unmodelled += 0 if box.modelled else 1
            if difference <= CLOSE:
                result.close += 1
            if difference <= EXACT:
                result.exact += 1
            else:
                _miss(result, run, wanted, side, difference, box.modelled, getattr(box, side))
    return result


def _miss(result: CaseResult, run: dict[str, int], wanted: dict[str, object], side: str, difference: float, modelled: bool, got: float = 0.0) -> None:
    if difference > SILENT and modelled:
        result.silent += 1
    place = f"{wanted['tag']} {wanted['index']} {side}, {run['width']} wide"
    if difference > result.worst:
        result.worst, result.where = difference, place
    result.misses.append(f"  {place}: {got:g}, measured {wanted.get(side)}")


def main(folders: list[str], verbose: bool = False) -> int:
    """Compare every case folder (or every folder in a folder of cases) and print the lines."""
    cases: list[Path] = []
    for name in folders:
        folder = Path(name)
        if (folder / "index.html").is_file():
            cases.append(folder)
        else:
            cases += sorted(path.parent for path in folder.glob("*/truth.json"))
    if not cases:
        raise InputError("There is no case folder with an index.html and a truth.json there.")
    results = [compare(case) for case in cases]
    results.sort(key=lambda result: (-result.close / max(result.boxes, 1), -result.exact / max(result.boxes, 1)))
    total = CaseResult(f"all {len(results)} cases")
    for result in results:
        total.add(result)
        print(result.line())
        if verbose:
            print("\n".join(result.misses[:40]))
    print(total.line())
    return 0
