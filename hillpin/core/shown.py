"""Numbers as people read them: two decimals at most, typographic minus, thousands with commas."""

from __future__ import annotations


def px(value: float) -> str:
    """A length in CSS px: ``694``, ``163.50``, ``1,920``, ``−4``."""
    rounded = round(value, 2)
    text = f"{rounded:,.0f}" if rounded == int(rounded) else f"{rounded:,.2f}"
    return text.replace("-", "−")


def units(value: int) -> str:
    """A length in 1/64 px, shown in CSS px."""
    return px(value / 64)
