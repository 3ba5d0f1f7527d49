"""Every kind of finding in one place: its name, how bad it is, what it is called, what it means, and the check that finds it.

To add one: write a check (a function from a ``Survey``, and what was found before it, to ``Finding``s) and a line here.
The interface and the command line take their words from here.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from .animated import animated_layout
from .covered import covered_target
from .dead_declarations import dead_declaration, invalid_declaration, unknown_area, unused_rule
from .drifting import drifting_lines
from .filler_left import filler_text
from .findings import Finding, Survey
from .gutters import over_full_row, uneven_gutters
from .hovering import hover_shift
from .markup_faults import invalid_markup, markup
from .on_pictures import low_contrast
from .outside import outside_address
from .overflow import box_overflow, page_overflow
from .overlap import overlap
from .parts_shown import cropped_backgrounds
from .pictures_shown import pictures_shown
from .queries import media_ends
from .reading_order import eye_order, tab_order
from .row_breaks import row_break
from .single_boxes import collapsed_parent, stretched_image, text_measure
from .targets import small_target
from .unmatched_names import missing_file, unmatched_name
from .unsized_pictures import unsized_picture

Severity = Literal["wrong", "doubtful", "hint"]
Check = Callable[[Survey, list[Finding]], list[Finding]]


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of finding. ``title`` is what a person reads above its message, ``about`` what it means in a sentence."""

    name: str
    severity: Severity
    title: str
    about: str


@dataclass(frozen=True, slots=True)
class Family:
    """A check and the kinds that it finds. Later families see what earlier ones found."""

    check: Check
    kinds: tuple[Kind, ...]


def _alone(check: Callable[[Survey], list[Finding]]) -> Check:
    """A check that does not ask what was found before it."""
    return lambda survey, found: check(survey)


def _names(survey: Survey, found: list[Finding]) -> list[Finding]:
    """Rules that only lack a letter are told as that, and not as unused."""
    near, misspelt = unmatched_name(survey)
    return [*near, *unused_rule(survey, misspelt)]


def _overlap(survey: Survey, found: list[Finding]) -> list[Finding]:
    return overlap(survey, [one for one in found if one.kind in ("page-overflow", "box-overflow", "collapsed-parent")])


FAMILIES = (
    Family(_alone(page_overflow), (Kind("page-overflow", "wrong", "Page scrolls sideways", "The document is wider than the viewport."),)),
    Family(box_overflow, (Kind("box-overflow", "wrong", "Content sticks out", "Content sticks out of a box that does not grow with it."),)),
    Family(_alone(row_break), (Kind("row-break", "wrong", "Row breaks", "Siblings that stand in one row at other widths break on to a further one without being asked to."),)),
    Family(_alone(over_full_row), (Kind("over-full-row", "wrong", "Row over-full", "A row that is cut into twelve parts, or as many as it has, holds one part too many."),)),
    Family(_alone(uneven_gutters), (Kind("uneven-gutters", "doubtful", "Gutters uneven", "The gaps between the boxes of one row differ."),)),
    Family(_alone(collapsed_parent), (Kind("collapsed-parent", "wrong", "Floats not contained", "A box does not contain its floats: what follows slides up beside them."),)),
    Family(_alone(stretched_image), (Kind("stretched-image", "wrong", "Picture out of shape", "A picture is shown at a ratio that is not its own."),)),
    Family(_alone(lambda survey: [*pictures_shown(survey), *cropped_backgrounds(survey)]), (
        Kind("picture-cropped", "doubtful", "Picture cropped away", "Less than a third of a picture's width or height shows in the box that it covers."),
        Kind("picture-soft", "doubtful", "Picture soft", "A picture is drawn far larger than it has pixels."),
        Kind("picture-heavy", "hint", "Picture heavy", "A picture's file has far more pixels than any width shows."),
    )),
    Family(_alone(unsized_picture), (Kind("unsized-picture", "hint", "Picture without a size", "What follows a picture jumps when its file is there: nothing says its ratio before."),)),
    Family(_alone(text_measure), (
        Kind("long-line", "doubtful", "Long lines", "Lines of running text hold over 90 characters."),
        Kind("short-line", "doubtful", "Short lines", "Lines of running text hold under 20 characters."),
    )),
    Family(_alone(drifting_lines), (Kind("drifting-lines", "doubtful", "Lines drift apart", "Numbers beside lines of text have another line height: each stands further off than the one before."),)),
    Family(_overlap, (Kind("overlap", "wrong", "Boxes cover one another", "Boxes with content that are not nested cover one another."),)),
    Family(_alone(small_target), (Kind("small-target", "doubtful", "Small targets", "A link or button is under 24 × 24 with too little room around it (WCAG 2.2, 2.5.8)."),)),
    Family(_alone(low_contrast), (
        Kind("low-contrast", "wrong", "Low contrast", "Text against what is behind it is below WCAG 2.2 AA."),
        Kind("weak-on-picture", "wrong", "Words weak on a picture", "The part of a picture under some words leaves them less contrast than WCAG 2.2 AA asks for."),
    )),
    Family(_alone(hover_shift), (Kind("hover-shift", "doubtful", "A state moves neighbours", "A rule for a state changes the size or place of what is beside it."),)),
    Family(_alone(animated_layout), (Kind("animated-layout", "hint", "Animated layout", "An animation or transition changes what places boxes: the page is laid out anew at every frame, and what is beside it moves along."),)),
    Family(_alone(dead_declaration), (Kind("dead-declaration", "doubtful", "Declaration does nothing", "A declaration cannot take effect on the elements it applies to."),)),
    Family(_alone(invalid_declaration), (Kind("invalid-declaration", "wrong", "Declaration dropped", "The browser drops a declaration that it does not understand."),)),
    Family(_alone(unknown_area), (Kind("unknown-area", "wrong", "Unknown area", "A grid area that the template does not have, or a template that is not well-formed."),)),
    Family(_names, (
        Kind("unmatched-name", "doubtful", "Names do not meet", "A name in the markup or the sheet has no counterpart, and comes near to one."),
        Kind("unused-rule", "hint", "Rule not used", "A rule applies to no element at any width."),
    )),
    Family(_alone(eye_order), (Kind("eye-order", "doubtful", "Order for the eye", "Boxes stand for the eye in another order than in the source, by which one listens and moves with the keyboard (WCAG 2.2, 1.3.2 and 2.4.3)."),)),
    Family(_alone(tab_order), (Kind("tab-order", "doubtful", "Tab order by number", "A positive tabindex takes an element out of the page's order."),)),
    Family(_alone(covered_target), (Kind("covered-target", "wrong", "Bar covers what links lead to", "A bar that stays at the top covers what is scrolled to."),)),
    Family(_alone(outside_address), (Kind("outside-address", "doubtful", "From outside", "A sheet, font or script is elsewhere: it is not loaded here."),)),
    Family(_alone(filler_text), (Kind("filler-text", "hint", "Filler still there", "Words that only filled a place until its own are there."),)),
    Family(_alone(missing_file), (Kind("missing-file", "wrong", "File missing", "A sheet, picture or font is not there."),)),
    Family(_alone(invalid_markup), (Kind("invalid-markup", "wrong", "Markup set right", "The parser made something of the source that it does not say: stray or open tags, moved or dropped elements."),)),
    Family(_alone(markup), (
        Kind("duplicate-id", "wrong", "Id there twice", "An id names one element of a page."),
        Kind("missing-alt", "wrong", "Picture without alt", "A picture says nothing to those who do not see it."),
        Kind("heading-skip", "doubtful", "Heading level left out", "A heading stands more than one level below the one before it."),
        Kind("missing-landmark", "doubtful", "No main landmark", "Nothing says where the page's own content begins."),
        Kind("missing-label", "wrong", "No label", "A field, link or button has no words."),
    )),
    Family(_alone(media_ends), (
        Kind("media-gap", "doubtful", "Gap between queries", "Neighbouring queries leave a width to neither."),
        Kind("media-overlap", "doubtful", "Queries overlap", "Neighbouring queries both hold at a width."),
    )),
)  # fmt: skip

KINDS: dict[str, Kind] = {kind.name: kind for family in FAMILIES for kind in family.kinds}
_ORDER = {name: place for place, name in enumerate(KINDS)}


def severity_of(finding: Finding) -> Severity:
    """How bad a finding is."""
    return KINDS[finding.kind].severity


def find_all(survey: Survey, progress: Callable[[float], None] = lambda part: None) -> list[Finding]:
    """All findings of all families."""
    found: list[Finding] = []
    for number, family in enumerate(FAMILIES, 1):
        found += family.check(survey, found)
        progress(number / len(FAMILIES))
    return sorted_findings(found)


def sorted_findings(findings: Iterable[Finding]) -> list[Finding]:
    """From narrow to wide, those without a range last. One cause is one finding: of boxes of one name that the same line
    puts wrong between the same widths, the first."""
    unique: dict[tuple[object, ...], Finding] = {}
    for one in findings:
        of_all = one.low is not None and one.index is not None
        own = () if of_all else (one.index, one.message)
        unique.setdefault((one.kind, one.selector, one.low, one.high, one.file, one.line, *own), one)
    return sorted(unique.values(), key=lambda one: (one.low is None, one.low or 0, one.high or 0, _ORDER[one.kind], one.index or 0, one.line))
