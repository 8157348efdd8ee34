"""What is in the box: how many of each motor, and what they cost."""

from collections import defaultdict
from collections.abc import Iterable

from django.contrib.auth.models import User

from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.stores.models import MotorStock
from wobbly_fin.stores.shelf import Shelved


def stock_of(user: User, everything: Iterable[Shelved]) -> dict[str, Stocked]:
    """Per motor of a shelf (the core's key) all there is in the box, batches together; the newest known price counts."""
    rows: dict[str, list[MotorStock]] = defaultdict(list)
    for row in MotorStock.objects.visible_to(user).order_by("created_at"):
        rows[row.motor_key].append(row)
    found = {}
    for shelved in everything:
        here = rows.get(shelved.key)
        if here:
            costs = [float(r.cost) for r in here if r.cost is not None]
            cases = [float(r.case_cost) for r in here if r.case_cost is not None]
            by_delay: dict[float | None, int] = defaultdict(int)
            for r in here:
                by_delay[r.delay_s] += r.count
            found[shelved.motor.key] = Stocked(
                by_delay=dict(by_delay),
                count=sum(r.count for r in here),
                cost=costs[-1] if costs else None,
                case_cost=cases[-1] if cases else None,
                case_owned=any(r.case_owned for r in here),
            )
    return found
