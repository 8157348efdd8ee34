"""`manage.py run`: one person's own hangar on this machine: a link printed at start lets them in, a cookie after that."""

import os
import sys
import threading
import webbrowser
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import BaseCommand, CommandParser

from wobbly_fin.accounts.one_time import make_token
from wobbly_fin.accounts.visitor import OWNER_USERNAME
from wobbly_fin.site.serve import make_ready, serve


class Command(BaseCommand):
    """See the module."""

    help = "Serve your own hangar on 127.0.0.1, to no one but you."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        make_ready()
        owner, made = User.objects.get_or_create(username=OWNER_USERNAME)
        if made:
            owner.set_unusable_password()
            owner.save()
        settings.LOCAL_USER, settings.LOCAL_BY_LINK = OWNER_USERNAME, True
        address = f"127.0.0.1:{options['port']}"
        link = f"http://{address}/enter/{make_token()}"
        if sys.stdout.isatty() and (
            sys.platform in ("darwin", "win32") or os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY")
        ):
            threading.Timer(1.0, webbrowser.open, [link]).start()
        serve(
            address,
            f"Wobbly Fin is ready at http://{address}/ (Ctrl-C stops it)\n"
            "Come in by this link, once; your browser is known after that. "
            f"`{'wobbly' if settings.INSTALLED else 'make'} link` prints another.\n{link}",
        )
