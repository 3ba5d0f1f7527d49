"""Pages from fresh seeds for some minutes: what core and Chromium do not agree on, made small, and told where it is new.

usage: python -m tests.fuzz.newly MINUTES [--known FILE]

A page made small is known by the properties, values' kinds and elements that are left of it; what was told before is only counted.
"""

from __future__ import annotations

import argparse
import json
import random
import re
import sys
import time
from collections import Counter
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import sync_playwright

from .agree import Bench, Tally, minimise
from .pages import make
from .values import PROFILES

WIDTHS = [320, 742, 1180]
KNOWN = Path(__file__).resolve().parents[2] / ".pin-state" / "fuzz.json"


def parts_of(page: str) -> tuple[str, str]:
    """The rules and the body of a page that was made small, without its faces and notes."""
    page = re.sub(r"<!--.*?-->", "", page, flags=re.DOTALL)
    style = re.search(r"<style>(.*?)</style>", page, re.DOTALL)
    rules = re.sub(r"@font-face[^}]*}", "", style[1] if style else "")
    return "\n".join(line for line in rules.splitlines() if line.strip()), page[max(page.find("<body"), 0) :].strip()


def marks_of(page: str) -> str:
    """What is left of a page that was made small, so that two with one cause are one: elements, properties, keywords."""
    rules, body = parts_of(page)
    elements = sorted(set(re.findall(r"<([a-z][a-z0-9]*)", body)) - {"body"})
    properties = sorted({re.sub(r"-?[\d.]+[a-z%]*", "0", one.strip()) for one in re.findall(r"[-a-z]+\s*:\s*[^;{}]+(?=;)", rules)})
    return " ".join(elements) + " | " + "; ".join(properties)


def hunt(minutes: float, known: dict[str, int], tell: Callable[[str], object] = print) -> tuple[Counter[str], list[str]]:
    """Compare pages until the time is over: how many of what, and the marks of what is new."""
    ends, counts, new = time.monotonic() + 60 * minutes, Counter[str](), []
    first, profiles = random.SystemRandom().randrange(10**9), list(PROFILES)
    with sync_playwright() as playwright:
        bench = Bench(playwright)
        seed = first
        while time.monotonic() < ends:
            model, tally = make(profiles[seed % len(profiles)], seed), Tally()
            kind, wrong = tally.page(bench, model.html(), WIDTHS)
            counts.update(tally.counts)
            if kind not in ("agrees", "unstable"):
                page, note = minimise(bench, model, wrong[0].width if wrong else WIDTHS[0], kind)
                marks = marks_of(page)
                if marks not in known:
                    new.append(marks)
                    tell("\n".join([f"seed {seed}, {note or kind}", *parts_of(page), ""]))
                known[marks] = known.get(marks, 0) + 1
            seed += 1
        bench.close()
    return counts, new


def main() -> None:
    """Hunt, tell, and keep what was told."""
    parser = argparse.ArgumentParser(prog="pin fuzz", description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("minutes", type=float)
    parser.add_argument("--known", type=Path, default=KNOWN)
    options = parser.parse_args()
    known: dict[str, int] = json.loads(options.known.read_text()) if options.known.is_file() else {}
    counts, new = hunt(options.minutes, known)
    options.known.parent.mkdir(parents=True, exist_ok=True)
    options.known.write_text(json.dumps(known, indent=1, sort_keys=True))
    pages = max(counts["pages"], 1)
    print(f"{counts['pages']} pages: {counts['disagrees']} disagree ({100 * counts['disagrees'] / pages:.1f} %), {counts['crash']} crash, {counts['hang']} hang; {len(new)} causes are new, {len(known)} known.")
    sys.exit(1 if counts["crash"] or counts["hang"] else 0)


if __name__ == "__main__":
    main()
