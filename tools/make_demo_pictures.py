"""Draw the pictures of the Skerry Line demo site: layered islands in sea light, by arithmetic alone.

usage: python tools/make_demo_pictures.py   (writes into hillpin/sites/demo/site/pictures)
"""

from __future__ import annotations

import math
import random
from pathlib import Path

from PIL import Image, ImageDraw, ImageFilter

TARGET = Path(__file__).resolve().parent.parent / "hillpin/sites/demo/site/pictures"
SCALE = 2
Colour = tuple[int, int, int]


def mixed(one: Colour, two: Colour, share: float) -> Colour:
    """A colour between two."""
    return tuple(round(a + (b - a) * share) for a, b in zip(one, two, strict=True))  # type: ignore[return-value]


def ridge(width: int, base: float, height: float, seed: int) -> list[float]:
    """A hill line: a few waves added up, lower towards both ends."""
    chance = random.Random(seed)
    waves = [(chance.uniform(0.6, 1.4) * k, chance.uniform(0, 6.28), 1 / (k + 0.6)) for k in range(1, 8)]
    left, right = chance.uniform(-0.2, 0.25), chance.uniform(0.75, 1.2)
    line = []
    for x in range(width):
        at = x / width
        inside = max(0.0, min(1.0, (at - left) * 3, (right - at) * 3))
        bump = sum(math.sin(at * 3.1 * speed + phase) * size for speed, phase, size in waves) / 3 + 0.6
        line.append(base - height * max(bump, 0.04) * inside**1.5)
    return line


def draw(name: str, size: tuple[int, int], sky: tuple[Colour, Colour], sea: tuple[Colour, Colour], land: Colour, seed: int, boat: float | None = None) -> None:
    """One picture: sky, sun, ridges that pale with distance, sea with light on it, and perhaps the ferry."""
    width, height = size[0] * SCALE, size[1] * SCALE
    picture = Image.new("RGB", (width, height))
    pen = ImageDraw.Draw(picture)
    horizon = int(height * 0.58)
    for y in range(horizon):
        pen.line([(0, y), (width, y)], fill=mixed(sky[0], sky[1], y / horizon))
    chance = random.Random(seed)
    sun = (chance.uniform(0.15, 0.85) * width, horizon * chance.uniform(0.35, 0.75))
    radius = height * 0.05
    glow = Image.new("L", (width, height), 0)
    ImageDraw.Draw(glow).ellipse([sun[0] - radius * 3, sun[1] - radius * 3, sun[0] + radius * 3, sun[1] + radius * 3], fill=110)
    picture.paste((255, 246, 220), mask=glow.filter(ImageFilter.GaussianBlur(radius)))
    pen = ImageDraw.Draw(picture)
    pen.ellipse([sun[0] - radius, sun[1] - radius, sun[0] + radius, sun[1] + radius], fill=(255, 249, 232))
    for layer in range(4):
        line = ridge(width, horizon + layer * height * 0.012, height * (0.16 + 0.05 * layer), seed * 10 + layer)
        colour = mixed(sky[1], land, 0.3 + 0.22 * layer)
        pen.polygon([(0, horizon + layer * 12), *[(x, line[x]) for x in range(0, width, 2)], (width, horizon + layer * 12)], fill=colour)
    for y in range(horizon, height):
        share = (y - horizon) / (height - horizon)
        pen.line([(0, y), (width, y)], fill=mixed(sea[0], sea[1], share))
        for _ in range(3):
            x = chance.uniform(0, width)
            length = chance.uniform(8, 60) * (0.4 + share) * SCALE
            near_sun = max(0.0, 1 - abs(x - sun[0]) / (width * 0.22))
            if chance.random() < 0.25 + near_sun * 0.5:
                pen.line([(x, y), (x + length, y)], fill=mixed(mixed(sea[0], sea[1], share), (255, 244, 214), 0.12 + 0.4 * near_sun))
    if boat is not None:
        draw_boat(pen, boat * width, horizon + height * 0.1, height * 0.16)
    picture.resize(size, Image.Resampling.LANCZOS).save(TARGET / name, quality=82, optimize=True)


def draw_boat(pen: ImageDraw.ImageDraw, x: float, y: float, size: float) -> None:
    """The ferry from the side: hull, deck house, funnel with the red band."""
    hull, white, red = (22, 58, 76), (246, 241, 228), (181, 56, 42)
    pen.polygon([(x - size, y), (x + size * 1.15, y), (x + size * 0.9, y + size * 0.34), (x - size * 0.85, y + size * 0.34)], fill=hull)
    pen.rectangle([x - size * 0.75, y - size * 0.3, x + size * 0.7, y], fill=white)
    pen.rectangle([x - size * 0.45, y - size * 0.52, x + size * 0.4, y - size * 0.3], fill=white)
    for k in range(6):
        pen.rectangle([x - size * 0.66 + k * size * 0.22, y - size * 0.22, x - size * 0.54 + k * size * 0.22, y - size * 0.1], fill=hull)
    pen.rectangle([x - size * 0.12, y - size * 0.9, x + size * 0.14, y - size * 0.52], fill=hull)
    pen.rectangle([x - size * 0.12, y - size * 0.78, x + size * 0.14, y - size * 0.66], fill=red)


def main() -> None:
    """Draw them all."""
    TARGET.mkdir(parents=True, exist_ok=True)
    dusk = ((96, 128, 150), (246, 214, 170))
    clear = ((120, 168, 196), (226, 232, 222))
    mist = ((168, 184, 188), (234, 230, 216))
    sea, green = ((120, 152, 158), (26, 66, 84)), (58, 84, 70)
    draw("sound-at-dusk.jpg", (1600, 900), dusk, sea, (44, 62, 66), 7, boat=0.68)
    islands = [("orra", clear, green), ("little-hamm", dusk, (70, 74, 60)), ("gannet-stack", mist, (62, 72, 76)),
               ("vey", clear, (86, 96, 58)), ("northerhaven", dusk, (48, 66, 80)), ("the-calf", mist, (74, 88, 66))]  # fmt: skip
    for seed, (name, sky, land) in enumerate(islands, 21):
        draw(f"{name}.jpg", (640, 480), sky, sea, land, seed)
    draw("captain-on-deck.jpg", (480, 480), clear, sea, green, 33, boat=0.4)
    draw("first-light.jpg", (480, 480), mist, sea, (90, 84, 74), 35)


if __name__ == "__main__":
    main()
