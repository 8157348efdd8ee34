"""Flights that were flown, with everything they were forecast from, frozen."""

from django.db import models

from wobbly_fin.accounts.owned import Owned
from wobbly_fin.hangar.models import Rocket, Snapshot


class Flight(Owned):
    """One flight: the facts, the forecast of that day, and what it was made from."""

    rocket = models.ForeignKey(Rocket, on_delete=models.CASCADE, related_name="flights")
    flown_on = models.DateField()
    label = models.CharField(max_length=60)
    delay_s = models.FloatField(null=True, blank=True)
    opening = models.CharField(max_length=20)
    landing = models.CharField(max_length=20)
    apogee_m = models.FloatField(null=True, blank=True)
    typed = models.JSONField(default=dict)
    remarks = models.TextField(blank=True)
    forecast = models.JSONField()
    forecast_apogee_m = models.FloatField(null=True, blank=True)
    impulse_n_s = models.FloatField()
    rocket_snapshot = models.ForeignKey(Snapshot, on_delete=models.PROTECT, related_name="+")
    motor_snapshot = models.ForeignKey(Snapshot, on_delete=models.PROTECT, related_name="+")
    site_snapshot = models.ForeignKey(Snapshot, on_delete=models.PROTECT, related_name="+")
    rules_snapshot = models.ForeignKey(Snapshot, on_delete=models.PROTECT, related_name="+")
    field_name = models.CharField(max_length=80, blank=True)
    core_version = models.CharField(max_length=20)

    class Meta:
        ordering = ["-flown_on", "-created_at"]
        indexes = [models.Index(fields=["owner", "-flown_on"])]
