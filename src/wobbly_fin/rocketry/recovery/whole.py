"""A rocket's recovery as a whole: how fast it lands, whether it fits, what holds, what is exposed."""

from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Bay, Layout, Placed
from wobbly_fin.rocketry.airframe.mass import PartMass
from wobbly_fin.rocketry.airframe.parts import Anchor, BodyTube, CanopyPack, Cord, MassLump, NoseCone, VentHoles
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.canopy import Canopy, descent_rate_m_s
from wobbly_fin.rocketry.recovery.chain import EYE_AT_M, Loads, Rig, loads
from wobbly_fin.rocketry.recovery.cords import Segment, recommended_m, stuff_of, zips
from wobbly_fin.rocketry.recovery.devices import breaks_fins, landing_energy_j, wanted_band
from wobbly_fin.rocketry.recovery.ejection import Push, bay_volume_m3, vent_diameter_m, wanted
from wobbly_fin.rocketry.recovery.gas_path import Exposed, gas_path
from wobbly_fin.rocketry.recovery.packing import (
    CORD_KG_M3,
    OTHER_KG_M3,
    PACKED_KG_M3,
    PROTECTIONS,
    Packed,
    pack,
    packed_length_m,
    protection_length_m,
)

# To throw nose and canopy out with: our own figure, a firm push.
THROW_N = 90.0
# A flameproof line is meant below, an elastic above: what is not told is taken as knotted at both ends.


@dataclass(frozen=True, slots=True, kw_only=True)
class Case:
    """Loads at one ejection: in time, early, late."""

    name: str
    speed_m_s: float
    loads: Loads


@dataclass(frozen=True, slots=True, kw_only=True)
class Option:
    """A canopy that could be taken instead. `fit` is its packing in the same bay."""

    key: str
    name: str
    canopy: Canopy
    rate_m_s: float
    energy_j: float
    fill: float
    fit: str
    drift_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Vent:
    """Vent holes there are against those the bay wants. [m]"""

    name: str
    have_m: float
    count: int
    wants_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Recovery:
    """Everything about a rocket's recovery.

    Attributes
    ----------
    hanging_kg : float
        What lands: the rocket with its burnt-out motor. [kg]
    zips : bool
        A stiff thin line may cut the tube.
    """

    hanging_kg: float
    canopy: Canopy
    rate_m_s: float
    band: tuple[float, float]
    energy_j: float
    breaks_fins: bool
    bay: Bay
    tube: Placed
    packed: Packed
    rig: Rig
    cases: tuple[Case, ...]
    cord_m: float
    cord_wants_m: tuple[float, float]
    zips: bool
    exposed: tuple[Exposed, ...]
    charge: Push | None
    vents: tuple[Vent, ...]

    @property
    def worst(self) -> Case:
        """The case with the weakest link."""
        return min(self.cases, key=lambda c: c.loads.weakest.safety)


def recover(
    layout: Layout,
    rows: Sequence[PartMass],
    *,
    burnt_motor_kg: float,
    density_kg_m3: float,
    speeds: Sequence[tuple[str, float]],
    protection: str = "tissue",
    wadding: str = "",
) -> Recovery:
    """Put the questions of recovery to the first stage.

    Parameters
    ----------
    speeds : sequence of (name, speed)
        Through the air when it ejects: in time, early, late. [m/s]

    Raises
    ------
    RocketryError
        For a rocket without a canopy or a cord, or one whose canopy lies nowhere.
    """
    packs = [p for p in layout.of(CanopyPack) if p.stage == 0]
    if not packs or not isinstance(packs[0].part, CanopyPack) or packs[0].host is None:
        raise RocketryError("canopy", "is missing: nothing to come down under. Add one at the Shape station")
    pack_part, place = packs[0].part, packs[0]
    canopy, host = pack_part.canopy, layout.placed[packs[0].host]
    bay = layout.bay_of(host.index)
    if bay.length_m <= 0 or not isinstance(host.part, BodyTube):
        raise RocketryError("canopy", f"lies in {host.part.called}, which has no room for it")
    first = [r for r in rows if r.stage == 0]
    dry = sum(r.mass_kg for r in first)
    hanging = dry + burnt_motor_kg
    nose = sum(r.mass_kg for r in first if r.cg_m < bay.fore_m) or 0.01 * hanging
    rate = descent_rate_m_s(hanging, canopy, density_kg_m3)
    cords = [c for c in layout.of(Cord) if c.stage == 0]
    rig = _rig(layout, cords, canopy, pack_part, nose, max(hanging - nose, 1e-3))
    cases = tuple(Case(name=name, speed_m_s=v, loads=loads(rig, density_kg_m3, v)) for name, v in speeds)
    cord_m = sum(c.part.length_m for c in cords if isinstance(c.part, Cord))
    wall = ((host.part.outer_diameter_m - (host.part.inner_diameter_m or host.part.outer_diameter_m)) / 2) or 0.0005
    electronics = any(isinstance(m.part, MassLump) and m.part.kind == "electronics" for m in layout.of(MassLump))
    return Recovery(
        hanging_kg=hanging,
        canopy=canopy,
        rate_m_s=rate,
        band=wanted_band(hanging),
        energy_j=landing_energy_j(hanging, rate),
        breaks_fins=breaks_fins(hanging, rate),
        bay=bay,
        tube=host,
        packed=filled(bay, host, cords, rows, pack_part, rows[place.index].mass_kg, protection),
        rig=rig,
        cases=cases,
        cord_m=cord_m,
        cord_wants_m=recommended_m(layout.length_m, hanging),
        zips=bool(cases) and zips(rig.segments, max(c.loads.taut_n for c in cases), wall),
        exposed=gas_path(layout, 0, protection, wadding),
        charge=wanted(bay.bore_m, bay.length_m, force_n=THROW_N) if electronics else None,
        vents=_vents(layout),
    )


def filled(
    bay: Bay, host: Placed, cords: Sequence[Placed], rows: Sequence[PartMass], part: CanopyPack, canopy_kg: float, protection: str
) -> Packed:
    """The bay, bottom to top: protection, cord, canopy. A packed length that was measured beats what is reckoned."""
    items = [(PROTECTIONS[protection], protection_length_m(protection, bay.bore_m))] if protection != "none" else []
    for cord in cords:
        if isinstance(cord.part, Cord):
            length = cord.part.packed_length_m or packed_length_m(rows[cord.index].mass_kg, bay.bore_m, CORD_KG_M3)
            items.append((cord.part.called, length))
    cloth = PACKED_KG_M3.get(part.material or "", OTHER_KG_M3)
    items.append((part.called, part.packed_length_m or packed_length_m(canopy_kg, bay.bore_m, cloth)))
    return pack(items, bay.length_m, bay.fore_m - host.fore_m)


def _rig(layout: Layout, cords: Sequence[Placed], canopy: Canopy, part: CanopyPack, nose_kg: float, body_kg: float) -> Rig:
    if not cords:
        raise RocketryError("cord", "is missing: nothing joins nose and body. Add one at the Shape station")
    segments = []
    for cord in cords:
        assert isinstance(cord.part, Cord)
        segments.append(Segment(stuff=stuff_of(cord.part.material), length_m=cord.part.length_m))
    # Stiff and flameproof below, elastic above.
    segments.sort(key=lambda s: s.stuff.elastic)
    anchors = [a.part for a in layout.of(Anchor) if a.stage == 0]
    noses = [n.part for n in layout.of(NoseCone)]
    return Rig(
        canopy=canopy,
        segments=tuple(segments),
        nose_kg=nose_kg,
        body_kg=body_kg,
        cloth=part.material or "ripstop",
        anchor=anchors[0].kind if anchors and isinstance(anchors[0], Anchor) else "folded_patch",
        nose_base_m=(noses[0].base_diameter_m or EYE_AT_M) if noses and isinstance(noses[0], NoseCone) else EYE_AT_M,
        nose_material=(noses[0].material or "polystyrene") if noses else "polystyrene",
    )


def _vents(layout: Layout) -> tuple[Vent, ...]:
    out = []
    for placed in layout.of(VentHoles):
        part = placed.part
        assert isinstance(part, VentHoles)
        host = layout.outer_at(placed.fore_m)
        bore = getattr(host.part, "inner_diameter_m", None)
        if bore:
            volume = bay_volume_m3(bore, host.part.axial_length_m)
            out.append(
                Vent(name=part.called, have_m=part.diameter_m, count=part.count, wants_m=vent_diameter_m(volume, part.count))
            )
    return tuple(out)


def option(
    found: Recovery,
    key: str,
    name: str,
    canopy: Canopy,
    mass_kg: float,
    cloth: str,
    density_kg_m3: float,
    fall_m: float,
    wind_m_s: float,
) -> Option:
    """Another canopy in the same bay: how it would land, drift and pack."""
    before = found.packed.layers[-1].length_m
    length = packed_length_m(mass_kg, found.bay.bore_m, PACKED_KG_M3.get(cloth, OTHER_KG_M3))
    taken = found.packed.fill * found.bay.length_m - before + length
    packed = pack([(name, max(taken, 0.0))], found.bay.length_m, 0.0)
    rate = descent_rate_m_s(found.hanging_kg, canopy, density_kg_m3)
    return Option(
        key=key, name=name, canopy=canopy, rate_m_s=rate, energy_j=landing_energy_j(found.hanging_kg, rate), fill=packed.fill,
        fit=packed.fit, drift_m=fall_m / rate * wind_m_s,
    )  # fmt: skip
