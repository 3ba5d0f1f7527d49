"""``covered-target``: a bar fixed or stuck to the top that covers what links on the page lead to."""

from __future__ import annotations

import numpy as np
import tinycss2

from ..markup import Element
from ..shown import px
from ..styles import Declaration
from ..widths import ABSENT, Stretch
from .findings import Finding, Fix, Masks, Survey, box_of, name_of, place_of
from .fixes import added, new_rule, rule_for

LEAST_SHARE = 0.5
"""A bar takes at least this part of the window's width,"""
MOST_SHARE = 0.4
"""and at most this part of its height: more is a page of its own."""
SLACK = 64


def covered_target(survey: Survey) -> list[Finding]:
    """Each bar once for a range of widths, named with the first part of the page that it covers."""
    targets = _targets(survey)
    if not targets:
        return []
    masks: Masks[tuple[int, int]] = Masks(survey.walked)
    for stretch in survey.stretches:
        for bar in survey.elements:
            height = _bar_height(survey, stretch, bar)
            if height is None:
                continue
            outside = [one for one in targets if bar not in (one, *one.ancestors()) and one not in bar.ancestors() and (stretch.x[:, one.index] != ABSENT).all()]
            # What stands above the bar is never scrolled under it.
            covered = next(((one, mask) for one in outside if (mask := height > _margin(survey, stretch, one) + SLACK).any()), None)
            if covered is not None:
                masks.put((bar.index, covered[0].index), stretch, np.asarray(covered[1]))
    return [_finding(survey, survey.elements[bar], survey.elements[target], low, high) for (bar, target), low, high in masks.runs()]


def _targets(survey: Survey) -> list[Element]:
    """What links on the page lead to, in document order."""
    wanted = {one.attributes["href"][1:] for one in survey.elements if one.tag == "a" and one.attributes.get("href", "").startswith("#") and len(one.attributes["href"]) > 1}
    return [one for one in survey.elements if one.id in wanted and one.index > 0 and one.tag != "main"]


def _bar_height(survey: Survey, stretch: Stretch, element: Element) -> np.ndarray | None:
    """How far down a bar at the top of the window reaches at every width, in 1/64 px; None where an element is none."""
    style, box = survey.style(element, stretch), box_of(stretch, element)
    if style is None or box is None or style.position not in ("fixed", "sticky") or style.top.is_auto or (stretch.x[:, element.index] == ABSENT).any():
        return None
    if style.position == "sticky" and survey.is_clipped(element, stretch):
        return None
    index = element.index
    width, height = stretch.right[:, index] - stretch.x[:, index], stretch.bottom[:, index] - stretch.y[:, index]
    window = np.array(stretch.widths) * 64
    top = style.top.resolve(survey.walked.height * 64)
    is_bar = (width >= window * LEAST_SHARE) & (height <= survey.walked.height * 64 * MOST_SHARE) & (height > 0)
    if not is_bar.any() or abs(top) > survey.walked.height * 64 * MOST_SHARE:
        return None
    return np.where(is_bar, height + max(top, 0), 0)


def _margin(survey: Survey, stretch: Stretch, target: Element) -> int:
    """What scrolling leaves above a target, in 1/64 px: its scroll-margin and the root's scroll-padding (css-scroll-snap-1 §5)."""
    root = survey.page.document.root
    return _declared_length(survey, stretch, target, "scroll-margin") + _declared_length(survey, stretch, root, "scroll-padding")


def _declared_length(survey: Survey, stretch: Stretch, element: Element, name: str) -> int:
    """A scroll margin or padding at the top, as declared where its queries hold; enough where it is no plain length."""
    found: Declaration | None = None
    for match in survey.page.cascade.matches(element).own:
        if all(condition.matches(stretch.layout.viewport) for condition in match.rule.media):
            found = next((one for one in reversed(match.rule.declarations) if one.name in (name, f"{name}-top", f"{name}-block", f"{name}-block-start")), found)
    if found is None:
        return 0
    token = next((one for one in tinycss2.parse_component_value_list(found.text) if one.type not in ("whitespace", "comment")), None)
    style = survey.style(element, stretch)
    if token is None or style is None or token.type not in ("dimension", "number"):
        return 1 << 30
    root = survey.style(survey.page.document.root, stretch)
    scale = {"px": 1.0, "em": float(style.font_size), "rem": float(root.font_size) if root is not None else 16.0, "vh": survey.walked.height / 100}
    unit = getattr(token, "lower_unit", "px")
    return int(token.value * scale[unit] * 64) if unit in scale else 1 << 30


def _finding(survey: Survey, bar: Element, target: Element, low: int, high: int) -> Finding:
    stretch = survey.exact_at(low)
    style = survey.style(bar, stretch)
    heights = _bar_height(survey, stretch, bar)
    height = px(int(heights[low - stretch.low]) / 64) if heights is not None else ""
    most = max(int(one.max()) for part in survey.stretches if part.low <= high and part.high >= low and (one := _bar_height(survey, part, bar)) is not None)
    position = style.position if style is not None else "fixed"
    place = place_of(survey.page, bar, style, "position")
    message = f"{name_of(bar)} is {position} and reaches {height} down at {low:,}: of {name_of(target)}, where a link leads, so much stands under it."
    return Finding("covered-target", bar.index, name_of(bar), low, high, place.file, place.line, message, (), _ways(survey, target, place.file, most))


def _ways(survey: Survey, target: Element, file: str, most: int) -> tuple[Fix, ...]:
    room = px(-(-most // 64))
    root = survey.page.document.root
    sentence = f"Let whatever is scrolled to stop {room} below the window's top."
    if file not in survey.page.sheet_texts:
        return ()
    own = added(survey, root, "scroll-padding-top", f"{room}px", sentence) if rule_for(survey, root) is not None else ()
    return own or new_rule(survey, file, f"html {{ scroll-padding-top: {room}px; }}", sentence)
