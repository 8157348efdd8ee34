"""Rockets loaded the way tests think of them: a rocket, the mounts of its stages, a motor with a delay."""

from collections.abc import Iterable, Sequence
from dataclasses import replace

from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing import aim as aiming
from wobbly_fin.rocketry.choosing.aim import Aim, Shot
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.pick import judge as judge_configuration
from wobbly_fin.rocketry.choosing.pick import pick as pick_for
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.motors.motor import Motor


def based(rocket: Rocket, mounts: Mount | Sequence[Mount]) -> Configuration:
    """The rocket with mounts of these sizes, uppermost stage first, where it has them drawn; nothing loaded."""
    sizes = [mounts] if isinstance(mounts, Mount) else list(mounts)
    found = []
    for stage, size in enumerate(sizes):
        drawn = [m for m in rocket.mounts if m.stage == stage] if isinstance(rocket, RigidRocket) else []
        first = replace(drawn[0], diameter_m=size.diameter_m, max_length_m=size.max_length_m) if drawn else None
        found.append(first or replace(size, stage=stage, key=f"mount {stage}"))
    return Configuration(rocket=rocket, mounts=tuple(found))


def loaded(rocket: Rocket, motor: Motor, delay_s: float | None = None, boosters: Sequence[Motor] = ()) -> Configuration:
    """The rocket with a motor in each stage, in mounts that take them."""
    sizes = [Mount(diameter_m=m.diameter_m, max_length_m=max(m.length_m, 0.5)) for m in (motor, *boosters)]
    delay = delay_s if motor.kind == "single" else None
    return based(rocket, sizes).with_motors(motor, delay, boosters)


def pick(
    rocket: Rocket, mounts: Mount | Sequence[Mount], where: Situation | Site, motors: Iterable[Motor], rules: Rules | None = None
) -> tuple[Candidate, ...]:
    return pick_for(based(rocket, mounts), where, motors, rules)


def judge(
    rocket: Rocket, mount: Mount, where: Situation | Site, motor: Motor, delay_s: float | None, rules: Rules | None = None
) -> Candidate:
    delay = delay_s if motor.kind == "single" else None
    return judge_configuration(based(rocket, mount).with_motors(motor, delay), where, rules, shares="none")


def take_aim(rocket: Rocket, mount: Mount, situation: Situation, motors: Iterable[Motor], aim: Aim) -> tuple[Shot, ...]:
    return aiming.take_aim(based(rocket, mount), situation, motors, aim)
