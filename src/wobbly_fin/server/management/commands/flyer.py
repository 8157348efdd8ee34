"""`manage.py flyer NAME`: let somebody into the club, set their password anew, make them a range officer."""

import getpass
import sys
from typing import Any

from django.contrib.auth.models import Group, User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management import BaseCommand, CommandError, CommandParser, call_command

from wobbly_fin.accounts.people import OFFICERS


class Command(BaseCommand):
    """See the module."""

    help = "Let somebody into the club, or set their password anew."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name")
        parser.add_argument("--officer", choices=["yes", "no"], help="whether they see everybody's manifests and flight cards")
        parser.add_argument("--password-stdin", action="store_true", help="read the password from standard input")
        parser.add_argument("--shut-out", action="store_true", help="they cannot sign in any more; what is theirs stays")

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", verbosity=0)  # the very first thing said to a fresh installation may be this
        name = options["name"].strip()
        if not name or len(name) > 150:
            raise CommandError("A name of 1 to 150 letters, please.")
        there = User.objects.filter(username=name).first()
        if options["shut_out"]:
            if there is None:
                raise CommandError(f"There is no {name} here.")
            there.is_active = False
            there.save()
            self.stdout.write(f"{name} is shut out.")
            return
        if there is None or options["officer"] is None:
            password = (
                sys.stdin.readline().rstrip("\n") if options["password_stdin"] else getpass.getpass(f"Password of {name}: ")
            )
            user = there or User(username=name)
            try:
                validate_password(password, user)
            except ValidationError as error:
                raise CommandError(" ".join(error.messages)) from error
            user.set_password(password)
            user.is_active = True
            user.save()
            there = user
        if options["officer"] is not None:
            group, _ = Group.objects.get_or_create(name=OFFICERS)
            (there.groups.add if options["officer"] == "yes" else there.groups.remove)(group)
        self.stdout.write(
            f"{name} may sign in{', and is a range officer' if there.groups.filter(name=OFFICERS).exists() else ''}."
        )
