"""The numbers app."""

from django.apps import AppConfig


class NumbersConfig(AppConfig):
    """Computed numbers of pages under work."""

    name = "hillpin.numbers"
    label = "numbers"
