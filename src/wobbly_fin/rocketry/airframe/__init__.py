"""The airframe: parts, where they sit, what they weigh, where the air pushes, what drags."""

from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, PartError, Stage
from wobbly_fin.rocketry.airframe.balance import Balance, balance
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, lay_out
from wobbly_fin.rocketry.airframe.parts import PART_TYPES, Part

__all__ = ["PART_TYPES", "Airframe", "Balance", "Known", "Layout", "Part", "PartError", "Placed", "Stage", "balance", "lay_out"]
