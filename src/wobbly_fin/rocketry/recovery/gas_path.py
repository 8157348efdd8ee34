"""The way of the hot gas, from motor to canopy: what lies in it and is not flameproof."""

from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.airframe.parts import CanopyPack, CentringRing, Cord, MotorTube

# Untreated paper and laundry sheets burn: refused, whatever school names them.
BURNS = ("toilet paper", "laundry sheet", "newspaper", "kitchen roll", "paper towel", "napkin")


@dataclass(frozen=True, slots=True, kw_only=True)
class Exposed:
    """Something the gas reaches. `code`: burns, melts, no_protection, blocked, leaks."""

    code: str
    what: str
    softens_c: float | None = None


def gas_path(layout: Layout, stage: int, protection: str, wadding_name: str = "") -> tuple[Exposed, ...]:
    """Walk from the motor forwards and name what is exposed.

    Parameters
    ----------
    protection : str
        tissue, fluff, cloth, baffle or none.
    wadding_name : str
        What its owner calls the wadding: untreated paper is refused.
    """
    out: list[Exposed] = []
    lowered = wadding_name.lower()
    if any(word in lowered for word in BURNS):
        out.append(Exposed(code="burns", what=wadding_name))
    for mount in layout.of(MotorTube):
        if mount.stage == stage and isinstance(mount.part, MotorTube) and mount.part.plugged:
            out.append(Exposed(code="blocked", what=mount.part.called))
    rings = [r for r in layout.of(CentringRing) if r.stage == stage]
    for ring in rings:
        part = ring.part
        assert isinstance(part, CentringRing)
        hosts = [m.part for m in layout.of(MotorTube) if m.stage == stage and isinstance(m.part, MotorTube)]
        if hosts and part.inner_diameter_m and hosts[0].count == 1 and part.inner_diameter_m - hosts[0].outer_diameter_m > 0.003:
            out.append(Exposed(code="leaks", what=part.called))
    shielded = protection != "none"
    if not shielded:
        out.append(Exposed(code="no_protection", what=""))
    for placed in layout.of(Cord, CanopyPack):
        if placed.stage != stage:
            continue
        stuff = MATERIALS.get(placed.part.material or "")
        # The cord's lower end lies below the wadding, in the gas, whatever protects the canopy.
        naked = isinstance(placed.part, Cord) or not shielded
        if stuff is not None and naked and not stuff.flameproof:
            out.append(Exposed(code="melts", what=f"{placed.part.called} ({stuff.name})", softens_c=stuff.softens_c))
    return tuple(out)


def burns(exposed: Sequence[Exposed]) -> bool:
    """Whether anything on the way catches fire."""
    return any(e.code == "burns" for e in exposed)
