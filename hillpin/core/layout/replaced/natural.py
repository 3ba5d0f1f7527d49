"""Natural sizes of replaced content (css-images-3 §5.1)."""

from __future__ import annotations

from dataclasses import dataclass, replace


@dataclass(frozen=True, slots=True)
class Natural:
    """Natural size of a picture or other replaced content in 1/64 px; None for what it does not have."""

    width: int | None
    height: int | None
    ratio: float | None
    baseline: int | None = None
    """For controls: the baseline of the text inside, from the content box's top."""
    first_line: int | None = None
    """For text areas: the baseline of their first line, by which they are aligned in rows of flex and grid, but not on lines."""
    sits_on_baseline: bool = False
    """For boxes to tick: the border box's bottom is the baseline."""
    line: tuple[int, int] | None = None
    """For fields of one line: height and baseline of a line as their font alone has it, which they have where a height is
    given that comes to nothing."""
    inner: int | None = None
    """For menus: how high the box in their middle is that holds their text; ``baseline`` is from its top."""
    wants_default: bool = True
    """Whether 300 × 150 stand in for missing natural sizes."""
    stands_in: bool = False
    """Whether its width and height are such: they count for nothing where an ``aspect-ratio`` is told."""


def zoomed(natural: Natural, factor: float) -> Natural:
    """So many times as large, lines and baselines excepted: those are of fonts that have grown."""
    if factor == 1:
        return natural
    width, height = (None if size is None else max(round(size * factor), min(size, 64)) for size in (natural.width, natural.height))
    return replace(natural, width=width, height=height)


NOTHING = Natural(0, 0, None)
