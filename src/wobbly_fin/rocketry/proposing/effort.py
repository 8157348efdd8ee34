"""What a sketch takes to make: hours at the bench, and about what has to be paid."""

from collections.abc import Collection

from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.price import motor_price, price_of
from wobbly_fin.rocketry.proposing.sketch import Sketch


def hours_of(sketch: Sketch, schools: Schools | None = None) -> tuple[float, bool]:
    """(hands-on hours of its build plan [h], whether it can be built as drawn)"""
    plan = build_plan(Bench.of(sketch.airframe(), schools, recovery=sketch.plan))
    return sum(s.hands_on_s for s in plan.steps) / 3600, plan.buildable


def price_of_all(sketch: Sketch, spared: Collection[str], motor: Motor | None) -> float:
    """About what it costs, without the parts that are at hand; `motor`: one that has to be bought. [money]"""
    parts = sum(price_of(p) for p in sketch.airframe().parts if p.id not in spared)
    return parts + (motor_price(motor) if motor is not None else 0.0)
