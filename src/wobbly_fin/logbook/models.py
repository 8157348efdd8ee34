"""Flights that were flown, with everything they were forecast from, frozen."""

from django.db import models

from wobbly_fin.accounts.owned import Owned
from wobbly_fin.hangar.models import Rocket, Snapshot
from wobbly_fin.site.binned import Binned
from wobbly_fin.site.pictures import Photo


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
    # What flights had taught when this one was forecast: factors on drag and thrust, and the delay expected; empty: nothing.
    taught = models.JSONField(default=dict)
    motor_key = models.CharField(max_length=80, blank=True)  # the core's, of the motor with the delay
    told_apogee_m = models.FloatField(null=True, blank=True)  # as told, without instruments named
    batch = models.CharField(max_length=40, blank=True)  # printed on the motor's case
    cost = models.FloatField(null=True, blank=True)  # of the motors burnt
    readouts = models.JSONField(default=dict)  # typed off an altimeter, SI, by name
    tracking = models.JSONField(null=True, blank=True)  # sightings and seconds of fall, SI, with the texts
    landing_x_m = models.FloatField(null=True, blank=True)  # where it lay, from the pad
    landing_y_m = models.FloatField(null=True, blank=True)
    certification = models.PositiveSmallIntegerField(null=True, blank=True)  # flown for this level
    # What measurements come to together; reckoned by `measured.settle` whenever one of them changes.
    apogee_sd_m = models.FloatField(null=True, blank=True)
    max_speed_m_s = models.FloatField(null=True, blank=True)
    max_speed_sd_m_s = models.FloatField(null=True, blank=True)
    real_delay_s = models.FloatField(null=True, blank=True)
    real_delay_sd_s = models.FloatField(null=True, blank=True)
    duration_s = models.FloatField(null=True, blank=True)
    # What was flown to learn from it, by logarithms of drag and thrust: see `rocket_fit.Tangent`. Frozen like what it hangs on.
    tangents = models.JSONField(default=dict)

    class Meta:
        ordering = ["-flown_on", "-created_at"]
        indexes = [models.Index(fields=["owner", "-flown_on"])]


class FlightLogFile(Binned):
    """An altimeter's file as it was handed in, how its columns are to be read, and the moments somebody put by hand."""

    id = models.UUIDField(primary_key=True, editable=False)
    flight = models.ForeignKey(Flight, on_delete=models.CASCADE, related_name="logs")
    name = models.CharField(max_length=120)
    data = models.BinaryField()  # deflated: a log is text and shrinks to a fifth
    columns = models.JSONField(default=list)
    number = models.PositiveIntegerField(default=0)  # which flight of the recording
    placed = models.JSONField(default=dict)
    simulated = models.BooleanField(default=False)
    at = models.DateTimeField()

    class Meta:
        ordering = ["at", "pk"]


class FlightPhoto(Photo):
    """A photo of a flight."""

    flight = models.ForeignKey(Flight, on_delete=models.CASCADE, related_name="photos")


class Review(Binned):
    """A failure taken apart: what was answered, what each part was like, the chain of causes, and what was decided."""

    flight = models.OneToOneField(Flight, on_delete=models.CASCADE, primary_key=True, related_name="review")
    answers = models.JSONField(default=dict)  # clue → true or false
    parts = models.JSONField(default=dict)  # part's key → held, marked, broke, missing
    cause = models.CharField(max_length=30, blank=True)
    chain = models.JSONField(default=list)
    changes = models.TextField(blank=True)  # what is to be changed, in the owner's words
    lesson = models.CharField(max_length=300, blank=True)  # what the next checklist asks for, in the owner's words
    repairs = models.JSONField(default=list)  # damages to be mended before it flies; see building.repairs
    mended = models.JSONField(default=list)  # of those, what was mended without a plan in Build
    salvaged = models.JSONField(default=list)  # what went back to the stores
    grounds = models.BooleanField(default=False)
    phase = models.CharField(max_length=12, blank=True)
    separated = models.BooleanField(null=True, blank=True)
    decided_at = models.DateTimeField(null=True, blank=True)
    updated_at = models.DateTimeField(auto_now=True)


class Teardown(models.Model):
    """A retired rocket cut open: its findings."""

    rocket = models.OneToOneField(Rocket, on_delete=models.CASCADE, primary_key=True, related_name="teardown")
    on = models.DateField()
    findings = models.JSONField(default=list)
    remarks = models.TextField(blank=True)
    updated_at = models.DateTimeField(auto_now=True)
