"""``text-wrap: balance`` (css-text-4 §6.4.3): which words stand on which line."""

from __future__ import annotations

from .base import AgreementCase

SENTENCE = "The boat to Vey and to Orra leaves at nine on all days of the week but one when there is fog and no wind"
WORDS = SENTENCE.split()
BALANCE = "body { text-wrap: balance } p, ul { width: 200px; margin: 16px 0 }"


def words(count: int) -> str:
    """So many words, each in a box that shows where it stands."""
    return " ".join(f"<b>{word}</b>" for word in WORDS[:count])


class Balance(AgreementCase):
    def test_as_even_as_they_can_be_up_to_six_lines(self) -> None:
        for width in (60, 90, 110, 150, 211, 262, 300, 413):
            paragraphs = "".join(f'<p style="width: {width}px">{words(count)}</p>' for count in (2, 5, 9, 14, len(WORDS)))
            self.agree("b { font-weight: 400 } " + BALANCE, paragraphs, widths=(1000,))

    def test_however_the_lines_are_aligned(self) -> None:
        for look in ("text-align: center", "text-align: right", "text-indent: 50px", "white-space: pre-wrap", "width: min-content", "width: 40%"):
            with self.subTest(look):
                self.agree(BALANCE, f'<p style="{look}">{words(len(WORDS))}</p>')

    def test_with_spaces_that_are_widened(self) -> None:
        self.agree(BALANCE, f'<p style="text-align: justify">{words(len(WORDS))}</p>', tolerance=0.1)

    def test_only_up_to_the_first_forced_break(self) -> None:
        self.agree(BALANCE, f'<p>{words(8)}<br>{words(7)}</p><p>{words(8)}<br>{words(len(WORDS))}</p><p style="white-space: pre-line">{words(9)}\n{words(8)}</p>')

    def test_not_where_a_line_has_no_place_to_end(self) -> None:
        long = "<b>Llanfairpwllgwyngyllgogerychwyrndrobwll</b>"
        self.agree(BALANCE, f'<p>{words(9)} {long} {words(8)}</p><p style="overflow-wrap: anywhere">{words(9)} {long} {words(8)}</p>')

    def test_with_other_boxes_in_the_lines(self) -> None:
        picture = '<img width=40 height=20><span style="display: inline-block; width: 30%">a</span><wbr><u style="position: absolute">x</u>'
        self.agree(BALANCE, f"<p>{picture}{words(9)} {picture} {words(8)}</p><ul><li>{words(14)}<li>{words(20)}</ul><table><td>{words(20)}<td>{words(3)}</table>")


PRETTY = "body { text-wrap: pretty } p, ul { width: 200px; margin: 16px 0 } b { font-weight: 400 }"


class Pretty(AgreementCase):
    """The last four lines of a paragraph, where the last would be a short word."""

    def test_at_widths_and_lengths(self) -> None:
        for width in (90, 110, 131, 150, 172, 211, 262, 300):
            paragraphs = "".join(f'<p style="width: {width}px">{words(count)}</p>' for count in range(3, len(WORDS) + 1))
            self.agree(PRETTY, paragraphs, widths=(1000,))

    def test_however_the_lines_are_aligned(self) -> None:
        pieces: list[tuple[str, str]] = []
        for look in ("text-align: center", "text-align: right", "text-indent: 50px", "white-space: pre-wrap", "letter-spacing: 1px", "overflow-wrap: anywhere", "word-break: break-all"):
            pieces.append((PRETTY, "".join(f'<p style="{look}">{words(count)}</p>' for count in range(5, len(WORDS)))))
        self.agree_each(pieces, (320, 640, 1000))

    def test_each_paragraph_between_forced_breaks(self) -> None:
        self.agree(PRETTY, "".join(f"<p>{words(count)}<br>{words(len(WORDS) - count)}</p>" for count in range(4, len(WORDS) - 3)))

    def test_with_other_boxes_in_the_lines(self) -> None:
        picture = '<img width=40 height=20><span style="display: inline-block; width: 30%">a</span><u style="position: absolute">x</u>'
        self.agree(PRETTY, "".join(f"<p>{words(count)} {picture} {words(6)}</p><p>{words(count)} <i></i></p><ul><li>{words(count)}</ul><p>{words(count)} <a href=x style='padding: 0 4px'>over <b>there</b></a>.</p>" for count in range(5, 14)))
