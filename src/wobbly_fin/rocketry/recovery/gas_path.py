"""The way of the hot gas, from what makes it to the canopy: what narrows it, closes it, lets it past, or cannot stand it."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Bay, Layout, Placed, bore_of
from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
    Baffle,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    FinCan,
    MotorTube,
    Transition,
)
from wobbly_fin.rocketry.canopies.packing import PROTECTIONS
from wobbly_fin.rocketry.recovery.wadding import what_it_is

State = Literal["passes", "shields", "exposed", "blocked", "leaks", "burns"]
# Wider than this round the motor tube and the gas goes past the ring (our own figure). [m]
RING_GAP_M = 0.003


@dataclass(frozen=True, slots=True, kw_only=True)
class GasStep:
    """A place on the way.

    Attributes
    ----------
    code : str
        What is to be said of it; empty where it merely passes.
    bore_m : float or None
        How wide the way is there. [m]
    """

    what: str
    state: State
    code: str = ""
    softens_c: float | None = None
    bore_m: float | None = None


def gas_path(
    layout: Layout,
    bay: Bay,
    *,
    protection: str,
    wadding: str = "",
    protection_m: float = 0.0,
    by_motor: bool = True,
    stop: int | None = None,
) -> tuple[GasStep, ...]:
    """Walk from the motor, or from a charge at the bay's foot, forwards to the canopy of one bay.

    Parameters
    ----------
    protection : str
        tissue, fluff, cloth, baffle or none.
    wadding : str
        What its owner calls it: untreated paper is refused.
    protection_m : float
        How much of the bay's foot the protection takes: what is tied in ahead of it lies in its lee. [m]
    stop : int or None
        The part at which the walk of what opens it ended.
    """
    stage = layout.placed[bay.host].stage
    steps = (
        list(_from_motor(layout, stage, bay, stop)) if by_motor else [GasStep(what="charge", state="passes", bore_m=bay.bore_m)]
    )
    # A baffle drawn on the way shields, whatever else is packed.
    shielded = protection != "none" or any(step.state == "shields" for step in steps)
    called = what_it_is(wadding)
    if called == "burns":
        steps.append(GasStep(what=wadding, state="burns", code="burns"))
    elif protection != "none":
        asked = called == "unknown" and protection in ("tissue", "fluff")
        code = "chars" if protection == "baffle" and by_motor else "asked" if asked else ""
        steps.append(GasStep(what=wadding if asked else PROTECTIONS[protection], state="shields", code=code))
    elif not shielded:
        steps.append(GasStep(what="", state="exposed", code="no_protection"))
    steps += _cords(layout, bay, shielded, protection_m)
    for placed in layout.of(CanopyPack):
        if placed.host == bay.host:
            stuff = MATERIALS.get(placed.part.material or "")
            naked = not shielded and stuff is not None and not stuff.flameproof
            softens = stuff.softens_c if stuff is not None and naked else None
            name = f"{placed.part.called} ({stuff.name})" if naked and stuff is not None else placed.part.called
            state: State = "exposed" if naked else "passes"
            steps.append(GasStep(what=name, state=state, code="melts" if naked else "", softens_c=softens))
    return tuple(steps)


def _from_motor(layout: Layout, stage: int, bay: Bay, stop: int | None) -> Iterator[GasStep]:
    mounts = [p for p in layout.of(MotorTube) if p.stage == stage]
    start = min((p.fore_m for p in mounts), default=layout.placed[bay.host].aft_m)
    for placed in mounts[:1]:
        mount, shut = placed.part, placed.part.plugged or placed.index == stop
        state: State = "blocked" if shut else "passes"
        yield GasStep(what=mount.called, state=state, code="blocked" if shut else "", bore_m=mount.inner_diameter_m)
    for can in layout.of(FinCan):
        if can.stage == stage:
            closed = not can.part.gas_path
            yield GasStep(
                what=can.part.called, state="blocked" if closed else "passes", code="blocked" if closed else "",
                bore_m=can.part.inner_diameter_m,
            )  # fmt: skip
    yield from _rings(layout, stage, mounts[0].part if mounts else None)
    between = [p for p in layout.placed if p.stage == stage and bay.aft_m - 1e-6 <= (p.fore_m + p.aft_m) / 2 <= start]
    for narrow in sorted(between, key=lambda p: -p.fore_m):
        yield from _narrows(narrow)


def _rings(layout: Layout, stage: int, mount: MotorTube | None) -> Iterator[GasStep]:
    if mount is None or mount.count > 1:
        return
    for placed in layout.of(CentringRing):
        part = placed.part
        if placed.stage == stage and part.inner_diameter_m:
            gap = part.inner_diameter_m - mount.outer_diameter_m
            if gap > RING_GAP_M:
                yield GasStep(what=part.called, state="leaks", code="leaks", bore_m=gap)


def _narrows(placed: Placed) -> Iterator[GasStep]:
    part = placed.part
    if isinstance(part, Bulkhead):
        yield GasStep(what=part.called, state="blocked", code="blocked")
    elif isinstance(part, Baffle):
        yield GasStep(what=part.called, state="shields", code="slides" if part.SLIDES else "chars")
    elif isinstance(part, Coupler | Transition):
        stuff = MATERIALS.get(part.material or "")
        soft = stuff is not None and stuff.softens_c is not None
        bore = (part.outer_diameter_m or 0.0) - 2 * part.wall_m if isinstance(part, Coupler) else bore_of(part)
        state: State = "exposed" if soft else "passes"
        yield GasStep(
            what=f"{part.called} ({stuff.name})" if soft and stuff is not None else part.called,
            state=state, code="softens" if soft else "", softens_c=stuff.softens_c if stuff else None, bore_m=bore or None,
        )  # fmt: skip


def _cords(layout: Layout, bay: Bay, shielded: bool, protection_m: float) -> Iterator[GasStep]:
    """Where a cord is tied in below the top of the wadding it hangs in the gas; a flameproof one below it keeps it out."""
    cords = [(p, MATERIALS.get(p.part.material or "")) for p in layout.of(Cord) if p.host == bay.host]
    anchors = [a for a in layout.of(Anchor) if a.stage == layout.placed[bay.host].stage]
    lee = bay.aft_m - protection_m
    below = any(s is not None and s.flameproof for _, s in cords)
    # A line from the motor mount is flameproof itself; a patch or an eye ahead of the wadding is out of the gas.
    out_of_it = [a.part.kind == "mount_line" or a.aft_m <= lee for a in anchors]
    kept_out = shielded and (below or (bool(out_of_it) and all(out_of_it)))
    for placed, stuff in cords:
        naked = stuff is not None and not stuff.flameproof and not kept_out
        name = f"{placed.part.called} ({stuff.name})" if naked and stuff is not None else placed.part.called
        softens = stuff.softens_c if naked and stuff is not None else None
        yield GasStep(what=name, state="exposed" if naked else "passes", code="cord_melts" if naked else "", softens_c=softens)


def burns(steps: Sequence[GasStep]) -> bool:
    """Whether anything on the way catches fire."""
    return any(s.state == "burns" for s in steps)


def blocked(steps: Sequence[GasStep]) -> bool:
    """Whether the gas never gets to the canopy."""
    return any(s.state == "blocked" for s in steps)
