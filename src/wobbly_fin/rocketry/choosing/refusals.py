"""Configurations that must not fly, whatever the arithmetic says of the flight. Codes here, words in `explain`."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.motors.motor import Motor

RefusalCode = Literal[
    "booster_opens_nothing", "plugged_opens_nothing", "charge_behind_plug", "vent_too_narrow", "mixed_cluster",
    "composite_booster", "booster_has_charge", "booster_plugged", "wadding_burns", "grounded",
]  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Refusal:
    """Why not; `value` and `limit` in metres where there are any."""

    code: RefusalCode
    value: float | None = None
    limit: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Configuration:
    """What is loaded how.

    Attributes
    ----------
    upper : tuple of Motor
        The motors of the last stage: one, or a cluster's.
    boosters : tuple of tuple of Motor
        Of the stages below, upwards or downwards alike.
    altimeter_opens : bool
        An altimeter of its own opens the canopy.
    plugged : bool
        The tube is closed ahead of the motor.
    vent_m : float or None
        Diameter of the hole the charge can leave through sideways. [m]
    own_igniter : bool
        Upper stages have igniters of their own, fired by electronics.
    wadding_burns : bool
        What shields the canopy is untreated and catches fire.
    grounded : bool
        The review of its last failure keeps it down until its repairs are done.
    """

    upper: tuple[Motor, ...]
    boosters: tuple[tuple[Motor, ...], ...] = ()
    altimeter_opens: bool = False
    plugged: bool = False
    vent_m: float | None = None
    own_igniter: bool = False
    wadding_burns: bool = False
    grounded: bool = False


def refusals(c: Configuration) -> tuple[Refusal, ...]:
    """Every reason against a configuration."""
    found: list[Refusal] = [Refusal(code="grounded")] if c.grounded else []
    charges = [m for m in c.upper if m.kind == "single"]
    if not c.altimeter_opens and not charges:
        kind = c.upper[0].kind
        found.append(Refusal(code="booster_opens_nothing" if kind == "booster" else "plugged_opens_nothing"))
    if c.plugged and charges:
        widest = max(m.diameter_m for m in charges)
        if c.vent_m is None:
            found.append(Refusal(code="charge_behind_plug"))
        elif c.vent_m < widest - 1e-4:
            found.append(Refusal(code="vent_too_narrow", value=c.vent_m, limit=widest))
    if c.wadding_burns:
        found.append(Refusal(code="wadding_burns"))
    for motors in (c.upper, *c.boosters):
        if len({m.key for m in motors}) > 1:
            found.append(Refusal(code="mixed_cluster"))
    found += _of_boosters(c.boosters, c.own_igniter)
    return tuple(dict.fromkeys(found))


def _of_boosters(boosters: Sequence[Sequence[Motor]], own_igniter: bool) -> list[Refusal]:
    found = []
    for motors in boosters:
        for motor in motors:
            if motor.kind == "single":
                found.append(Refusal(code="booster_has_charge"))
            elif own_igniter:
                continue
            elif motor.propellant == "composite":
                found.append(Refusal(code="composite_booster"))
            elif motor.kind == "plugged":
                found.append(Refusal(code="booster_plugged"))
    return found
