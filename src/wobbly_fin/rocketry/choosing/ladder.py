"""The class ladder: what each impulse class does in this rocket and mount, at a glance."""

from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.choosing.pick import Candidate, Verdict, best_per_motor
from wobbly_fin.rocketry.motors.classes import CLASSES


@dataclass(frozen=True, slots=True, kw_only=True)
class Rung:
    """One class: ranges over its motors that fit, (low, high), or None where none lifts the rocket."""

    impulse_class: str
    motors: int
    verdict: Verdict
    good: int
    apogee_m: tuple[float, float] | None
    rod_speed_m_s: tuple[float, float] | None
    best_delay_s: tuple[float, float] | None


def ladder(candidates: Sequence[Candidate]) -> tuple[Rung, ...]:
    """One rung per class that has a motor for this mount, smallest first. `candidates` as `pick` orders them."""
    best = best_per_motor(candidates)
    rungs = []
    for c in CLASSES:
        here = [b for b in best if b.motor.decoded.impulse_class.name == c.name]
        if not here:
            continue
        rungs.append(
            Rung(
                impulse_class=c.name,
                motors=len(here),
                verdict=here[0].verdict,
                good=sum(b.verdict == "good" for b in here),
                apogee_m=_range([h for b in here for h in b.case.height_band or (b.flight.apogee_altitude_m,)]),
                rod_speed_m_s=_range([b.flight.rod_exit_speed_m_s for b in here]),
                best_delay_s=_range([b.flight.optimum_delay_s for b in here]),
            )
        )
    return tuple(rungs)


def _range(values: list[float | None]) -> tuple[float, float] | None:
    known = [v for v in values if v is not None]
    return (min(known), max(known)) if known else None
