"""HTML text to element tree: the WHATWG algorithm (by ``justhtml``), with depth and count bounded.

Deeper nesting than ``DEEPEST`` is flattened as Chromium's parser does, so that a page cannot exhaust
the stack.
"""

from __future__ import annotations

import itertools
import re
from typing import Any

from justhtml import JustHTML

from ..errors import LimitError
from .passed_over import without_stray_declarations
from .tree import VOID, Document, Element, LeftOut, Mode, Text

DEEPEST = 512
"""Deepest nesting kept; the browser's parser has the same bound."""

MOST_ELEMENTS = 5_120
"""Elements read of one page at most: as many as are laid out within a keystroke's time, and walked within a survey's memory."""

MOST_READ = 40_000
"""The same where nothing is laid out: where links, characters and parts of a page's source are looked for."""

LARGEST_SOURCE = 4 * 1024 * 1024
"""Characters of one page's source at most."""

_START_TAG = re.compile("<[A-Za-z]")


def parse_html(source: str, most: int = MOST_ELEMENTS) -> Document:
    """Parse a page by the HTML standard's algorithm, error recovery included.

    ``most`` elements are read; where the rest begins is told by ``left_out``.
    Raises LimitError where the source is over ``LARGEST_SOURCE`` characters.
    """
    if len(source) > LARGEST_SOURCE:
        raise LimitError(f"The page has {len(source):,} characters; {LARGEST_SOURCE:,} are the most that is read.")
    source = source.replace("\r\n", "\n").replace("\r", "\n")
    read = _end_of_tags(source, most)
    parsed = JustHTML(without_stray_declarations(source[:read]), sanitize=False, track_node_locations=True)
    return _Builder(source, read, most).build(parsed.root)


def _end_of_tags(source: str, most: int) -> int:
    """Where the parser may stop: behind a quarter more tags than elements are read, for some stand in scripts and comments."""
    beyond = next(itertools.islice(_START_TAG.finditer(source), most + most // 4, None), None)
    return len(source) if beyond is None else beyond.start()


class _Builder:
    """Copies the parser's nodes into our own, in document order, without recursion."""

    def __init__(self, source: str, read: int, most: int) -> None:
        """``read`` is how many characters of the source the parser was given."""
        self.source, self.read, self.most = source, read, most
        self.count = 0
        self.left_out: LeftOut | None = None

    def build(self, document: Any) -> Document:
        root_node = next(node for node in document.children if node.name == "html")
        doctype = next((node for node in document.children if node.name == "!doctype"), None)
        root = self._element(root_node, None)
        stack: list[tuple[Any, Element]] = [(child, root) for child in reversed(root_node.children or ())]
        while stack:
            node, parent = stack.pop()
            if node.name == "#text":
                parent.children.append(Text(node.data or "", parent, node.origin_offset))
            elif not node.name.startswith(("#", "!")):
                if self.count >= self.most:
                    self.leave_out(parent, len(self.source) if node.origin_offset is None else node.origin_offset)
                    break
                while parent.depth >= DEEPEST and parent.parent is not None:
                    parent = parent.parent
                element = self._element(node, parent)
                parent.children.append(element)
                stack.extend((child, element) for child in reversed(node.children or ()))
        _number_siblings(root)
        body = next((e for e in root.elements if e.tag in ("body", "frameset")), None)
        head = next((e for e in root.elements if e.tag == "head"), None)
        elements = [body, *body.descendants()] if body else []
        for index, element in enumerate(elements):
            element.index = index
        if self.left_out is None and self.read < len(self.source):
            self.leave_out(body or root, self.read)
        return Document(self.source, root, head, body, elements, mode_of(doctype), self.left_out)

    def leave_out(self, parent: Element, offset: int) -> None:
        """What is not read: all from a place in the source on."""
        self.left_out = LeftOut(sum(1 for _ in _START_TAG.finditer(self.source, offset)), parent, offset, self.source.count("\n", 0, offset) + 1)

    def _element(self, node: Any, parent: Element | None) -> Element:
        self.count += 1
        attributes = {name: value or "" for name, value in (node.attrs or {}).items()}
        element = Element(
            tag=node.name,
            attributes=attributes,
            parent=parent,
            namespace=node.namespace or "html",
            offset=node.origin_offset,
            line=node.origin_line,
            start_tag_end=node._start_tag_end,
            end_tag_start=node._end_tag_start,
            depth=parent.depth + 1 if parent else 0,
        )
        if "class" in attributes:
            element.classes = frozenset(attributes["class"].split())
        if element.end_tag_start is not None:
            close = self.source.find(">", element.end_tag_start)
            element.end = close + 1 if close >= 0 else len(self.source)
        elif element.tag in VOID and element.namespace == "html":
            element.end = element.start_tag_end
        return element


def _number_siblings(root: Element) -> None:
    stack = [root]
    while stack:
        element = stack.pop()
        element.elements = [child for child in element.children if isinstance(child, Element)]
        for index, child in enumerate(element.elements):
            child.sibling_index = index
        stack.extend(element.elements)


QUIRKY = (
    "+//silmaril//dtd html pro v0r11 19970101//", "-//as//dtd html 3.0 aswedit + extensions//", "-//advasoft ltd//dtd html 3.0 aswedit + extensions//",
    "-//ietf//dtd html", "-//metrius//dtd metrius presentational//", "-//microsoft//dtd internet explorer 2.0", "-//microsoft//dtd internet explorer 3.0",
    "-//netscape comm. corp.//dtd html//", "-//netscape comm. corp.//dtd strict html//", "-//o'reilly and associates//dtd html",
    "-//sq//dtd html 2.0 hotmetal + extensions//", "-//softquad software//dtd hotmetal pro", "-//softquad//dtd hotmetal pro", "-//spyglass//dtd html 2.0 extended//",
    "-//sun microsystems corp.//dtd hotjava html//", "-//sun microsystems corp.//dtd hotjava strict html//", "-//w3c//dtd html 3 1995-03-24//",
    "-//w3c//dtd html 3.2", "-//w3c//dtd html 4.0 frameset//", "-//w3c//dtd html 4.0 transitional//", "-//w3c//dtd html experimental", "-//w3c//dtd w3 html",
    "-//w3o//dtd w3 html 3.0//", "-//webtechs//dtd mozilla html",
)  # fmt: skip
"""How public identifiers begin that put a page in quirks mode (HTML 13.2.6.4.1)."""
LOOSE = ("-//w3c//dtd html 4.01 frameset//", "-//w3c//dtd html 4.01 transitional//")
"""Those that do so without a system identifier, and else in limited-quirks mode."""
LIMITED = ("-//w3c//dtd xhtml 1.0 frameset//", "-//w3c//dtd xhtml 1.0 transitional//")


def mode_of(doctype: Any) -> Mode:
    """The mode that a doctype, or its lack, puts the page in (HTML 13.2.6.4.1)."""
    if doctype is None:
        return "quirks"
    data = doctype.data
    name = (getattr(data, "name", "") or "").lower()
    public = (getattr(data, "public_id", None) or "").lower()
    system = getattr(data, "system_id", None)
    if name != "html" or getattr(data, "force_quirks", False):
        return "quirks"
    if public.startswith(QUIRKY) or public in ("-//w3o//dtd w3 html strict 3.0//en//", "-/w3c/dtd html 4.0 transitional/en", "html"):
        return "quirks"
    if (system or "").lower() == "http://www.ibm.com/data/dtd/v11/ibmxhtml1-transitional.dtd":
        return "quirks"
    if public.startswith(LOOSE):
        return "limited-quirks" if system else "quirks"
    return "limited-quirks" if public.startswith(LIMITED) else "no-quirks"
