"""Colours as numbers: sRGB channels from 0 to 1, OKLab (css-color-4 §9), luminance and contrast (WCAG 2.2)."""

from __future__ import annotations

import math

Triple = tuple[float, float, float]


def hex_of(colour: Triple) -> str:
    """``#rrggbb``."""
    return "#" + "".join(f"{round(min(max(one, 0.0), 1.0) * 255):02x}" for one in colour)


def linear(channel: float) -> float:
    """An sRGB channel without its transfer function (css-color-4 §10.2)."""
    return channel / 12.92 if channel <= 0.04045 else ((channel + 0.055) / 1.055) ** 2.4


def encoded(channel: float) -> float:
    """A linear channel with the transfer function of sRGB."""
    return channel * 12.92 if channel <= 0.0031308 else 1.055 * channel ** (1 / 2.4) - 0.055


def luminance(colour: Triple) -> float:
    """WCAG's relative luminance, from 0 to 1."""
    red, green, blue = (linear(one) for one in colour)
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: float, other: float) -> float:
    """The contrast ratio of two luminances, from 1 to 21."""
    light, dark = max(one, other), min(one, other)
    return (light + 0.05) / (dark + 0.05)


def oklab(colour: Triple) -> Triple:
    """sRGB to OKLab (css-color-4 §9, §10.11)."""
    red, green, blue = (linear(one) for one in colour)
    long = (0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue) ** (1 / 3)
    medium = (0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue) ** (1 / 3)
    short = (0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue) ** (1 / 3)
    return (
        0.2104542553 * long + 0.7936177850 * medium - 0.0040720468 * short,
        1.9779984951 * long - 2.4285922050 * medium + 0.4505937099 * short,
        0.0259040371 * long + 0.7827717662 * medium - 0.8086757660 * short,
    )


def from_oklab(lab: Triple) -> Triple:
    """OKLab to sRGB; channels outside 0 to 1 are outside its gamut."""
    lightness, a, b = lab
    long = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3
    medium = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3
    short = (lightness - 0.0894841775 * a - 1.2914855480 * b) ** 3
    return (
        encoded(4.0767416621 * long - 3.3077115913 * medium + 0.2309699292 * short),
        encoded(-1.2684380046 * long + 2.6097574011 * medium - 0.3413193965 * short),
        encoded(-0.0041960863 * long - 0.7034186147 * medium + 1.7076147010 * short),
    )


def distance(one: Triple, other: Triple) -> float:
    """How far two sRGB colours are apart in OKLab × 100: under 2 hardly anybody sees."""
    return 100 * math.dist(oklab(one), oklab(other))


def with_lightness(colour: Triple, lightness: float) -> Triple:
    """A colour of the same hue at another OKLab lightness, with as much of its chroma as sRGB has there, rounded to whole channels of 255."""
    _, a, b = oklab(colour)
    low, high = 0.0, 1.0
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if _is_in_gamut(from_oklab((lightness, a * middle, b * middle))) else (low, middle)
    part = 1.0 if _is_in_gamut(from_oklab((lightness, a, b))) else low
    red, green, blue = (round(min(max(one, 0.0), 1.0) * 255) / 255 for one in from_oklab((lightness, a * part, b * part)))
    return red, green, blue


def _is_in_gamut(colour: Triple) -> bool:
    return all(-0.0005 <= one <= 1.0005 for one in colour)
