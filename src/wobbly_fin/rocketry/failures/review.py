"""Ranking causes by the evidence: each clue speaks for or against, as far as a cause makes it likelier than usual."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.causes import CAUSES, Cause
from wobbly_fin.rocketry.failures.clues import CLUES, Clue
from wobbly_fin.rocketry.failures.replay import NO_REPLAYS, Replays

Evidence = Mapping[str, bool]
_LEAST, _MOST = 0.005, 0.995
# What one clue can do at most, so that a single slip in an answer does not rule a cause out. As a logarithm: our own choice.
_LOUDEST = 3.2
_WORTH_SAYING = 0.2
# Clues a log gives about one thing would count that thing twice: of each pair only the louder counts.
_SAME_THING = (
    ("log_fast_down", "log_fell_free", "canopy_open"), ("popped", "log_no_charge"), ("canopy_out", "nose_off"), ("lit", "log_left"),
    ("main_at_top", "log_main_at_top"), ("main_out", "log_main_silent"),
    ("log_late", "delay_long"), ("log_early", "delay_short"), ("log_low", "straight"), ("log_weak_push", "log_low"),
)  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Says:
    """What one clue says of a cause: the clue, whether it was true, and how loudly, as a logarithm of odds; above 0 for it."""

    clue: str
    true: bool
    weight: float

    @property
    def sentence(self) -> str:
        """The clue in words."""
        return CLUES[self.clue].yes if self.true else CLUES[self.clue].no


@dataclass(frozen=True, slots=True, kw_only=True)
class Ranked:
    """A cause with its probability among those known, and what speaks for and against it, loudest first."""

    key: str
    cause: Cause
    probability: float
    speaks_for: tuple[Says, ...]
    speaks_against: tuple[Says, ...]


def rank(evidence: Evidence, flown: Replays = NO_REPLAYS) -> tuple[Ranked, ...]:
    """Every cause, likeliest first.

    Parameters
    ----------
    evidence : mapping
        Clue to whether it is true; what is not known is left out.
    flown : Replays
        Every cause flown and held against what was measured. What the log says by limits is then not counted on top, only that it left.

    Raises
    ------
    RocketryError
        For a clue nobody knows.
    """
    unknown = set(evidence) - set(CLUES)
    if unknown:
        raise RocketryError("evidence", f"names {min(unknown)!r}, which is no clue known here")
    scores, said = {}, {}
    counts = {c: true for c, true in evidence.items() if not flown.of or CLUES[c].source != "log" or c == "log_left"}
    for key, cause in CAUSES.items():
        says = _heard([_says(cause, clue, true) for clue, true in counts.items()])
        said[key] = says
        scores[key] = math.log(cause.prior) + sum(s.weight for s in says) + flown.weight(key)
    out = ruled_out(evidence)
    # Evidence that contradicts itself rules everything out: then nothing of it does.
    if len(out) < len(CAUSES) - 1:
        scores = {key: -math.inf if key in out else score for key, score in scores.items()}
    top = max(scores.values())
    total = sum(math.exp(score - top) for score in scores.values())
    return tuple(
        Ranked(
            key=key,
            cause=CAUSES[key],
            probability=math.exp(score - top) / total,
            speaks_for=tuple(s for s in said[key] if s.weight > _WORTH_SAYING),
            speaks_against=tuple(s for s in said[key] if s.weight < -_WORTH_SAYING),
        )
        for key, score in sorted(scores.items(), key=lambda item: -item[1])
    )


def ruled_out(evidence: Evidence) -> frozenset[str]:
    """Causes that what was seen, or how it was built, leaves no room for."""
    return frozenset(
        key
        for key, cause in CAUSES.items()
        if any(evidence.get(clue, wanted) is not wanted for clue, wanted in cause.needs.items())
    )


def questions(evidence: Evidence, most: int = 6, flown: Replays = NO_REPLAYS) -> tuple[str, ...]:
    """What to ask next: the open questions whose answers would tell the likeliest causes apart best, in the order of a flight."""
    ranked = rank(evidence, flown)
    likely = [r for r in ranked[:8] if r.probability > 0.01]
    worth = {}
    for name, clue in CLUES.items():
        if clue.source != "answer" or name in evidence:
            continue
        total = sum(r.probability for r in likely)
        yes = sum(r.probability * _odds(r.cause, name, clue) for r in likely) / total
        # Information of the answer about the cause: entropy of the answer less what remains when the cause is known.
        known = sum(r.probability * _entropy(_odds(r.cause, name, clue)) for r in likely) / total
        worth[name] = _entropy(yes) - known
    best = sorted(worth, key=lambda name: -worth[name])[:most]
    return tuple(name for name in CLUES if name in best and worth[name] > 0.005)


def _odds(cause: Cause, name: str, clue: Clue) -> float:
    return min(max(cause.odds.get(name, clue.usual), _LEAST), _MOST)


def _entropy(p: float) -> float:
    return -p * math.log(p) - (1 - p) * math.log(1 - p)


def _says(cause: Cause, name: str, true: bool) -> Says:
    clue = CLUES[name]
    given, usual = _odds(cause, name, clue), min(max(clue.usual, _LEAST), _MOST)
    weight = math.log(given / usual) if true else math.log((1 - given) / (1 - usual))
    return Says(clue=name, true=true, weight=min(max(weight, -_LOUDEST), _LOUDEST))


def _heard(says: list[Says]) -> tuple[Says, ...]:
    """Loudest first; of clues about the same thing that say the same, only the loudest."""
    loudest = sorted(says, key=lambda s: -abs(s.weight))
    heard: list[Says] = []
    for one in loudest:
        again = any(
            one.clue in same and other.clue in same and one.weight * other.weight > 0 for same in _SAME_THING for other in heard
        )
        if not again:
            heard.append(one)
    return tuple(heard)
