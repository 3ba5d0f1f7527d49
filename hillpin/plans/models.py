"""Plans as they are stored: with every saved state, what was sent for a yes, and the answers."""

from __future__ import annotations

from django.db import models

from ..sites.models import Site

MOST_STATES = 200
"""States kept of one plan; the oldest go first."""


class SitePlan(models.Model):
    """A plan of a site: its newest content, and what stands on its read-only address."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="plans")
    name = models.CharField(max_length=120)
    content = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    updated_at = models.DateTimeField(auto_now=True)
    token = models.CharField(max_length=64, unique=True, null=True)
    sent = models.JSONField(null=True)
    sent_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class PlanState(models.Model):
    """An earlier or the newest state of a plan."""

    plan = models.ForeignKey(SitePlan, on_delete=models.CASCADE, related_name="states")
    number = models.PositiveIntegerField()
    content = models.JSONField()
    saved_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["plan", "number"], name="one_state_a_number")]


class Reply(models.Model):
    """What someone said of a plan that was sent: a yes, or a comment."""

    plan = models.ForeignKey(SitePlan, on_delete=models.CASCADE, related_name="replies")
    is_yes = models.BooleanField()
    name = models.CharField(max_length=80)
    text = models.TextField(max_length=2000, blank=True)
    digest = models.CharField(max_length=64)
    """Of the content that the reply is about."""
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["made_at", "id"]
