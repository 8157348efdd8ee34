"""What every kind of part declares of itself: what it is made of, how it looks, how the air pushes and brakes it.

An aspect is a table from a kind of part to what computes it, or to the reason why there is nothing to compute. Each kind is in each table
(`tests/rocketry/airframe/test_aspects.py`): a kind nobody declared is an error, never a zero.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, Generic

from typing_extensions import TypeVar

from wobbly_fin.rocketry.airframe.parts.part import Part

Does = TypeVar("Does", bound=Callable[..., Any])


@dataclass(frozen=True, slots=True)
class Lacks:
    """That there is nothing of an aspect to a kind of part; `why` ends the key of the message that says it, `aspect-none-…`."""

    why: str


class UndeclaredError(LookupError):
    """A kind of part that says nothing of an aspect."""

    def __init__(self, aspect: str, kind: type[Part]) -> None:
        super().__init__(f"{kind.TYPE or kind.__name__} declares no {aspect}: say how it is computed, or why there is none")


class Aspect(Generic[Does]):
    """One thing that each kind of part does, or says why not."""

    def __init__(self, name: str) -> None:
        self.name = name
        self._known: dict[type[Part], Does | Lacks] = {}
        ASPECTS[name] = self

    def of(self, *kinds: type[Part]) -> Callable[[Does], Does]:
        """Declares what it decorates for these kinds, and for those made of them."""

        def declare(does: Does) -> Does:
            self._known.update(dict.fromkeys(kinds, does))
            return does

        return declare

    def none(self, why: str, *kinds: type[Part]) -> None:
        """Declares that these kinds have nothing of it."""
        self._known.update(dict.fromkeys(kinds, Lacks(why)))

    def declared(self, kind: type[Part]) -> Does | Lacks:
        """What a kind of part says of it; raises UndeclaredError where it says nothing."""
        known = self._known.get(kind)
        if known is None:
            known = next((self._known[k] for k in kind.__mro__ if k in self._known), None)
            if known is None:
                raise UndeclaredError(self.name, kind)
            self._known[kind] = known
        return known

    def find(self, part: Part) -> Does | None:
        """What computes it for a part; None where there is nothing to compute, for a reason declared."""
        known = self.declared(type(part))
        return None if isinstance(known, Lacks) else known


ASPECTS: dict[str, Aspect[Any]] = {}


def without(kind: type[Part]) -> dict[str, list[str]]:
    """Why there is nothing of some aspects to a kind of part: reason → their names."""
    found: dict[str, list[str]] = {}
    for aspect in ASPECTS.values():
        known = aspect.declared(kind)
        if isinstance(known, Lacks):
            found.setdefault(known.why, []).append(aspect.name)
    return found


def undeclared(kinds: Iterable[type[Part]]) -> list[tuple[str, str]]:
    """Kinds of parts and the aspects they say nothing of."""
    missing = []
    for kind in kinds:
        for aspect in ASPECTS.values():
            try:
                aspect.declared(kind)
            except UndeclaredError:
                missing.append((kind.TYPE, aspect.name))
    return missing
