"""What a worker needs, loaded once in the process that workers are copies of."""

from __future__ import annotations

import os

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
django.setup()

from ..compare import api as compare_api  # noqa: E402
from ..compare import drawings_api, expectations_api, expectations_work, report_work, run_work  # noqa: E402
from ..core.files import MemoryFiles  # noqa: E402
from ..core.page import Page  # noqa: E402
from ..handover import folder_work as handover_work  # noqa: E402
from ..handover import publish_work, shared_work  # noqa: E402
from ..live import api as live_api  # noqa: E402
from ..numbers import aids_api, api, line  # noqa: E402
from ..plans import api as plans_api  # noqa: E402
from ..sites import demo, folder_work  # noqa: E402
from ..surveys import api as survey_api  # noqa: E402
from ..surveys import worker as survey_worker  # noqa: E402
from ..whole import work as whole_work  # noqa: E402

__all__ = ["aids_api", "api", "compare_api", "drawings_api", "expectations_api", "expectations_work", "folder_work", "handover_work", "line", "live_api", "plans_api", "publish_work", "report_work", "run_work", "shared_work", "survey_api", "survey_worker", "whole_work"]

# What is read at its first use only, as the modules for the tables of fonts, is there in each copy, too.
Page(MemoryFiles({one.path: one.content for one in demo.demo_files()})).layout(800)
