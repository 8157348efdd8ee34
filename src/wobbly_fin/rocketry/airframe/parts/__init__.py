"""Parts of an airframe: frozen values, checked when made, each with its place and where its mass comes from."""

from wobbly_fin.rocketry.airframe.parts.fins import FinSet
from wobbly_fin.rocketry.airframe.parts.fittings import (
    Allowance,
    Anchor,
    CanopyPack,
    Cord,
    DisplayPart,
    Joint,
    LaunchLug,
    MassLump,
    RailButton,
    Retainer,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.parts.inside import Bulkhead, CentringRing, Coupler, MotorTube
from wobbly_fin.rocketry.airframe.parts.outer import BodyTube, FinCan, NoseCone, Outer, Transition
from wobbly_fin.rocketry.airframe.parts.part import Part

PART_TYPES: dict[str, type[Part]] = {
    kind.TYPE: kind
    for kind in (
        NoseCone, BodyTube, Transition, FinCan, FinSet, MotorTube, CentringRing, Coupler, Bulkhead, LaunchLug, RailButton, VentHoles, Retainer,
        Anchor, Cord, CanopyPack, Joint, MassLump, Allowance, DisplayPart,
    )
}  # fmt: skip

__all__ = [
    "PART_TYPES", "Allowance", "Anchor", "BodyTube", "Bulkhead", "CanopyPack", "CentringRing", "Cord", "Coupler", "DisplayPart",
    "FinCan", "FinSet", "Joint", "LaunchLug", "MassLump", "MotorTube", "NoseCone", "Outer", "Part", "RailButton", "Retainer",
    "Transition", "VentHoles",
]  # fmt: skip
