"""Form controls as selectors see them: hostile patterns end, and what many controls ask is found once."""

from __future__ import annotations

import unittest
from unittest.mock import patch

from hillpin.core.layout import geometry
from hillpin.core.styles import form_states

from .pages import box, interpreted, page_of


class Patterns(unittest.TestCase):
    def count(self, pattern: str, value: str) -> int:
        """How many controls of a pattern and a value are invalid: 0 or 1."""
        return len(page_of("", f'<input pattern="{pattern}" value="{value}">').select("input:invalid"))

    def test_values_that_match_and_those_that_do_not(self) -> None:
        for pattern, value, invalid in (
            ("[0-9]{4}", "1962", 0),
            ("[0-9]{4}", "62", 1),
            (r"[A-Z]{2,3}-\d+", "SKL-12", 0),
            (r"[A-Z]{2,3}-\d+", "skl-12", 1),
            (r"\(\+44\)[*+]\d+", "(+44)*12", 0),
            (r"(?:Mr|Ms)?Aird", "MsAird", 0),
            (r"(?:Mr|Ms)?Aird", "DrAird", 1),
        ):
            with self.subTest(pattern=pattern, value=value):
                self.assertEqual(self.count(pattern, value), invalid)

    def test_patterns_that_could_be_tried_in_too_many_ways_are_not_tried(self) -> None:
        value = "a" * 60 + "!"
        hostile = ("(a+)+$", "(a|aa)*$", "(?:a{1,9}){1,9}$", "a?a?a?a?a?a?aaaaaa", "a*a*a*a*a*$", "(?x)(a+) +$", "(?i:(a+)) *$")
        with patch.object(form_states.re, "fullmatch", side_effect=AssertionError("tried")):
            for pattern in hostile:
                with self.subTest(pattern=pattern):
                    self.assertEqual(self.count(pattern, value), 0)

    def test_brackets_do_not_hide_a_repeated_group(self) -> None:
        with patch.object(form_states.re, "fullmatch", side_effect=AssertionError("tried")):
            for pattern in ("[][](a+)+$", "[^]](a+)+$", r"\[(a+)+\]", r"[\]](a+)+$"):
                with self.subTest(pattern=pattern):
                    self.assertEqual(self.count(pattern, "a" * 60), 0)


class Groups(unittest.TestCase):
    @interpreted
    def test_radios_of_a_group_are_looked_for_once(self) -> None:
        radios = "".join(f'<input type=radio name=pier{at % 2} {"checked" if at == 3 else ""} {"required" if at < 2 else ""}>' for at in range(40))
        page = page_of("", f"<form>{radios}<input type=radio required><input type=radio name=pier1></form><input type=radio name=pier1 required>")
        with patch.object(form_states, "_radio_groups", wraps=form_states._radio_groups) as found:
            # Of the first group none is on though one has to be, nor the one without a name, nor that outside of the form.
            self.assertEqual(len(page.select("input:invalid")), 22)
            self.assertEqual(found.call_count, 1)
        self.assertEqual(len(page.select("input:indeterminate")), 22)
        self.assertEqual(len(page.select("form:invalid")), 1)

    @interpreted
    def test_the_chosen_option_of_a_select_is_looked_for_once(self) -> None:
        page = page_of("", f"<select>{'<option disabled>Skerry' * 3}{'<option>Pier' * 30}</select>")
        with patch.object(form_states, "chosen_options", wraps=form_states.chosen_options) as found:
            self.assertEqual([one.sibling_index for one in page.select("option:checked")], [3])
            self.assertEqual(found.call_count, 1)


class Sticking(unittest.TestCase):
    @interpreted
    def test_how_far_a_scroller_goes_is_found_once_for_all_that_sticks_in_it(self) -> None:
        css = "section { overflow: auto; height: 90px } b { display: block; position: sticky; top: 0; height: 10px } section > i { display: block; height: 200px }"
        page = page_of(css, "<section>" + "<b></b><b></b><section>" * 9 + "<i></i><b id=last></b><b></b>" + "</section>" * 10)
        with patch.object(geometry, "scroll_ends", wraps=geometry.scroll_ends) as found:
            # Nine sections with two boxes before the next, 20 px each, and what fills the last.
            self.assertEqual(box(page, "#last").y, 9 * 20 + 200)
            self.assertEqual(found.call_count, 10)


if __name__ == "__main__":
    unittest.main()
