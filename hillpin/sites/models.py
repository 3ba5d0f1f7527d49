"""Sites as they are stored: files with every saved state, and pins."""

from __future__ import annotations

from django.db import models

MOST_REVISIONS = 500
"""States kept of one file; the oldest go first."""


class Site(models.Model):
    """A site that holds pages and files."""

    name = models.CharField(max_length=120)
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    is_demo = models.BooleanField(default=False)
    runs_scripts = models.BooleanField(default=False)
    """Whether the pages' own scripts run in the sandboxed frame; at rest unless the person says so."""

    class Meta:
        ordering = ["-updated_at", "-id"]

    def __str__(self) -> str:
        return self.name


class SiteFile(models.Model):
    """A file of a site: its newest bytes and the number of its newest revision."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="files")
    path = models.CharField(max_length=240)
    content = models.BinaryField()
    revision = models.PositiveIntegerField(default=1)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["path"]
        constraints = [models.UniqueConstraint(fields=["site", "path"], name="one_file_a_path")]

    def __str__(self) -> str:
        return self.path


class Revision(models.Model):
    """An earlier or the newest state of a file."""

    file = models.ForeignKey(SiteFile, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    content = models.BinaryField()
    saved_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["file", "number"], name="one_revision_a_number")]


class Pin(models.Model):
    """A viewport that the person keeps checking."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="pins")
    name = models.CharField(max_length=40)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField(default=800)

    class Meta:
        ordering = ["width", "id"]
