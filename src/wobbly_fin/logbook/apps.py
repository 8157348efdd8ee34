from django.apps import AppConfig


class LogbookConfig(AppConfig):
    name = "wobbly_fin.logbook"
    default_auto_field = "django.db.models.BigAutoField"
