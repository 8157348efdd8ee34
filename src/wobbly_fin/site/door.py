"""Connections: how long one may stand open without a request in it, and how many at once, in all and from one address.

Where there are too many, whoever has kept the door open longest without asking anything goes; nobody who asks is refused for it.
"""

import asyncio
import contextlib
from collections import Counter
from collections.abc import Iterator
from typing import Any

from gunicorn.asgi.protocol import ASGIProtocol
from gunicorn.workers import gasgi

# Our own figures. Browsers keep some six connections open; a club's phones may share one address.
HEAD_S, IDLE_S = 15.0, 75.0
MOST, MOST_FROM_ONE = 600, 300


class Door(ASGIProtocol):  # type: ignore[misc]
    """A connection with deadlines."""

    at: dict[tuple[str, int], "Door"] = {}  # every open one, the oldest first
    waiting: dict["Door", None] = {}  # those with no request being answered, the longest waiting first
    closed_late = 0

    def connection_made(self, transport: asyncio.Transport) -> None:
        self._peer = tuple((transport.get_extra_info("peername") or ("", 0))[:2])
        self._door = transport
        self._timer: asyncio.TimerHandle | None = None
        Door.at[self._peer] = self
        self._wait(HEAD_S)
        Door._make_room(self._peer[0])
        super().connection_made(transport)

    def connection_lost(self, exc: Exception | None) -> None:
        if Door.at.get(self._peer) is self:
            del Door.at[self._peer]
        self._work()
        super().connection_lost(exc)

    def _wait(self, seconds: float) -> None:
        Door.waiting[self] = None
        self._timer = asyncio.get_running_loop().call_later(seconds, self._too_long)

    def _work(self) -> None:
        Door.waiting.pop(self, None)
        if self._timer is not None:
            self._timer.cancel()
            self._timer = None

    def _too_long(self) -> None:
        Door.closed_late += 1
        self._door.abort()

    @staticmethod
    def _make_room(host: str) -> None:
        mine = Counter(peer[0] for peer in Door.at)[host] > MOST_FROM_ONE
        if mine or len(Door.at) > MOST:
            longest = next((d for d in Door.waiting if not mine or d._peer[0] == host), None)
            if longest is not None:
                Door.waiting.pop(longest)
                longest._too_long()

    @staticmethod
    @contextlib.contextmanager
    def busy(client: Any) -> Iterator[None]:
        """While a request of a client's connection is taken and answered: its body and its reader have deadlines of their own."""
        door = Door.at.get(tuple(client[:2])) if client else None
        if door is not None:
            door._work()
        try:
            yield
        finally:
            if door is not None and Door.at.get(door._peer) is door:
                door._wait(IDLE_S)


def hang_the_door() -> None:
    """Let the server's workers use it; `tests/faults/test_stalled.py` fails where they do not."""
    gasgi.ASGIProtocol = Door
