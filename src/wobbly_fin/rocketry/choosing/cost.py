"""What a flight costs, and when a reloadable case has paid for itself."""

import math
from collections.abc import Iterable

from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.rocketry.motors.motor import Motor


def cost_per_flight(stocked: Stocked | None, motors: int = 1) -> float | None:
    """What the motors of one flight cost, the case not counted; None where no price is known."""
    return None if stocked is None or stocked.cost is None else motors * stocked.cost


def break_even_flights(stocked: Stocked, single_use_cost: float) -> int | None:
    """From which flight on case and reloads have cost no more than single-use motors; None: never, or prices not known."""
    if stocked.cost is None or stocked.case_cost is None or stocked.cost >= single_use_cost:
        return None
    return max(1, math.ceil(stocked.case_cost / (single_use_cost - stocked.cost) - 1e-9))


def single_use_like(motor: Motor, priced: Iterable[tuple[Motor, Stocked]]) -> tuple[Motor, float] | None:
    """The single-use motor of the same class with a price whose impulse is nearest."""
    alike = [
        (abs(m.curve.total_impulse_n_s - motor.curve.total_impulse_n_s), m, s.cost)
        for m, s in priced
        if m.case == "single-use" and m.class_rank == motor.class_rank and s.cost is not None
    ]
    if not alike:
        return None
    _, other, cost = min(alike, key=lambda item: item[0])
    return other, cost
