"""The build backend (PEP 517): setuptools' own, which needs the compiler only where a compiled wheel is asked for."""

from __future__ import annotations

from typing import Any

from compiled_core import COMPILER, is_asked
from setuptools.build_meta import build_sdist, build_wheel, get_requires_for_build_sdist, prepare_metadata_for_build_wheel

__all__ = ["build_sdist", "build_wheel", "get_requires_for_build_sdist", "get_requires_for_build_wheel", "prepare_metadata_for_build_wheel"]


def get_requires_for_build_wheel(config_settings: Any = None) -> list[str]:
    """The compiler, where it is asked for. (setuptools' own answer would run ``setup.py``, which needs it already.)"""
    return [COMPILER] if is_asked() else []
