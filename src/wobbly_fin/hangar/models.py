"""Rockets, every version they ever had, and what was frozen when they flew."""

from django.db import models

from wobbly_fin.accounts.owned import Owned


class Rocket(Owned):
    """A rocket as it stands: its document, and the number of the revision that made it so."""

    name = models.CharField(max_length=80)
    revision = models.PositiveIntegerField(default=1)
    document = models.JSONField()
    # Revision numbers to step back and forth through; a fresh edit empties the second.
    undo_numbers = models.JSONField(default=list)
    redo_numbers = models.JSONField(default=list)

    class Meta:
        ordering = ["created_at"]


class RocketRevision(models.Model):
    """One version of a rocket's document, kept for ever; undo makes a new one out of an old one."""

    rocket = models.ForeignKey(Rocket, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    saved_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["rocket", "number"], name="one_revision_a_number")]


class Snapshot(models.Model):
    """Something frozen under the hash of its content: what was flown, with what, where, by which limits."""

    hash = models.CharField(primary_key=True, max_length=64)
    kind = models.CharField(max_length=20)
    content = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)
