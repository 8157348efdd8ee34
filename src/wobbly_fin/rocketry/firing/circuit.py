"""Will it light: one battery, two conductors, clips, igniters side by side; Ohm's and Kirchhoff's laws, steady current.

Inductance, heating of the bridge and its change of resistance are left out: all of them matter less than a tired battery.
"""

from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.firing.lead import LONGEST_M, resistance_ohm
from wobbly_fin.rocketry.firing.parts import Battery, Igniter

# A pair of clips on clean leads (our own figure); dirty ones are several times that.
CLIPS_OHM = 0.05
# Side by side from one controller (our own bound: beyond it leads and clips are no longer one resistance).
MOST_IGNITERS = 7
# What is wanted of the current at each igniter over its all-fire current (common practice, no source).
SURE = 1.5
# A fuse in a lithium or lead battery's lead: sizes that are sold. [A]
FUSES_A = (1.0, 2.0, 3.0, 5.0, 7.5, 10.0, 15.0, 20.0, 25.0, 30.0)
# Copper in a lead: cross-sections that are sold. [m²]
LEADS_M2 = (0.5e-6, 0.75e-6, 1.0e-6, 1.5e-6, 2.5e-6)
Will = Literal["lights", "may not", "does not"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Circuit:
    """A launch controller's circuit.

    Parameters
    ----------
    lead_m : float
        One way, from controller to pad. [m]
    area_m2 : float
        Of one conductor. [m²]
    igniters : tuple of Igniter
        Side by side; a cluster has several.
    lamp_ohm : float
        In series while continuity is looked at. [Ω]
    box_ohm : float
        Of switches, relay and plugs. [Ω]
    """

    battery: Battery
    lead_m: float
    area_m2: float
    igniters: tuple[Igniter, ...]
    clips_ohm: float = CLIPS_OHM
    box_ohm: float = 0.05
    lamp_ohm: float = 470.0

    def __post_init__(self) -> None:
        if not 1 <= len(self.igniters) <= MOST_IGNITERS:
            raise RocketryError("igniters", f"are {len(self.igniters)}; one to {MOST_IGNITERS} stand side by side")
        require_finite("clips_ohm", self.clips_ohm, 0.0, 20.0)
        require_finite("box_ohm", self.box_ohm, 0.0, 20.0)
        require_finite("lamp_ohm", self.lamp_ohm, 0.0, 100e3)
        _ = self.lead_ohm

    @property
    def lead_ohm(self) -> float:
        """Out and back. [Ω]"""
        return resistance_ohm(self.lead_m, self.area_m2)


@dataclass(frozen=True, slots=True, kw_only=True)
class Firing:
    """What a circuit does. Currents in the order of the igniters. [A], [W]

    Attributes
    ----------
    least : float
        The smallest current over its igniter's all-fire current. [-]
    safe_test : bool
        Continuity is looked at with less than any igniter's no-fire current.
    longest_m : float or None
        The longest lead that still lights them surely; None where none does, however short. [m]
    fuse_a : float or None
        For a battery that wants one. [A]
    """

    currents_a: tuple[float, ...]
    total_a: float
    battery_w: float
    test_a: tuple[float, ...]
    least: float
    will: Will
    safe_test: bool
    longest_m: float | None
    fuse_a: float | None
    overdrawn: bool


def _side_by_side(circuit: Circuit) -> tuple[list[float], float]:
    """Each igniter with its clips, and what they let through together. [Ω], [S]"""
    branches = [i.ohm + circuit.clips_ohm for i in circuit.igniters]
    return branches, sum(1 / ohm for ohm in branches)


def currents(circuit: Circuit, series_ohm: float = 0.0) -> tuple[float, ...]:
    """Through each igniter, with so much more in series. [A]"""
    branches, conductance = _side_by_side(circuit)
    total = circuit.battery.volts / (circuit.battery.ohm + circuit.box_ohm + circuit.lead_ohm + series_ohm + 1 / conductance)
    return tuple(total / conductance / ohm for ohm in branches)


def fire(circuit: Circuit) -> Firing:
    """Everything about one circuit."""
    at = currents(circuit)
    test = currents(circuit, circuit.lamp_ohm)
    total = sum(at)
    least = min(a / i.all_fire_a for a, i in zip(at, circuit.igniters, strict=True))
    return Firing(
        currents_a=at,
        total_a=total,
        battery_w=circuit.battery.volts * total,
        test_a=test,
        least=least,
        will="lights" if least >= SURE else "may not" if least >= 1 else "does not",
        safe_test=all(a < i.no_fire_a for a, i in zip(test, circuit.igniters, strict=True)),
        longest_m=longest_lead_m(circuit),
        fuse_a=fuse_a(total) if circuit.battery.cell.fused else None,
        overdrawn=total > circuit.battery.cell.most_a,
    )


def longest_lead_m(circuit: Circuit) -> float | None:
    """The longest lead of this gauge that lights every igniter surely; None where even none does. [m]

    The wanted current at the worst igniter fixes the total resistance, of which the lead may be what is left.
    """
    branches, conductance = _side_by_side(circuit)
    wanted_total = max(SURE * i.all_fire_a * ohm * conductance for i, ohm in zip(circuit.igniters, branches, strict=True))
    left = circuit.battery.volts / wanted_total - circuit.battery.ohm - circuit.box_ohm - 1 / conductance
    if left < 0:
        return None
    per_metre = resistance_ohm(1.0, circuit.area_m2)
    return min(LONGEST_M, left / per_metre)


def fuse_a(total_a: float) -> float | None:
    """The smallest that is sold a quarter above the firing current; None where it is beyond them all. [A]"""
    require_finite("total_a", total_a, 0.0, 1e4)
    return next((f for f in FUSES_A if f >= 1.25 * total_a), None)


def remedies(circuit: Circuit, stand_off_m: float) -> tuple[Circuit, ...]:
    """The nearest changes that light it surely from far enough away: a fresh battery, a thicker lead, more cells."""
    far = replace(circuit, lead_m=max(circuit.lead_m, stand_off_m))
    tries = [replace(far, battery=replace(far.battery, charge=1.0, ohm_each=None))]
    tries += [replace(far, area_m2=area) for area in LEADS_M2 if area > far.area_m2]
    tries += [replace(tries[0], battery=replace(tries[0].battery, cells=n)) for n in range(far.battery.cells + 1, 9)]
    return tuple(t for t in tries if fire(t).will == "lights")[:3]
