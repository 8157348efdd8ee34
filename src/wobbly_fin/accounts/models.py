"""How one person likes things, and what the day is like where they stand."""

from django.conf import settings
from django.db import models


class Preferences(models.Model):
    """Units, theme, limits of their own, what stands in the workshop, and today's conditions as typed."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="preferences")
    units = models.JSONField(default=dict)
    theme = models.CharField(max_length=20, default="bench")
    limits = models.JSONField(default=dict)
    conditions = models.JSONField(default=dict)
    workshop = models.JSONField(default=dict)  # as typed: printer_height
    practice = models.BooleanField(default=False)  # invented motors and parts on the shelf, to practise with
    checklist = models.JSONField(default=list, blank=True)  # lines of their own: stage, text, hold
    flyer = models.JSONField(default=dict)  # certification level, age
    updated_at = models.DateTimeField(auto_now=True)


class Trace(models.Model):
    """Something that happened to an account, only ever added: for its person and the club's officers to read."""

    whose = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    what = models.CharField(max_length=24)  # as `trace.KINDS` has them
    by = models.CharField(max_length=150, blank=True)  # a name; empty: a stranger
    detail = models.CharField(max_length=120, blank=True)
    session_key = models.CharField(max_length=40, blank=True)  # of a visit that began
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [models.Index(fields=["whose", "-at"], name="trace_of_an_account")]
