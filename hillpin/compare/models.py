"""What Compare keeps: runs of the browser with their pictures, those to hold against, drawings, distances."""

from __future__ import annotations

from django.db import models

from ..sites.models import Site


class Run(models.Model):
    """A visit of the browser to a page on several screens. The newest one of a page is kept."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="runs")
    page = models.CharField(max_length=240)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]


class Shot(models.Model):
    """What the browser showed on one screen. ``told`` is all but the picture; ``key`` names the screen from one run to the next.
    Without a run it is one that was accepted: what the next are held against."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="shots")
    page = models.CharField(max_length=240)
    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="shots", null=True)
    key = models.CharField(max_length=80)
    place = models.PositiveIntegerField(default=0)
    told = models.JSONField()
    picture = models.BinaryField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["place", "id"]
        constraints = [models.UniqueConstraint(fields=["site", "page", "key"], condition=models.Q(run=None), name="one_accepted_shot_a_screen")]


class PageDrawing(models.Model):
    """A picture of the intended page at one width: where its left top corner lies on the page and how many CSS px one of its own
    pixels is."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="drawings")
    page = models.CharField(max_length=240)
    width = models.PositiveIntegerField()
    name = models.CharField(max_length=120)
    media_type = models.CharField(max_length=40)
    content = models.BinaryField()
    pixel_width = models.PositiveIntegerField()
    pixel_height = models.PositiveIntegerField()
    x = models.FloatField(default=0)
    y = models.FloatField(default=0)
    scale = models.FloatField(default=1)

    class Meta:
        ordering = ["width", "id"]


class Distance(models.Model):
    """A distance between two edges on a page at a width, with what it should be. ``first`` and ``second`` name edges as the API
    has them."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="distances")
    page = models.CharField(max_length=240)
    width = models.PositiveIntegerField()
    is_across = models.BooleanField()
    first = models.JSONField()
    second = models.JSONField()
    drawn = models.FloatField(null=True)

    class Meta:
        ordering = ["id"]
