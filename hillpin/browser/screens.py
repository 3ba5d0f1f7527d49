"""Screens: simulated devices, with what their furniture leaves of the height, and how their reader has set them up."""

from __future__ import annotations

from dataclasses import asdict, dataclass, replace

from ..core.errors import InputError
from ..core.styles import USUAL_READER, Reader


@dataclass(frozen=True, slots=True)
class Screen:
    """A simulated device. ``width`` and ``height`` are the screen's in CSS px, ``furniture`` what bars and address fields take of
    the height; ``zoom`` is the reader's, in per cent: at 200 the viewport has half as many CSS px each way."""

    name: str
    width: int
    height: int
    furniture: int = 0
    density: float = 1.0
    touch: bool = False
    zoom: int = 100
    reader: Reader = USUAL_READER

    @property
    def viewport(self) -> tuple[int, int]:
        """Width and height of the viewport in CSS px, at the reader's zoom."""
        return max(self.width * 100 // self.zoom, 1), max((self.height - self.furniture) * 100 // self.zoom, 1)

    @property
    def key(self) -> str:
        """What names it from one run to the next: its viewport and how its reader has set it up."""
        width, height = self.viewport
        usual = asdict(USUAL_READER)
        others = [f"{name} {value}" for name, value in asdict(self.reader).items() if value != usual[name]]
        return ", ".join([f"{width} × {height}", *others])[:80]

    @property
    def about(self) -> str:
        """What is special about it, in a sentence."""
        width, height = self.viewport
        said = f"{self.width:,} × {self.height:,}, {self.furniture} taken by the screen's own bars" if self.furniture else f"{self.width:,} × {self.height:,}"
        if self.zoom != 100:
            said += f"; at {self.zoom}% a viewport of {width:,} × {height:,}"
        return f"{said}; {self.density:g} dots a px{'; touch, no hover' if self.touch else ''}."


_TOUCH = replace(USUAL_READER, hover="none", pointer="coarse")
SCREENS = (
    Screen("small phone", 320, 568, 92, 2.0, True, reader=replace(_TOUCH, resolution=2.0)),
    Screen("phone", 360, 740, 104, 3.0, True, reader=replace(_TOUCH, resolution=3.0)),
    Screen("tall phone", 390, 844, 130, 3.0, True, reader=replace(_TOUCH, resolution=3.0)),
    Screen("wide phone", 430, 932, 136, 3.0, True, reader=replace(_TOUCH, resolution=3.0)),
    Screen("phone flat", 844, 390, 84, 3.0, True, reader=replace(_TOUCH, resolution=3.0)),
    Screen("tablet upright", 768, 1024, 74, 2.0, True, reader=replace(_TOUCH, resolution=2.0)),
    Screen("tablet flat", 1024, 768, 74, 2.0, True, reader=replace(_TOUCH, resolution=2.0)),
    Screen("laptop", 1280, 800, 150),
    Screen("large laptop", 1536, 864, 150, 1.25, reader=replace(USUAL_READER, resolution=1.25)),
    Screen("desk", 1920, 1080, 150),
    Screen("wide desk", 2560, 1440, 150),
    Screen("laptop at 200%", 1280, 800, 150, zoom=200, reader=replace(USUAL_READER, resolution=2.0)),
    Screen("laptop at 400%", 1280, 800, 150, zoom=400, reader=replace(USUAL_READER, resolution=4.0)),
)
"""The screens that ship: no brand's, only sizes that are common."""


def screen_named(name: str) -> Screen:
    """A screen that ships. Raises InputError where there is none of that name."""
    for one in SCREENS:
        if one.name == name:
            return one
    raise InputError(f"There is no screen {name}. The screens are {', '.join(one.name for one in SCREENS)}.")
