"""An airframe with motors aboard, as the flight takes it: a rigid body, clusters and stages and all."""

import itertools
import math
from collections.abc import Callable, Hashable, Sequence
from copy import copy
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from wobbly_fin.rocketry.airframe.aero_table import aero_table, normal_force_table
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.aside import Aside, Margins, round_the_axis, tubes_of
from wobbly_fin.rocketry.airframe.barrowman import Pressure, pressure
from wobbly_fin.rocketry.airframe.layout import Found, Layout, lay_out, recovery_packs
from wobbly_fin.rocketry.airframe.mass import (
    Aboard,
    PartMass,
    Totals,
    empty_totals,
    joined,
    motor_places,
    total,
    weigh,
    weigh_all,
)
from wobbly_fin.rocketry.airframe.modelled import ROUND_UP_TO
from wobbly_fin.rocketry.airframe.mount import Mount, mounts_of
from wobbly_fin.rocketry.airframe.standard_drag import cruise_drag
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.flight.figures import Aero, Floats
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.sequence import AT_ONCE
from wobbly_fin.rocketry.flight.sequence import Sequence as RecoverySequence
from wobbly_fin.rocketry.flight.vehicle import Spent, Stretch, Vehicle, burn_of
from wobbly_fin.rocketry.motors.motor import Motor

LATEST_LIGHTING_S = 30.0
_KEPT = ("_stacks", "_aeros", "_rows", "_empties")  # what copies share, by stack


@dataclass(frozen=True, kw_only=True)
class RigidRocket:
    """An airframe ready for the motor of its first (uppermost) stage.

    Parameters
    ----------
    airframe : Airframe
    canopy_given : Canopy or None
        In place of the airframe's own.
    cd : float or None
        Of its owner's, on `airframe.known.diameter_m` or the largest diameter; None: the build-up.
    boosters : tuple of Motor
        Of the stages below, from the second on downwards; as many as there are stages below the first.
    lights_after_s : float
        How long after its booster's burnout the next stage lights: 0 where the booster lights it, more where it comes late. [s]
    later_s : tuple of (stage, s)
        For stages with an igniter of their own, how long after the burnout below, in place of `lights_after_s`.
    leading : tuple of (stage, Mount)
        Which mount of a stage its motor is in, where that is not its first.
    aside : tuple of Aside
        Motors of further mounts.
    others : tuple of Motor
        What the other tubes of the cluster on the pad hold, where that is not the same motor everywhere.
    dead : int
        Motors of the lowest cluster that fail to light, neighbours, from the first tube on.
    body_lift, mach_correction : bool
        Switches of the model.
    recovery : recovery.Sequence
        How it opens: at once by the charge, or in two events.
    ballast_kg, ballast_at_m : float
        A lump more in the first stage, from the nose tip. [kg], [m]
    shift_kg : float
        More or less than its mass is known to be, spread as it is. [kg]
    hung : bool
        What hangs from a streamer brakes too.
    guessing : bool
        A part whose mass nobody knows is given a guess, where otherwise the rocket is refused.
    drag_factor : float
        What its own flights showed its drag to be, as a multiple of what is reckoned. [-]

    Raises
    ------
    RocketryError
        Where a part's mass is not known and nobody weighed the whole, or the boosters do not go with the stages.
    """

    airframe: Airframe
    canopy_given: Canopy | None = None
    cd: float | None = None
    boosters: tuple[Motor, ...] = ()
    lights_after_s: float = 0.0
    later_s: tuple[tuple[int, float], ...] = ()
    leading: tuple[tuple[int, Mount], ...] = ()
    aside: tuple[Aside, ...] = ()
    others: tuple[Motor, ...] = ()
    dead: int = 0
    body_lift: bool = True
    mach_correction: bool = True
    recovery: RecoverySequence = AT_ONCE
    ballast_kg: float = 0.0
    ballast_at_m: float = 0.0
    shift_kg: float = 0.0
    hung: bool = True
    guessing: bool = False
    drag_factor: float = 1.0

    def __post_init__(self) -> None:
        require_finite("lights_after_s", self.lights_after_s, 0.0, LATEST_LIGHTING_S)
        unknown = () if self.guessing else self.empty(len(self.airframe.stages)).unknown
        if self.airframe.known.mass_kg is None and unknown:
            raise RocketryError(f"parts.{unknown[0]}.mass_kg", "is missing; give a mass or a material, or mass_kg of the whole")

    @cached_property
    def layout(self) -> Layout:
        """Of the whole stack."""
        return lay_out(self.airframe)

    def weigh(self, layout: Layout) -> tuple[PartMass, ...]:
        """Part by part, with guesses where they are asked for."""
        return weigh_all(layout) if self.guessing else weigh(layout)

    @property
    def rows(self) -> tuple[PartMass, ...]:
        """Part by part of the whole stack."""
        return self._once("_rows", 0, lambda: self.weigh(self.layout))

    @property
    def mass_kg(self) -> float:
        """Everything but motors. [kg]"""
        return self.empty(len(self.airframe.stages)).mass_kg

    @property
    def cg_m(self) -> float:
        """Where it balances without motors, from the nose tip. [m]"""
        return self.empty(len(self.airframe.stages)).cg_m

    @property
    def diameter_m(self) -> float:
        """Largest diameter. [m]"""
        return self.layout.reference_diameter_m

    @cached_property
    def canopy(self) -> Canopy | None:
        """What opens."""
        if self.canopy_given is not None:
            return self.canopy_given
        packs = recovery_packs(self.layout)
        return packs[0].part.canopy if packs else None

    @cached_property
    def mounts(self) -> tuple[Mount, ...]:
        """Every mount there is, the uppermost stage's first."""
        return mounts_of(self.layout)

    def mount_in(self, stage: int) -> Mount | None:
        """The mount a stage's leading motor is in; None where nobody drew one."""
        told = dict(self.leading).get(stage)
        return told or next((m for m in self.mounts if m.stage == stage), None)

    def motors_in(self, stage: int) -> int:
        """How many of its leading motor a stage takes."""
        mount = self.mount_in(stage)
        return mount.count if mount is not None else 1

    def margins(self, vehicle: Vehicle, flight: Flight) -> Margins:
        """Stability in calibres at ignition, leaving the rod at the angle it meets the wind there, and at burnout."""
        first, last = vehicle.stretches[0], vehicle.stretches[-1]
        stack = len(self.airframe.stages)
        at_rod = None
        if flight.rod_exit_speed_m_s is not None and flight.rod_exit_angle_deg is not None:
            # Early enough for the mass to be taken as at ignition: the careful side.
            at_rod = self._margin(first, stack, burnt=False, angle_rad=math.radians(flight.rod_exit_angle_deg))
        burnt = [self._margin(s, stack - i, burnt=True) for i, s in enumerate(vehicle.stretches)]
        lit = [self._margin(s, stack - i, burnt=False) for i, s in enumerate(vehicle.stretches)]
        doubt = max(self._pressure(stack - i).doubt_calibres for i in range(len(vehicle.stretches)))
        gone = min(burnt) if last.burn.propellant_kg > 0 else None
        return Margins(on_pad=lit[0], ignition=min(lit), rod_exit=at_rod, burnout=gone, doubt=doubt)

    def _margin(self, stretch: Stretch, stages: int, *, burnt: bool, angle_rad: float = 0.0) -> float:
        layout = self._stack(stages)
        left = 0.0 if burnt else stretch.burn.propellant_kg
        cg = (stretch.dry_kg * stretch.cg_m + left * stretch.propellant_cg_m) / (stretch.dry_kg + left)
        return (self._pressure(stages).cp_at_m(angle_rad) - cg) / layout.reference_diameter_m

    def _pressure(self, stages: int) -> Pressure:
        layout = self._stack(stages)
        return layout.once("pressure", lambda: pressure(layout))

    def gaps_m(self, motor: Motor) -> tuple[float, ...]:
        """Between each booster and the motor it is to light, uppermost pair first; negative where they overlap. [m]"""
        motors, stages = (motor, *self.boosters), len(self.airframe.stages)
        aboard = [self._aboard(motors, s, stages) for s in range(stages)]
        return tuple(b.fore_m - (a.fore_m + a.motor.length_m) for a, b in itertools.pairwise(aboard))

    def aboard(self, motor: Motor) -> tuple[Aboard, ...]:
        """Every motor in its place in the whole stack."""
        stages = len(self.airframe.stages)
        motors = (motor, *self.boosters)
        return tuple(
            a for s in range(stages) for a in (self._aboard(motors, s, stages), *(b for b, _ in self._beside(s, stages)))
        )

    @property
    def pressure(self) -> Pressure:
        """Where the air pushes on the whole stack, at no angle and no speed."""
        return self._pressure(len(self.airframe.stages))

    def heavier(self, ballast_kg: float, at_m: float) -> "RigidRocket":
        """The same with ballast in the first stage, its place measured from the nose tip. [kg], [m]"""
        return self._like(ballast_kg=self.ballast_kg + ballast_kg, ballast_at_m=at_m)

    def with_changed(self, **told: Any) -> "RigidRocket":
        """The same with motors (`boosters`, `leading`, `aside`, `later_s`) or `shift_kg` changed; what does not hang on them is kept."""
        return self._like(**told)

    def under(self, canopy: Canopy) -> "RigidRocket":
        """The same under another canopy; what the canopy weighs is not changed with it."""
        return self._like(canopy_given=canopy)

    def dragging(self, cd: float) -> "RigidRocket":
        """The same with another drag coefficient."""
        return self._like(cd=cd)

    def with_drag_factor(self, factor: float) -> "RigidRocket":
        """The same with its drag multiplied, on top of what it was multiplied with."""
        return self._like(drag_factor=self.drag_factor * factor)

    def loaded(self, motor: Motor) -> Vehicle:
        """With motors in every stage; raises RocketryError where boosters are missing."""
        stages = len(self.airframe.stages)
        motors = (motor, *self.boosters)
        if len(motors) != stages:
            raise RocketryError("motors", f"has {len(motors)} entries for {stages} stages; every stage needs one")
        stretches: list[Stretch] = []
        spent: list[Spent] = []
        lights = 0.0
        liftoff = 0.0
        for lowest in range(stages - 1, -1, -1):
            stretch, mass = self._stretch(motors, lowest, lights)
            liftoff = liftoff or mass
            if lowest:
                ends = stretch.burn.burnout_s
                spent.append(self._spent(motors[lowest], lowest))
                lights = ends + dict(self.later_s).get(lowest - 1, self.lights_after_s)
                stretch = replace(stretch, ends_s=ends)
            stretches.append(stretch)
        openings = self.recovery.openings(self.canopy, tumble_drag_area_m2(self._stack(1)), hung=self.hung)
        return Vehicle(
            stretches=tuple(stretches), liftoff_mass_kg=liftoff, openings=openings, spent=tuple(spent),
            at_apogee=self.recovery.at_apogee,
        )  # fmt: skip

    def _like(self, **changes: Any) -> "RigidRocket":
        """A copy with some parameters changed, which shares what does not hang on them; made by thousands while something is sought."""
        kept = {name: self.__dict__.setdefault(name, {}) for name in _KEPT}
        other = copy(self)
        other.__dict__.update(kept | changes)
        other.__dict__.pop("canopy", None)
        if "ballast_kg" in changes or "shift_kg" in changes:
            del other.__dict__["_empties"]
        return other

    def _once(self, name: str, key: Hashable, find: Callable[[], Found]) -> Found:
        """Something remembered, by stack; found where it is not."""
        cache: dict[Hashable, Found] = self.__dict__.setdefault(name, {})
        if key not in cache:
            cache[key] = find()
        return cache[key]

    def _stack(self, stages: int) -> Layout:
        if stages == len(self.airframe.stages):
            return self.layout
        return self._once("_stacks", stages, lambda: lay_out(self.airframe.upper(stages)))

    def empty(self, stages: int) -> Totals:
        """So many of the upper stages, without motors."""
        airframe = self.airframe if stages == len(self.airframe.stages) else self.airframe.upper(stages)
        return self._once(
            "_empties", stages, lambda: self._weighed(empty_totals(airframe, self.weigh(self._stack(stages))), stages)
        )

    def _weighed(self, bare: Totals, stages: int) -> Totals:
        """What the parts of a stack come to, with its share of what the scale found beyond the parts, and ballast."""
        if stages < len(self.airframe.stages) and self.airframe.known.mass_kg is not None:
            rows = self.rows
            parts_kg = total(rows).mass_kg
            bare = bare.scaled(empty_totals(self.airframe, rows).mass_kg / parts_kg if parts_kg > 0 else 1.0)
        if self.shift_kg and bare.mass_kg > 0:
            bare = bare.scaled(1.0 + self.shift_kg / bare.mass_kg)
        if self.ballast_kg > 0:
            lump = Totals(mass_kg=self.ballast_kg, cg_m=self.ballast_at_m, axial_kg_m2=0.0, transverse_kg_m2=0.0)
            return joined([bare, lump])
        return bare

    def _aboard(self, motors: Sequence[Motor], stage: int, stages: int) -> Aboard:
        return motor_places(self._upper(stages), self._stack(stages), stage, motors[stage], dict(self.leading).get(stage))

    def _beside(self, stage: int, stages: int) -> list[tuple[Aboard, float]]:
        """Motors of a stage's further mounts, and how long after the stage they light. [s]"""
        return [
            (motor_places(self._upper(stages), self._stack(stages), stage, a.motor, a.mount), a.later_s)
            for a in self.aside
            if a.mount.stage == stage
        ]

    def _upper(self, stages: int) -> Airframe:
        return self.airframe if stages == len(self.airframe.stages) else self.airframe.upper(stages)

    def _stretch(self, motors: Sequence[Motor], lowest: int, lights_s: float) -> tuple[Stretch, float]:
        """The stack down to `lowest` (0 the uppermost), its lowest motor burning; and its mass before that burns. [kg]"""
        stages = lowest + 1
        layout, empty = self._stack(stages), self.empty(stages)
        aboard = [self._aboard(motors, s, stages) for s in range(stages)]
        burning = aboard[lowest]
        # Only the motors that stand on the pad can differ or fail: what is lit in the air is lit by one charge.
        on_pad = stages == len(self.airframe.stages)
        tubes = tubes_of(burning, self.others if on_pad else ())
        dead = self.dead if on_pad else 0
        if dead >= len(tubes):
            raise RocketryError("dead", f"is {dead}; of {len(tubes)} motors at least one must light")
        duds, lit = tubes[:dead], tubes[dead:]
        beside = [
            (tube, turn, later)
            for a, later in self._beside(lowest, stages)
            for tube, turn in zip(tubes_of(a, ()), round_the_axis(a), strict=True)
        ]
        full = [*aboard[:lowest], *(a for s in range(lowest) for a, _ in self._beside(s, stages)), *duds]
        spent = [*(t for t, _, _ in beside), *lit]
        dry = joined([empty, *(a.totals(burnt=False) for a in full), *(a.totals(burnt=True) for a in spent)])
        places = [(t, at, 0.0) for t, at in zip(lit, round_the_axis(burning)[dead:], strict=True)] + beside
        burn = burn_of([(t.motor, *at) for t, at, _ in places], lights_s, [later for _, _, later in places] if beside else ())
        # Propellant leaves each motor at its own pace; where it sits together is taken as at ignition.
        slugs = joined([t.propellant() for t, _, _ in places])
        diameter, cd = layout.reference_diameter_m, self.cd if self.cd is not None else self.airframe.known.cd
        push = self._pressure(stages)
        lift_m2, lift_at = push.body_lift[0] * math.pi / 4 * diameter**2, push.body_lift[1]
        if cd is not None and self.airframe.known.diameter_m is not None:
            cd *= (self.airframe.known.diameter_m / diameter) ** 2
        stretch = Stretch(
            burn=burn,
            dry_kg=dry.mass_kg,
            drag_area_m2=math.pi / 4 * diameter**2,
            cg_m=dry.cg_m,
            inertia_kg_m2=dry.transverse_kg_m2,
            propellant_cg_m=slugs.cg_m,
            propellant_inertia_m2=slugs.transverse_kg_m2 / slugs.mass_kg,
            body_lift_m2=lift_m2 if self.body_lift else 0.0,
            body_lift_at_m=lift_at,
            aero=self._aero(layout, stages, cd, math.sqrt(sum(t.motor.diameter_m**2 for t, _, _ in places))),
        )
        return stretch, dry.mass_kg + burn.propellant_kg

    @property
    def modelled_to(self) -> float:
        """The Mach number up to which its flights are judged: one drag coefficient for all speeds knows nothing of sound."""
        if self.cd is not None or self.airframe.known.cd is not None:
            return ROUND_UP_TO
        return self.layout.once("modelled", lambda: cruise_drag(self.layout).modelled_to)

    def _aero(self, layout: Layout, stages: int, cd: float | None, motor_diameter_m: float) -> Floats:
        push = self._normal_force(layout, stages)
        if cd is not None:
            # Not remembered: quick to make, and whoever looks for a Cd tries very many.
            found = aero_table(layout, cd=cd, motor_diameter_m=motor_diameter_m, normal_force=push)
        else:
            found = self._once(
                "_aeros", (stages, round(motor_diameter_m, 5)),
                lambda: aero_table(layout, cd=None, motor_diameter_m=motor_diameter_m, normal_force=push),
            )  # fmt: skip
        if self.drag_factor != 1.0:
            found = found.copy()
            found[:, : Aero.SLOPE] *= self.drag_factor
        return found

    def _normal_force(self, layout: Layout, stages: int) -> Floats:
        corrected = self.mach_correction
        return layout.once(("normal force", corrected), lambda: normal_force_table(layout, mach_correction=corrected))

    def _spent(self, motor: Motor, stage: int) -> Spent:
        """A stage cast off: its parts and its empty motors."""
        place = self._aboard((motor,) * (stage + 1), stage, stage + 1)
        beside = sum(a.count * a.motor.burnout_mass_kg for a, _ in self._beside(stage, stage + 1))
        mass = self.empty(stage + 1).mass_kg - self.empty(stage).mass_kg + place.count * motor.burnout_mass_kg + beside
        area = tumble_drag_area_m2(self._stack(stage + 1), stage)
        return Spent(mass_kg=max(mass, 1e-3), drag_area_m2=max(area, 1e-6), name=f"stage {stage + 1}")
