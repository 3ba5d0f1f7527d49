"""``box-decoration-break: clone`` on inline boxes (css-break-4 §5.4), and names with a prefix, against the browser."""

from __future__ import annotations

from .base import AgreementCase

WORDS = ["Known", "isles", "of", "the", "skerry", "line", "and", "more", "text", "to", "wrap", "here", "in", "lines", "of", "some", "words"]
EDGES = ("padding: 0 10px", "padding: 3px 8px; border: 2px solid", "padding: 0 5px 0 20px; margin: 0 7px", "padding: 0 5%; border-left: 6px solid")
OLD_NAMES = (
    "-webkit-margin-start: 30px", "-webkit-margin-end: 30px; width: 100px", "-webkit-margin-before: 9px", "-webkit-padding-start: 9px", "-webkit-padding-after: 9px", "-webkit-border-start: 9px solid",
    "-webkit-border-end-width: 9px; -webkit-border-end-style: solid", "-webkit-logical-width: 90px", "-webkit-max-logical-width: 90px", "-webkit-logical-height: 90px", "-webkit-flex-flow: column; display: flex",
    "-webkit-shape-outside: circle(); float: left; width: 50px; height: 50px", "-webkit-margin-start: 5px; margin-inline-start: 9px", "-webkit-border-before: 3px solid", "-webkit-columns: 2",
)  # fmt: skip


def words(count: int) -> str:
    return " ".join(f"<b>{word}</b>" for word in WORDS[:count])


class Cloned(AgreementCase):
    def test_every_piece_has_the_edges(self) -> None:
        pieces: list[tuple[str, str]] = []
        for edges in EDGES:
            css = f"i {{ box-decoration-break: clone; {edges} }} .old i {{ box-decoration-break: slice; -webkit-box-decoration-break: clone }} u {{ padding: 0 4px }} b {{ font-weight: 400 }} .s {{ width: min-content }}"
            pieces.append((css, "".join(
                    f'<p style="width: {width}px" class={name}>{words(before)} <i>{words(count)} <img width=20 height=9> one <u>two three</u><br>{words(4)}</i> {words(3)}</p>'
                    for width in (131, 190, 260) for before in (0, 2) for count in (3, 9, 14) for name in ("new", "old")
                ) + f"<p><i>{words(3)}<div>{words(2)}</div>{words(3)}</i></p><p class=s><i>one two</i></p>"))
        self.agree_each(pieces)

    def test_lines_within_one_another(self) -> None:
        self.agree("i, s { box-decoration-break: clone; padding: 0 6px; border-left: 2px solid } p { width: 170px }", f"<p>{words(2)} <i>{words(3)} <s>{words(12)}</s> {words(4)}</i> {words(2)}</p>", (700,))


class OldNames(AgreementCase):
    def test_prefixed_and_old_logical_names(self) -> None:
        for direction in ("ltr", "rtl"):
            self.agree("", "".join(f'<div dir={direction}><div style="{old}"><p>Some text here</p><b>x</b> more</div>after <i>this</i></div>' for old in OLD_NAMES), (700,))
