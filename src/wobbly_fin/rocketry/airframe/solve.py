"""Asking backwards: how much ballast, how long a fin, where to put it, for the margin one wants; and what each dimension does."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.balance import Balance, balance
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.parts import CanopyPack, Cord, FinSet, NoseCone, Part
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.motors.motor import Motor

CLOSE_CALIBRES = 1e-4
Beside = Sequence[tuple[Mount, Motor]]  # motors in further mounts of their stages
_STEPS = 32  # in which a range is searched before it is halved
HEAVIEST_BALLAST = 20.0  # times the rocket's own mass: beyond it there is no answer anybody would fly


class NoSolutionError(RocketryError):
    """Asked for something no value of the dimension gives; the message says what the nearest is."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Ballast:
    """Mass to add at a station, and what it does."""

    mass_kg: float
    station_m: float
    margin_before: float
    margin_after: float


def smaller_margin(found: Balance) -> float:
    """The smaller margin of ignition and burnout; raises NoSolutionError where no mass is known. [calibres]"""
    margin = found.smaller_margin_calibres
    if margin is None:
        raise NoSolutionError("margin_calibres", "cannot be solved for: no part has a mass yet")
    return margin


def ballast_for(found: Balance, margin_calibres: float, station_m: float | None = None) -> Ballast:
    """Nose ballast for an asked-for margin, at ignition and burnout both.

    Parameters
    ----------
    station_m : float or None
        Where it goes; None: a third of the nose cone behind the tip, about as far forward as clay gets. [m]

    Raises
    ------
    NoSolutionError
        Where the CG would have to be ahead of the ballast itself.
    """
    require_finite("margin_calibres", margin_calibres, -5.0, 20.0)
    before = smaller_margin(found)
    at = station_m if station_m is not None else default_ballast_station_m(found)
    target = found.pressure.cp_m - margin_calibres * found.pressure.reference_diameter_m
    if target <= at:
        raise NoSolutionError(
            "margin_calibres", f"{margin_calibres:g} cannot be had by ballast there: it would have to balance ahead of it"
        )
    needed = 0.0
    for totals in (found.ignition, found.burnout):
        needed = max(needed, totals.mass_kg * (totals.cg_m - target) / (target - at))
    if needed > HEAVIEST_BALLAST * found.ignition.mass_kg:
        raise NoSolutionError(
            "margin_calibres", f"{margin_calibres:g} would take {needed:.3g} kg of ballast; change the fins instead"
        )
    after = min(
        (found.pressure.cp_m - (t.mass_kg * t.cg_m + needed * at) / (t.mass_kg + needed)) / found.pressure.reference_diameter_m
        for t in (found.ignition, found.burnout)
    )
    return Ballast(mass_kg=needed, station_m=at, margin_before=before, margin_after=after)


def default_ballast_station_m(found: Balance) -> float:
    """A third of the nose cone behind the tip; the forward end of a rocket without one. [m]"""
    first = found.layout.outer[0]
    return first.part.length_m / 3 if isinstance(first.part, NoseCone) else 0.0


def with_part(airframe: Airframe, index: int, part: Part) -> Airframe:
    """The airframe with one part replaced."""
    stages, at = [], 0
    for stage in airframe.stages:
        here = list(stage.parts)
        if at <= index < at + len(here):
            here[index - at] = part
        stages.append(Stage(id=stage.id, parts=tuple(here)))
        at += len(here)
    return replace(airframe, stages=tuple(stages))


def solve_fin(
    airframe: Airframe, motors: Sequence[Motor | None], index: int, field: str, margin_calibres: float, beside: Beside = ()
) -> tuple[float, Airframe]:
    """A fin's span, or its place along the body, for an asked-for margin.

    Parameters
    ----------
    index : int
        The fin set's number among all parts.
    field : str
        ``span_m`` (5 mm … 8 calibres) or ``position_m`` (anywhere on the body behind the nose).

    Returns
    -------
    (float, Airframe)
        The figure found [m] and the airframe that has it.

    Raises
    ------
    NoSolutionError
        Where nothing in that range gives the margin; names what the ends give.
    """
    fin = list(airframe.parts)[index]
    if not isinstance(fin, FinSet) or field not in ("span_m", "position_m"):
        raise RocketryError("field", "must be the span or the place of a fin set")
    if fin.planform == "free" and field == "span_m":
        raise RocketryError("field", "of a free-form fin has no single span to solve for; move it instead")
    layout = lay_out(airframe)
    if field == "span_m":
        low, high = 0.005, 8 * layout.reference_diameter_m
    else:
        nose = layout.outer[0]
        low = nose.aft_m if isinstance(nose.part, NoseCone) else 0.0
        high = layout.length_m - fin.root_m
        if high <= low:
            raise NoSolutionError(
                "margin_calibres", "cannot be had by moving them: their root is as long as the body behind the nose"
            )

    def at(value: float) -> tuple[float, Airframe]:
        changed = replace(fin, span_m=value) if field == "span_m" else replace(fin, position_m=value, offset_m=None, edge=None)
        made = with_part(airframe, index, changed)
        return smaller_margin(balance(made, motors, beside=beside)) - margin_calibres, made

    value = _root(lambda v: at(v)[0], low, high, margin_calibres)
    return value, at(value)[1]


def _root(miss: Callable[[float], float], low: float, high: float, wanted: float) -> float:
    """The smallest value that gives the margin: larger fins push harder but weigh more, so it may rise and fall again."""
    values = [low * (high / low) ** (k / _STEPS) if low > 0 else high * k / _STEPS for k in range(_STEPS + 1)]
    misses = [miss(v) for v in values]
    for a, b, at_a, at_b in zip(values[:-1], values[1:], misses[:-1], misses[1:], strict=True):
        if at_a <= 0 <= at_b:
            return _bisect(miss, a, b)
    least, most = min(misses) + wanted, max(misses) + wanted
    raise NoSolutionError(
        "margin_calibres", f"{wanted:g} cannot be had that way: the range gives {least:.1f} to {most:.1f} calibres"
    )


def _bisect(miss: Callable[[float], float], low: float, high: float) -> float:
    for _ in range(80):
        middle = (low + high) / 2
        found = miss(middle)
        if abs(found) < CLOSE_CALIBRES:
            return middle
        low, high = (middle, high) if found < 0 else (low, middle)
    return (low + high) / 2


@dataclass(frozen=True, slots=True, kw_only=True)
class Sensitivity:
    """What one dimension does: change of margin for a step of it; the apogee's is the caller's to fly."""

    index: int
    field: str
    value: float
    step: float
    margin_change: float
    changed: Airframe


def sensitivities(airframe: Airframe, motors: Sequence[Motor | None], beside: Beside = ()) -> tuple[Sensitivity, ...]:
    """A tenth more of every length a part has, one at a time, strongest first; what cannot grow is left out."""
    base = smaller_margin(balance(airframe, motors, beside=beside))
    out: list[Sensitivity] = []
    for index, part in enumerate(airframe.parts):
        for f in described(type(part)):
            value = getattr(part, f.name)
            if f.metadata.get("quantity") != "short_length" or not value or f.name in NOT_DIMENSIONS:
                continue
            try:
                changed = with_part(airframe, index, replace(part, **{f.name: value * 1.1}))
                margin = smaller_margin(balance(changed, motors, beside=beside))
            except RocketryError:
                continue
            out.append(
                Sensitivity(
                    index=index, field=f.name, value=value, step=value * 0.1, margin_change=margin - base, changed=changed
                )
            )
    return tuple(sorted(out, key=lambda s: -abs(s.margin_change)))


NOT_DIMENSIONS = {"position_m", "offset_m", "rod_diameter_m", "max_motor_length_m"}


@dataclass(frozen=True, slots=True, kw_only=True)
class CanopyEffect:
    """What packing the recovery gear forward instead of letting it lie at its bay's foot does to the margin [calibres]; `moved_m` the most."""

    settled: float
    forward: float
    moved_m: float


def canopy_effect(airframe: Airframe, motors: Sequence[Motor | None], beside: Beside = ()) -> CanopyEffect | None:
    """The margin with canopies and cords as they settle, and at the very front of their bays; None where nothing settles."""
    found = balance(airframe, motors, beside=beside)
    layout = found.layout
    packed = [
        (p, p.host)
        for p in layout.of(CanopyPack, Cord)
        if p.part.position_m is None and p.part.offset_m is None and p.host is not None
    ]
    if not packed:
        return None
    # Each bay by itself: what lies in one cannot slide into another.
    room: dict[int, float] = {}
    for p, host in packed:
        room[host] = min(room.get(host, math.inf), p.fore_m - layout.bay_of(host).fore_m)
    changed = airframe
    for p, host in packed:
        changed = with_part(changed, p.index, replace(p.part, position_m=max(0.0, p.fore_m - room[host])))
    return CanopyEffect(
        settled=smaller_margin(found), forward=smaller_margin(balance(changed, motors, beside=beside)), moved_m=max(room.values())
    )
