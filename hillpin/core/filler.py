"""Words to fill a place with until its own are there: of the Skerry Line, so that nobody takes them for the page's."""

from __future__ import annotations

_PROSE = """Behind the third skerry the swell goes quiet and the kettle sings. In the wheelhouse old Marit sells tickets
out of a biscuit tin and knows by the knot of a scarf which pier it belongs to. Whoever carries a piano pays for one seat, and
plays on the afterdeck if the sea allows. Gulls keep the timetable better than the clock does, for nobody throws them bread before
noon. Under the lamp of the last pier hangs a bell that is rung twice for fog and once for pancakes. The lighthouse cat takes the
early crossing on Tuesdays and comes home with the post. Where charts leave a blank the mate has drawn a whale, smiling."""
WORDS = _PROSE.split()
MOST = 500


def filler_words(count: int, start: int = 0) -> str:
    """So many words of prose, from a word on; the first is capital and the last ends a sentence where there are more than six."""
    chosen = [WORDS[(start + number) % len(WORDS)] for number in range(max(1, min(count, MOST)))]
    text = " ".join(chosen)
    text = text[0].upper() + text[1:]
    if count <= 6:
        return text.rstrip(".,")
    return text if text.endswith(".") else f"{text.rstrip(',')}."


RUN = 5
"""Words in a row that make a text filler."""
_LATIN = ("lorem", "ipsum", "dolor", "sit", "amet")


def filler_in(text: str) -> str:
    """The first words of a text that are filler, as they stand there; empty where none are."""
    words = text.split()
    plain = [word.strip(".,;:!?").lower() for word in words]
    for place in range(len(plain) - 1):
        if tuple(plain[place : place + 2]) == _LATIN[:2] or tuple(plain[place : place + RUN]) in _RUNS:
            return " ".join(words[place : place + RUN])
    return ""


def _runs() -> frozenset[tuple[str, ...]]:
    plain = [word.strip(".,").lower() for word in WORDS]
    return frozenset(tuple(plain[(place + by) % len(plain)] for by in range(RUN)) for place in range(len(plain)))


_RUNS = _runs()
