"""`manage.py link`: a fresh one-time link into your own hangar, while `run` serves it."""

from typing import Any

from django.core.management import BaseCommand, CommandParser

from wobbly_fin.accounts.one_time import make_token


class Command(BaseCommand):
    """See the module."""

    help = "Print a fresh one-time link into your own hangar."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(f"http://127.0.0.1:{options['port']}/enter/{make_token()}")
