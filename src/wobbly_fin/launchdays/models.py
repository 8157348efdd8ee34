"""Days at the field: what is to fly, in what weather, by whose rules; and everything that happened, only ever added to."""

from django.db import models

from wobbly_fin.accounts.owned import Owned
from wobbly_fin.site.binned import Binned


class LaunchDay(Owned):
    """A day. `weather` is a forecast in the open form, as it was when it was asked for; empty: never asked."""

    name = models.CharField(max_length=80)
    day = models.DateField()
    field = models.ForeignKey("stores.FlyingField", null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    opens = models.FloatField(default=10.0)  # hours of the day
    closes = models.FloatField(default=16.0)
    code = models.CharField(max_length=20, default="published")
    own_rules = models.JSONField(default=dict)  # of the club, over the code's
    weather = models.JSONField(default=dict)
    school = models.CharField(max_length=20, default="recovery_first")
    igniter_at = models.CharField(max_length=20, default="pad")
    arming = models.CharField(max_length=20, default="before_igniter")

    class Meta:
        ordering = ["-day", "-created_at"]


class ManifestLine(Binned):
    """A flight that is planned. `hour` null: the day's order decides."""

    id = models.UUIDField(primary_key=True, editable=False)
    day = models.ForeignKey(LaunchDay, on_delete=models.CASCADE, related_name="lines")
    rocket = models.ForeignKey("hangar.Rocket", on_delete=models.CASCADE, related_name="+")
    motor_key = models.CharField(max_length=200)  # as on the shelf, stages joined by |
    delay_s = models.FloatField(null=True, blank=True)
    tilt_deg = models.FloatField(default=0.0)  # into the wind
    told_hour = models.FloatField(null=True, blank=True)
    judged = models.JSONField(default=dict)  # what it was judged by, as hashes, and came to, when last seen; empty: never seen
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["created_at", "pk"]


class RangeCall(models.Model):
    """Somebody called heads up: every phone on the range that can be reached shows it, whoever's it is."""

    id = models.UUIDField(primary_key=True, editable=False)  # the caller's own, so that what is sent twice is called once
    caller = models.ForeignKey("auth.User", on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-at"]


class DayEvent(models.Model):
    """Something that happened at the field. Its key is the phone's, so that what is sent twice is kept once."""

    id = models.UUIDField(primary_key=True, editable=False)
    day = models.ForeignKey(LaunchDay, on_delete=models.CASCADE, related_name="events")
    line = models.ForeignKey(ManifestLine, null=True, blank=True, on_delete=models.SET_NULL, related_name="events")
    kind = models.CharField(max_length=12)  # as `record.KINDS` has them
    item = models.CharField(max_length=40, blank=True)
    text = models.CharField(max_length=600, blank=True)  # of a tick: what the item said then
    facts = models.JSONField(default=dict)
    device = models.CharField(max_length=40, blank=True)
    at = models.DateTimeField()  # set right for the phone's clock
    received_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["at", "pk"]
