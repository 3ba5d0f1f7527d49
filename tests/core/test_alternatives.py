"""The alt of a picture, put into its tag as it would be typed there."""

from __future__ import annotations

import unittest

from hillpin.core.authoring import with_alt, wrapped
from hillpin.core.errors import InputError

HEAD = "<!DOCTYPE html>\n<title>t</title>\n<body>\n"


class Alternatives(unittest.TestCase):
    def put(self, body: str, index: int, words: str) -> str:
        change = with_alt(HEAD + body, index, words)
        self.assertTrue(change.text.startswith(HEAD))
        return change.text[len(HEAD) :]

    def test_words_and_none(self) -> None:
        self.assertEqual(self.put('<p>x</p>\n<img src="a.png">\n', 2, "A boat  at the quay\n"), '<p>x</p>\n<img src="a.png" alt="A boat at the quay">\n')
        self.assertEqual(self.put('<img src="a.png" width="20"/>', 1, ""), '<img src="a.png" width="20" alt="" />')
        self.assertEqual(self.put("<img src='a.png' alt='old'>", 1, "Maud's boat"), "<img src='a.png' alt='Maud&#39;s boat'>")

    def test_elements_without_an_end_tag_have_a_whole_span(self) -> None:
        self.assertEqual(wrapped(HEAD + '<img src="a.png" alt="">\n', 1, "figure", 0).text[len(HEAD) :], '<figure>\n  <img src="a.png" alt="">\n</figure>\n')

    def test_what_is_no_picture_and_what_is_too_long(self) -> None:
        with self.assertRaisesRegex(InputError, "no picture"):
            with_alt(f"{HEAD}<p>x</p>", 1, "x")
        with self.assertRaisesRegex(InputError, "1,000 at most"):
            with_alt(f"{HEAD}<img src=a.png>", 1, "x" * 1_001)
