"""`manage.py club`: serve a club over TLS, for phones keep a page for the field only where it came over HTTPS."""

import ssl
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import BaseCommand, CommandError, CommandParser

from wobbly_fin.site.serve import make_ready, processes_wanted, serve


class Command(BaseCommand):
    """See the module."""

    help = "Serve a club over TLS, with a certificate its phones trust."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--certificate", required=True, help="PEM file of the certificate, its chain with it")
        parser.add_argument("--key", required=True, help="PEM file of its key")
        parser.add_argument("--address", default="0.0.0.0:8443", help="where to listen")
        parser.add_argument("--name", action="append", required=True, help="a name phones reach it by, as in the certificate")

        parser.add_argument(
            "--processes", type=int, default=processes_wanted(), choices=range(1, 17), metavar="N", help="one for each core"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        certificate, key = options["certificate"], options["key"]
        check_pair(certificate, key)
        if not (settings.SESSION_COOKIE_SECURE and settings.CSRF_COOKIE_SECURE):
            raise CommandError(
                "A club is served with the settings in wobbly_fin.site.club_settings; leave DJANGO_SETTINGS_MODULE unset."
            )
        make_ready()
        settings.ALLOWED_HOSTS = [*settings.ALLOWED_HOSTS, *options["name"]]
        address = options["address"]
        greeting = f"Wobbly Fin is ready at https://{options['name'][0]}:{address.rpartition(':')[2]}/ (Ctrl-C stops it)"
        serve(address, greeting, certificate=certificate, key=key, processes=options["processes"])


def check_pair(certificate: str, key: str) -> None:
    """Raise CommandError, saying which file is at fault, unless the two can serve TLS."""
    for what, file in (("certificate", certificate), ("key", key)):
        if not Path(file).is_file():
            raise CommandError(f"There is no {what} at {file}.")
    try:
        ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER).load_cert_chain(certificate, key)
    except (ssl.SSLError, OSError, ValueError) as error:
        raise CommandError(f"{certificate} and {key} are no certificate and its key: {error}.") from error
