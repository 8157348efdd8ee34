from django.apps import AppConfig


class ServerConfig(AppConfig):
    name = "wobbly_fin.server"
