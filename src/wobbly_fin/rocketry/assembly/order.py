"""Which step must come before which, found from what each needs and what each closes; and what no order can mend.

Fixing only ever takes room away. So a step can be done at any moment not later than the first moment after which it cannot be done any
more: for each, the steps that would make it impossible are found and put behind it, until every order that keeps to the links works.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.assembly.act import Act, Fault, fault_of
from wobbly_fin.rocketry.assembly.stand import Hands, Stand


@dataclass(frozen=True, slots=True)
class Before:
    """That one step comes before another, and what would happen else."""

    first: str
    then: str
    fault: Fault


@dataclass(frozen=True, slots=True)
class Arranged:
    """Links found, and steps for which there is no place in any order."""

    links: tuple[Before, ...]
    stuck: tuple[Fault, ...]


def arrange(stand: Stand, acts: Sequence[Act], after: Mapping[str, Iterable[str]], hands: Hands) -> Arranged:
    """Links that keep every step possible.

    Parameters
    ----------
    stand : Stand
        Everything apart.
    acts : sequence of Act
        In the order in which a builder would naturally take them: of two that would do, the later one is put off.
    after : mapping
        What each step waits for already, for the craft's own reasons.
    """
    return _Arranging(stand, acts, after, hands).found()


class _Arranging:
    def __init__(self, stand: Stand, acts: Sequence[Act], after: Mapping[str, Iterable[str]], hands: Hands) -> None:
        self.stand, self.hands = stand, hands
        self.acts = {a.key: a for a in acts}
        self.fixing = [a for a in acts if a.joins]
        self.after = {k: set(v) for k, v in after.items()}
        self.links: list[Before] = []
        self.stuck: dict[str, Fault] = {}
        self.kept: dict[tuple[str, frozenset[str]], Fault | None] = {}
        self._close()

    def found(self) -> Arranged:
        more = True
        while more:
            more = False
            for act in [a for a in self.acts.values() if a.needy and a.key not in self.stuck]:
                more = self._settle(act) or more
        return Arranged(tuple(self.links), tuple(self.stuck.values()))

    def _settle(self, act: Act) -> bool:
        """Put off what would make an act impossible; whether anything was."""
        changed = False
        while True:
            before = frozenset(f.key for f in self.fixing if f.key in self.earlier[act.key])
            fault = self._fault(act, before)
            if fault is not None:
                self.stuck[act.key] = fault
                return changed
            others = [
                f.key for f in self.fixing if f.key != act.key and f.key not in before and act.key not in self.earlier[f.key]
            ]
            if self._fault(act, before | set(others)) is None:
                return changed
            done = before
            for key in others:
                fault = self._fault(act, done | {key})
                if fault is not None:
                    self._link(Before(act.key, key, fault))
                    changed = True
                    break
                done |= {key}

    def _fault(self, act: Act, done: frozenset[str]) -> Fault | None:
        if (act.key, done) not in self.kept:
            joins = [j for f in self.fixing if f.key in done for j in f.joins]
            self.kept[act.key, done] = fault_of(act, self.stand.after(joins), self.hands)
        return self.kept[act.key, done]

    def _link(self, link: Before) -> None:
        self.links.append(link)
        self.after.setdefault(link.then, set()).add(link.first)
        self._close()

    def _close(self) -> None:
        """Everything each step waits for, by whatever chain."""
        self.earlier: dict[str, frozenset[str]] = {}
        for key in [*self.acts, *self.after]:
            seen: set[str] = set()
            stack = list(self.after.get(key, ()))
            while stack:
                at = stack.pop()
                if at not in seen:
                    seen.add(at)
                    stack += self.after.get(at, ())
            self.earlier[key] = frozenset(seen)
