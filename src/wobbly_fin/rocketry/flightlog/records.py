"""The records of a log: highest, fastest, longest in the air, farthest walk, nearest forecast, longest run of safe flights."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

RecordKind = Literal["highest", "fastest", "longest", "farthest", "nearest_forecast", "safe_in_a_row"]
RECORDS: dict[RecordKind, str] = {
    "highest": "highest", "fastest": "fastest", "longest": "longest in the air", "farthest": "farthest walk",
    "nearest_forecast": "nearest forecast", "safe_in_a_row": "safe in a row",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Attempt:
    """What a flight brings to the records; None where it was not measured. [m, m/s, s]"""

    key: str
    succeeded: bool
    height_m: float | None = None
    speed_m_s: float | None = None
    duration_s: float | None = None
    walk_m: float | None = None
    miss_fraction: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Record:
    """A record, in SI or as a share or count, and the flight that set it: for a run of flights its last."""

    kind: RecordKind
    value: float
    key: str


def records(attempts: Sequence[Attempt]) -> tuple[Record, ...]:
    """The records among some flights in the order they were flown; who was first keeps one that is only equalled.

    Height, speed and nearness to the forecast count for flights that came back fit to fly, as records elsewhere do
    (common practice, no source); time in the air and the walk for all that came back.
    """
    found: list[Record] = []

    def best(kind: RecordKind, value: dict[str, float]) -> None:
        if value:
            key = max(value, key=lambda k: value[k])
            found.append(Record(kind=kind, value=value[key], key=key))

    safe = [a for a in attempts if a.succeeded]
    best("highest", {a.key: a.height_m for a in safe if a.height_m is not None})
    best("fastest", {a.key: a.speed_m_s for a in safe if a.speed_m_s is not None})
    best("longest", {a.key: a.duration_s for a in attempts if a.duration_s is not None})
    best("farthest", {a.key: a.walk_m for a in attempts if a.walk_m is not None})
    misses = {a.key: abs(a.miss_fraction) for a in safe if a.miss_fraction is not None}
    if misses:
        key = min(misses, key=lambda k: misses[k])
        found.append(Record(kind="nearest_forecast", value=misses[key], key=key))
    run, longest, last = 0, 0, ""
    for a in attempts:
        run = run + 1 if a.succeeded else 0
        if run > longest:
            longest, last = run, a.key
    if longest > 1:
        found.append(Record(kind="safe_in_a_row", value=float(longest), key=last))
    return tuple(found)
