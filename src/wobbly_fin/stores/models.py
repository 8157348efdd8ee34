"""What is in the box: motors of one's own making-up, and the fields one flies from."""

from django.db import models

from wobbly_fin.accounts.owned import Owned


class OwnMotor(Owned):
    """A motor its owner added, beside the shipped catalogue."""

    label = models.CharField(max_length=24)
    document = models.JSONField()
    origin = models.CharField(max_length=20)  # data sheet, csv, static test

    class Meta:
        ordering = ["label", "created_at"]


class FlyingField(Owned):
    """A field: how high it lies, how high one may fly."""

    name = models.CharField(max_length=80)
    elevation_m = models.FloatField(default=0.0)
    ceiling_m = models.FloatField(null=True, blank=True)
    typed = models.JSONField(default=dict)

    class Meta:
        ordering = ["name"]


class OwnPart(Owned):
    """A part its owner put by: measured once, built from again."""

    name = models.CharField(max_length=80)
    part_type = models.CharField(max_length=24)
    figures = models.JSONField()
    nominal = models.JSONField(default=dict)

    class Meta:
        ordering = ["name", "created_at"]
