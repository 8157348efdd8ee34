"""About what a rocket costs, part by part: rough prices of our own, in a money like euros or dollars; common practice, no source.

They are for saying which of two designs is the cheaper one and whether a purse is far too small, not for a bill.
"""

import math
from collections.abc import Callable, Mapping
from typing import Any

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    Anchor,
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    Device,
    DisplayPart,
    FinCan,
    FinSet,
    Joint,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Part,
    Piston,
    Pods,
    RailButton,
    RailGuide,
    Retainer,
    RingFin,
    Transition,
    TubeFins,
    VentHoles,
)  # fmt: skip
from wobbly_fin.rocketry.motors.motor import Motor

# What a tube, nose or plate of a stuff costs beside one of paper, balsa or plain plastic.
_DEARER: Mapping[str, float] = {"phenolic": 1.6, "fibreglass": 3.5, "carbon": 8.0, "birch-ply": 1.5}
_PER_M: Mapping[str, float] = {"elastic-3": 0.4, "elastic-6": 0.8, "aramid-1": 1.0, "aramid-3": 1.8, "nylon-web": 2.0}
_DEVICE: Mapping[str, float] = {"logger": 40.0, "altimeter": 70.0, "release": 90.0, "tracker": 80.0, "camera": 30.0}
_RETAINER: Mapping[str, float] = {"hook": 0.8, "tape": 0.2, "clips": 2.0, "screw": 1.0}
_ANCHOR: Mapping[str, float] = {"eye_bolt": 2.5, "u_bolt": 5.0}
_SHEET_PER_M2_MM = 12.0  # of fin sheet and plate, by its thickness


def price_of(part: Part) -> float:
    """About what a part costs. [money]"""
    known = PRICE.find(part)
    return 0.0 if known is None else known(part) * _DEARER.get(part.material or "", 1.0)


def motor_price(motor: Motor) -> float:
    """About what a motor costs where its owner has told no price. [money]"""
    return 1.1 * motor.curve.total_impulse_n_s**0.7


def _tube(part: Any) -> float:
    return float((4.0 + 250.0 * (part.outer_diameter_m or 0.03)) * part.length_m * getattr(part, "count", 1))


def _plate(part: Any) -> float:
    return float(0.4 + 1000 * part.thickness_m * _SHEET_PER_M2_MM * (part.outer_diameter_m or 0.05) ** 2)


def _fins(part: Any) -> float:
    across = (part.root_chord_m or 0.05) + (part.tip_chord_m or 0.0)
    # A third of a sheet is offcut.
    return float(part.count * 1.5 * across / 2 * (part.span_m or 0.05) * 1000 * part.thickness_m * _SHEET_PER_M2_MM)


def _canopy(part: Any) -> float:
    return float(1.5 + (10.0 if part.material == "film" else 28.0) * math.pi / 4 * (part.diameter_m or 0.3) ** 2)


# About what a part costs, as of paper, balsa or plain plastic.
PRICE: Aspect[Callable[[Any], float]] = Aspect("price")
PRICE.none("free", VentHoles, DisplayPart)
PRICE.of(NoseCone)(lambda p: 2.0 + 180.0 * (p.base_diameter_m or 0.03))
PRICE.of(BodyTube, MotorTube, Coupler, TubeFins, RingFin, Pods)(_tube)
PRICE.of(Transition, FinCan)(lambda p: 3.0 + 60.0 * p.length_m)
PRICE.of(CentringRing, Bulkhead)(_plate)
PRICE.of(Baffle, Piston)(lambda p: 3.0 + 60.0 * p.length_m)
PRICE.of(FinSet)(_fins)
PRICE.of(LaunchLug)(lambda p: 0.4)
PRICE.of(RailButton, RailGuide)(lambda p: 3.0)
PRICE.of(Retainer)(lambda p: _RETAINER.get(p.kind, 5.0 + 600 * (p.mass_kg or 0.01)))
PRICE.of(Anchor)(lambda p: _ANCHOR.get(p.kind, 0.3))
PRICE.of(Cord)(lambda p: p.length_m * _PER_M.get(p.material or "", 1.0))
PRICE.of(CanopyPack)(_canopy)
PRICE.of(Joint)(lambda p: 0.5)
PRICE.of(MassLump)(lambda p: 0.2 + 6.0 * (p.mass_kg or 0.0))
PRICE.of(Device)(lambda p: _DEVICE.get(p.kind, 30.0))
PRICE.of(Allowance)(lambda p: 3.0)
