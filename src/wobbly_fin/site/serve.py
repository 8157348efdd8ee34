"""Serving: one process, a handful of threads, since the kernels let go of the interpreter lock."""

from typing import Any

from gunicorn.app.base import BaseApplication

from wobbly_fin.site.wsgi import application


class Server(BaseApplication):  # type: ignore[misc]
    """Gunicorn with the application already loaded and warm."""

    def __init__(
        self, address: str, greeting: str, reload: bool = False, certificate: str | None = None, key: str | None = None
    ) -> None:
        self._address, self._greeting, self._reload, self._certificate, self._key = address, greeting, reload, certificate, key
        super().__init__()

    def load_config(self) -> None:
        greeting = self._greeting

        def ready(_: Any) -> None:
            print(greeting, flush=True)

        for name, value in {
            "bind": self._address, "workers": 1, "worker_class": "gthread", "threads": 8, "timeout": 60, "reload": self._reload,
            "when_ready": ready, "loglevel": "warning", "control_socket_disable": True,
            "certfile": self._certificate, "keyfile": self._key,
        }.items():  # fmt: skip
            if name in self.cfg.settings:
                self.cfg.set(name, value)

    def load(self) -> Any:
        return application
