from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "wobbly_fin.accounts"
    default_auto_field = "django.db.models.BigAutoField"
