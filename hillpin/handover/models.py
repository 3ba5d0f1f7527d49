"""Where sites go, and what was sent. No secret is here: ``hillpin.publishing.secrets`` has those."""

from __future__ import annotations

from django.db import models

from ..sites.models import Moment, Site

MOST_SENDINGS = 50
"""Kept of one target; the oldest go first."""


class Target(models.Model):
    """A place that a site is published to. ``kind`` is folder, git, sftp, webdav or practice; ``settings`` is how it is reached, and
    ``smaller`` what is made smaller on the way."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="targets")
    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=10)
    settings = models.JSONField(default=dict)
    smaller = models.JSONField(default=list)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class Sending(models.Model):
    """What was done with a target, in words."""

    target = models.ForeignKey(Target, on_delete=models.CASCADE, related_name="sendings")
    words = models.CharField(max_length=500)
    is_good = models.BooleanField(default=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]


class SharedReport(models.Model):
    """A report on a read-only address: of a page, or of the whole site where ``page`` is empty. With a moment it is a comparison of
    the page with what it was then (``against`` keeps the moment's name). ``before`` is what it said when someone last looked at it."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="shared_reports")
    page = models.CharField(max_length=240, blank=True)
    moment = models.ForeignKey(Moment, on_delete=models.SET_NULL, null=True, related_name="+")
    against = models.CharField(max_length=80, blank=True)
    token = models.CharField(max_length=64, unique=True)
    content = models.JSONField()
    before = models.JSONField(null=True)
    made_at = models.DateTimeField()
    looked_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["site", "page"], condition=models.Q(against=""), name="one_shared_report_a_page")]


class ReportNote(models.Model):
    """A note on a report, pinned to an element at a width where it is about one."""

    report = models.ForeignKey(SharedReport, on_delete=models.CASCADE, related_name="notes")
    element = models.CharField(max_length=120, blank=True)
    index = models.PositiveIntegerField(null=True)
    width = models.PositiveIntegerField(null=True)
    name = models.CharField(max_length=80)
    text = models.TextField(max_length=2000)
    is_settled = models.BooleanField(default=False)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]


class NoteAnswer(models.Model):
    """What was answered to a note."""

    note = models.ForeignKey(ReportNote, on_delete=models.CASCADE, related_name="answers")
    name = models.CharField(max_length=80)
    text = models.TextField(max_length=2000)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
