"""Counts and rates over a log with honest intervals: few flights say little, and the interval says how little."""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.constants import Z90
from wobbly_fin.rocketry.errors import require_finite


@dataclass(frozen=True, slots=True, kw_only=True)
class Rate:
    """A share with its 90 % interval. [-]"""

    count: int
    of: int
    low: float
    high: float

    @property
    def share(self) -> float | None:
        """None of nothing."""
        return self.count / self.of if self.of else None


def wilson(count: int, of: int, z: float = Z90) -> Rate:
    """Wilson's score interval of a share.

    Parameters
    ----------
    count, of : int
        Successes and trials, 0 ≤ count ≤ of.
    z : float
        Standard deviations: 1.645 for 90 %.

    References
    ----------
    .. [1] Wilson, Probable inference, the law of succession, and statistical inference, JASA 22, 1927, p. 209 (from memory).
    """
    require_finite("of", of, 0, 1e9)
    require_finite("count", count, 0, of)
    if of == 0:
        return Rate(count=0, of=0, low=0.0, high=1.0)
    p, zz = count / of, z * z
    middle = (p + zz / (2 * of)) / (1 + zz / of)
    half = z / (1 + zz / of) * math.sqrt(p * (1 - p) / of + zz / (4 * of * of))
    # At the ends the bound is the end itself; rounding must not leave it a hair inside or out.
    return Rate(count=count, of=of, low=0.0 if count == 0 else middle - half, high=1.0 if count == of else middle + half)


@dataclass(frozen=True, slots=True, kw_only=True)
class Spread:
    """Median of some figures, and between what the middle half lies; None of nothing."""

    count: int
    median: float
    low: float
    high: float


def spread(values: Iterable[float]) -> Spread | None:
    """Median and quartiles, by straight lines between order statistics."""
    ordered = sorted(values)
    if not ordered:
        return None

    def at(share: float) -> float:
        place = share * (len(ordered) - 1)
        below = int(place)
        above = min(below + 1, len(ordered) - 1)
        return ordered[below] + (place - below) * (ordered[above] - ordered[below])

    return Spread(count=len(ordered), median=at(0.5), low=at(0.25), high=at(0.75))


@dataclass(frozen=True, slots=True, kw_only=True)
class FlightLine:
    """What statistics need of one flight. `cost` is None where nobody told what its motor cost."""

    group: str
    success: bool
    miss_fraction: float | None = None
    distance_m: float | None = None
    delay_s: float | None = None
    label_s: float | None = None
    cost: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Summary:
    """One group of flights: a rocket's, a motor type's, a season's."""

    group: str
    flights: int
    success: Rate
    miss: Spread | None
    distance_m: Spread | None
    delay_off_s: Spread | None
    cost_per_flight: float | None


def summaries(lines: Sequence[FlightLine]) -> tuple[Summary, ...]:
    """By group, most flights first."""
    groups: dict[str, list[FlightLine]] = {}
    for line in lines:
        groups.setdefault(line.group, []).append(line)
    out = []
    for name, of in groups.items():
        costs = [x.cost for x in of if x.cost is not None]
        out.append(
            Summary(
                group=name,
                flights=len(of),
                success=wilson(sum(x.success for x in of), len(of)),
                miss=spread(x.miss_fraction for x in of if x.miss_fraction is not None),
                distance_m=spread(x.distance_m for x in of if x.distance_m is not None),
                delay_off_s=spread(x.delay_s - x.label_s for x in of if x.delay_s is not None and x.label_s is not None),
                cost_per_flight=sum(costs) / len(costs) if costs else None,
            )
        )
    return tuple(sorted(out, key=lambda s: (-s.flights, s.group)))
