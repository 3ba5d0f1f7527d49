"""A run of the browser in a server of its own, for a test that kills it: prints a line for each picture."""

from __future__ import annotations

import time

import django
from hillpin.browser import Screen
from hillpin.compare.run_work import ran
from hillpin.computing import long_work

if __name__ == "__main__":
    django.setup()
    page = "<!DOCTYPE html><html lang=en><title>t</title><body>x</body></html>"
    request = {
        "files": {"index.html": page.encode()}, "page": "index.html", "screens": [Screen(str(width), width, 400) for width in range(300, 3_300, 50)],
        "pins": [], "edges": None, "height": 400, "scripts": False, "accepted": {},
    }  # fmt: skip
    long_work().submit(ran, request, told=lambda said: print("said", flush=True))
    time.sleep(600)
