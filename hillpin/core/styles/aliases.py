"""Names that stand for other properties (css-logical-1, compat §3): declarations under them are declarations of those."""

from __future__ import annotations

LOGICAL_SIDES = {"block-start": "top", "block-end": "bottom", "inline-start": "left", "inline-end": "right"}
_OLD_SIDES = {"before": "top", "after": "bottom", "start": "left", "end": "right"}
_PREFIXED = (
    "align-content align-items align-self animation animation-delay animation-direction animation-duration animation-fill-mode animation-iteration-count animation-name"
    " animation-play-state animation-timing-function app-region appearance backface-visibility background-clip background-origin background-size border-bottom-left-radius"
    " border-bottom-right-radius border-radius border-top-left-radius border-top-right-radius box-decoration-break box-shadow box-sizing clip-path column-count column-fill column-gap"
    " column-rule column-rule-color column-rule-style column-rule-width column-span column-width columns filter flex flex-basis flex-direction flex-flow flex-grow flex-shrink flex-wrap"
    " font-feature-settings hyphenate-character hyphens justify-content mask mask-clip mask-composite mask-image mask-origin mask-position mask-repeat mask-size opacity order perspective"
    " perspective-origin print-color-adjust shape-image-threshold shape-margin shape-outside text-emphasis text-emphasis-color text-emphasis-position text-emphasis-style"
    " text-size-adjust transform transform-origin transform-style transition transition-delay transition-duration transition-property transition-timing-function user-select"
)
"""What the browser takes with ``-webkit-`` before it as well."""


def _names() -> dict[str, str]:
    aliases = {
        "inline-size": "width", "block-size": "height", "min-inline-size": "min-width", "min-block-size": "min-height",
        "contain-intrinsic-inline-size": "contain-intrinsic-width", "contain-intrinsic-block-size": "contain-intrinsic-height",
        "max-inline-size": "max-width", "max-block-size": "max-height", "word-wrap": "overflow-wrap",
        "grid-row-gap": "row-gap", "grid-column-gap": "column-gap", "overflow-inline": "overflow-x",
        "overflow-block": "overflow-y", "-moz-box-sizing": "unknown", "line-clamp": "-webkit-line-clamp",
        "border-start-start-radius": "border-top-left-radius", "border-start-end-radius": "border-top-right-radius", "border-end-start-radius": "border-bottom-left-radius",
        "border-end-end-radius": "border-bottom-right-radius",
        "-webkit-logical-width": "width", "-webkit-logical-height": "height", "-webkit-min-logical-width": "min-width", "-webkit-min-logical-height": "min-height",
        "-webkit-max-logical-width": "max-width", "-webkit-max-logical-height": "max-height",
    }  # fmt: skip
    aliases |= {f"-webkit-{name}": name for name in _PREFIXED.split()}
    for logical, side in LOGICAL_SIDES.items():
        aliases[f"margin-{logical}"] = f"margin-{side}"
        aliases[f"padding-{logical}"] = f"padding-{side}"
        aliases[f"inset-{logical}"] = side
        for part in ("width", "style", "color"):
            aliases[f"border-{logical}-{part}"] = f"border-{side}-{part}"
    for old, side in _OLD_SIDES.items():
        aliases[f"-webkit-margin-{old}"] = f"margin-{side}"
        aliases[f"-webkit-padding-{old}"] = f"padding-{side}"
        aliases[f"-webkit-border-{old}"] = f"border-{side}"
        for part in ("width", "style", "color"):
            aliases[f"-webkit-border-{old}-{part}"] = f"border-{side}-{part}"
    return aliases


ALIASES = _names()
_OLD_LOGICAL = tuple(f"-webkit-{edge}-{side}" for edge in ("margin", "padding", "border") for side in ("start", "end"))


def is_logical(name: str) -> bool:
    """Whether a name says a side along the line by where text begins."""
    return "inline" in name or name.startswith(_OLD_LOGICAL)
