"""A stored airframe with everything said of it: balanced with its motors, checked, its drag taken apart."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar import facts
from wobbly_fin.hangar.board import shown_load
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import apart, question_of
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import Balance, School, balance
from wobbly_fin.rocketry.airframe.checks import findings
from wobbly_fin.rocketry.airframe.drag import Drag
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.mount import Mount, fits, mounts_of
from wobbly_fin.rocketry.airframe.part_checks import Finding
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.slips import SizeQuestion, size_questions
from wobbly_fin.rocketry.airframe.standard_drag import cruise_drag
from wobbly_fin.rocketry.assembly.finished import must_open
from wobbly_fin.rocketry.assembly.problems import Problem, problems_of
from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import Flight, fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.stores.shelf import shelf_for
from wobbly_fin.stores.stock import Offer, offers


@dataclass(frozen=True, slots=True, kw_only=True)
class Shape:
    """An airframe's answer, in the core's terms.

    Attributes
    ----------
    motors : tuple of Motor or None
        Per stage, what it is balanced with.
    beside : tuple of (Mount, Motor)
        In further mounts of its stages.
    chosen : tuple of bool
        Whether the owner chose it; otherwise it is what the rocket is shown with on every page, and where nothing is, the heaviest that fits.
    load : str
        The key of the motors it is shown with.
    fitting : tuple of tuple of str
        Per stage, the motors that fit, the box first.
    filled_m : float
        The last stage's motors together as one circle: what their exhaust fills of the base. [m]
    drag : Drag
        Where one Cd is quoted.
    alone : Balance or None
        Of a staged rocket: the first stage after the others have dropped.
    flown : Case or None
        In today's conditions, as the strip has it; None where it cannot be flown yet.
    cd_factor : float
        On the drag, as flights taught it: what is flown.
    """

    file: RocketFile
    airframe: Airframe
    balance: Balance
    alone: Balance | None
    school: School
    motors: tuple[Motor | None, ...]
    beside: tuple[tuple[Mount, Motor], ...]
    load: str
    chosen: tuple[bool, ...]
    fitting: tuple[tuple[Offer, ...], ...]
    filled_m: float
    drag: Drag
    flown: Case | None
    cd_factor: float
    findings: tuple[Finding, ...]
    problems: tuple[Problem, ...]
    questions: tuple[SizeQuestion, ...]
    units: UnitChoice


# What the drawing's checks say again of a part that the assembly has a problem with.
_TOLD_BY_ASSEMBLY = frozenset({"ring_fit_tight", "shoulder_fit_tight", "overlap", "outside", "mount_wide", "mount_loose"})


def shape_of(user: User, row: Rocket, file: RocketFile, load: str | None = None) -> Shape:
    """Everything about an airframe; raises RocketryError for a quick rocket.

    Parameters
    ----------
    file : RocketFile
        As stored, or as it is being drawn.
    load : str or None
        The key of the motors it is shown with, where that is known; None: asked here.
    """
    preferences = preferences_of(user)
    units = units_of(preferences)
    airframe = file.to_airframe()
    layout = lay_out(airframe)
    shelved = shelf_for(user, mounts_of(layout))
    load = shown_load(user, row) if load is None else load
    by_key, (shown_keys, shown_beside) = {s.key: s.motor for s in shelved}, apart(load)
    firsts = [layout_mount(layout, number) for number in range(len(file.stages))]
    fitting = [fitting_motors([s.motor for s in shelved], mount) for mount in firsts]
    motors, chosen = stage_motors(file, fitting, [by_key.get(k) for k in shown_keys])
    beside = tuple(_beside(layout, motors, {mount: by_key[k] for mount, k in shown_beside if k in by_key}))
    found = balance(airframe, motors, beside=beside)
    alone = balance(airframe.upper(1), motors[:1]) if len(airframe.stages) > 1 else None
    school = file.margin.to_school()
    aboard = [a for a in found.aboard if a.stage == len(airframe.stages) - 1]
    filled = max((a.as_one_circle_m for a in aboard), default=0.0)
    flown = _flown(user, row, file, motors, beside)
    top = flown.flight.max_speed_m_s if flown is not None and flown.flight.lifted else None
    problems = problems_of(found.layout, must_open(found.layout, file.to_recovery_plan()))
    told = {n for p in problems for n in p.parts}
    return Shape(
        file=file,
        airframe=airframe,
        balance=found,
        alone=alone,
        school=school,
        motors=motors,
        beside=beside,
        load=load,
        chosen=chosen,
        fitting=tuple(offers(user, [s for s in shelved if m is not None and fits(s.motor, m)]) for m in firsts),
        filled_m=filled,
        drag=cruise_drag(found.layout, filled),
        flown=flown,
        cd_factor=facts.learnt(row).cd_factor,
        findings=tuple(
            f
            for f in findings(
                found,
                school=school,
                tube_school=file.tube_school,
                printer_height_m=_printer_height_m(preferences, units),
                top_speed_m_s=top,
                alone=alone,
            )
            if f.code not in _TOLD_BY_ASSEMBLY or f.index not in told
        ),
        problems=problems,
        questions=size_questions(found.layout, units),
        units=units,
    )


def stage_motors(
    file: RocketFile, fitting: Sequence[Sequence[Motor]], shown: Sequence[Motor | None]
) -> tuple[tuple[Motor | None, ...], tuple[bool, ...]]:
    """Per stage the owner's motor where it fits, else the one the rocket is shown with, else the heaviest; and whether it is the owner's."""
    found: list[Motor | None] = []
    chosen: list[bool] = []
    for number, (stage, motors) in enumerate(zip(file.stages, fitting, strict=True)):
        wanted = file.motors.get(str(stage.id))
        own = next((m for m in motors if m.name == wanted), None) if wanted else None
        chosen.append(own is not None)
        found.append(own or next((m for m in shown[number : number + 1] if m in motors), None) or _heaviest(motors))
    return tuple(found), tuple(chosen)


def _beside(layout: Layout, motors: Sequence[Motor | None], shown: Mapping[str, Motor]) -> Iterator[tuple[Mount, Motor]]:
    """What further mounts hold: the stage's own motor in those like its first, else what the rocket is shown with."""
    for stage, own in enumerate(motors):
        mounts = [m for m in mounts_of(layout) if m.stage == stage]
        for mount in mounts[1:]:
            motor = own if mount.like(mounts[0]) else shown.get(mount.key)
            if motor is not None and fits(motor, mount):
                yield mount, motor


def _flown(
    user: User, row: Rocket, file: RocketFile, motors: Sequence[Motor | None], beside: Sequence[tuple[Mount, Motor]]
) -> Case | None:
    """Today, as the strip has it; None where there is nothing to fly yet."""
    first, *boosters = motors
    if first is None or None in boosters:
        return None
    try:
        asked = question_of(user, row, file)
        loaded = asked.base.with_motors(first, None, [m for m in boosters if m is not None], {m.key: x for m, x in beside})
        return fly_cases(loaded, [None], asked.situation, asked.rules)[0]
    except RocketryError:
        return None


def layout_mount(layout: Layout, stage: int) -> Mount | None:
    """A stage's first mount, None where it has none yet."""
    return next((m for m in mounts_of(layout) if m.stage == stage), None)


def fitting_motors(motors: Sequence[Motor], mount: Mount | None) -> list[Motor]:
    """Those that go into a mount; none where there is no mount yet."""
    return [m for m in motors if mount is not None and fits(m, mount)]


def heaviest_fitting(motors: Sequence[Motor], mount: Mount | None) -> Motor | None:
    """The worst motor for balance that a mount takes."""
    return _heaviest(fitting_motors(motors, mount))


def _heaviest(motors: Sequence[Motor]) -> Motor | None:
    return max(motors, key=lambda m: m.total_mass_kg, default=None)


def still_flight(airframe: Airframe, motors: Sequence[Motor | None]) -> Flight | None:
    """Straight up in still standard air with a motor in every stage; None where there is nothing to fly."""
    if any(m is None for m in motors):
        return None
    first, *boosters = (m for m in motors if m is not None)
    try:
        return fly(RigidRocket(airframe=airframe, boosters=tuple(boosters)), first, None, Site())
    except RocketryError:
        return None


def _printer_height_m(preferences: Preferences, units: UnitChoice) -> float | None:
    text = str(preferences.workshop.get("printer_height", "")).strip()
    return parse(text, "short_length", units).si if text else None
