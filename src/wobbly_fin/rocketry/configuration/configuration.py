"""This rocket, loaded so. One value, checked when made, that hangs together: mass, balance, flight, what opens it."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from wobbly_fin.rocketry.airframe.aside import Aside
from wobbly_fin.rocketry.airframe.checks import dangers_aboard
from wobbly_fin.rocketry.airframe.layout import Layout, recovery_packs
from wobbly_fin.rocketry.airframe.mass import Aboard
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.part_checks import Finding, TubeSchool
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.assembly.finished import must_open
from wobbly_fin.rocketry.assembly.problems import Problem, problems_of
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.sequence import AT_ONCE
from wobbly_fin.rocketry.flight.sequence import Sequence as RecoverySequence
from wobbly_fin.rocketry.flight.vehicle import Rocket, Vehicle
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.recovery.opened_as_told import opened_as_told
from wobbly_fin.rocketry.recovery.opens import MotorCharge, Opening, Weights, walk
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan
from wobbly_fin.rocketry.variants import heavier

_OF_DELAYS, _OF_CHARGES = {"_by_stage", "leading"}, {"charges", "openings", "opener", "_motor_opens"}  # of what is remembered


@dataclass(frozen=True, kw_only=True)
class Configuration:
    """A rocket with what is in each of its mounts; a mount left out flies empty.

    Parameters
    ----------
    rocket : QuickRocket or RigidRocket
        As weighed and with the drag its flights taught; without motors.
    mounts : tuple of Mount
        Every one there is, the uppermost stage's first.
    loads : tuple of MountLoad
    plan : RecoveryPlan or None
        What its owner decided of its recovery; None: as `rocket.recovery` opens it.
    tube_school : str
        Whether found tubes are taken for high power.

    Raises
    ------
    RocketryError
        For a load in a mount that is not there or has one, or a stage above that is to light on the pad.
    """

    rocket: Rocket
    mounts: tuple[Mount, ...]
    loads: tuple[MountLoad, ...] = ()
    plan: RecoveryPlan | None = None
    tube_school: TubeSchool = "household"

    def __post_init__(self) -> None:
        known = {m.key: m for m in self.mounts}
        taken: set[str] = set()
        for n, load in enumerate(self.loads):
            mount = known.get(load.mount)
            if mount is None:
                raise RocketryError(f"load.{n}.mount", "is no motor tube, fin can or mount of this rocket")
            if load.mount in taken:
                raise RocketryError(f"load.{n}.mount", "has a motor already: one load a mount")
            taken.add(load.mount)
            above = mount.stage < self.stages - 1
            if load.lit == "pad" and above:
                raise RocketryError(f"load.{n}.lit", "is pad; a stage above is lit by the one below or by an igniter of its own")
            if load.lit == "stage_below" and not above:
                raise RocketryError(f"load.{n}.lit", "is stage_below; nothing is below this mount")

    @property
    def stages(self) -> int:
        """How many. [-]"""
        return len(self.rocket.airframe.stages) if isinstance(self.rocket, RigidRocket) else 1

    @property
    def rigid(self) -> RigidRocket | None:
        """The airframe; None for a quick rocket."""
        return self.rocket if isinstance(self.rocket, RigidRocket) else None

    @property
    def layout(self) -> Layout | None:
        """Where its parts sit; None for a quick rocket."""
        return self.rocket.layout if isinstance(self.rocket, RigidRocket) else None

    # What is loaded.

    def mount(self, key: str) -> Mount:
        """One of its mounts."""
        return next(m for m in self.mounts if m.key == key)

    def in_stage(self, stage: int) -> tuple[tuple[Mount, MountLoad], ...]:
        """What is loaded in a stage, in the order of its mounts."""
        return self._by_stage[stage]

    @cached_property
    def _by_stage(self) -> tuple[tuple[tuple[Mount, MountLoad], ...], ...]:
        at = {x.mount: x for x in self.loads}
        return tuple(tuple((m, at[m.key]) for m in self.mounts if m.stage == s and m.key in at) for s in range(self.stages))

    def loading(self, loads: Iterable[MountLoad]) -> "Configuration":
        """The same with other motors; what does not hang on them is not worked out again."""
        return replace(self, loads=tuple(loads))

    def with_motors(
        self, motor: Motor, delay_s: float | None, boosters: Sequence[Motor] = (), beside: Mapping[str, Motor] | None = None
    ) -> "Configuration":
        """Loaded as people say it: a motor for each stage, uppermost first, in its first mount and every one like it; others by their key.

        Raises
        ------
        RocketryError
            Where motors and stages do not go together.
        """
        motors = (motor, *boosters)
        if len(motors) != self.stages:
            raise RocketryError("motor", f"names {len(motors)} motors for {self.stages} stages; every stage needs one")
        beside = beside or {}
        if beside.keys() - {m.key for m in self.mounts}:
            raise RocketryError("motor", "is for a mount this rocket has no more: load it again")
        loads = []
        for stage, own in enumerate(motors):
            mounts = [m for m in self.mounts if m.stage == stage]
            if any(m.key in beside for m in mounts[:1]):
                raise RocketryError("motor", "names two motors for one mount: one a mount")
            for mount in mounts:
                found = beside.get(mount.key, own if mount.like(mounts[0]) else None)
                if found is not None:
                    delay = delay_s if stage == 0 and found.key == motor.key else None
                    loads.append(MountLoad(mount=mount.key, motor=found, delay_s=delay))
        return self.loading(loads)

    def changed(self, rocket: Rocket) -> "Configuration":
        """The same motors in a changed rocket."""
        return replace(self, rocket=rocket)

    def with_delay(self, delay_s: float | None) -> "Configuration":
        """The same with another delay of the leading motor, in whatever mounts of its stage it is; the loaded rocket is kept."""
        leading = self.leading
        first = {m.key for m in self.mounts if m.stage == 0}
        loads = tuple(
            replace(x, delay_s=delay_s) if leading is not None and x.mount in first and x.motor.key == leading.motor.key else x
            for x in self.loads
        )
        # What opens it hangs only on whether a charge fires, not on when; all else that is known stays.
        alike = all(a.fires == b.fires for a, b in zip(self.loads, loads, strict=True))
        new = _OF_DELAYS if alike else _OF_DELAYS | _OF_CHARGES
        other = object.__new__(Configuration)
        other.__dict__.update({k: v for k, v in self.__dict__.items() if k not in new} | {"loads": loads})
        return other

    def heavier(self, ballast_kg: float, at_m: float) -> "Configuration":
        """The same with ballast, its place measured from the nose tip. [kg], [m]"""
        return self.changed(heavier(self.rocket, ballast_kg, at_m))  # type: ignore[type-var]

    @cached_property
    def leading(self) -> MountLoad | None:
        """The load whose delay is asked for: the first stage's with a charge, else its first."""
        upper = [x for _, x in self.in_stage(0)]
        return next((x for x in upper if x.motor.kind == "single"), upper[0] if upper else None)

    @property
    def delay_s(self) -> float | None:
        """Of the leading motor. [s]"""
        return self.leading.delay_s if self.leading is not None else None

    @cached_property
    def motors(self) -> tuple[Motor, ...]:
        """Every motor installed, the uppermost stage's first."""
        return tuple(x.motor for stage in range(self.stages) for mount, x in self.in_stage(stage) for _ in range(mount.count))

    @cached_property
    def installed_n_s(self) -> float:
        """Impulse aboard. [N·s]"""
        return sum(m.curve.total_impulse_n_s for m in self.motors)

    @property
    def propellant_kg(self) -> float:
        """Aboard. [kg]"""
        return sum(m.propellant_mass_kg for m in self.motors)

    @property
    def on_pad(self) -> tuple[Motor, ...]:
        """Those that lift it off: of the last stage, lit on the pad."""
        lowest = self.in_stage(self.stages - 1)
        return tuple(x.motor for mount, x in lowest if not x.own_igniter_s for _ in range(mount.count))

    @cached_property
    def empty_stages(self) -> tuple[int, ...]:
        """Stages no motor is in."""
        return tuple(s for s in range(self.stages) if not self.in_stage(s))

    @property
    def label(self) -> str:
        """What to ask for at the counter, lowest stage first."""
        said = []
        for stage in range(self.stages - 1, -1, -1):
            for mount, x in self.in_stage(stage):
                label = x.motor.label_with(x.delay_s)
                said.append(label if mount.count == 1 else f"{mount.count} × {label}")
        return " + ".join(said)

    @property
    def name(self) -> str:
        """Its motors without delays, each once, lowest stage first."""
        return " + ".join(dict.fromkeys(x.motor.name for s in range(self.stages - 1, -1, -1) for _, x in self.in_stage(s)))

    @cached_property
    def key(self) -> str:
        """Which motors in which mounts, whatever the delay."""
        return "|".join(f"{m.key} {x.motor.key}" for s in range(self.stages) for m, x in self.in_stage(s))

    # What it comes to.

    @property
    def mass_kg(self) -> float:
        """The whole rocket without motors: what the scale said, else its parts. [kg]"""
        return self.rocket.mass_kg

    @cached_property
    def loaded(self) -> Vehicle:
        """As the kernels fly it, whatever opens it.

        Raises
        ------
        RocketryError
            Where a stage has no motor, or one lights before the stage below has burnt out.
        """
        if self.empty_stages:
            raise RocketryError("load", f"leaves stage {self.empty_stages[0] + 1} without a motor; every stage needs one to fly")
        if self.rigid is None:
            load = self.loads[0]
            return self.rocket.loaded(load.motor)
        first = self.in_stage(0)[0]
        return self._rigid_with_motors.loaded(first[1].motor)

    @cached_property
    def _rigid_with_motors(self) -> RigidRocket:
        rigid = self.rigid
        assert rigid is not None
        boosters, leading, aside = [], [], []
        for stage in range(self.stages):
            (mount, x), *more = self.in_stage(stage)
            if stage:
                boosters.append(x.motor)
            if mount.index is not None:
                leading.append((stage, mount))
            starts = x.own_igniter_s or 0.0
            aside += [Aside(mount=m, motor=y.motor, later_s=max(0.0, (y.own_igniter_s or starts) - starts)) for m, y in more]
        return rigid.with_changed(
            boosters=tuple(boosters), leading=tuple(leading), aside=tuple(aside), later_s=tuple(self._later_s())
        )

    def _later_s(self) -> Iterator[tuple[int, float]]:
        """How long after the burnout below each stage with an igniter of its own lights. [s]"""
        burnt = 0.0
        for stage in range(self.stages - 1, 0, -1):
            burnt += max(
                x.motor.curve.burnout_s + (x.own_igniter_s or 0.0) * (stage == self.stages - 1) for _, x in self.in_stage(stage)
            )
            at = self.in_stage(stage - 1)[0][1].own_igniter_s
            if at is None:
                continue
            if at < burnt - 1e-9:
                raise RocketryError("lit.at_s", f"{at:g} s is before the stage below burns out, at {burnt:.2f} s")
            yield stage - 1, at - burnt
            burnt = at

    @property
    def ready(self) -> QuickRocket | RigidRocket:
        """The rocket with all its motors but the leading one, for what asks only for that: fits of drag and thrust, what-if."""
        if self.rigid is not None and not self.empty_stages:
            return self._rigid_with_motors
        assert isinstance(self.rocket, QuickRocket | RigidRocket)
        return self.rocket

    @property
    def aboard(self) -> tuple[Aboard, ...]:
        """Every motor in its place."""
        return self._rigid_with_motors.aboard(self.in_stage(0)[0][1].motor) if self.rigid is not None else ()

    @property
    def hanging_kg(self) -> float:
        """What comes down under the canopy: the first stage with its burnt motors. [kg]"""
        return self.loaded.hanging_kg

    @cached_property
    def dangers(self) -> tuple[Finding, ...]:
        """What the airframe itself must not fly with, whatever its balance."""
        rigid = self.rigid
        if rigid is None:
            return ()
        return dangers_aboard(rigid.layout, () if self.empty_stages else self.aboard, rigid.pressure.flags, self.tube_school)

    @cached_property
    def problems(self) -> tuple[Problem, ...]:
        """What keeps it from being built as drawn, whatever the order of work."""
        layout, plan = self.layout, self.plan or RecoveryPlan(sequence=self.sequence)
        return () if layout is None else layout.once(plan, lambda: problems_of(layout, must_open(layout, plan)))

    # What opens it.

    @property
    def sequence(self) -> RecoverySequence:
        """In what order things open."""
        if self.plan is not None:
            return self.plan.sequence
        return self.rigid.recovery if self.rigid is not None else AT_ONCE

    @cached_property
    def weights(self) -> Weights:
        """What hangs, and how the first stage's mass lies along it: as weighed, spread as its parts are. [kg], [m]"""
        burnt = sum(mount.count * x.motor.burnout_mass_kg for mount, x in self.in_stage(0))
        rigid = self.rigid
        if rigid is None:
            return Weights(self.rocket.mass_kg + burnt, ())
        rows = [(r.cg_m, r.mass_kg) for r in rigid.rows if r.stage == 0]
        parts = sum(m for _, m in rows)
        dry = rigid.empty(1).mass_kg
        share = dry / parts if parts > 0 else 1.0
        return Weights(dry + burnt, tuple((x, m * share) for x, m in rows))

    @cached_property
    def charges(self) -> tuple[MotorCharge, ...]:
        """Of the first stage's motors that have one and a delay to light it."""
        return tuple(
            MotorCharge(mount=mount.index, case_m=x.motor.diameter_m, count=mount.count, plugged=x.plugged or mount.plugged)
            for mount, x in self.in_stage(0)
            if x.fires
        )

    @cached_property
    def openings(self) -> tuple[Opening, ...]:
        """What lets each device out, walked."""
        layout = self.layout
        plan = self.plan or RecoveryPlan(sequence=self.sequence)
        if layout is None or (self.rocket.canopy is not None and not recovery_packs(layout)):
            return opened_as_told(self.rocket.canopy, plan, self.charges)
        return walk(layout, plan, self.charges, self.weights)

    @cached_property
    def opener(self) -> Opening | None:
        """The first that works of what opens first, its reserve included; None: nothing does."""
        first = ("first", "backup_first") if self.sequence.two_events else ("main", "backup_main")
        return next((o for o in self.openings if o.event in first and o.works), None)

    @property
    def vehicle(self) -> Vehicle:
        """As it flies: what cannot open stays shut, what needs no charge acts at the top."""
        loaded, opener = self.loaded, self.opener
        if opener is None:
            return replace(loaded, openings=(), at_apogee=False)
        by_itself = opener.source in ("none", "burn_string") and not self.charges
        at_apogee = opener.source == "altimeter_charge" or by_itself
        return loaded if loaded.at_apogee == at_apogee else replace(loaded, at_apogee=at_apogee)

    @cached_property
    def _motor_opens(self) -> bool:
        """Whether a motor's charge does anything for what opens first."""
        first = [o for o in self.openings if not o.event.endswith("main") or not self.sequence.two_events]
        by_itself = any(o.works and o.source == "none" and o.event == "main" for o in first)
        return by_itself or any(o.works and o.source in ("motor_charge", "burn_string") for o in first)

    def flown_delay_s(self, delay_s: float | None) -> float | None:
        """A delay as the flight counts it, from the last motor's burnout; None where no motor's charge opens anything. [s]

        A charge that fires while another motor still burns is taken to fire at that one's burnout.
        """
        leading = self.leading
        if delay_s is None or leading is None or not self.charges or not self._motor_opens:
            return None
        if len(self.in_stage(0)) == 1:
            return delay_s
        burn = self.loaded.stretches[-1].burn
        own = burn.lights_s + (leading.own_igniter_s or 0.0 if self.stages == 1 else 0.0) + leading.motor.curve.burnout_s
        return max(0.0, delay_s - (burn.burnout_s - own))


def quick(rocket: QuickRocket, mount: Mount) -> Configuration:
    """A quick rocket with its one mount, empty."""
    return Configuration(rocket=rocket, mounts=(mount,))
