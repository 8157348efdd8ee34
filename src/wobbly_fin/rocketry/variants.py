"""The same rocket with one thing changed, whichever kind of rocket it is."""

from dataclasses import replace
from typing import TypeVar, cast

from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.vehicle import Rocket

Body = TypeVar("Body", bound=Rocket)

_CD = (1e-3, 5.0)  # what a quick rocket may have


def heavier(rocket: Rocket, ballast_kg: float, at_m: float) -> Rocket:
    """With ballast, its place measured from the nose tip; a quick rocket does not know where. [kg], [m]"""
    if ballast_kg <= 0.0:
        return rocket
    if isinstance(rocket, QuickRocket):
        return replace(rocket, mass_kg=rocket.mass_kg + ballast_kg)
    return _rigid(rocket).heavier(ballast_kg, at_m)


def under(rocket: Rocket, canopy: Canopy) -> Rocket:
    """Under another canopy; what the canopy weighs is not changed with it."""
    if isinstance(rocket, QuickRocket):
        return replace(rocket, canopy=canopy)
    return _rigid(rocket).under(canopy)


def dragging(rocket: Body, cd: float) -> Body:
    """With another drag coefficient. [-]"""
    if isinstance(rocket, QuickRocket):
        return replace(rocket, cd=cd)
    return cast(Body, _rigid(rocket).dragging(cd))


def with_drag_factor(rocket: Body, factor: float) -> Body:
    """With its drag multiplied. [-]"""
    if factor == 1.0:
        return rocket
    if isinstance(rocket, QuickRocket):
        return replace(rocket, cd=min(max(rocket.cd * factor, _CD[0]), _CD[1]))
    return cast(Body, _rigid(rocket).with_drag_factor(factor))


def _rigid(rocket: Rocket) -> RigidRocket:
    if not isinstance(rocket, RigidRocket):
        raise TypeError(type(rocket))
    return rocket
