"""Bands between floats in which nothing has room, worked out by hand (heights and widths in px here, and as units of their own)."""

from __future__ import annotations

import unittest

from hillpin.core.layout.block.closed_bands import closed_bands
from hillpin.core.layout.block.floats import Exclusion, Floats


class ClosedBands(unittest.TestCase):
    def test_floats_in_a_row_close_nothing(self) -> None:
        self.assertEqual(closed_bands([Exclusion(True, 0, 0, 100, 50), Exclusion(True, 100, 0, 200, 30), Exclusion(False, 250, 10, 300, 60)]), [])

    def test_a_right_float_wholly_left_of_what_is_free_closes_all_above_it(self) -> None:
        # A left float to 200; one to the right in a narrow block ends at 56, below it: what was free from 200 on is gone to its end.
        bands = closed_bands([Exclusion(True, 0, 0, 200, 60), Exclusion(False, -39, 60, 56, 85)])
        self.assertEqual([(band.bottom, band.left > band.right) for band in bands], [(60, True)])

    def test_one_that_reaches_into_what_is_free_leaves_what_is_above_it(self) -> None:
        # Free from 72 on; a float from 4 to 80 at 18 leaves that until 18, and crosses it then for as long as both are there.
        floats = Floats()
        floats.add(Exclusion(True, 0, 0, 72, 30))
        floats.add(Exclusion(False, 4, 18, 80, 36))
        self.assertEqual(floats.open_from(0, 0, 300), 0)
        self.assertEqual(floats.open_from(0, 0, 300, height=18), 0)
        # What is higher than that, or stands left of it, goes below the crossing.
        self.assertEqual(floats.open_from(0, 0, 300, height=19), 30)
        self.assertEqual(floats.open_from(0, 0, 40), 30)
        self.assertEqual(floats.open_from(20, 0, 300), 30)

    def test_floats_that_are_taken_back_close_nothing_any_more(self) -> None:
        floats = Floats()
        floats.add(Exclusion(True, 0, 0, 200, 60))
        before = floats.state()
        floats.add(Exclusion(False, -39, 60, 56, 85))
        self.assertEqual(floats.open_from(10, 0, 300), 60)
        floats.restore(before)
        self.assertEqual(floats.open_from(10, 0, 300), 10)

    def test_a_float_without_a_width_is_in_the_way_of_nothing_but_of_what_clears_it(self) -> None:
        floats = Floats()
        floats.add(Exclusion(False, 100, 0, 100, 40))
        self.assertEqual(floats.bounds(0, 10, 0, 300), (0, 300))
        self.assertIsNone(floats.next_edge(0, 10))
        self.assertEqual(floats.clear_edge("right"), 40)
