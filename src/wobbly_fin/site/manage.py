"""Django's commands, from a checkout (`manage.py`) or installed (`wobbly`)."""

import os


def manage(arguments: list[str]) -> None:
    """Run one: its name first, its options after it."""
    # Only what is served over TLS may insist on it.
    club = arguments[:1] == ["club"]
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", f"wobbly_fin.site.{'club_settings' if club else 'settings'}")
    from django.core.management import execute_from_command_line

    execute_from_command_line(["wobbly", *arguments])
