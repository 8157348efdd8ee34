"""A bin instead of a grave for rows that hang on somebody's things: photos, logs, reviews, lines of a day."""

from typing import Any

from django.db import models
from django.db.models import QuerySet


class LiveManager(models.Manager[Any]):
    """Rows that are not in the bin."""

    def get_queryset(self) -> QuerySet[Any]:
        return super().get_queryset().filter(deleted_at__isnull=True)


class Binned(models.Model):
    """A row that can be taken out of the bin again. `objects`, and relations to it, leave out what is in there."""

    deleted_at = models.DateTimeField(null=True, blank=True)

    objects = LiveManager()
    everything: models.Manager[Any] = models.Manager()

    class Meta:
        abstract = True
