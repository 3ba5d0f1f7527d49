"""Math functions that come to what a property cannot take, and where numbers, angles and percentages are wanted (css-values-4 §10)."""

from __future__ import annotations

from .base import AgreementCase

BODY = '<div class="w"><div class="i">ab cd</div><div>cd <b>ef</b><br>x<p class="i">u</p></div></div>'
KINDS = ("grid", "flex", "block", "table")


class RangesTest(AgreementCase):
    def each(self, *declarations: str, kinds: tuple[str, ...] = KINDS) -> None:
        """Each declaration at a container of each kind and at what is in it."""
        for declaration in declarations:
            for kind in kinds:
                with self.subTest(declaration, kind=kind):
                    self.agree(f".w {{ display: {kind}; {declaration} }} .i {{ {declaration} }}", BODY, widths=(640,))

    def test_what_is_below_nothing_is_nothing(self) -> None:
        self.each("gap: calc(1px - 4px) calc(1% - 12px)", "border: solid; border-width: calc(1px - 4px) 2px", "border-spacing: calc(1px - 4px)")
        self.each("line-height: calc(1 - 3)", "flex: calc(1 - 3)", "column-width: calc(3px - 1em)", "column-count: calc(1 - 3)", "tab-size: calc(3 - 6)")
        self.each("contain: size; contain-intrinsic-size: calc(10px - 20px)", kinds=("block", "inline-block"))
        self.each("grid-template-columns: repeat(calc(1 - 1), 50px)", kinds=("grid",))

    def test_literals_below_nothing_are_invalid(self) -> None:
        self.each("gap: 5px; gap: -2px", "line-height: 2; line-height: -1", "column-width: 90px; column-width: calc(1% + 20px)", "width: calc(0)", kinds=("grid", "block"))

    def test_integers_go_to_the_nearest_and_halves_up(self) -> None:
        for line in ("calc(2.5)", "calc(3/2)", "calc(1.4)"):
            self.agree(f".w {{ display: grid }} .i {{ grid-column: {line} }}", BODY, widths=(640,))

    def test_angles_and_parts_in_calc(self) -> None:
        self.each("width: 90px; transform: rotate(calc(1turn/7)) skew(calc(5deg + 1deg))", "width: 90px; rotate: calc(10deg + .1turn)", "width: 90px; transform: rotate(atan(1))", kinds=("block",))
        self.each("width: 90px; scale: calc(50% * 3)", "width: 90px; transform: scale(calc(25% + 50%))", "width: 90px; zoom: calc(50% * 3)", kinds=("block",))

    def test_an_indent_that_is_in_part_a_percentage_counts_its_length_in_content_widths(self) -> None:
        self.each("text-indent: calc(1% + 12px)", "text-indent: calc(1% - 12px)", kinds=("flex", "inline-block", "grid"))
