"""Words to fill a place with until its own are there: of the Skerry Line, so that nobody takes them for the page's."""

from __future__ import annotations

_PROSE = """The morning boat leaves the north quay and calls at every skerry with a pier on its way out to the lighthouse.
Low water shows the reef, and the mate counts the seals on it before the ropes are cast off. Whoever carries a piano
pays for one seat, and plays on the afterdeck if the sea allows. The bakery on Orra lights its ovens at four, so that the first
crossing smells of bread. In the lee of the islands the water is flat as a slate, and the wake of the boat writes on it.
Passengers for Little Hamm wave a cloth from the jetty, for the boat stops there only when somebody asks. The timetable hangs
under glass in the waiting room, and the wind has the last word on it. On the way back the lamps are lit one after another."""
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
