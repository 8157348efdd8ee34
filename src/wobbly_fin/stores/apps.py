from django.apps import AppConfig


class StoresConfig(AppConfig):
    name = "wobbly_fin.stores"
    default_auto_field = "django.db.models.BigAutoField"
