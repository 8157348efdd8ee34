"""The demo, loaded once and copied to where each story begins: loading it takes seconds, copying none."""

import sqlite3

from django.contrib.auth.models import User
from django.db import connection

from wobbly_fin.accounts.visitor import DEMO_USERNAME
from wobbly_fin.demo.load import load_demo

_kept: list[sqlite3.Connection] = []


def demo_visitor() -> User:
    """Who the whole demo belongs to, in a database that had nothing in it."""
    connection.ensure_connection()
    if not _kept:
        load_demo()
        _kept.append(sqlite3.connect(":memory:"))
        connection.connection.backup(_kept[0])
    else:
        _kept[0].backup(connection.connection)
    return User.objects.get(username=DEMO_USERNAME)
