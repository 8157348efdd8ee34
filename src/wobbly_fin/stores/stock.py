"""What is in the box: how many of each motor, and what they cost; motors to choose from, the box first."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.rocketry.messages import say
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


@dataclass(frozen=True, slots=True, kw_only=True)
class Offer:
    """A motor to choose by its name, and how it stands in a list."""

    name: str
    label: str


def offers(user: User, everything: Iterable[Shelved]) -> tuple[Offer, ...]:
    """Motors to choose from: what lies in the box first, then one's own, then what is there to practise with; each name once."""
    shelved = tuple(everything)
    here = {key: stocked.count for key, stocked in stock_of(user, shelved).items()}
    ranked = sorted(shelved, key=lambda s: (not here.get(s.motor.key), s.own is None))
    first = {s.motor.name: s for s in reversed(ranked)}
    names = dict.fromkeys(s.motor.name for s in ranked)
    return tuple(Offer(name=name, label=_offered(first[name], here.get(first[name].motor.key, 0))) for name in names)


def _offered(shelved: Shelved, count: int) -> str:
    if count:
        return say("offer-here", motor=shelved.motor.name, count=count)
    return say("offer-practice", motor=shelved.motor.name) if shelved.practice else shelved.motor.name
