"""Moments of opening, and what every link is pulled with at each."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.recovery.bays import FilledBay
from wobbly_fin.rocketry.recovery.chain import Loads, loads
from wobbly_fin.rocketry.recovery.cords import without_elastic

Opens = Literal["main", "drogue", "nothing"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Moment:
    """Something opening, or the rocket only parting, at a speed through the air. `fault`: how it should not go. [m/s]"""

    name: str
    opens: Opens
    speed_m_s: float
    fault: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Case:
    """Loads at one moment, or with the elastic out of action."""

    name: str
    opens: Opens
    speed_m_s: float
    loads: Loads
    fault: bool = False


def cases_of(
    bays: Sequence[FilledBay], main: Canopy, drogue: Canopy | None, density_kg_m3: float, moments: Sequence[Moment]
) -> tuple[Case, ...]:
    """Every moment; and the worst of them again with the elastic out of action, where there is any."""
    cases = []
    for m in moments:
        bay = bays[0] if m.opens == "main" else bays[-1]
        canopy = main if m.opens == "main" else drogue if m.opens == "drogue" else None
        rig = replace(bay.rig, canopy=canopy)
        # A main that a release lets open is not thrown apart a second time.
        parting = 0.0 if m.opens == "main" and bay.released else bay.parting_m_s
        found = loads(rig, density_kg_m3, m.speed_m_s, parting)
        cases.append(Case(name=m.name, opens=m.opens, speed_m_s=m.speed_m_s, loads=found, fault=m.fault))
    rig = bays[0].rig
    stiff = without_elastic(rig.segments)
    if moments and len(stiff) < len(rig.segments):
        # Elastic alone, knotted short: a tenth of it is left to stretch.
        left = stiff or tuple(replace(s, length_m=0.1 * s.length_m) for s in rig.segments)
        first = moments[0]
        knotted = replace(rig, segments=left, canopy=main if first.opens == "main" else None)
        found = loads(knotted, density_kg_m3, first.speed_m_s, bays[0].parting_m_s)
        cases.append(Case(name="Its elastic knotted", opens=first.opens, speed_m_s=first.speed_m_s, loads=found, fault=True))
    return tuple(cases)
