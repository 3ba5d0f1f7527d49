"""Pictures that stand in for the ones to come: a sea, a sky, a hill, at any size."""

from __future__ import annotations


def stand_in(width: int, height: int) -> bytes:
    """An SVG of a size in px."""
    sea, sun = round(height * 0.62), round(min(width, height) * 0.09)
    hill = f"M0 {sea}L{round(width * 0.3)} {round(height * 0.34)}L{round(width * 0.46)} {round(height * 0.52)}L{round(width * 0.58)} {round(height * 0.44)}L{round(width * 0.86)} {sea}Z"
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" viewBox="0 0 {width} {height}">'
        f'<path fill="#b9cdd6" d="M0 0h{width}v{height}H0z"/><circle cx="{round(width * 0.72)}" cy="{round(height * 0.24)}" r="{sun}" fill="#f4e8c8"/>'
        f'<path fill="#4d6b5c" d="{hill}"/><path fill="#2f5d78" d="M0 {sea}h{width}v{height - sea}H0z"/></svg>\n'
    ).encode()
