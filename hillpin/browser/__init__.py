"""The real browser: a headless Chromium that is found on this machine, driven through Playwright, without any network.

``find_browser`` says where it is, ``visits`` renders a page on screens, ``held_against`` compares what it measured with core.
Nothing here knows Django.
"""

from .against import Disagreement, held_against, page_as_seen
from .finding import NO_BROWSER, find_browser
from .screens import SCREENS, Screen, screen_named
from .visiting import BEGINS, Seen, launch_words, visits

__all__ = ["BEGINS", "NO_BROWSER", "SCREENS", "Disagreement", "Screen", "Seen", "find_browser", "held_against", "launch_words", "page_as_seen", "screen_named", "visits"]
