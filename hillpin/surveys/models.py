"""Surveys as they are kept: the newest and the one before it of each page, and findings that someone accepts."""

from __future__ import annotations

from django.db import models

from ..sites.models import Site


class PageSurvey(models.Model):
    """The last survey of a page, and the last one that said otherwise."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="surveys")
    page = models.CharField(max_length=240)
    content = models.JSONField()
    before = models.JSONField(null=True)
    made_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["site", "page"], name="one_survey_a_page")]

    def __str__(self) -> str:
        return self.page


class AcceptedFinding(models.Model):
    """A finding that is meant to be so, with the reason; its key holds its numbers, so it comes back when they change."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="accepted")
    page = models.CharField(max_length=240)
    key = models.CharField(max_length=64)
    reason = models.CharField(max_length=300)
    accepted_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["site", "page", "key"], name="one_acceptance_a_finding")]

    def __str__(self) -> str:
        return self.reason
