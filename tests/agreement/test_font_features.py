"""Features of fonts (css-fonts-4 §6): digits of one width, ligatures, kerning, by words and by tags."""

from __future__ import annotations

import unittest

from hillpin.core.styles.font_features import read_feature_settings, read_ligatures, read_numeric
from hillpin.core.styles.variables import tokens_of

from .base import AgreementCase

LOOKS = (
    "font-variant-numeric: tabular-nums", "font-variant-numeric: oldstyle-nums proportional-nums", "font-variant-numeric: slashed-zero diagonal-fractions", "font-variant-numeric: ordinal",
    "font-variant-numeric: lining-nums tabular-nums", "font-variant-ligatures: none", "font-variant-ligatures: no-common-ligatures", "font-variant-ligatures: discretionary-ligatures no-contextual",
    'font-feature-settings: "tnum"', 'font-feature-settings: "kern" 0', 'font-feature-settings: "liga" off, "onum" on', 'font-feature-settings: "frac" 1, "zero"', 'font-feature-settings: "smcp"', "font-kerning: none",
    "text-rendering: optimizeLegibility", "font-variant: tabular-nums no-common-ligatures",
    "font-variant-numeric: tabular-nums; font: 16px Slab", "font-variant-numeric: tabular-nums lining-nums tabular-nums", "font-feature-settings: 'kern' -1", "font-feature-settings: 'abc'", "font-variant-caps: small-caps; font-variant-numeric: tabular-nums",
)  # fmt: skip
WORDS = "<b>1117</b> <b>1/2</b> <b>2nd</b> <b>3050</b> <b>To AVEry</b> <b>fit office waffle</b> <b>0.01</b>"


class FontFeatures(AgreementCase):
    def test_widths_of_what_is_set_with_them(self) -> None:
        pieces: list[tuple[str, str]] = []
        for look in LOOKS:
            pieces.append(("b { font-weight: inherit } p { margin: 0; width: 260px }", f'<p style="{look.replace(chr(34), chr(39))}">{WORDS}</p><p style="font: 600 21px Slab; {look.replace(chr(34), chr(39))}">{WORDS}</p>'))
        self.agree_each(pieces, (400,))

    def test_rendering_for_speed_sets_no_ligatures(self) -> None:
        self.agree("p { margin: 0; width: 260px }", f'<p style="text-rendering: optimizeSpeed">{WORDS}</p>', widths=(400,))


class Reading(unittest.TestCase):
    def test_values_that_are_none(self) -> None:
        for read, values in (
            (read_numeric, ("lining-nums oldstyle-nums", "tabular-nums tabular-nums", "normal ordinal", "")), (read_ligatures, ("none contextual", "contextual no-contextual")),
            (read_feature_settings, ("'abc'", "'kern' 1.5", "'kern' -1", "'kern',", "kern", "'kern' 'liga'")),
        ):  # fmt: skip
            for value in values:
                self.assertIsNone(read([token for token in tokens_of(value) if token.type != "whitespace"]), value)

    def test_tags_with_their_values(self) -> None:
        self.assertEqual(read_feature_settings([token for token in tokens_of("'ss01' 2, \"kern\" off, 'liga'") if token.type != "whitespace"]), (("ss01", 2), ("kern", 0), ("liga", 1)))


class ScrollBars(AgreementCase):
    def test_a_text_area_keeps_room_for_one_as_wide_as_asked(self) -> None:
        for width in ("auto", "thin", "none"):
            self.agree("", f'<textarea style="scrollbar-width: {width}"></textarea><textarea cols=9 style="scrollbar-width: {width}; overflow: scroll"></textarea><p style="scrollbar-width: {width}; overflow: auto">x</p>')
