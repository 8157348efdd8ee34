from django.apps import AppConfig


class SharingConfig(AppConfig):
    name = "wobbly_fin.sharing"
    default_auto_field = "django.db.models.BigAutoField"
