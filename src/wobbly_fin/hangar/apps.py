from django.apps import AppConfig


class HangarConfig(AppConfig):
    name = "wobbly_fin.hangar"
    default_auto_field = "django.db.models.BigAutoField"
