"""`manage.py run`: one person's own hangar on this machine, without any password."""

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import BaseCommand, CommandParser, call_command

from wobbly_fin.accounts.visitor import OWNER_USERNAME
from wobbly_fin.site.serve import serve


class Command(BaseCommand):
    """See the module."""

    help = "Serve your own hangar on 127.0.0.1, to nobody but you."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", verbosity=0)
        owner, made = User.objects.get_or_create(username=OWNER_USERNAME)
        if made:
            owner.set_unusable_password()
            owner.save()
        settings.LOCAL_USER = OWNER_USERNAME
        address = f"127.0.0.1:{options['port']}"
        serve(address, f"Wobbly Fin is ready at http://{address}/ (Ctrl-C stops it)")
