"""What is in the box: motors of one's own making-up, and the fields one flies from."""

from django.db import models
from django.db.models.expressions import OrderBy

from wobbly_fin.accounts.owned import Owned


class OwnMotor(Owned):
    """A motor its owner added, beside the shipped catalogue."""

    label = models.CharField(max_length=24)
    document = models.JSONField()
    origin = models.CharField(max_length=20)  # label, data sheet, csv, static test
    typed = models.JSONField(default=dict, blank=True)  # the form it was made from, where it can be made from it again
    merged = models.JSONField(default=dict, blank=True)  # into which motor it went, and which lines of the box with it

    class Meta:
        ordering = ["label", "created_at"]


class MotorCard(Owned):
    """How a motor of the shelf is put together, as its owner told it once."""

    motor_key = models.CharField(max_length=80)  # as on the shelf
    card = models.JSONField(default=dict)

    class Meta:
        ordering = ["motor_key", "created_at"]


class FlyingField(Owned):
    """A field: how high it lies, how high one may fly, its outline round the pad and what lies on it."""

    name = models.CharField(max_length=80)
    elevation_m = models.FloatField(default=0.0)
    ceiling_m = models.FloatField(null=True, blank=True)
    typed = models.JSONField(default=dict)
    outline = models.JSONField(default=list)  # [x, y] east and north of the pad, in metres
    features = models.JSONField(default=list)  # kind, name, points
    surface = models.CharField(max_length=20, blank=True)
    longitude = models.FloatField(null=True, blank=True)  # of the pad, where a map told
    latitude = models.FloatField(null=True, blank=True)

    class Meta:
        ordering = ["name"]


class MotorStock(Owned):
    """Motors of one type and batch in the box: how many, what one costs, and the case where it is reloaded."""

    motor_key = models.CharField(max_length=80)  # as on the shelf
    delay_s = models.FloatField(null=True, blank=True)  # null: whichever it comes with
    count = models.PositiveIntegerField(default=0)
    batch = models.CharField(max_length=40, blank=True)
    cost = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)  # of one, in the owner's money
    case_cost = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    case_owned = models.BooleanField(default=False)
    wanted = models.PositiveIntegerField(default=0)  # on the buying list
    bought_on = models.DateField(null=True, blank=True)
    bought_at = models.CharField(max_length=60, blank=True)
    best_before = models.DateField(null=True, blank=True)  # the last day, of a month told alone its last
    opened = models.BooleanField(default=False)
    keep = models.PositiveIntegerField(default=0)  # fewer than that are low; 0: never

    class Meta:
        ordering = ["motor_key", "created_at"]

    @classmethod
    def first_out(cls) -> tuple[OrderBy | str, ...]:
        """In what order motors of one kind are used up: an opened pack first, then what has to be used soonest, then the oldest."""
        return models.F("opened").desc(), models.F("best_before").asc(nulls_last=True), "created_at"


class PutIn(Owned):
    """A list of motors put into the box at once: so that it goes in once, and can be taken back whole."""

    digest = models.CharField(max_length=64)  # of the list as it was written
    lines = models.JSONField(default=list)  # stock row, how many, and the motor's row where it was made for it


class OwnPart(Owned):
    """A part its owner put by: measured once, built from again."""

    name = models.CharField(max_length=80)
    part_type = models.CharField(max_length=24)
    figures = models.JSONField()
    nominal = models.JSONField(default=dict)

    class Meta:
        ordering = ["name", "created_at"]


class OwnGlue(Owned):
    """A glue as its owner's own sheet has it: one of the library's set right, or a new one."""

    key = models.CharField(max_length=60)  # the library's, or own- and a key of its own
    figures = models.JSONField()  # the core's
    typed = models.JSONField(default=dict)

    class Meta:
        ordering = ["key"]


class RawStock(Owned):
    """Tubes, sheets and glue at hand, before they are parts."""

    kind = models.CharField(max_length=10)  # tube, sheet, glue
    name = models.CharField(max_length=80)
    figures = models.JSONField()  # the core's
    typed = models.JSONField(default=dict)

    class Meta:
        ordering = ["kind", "name", "created_at"]
