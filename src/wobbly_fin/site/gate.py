"""Between sockets and the site: bodies are taken whole, and answers handed over whole, before and after a thread works on them.

A thread is busy only while it works. Whoever sends slowly, reads slowly or not at all costs a socket and some disk, and of that only so
much for so long: see `door.py` for heads and idle connections.
"""

import asyncio
import contextlib
import tempfile
from collections.abc import Awaitable, Callable, Iterable, Iterator, MutableMapping
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from typing import IO, Any, TypeAlias

from asgiref.wsgi import WsgiToAsgiInstance

from wobbly_fin.site.door import Door

Scope: TypeAlias = MutableMapping[str, Any]
Message: TypeAlias = MutableMapping[str, Any]
Receive: TypeAlias = Callable[[], Awaitable[Message]]
Send: TypeAlias = Callable[[Message], Awaitable[None]]

# Our own figures. A phone at the edge of a network sends 10 kB/s; the largest thing anybody sends is an archive of 400 MB.
THREADS, STREAMS = 8, 4
MOST_WAITING = 400
BODY_S, SLOWEST_BYTES_S = 20.0, 10_000.0
LARGEST_BODY = 420_000_000
READ_S = 30.0  # for which a piece of an answer may wait for its reader
IN_MEMORY, PIECE = 1_000_000, 65_536


@dataclass(slots=True)
class Answer:
    """What the site said: its head, and its body as a file, or as a stream that is still being made."""

    status: int
    headers: list[tuple[bytes, bytes]]
    body: IO[bytes] | None
    stream: Iterable[bytes] | None


class Gate:
    """An ASGI application around the site's WSGI one."""

    def __init__(self, site: Callable[..., Iterable[bytes]]) -> None:
        self._site = site
        self._threads = ThreadPoolExecutor(THREADS, "site")
        self._streams = ThreadPoolExecutor(STREAMS, "stream")
        self.waiting = 0
        self.refused = 0

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return
        with Door.busy(scope.get("client")):
            await self._answer(scope, receive, send)

    async def _answer(self, scope: Scope, receive: Receive, send: Send) -> None:
        with tempfile.SpooledTemporaryFile(IN_MEMORY) as body:
            wrong = await _taken(scope, receive, body)
            if wrong is None and self.waiting >= MOST_WAITING:
                self.refused += 1
                wrong = 503
            if wrong is not None:
                await _refuse(send, wrong)
                return
            body.seek(0)
            loop = asyncio.get_running_loop()
            self.waiting += 1
            try:
                answer = await loop.run_in_executor(self._threads, self._work, scope, body)
            finally:
                self.waiting -= 1
        await _say(send, {"type": "http.response.start", "status": answer.status, "headers": answer.headers})
        if answer.stream is not None:
            await self._flow(answer.stream, receive, send)
        elif answer.body is not None:
            with answer.body as file:
                while piece := file.read(PIECE):
                    await _say(send, {"type": "http.response.body", "body": piece, "more_body": True})
        await _say(send, {"type": "http.response.body", "body": b"", "more_body": False})

    def _work(self, scope: Scope, body: IO[bytes]) -> Answer:
        """In a thread: the site's whole answer; of one that flows, its beginning."""
        asked: Any = WsgiToAsgiInstance(self._site)  # type: ignore[no-untyped-call]
        asked.scope = scope
        environ = asked.build_environ(scope, body)
        head: list[Any] = []
        written: list[bytes] = []

        def start_response(status: str, headers: list[tuple[str, str]], _: Any = None) -> Callable[[bytes], None]:
            head[:] = [int(status.split(" ", 1)[0]), [(k.lower().encode("latin-1"), v.encode("latin-1")) for k, v in headers]]
            return written.append

        found = self._site(environ, start_response)
        status, headers = head
        if any(k == b"content-type" and v.startswith(b"text/event-stream") for k, v in headers):
            return Answer(status, headers, None, found)
        file = tempfile.SpooledTemporaryFile(IN_MEMORY)  # noqa: SIM115 (closed by whoever sends it)
        try:
            for piece in (*written, *found):
                file.write(piece)
        finally:
            _close(found)
        file.seek(0)
        return Answer(status, headers, file, None)

    async def _flow(self, stream: Iterable[bytes], receive: Receive, send: Send) -> None:
        """Piece by piece, each made when the last was taken; it ends when its reader goes, or reads nothing for too long."""
        loop = asyncio.get_running_loop()
        gone = asyncio.ensure_future(_left(receive))
        pieces: Iterator[bytes] = iter(stream)
        try:
            while not gone.done():
                piece = await loop.run_in_executor(self._streams, next, pieces, None)
                if piece is None or gone.done():
                    break
                await _say(send, {"type": "http.response.body", "body": piece, "more_body": True})
        finally:
            gone.cancel()
            await loop.run_in_executor(self._streams, _close, stream)


async def _taken(scope: Scope, receive: Receive, body: IO[bytes]) -> int | None:
    """Take a request's whole body; the status to refuse it with where it is too large or too slow."""
    length = next((v for k, v in scope["headers"] if k == b"content-length"), b"0")
    declared = int(length) if length.isdigit() else 0
    if declared > LARGEST_BODY:
        return 413
    taken = 0
    try:
        async with asyncio.timeout(BODY_S + declared / SLOWEST_BYTES_S):
            while True:
                message = await receive()
                if message["type"] == "http.disconnect":
                    return 408
                piece = message.get("body", b"")
                taken += len(piece)
                if taken > LARGEST_BODY:
                    return 413
                body.write(piece)
                if not message.get("more_body"):
                    return None
    except TimeoutError:
        return 408


async def _say(send: Send, message: Message) -> None:
    """Send, and wait for the reader no longer than `READ_S`."""
    async with asyncio.timeout(READ_S):
        await send(message)


async def _refuse(send: Send, status: int) -> None:
    words = {
        408: "This took too long to send; try again.",
        413: "This is too large.",
        503: "Too many at once; try again in a moment.",
    }
    text = words[status].encode()
    headers = [
        (b"content-type", b"text/plain; charset=utf-8"),
        (b"content-length", str(len(text)).encode()),
        (b"connection", b"close"),
    ]
    with contextlib.suppress(TimeoutError):
        await _say(
            send,
            {
                "type": "http.response.start",
                "status": status,
                "headers": headers + ([(b"retry-after", b"2")] if status == 503 else []),
            },
        )
        await _say(send, {"type": "http.response.body", "body": text, "more_body": False})


async def _left(receive: Receive) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass


def _close(found: Any) -> None:
    close = getattr(found, "close", None)
    if close is not None:
        close()
