"""Serving: a handful of threads, since the kernels let go of the interpreter lock; for a club, several processes of them. Sockets are
kept by an event loop before them (`gate.py`, `door.py`), so that who stalls holds none of them up.

What processes must agree on stands in files: the database, who tried to sign in how often, and which of them makes the backups.
"""

import os
from typing import Any

from django.conf import settings
from django.core.management import CommandError, call_command
from django.db import connections
from gunicorn.app.base import BaseApplication

from wobbly_fin.site.backups import keep_backing_up
from wobbly_fin.site.door import hang_the_door
from wobbly_fin.site.gate import Gate
from wobbly_fin.site.private import tighten
from wobbly_fin.site.sound import trouble_with


class Server(BaseApplication):  # type: ignore[misc]
    """Gunicorn with the application already loaded."""

    def __init__(
        self,
        address: str,
        greeting: str,
        *,
        reload: bool = False,
        certificate: str | None = None,
        key: str | None = None,
        processes: int = 1,
    ) -> None:
        self._address, self._greeting, self._reload, self._certificate, self._key = address, greeting, reload, certificate, key
        self._processes = processes
        super().__init__()

    def load_config(self) -> None:
        greeting = self._greeting

        def ready(_: Any) -> None:
            print(greeting, flush=True)

        for name, value in {
            "bind": self._address, "workers": self._processes, "preload_app": not self._reload,
            "worker_class": "asgi", "asgi_lifespan": "off", "timeout": 60, "graceful_timeout": 5, "keepalive": 75, "reload": self._reload,
            "when_ready": ready, "loglevel": "warning", "control_socket_disable": True,
            "post_worker_init": _begin,
            "certfile": self._certificate, "keyfile": self._key,
        }.items():  # fmt: skip
            if name in self.cfg.settings:
                self.cfg.set(name, value)

    def load(self) -> Any:
        from wobbly_fin.site.wsgi import application

        hang_the_door()
        return Gate(application)


def _begin(_: Any) -> None:
    """What goes on beside serving: loading, where it is not loaded; backups, of several processes one at a time."""
    from wobbly_fin.site.warm import READY, warm_meanwhile

    if not READY.is_set():
        warm_meanwhile()
    if settings.BACKUPS:
        keep_backing_up(settings.VAR, settings.VAR / "backups")


def make_ready() -> None:
    """Look at the database before anything is written to it, then bring it up to date; raises CommandError, with the way back."""
    trouble = trouble_with(settings.VAR)
    if trouble:
        raise CommandError(trouble)
    call_command("migrate", verbosity=0)


def processes_wanted() -> int:
    """One for each core, four at most: beyond that they wait for one another's writes."""
    return max(1, min(4, os.cpu_count() or 1))


def serve(address: str, greeting: str, **how: Any) -> None:
    """Serve until stopped; raises CommandError where the address cannot be listened on."""
    from wobbly_fin.site.warm import kernels_are_compiled, warm

    loose = tighten(settings.VAR)
    if loose:
        print(
            f"{loose} files and folders in {settings.VAR} could be read by others on this machine; now they cannot.", flush=True
        )
    # The server works in processes of their own, which shall open their own connections.
    connections.close_all()
    if not kernels_are_compiled():
        print("Compiling what flies, this once: about half a minute; pages open meanwhile.", flush=True)
    # Several processes share what one of them has loaded before they part; a single one can serve in the meantime.
    if how.get("processes", 1) > 1:
        warm()
    try:
        Server(address, greeting, **how).run()
    except OSError as error:
        raise CommandError(f"Cannot listen on {address}: {os.strerror(error.errno or 0)}. Is it running already?") from error
