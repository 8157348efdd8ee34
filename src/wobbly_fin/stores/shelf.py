"""Every motor a person can choose from: their own; where the practice shelf is on the invented ones too; and what is usual of a class."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from uuid import UUID

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.accounts.people import preferences_of
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.rocketry.airframe.mount import Mount, fits
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import catalogue, catalogue_order
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.typical import any_of_class, classes_for
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.stores.models import OwnMotor


@dataclass(frozen=True, slots=True, kw_only=True)
class Shelved:
    """A motor, its key in addresses, and the row behind it where it is the person's own."""

    key: str
    motor: Motor
    own: OwnMotor | None = None

    @property
    def practice(self) -> bool:
        """Whether it is invented, to practise with."""
        return self.key.startswith("catalogue:")


_motors: Remembered[Motor] = Remembered(2000)


def motor_of(row: OwnMotor) -> Motor:
    """A row as the core's motor; read from its document once until it changes."""
    return _motors.get((row.pk, row.updated_at), lambda: MotorDocument.model_validate(row.document).to_motor())


@lru_cache(maxsize=1)
def _shipped() -> tuple[Shelved, ...]:
    return tuple(Shelved(key=f"catalogue:{m.name.replace('/', '_')}", motor=m) for m in catalogue())


def shelf(user: User) -> list[Shelved]:
    """Own motors, and invented ones where their owner wants them there, by class, thrust and name."""
    own = [Shelved(key=f"own:{row.pk}", motor=motor_of(row), own=row) for row in OwnMotor.objects.visible_to(user)]
    practice = _shipped() if preferences_of(user).practice else ()
    return sorted([*practice, *own], key=lambda s: (*catalogue_order(s.motor), s.key))


def guessed_motors(user: User) -> dict[str, Motor]:
    """By the core's key, motors of one's own that were ever known by their label alone, as they are known today."""
    rows = OwnMotor.objects.visible_to(user).exclude(typed={})
    return {m.key: m for m in (motor_of(row) for row in rows)}


def shelf_for(user: User, mounts: Sequence[Mount]) -> list[Shelved]:
    """The shelf; for stages nothing on it fits also what is usual of each class, an answer for somebody whose motors are not here yet."""
    everything = shelf(user)
    found = {}
    for stage in sorted({m.stage for m in mounts}):
        here = [m for m in mounts if m.stage == stage]
        if any(fits(s.motor, here[0]) and (stage == 0 or s.motor.kind != "single") for s in everything):
            continue
        for mount in here:
            for shelved in _usual_in(mount):
                found[shelved.key] = shelved
    return [*everything, *found.values()]


def _usual_in(mount: Mount) -> list[Shelved]:
    endings = ("",) if mount.stage == 0 else ("-0", "-P")
    each = [(name, ending) for ending in endings for name in classes_for(mount.diameter_m)]
    motors = [(name, ending, any_of_class(name, mount.diameter_m, mount.max_length_m, ending)) for name, ending in each]
    return [
        Shelved(key=f"class:{name.replace('/', '_')}:{motor.diameter_m * 1000:g}:{ending}", motor=motor)
        for name, ending, motor in motors
        if motor is not None
    ]


def _usual(rest: str) -> Motor:
    name, wide, ending = (*rest.split(":"), "", "")[:3]
    try:
        motor = any_of_class(name.replace("_", "/"), float(wide) / 1000, math.inf, ending)
    except (ValueError, RocketryError):
        motor = None
    if motor is None:
        raise Http404
    return motor


def from_shelf(user: User, key: str) -> Shelved:
    """One motor by its key, or the one it was merged into; raises Http404 where there is none this person may see."""
    kind, _, rest = key.partition(":")
    if kind == "class":
        return Shelved(key=key, motor=_usual(rest))
    if kind == "catalogue":
        found = next((s for s in _shipped() if s.key == key), None)
    else:
        row = OwnMotor.objects.visible_to(user).filter(pk=_uuid(rest)).first() if kind == "own" else None
        found = Shelved(key=key, motor=motor_of(row), own=row) if row else None
        if found is None and kind == "own":
            merged = OwnMotor.objects.belonging_to(user).filter(pk=_uuid(rest)).exclude(merged={}).first()
            return from_shelf(user, merged.merged["into"]) if merged is not None else _nowhere()
    return found or _nowhere()


def also_known(user: User) -> dict[str, str]:
    """The core's keys of motors that were merged into others, each with the key of the one that stays: their flights tell of that one."""
    rows = OwnMotor.objects.belonging_to(user).exclude(merged={})
    found = {motor_of(row).key: str(row.merged.get("core", "")) for row in rows}
    # Merged into one that was itself merged later: followed to its end, which a round of merges does not have.
    return {old: end for old in found if (end := _last(old, found)) != old}


def _last(key: str, merged: dict[str, str]) -> str:
    seen: set[str] = set()
    while merged.get(key) and key not in seen:
        seen.add(key)
        key = merged[key]
    return key


def _nowhere() -> Shelved:
    raise Http404


def _uuid(text: str) -> UUID:
    try:
        return UUID(text)
    except ValueError:
        raise Http404 from None
