from django.apps import AppConfig


class WorkshopConfig(AppConfig):
    name = "wobbly_fin.workshop"
    default_auto_field = "django.db.models.BigAutoField"
