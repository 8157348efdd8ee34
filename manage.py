#!/usr/bin/env python
"""Django's command line."""

import os
import sys

if __name__ == "__main__":
    # Only what is served over TLS may insist on it.
    club = sys.argv[1:2] == ["club"]
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", f"wobbly_fin.site.{'club_settings' if club else 'settings'}")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
