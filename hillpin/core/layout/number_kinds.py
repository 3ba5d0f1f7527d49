"""The kinds of number that the rules of layout are made for: a length in 1/64 px, or one for each width of a stretch."""

from __future__ import annotations

from typing import TYPE_CHECKING, TypeVar

if TYPE_CHECKING:
    from numpy import int64
    from numpy.typing import NDArray

N = TypeVar("N", int, "NDArray[int64] | int")
N_co = TypeVar("N_co", int, "NDArray[int64] | int", covariant=True)
