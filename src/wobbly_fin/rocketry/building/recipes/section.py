"""One stage of a rocket, as recipes see it."""

import math
from dataclasses import dataclass
from functools import cached_property
from typing import TypeVar

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.part_checks import FITS_M
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
    BodyTube,
    Bulkhead,
    CanopyPack,
    Cord,
    Coupler,
    FinCan,
    FinSet,
    MotorTube,
    NoseCone,
    Part,
    Pods,
    RailButton,
    Retainer,
    TubeFins,
)
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.assembly.finished import held_for_good, other_side
from wobbly_fin.rocketry.assembly.pieces import motor_tubes
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.marking import RingMark, ring_marks
from wobbly_fin.rocketry.building.schools import Inside
from wobbly_fin.rocketry.recovery.closures import Closure

One = TypeVar("One", bound=Part)

MINUTE = 60.0
BLADE = "Fresh blade, away from you, fingers behind the edge."
DUST = "Dust mask and eyes when sanding."


@dataclass
class Section:
    """A stage at its bench; `number` counts from the nose. `aft_last`: the mount's aft ring stays off until all ahead of it is done.

    `school`: how its fins are held inside, where not the owner's way.
    """

    bench: Bench
    number: int
    aft_last: bool = False
    school: Inside | None = None

    @property
    def only(self) -> bool:
        """Whether the rocket has no other stage."""
        return len(self.bench.airframe.stages) == 1

    def of(self, kind: type[One]) -> list[Placed[One]]:
        """This stage's parts of a kind."""
        return [p for p in self.bench.layout.of(kind) if p.stage == self.number]

    def key(self, work: str, placed: Placed | None = None, nth: int | None = None) -> str:
        """A step's key: the work, the part, and which one of several."""
        place = self.bench.key(placed) if placed is not None else "" if self.only else f"stage-{self.number}"
        return work + (f":{place}" if place else "") + ("" if nth is None else f":{nth}")

    def said(self, assembly: str) -> str:
        """An assembly's name, which stage it is of where there are several."""
        if self.only or self.body is None:
            return assembly
        return f"{self.body.part.called}: {assembly}"

    @cached_property
    def tubes(self) -> list[Placed[BodyTube]]:
        """Body tubes, front to back."""
        return self.of(BodyTube)

    @cached_property
    def fins(self) -> list[Placed[FinSet]]:
        """Fin sets that are glued on."""
        return [f for f in self.of(FinSet) if not f.part.moulded]

    @cached_property
    def rounds(self) -> list[Placed[TubeFins | Pods]]:
        """Tubes that stand in for fins, and pods."""
        return [*self.of(TubeFins), *self.of(Pods)]

    @property
    def standing(self) -> list[Placed[FinSet | TubeFins | Pods]]:
        """All that stands on the skin, on lines marked for it."""
        return [*self.fins, *self.rounds]

    def touch(self, round_: Placed[TubeFins | Pods]) -> bool:
        """Whether tubes lie against one another."""
        part = round_.part
        room = (
            2 * part.off_axis_m(self.bench.layout.radius_at((round_.fore_m + round_.aft_m) / 2)) * math.sin(math.pi / part.count)
        )
        return room - part.outer_diameter_m < FITS_M

    def behind_m(self, placed: Placed) -> float:
        """From the aft edge of what carries it forward to its own aft end. [m]"""
        return self.bench.layout.host_of(placed).aft_m - placed.aft_m

    @cached_property
    def body(self) -> Placed | None:
        """The tube with the fins and the mount: the one everything is glued into."""
        hosts = [p.host for p in (*self.standing, *self.motor_tubes) if p.host is not None]
        outer = next((self.bench.layout.placed[h] for h in hosts if isinstance(self.bench.layout.placed[h].part, BodyTube)), None)
        return outer or (self.tubes[-1] if self.tubes else None)

    @cached_property
    def motor_tubes(self) -> list[Placed[MotorTube]]:
        """Every one: the first carries the rings."""
        return [m for m in motor_tubes(self.bench.layout) if m.stage == self.number]

    @property
    def mount(self) -> Placed[MotorTube] | None:
        """The motor tube, or the first of a cluster."""
        return self.motor_tubes[0] if self.motor_tubes else None

    @cached_property
    def lids(self) -> list[Placed[Bulkhead]]:
        """What closes a tube or a bay."""
        return self.of(Bulkhead)

    @cached_property
    def couplers(self) -> list[Placed[Coupler]]:
        """Tubes that join others from inside."""
        return self.of(Coupler)

    @cached_property
    def buttons(self) -> list[Placed[RailButton]]:
        """Rail buttons and guides."""
        return self.of(RailButton)

    @cached_property
    def anchors(self) -> list[Placed[Anchor]]:
        """Where cords hold on."""
        return self.of(Anchor)

    @cached_property
    def noses(self) -> list[Placed[NoseCone]]:
        """Nose cones; of a booster none."""
        return self.of(NoseCone)

    @cached_property
    def cloth(self) -> list[Placed[CanopyPack]]:
        """What it comes down by."""
        return self.of(CanopyPack)

    @cached_property
    def rings(self) -> tuple[RingMark, ...]:
        """The rings on the mount, front to back."""
        return ring_marks(self.bench.layout, self.mount) if self.mount is not None else ()

    @cached_property
    def through(self) -> list[Placed[FinSet]]:
        """Fin sets with tabs that reach into the body."""
        return [f for f in self.fins if tab_of(self.bench.layout, f) is not None]

    @property
    def inside(self) -> str:
        """The school of inside fillets that can be had: fins on the surface have no inside."""
        if not self.through or self.mount is None or not self.rings:
            return "surface"
        school = self.school or self.bench.schools.inside or "aft_ring_last"
        return "fin_pockets" if school == "aft_ring_last" and len(self.rings) < 2 else school

    @cached_property
    def aft_ring(self) -> RingMark | None:
        """The ring that goes in last; None where all go in with the mount."""
        return self.rings[-1] if self.aft_last and len(self.rings) > 1 else None

    @property
    def held_in(self) -> int:
        """What the mount is glued into, by number."""
        assert self.mount is not None
        return self.bench.layout.host_of(self.mount).index

    @cached_property
    def closures(self) -> list[Closure]:
        """Joints whose joining part is of this stage."""
        return [c for c in self.bench.closures if self.bench.layout.placed[c.part].stage == self.number]

    def by_id(self, key: str | None) -> Placed | None:
        """A part by its own key."""
        return next((p for p in self.bench.layout.placed if key and p.part.id == key), None)

    @cached_property
    def retainers(self) -> list[Placed[Retainer]]:
        """What keeps the motor in."""
        return self.of(Retainer)

    @cached_property
    def cans(self) -> list[Placed[FinCan]]:
        """One-piece tails."""
        return self.of(FinCan)

    def cords_at(self, anchor: Placed[Anchor]) -> list[Placed[Cord]]:
        """The cords that are tied to an anchor: those in the same tube, else all of this stage."""
        cords = self.of(Cord)
        return [c for c in cords if c.host == anchor.host] or cords

    def out_of_hand(self, eye: Placed[Anchor]) -> bool:
        """Whether no hand gets to an eye once everything is glued."""
        holder = self.by_id(eye.part.parent)
        held = holder.index if holder is not None else self.bench.layout.host_of(eye).index
        return not self.bench.finished.reaches(held, eye.fore_m, "fingers", self.bench.schools.hands)

    def glued_joins(self, joining: Placed) -> tuple[Join, ...]:
        """What a joining part is glued to, at whichever of its ends."""
        mine = (c for c in self.closures if c.part == joining.index and held_for_good(c, self.bench.opens))
        return tuple(Join(joining.index, other_side(c)) for c in mine)

    def ring_part(self, mark: RingMark) -> Placed:
        """A ring mark's part."""
        return self.bench.layout.placed[mark.index]

    def retained_by(self, *kinds: str) -> bool:
        """Whether the motor is kept in by one of these."""
        return any(r.part.kind in kinds for r in self.retainers)
