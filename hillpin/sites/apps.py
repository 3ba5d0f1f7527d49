"""The sites app."""

from django.apps import AppConfig


class SitesConfig(AppConfig):
    """Sites, files, revisions and pins."""

    name = "hillpin.sites"
    label = "sites"
