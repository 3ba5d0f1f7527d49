"""The plans app."""

from django.apps import AppConfig


class PlansConfig(AppConfig):
    """Plans of sites."""

    name = "hillpin.plans"
