"""Sites as they are stored: files with every saved state, and pins."""

from __future__ import annotations

from django.db import models


class Standing(models.Manager["Site"]):
    """The sites that were not removed."""

    def get_queryset(self) -> models.QuerySet[Site]:
        return super().get_queryset().filter(removed_at=None)


class Site(models.Model):
    """A site that holds pages and files. One that was removed stays for a while: only ``everything`` has it."""

    name = models.CharField(max_length=120)
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    is_demo = models.BooleanField(default=False)
    runs_scripts = models.BooleanField(default=False)
    """Whether the pages' own scripts run in the sandboxed frame; at rest unless the person says so."""

    folder = models.CharField(max_length=1000, blank=True, default="", db_default="")
    """The folder on disk that it is tied to, if it is."""

    removed_at = models.DateTimeField(null=True, default=None, db_default=None)

    objects = Standing()
    everything = models.Manager()

    class Meta:
        ordering = ["-updated_at", "-id"]

    def __str__(self) -> str:
        return self.name


class Present(models.Manager["SiteFile"]):
    """The files that a site has now."""

    def get_queryset(self) -> models.QuerySet[SiteFile]:
        return super().get_queryset().filter(removed_at=None)


class SiteFile(models.Model):
    """A file of a site: its newest bytes and the number of its newest revision. One that was removed stays, with its states,
    so that it can be brought back: only ``everything`` has it."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="files")
    path = models.CharField(max_length=240)
    content = models.BinaryField()
    revision = models.PositiveIntegerField(default=1)
    updated_at = models.DateTimeField(auto_now=True)
    removed_at = models.DateTimeField(null=True, default=None)

    objects = Present()
    everything = models.Manager()

    class Meta:
        ordering = ["path"]
        constraints = [models.UniqueConstraint(fields=["site", "path"], condition=models.Q(removed_at=None), name="one_file_a_path")]

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


class Step(models.Model):
    """What was done to a site's files in one go: made, renamed, moved, removed, replaced. It is undone in one go too."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="steps")
    words = models.CharField(max_length=300)
    made_at = models.DateTimeField(auto_now_add=True)
    undone_at = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["-id"]


class StepPart(models.Model):
    """What a step did to one file: its path and state before (none where the step made it) and after (none where it removed it)."""

    step = models.ForeignKey(Step, on_delete=models.CASCADE, related_name="parts")
    file = models.ForeignKey(SiteFile, on_delete=models.CASCADE, related_name="+")
    path_before = models.CharField(max_length=240, blank=True)
    path_after = models.CharField(max_length=240, blank=True)
    before = models.ForeignKey(Revision, on_delete=models.RESTRICT, null=True, related_name="+")
    after = models.ForeignKey(Revision, on_delete=models.RESTRICT, null=True, related_name="+")


class Moment(models.Model):
    """A state of the whole site that the person gave a name."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="moments")
    name = models.CharField(max_length=80)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]


class MomentFile(models.Model):
    """A file as it was at a moment: its path then, and its state, which is kept as long as the moment is."""

    moment = models.ForeignKey(Moment, on_delete=models.CASCADE, related_name="files")
    path = models.CharField(max_length=240)
    revision = models.ForeignKey(Revision, on_delete=models.RESTRICT, related_name="+")

    class Meta:
        ordering = ["path"]


class Pin(models.Model):
    """A viewport that the person keeps checking."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="pins")
    name = models.CharField(max_length=40)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField(default=800)

    class Meta:
        ordering = ["width", "id"]
