"""The compiled wheel: what of core is in it, and that nothing stands in the way of compiling. (``./pin test --compiled`` runs all tests with it.)"""

from __future__ import annotations

import ast
import importlib.util
import os
import sys
import unittest
from collections.abc import Iterator
from pathlib import Path
from types import ModuleType
from unittest import mock

ROOT = Path(__file__).resolve().parents[2]


def tool(name: str) -> ModuleType:
    """One of the scripts in ``tools``."""
    with mock.patch.object(sys, "path", [str(ROOT / "tools"), *sys.path]):
        spec = importlib.util.spec_from_file_location(name, ROOT / "tools" / f"{name}.py")
        assert spec is not None and spec.loader is not None
        module = importlib.util.module_from_spec(spec)
        spec.loader.exec_module(module)
    return module


def asked(value: str) -> mock._patch_dict:
    return mock.patch.dict(os.environ, {"HILLPIN_COMPILED": value})


def names_too_early(tree: ast.Module) -> Iterator[int]:
    """Lines of fields whose type is a class that is made further down: a compiled class wants it at once."""
    lines = {node.name: node.lineno for node in tree.body if isinstance(node, ast.ClassDef)}
    for node in tree.body:
        if isinstance(node, ast.ClassDef) and any("NamedTuple" in ast.unparse(base) for base in node.bases):
            yield from (one.lineno for one in node.body if isinstance(one, ast.AnnAssign) and lines.get(ast.unparse(one.annotation), 0) >= node.lineno)


def of_any_kind(tree: ast.Module) -> Iterator[int]:
    """Lines of fields typed ``object``, which a compiled dataclass does not take."""
    fields = (one for node in tree.body if isinstance(node, ast.ClassDef) for one in node.body if isinstance(one, ast.AnnAssign))
    yield from (one.lineno for one in fields if ast.unparse(one.annotation) == "object")


def starred_in(tree: ast.Module) -> Iterator[int]:
    """Lines of ``x in (a, *more)``, which the compiler fails at."""
    for node in ast.walk(tree):
        if isinstance(node, ast.Compare):
            yield from (one.lineno for one in node.comparators if isinstance(one, ast.Tuple | ast.List | ast.Set) and any(isinstance(part, ast.Starred) for part in one.elts))


class CompiledCore(unittest.TestCase):
    def setUp(self) -> None:
        self.tool = tool("compiled_core")
        self.modules = self.tool.modules(ROOT)

    def test_what_reads_styles_and_lays_out_is_in_it(self) -> None:
        inside = {"hillpin/core/" + name for name in ("markup/tree.py", "styles/cascade.py", "fonts/store.py", "layout/entry.py", "layout/grid/grid_tracks.py", "widths/blend.py")}
        self.assertLessEqual(inside, set(self.modules))
        for name in self.tool.LEFT:
            self.assertTrue((ROOT / "hillpin" / "core" / name).is_file(), name)
            self.assertNotIn(f"hillpin/core/{name}", self.modules)
        self.assertEqual([one for one in self.modules if not one.startswith(("hillpin/core/markup/", "hillpin/core/styles/", "hillpin/core/fonts/", "hillpin/core/layout/", "hillpin/core/widths/"))], [])

    def test_no_module_has_what_cannot_be_compiled(self) -> None:
        for look in (names_too_early, of_any_kind, starred_in):
            found = [f"{name}:{line}" for name in self.modules for line in look(ast.parse((ROOT / name).read_text()))]
            self.assertEqual(found, [], look.__doc__)

    def test_who_extends_a_compiled_class_is_compiled(self) -> None:
        compiled = {node.name for name in self.modules for node in ast.parse((ROOT / name).read_text()).body if isinstance(node, ast.ClassDef)}
        found = []
        for path in sorted((ROOT / "hillpin").rglob("*.py")):
            name = path.relative_to(ROOT).as_posix()
            tree = ast.parse(path.read_text())
            taken = {one.name for node in tree.body if isinstance(node, ast.ImportFrom) and node.level for one in node.names}
            bases = [base.id for node in ast.walk(tree) if isinstance(node, ast.ClassDef) for base in node.bases if isinstance(base, ast.Name)]
            if name.startswith("hillpin/core/") and name not in self.modules:
                found += [f"{name}: {base}" for base in bases if base in compiled & taken]
        # Errors are raised and caught as those of any module.
        self.assertEqual([one for one in found if not one.endswith("Error")], [])

    def test_each_look_finds_what_it_looks_for(self) -> None:
        self.assertEqual(list(names_too_early(ast.parse("class A(NamedTuple):\n    b: B\nclass B:\n    pass"))), [2])
        self.assertEqual(list(of_any_kind(ast.parse("class A:\n    b: object = None"))), [2])
        self.assertEqual(list(starred_in(ast.parse("a in (1, *b)"))), [1])

    def test_only_who_asks_gets_it(self) -> None:
        with asked("0"):
            self.assertEqual(self.tool.extensions(ROOT), [])
            self.assertEqual(tool("wheel_backend").get_requires_for_build_wheel(), [])
        with asked("1"):
            self.assertEqual(tool("wheel_backend").get_requires_for_build_wheel(), [self.tool.COMPILER])
        locked = (ROOT / "requirements.lock").read_text().splitlines()
        self.assertIn(self.tool.COMPILER, locked)
