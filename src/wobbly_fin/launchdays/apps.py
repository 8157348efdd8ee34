from django.apps import AppConfig


class LaunchDaysConfig(AppConfig):
    name = "wobbly_fin.launchdays"
    default_auto_field = "django.db.models.BigAutoField"
