"""Parts of an airframe: frozen values, checked when made, each with its place and where its mass comes from."""

from wobbly_fin.rocketry.airframe.parts.fins import FinSet
from wobbly_fin.rocketry.airframe.parts.fittings import (
    Allowance,
    Anchor,
    CanopyPack,
    Cord,
    Device,
    DisplayPart,
    GasVent,
    Joint,
    LaunchLug,
    MassLump,
    RailButton,
    RailGuide,
    Retainer,
    StaticPort,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.parts.inside import Baffle, Bulkhead, CentringRing, Coupler, MotorTube, Piston
from wobbly_fin.rocketry.airframe.parts.outer import BodyTube, FinCan, NoseCone, Outer, Transition
from wobbly_fin.rocketry.airframe.parts.part import Part
from wobbly_fin.rocketry.airframe.parts.pods import Pods
from wobbly_fin.rocketry.airframe.parts.rings import RingFin, TubeFins

PART_TYPES: dict[str, type[Part]] = {
    kind.TYPE: kind
    for kind in (
        NoseCone, BodyTube, Transition, FinCan, FinSet, TubeFins, RingFin, Pods, MotorTube, CentringRing, Coupler, Bulkhead, Baffle, Piston,
        LaunchLug, RailButton, RailGuide, StaticPort, GasVent, Retainer, Anchor, Cord, CanopyPack, Joint, MassLump, Device, Allowance, DisplayPart,
    )
}  # fmt: skip

# What aspects say of many kinds at once: pieces of the body; what lies inside it; what is no body in the air.
BODY: tuple[type[Part], ...] = (NoseCone, BodyTube, Transition, FinCan)
INSIDE: tuple[type[Part], ...] = (
    MotorTube,
    CentringRing,
    Coupler,
    Bulkhead,
    Baffle,
    Retainer,
    Anchor,
    Cord,
    CanopyPack,
    MassLump,
    Device,
)
NO_BODY: tuple[type[Part], ...] = (Joint, Allowance, DisplayPart)

# Kinds of older drawings, read for ever and never made anew.
OLDER_TYPES: dict[str, type[Part]] = {VentHoles.TYPE: VentHoles}

__all__ = [
    "BODY", "INSIDE", "NO_BODY",
    "OLDER_TYPES",
    "PART_TYPES", "Allowance", "Anchor", "Baffle", "BodyTube", "Bulkhead", "CanopyPack", "CentringRing", "Cord", "Coupler", "Device", "DisplayPart",
    "FinCan", "FinSet", "GasVent", "Joint", "LaunchLug", "MassLump", "MotorTube", "NoseCone", "Outer", "Part", "Piston", "Pods", "RailButton",
    "RailGuide", "Retainer", "RingFin", "StaticPort", "Transition", "TubeFins", "VentHoles",
]  # fmt: skip
