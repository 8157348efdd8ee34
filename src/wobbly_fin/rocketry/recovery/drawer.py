"""Canopies one has, tried in this rocket: how each would land, pack and load the cord, and which is the nearest up."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.canopies.canopy import Canopy, descent_rate_m_s
from wobbly_fin.rocketry.canopies.packing import Fit, pack, packed_density_kg_m3, packed_length_m
from wobbly_fin.rocketry.canopies.sizing import landing_energy_j, nearest_up
from wobbly_fin.rocketry.recovery.chain import loads
from wobbly_fin.rocketry.recovery.whole import Recovery


@dataclass(frozen=True, slots=True, kw_only=True)
class Spare:
    """A canopy that could be taken. [kg]"""

    key: str
    name: str
    canopy: Canopy
    mass_kg: float
    cloth: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Option:
    """A spare tried: `fill` is what of the bay is taken, `holds` the safety of the weakest link at the worst moment. [-]"""

    spare: Spare
    rate_m_s: float
    energy_j: float
    fill: float
    fit: Fit
    holds: float
    nearest: bool


def options(found: Recovery, spares: Sequence[Spare], density_kg_m3: float) -> tuple[Option, ...]:
    """Every spare in the main's bay, fastest first; none for a rocket that packs nothing."""
    if found.main_bay is None:
        return ()
    best = nearest_up(found.hanging_kg, found.band[1], density_kg_m3, [s.canopy for s in spares])
    tried = [_tried(found, spare, density_kg_m3, spare.canopy is best) for spare in spares]
    return tuple(sorted(tried, key=lambda o: -o.rate_m_s))


def _tried(found: Recovery, spare: Spare, density_kg_m3: float, nearest: bool) -> Option:
    bay = found.main_bay
    assert bay is not None
    length = packed_length_m(spare.mass_kg, bay.bay.bore_m, packed_density_kg_m3(spare.cloth))
    # The main is the first canopy that goes in after the cords; what it took is given back.
    others = bay.packed.fill * bay.bay.length_m - bay.main_length_m
    packed = pack([(spare.name, max(0.0, others + length))], bay.bay.length_m, 0.0)
    rate = descent_rate_m_s(found.hanging_kg, spare.canopy, density_kg_m3)
    speeds = [(c.speed_m_s, 0.0 if bay.released else bay.parting_m_s) for c in found.cases if c.opens == "main" and not c.fault]
    rig = replace(bay.rig, canopy=spare.canopy, cloth=spare.cloth)
    holds = min((loads(rig, density_kg_m3, v, parting).weakest.safety for v, parting in speeds), default=float("inf"))
    return Option(
        spare=spare, rate_m_s=rate, energy_j=landing_energy_j(found.hanging_kg, rate), fill=packed.fill, fit=packed.fit,
        holds=holds, nearest=nearest,
    )  # fmt: skip
