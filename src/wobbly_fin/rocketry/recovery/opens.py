"""What opens a rocket, walked with a finger: charge, way of its gas, what it pushes, what holds that, what comes out.

A walk answers for each event its owner plans, in order: which source, which joint parts, and whether it works or why not. It flies
nothing; times come from a flight. All of it is geometry and forces of the parts as drawn: that a fit is as loose or tight as planned
is for a blow test, and what a charge really does for a ground test.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal, get_args

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, bore_of, holds, recovery_packs
from wobbly_fin.rocketry.airframe.parts import (
    Bulkhead,
    CanopyPack,
    Coupler,
    FinCan,
    MotorTube,
    NoseCone,
    Transition,
    VentHoles,
)
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS
from wobbly_fin.rocketry.recovery.closures import Closure, closures_of, separations_of
from wobbly_fin.rocketry.recovery.ejection import (
    AMPLE,
    GAS_J_KG,
    LARGEST_PA,
    bay_volume_m3,
    charge_of_case_kg,
    nose_fit,
    thrown_n,
)
from wobbly_fin.rocketry.recovery.plan import ChargeWish, RecoveryPlan
from wobbly_fin.rocketry.recovery.vents import is_gas_vent

Source = Literal["motor_charge", "altimeter_charge", "release", "burn_string", "none"]
Event = Literal["separation", "first", "backup_first", "main", "backup_main"]
Why = Literal[
    "opens", "elsewhere", "released", "burn_string", "glides", "spins", "tumbles", "pushed_off",
    "no_charge", "no_device", "plugged", "blocked", "vented", "no_exit", "fixed", "weak", "bursts", "tested_badly", "waits",
]  # fmt: skip
# A gas vent wider than this share of a bay's bore lets more out than a charge can hold up (our own figure).
VENT_SHARE = 0.1
BY_ITSELF: dict[str, Why] = {"glide": "glides", "helicopter": "spins", "tumble": "tumbles"}


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorCharge:
    """A motor's own charge: in which mount (None: a quick rocket's), how wide its case [m], how many of it, closed in or not."""

    mount: int | None
    case_m: float
    count: int = 1
    plugged: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """One event and what lets it happen.

    Attributes
    ----------
    place : str or None
        Key of the joint or closure that parts.
    works : bool
        Whether its gas or pull frees what is to come out.
    what : int or None
        The part in the way, or that parts, by its number.
    push_n, held_n : float or None
        On the joint, and what holds it. [N]
    """

    event: Event
    source: Source
    works: bool
    why: Why
    place: str | None = None
    what: int | None = None
    push_n: float | None = None
    held_n: float | None = None
    closure: Closure | None = None


@dataclass(frozen=True, slots=True)
class _Wall:
    """Something gas cannot pass, and the joining part that moves with it. [m]"""

    fore_m: float
    aft_m: float
    placed: Placed
    joining: int | None


@dataclass(frozen=True, slots=True)
class _Room:
    """What a charge fills: between two walls."""

    ahead: _Wall | None
    behind: _Wall | None

    @property
    def fore_m(self) -> float:
        return self.ahead.aft_m if self.ahead is not None else -math.inf

    @property
    def aft_m(self) -> float:
        return self.behind.fore_m if self.behind is not None else math.inf


@dataclass(frozen=True, slots=True)
class Weights:
    """What hangs and what is thrown: all that comes down [kg], and by station [m] what lies ahead of it [kg]."""

    hanging_kg: float
    rows: tuple[tuple[float, float], ...]  # (CG station, mass) of the first stage's parts

    def ahead_kg(self, station_m: float) -> float:
        """Of what lies ahead of a station. [kg]"""
        return sum(m for x, m in self.rows if x < station_m) or 0.01 * self.hanging_kg


def walk(layout: Layout, plan: RecoveryPlan, charges: Sequence[MotorCharge], weights: Weights) -> tuple[Opening, ...]:
    """Every event of the first stage, and each stage's coming off, in the order in which they are planned.

    Parameters
    ----------
    charges : sequence of MotorCharge
        Of the motors in the first stage that have one and a delay to light it.
    weights : Weights
        For the friction a joint is made with and what is thrown out.
    """
    return (*_separations(layout), *_Walk(layout, plan, tuple(charges), weights).events())


def in_order(openings: Sequence[Opening]) -> list[Opening]:
    """In order of time."""
    return sorted(openings, key=lambda o: get_args(Event).index(o.event))


def planned(layout: Layout, plan: RecoveryPlan) -> tuple[Opening, ...]:
    """What would have to part for each event, whatever is loaded: with some charge in the first mount. Joints told, forces not."""
    mount = next((p for p in layout.of(MotorTube, FinCan) if p.stage == 0), None)
    case = getattr(mount.part, "inner_diameter_m", 0.018) if mount is not None else 0.018
    charge = MotorCharge(mount=mount.index if mount is not None else None, case_m=case)
    return tuple(_Walk(layout, plan, (charge,), Weights(1.0, ())).events())


def _separations(layout: Layout) -> Iterator[Opening]:
    for closure in separations_of(layout):
        why: Why = "fixed" if closure.fixed else "pushed_off"
        yield Opening(
            event="separation", source="none", works=not closure.fixed, why=why, place=None if closure.fixed else closure.key,
            what=closure.part, closure=closure,
        )  # fmt: skip


class _Walk:
    """One rocket's, so that what is the same for every event is found once."""

    def __init__(self, layout: Layout, plan: RecoveryPlan, charges: tuple[MotorCharge, ...], weights: Weights) -> None:
        self.layout, self.plan, self.charges, self.weights = layout, plan, charges, weights
        self.closures = closures_of(layout)
        self.walls = layout.once("walls", lambda: tuple(_walls(layout)))
        self.packs = recovery_packs(layout)

    def events(self) -> Iterator[Opening]:
        """In order of the plan."""
        sequence = self.plan.sequence
        if sequence.first == "tumble_only":
            yield Opening(event="main", source="none", works=True, why="tumbles")
            return
        if not self.packs:
            yield Opening(event="main", source="none", works=False, why="no_device")
            return
        main = self.packs[0]
        if main.part.kind not in PACKED_KINDS:
            yield self._by_itself(main)
            return
        drogue = self.packs[1] if sequence.first == "drogue" and len(self.packs) > 1 else None
        apart = drogue is not None and drogue.host != main.host
        first = "first" if sequence.two_events else "main"
        leading = drogue if apart and drogue is not None else main
        yield from self._opened(first, leading, by_altimeter=sequence.at_apogee)  # type: ignore[arg-type]
        if not sequence.two_events:
            return
        if apart:
            yield from self._opened("main", main, by_altimeter=True)
        else:
            frees = self.first_works
            yield Opening(event="main", source="release", works=frees, why="released" if frees else "waits")

    first_works = False

    def _by_itself(self, device: Placed[CanopyPack]) -> Opening:
        charge = next((c for c in self.charges if not self._shut_in(c)), None)
        if device.part.kind == "helicopter" and charge is not None:
            return Opening(event="main", source="burn_string", works=True, why="burn_string", what=device.index)
        return Opening(event="main", source="none", works=True, why=BY_ITSELF[device.part.kind], what=device.index)

    def _opened(self, event: Literal["first", "main"], device: Placed[CanopyPack], *, by_altimeter: bool) -> Iterator[Opening]:
        wish = self.plan.first if event == "first" else self.plan.main
        reserve: Event = "backup_first" if event == "first" else "backup_main"
        if not by_altimeter:
            found = self._by_motor(event, device, wish)
            self.first_works = found.works
            yield found
            return
        fired = self._by_altimeter(event, device, wish)
        self.first_works = fired.works
        yield fired
        if wish.backup:
            again = self._by_altimeter(reserve, device, replace(wish, charge_kg=wish.backup_kg or wish.charge_kg))
            self.first_works = self.first_works or again.works
            yield again
        if self.charges and self._leads(event):
            again = self._by_motor(reserve, device, wish)
            self.first_works = self.first_works or again.works
            yield again

    def _leads(self, event: str) -> bool:
        """Whether the motor's charge could be this event's: that which comes first."""
        return event == ("first" if self.plan.sequence.two_events else "main")

    # The motor's charge.

    def _by_motor(self, event: Event, device: Placed[CanopyPack], wish: ChargeWish) -> Opening:
        if not self.charges:
            return Opening(event=event, source="none", works=False, why="no_charge")
        free = [c for c in self.charges if not self._shut_in(c)]
        if not free:
            return Opening(event=event, source="motor_charge", works=False, why="plugged", what=self.charges[0].mount)
        start = min(self._mouth_m(c) for c in free)
        told = self.plan.motor_charge_kg
        charge = sum(c.count * (charge_of_case_kg(c.case_m) if told is None else told) for c in free)
        return self._push(event, "motor_charge", device, start, wish, charge, AMPLE)

    def _shut_in(self, charge: MotorCharge) -> bool:
        """Closed ahead of the motor, for this flight or for good."""
        if charge.plugged:
            return True
        placed = self._mount(charge)
        if placed is None:
            return False
        if isinstance(placed.part, FinCan):
            return not placed.part.gas_path
        plug = any(b.part.parent == placed.part.id and placed.part.id for b in self.layout.of(Bulkhead))
        return plug or (isinstance(placed.part, MotorTube) and placed.part.plugged)

    def _mount(self, charge: MotorCharge) -> Placed | None:
        """Its own, or of a charge that names none the first there is."""
        if charge.mount is not None:
            return self.layout.placed[charge.mount]
        return next((p for p in self.layout.of(MotorTube, FinCan) if p.stage == 0), None)

    def _mouth_m(self, charge: MotorCharge) -> float:
        """Where its gas comes out of the mount. [m]"""
        placed = self._mount(charge)
        if placed is None:
            return self.layout.length_m
        shank = placed.part.shank_length_m if isinstance(placed.part, FinCan) else 0.0
        return placed.fore_m - shank

    # An altimeter's.

    def _by_altimeter(self, event: Event, device: Placed[CanopyPack], wish: ChargeWish) -> Opening:
        host = next((o.index for o in self.layout.outer if wish.bay and o.part.id == wish.bay), device.host)
        if host is None:
            return Opening(event=event, source="altimeter_charge", works=False, why="no_exit", what=device.index)
        bay = self.layout.bay_of(host)
        which: Literal["first", "main"] = "first" if event.endswith("first") else "main"
        test = self.plan.last_test(which)
        if test is not None and test.result != "threw":
            return Opening(event=event, source="altimeter_charge", works=False, why="tested_badly", what=host)
        return self._push(event, "altimeter_charge", device, (bay.fore_m + bay.aft_m) / 2, wish, wish.charge_kg, 1.0)

    # Either.

    def _push(
        self,
        event: Event,
        source: Source,
        device: Placed[CanopyPack],
        start_m: float,
        wish: ChargeWish,
        charge_kg: float | None,
        ample: float,
    ) -> Opening:
        """A charge at a station: what room it fills, what that pushes apart, and whether the device lies in it."""
        room = self._room(start_m)
        middle = (device.fore_m + device.aft_m) / 2
        if not room.fore_m - 1e-6 <= middle <= room.aft_m + 1e-6:
            wall = room.ahead if middle < start_m else room.behind
            return Opening(event=event, source=source, works=False, why="blocked", what=wall.placed.index if wall else None)
        leak = self._leak(room)
        if leak is not None:
            return Opening(event=event, source=source, works=False, why="vented", what=leak.index)
        there = self._candidates(room)
        if not there:
            wall = room.ahead or room.behind
            return Opening(event=event, source=source, works=False, why="no_exit", what=wall.placed.index if wall else None)
        loose = [c for c in there if not c.fixed]
        if not loose:
            told = next((c for c in there if c.joint is not None), there[0])
            return Opening(event=event, source=source, works=False, why="fixed", what=told.part, closure=told)
        base: Literal["first", "main"] = "first" if event.endswith("first") else "main"
        # Friction is made alike everywhere: of equal joints the one told for this event parts, then one of the device's own tube, the foremost.
        parts = min(loose, key=lambda c: (c.held_n(0.0), c.opens != base, device.host not in (c.fore, c.aft), c.station_m))
        return self._forced(event, source, device, parts, there, wish, charge_kg, ample)

    def _forced(
        self, event: Event, source: Source, device: Placed[CanopyPack], parts: Closure, there: Sequence[Closure], wish: ChargeWish,
        charge_kg: float | None, ample: float,
    ) -> Opening:  # fmt: skip
        host = device.host
        assert host is not None
        bay = self.layout.bay_of(host)
        ahead = self.weights.ahead_kg(bay.fore_m)
        held = parts.held_n(friction_n(wish, max(self.weights.hanging_kg - ahead, 1e-3)))
        area = math.pi / 4 * bay.bore_m**2
        volume = bay_volume_m3(bay.bore_m, max(bay.length_m, 1e-3))
        pressure = (wish.throw_n + held) / area if charge_kg is None else charge_kg * GAS_J_KG / volume
        push = pressure * area
        wanted = (held + thrown_n(ahead)) * ample if source == "motor_charge" else held + wish.throw_n
        base = "first" if event.endswith("first") else "main"
        meant = [c for c in there if c.opens == base]
        why: Why = "opens" if not meant or parts in meant else "elsewhere"
        if push < wanted * (1 - 1e-9):
            why = "weak"
        elif source == "altimeter_charge" and pressure > LARGEST_PA:
            why = "bursts"
        return Opening(
            event=event, source=source, works=why in ("opens", "elsewhere"), why=why, place=parts.key, what=parts.part, push_n=push,
            held_n=held, closure=parts,
        )  # fmt: skip

    def _room(self, start_m: float) -> _Room:
        ahead = max((w for w in self.walls if (w.fore_m + w.aft_m) / 2 < start_m), key=lambda w: w.aft_m, default=None)
        behind = min((w for w in self.walls if (w.fore_m + w.aft_m) / 2 > start_m), key=lambda w: w.fore_m, default=None)
        return _Room(ahead, behind)

    def _leak(self, room: _Room) -> Placed[VentHoles] | None:
        for hole in self.layout.of(VentHoles):
            if (
                hole.stage != 0
                or not room.fore_m < (hole.fore_m + hole.aft_m) / 2 < room.aft_m
                or not is_gas_vent(self.layout, hole)
            ):
                continue
            bore = bore_of(self.layout.outer_at(hole.fore_m).part)
            if hole.part.count * hole.part.diameter_m**2 > VENT_SHARE * bore**2:
                return hole
        return None

    def _candidates(self, room: _Room) -> list[Closure]:
        """Joints within the room, and those of the parts that wall it in, on the room's side."""
        found = [c for c in self.closures if room.fore_m < c.station_m < room.aft_m]
        for wall, end in ((room.ahead, "aft"), (room.behind, "fore")):
            if wall is not None and wall.joining is not None:
                found += [c for c in self.closures if c.part == wall.joining and c.end == end and c not in found]
        return found


def friction_n(wish: ChargeWish, rest_kg: float) -> float:
    """Of a joint: as told, else half as much again as holds what hangs below it. [N]"""
    return nose_fit(rest_kg).least_n * 1.5 if wish.friction_n is None else wish.friction_n


def _walls(layout: Layout) -> Iterator[_Wall]:
    """Everything in the first stage that gas cannot pass."""
    for placed in layout.placed:
        if placed.stage != 0:
            continue
        part = placed.part
        if isinstance(part, NoseCone) or (isinstance(part, Transition) and part.wall_m is None):
            yield _Wall(placed.fore_m, placed.aft_m, placed, placed.index)
        elif isinstance(part, FinCan):
            # With its motor in it, closed behind either way.
            yield _Wall(placed.fore_m - part.shank_length_m, placed.aft_m, placed, None)
        elif holds(placed, MotorTube):
            yield _Wall(placed.fore_m, placed.aft_m, placed, None)
        elif holds(placed, Bulkhead):
            mount = next((m for m in layout.of(MotorTube) if m.part.id and m.part.id == part.parent), None)
            if mount is None:
                yield _Wall(placed.fore_m, placed.aft_m, placed, _joining(layout, placed))


def _joining(layout: Layout, bulkhead: Placed[Bulkhead]) -> int | None:
    """The coupler, nose or transition a bulkhead moves with; None where it is fixed in a tube."""
    for placed in layout.of(Coupler, NoseCone, Transition):
        mine = bool(placed.part.id) and placed.part.id == bulkhead.part.parent
        inside = (
            isinstance(placed.part, Coupler)
            and placed.fore_m - 0.002 <= bulkhead.fore_m
            and bulkhead.aft_m <= placed.aft_m + 0.002
        )
        if mine or inside:
            return placed.index
    return None
