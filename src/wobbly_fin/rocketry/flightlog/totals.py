"""Sums over a log."""

from collections.abc import Iterable
from dataclasses import dataclass

from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening, succeeded


@dataclass(frozen=True, slots=True, kw_only=True)
class Totals:
    """Counts over some flights; None where there is nothing to say."""

    flights: int
    successes: int
    impulse_n_s: float
    mean_miss_fraction: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Logged:
    """What totals need to know of one flight."""

    opening: Opening
    landing: Landing
    measured_m: float | None
    forecast_m: float | None
    impulse_n_s: float


def totals(flights: Iterable[Logged]) -> Totals:
    """Sum up; the miss is the mean of |measured ÷ forecast − 1| over flights that have both."""
    all_of = list(flights)
    misses = [abs(f.measured_m / f.forecast_m - 1) for f in all_of if f.measured_m is not None and f.forecast_m]
    return Totals(
        flights=len(all_of),
        successes=sum(succeeded(f.opening, f.landing) for f in all_of),
        impulse_n_s=sum(f.impulse_n_s for f in all_of if f.opening != "no_launch"),
        mean_miss_fraction=sum(misses) / len(misses) if misses else None,
    )
