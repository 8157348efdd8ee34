from django.apps import AppConfig


class LogbookConfig(AppConfig):
    name = "wobbly_fin.logbook"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Publish what flights and reviews tell of a rocket."""
        from wobbly_fin.hangar.facts import publish
        from wobbly_fin.logbook import flown, learnt

        publish("with_flights", flown.with_flights)
        publish("built", flown.built)
        publish("learnt", learnt.learnt_of)
        publish("delays", learnt.delays_in_the_box)
        publish("lessons", learnt.lessons_of)
        publish("pulled", learnt.pulled_by)
        publish("repairs", learnt.open_repairs)
