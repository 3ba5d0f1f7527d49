"""The table of attacks: it names tests that are there, and shows what got through."""

from __future__ import annotations

import importlib
import unittest

from tests.attack import ATTACKS, area_of, labels, table


class Attacks(unittest.TestCase):
    def test_every_name_is_a_test_that_is_there(self) -> None:
        for label in labels():
            with self.subTest(label):
                module, *rest = label.split(".")
                at, names = importlib.import_module(f"{module}.{rest[0]}.{rest[1]}"), rest[2:]
                for name in names:
                    at = getattr(at, name)
                self.assertTrue(callable(at) if names else at)

    def test_what_got_through_stands_first_and_is_counted(self) -> None:
        area, other = list(ATTACKS)[:2]
        told = table([(area, "a link", True), (area, "a frame", False), (other, "a name", True)])
        self.assertEqual(told.splitlines(), ["", f"{area}: 1 of 2 held", "  GOT THROUGH a frame", "  held        a link", "", f"{other}: 1 of 1 held", "  held        a name", "", "3 attempts, 1 got through."])

    def test_a_test_belongs_to_what_it_tries(self) -> None:
        self.assertEqual(area_of(self), "Others")
        linear = importlib.import_module("tests.core.test_linear")
        self.assertEqual(area_of(linear.Grids("test_subgrids_in_subgrids")), "A page that costs time or memory")
