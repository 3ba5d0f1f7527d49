"""Which part of the product may know which: read from the imports themselves, those for types included."""

from __future__ import annotations

import ast
import unittest
from collections import Counter
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "hillpin" / "core"

BELOW = {
    "markup": {"errors"},
    "styles": {"markup", "units"},
    "fonts": {"files", "styles", "units"},
    "layout": {"files", "fonts", "images", "markup", "styles", "units"},
    "working": {"layout", "shown", "styles", "units"},
    "page": {"errors", "files", "fonts", "laid_out", "layout", "markup", "styles", "units", "working"},
    "laid_out": {"errors", "layout", "markup", "styles", "units", "working"},
    "pictures": {"laid_out", "layout", "markup", "shown", "styles"},
    "widths": {"laid_out", "layout", "markup", "page", "styles", "units"},
    "writing": {"errors", "fonts", "laid_out", "layout", "markup", "naming", "page", "pictures", "shown", "styles", "units", "widths", "working"},
    "aids": {"authoring", "errors", "files", "fonts", "layout", "markup", "page", "pictures", "shown", "styles", "writing"},
    "planning": {"errors", "files", "layout", "markup", "naming", "page", "styles"},
    "authoring": {"errors", "files", "filler", "images", "markup", "page", "shown", "styles"},
    "handing": {"errors", "expectations", "filler", "images", "markup", "page", "shown", "site", "survey", "writing"},
    "survey": {"aids", "colours", "errors", "files", "filler", "images", "layout", "markup", "naming", "page", "pictures", "shown", "styles", "widths", "writing"},
}
"""What each room of core may import from."""

FRONT_DOORS = {"authoring", "layout", "pictures", "styles", "markup", "fonts", "working", "widths", "writing", "survey", "aids", "planning"}
AT_THE_DOOR = {"naming", "writing", "survey", "aids", "planning"}
"""Rooms that take from others only what their front doors hand out; so does everything outside core."""


def imports_of(path: Path) -> Iterator[tuple[int, list[str]]]:
    """Line and full name of every module of Hill Pin that a file imports from, wherever in the file."""
    package = path.relative_to(ROOT).parent.parts
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            yield from ((node.lineno, alias.name.split(".")) for alias in node.names)
        elif isinstance(node, ast.ImportFrom):
            base = list(package[: len(package) - node.level + 1]) if node.level else []
            whole = base + (node.module.split(".") if node.module else [])
            # ``from . import x`` and ``from .package import x`` name a module where there is one.
            below = [[*whole, alias.name] for alias in node.names if (ROOT.joinpath(*whole) / f"{alias.name}.py").exists()]
            yield from ((node.lineno, name) for name in below or [whole])


def module_of(path: Path) -> tuple[str, ...]:
    parts = path.relative_to(ROOT).with_suffix("").parts
    return parts[:-1] if parts[-1] == "__init__" else parts


class Directions(unittest.TestCase):
    def test_core_knows_only_itself(self) -> None:
        for path in CORE.rglob("*.py"):
            for line, name in imports_of(path):
                with self.subTest(path=path.name, line=line):
                    self.assertNotIn(name[0], ("django", "ninja", "playwright"))
                    self.assertTrue(name[0] != "hillpin" or name[1] == "core", name)

    def test_rooms_know_what_is_below_them(self) -> None:
        seen = set()
        for path in CORE.rglob("*.py"):
            room = path.relative_to(CORE).with_suffix("").parts[0]
            for line, name in imports_of(path):
                if name[:2] == ["hillpin", "core"] and len(name) > 2 and name[2] != room and room in BELOW:
                    seen.add(room)
                    with self.subTest(path=str(path.relative_to(CORE)), line=line):
                        self.assertIn(name[2], BELOW[room])
        self.assertEqual(seen, set(BELOW))

    def test_no_module_reaches_itself(self) -> None:
        graph: dict[tuple[str, ...], set[tuple[str, ...]]] = {}
        for path in CORE.rglob("*.py"):
            graph[module_of(path)] = {tuple(name) for _, name in imports_of(path) if name[0] == "hillpin"}
        # What only ends, or only begins, is on no cycle: taking those away, nothing may be left.
        left = dict(graph)
        while True:
            ends = {name for name, to in left.items() if not to & set(left)}
            if not ends:
                break
            left = {name: to for name, to in left.items() if name not in ends}
        self.assertEqual(sorted(left), [])

    def test_outside_only_front_doors(self) -> None:
        doors = 0
        for path in (ROOT / "hillpin").rglob("*.py"):
            parts = module_of(path)
            room = parts[2] if parts[:2] == ("hillpin", "core") and len(parts) > 2 else None
            if parts[:2] == ("hillpin", "core") and room not in AT_THE_DOOR:
                continue
            for line, name in imports_of(path):
                if name[:2] != ["hillpin", "core"] or len(name) < 3 or name[2] not in FRONT_DOORS or name[2] == room:
                    continue
                doors += 1
                with self.subTest(path=str(path.relative_to(ROOT)), line=line):
                    self.assertEqual(len(name), 3, ".".join(name))
        self.assertGreater(doors, 100)


class Files(unittest.TestCase):
    def test_no_two_of_one_name(self) -> None:
        names = Counter(path.name for path in CORE.rglob("*.py") if path.name != "__init__.py")
        self.assertEqual([name for name, count in names.items() if count > 1], [])

    def test_none_is_over_400_lines(self) -> None:
        long = {path.name: lines for path in (ROOT / "hillpin").rglob("*.py") if (lines := len(path.read_text().splitlines())) > 400}
        self.assertEqual(long, {})

    def test_every_room_says_what_is_inside(self) -> None:
        for path in CORE.rglob("__init__.py"):
            with self.subTest(path=str(path.relative_to(CORE))):
                self.assertIsNotNone(ast.get_docstring(ast.parse(path.read_text())))


if __name__ == "__main__":
    unittest.main()
