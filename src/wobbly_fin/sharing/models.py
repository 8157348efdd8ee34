"""Links that let others read one thing of somebody's."""

from django.db import models

from wobbly_fin.accounts.owned import Owned


class Share(Owned):
    """A link to one rocket or one day, to read only. In the bin it leads nowhere."""

    token = models.CharField(max_length=64, unique=True, editable=False)
    rocket = models.ForeignKey("hangar.Rocket", null=True, blank=True, on_delete=models.CASCADE, related_name="shares")
    day = models.ForeignKey("launchdays.LaunchDay", null=True, blank=True, on_delete=models.CASCADE, related_name="shares")

    expires_at = models.DateTimeField(null=True, blank=True)  # null: never, as links of earlier versions

    class Meta:
        ordering = ["-created_at"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(rocket__isnull=True) ^ models.Q(day__isnull=True), name="share_of_one_thing"
            )
        ]
