"""Variable fonts, ``font-stretch``, slanted styles and ``font-size-adjust`` against the browser (css-fonts-4 §2, §6.12, §7; css-fonts-5 §3)."""

from __future__ import annotations

from tests.varied_font import varied_font

from .base import AgreementCase

RULES = (
    "", "font-weight: 100 900", "font-weight: 300 600; font-stretch: 75% 100%; font-style: oblique 0deg 10deg", "font-weight: 400", "size-adjust: 130%", "ascent-override: 80%; font-stretch: condensed",
    "font-style: italic", "font-weight: 600 200; font-style: oblique",
)  # fmt: skip
STYLES = (
    "", "font-weight: 700", "font-weight: 950; font-stretch: expanded", "font-stretch: 80%", "font-style: italic", "font-style: oblique 8deg", "font-style: oblique -5deg; font-weight: lighter",
    "font-variation-settings: 'wght' 650, 'slnt' -7", "font-variation-settings: 'opsz' 30, 'XXXX' 3; font-weight: 600", "font-size: 40px", "font-size: 40px; font-optical-sizing: none", "font-size: 13.37px; font-weight: 555",
    "font: condensed 700 italic 22px/1.2 G",
)  # fmt: skip
SOME_HUNDREDTHS = 0.1
"""Px in 250: sizes are cut to hundredths, after more than one product of single precision."""
ADJUSTED = ("0.6", "cap-height 0.6", "from-font", "ch-width 0.6", "ic-width 0.9", "ex-height from-font", "none", "cap-height")


class Varied(AgreementCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        (cls.folder / "gauge.ttf").write_bytes(varied_font())

    def compare(self, rule: str, styles: tuple[str, ...]) -> None:
        blocks = "".join(f'<p style="{style}"><span>Vey te tin <b>and rest <i>x</i></b></span></p><p style="{style}; width: 3ex; height: 1ex"></p><div style="{style}; width: 2ch; height: 1em"></div>' for style in styles)
        self.agree(f"@font-face {{ font-family: G; src: url(gauge.ttf); {rule} }} p, div {{ font: 20px G }} b {{ font-family: Sans; font-size: .9em; font-weight: inherit }}", blocks, (700,), tolerance=SOME_HUNDREDTHS)

    def test_rules_and_styles(self) -> None:
        for rule in RULES:
            with self.subTest(rule):
                self.compare(rule, STYLES)

    def test_sizes_by_measures(self) -> None:
        for rule in RULES[:6]:
            with self.subTest(rule):
                self.compare(rule, tuple(f"font-optical-sizing: none; font-size-adjust: {value}" for value in ADJUSTED))
