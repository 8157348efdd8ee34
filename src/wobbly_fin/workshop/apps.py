from django.apps import AppConfig


class WorkshopConfig(AppConfig):
    name = "wobbly_fin.workshop"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Publish what was mended at the bench."""
        from wobbly_fin.hangar.facts import publish
        from wobbly_fin.workshop.finished import mended_on

        publish("mended_on", mended_on)
