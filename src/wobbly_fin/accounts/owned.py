"""What every row that belongs to somebody has in common."""

import uuid
from typing import Any, Self

from django.conf import settings
from django.contrib.auth.models import AbstractBaseUser, AnonymousUser
from django.db import models


class OwnedQuerySet(models.QuerySet[Any]):
    """Rows that belong to somebody and may lie in the bin."""

    def visible_to(self, user: AbstractBaseUser | AnonymousUser) -> Self:
        """What a person may see: their own, not in the bin."""
        return self.filter(owner_id=user.pk, deleted_at__isnull=True)

    def belonging_to(self, user: AbstractBaseUser | AnonymousUser) -> Self:
        """A person's rows, the bin included."""
        return self.filter(owner_id=user.pk)


class Owned(models.Model):
    """A row with an owner, a key the client may make, and a bin instead of a grave."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    objects = OwnedQuerySet.as_manager()

    class Meta:
        abstract = True
