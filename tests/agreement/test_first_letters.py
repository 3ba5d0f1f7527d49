"""``::first-letter`` (css-pseudo-4 §2.2): which letter it is, and where it stands."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from hillpin.core.layout.tree.first_letters import letter_in
from hillpin.core.page import Page

from .base import AgreementCase

WORDS = "The boat to Vey and to Orra leaves at nine on all days of the week but one, when there is fog"
LOOKS = (
    "font-size: 2em", "float: left; font-size: 3em; line-height: 1", "float: left; font-size: 300%; margin: 0 4px 2px 0; padding: 2px; border: 1px solid",
    "font-weight: 600; padding: 3px", "text-transform: lowercase; font-size: 30px", "float: left; font: 600 48px/0.8 Sans; margin-right: .1em",
    "display: block; font-size: 30px", "position: absolute; font-size: 30px", "margin-left: 20px", "vertical-align: top; font-size: 30px", "float: right; font-size: 5vw",
)  # fmt: skip
BEGINNINGS = (
    WORDS, f"<em>{WORDS}</em>", f"“{WORDS}”", f"  <b> </b> (“{WORDS}", f"<img width=10 height=10> {WORDS}", f"<i style='float: right'>x</i>{WORDS}",
    f"<i style='position: absolute'>x</i> {WORDS}", f"<a><b>T</b></a>{WORDS}", f"<br>{WORDS}", f"<span style='font-size: 20px'> <b>{WORDS}</b></span>", "1", "",
)  # fmt: skip


class FirstLetters(AgreementCase):
    def test_in_the_line_and_floating(self) -> None:
        for look in LOOKS:
            self.agree(f"p {{ width: 150px }} p::first-letter {{ {look} }}", "".join(f"<p>{words} <u>end</u></p>" for words in BEGINNINGS), widths=(320, 1000))

    def test_of_other_block_containers(self) -> None:
        boxes = f"<ol><li>{WORDS}</ol><table><td>{WORDS}</table><div style='display: flex'><h3>{WORDS}</h3></div><dfn style='display: inline-block; width: 200px'>{WORDS}</dfn><p class=before>{WORDS}</p><div style='float: left'>Fares</div>"
        self.agree("li::first-letter, td::first-letter, h3::first-letter, dfn::first-letter, .before::first-letter, div::first-letter { font-size: 2em } .before::before { content: '“No: ' }", boxes)

    def test_only_where_a_query_holds(self) -> None:
        self.agree("@media (min-width: 600px) { p::first-letter { float: left; font-size: 3em } }", f"<p>{WORDS} <u>end</u></p>")


class Letters(unittest.TestCase):
    def test_punctuation_around_it_belongs_to_it(self) -> None:
        for text, letter in (("The", "T"), ("  “Th", "“T"), ("(a) b", "(a)"), ("…", ""), ("", ""), ("é", "é"), ("e\u0301s", "e\u0301"), ("-x", "-"), ("12", "1")):
            start, end = letter_in(text)
            self.assertEqual(text[start:end], letter, text)

    def test_what_is_not_followed_is_named(self) -> None:
        for css, body, named in (("p::first-letter { initial-letter: 2 }", "<p>The", "initial-letter"), ("div::first-letter { font-size: 2em }", "<div><p>The</p></div>", "::first-letter"), ("p::first-letter { font-size: 2em }", "<p>The", None)):
            with tempfile.TemporaryDirectory() as name:
                path = Path(name) / "index.html"
                path.write_text(f"<!DOCTYPE html><style>{css}</style>{body}")
                features = [one.feature for one in Page.read(path).layout(600).unmodelled]
            self.assertEqual(bool(features), named is not None, (css, features))
            self.assertIn(named or "", " ".join(features))
