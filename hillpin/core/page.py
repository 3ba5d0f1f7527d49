"""The front door: a page read once and laid out at any width.

>>> page = Page.read(Path("index.html"))
>>> page.boxes(320).boxes[0].width
320.0
"""

from __future__ import annotations

import gc
import sys
from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from pathlib import Path
from typing import Any

from .errors import InputError, LimitError
from .files import Changed, Files, FolderFiles, resolve
from .fonts.fallback import fallback_face
from .fonts.measured import Measured
from .fonts.store import FontStore
from .laid_out import BoxRecord, Layout, MissingFile, UnmodelledFeature, baselines_of, lines_of
from .layout.boxes import Box, forget_changed
from .layout.context import Context, Walked
from .layout.entry import Pass, layout_root
from .layout.fragments import Fragment
from .layout.geometry import Collector
from .layout.recorder import SILENT
from .layout.replaced.natural_sizes import Pictures
from .layout.tree.box_tree import BoxTree
from .layout.tree.generate import Generator
from .markup import Document, Element, Text, parse_html
from .markup.check import MarkupProblem, check_markup
from .markup.parse import MOST_ELEMENTS
from .styles.cascade import ActiveRules, Cascade, ContainerSize
from .styles.environment import Environment
from .styles.media import ALWAYS, USUAL_READER, Reader, Viewport, parse_media, read_for
from .styles.page_conditions import conditions_of
from .styles.registered import registry_at
from .styles.resolve import StyleResolver
from .styles.selector_parser import parse_selector_list
from .styles.selectors import MatchState, SelectorError
from .styles.sheet import Context as SheetContext
from .styles.sheet import Sheets
from .styles.style import ComputedStyle
from .styles.variables import tokens_of
from .working.record import Sums
from .working.workings import Workings

DEFAULT_HEIGHT = 800
NARROWEST, WIDEST = 1, 20_000
MOST_TREES = 6
MOST_CONTAINER_PASSES = 6
SPACED = """* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }
p { margin-bottom: 2em !important }
"""
"""Text as WCAG 2.2, 1.4.12 asks that it can be set."""

sys.setrecursionlimit(max(sys.getrecursionlimit(), 30_000))


@dataclass(slots=True)
class Step:
    """A page laid out at one viewport, before its rectangles are collected."""

    root: Fragment
    tree: BoxTree
    ctx: Context
    resolver: StyleResolver
    sums: Sums | None = None


class Page:
    """A page with its stylesheets, fonts and pictures."""

    def __init__(self, files: Files, path: str = "index.html", *, measured: Measured | None = None, state: MatchState | None = None, reader: Reader = USUAL_READER) -> None:
        """Read the page at ``path``. ``measured`` are faces that a browser has and this machine has not; ``reader`` is how who
        reads it has set up browser and device.

        Raises InputError where there is no such page, LimitError where it is too large.
        """
        data = files.read(path)
        if data is None:
            raise InputError(f"There is no file {path}.")
        self.files = files
        self.path = path
        self.reader = reader
        self.document: Document = parse_html(data.decode("utf-8-sig", "replace"))
        self.missing: list[MissingFile] = []
        self.sheet_texts: dict[str, str] = {}
        """The texts of linked sheets, which an edit can be carried into."""
        self.sheets = Sheets(quirks=self.document.quirks)
        with read_for(reader):
            self._read_sheets()
        self.cascade = Cascade(self.document, self.sheets, state)
        self.pictures = Pictures(files, path)
        self.fonts = FontStore(self.sheets.font_faces, files, fallback_face, measured)
        self.trees: dict[object, tuple[BoxTree, StyleResolver]] = {}
        self.kept_notes: dict[int, Any] = {}
        """What ``notes`` keeps of a rule, by its identity; dropped where lines move."""
        with read_for(reader):
            self.conditions = conditions_of(self.sheets, self.document)
        self._queries = list({id(query): query for rule in self.sheets.rules for query in rule.containers}.values())
        self.has_containers = bool(self._queries)
        self._containers: dict[Element, ContainerSize] = {}

    @classmethod
    def read(cls, path: Path) -> Page:
        """Read a page from disk; what it refers to is read from beside it. Raises InputError."""
        if not path.is_file():
            raise InputError(f"There is no file {path}.")
        return cls(FolderFiles(path.parent), path.name)

    # Style sheets

    def with_text(self, file: str, text: str) -> Page:
        """The page as it would be with another text in one of its files."""
        return Page(Changed(self.files, file, text), self.path)

    def _read_sheets(self) -> None:
        for element in [self.document.root, *self.document.root.descendants()]:
            if element.tag == "style" and element.namespace == "html":
                self._style_element(element)
            elif element.tag == "link" and "stylesheet" in element.attributes.get("rel", "").lower().split():
                self._linked_sheet(element)
        if self.reader.spaced:
            self.sheets.add(SPACED, "", "author", 1, SheetContext(), lambda base, address: None)
        self.sheets.rank_layers()

    def _context(self, element: Element) -> SheetContext:
        media = element.attributes.get("media", "")
        condition = parse_media(tokens_of(media)) if media else ALWAYS
        if condition is ALWAYS:
            return SheetContext()
        return SheetContext(media=(condition,))

    def _style_element(self, element: Element) -> None:
        text = "".join(child.data for child in element.children if isinstance(child, Text))
        first = next((child.offset for child in element.children if isinstance(child, Text)), None)
        line = self.document.source.count("\n", 0, first) + 1 if first is not None else element.line or 1
        self.sheets.add(text, self.path, "author", line, self._context(element), self._fetch)

    def _linked_sheet(self, element: Element) -> None:
        address = element.attributes.get("href", "")
        if "alternate" in element.attributes.get("rel", "").lower().split() or not address:
            return
        path = resolve(self.path, address)
        if path is None:
            return
        data = self.files.read(path)
        if data is None:
            self.missing.append(MissingFile(address, self.path, element.line or 1, "stylesheet"))
            return
        if path in self.sheets.files:
            return
        text = data.decode("utf-8-sig", "replace")
        self.sheets.add(text, path, "author", 1, self._context(element), self._fetch)
        self.sheet_texts[path] = text

    def _fetch(self, base: str, address: str) -> tuple[str, str] | None:
        path = resolve(base, address)
        data = self.files.read(path) if path is not None else None
        return (path, data.decode("utf-8-sig", "replace")) if path is not None and data is not None else None

    # Layout

    def layout(self, width: int, height: int = DEFAULT_HEIGHT, *, record: bool = False, about: Element | None = None) -> Layout:
        """Lay the page out at a viewport in CSS px. With ``record`` the steps are kept for workings: all of them, or
        those that the numbers of the one element ``about`` come from.

        Raises LimitError where a size is out of bounds.
        """
        if not NARROWEST <= width <= WIDEST or not NARROWEST <= height <= WIDEST:
            raise LimitError(f"A viewport of {width} × {height} is beyond what is laid out: {NARROWEST} to {WIDEST:,}.")
        was_collecting = gc.isenabled()
        # Layout makes many small objects and hardly any cycles; collecting in between costs a third of the time.
        gc.disable()
        try:
            return self._layout(Viewport(width, height), record, about)
        finally:
            if was_collecting:
                gc.enable()

    def _layout(self, viewport: Viewport, record: bool, about: Element | None) -> Layout:
        step = self._step(viewport, record, about, None)
        collector = Collector(step.ctx.width, step.ctx.height)
        collector.collect(step.root)
        return self._finished(viewport, step.root, step.tree, collector, step.ctx, step.sums)

    def styles_in(self, state: MatchState, width: int, height: int = DEFAULT_HEIGHT) -> Callable[[Element], ComputedStyle]:
        """Styles while some elements are in states, resolved one by one as they are asked for, without boxes; no container query holds."""
        resolver = self._resolver(Cascade(self.document, self.sheets, state), Viewport(width, height), {})
        known: dict[Element, ComputedStyle] = {}

        def style_of(element: Element) -> ComputedStyle:
            found = known.get(element)
            if found is None:
                found = known[element] = resolver.style_of(element, style_of(element.parent) if element.parent is not None else None)
            return found

        return style_of

    def _resolver(self, cascade: Cascade, viewport: Viewport, containers: dict[Element, ContainerSize]) -> StyleResolver:
        environment = Environment(viewport, self.fonts, self.reader.font_size, initial_font_size=self.reader.font_size, quirks=self.document.quirks, registry=registry_at(self.sheets.properties, self.sheets.functions, viewport, self.reader))
        return StyleResolver(cascade, environment, ActiveRules(viewport, containers))

    def restyle_at(self, width: int, height: int) -> tuple[BoxTree, StyleResolver]:
        """The boxes and styles at a viewport, without laying out."""
        return self._tree(Viewport(width, height), self._containers if self.has_containers else {})

    def step(self, width: int, height: int, walk: Walked | None) -> Step:
        """One layout of a walk over widths, without collecting its rectangles."""
        return self._step(Viewport(width, height), False, None, walk)

    def _step(self, viewport: Viewport, record: bool, about: Element | None, walk: Walked | None) -> Step:
        # Containers hardly ever change from one width to the next: starting from what they were saves a layout.
        containers = self._containers if self.has_containers else {}
        for _ in range(MOST_CONTAINER_PASSES):
            tree, resolver = self._tree(viewport, containers)
            recorded = _recorded(tree, about) if record else []
            sums = Workings(frozenset(map(id, recorded)) if about is not None else None) if record else None
            ctx = Pass(viewport, self.fonts, sums or SILENT, None if tree.turning else walk, mode=self.document.mode)
            for box in recorded:
                box.forget()
            with tree.turning.in_mirror():
                root = layout_root(ctx, tree.root)
            found = _container_sizes(root) if self.has_containers or resolver.uses_container else {}
            if found == containers or (not resolver.uses_container and self._answers(found) == self._answers(containers)):
                break
            containers = found
        self._containers = found
        return Step(root, tree, ctx, resolver, sums)

    def _answers(self, containers: dict[Element, ContainerSize]) -> tuple[object, ...]:
        """What every container query says of every container: all that the rules take from the sizes."""
        return tuple(
            (element.index, query.answers(Viewport(size.width, size.height or 0)))  # type: ignore[arg-type]
            for element, size in containers.items()
            for query in self._queries
            if query.name is None or query.name in size.names
        )

    def _tree(self, viewport: Viewport, containers: dict[Element, ContainerSize]) -> tuple[BoxTree, StyleResolver]:
        """The box tree for the rules that count at a viewport; kept while the same ones count."""
        turned = tuple(condition.matches(viewport) for condition in self.conditions)
        key: object = (turned, self._answers(containers))
        known = self.trees.get(key)
        if known is not None:
            tree, resolver = known
            if (resolver.uses_container and resolver.active.containers != containers) or (self.sheets.asks_style and resolver.uses_viewport):
                known = None
            elif not resolver.uses_viewport or resolver.environment.viewport == viewport:
                return known
            else:
                _move(tree, resolver, viewport)
                return known
        resolver = self._resolver(self.cascade, viewport, containers)
        tree = Generator(self.document, resolver, self.fonts, self.pictures, viewport).build()
        if self.has_containers or resolver.uses_container:
            _mark_containers(tree)
        if len(self.trees) >= MOST_TREES:
            self.trees.pop(next(iter(self.trees)))
        self.trees[key] = (tree, resolver)
        return tree, resolver

    def _finished(self, viewport: Viewport, root: Fragment, tree: BoxTree, collector: Collector, ctx: Context, sums: Sums | None) -> Layout:
        noted: list[tuple[Box | None, Element | None, str]] = list(tree.unmodelled)
        tree.noted |= ctx.unmodelled
        noted += [(item.box, _element_of(item.box), item.feature) for item in tree.noted.values()]
        noted += [(box, box.element, "content-visibility: auto, far from the window") for box in collector.skipped]
        noted += [(box, box.element, "transform-style") for box in collector.deep]
        features: dict[tuple[int, str], UnmodelledFeature] = {}
        affected: set[Element] = set()
        for _, element, feature in noted:
            if element is None:
                continue
            features[element.index, feature] = UnmodelledFeature(element.index, feature, self.path, element.line or 1)
            _spread(element, affected)
        left_out = self.document.left_out
        if left_out is not None:
            feature = f"All beyond the first {MOST_ELEMENTS:,} elements ({left_out.tags:,} more tags)"
            features[left_out.parent.index, feature] = UnmodelledFeature(left_out.parent.index, feature, self.path, left_out.line)
            _spread(left_out.parent, affected)
        for element in self.document.elements:
            inside_svg = element.namespace != "html" and element.tag != "svg" and element not in collector.shapes
            if inside_svg:
                affected.add(element)
        return Layout(
            viewport, root, tree, collector.rects, collector.fragments, (collector.scroll_right + 32) // 64,
            list(features.values()), affected, sums, collector.generated, self.document.elements, self.pictures,
        )  # fmt: skip

    def boxes(self, width: int, height: int = DEFAULT_HEIGHT) -> Layout:
        """The rectangles of all elements at a viewport: ``.boxes`` in document order."""
        return self.layout(width, height)

    @cached_property
    def markup_problems(self) -> list[MarkupProblem]:
        """What the parser had to set right in the page's source."""
        return check_markup(self.document)

    def select(self, selector: str) -> list[Element]:
        """The elements in the body that a selector names. Raises InputError where it does not parse."""
        try:
            selectors = parse_selector_list(tokens_of(selector))
        except SelectorError as error:
            raise InputError(f"The selector {selector} is not understood: {error}") from error
        state = self.cascade.state
        return [e for e in self.document.elements if any(s.matches(e, state) for s in selectors)]

    def style_of(self, element: Element, layout: Layout) -> ComputedStyle | None:
        """The computed style of an element in a layout."""
        return layout.tree.styles.get(element)


def _mark_containers(tree: BoxTree) -> None:
    """Mark the query containers and what is around them, so that they are laid out where their sizes are asked for."""
    for box in tree.boxes:
        if box.style.container_type != "normal":
            node: Box | None = box
            while node is not None and not node.is_container:
                node.is_container = True
                node = node.parent


def _container_sizes(root: Fragment) -> dict[Element, ContainerSize]:
    """The content boxes of the query containers, in document order (css-contain-3 §4)."""
    sizes: dict[Element, ContainerSize] = {}
    stack = [root]
    while stack:
        fragment = stack.pop().opened()
        box = fragment.box
        style = box.style
        if style.container_type != "normal" and box.element is not None and box.pseudo is None:
            edges = fragment.edges()
            unit = 64 * style.effective_zoom
            width = max(fragment.width - edges.inline, 0) / unit
            height = max(fragment.height - edges.block, 0) / unit if style.container_type == "size" else None
            sizes.setdefault(box.element, ContainerSize(width, height, style.container_name))
        stack.extend(child.fragment for child in fragment.children if child.fragment.box.is_container)
    return dict(sorted(sizes.items(), key=lambda item: item[0].index))


def _move(tree: BoxTree, resolver: StyleResolver, viewport: Viewport) -> None:
    """Bring a box tree to another viewport: styles with viewport units anew, and what layout remembered of them gone."""
    changed = {id(style) for style in resolver.move_to(viewport)}
    if not changed:
        return
    forget_changed(box for box in tree.boxes_twice if id(box.style) in changed)


def _recorded(tree: BoxTree, about: Element | None) -> list[Box]:
    """The boxes whose steps are wanted: all, or those of an element, those around it, and what lays it out beside others."""
    if about is None:
        return tree.boxes
    wanted: dict[int, Box] = {}
    for box in tree.boxes:
        if box.element is about:
            node: Box | None = box
            while node is not None and id(node) not in wanted:
                wanted[id(node)] = node
                node = node.parent
    return list(wanted.values())


def _element_of(box: Box) -> Element | None:
    node: Box | None = box
    while node is not None:
        if node.element is not None:
            return node.element
        node = node.parent
    return None


def _spread(element: Element, affected: set[Element]) -> None:
    """What depends on an element that is not covered: itself, what is inside, and those after or around it."""
    affected.add(element)
    affected.update(element.descendants())
    node = element
    for ancestor in element.ancestors():
        affected.add(ancestor)
        for sibling in ancestor.elements[node.sibling_index + 1 :]:
            affected.add(sibling)
            affected.update(sibling.descendants())
        node = ancestor


__all__ = ["DEFAULT_HEIGHT", "WIDEST", "BoxRecord", "Layout", "MissingFile", "Page", "Step", "UnmodelledFeature", "baselines_of", "lines_of"]
