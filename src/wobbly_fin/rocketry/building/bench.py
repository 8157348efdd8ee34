"""The bench a plan is made at: the rocket's layout and masses, its owner's schools, glues and units, and the day's warmth."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, lay_out
from wobbly_fin.rocketry.airframe.mass import PartMass, weigh
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, Part
from wobbly_fin.rocketry.assembly.finished import Opens, every_closure, fixed, loose_lids, must_open
from wobbly_fin.rocketry.assembly.stand import Stand
from wobbly_fin.rocketry.building.amounts import with_waste
from wobbly_fin.rocketry.building.glues import Glue, TooColdError, find_glue, mixed, setting
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Gluing, WeighIn
from wobbly_fin.rocketry.recovery.closures import Closure
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

# Of the time a batch can be worked, how much to count on.
WORKABLE_SHARE = 0.8
# How far computed glue strays: one standard deviation as a fraction, our own guess.
GLUE_SCATTER = 0.3
# Less than this cannot be weighed out in equal parts on a kitchen scale: our own figure.
LEAST_MIX_KG = 0.002
_STRONG = {"phenolic", "fibreglass", "carbon"}
_WIDE_M = 0.055


@dataclass(frozen=True, slots=True, kw_only=True)
class Bench:
    """Everything a recipe asks.

    Attributes
    ----------
    opens, closures, lids
        Joints that part in flight; every joint; lids of bays that stay removable.
    """

    airframe: Airframe
    layout: Layout
    masses: tuple[PartMass, ...]
    schools: Schools = field(default_factory=Schools)
    own_glues: Mapping[str, Glue] = field(default_factory=dict)
    units: UnitChoice = METRIC
    opens: Opens = frozenset()
    closures: tuple[Closure, ...] = ()
    lids: frozenset[int] = frozenset()

    @classmethod
    def of(
        cls,
        airframe: Airframe,
        schools: Schools | None = None,
        own_glues: Mapping[str, Glue] | None = None,
        units: UnitChoice = METRIC,
        recovery: RecoveryPlan | None = None,
    ) -> "Bench":
        """A bench for an airframe; raises RocketryError for one that cannot be laid out.

        `recovery`: what is to open it, and so what may never be fixed shut.
        """
        layout = lay_out(airframe)
        opens = must_open(layout, recovery or RecoveryPlan())
        return cls(
            airframe=airframe,
            layout=layout,
            masses=weigh(layout),
            schools=schools or Schools(),
            own_glues=own_glues or {},
            units=units,
            opens=opens,
            closures=every_closure(layout),
            lids=loose_lids(layout, opens),
        )

    @property
    def finished(self) -> Stand:
        """The assembly when everything is glued."""
        return Stand.of(self.layout).after(fixed(self.layout, self.opens, self.lids))

    def size(self, metres: float) -> str:
        """A length as its owner reads it."""
        return show(metres, "short_length", self.units)

    def mass(self, kilograms: float) -> str:
        """A mass as its owner reads it."""
        return show(kilograms, "mass", self.units)

    def warmth(self, celsius: float) -> str:
        """A temperature as its owner reads it."""
        return show(celsius, "temperature", self.units)

    def key(self, placed: Placed) -> str:
        """What names a part in keys: its own key, or its number."""
        return placed.part.id or str(placed.index)

    @property
    def strong(self) -> bool:
        """Whether this rocket is of the kind that is built with epoxy: wide, or of something paper glue does not hold."""
        stuff = {p.part.material for p in self.layout.of(BodyTube, FinSet)}
        return self.layout.reference_diameter_m >= _WIDE_M or bool(stuff & _STRONG)

    @property
    def structural(self) -> str:
        """The glue for joints."""
        return self.schools.structural or ("epoxy-30" if self.strong else "wood")

    @property
    def fillets(self) -> str:
        """The glue for fillets."""
        return self.schools.fillets or self.schools.structural or ("epoxy-thick" if self.strong else "wood")

    def glue_for(self, *parts: Part) -> str:
        """The glue for a joint, by what its faces are made of: metal, plastic, resin-bonded, or paper and wood."""
        faces = {p.made_of.hatch for p in parts if p.made_of is not None}
        if "metal" in faces:
            return "epoxy-steel"
        if faces & {"plastic", "printed"}:
            return "epoxy-5"
        strong = {p.material for p in parts} & _STRONG
        return "epoxy-30" if strong and self.glue(self.structural).sort != "epoxy" else self.structural

    def glue(self, key: str) -> Glue:
        """A glue by its key."""
        return find_glue(key, dict(self.own_glues))

    def gluing(self, key: str, stays_kg: float, hands_on_s: float = 0.0, joints: int = 1) -> Gluing:
        """What to mix for what stays in the joints, in batches that can be worked before they set.

        A batch serves whole joints: more batches than joints make no sense.
        """
        glue, total, refused = self.glue(key), with_waste(stays_kg), ""
        weighed_out = bool(glue.parts) and total > 0
        if weighed_out:
            total = max(total, LEAST_MIX_KG)
        warmth = self.schools.temperature_c
        try:
            once = setting(glue, warmth, total)
        except TooColdError:
            refused = (
                f"{self.warmth(warmth)} is below the {self.warmth(glue.lowest_c)} {glue.name} needs: it would not cure at all"
            )
            warmth = glue.lowest_c
            once = setting(glue, warmth, total)
        batches = 1
        if glue.sort == "epoxy" and once.work_s:
            wanted = math.ceil(hands_on_s / (WORKABLE_SHARE * once.work_s))
            batches = min(max(1, wanted), max(1, joints))
            while batches < joints and setting(glue, warmth, total / batches).warnings.count("large"):
                batches += 1
        if weighed_out:
            # Every cup is weighed out by itself.
            total = max(total, batches * LEAST_MIX_KG)
        each = setting(glue, warmth, total / batches)
        pair = mixed(glue, total / batches) if weighed_out else None
        return Gluing(
            key=key, name=glue.name, mass_kg=total, batches=batches, pair_kg=pair, work_s=each.work_s, handle_s=each.handle_s,
            full_s=each.full_s, warnings=each.warnings, refused=refused, stays_kg=stays_kg,
        )  # fmt: skip

    def weigh_in(self, what: str, parts: list[int], glue_kg: float = 0.0, *, whole: bool = False) -> WeighIn | None:
        """What the scale should show of some parts with their glue; None where nobody knows a mass among them."""
        rows = [self.masses[i] for i in dict.fromkeys(parts)]
        known = [r for r in rows if r.source not in ("unknown", "not flown")]
        expected = sum(r.mass_kg for r in known) + glue_kg
        if expected <= 0:
            return None
        sigma = math.sqrt(sum(r.sigma_kg**2 for r in known) + (GLUE_SCATTER * glue_kg) ** 2)
        return WeighIn(
            what=what, parts=tuple(r.index for r in rows), expected_kg=expected, sigma_kg=sigma, glue_kg=glue_kg, whole=whole
        )
