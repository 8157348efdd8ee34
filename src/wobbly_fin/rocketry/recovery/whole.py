"""A rocket's recovery as a whole: how fast it lands, whether it fits, what holds, what parts it, what is exposed."""

from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, recovery_packs
from wobbly_fin.rocketry.airframe.mass import PartMass
from wobbly_fin.rocketry.airframe.parts import CanopyPack
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.canopies.canopy import Canopy, HungRates, hung_drag_area_m2, hung_rates, terminal_speed_m_s
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS, CanopyKind
from wobbly_fin.rocketry.canopies.sizing import breaks_fins, landing_energy_j, wanted_band
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.bays import Asked, Climb, FilledBay, MotorAboard, fill_bays, pinned, rim_m, wall_m
from wobbly_fin.rocketry.recovery.cases import Case, Moment, cases_of
from wobbly_fin.rocketry.recovery.cords import CordSchool, at_rim, recommended_m, school_of, zips
from wobbly_fin.rocketry.recovery.gas_path import GasStep
from wobbly_fin.rocketry.recovery.opens import Opening, Weights, walk
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan
from wobbly_fin.rocketry.recovery.vents import Vent, vents_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Recovery:
    """Everything about a rocket's recovery.

    Attributes
    ----------
    hanging_kg : float
        What lands: the rocket with its burnt-out motor. [kg]
    canopy : Canopy or None
        The main; None for a rocket that only tumbles.
    first_rate_m_s : float or None
        Under what comes before the main, in the air at the pad. [m/s]
    bays : tuple of FilledBay
        The main's first; none for what tumbles, or for blades and wings that fold outside.
    rim_m : float
        From the cord's anchor to the tube's rim: a flameproof line that ends below it leaves the elastic at the rim. [m]
    zips : bool
        A stiff thin line may cut the tube.
    openings : tuple of Opening
        What lets each device out, as walked.
    hung : HungRates or None
        Under a streamer: what the body that hangs from it brakes; None under anything else.
    cloth_kg_m2 : float
        What a hole in the main takes off its mass; 0 where its mass was measured whole. [kg/m²]
    """

    hanging_kg: float
    kind: CanopyKind
    canopy: Canopy | None
    drogue: Canopy | None
    rate_m_s: float
    first_rate_m_s: float | None
    band: tuple[float, float]
    energy_j: float
    breaks_fins: bool
    bays: tuple[FilledBay, ...]
    cases: tuple[Case, ...]
    cord_m: float
    cord_wants_m: tuple[float, float]
    cord_school: CordSchool
    proof_m: float
    rim_m: float
    zips: bool
    cloth_kg_m2: float
    vents: tuple[Vent, ...]
    plan: RecoveryPlan
    openings: tuple[Opening, ...]
    hung: HungRates | None = None

    @property
    def gentle(self) -> bool:
        """Slower than people aim at, by more than rounding."""
        return self.rate_m_s < 0.97 * self.band[0]

    @property
    def worst(self) -> Case | None:
        """The case with the weakest link."""
        return min(self.cases, key=lambda c: c.loads.weakest.safety, default=None)

    @property
    def main_bay(self) -> FilledBay | None:
        """Where the main lies."""
        return self.bays[0] if self.bays else None

    @property
    def exposed(self) -> tuple[GasStep, ...]:
        """What on the way of the gas wants a word, in every bay."""
        return tuple(s for b in self.bays for s in b.gas if s.code)


def recover(
    layout: Layout,
    rows: Sequence[PartMass],
    *,
    density_kg_m3: float,
    plan: RecoveryPlan,
    moments: Sequence[Moment] = (),
    motor: MotorAboard | None = None,
    climb: Climb | None = None,
    weights: Weights | None = None,
    openings: Sequence[Opening] | None = None,
) -> Recovery:
    """Put the questions of recovery to the first stage.

    Parameters
    ----------
    moments : sequence of Moment
        When what opens, and how fast it goes then: in time, early, late.
    weights : Weights or None
        What hangs; None: the parts' own masses and the burnt motor.
    openings : sequence of Opening or None
        As a configuration walked them; None: walked here with this motor alone.

    Raises
    ------
    RocketryError
        For a rocket with nothing to come down under, or a canopy without a cord, or one that lies nowhere.
    """
    weights = weights or weights_of(rows, motor.burnt_kg if motor else 0.0)
    if openings is None:
        openings = walk(layout, plan, motor.charges if motor else (), weights)
    hanging = weights.hanging_kg
    tumbling = tumble_drag_area_m2(layout, 0)
    packs = recovery_packs(layout)
    sequence = plan.sequence
    if sequence.first == "tumble_only" or not packs:
        if sequence.first != "tumble_only":
            raise RocketryError(
                "canopy", "is missing; nothing to come down under. Add one at the Shape station, or let it tumble"
            )
        return _falling(layout, plan, openings, hanging, "tumble", None, terminal_speed_m_s(hanging, tumbling, density_kg_m3))
    canopy = packs[0].part.canopy
    rate = terminal_speed_m_s(hanging, hung_drag_area_m2(canopy, tumbling), density_kg_m3)
    if canopy.kind not in PACKED_KINDS:
        return _falling(layout, plan, openings, hanging, canopy.kind, canopy, rate)
    drogue = _drogue(packs, sequence.drogue) if sequence.first == "drogue" else None
    bays = fill_bays(Asked(layout, rows, plan, weights, motor, openings), packs[:2] if drogue is not None else packs[:1])
    cases = cases_of(bays, canopy, drogue, density_kg_m3, moments)
    jerk = max((c.loads.taut_n for c in cases if not c.fault), default=0.0)
    bays = pinned(bays, jerk, climb or Climb(), layout)
    main = bays[0]
    school, wall, tube = school_of(main.rig.segments), wall_m(main.tube), main.tube.part
    rim = rim_m(layout, main)
    first_area = drogue.drag_area_m2 if drogue is not None else tumbling
    return Recovery(
        hanging_kg=hanging,
        kind=canopy.kind,
        canopy=canopy,
        drogue=drogue,
        rate_m_s=rate,
        first_rate_m_s=terminal_speed_m_s(hanging, first_area, density_kg_m3) if sequence.two_events else None,
        band=wanted_band(hanging, canopy.kind),
        energy_j=landing_energy_j(hanging, rate),
        breaks_fins=breaks_fins(hanging, rate),
        bays=bays,
        cases=cases,
        cord_m=sum(s.length_m for s in main.rig.segments),
        cord_wants_m=recommended_m(layout.length_m, hanging, school),
        cord_school=school,
        proof_m=sum(s.length_m for s in main.rig.segments if s.stuff.flameproof),
        rim_m=rim,
        zips=bool(cases)
        and zips(at_rim(main.rig.segments, rim), max(c.loads.taut_n for c in cases if not c.fault), wall, tube.material or ""),
        cloth_kg_m2=_cloth_kg_m2(packs[0].part),
        vents=vents_of(layout, altimeter=sequence.at_apogee),
        plan=plan,
        openings=tuple(openings),
        hung=hung_rates(canopy, tumbling, hanging, density_kg_m3) if canopy.kind == "streamer" else None,
    )


def weights_of(rows: Sequence[PartMass], burnt_kg: float) -> Weights:
    """The first stage by its parts' own masses, a burnt motor in it. [kg]"""
    own = tuple((r.cg_m, r.mass_kg) for r in rows if r.stage == 0)
    return Weights(hanging_kg=sum(m for _, m in own) + burnt_kg, rows=own)


def _falling(
    layout: Layout,
    plan: RecoveryPlan,
    openings: Sequence[Opening],
    hanging_kg: float,
    kind: CanopyKind,
    canopy: Canopy | None,
    rate: float,
) -> Recovery:
    """Something that packs nothing: it tumbles, spins or glides down."""
    return Recovery(
        hanging_kg=hanging_kg, kind=kind, canopy=canopy, drogue=None, rate_m_s=rate, first_rate_m_s=None,
        band=wanted_band(hanging_kg, kind), energy_j=landing_energy_j(hanging_kg, rate), breaks_fins=breaks_fins(hanging_kg, rate),
        bays=(), cases=(), cord_m=0.0, cord_wants_m=(0.0, 0.0), cord_school="other", proof_m=0.0, rim_m=0.0, zips=False, cloth_kg_m2=0.0,
        vents=vents_of(layout, altimeter=False), plan=plan, openings=tuple(openings),
    )  # fmt: skip


def _cloth_kg_m2(part: CanopyPack) -> float:
    stuff = part.made_of
    return stuff.density if stuff is not None and stuff.form == "cloth" and part.mass_kg is None else 0.0


def _drogue(packs: Sequence[Placed[CanopyPack]], told: Canopy | None) -> Canopy | None:
    """The smaller canopy aboard, or one only told of."""
    return packs[1].part.canopy if len(packs) > 1 else told
