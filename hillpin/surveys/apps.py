"""The Django app of surveys."""

from django.apps import AppConfig


class SurveysConfig(AppConfig):
    """Kept surveys and accepted findings."""

    name = "hillpin.surveys"
    default_auto_field = "django.db.models.BigAutoField"
