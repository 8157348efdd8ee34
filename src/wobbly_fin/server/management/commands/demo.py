"""`manage.py demo`: bring the database up to date, load the demo, warm the kernel, serve on this machine only."""

from typing import Any

from django.conf import settings
from django.core.management import BaseCommand, CommandParser

from wobbly_fin.accounts.visitor import DEMO_USERNAME
from wobbly_fin.demo.load import load_demo, reset_demo
from wobbly_fin.site.serve import make_ready, serve


class Command(BaseCommand):
    """See the module."""

    help = "Load the demo and serve it on 127.0.0.1."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8000)
        parser.add_argument("--reset", action="store_true", help="throw the demo visitor's changes away and start over")
        parser.add_argument("--empty", action="store_true", help="with --reset: an empty hangar")
        parser.add_argument("--no-serve", action="store_true", help="load only")
        parser.add_argument("--reload", action="store_true", help="restart when the code changes")

    def handle(self, *args: Any, **options: Any) -> None:
        make_ready()
        if options["reset"]:
            reset_demo(empty=options["empty"])
        else:
            load_demo()
        if options["no_serve"]:
            return
        # Only here: the visitor is signed in by this command's server, never by a club's.
        settings.LOCAL_USER = DEMO_USERNAME
        from wobbly_fin.standins.weather import SimulatedWeatherService

        settings.WEATHER_URL = SimulatedWeatherService().url
        address = f"127.0.0.1:{options['port']}"
        serve(address, f"Wobbly Fin is ready at http://{address}/ (Ctrl-C stops it)", reload=options["reload"])
