"""What was reckoned once and need not be again: a few hundred answers, the oldest forgotten first."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

Value = TypeVar("Value")


class Remembered(Generic[Value]):
    """Answers by everything they hang on. Two threads may reckon the same one twice; neither waits for the other."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._known: OrderedDict[Hashable, Value] = OrderedDict()
        self._lock = Lock()

    def get(self, key: Hashable, make: Callable[[], Value]) -> Value:
        """The answer under a key, made if it is not known; what `make` raises is not remembered."""
        with self._lock:
            if key in self._known:
                self._known.move_to_end(key)
                return self._known[key]
        found = make()
        with self._lock:
            self._known[key] = found
            while len(self._known) > self._most:
                self._known.popitem(last=False)
        return found
