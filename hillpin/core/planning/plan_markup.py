"""HTML from a plan: semantic elements by the boxes' roles, in source order, with the visitor's words."""

from __future__ import annotations

import itertools
from html import escape

from .class_names import classes_of
from .plan import Box, Plan

ELEMENTS = {
    "header": "header", "navigation": "nav", "main": "main", "section": "section", "article": "article", "aside": "aside",
    "footer": "footer", "figure": "figure", "form": "form", "list": "ul", "box": "div",
}  # fmt: skip
HAS_OWN_MARGIN = {"figure", "list"}
"""Roles whose element has margins in the browser's own sheet."""


def markup_of(plan: Plan, tight: bool = False) -> str:
    """The elements of a plan, from its container inwards.

    ``tight`` leaves no white space between the boxes, for rows of inline-blocks.
    """
    writer = _Writer(plan, classes_of(plan), tight)
    return "\n".join(writer.lines())


def document_of(plan: Plan, markup: str, sheet: str = "", styles: str = "") -> str:
    """A whole page around a plan's elements, with a linked sheet or with styles inside."""
    linked = f'  <link rel="stylesheet" href="{escape(sheet)}">\n' if sheet else f"  <style>\n{styles}\n  </style>\n"
    indented = "\n".join(f"  {line}" if line else line for line in markup.splitlines())
    return (
        '<!DOCTYPE html>\n<html lang="en">\n<head>\n  <meta charset="utf-8">\n'
        '  <meta name="viewport" content="width=device-width, initial-scale=1">\n'
        f"  <title>{escape(plan.name)}</title>\n{linked}</head>\n<body>\n{indented}\n</body>\n</html>\n"
    )


def has_heading(plan: Plan, box: Box) -> bool:
    """Whether a box that holds others begins with words of its own."""
    return bool(box.words.strip()) and box.role != "list" and bool(plan.children(box.id))


class _Writer:
    def __init__(self, plan: Plan, classes: dict[str | None, str], tight: bool) -> None:
        self.plan = plan
        self.classes = classes
        self.tight = tight

    def lines(self) -> list[str]:
        """The container and all inside it."""
        return [f'<div class="{self.classes[None]}">', *self._boxes(None, 1), "</div>"]

    def _boxes(self, parent: str | None, depth: int) -> list[str]:
        """Siblings; where they are tight, comments take the white space between them."""
        blocks = [self._box(box, depth) for box in self.plan.children(parent)]
        if self.tight:
            indent = "  " * depth
            for before, after in itertools.pairwise(blocks):
                before[-1] += "<!--"
                after[0] = f"{indent}-->{after[0].lstrip()}"
        return [line for block in blocks for line in block]

    def _box(self, box: Box, depth: int) -> list[str]:
        is_item = box.parent is not None and self.plan.box(box.parent).role == "list"
        tag = "li" if is_item else ELEMENTS[box.role]
        indent = "  " * depth
        is_named = tag in ("nav", "aside", "form") or (tag in ("section", "article") and bool(self.plan.children(box.id)) and not has_heading(self.plan, box))
        label = f' aria-label="{escape(box.name)}"' if is_named else ""
        lines = [f'{indent}<{tag} class="{self.classes[box.id]}"{label}>']
        lines += [f"{indent}  {line}" for line in self._words(box, tag)]
        lines += self._boxes(box.id, depth + 1)
        return [*lines, f"{indent}</{tag}>"]

    def _words(self, box: Box, tag: str) -> list[str]:
        """What stands in a box: a heading and the visitor's words, as its element asks for."""
        words = escape(box.words.strip() or box.name, quote=False)
        name = escape(box.name, quote=False)
        if self.plan.children(box.id):
            return [f"<h2>{words}</h2>"] if has_heading(self.plan, box) else []
        if tag == "header":
            return [f"<h1>{words}</h1>"]
        if tag == "nav":
            links = [link.strip() for link in box.words.split(",") if link.strip()] or [box.name]
            return ["<ul>", *(f'  <li><a href="#">{escape(link, quote=False)}</a></li>' for link in links), "</ul>"]
        if tag == "figure":
            return [f"<figcaption>{words}</figcaption>"]
        if tag == "ul":
            return [f"<li>{words}</li>"]
        if tag in ("section", "article", "aside"):
            return [f"<h2>{name}</h2>", *([f"<p>{words}</p>"] if box.words.strip() else [])]
        return [f"<p>{words}</p>"]
