"""Builds and repairs, what was done to them and when, photos of them; and when their builder has time."""

from django.conf import settings
from django.db import models

from wobbly_fin.accounts.owned import Owned
from wobbly_fin.site.pictures import Photo


class Build(Owned):
    """The building of a rocket, or a repair of it. The plan itself is made anew from the design each time it is looked at."""

    rocket = models.ForeignKey("hangar.Rocket", on_delete=models.CASCADE, related_name="builds")
    kind = models.CharField(max_length=10, default="build")  # build, repair
    damage = models.CharField(max_length=20, blank=True)
    schools = models.JSONField(default=dict)  # choices, and texts as typed
    changes = models.JSONField(default=list)  # steps added, dropped, moved
    deadline = models.DateTimeField(null=True, blank=True)  # the launch it is built for

    class Meta:
        ordering = ["-created_at"]


class BuildEvent(models.Model):
    """Something that happened at the bench. Only ever added; undoing is an event too."""

    id = models.UUIDField(primary_key=True, editable=False)
    build = models.ForeignKey(Build, on_delete=models.CASCADE, related_name="events")
    kind = models.CharField(max_length=10)  # started, done, undone, looked, weighed, remark, booked
    step = models.CharField(max_length=120, blank=True)
    title = models.CharField(max_length=160, blank=True)  # the step's, as it was called then
    at = models.DateTimeField()
    facts = models.JSONField(default=dict)  # of a tick: cure; of a weigh-in: reading and what it came to
    remark = models.CharField(max_length=2000, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class BuildPhoto(Photo):
    """A photo of a step."""

    build = models.ForeignKey(Build, on_delete=models.CASCADE, related_name="photos")
    step = models.CharField(max_length=120, blank=True)


class FreeTime(models.Model):
    """When somebody has time: hours of each weekday as typed, days that differ, and where their clocks hang."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="free_time")
    weekly = models.JSONField(default=list)  # seven texts, Monday first; empty list: never told
    exceptions = models.JSONField(default=dict)  # ISO date → text
    zone = models.CharField(max_length=60, blank=True)
    updated_at = models.DateTimeField(auto_now=True)
