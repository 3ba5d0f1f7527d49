"""The Django app of Compare."""

from django.apps import AppConfig


class CompareConfig(AppConfig):
    """Runs, drawings and distances that are kept."""

    name = "hillpin.compare"
    default_auto_field = "django.db.models.BigAutoField"
