"""Which of my motors for which of my rockets on this day: each rocket flown on each motor of the box in each of its hours, then the best day."""

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.hangar.board import burns, in_box
from wobbly_fin.hangar.judged import picked
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import KnownRocket, known_rocket, load_key
from wobbly_fin.launchdays.models import LaunchDay, ManifestLine
from wobbly_fin.launchdays.plan import DayContext, Ready, situation_of
from wobbly_fin.rocketry.choosing.cost import cost_per_flight
from wobbly_fin.rocketry.choosing.pick import Candidate, judge, order
from wobbly_fin.rocketry.choosing.registry import BY_NAME
from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.allocation import Allocation, DayWishes, Option, allocate
from wobbly_fin.rocketry.launchday.dayplan import places
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.stores.shelf import Shelved, shelf
from wobbly_fin.stores.stock import stock_of

MOST_ROCKETS, DELAYS_EACH = 40, 2  # delays of a motor tried on a day, best first
_hours: Remembered[Candidate] = Remembered(5000)


@dataclass(frozen=True, slots=True, kw_only=True)
class DayBox:
    """What a day can burn: the shelf without invented motors of which none lies in the box, and how many of each there are."""

    context: DayContext
    shelved: tuple[Shelved, ...]
    stock: Mapping[str, Stocked]
    places_h: tuple[float, ...]

    @classmethod
    def of(cls, user: User, day: LaunchDay) -> "DayBox":
        everything = shelf(user)
        stock = stock_of(user, everything)
        there = tuple(s for s in everything if not s.practice or (s.motor.key in stock and stock[s.motor.key].count > 0))
        return cls(context=DayContext.of(user, day), shelved=there, stock=stock, places_h=places(day.opens, day.closes))


@dataclass(frozen=True, kw_only=True)
class Cell:
    """A rocket on one motor: the candidate at its best hour, and what it comes to at each place of the day."""

    load: str
    candidate: Candidate
    at: tuple[Candidate, ...]
    here: bool
    cost: float | None

    @property
    def goes(self) -> bool:
        """At some hour."""
        return self.candidate.settled != "no"


@dataclass(frozen=True, kw_only=True)
class GridRow:
    """A rocket on every motor that fits; `why`: it cannot even be asked."""

    rocket: Rocket
    cells: tuple[Cell, ...]
    why: str = ""


def rockets_of(user: User, keys: Sequence[object]) -> list[Rocket]:
    """A person's rockets by their keys; raises Http404 for one that is none."""
    if len(keys) > MOST_ROCKETS:
        raise RocketryError("rockets", f"are {len(keys)}; {MOST_ROCKETS} are plenty for a day")
    found = {r.pk: r for r in Rocket.objects.visible_to(user).filter(pk__in=keys)}
    if len(found) < len(set(keys)):
        raise Http404
    return [found[k] for k in dict.fromkeys(keys)]  # type: ignore[index]


def row_of(box: DayBox, rocket: Rocket) -> GridRow:
    """One rocket on every motor that fits, the box's first."""
    try:
        known = known_rocket(rocket, box.context.delays)
        return GridRow(rocket=rocket, cells=tuple(_cells(box, rocket, known)))
    except RocketryError as error:
        return GridRow(rocket=rocket, cells=(), why=error.message)


def _cells(box: DayBox, rocket: Rocket, known: KnownRocket) -> list[Cell]:
    context, key_of = box.context, {s.motor.key: s.key for s in box.shelved}
    blank = Ready(row=ManifestLine(rocket=rocket), rocket_name=rocket.name, known=known, loaded=known.base)
    middle = context.forecast.at((context.opens + context.closes) / 2) if context.forecast else None
    tried = picked(known.base, situation_of(context, blank, middle), [s.motor for s in box.shelved], context.rules)
    by_motor: dict[str, list[Candidate]] = {}
    for c in sorted(tried, key=lambda c: (c.settled == "no", not in_box(box.stock, c.configuration), *order(c))):
        by_motor.setdefault(c.key, []).append(c)
    found = []
    for those in by_motor.values():
        for c in those[:DELAYS_EACH] if those[0].settled != "no" else those[:1]:
            ready = Ready(row=blank.row, rocket_name=rocket.name, known=known, loaded=c.configuration)
            hours = {h: _at(box, ready, c, h) for h in dict.fromkeys(int(p) for p in box.places_h)}
            at = tuple(hours[int(p)] for p in box.places_h)
            best = min(at, key=order)
            stocked = box.stock.get(best.motor.key)
            found.append(
                Cell(
                    load=load_key(c, key_of),
                    candidate=best,
                    at=at,
                    here=in_box(box.stock, c.configuration),
                    cost=cost_per_flight(stocked, best.motors),
                )
            )
    return sorted(found, key=lambda cell: (not cell.here, not cell.goes))


def _at(box: DayBox, ready: Ready, plain: Candidate, hour: int) -> Candidate:
    """In that hour's weather; where nobody told any, as it was picked. What is dear to ask hangs little on the hour: as in the middle of the day."""
    if box.context.forecast is None:
        return plain
    situation = situation_of(box.context, ready, box.context.forecast.at(float(hour)))
    dear = tuple(t for t in plain.tests if BY_NAME[t.name].dear)
    key = (ready.loaded, situation, box.context.rules, dear)
    return _hours.get(key, lambda: judge(ready.loaded, situation, box.context.rules, known=dear))


def propose(
    box: DayBox,
    rows: Sequence[GridRow],
    lines: Sequence[tuple[float | None, Counter[tuple[str, float | None]]]],
    wishes: DayWishes,
) -> Allocation:
    """The best day from the box beside what is on the manifest already.

    Parameters
    ----------
    lines : sequence of (hour, burns)
        Flights on the manifest: their hours are taken, and their motors.
    """
    stock: Counter[tuple[str, float | None]] = Counter()
    for key, stocked in box.stock.items():
        stock.update({(key, delay): n for delay, n in (stocked.by_delay or {None: stocked.count}).items()})
    for _, taken in lines:
        for (key, delay), n in taken.items():
            own = min(n, stock[key, delay])
            stock[key, delay] -= own
            stock[key, None] -= min(n - own, stock[key, None])
    free = list(range(len(box.places_h)))
    for hour, _ in lines:
        if free:
            free.remove(min(free, key=lambda p: abs(box.places_h[p] - hour) if hour is not None else -p))
    options = [
        Option(
            rocket=str(row.rocket.pk), load=cell.load, delay_s=c.delay_s, place=place, cost=cell.cost,
            grade="open" if c.verdict == "open" else "marginal" if c.settled == "marginal" else "good",
            burns=tuple((key, delay, n) for (key, delay), n in burns(c.configuration).items()),
        )
        for row in rows for cell in row.cells for place in free for c in [cell.at[place]] if c.settled != "no"
    ]  # fmt: skip
    return allocate([str(row.rocket.pk) for row in rows], options, box.places_h, dict(stock), wishes)
