"""The demo site's plan, put beside it at the first start."""

from __future__ import annotations

from pathlib import Path

from ...sites.models import Site
from ..content import from_file
from ..models import SitePlan
from ..store import new_plan


def load_demo_plan(site: Site) -> SitePlan:
    """The plan of a page that is still to be written: crossings, with the fares beside a map."""
    return new_plan(site, from_file((Path(__file__).parent / "crossings.plan.json").read_text()))
