"""What goes into the car for a day's flights: counted from what is to fly, nothing that nobody needs."""

import math
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout

Shelf = Literal["motors", "recovery", "tools", "range", "papers"]
SHELVES: dict[Shelf, str] = {
    "motors": "Motors and igniters", "recovery": "Recovery", "tools": "Tools and glue", "range": "Pad and range", "papers": "Papers",
}  # fmt: skip
# A spare for every so many: our own figures.
SPARE_IGNITERS, SPARE_SHEETS = 3, 4
_TOOLS = {
    "screw": "screwdriver for the motor’s screw", "clips": "pliers for the clips",
}  # fmt: skip
_COLD_C = 5.0  # below it cloth sticks: common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Carried:
    """Something to pack. `why` names what asks for it; `lacking` how many stores do not have, None where nobody counts them."""

    key: str
    shelf: Shelf
    what: str
    count: int
    why: str = ""
    lacking: int | None = None
    cost_each: float | None = None

    @property
    def cost(self) -> float | None:
        """Of what has to be bought."""
        return None if self.cost_each is None or not self.lacking else self.lacking * self.cost_each


@dataclass(frozen=True, slots=True, kw_only=True)
class Stock:
    """Motors in the box: how many, what one costs; and how many with each delay, None: with whichever. [s]"""

    count: int
    cost_each: float | None = None
    by_delay: Mapping[float | None, int] = field(default_factory=dict)


def pack_the_car(loadouts: Sequence[Loadout], box: Mapping[str, Stock], *, coldest_c: float | None = None) -> tuple[Carried, ...]:
    """Everything, shelf by shelf.

    Parameters
    ----------
    loadouts : sequence of Loadout
        One for every flight.
    box : mapping of label without delay to Stock
        What lies in the motor box; a label that is missing there has to be bought whole.
    coldest_c : float or None
        Of the day. [°C]
    """
    if not loadouts:
        return ()
    cold = coldest_c is not None and coldest_c < _COLD_C
    return (*_motors(loadouts, box), *_recovery(loadouts, cold), *_tools(loadouts), *_range(loadouts), *_papers(loadouts))


def _motors(loadouts: Sequence[Loadout], box: Mapping[str, Stock]) -> Iterator[Carried]:
    wanted: Counter[str] = Counter()
    who: dict[str, list[str]] = {}
    loose: dict[str, int] = {}
    for f in loadouts:
        for load in f.motors:
            wanted[load.label] += load.count
            who.setdefault(load.label, []).append(f.rocket)
    for label, count in sorted(wanted.items()):
        stock = box.get(base_of(label), Stock(count=0))
        # Two delays of one motor share what the box holds of no told delay.
        delay = delay_of(label)
        own = stock.by_delay.get(delay, 0) if delay is not None else 0
        short = max(0, count - own)
        lent = min(short, loose.setdefault(base_of(label), stock.by_delay.get(None, 0) if stock.by_delay else stock.count))
        loose[base_of(label)] -= lent
        yield Carried(
            key=f"motor-{label}",
            shelf="motors",
            what=label,
            count=count,
            why=_names(who[label]),
            lacking=short - lent,
            cost_each=stock.cost_each,
        )
    lit = sum(f.on_pad.count for f in loadouts)
    yield Carried(
        key="igniters",
        shelf="motors",
        what="igniters with plugs",
        count=lit + math.ceil(lit / SPARE_IGNITERS),
        why=f"{lit} to light, the rest spare",
    )
    if any(m.reload for f in loadouts for m in f.motors):
        yield Carried(
            key="sheets",
            shelf="motors",
            what="the makers’ sheets of the reloads",
            count=1,
            why=_names([f.rocket for f in loadouts if any(m.reload for m in f.motors)]),
        )
        yield Carried(key="grease", shelf="motors", what="grease for seals", count=1)
    if any(m.shorten_s > 0 for f in loadouts for m in f.motors):
        yield Carried(key="delay-tool", shelf="motors", what="the maker’s tool for delays", count=1)


def _recovery(loadouts: Sequence[Loadout], cold: bool) -> Iterator[Carried]:
    sheets = sum(f.sheets for f in loadouts if f.protection == "tissue" and f.recovery in ("canopy", "streamer"))
    if sheets:
        yield Carried(
            key="wadding",
            shelf="recovery",
            what="sheets of treated tissue",
            count=sheets + SPARE_SHEETS,
            why=f"{sheets} for the flights, {SPARE_SHEETS} spare",
        )
    if any(f.protection == "fluff" for f in loadouts):
        yield Carried(key="fluff", shelf="recovery", what="bag of treated fluff", count=1)
    pins = sum(f.pins for f in loadouts)
    if pins:
        yield Carried(key="pins", shelf="recovery", what="shear pins", count=2 * pins, why=f"{pins} to fly, as many spare")
    cells = sum(f.altimeters for f in loadouts)
    if cells:
        yield Carried(
            key="batteries",
            shelf="recovery",
            what="fresh altimeter batteries",
            count=cells,
            why=_names([f.rocket for f in loadouts if f.altimeters]),
        )
    for f in loadouts:
        for n, d in enumerate(f.devices):
            if d.battery and d.role != "release":
                yield Carried(
                    key=f"battery-{f.rocket}-{n}", shelf="recovery", what=f"{d.battery} for {d.name}", count=1, why=f.rocket
                )
    if any(f.release for f in loadouts):
        yield Carried(key="release", shelf="recovery", what="the canopy release, charged", count=sum(f.release for f in loadouts))
    if cold and any(f.recovery == "canopy" for f in loadouts):
        yield Carried(key="talc", shelf="recovery", what="talc", count=1, why="it is cold: cloth sticks")
    yield Carried(key="spare-cord", shelf="recovery", what="spare cord, and a canopy", count=1)


def _tools(loadouts: Sequence[Loadout]) -> Iterator[Carried]:
    yield Carried(key="tape", shelf="tools", what="masking tape", count=1, why="noses, motors, joints")
    yield Carried(key="glue", shelf="tools", what="thin CA and 5-minute epoxy, gloves", count=1)
    yield Carried(key="knife", shelf="tools", what="knife, scissors, fine sandpaper", count=1)
    yield Carried(key="scale", shelf="tools", what="scale", count=1, why="mass and balance are judged again")
    for tool in sorted({_TOOLS.get(m.retention, "") for f in loadouts for m in f.motors} - {""}):
        yield Carried(key=tool.split()[0], shelf="tools", what=tool, count=1)


def _range(loadouts: Sequence[Loadout]) -> Iterator[Carried]:
    for guide in sorted({f.guide for f in loadouts}):
        yield Carried(
            key=guide,
            shelf="range",
            what=f"pad with its {guide} and deflector",
            count=1,
            why=_names([f.rocket for f in loadouts if f.guide == guide]),
        )
    yield Carried(key="controller", shelf="range", what="launch controller, lead, key, fresh battery", count=1)
    yield Carried(key="wind", shelf="range", what="wind meter and thermometer", count=1)
    yield Carried(key="water", shelf="range", what="water, extinguisher, first aid", count=1)
    if any(f.payload for f in loadouts):
        yield Carried(
            key="payload",
            shelf="range",
            what="payload: " + _names([f.payload for f in loadouts if f.payload]),
            count=sum(bool(f.payload) for f in loadouts),
        )


def _papers(loadouts: Sequence[Loadout]) -> Iterator[Carried]:
    yield Carried(key="cards", shelf="papers", what="flight cards", count=len(loadouts))
    yield Carried(key="packing-cards", shelf="papers", what="packing cards", count=len({f.rocket for f in loadouts}))
    if any(f.high_power for f in loadouts):
        yield Carried(
            key="certificate",
            shelf="papers",
            what="certification card",
            count=1,
            why=_names([f.rocket for f in loadouts if f.high_power]),
        )


def base_of(label: str) -> str:
    """A label without its delay, what it is counted by in the box: a booster's and a plugged motor's ending stays."""
    head, dash, tail = label.split(" ")[0].partition("-")
    return f"{head}-{tail}" if dash and tail in ("0", "P") else head


def delay_of(label: str) -> float | None:
    """A label's delay; None for one without. [s]"""
    digits = label.split(" ")[0].partition("-")[2].rstrip("AT")
    return float(digits) if digits.isdigit() and digits != "0" else None


def _names(names: Sequence[str]) -> str:
    return ", ".join(dict.fromkeys(names))
