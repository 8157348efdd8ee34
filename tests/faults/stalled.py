"""Connections that stall, of five kinds; nothing of a server's is imported."""

import contextlib
import socket
import ssl
from collections.abc import Iterator

KINDS = ("silent", "half a head", "half a body", "asks and reads nothing", "answered and left open")


def _open(host: str, port: int, tls: ssl.SSLContext | None) -> socket.socket:
    found = socket.create_connection((host, port), timeout=10)
    found.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2048)
    return tls.wrap_socket(found, server_hostname="localhost") if tls is not None else found


@contextlib.contextmanager
def stalled(
    port: int,
    count: int,
    *,
    paths: tuple[str, ...] = ("/api/terms",),
    cookie: str = "",
    kinds: tuple[str, ...] = KINDS,
    tls: ssl.SSLContext | None = None,
) -> Iterator[list[socket.socket]]:
    """Hold `count` connections open, kinds in turn."""
    held: list[socket.socket] = []
    head = f"Host: localhost:{port}\r\n" + (f"Cookie: {cookie}\r\n" if cookie else "")
    try:
        for n in range(count):
            kind, path = kinds[n % len(kinds)], paths[n % len(paths)]
            line = _open("127.0.0.1", port, tls)
            held.append(line)
            if kind == "half a head":
                line.sendall(f"GET {path} HTTP/1.1\r\n{head}X-Slow: ".encode())
            elif kind == "half a body":
                line.sendall(
                    f"POST /api/session HTTP/1.1\r\n{head}Content-Type: application/json\r\nContent-Length: 900\r\n\r\n{{".encode()
                )
            elif kind == "asks and reads nothing":
                line.sendall(f"GET {path} HTTP/1.1\r\n{head}\r\n".encode())
            elif kind == "answered and left open":
                line.sendall(f"GET /api/session HTTP/1.1\r\n{head}\r\n".encode())
                line.recv(64)
        yield held
    finally:
        for line in held:
            with contextlib.suppress(OSError):
                line.close()
