"""What motors a stage takes."""

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.parts import FinCan, MotorTube
from wobbly_fin.rocketry.errors import RocketryError


def mount_of(layout: Layout, stage: int) -> tuple[float, float]:
    """Inside diameter and longest motor of a stage's mount; raises RocketryError where it has none. [m], [m]"""
    for placed in layout.placed:
        part = placed.part
        if placed.stage != stage:
            continue
        if isinstance(part, MotorTube):
            return part.inner_diameter_m, part.longest_motor_m
        if isinstance(part, FinCan) and part.max_motor_length_m is not None:
            return part.inner_diameter_m, part.max_motor_length_m
    raise RocketryError("parts", "has no motor tube yet: add one, and every motor that fits can be judged")
