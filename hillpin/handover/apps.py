"""The Django app of Hand over."""

from django.apps import AppConfig


class HandoverConfig(AppConfig):
    """Targets, and what was sent to them."""

    name = "hillpin.handover"
    default_auto_field = "django.db.models.BigAutoField"
