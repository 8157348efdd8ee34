"""What a part is checked for by itself, and against what it meets; an aspect as its mass and its drag are."""

import math
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.flutter import flutter_speed_m_s
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, packed_length_m
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    Anchor,
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    DisplayPart,
    FinCan,
    FinSet,
    Joint,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Pods,
    RailButton,
    Retainer,
    RingFin,
    Transition,
    TubeFins,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.standard_drag import SOUND_M_S
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.constants import SEA_LEVEL_PRESSURE_PA

Severity = Literal["danger", "mend", "ask"]
TubeSchool = Literal["household", "rocket_tube_only"]

FITS_M = 0.0006  # play within which a ring or coupler is said to fit (common practice, no source)
ROD_PLAY = (1.02, 1.35)  # lug bore ÷ rod (common practice, no source)
SHOULDER_CALIBRES = 0.8  # about one diameter is usual; shorter than this is named
LUG_CLEAR_DEG = 12.0
FLUTTER_SHARE = 0.8  # a top speed above this share of the estimate is named


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """One thing to look at. `values` are what the sentence needs, in SI."""

    code: str
    severity: Severity
    index: int | None = None
    other: int | None = None
    values: Mapping[str, float | str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """What a part is judged with.

    Attributes
    ----------
    high_power : str
        The strongest motor aboard, where it is high power; else empty.
    tube_school : str
        Whether household tubes fly under high power.
    top_speed_m_s : float or None
        The first stage's, flying alone.
    """

    high_power: str = ""
    tube_school: TubeSchool = "household"
    top_speed_m_s: float | None = None


Checks = Callable[[Layout, Placed[Any], Asked], Iterator[Finding]]
# What is wrong with a part where it is.
CHECKS: Aspect[Checks] = Aspect("checks")
CHECKS.none("any", Transition, Retainer, Anchor, Cord, MassLump, DisplayPart, Joint, Allowance, VentHoles)


def part_findings(layout: Layout, asked: Asked) -> tuple[Finding, ...]:
    """What is found of each part by itself, in the order of the parts."""
    return layout.once(asked, lambda: tuple(_findings(layout, asked)))


def _findings(layout: Layout, asked: Asked) -> Iterator[Finding]:
    for placed in layout.placed:
        check = CHECKS.find(placed.part)
        if check is not None:
            yield from check(layout, placed, asked)


def _finding(code: str, severity: Severity, placed: Placed, other: Placed | None = None, **values: float | str) -> Finding:
    return Finding(code=code, severity=severity, index=placed.index, other=None if other is None else other.index, values=values)


def _fit(code: str, placed: Placed, plug_m: float, bore_m: float, other: Placed | None = None) -> Iterator[Finding]:
    if plug_m > bore_m + 1e-5:
        yield _finding(f"{code}_tight", "mend", placed, other, plug_m=plug_m, bore_m=bore_m)
    elif bore_m - plug_m > FITS_M:
        yield _finding(f"{code}_loose", "mend", placed, other, plug_m=plug_m, bore_m=bore_m)


def _place(layout: Layout, placed: Placed) -> int:
    return next(i for i, o in enumerate(layout.outer) if o.index == placed.index)


@CHECKS.of(NoseCone)
def _nose(layout: Layout, placed: Placed[NoseCone], asked: Asked) -> Iterator[Finding]:
    part, behind = placed.part, layout.outer[_place(layout, placed) + 1 :]
    if not behind:
        return
    wide = part.base_diameter_m or 0.0
    if part.shoulder_length_m < SHOULDER_CALIBRES * wide:
        yield _finding("shoulder_short", "mend", placed, length_m=part.shoulder_length_m, want_m=wide)
    after = behind[0].part
    if part.shoulder_length_m > 0 and part.shoulder_diameter_m and isinstance(after, BodyTube):
        yield from _fit("shoulder_fit", placed, part.shoulder_diameter_m, after.bore_m)


@CHECKS.of(FinCan)
def _fin_can(layout: Layout, placed: Placed[FinCan], asked: Asked) -> Iterator[Finding]:
    part, wide = placed.part, placed.part.outer_diameter_m or 0.0
    if part.shank_length_m < 0.5 * wide and _place(layout, placed) > 0:
        yield _finding("shoulder_short", "mend", placed, length_m=part.shank_length_m, want_m=wide)
    if not part.gas_path and layout.of(CanopyPack):
        yield _finding("gas_blocked", "danger", placed)


@CHECKS.of(BodyTube)
def _tube(layout: Layout, placed: Placed[BodyTube], asked: Asked) -> Iterator[Finding]:
    if placed.part.found:
        high = asked.high_power
        code = (
            "found_refused" if high and asked.tube_school == "rocket_tube_only" else "found_high_power" if high else "found_tube"
        )
        yield _finding(code, "danger" if high else "ask", placed, motor=high)
    if placed.part.inner_diameter_m is None:
        yield _finding("bore_unknown", "mend", placed)


@CHECKS.of(FinSet)
def _fins(layout: Layout, placed: Placed[FinSet], asked: Asked) -> Iterator[Finding]:
    fin = placed.part
    if fin.planform == "trapezoid" and fin.tip_m > fin.root_m:
        yield _finding("tip_wide", "mend", placed, tip_m=fin.tip_m, root_m=fin.root_m)
    yield from on_the_body(layout, placed)
    if fin.through_wall and tab_of(layout, placed) is None:
        yield _finding("no_tab", "mend", placed)
    if placed.stage == 0 and asked.top_speed_m_s is not None:
        top = asked.top_speed_m_s
        estimate = flutter_speed_m_s(fin, pressure_pa=SEA_LEVEL_PRESSURE_PA, sound_speed_m_s=SOUND_M_S)
        if estimate is not None and top > FLUTTER_SHARE * estimate:
            yield _finding("flutter", "mend" if top > estimate else "ask", placed, estimate_m_s=estimate, top_m_s=top)


def on_the_body(layout: Layout, placed: Placed) -> Iterator[Finding]:
    """Whether what stands on the skin has skin under the whole of it."""
    if placed.aft_m > layout.length_m + 1e-6:
        yield _finding("fin_beyond", "mend", placed, by_m=placed.aft_m - layout.length_m)
    if placed.fore_m < 0 or isinstance(layout.outer_at(placed.fore_m + 1e-9).part, NoseCone):
        yield _finding("fin_on_nose", "mend", placed)


@CHECKS.of(TubeFins)
def _tubes(layout: Layout, placed: Placed[TubeFins], asked: Asked) -> Iterator[Finding]:
    yield from on_the_body(layout, placed)
    part, wide = placed.part, placed.part.outer_diameter_m
    room = 2 * part.off_axis_m(layout.radius_at((placed.fore_m + placed.aft_m) / 2)) * math.sin(math.pi / part.count)
    if room < wide - FITS_M:
        yield _finding("tubes_crowded", "mend", placed, wide_m=wide, room_m=room)


@CHECKS.of(Pods)
def _pods(layout: Layout, placed: Placed[Pods], asked: Asked) -> Iterator[Finding]:
    part, radius = placed.part, layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    beside = [f for f in layout.of(FinSet) if f.fore_m < placed.aft_m and f.aft_m > placed.fore_m]
    if (
        part.gap_m == 0
        and placed.fore_m + part.nose_length_m < layout.outer[0].aft_m
        and isinstance(layout.outer[0].part, NoseCone)
    ):
        yield _finding("fin_on_nose", "mend", placed)
    if part.gap_m > FITS_M and not any(part.gap_m <= f.part.reach_m + FITS_M for f in beside):
        yield _finding("pods_loose", "mend", placed, gap_m=part.gap_m)
    if part.count > 1 and 2 * part.off_axis_m(radius) * math.sin(math.pi / part.count) < part.outer_diameter_m - FITS_M:
        yield _finding("pods_crowded", "mend", placed)
    if part.max_motor_length_m is not None and part.count == 1:
        yield _finding("pod_aside", "danger", placed)
    if part.max_motor_length_m is not None and not any(part.id and r.part.parent == part.id for r in layout.of(Retainer)):
        yield _finding("no_retainer", "mend", placed)


@CHECKS.of(RingFin)
def _ring_fin(layout: Layout, placed: Placed[RingFin], asked: Asked) -> Iterator[Finding]:
    radius = layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    inside = placed.part.inner_diameter_m
    if inside <= 2 * radius:
        yield _finding("ring_on_body", "mend", placed, bore_m=inside, body_m=2 * radius)
    held = [f for f in layout.of(FinSet) if f.fore_m < placed.aft_m and f.part.tip_aft_m(f.fore_m) > placed.fore_m]
    if not any(2 * (radius + f.part.reach_m) > inside - 2 * FITS_M for f in held):
        yield _finding("ring_loose", "mend", placed)
    for fin in held:
        tips = 2 * (radius + fin.part.reach_m)
        if tips > inside + FITS_M:
            yield _finding("ring_narrow", "mend", placed, fin, tips_m=tips, bore_m=inside)


@CHECKS.of(CentringRing, Coupler, Bulkhead, Baffle)
def _disc(layout: Layout, placed: Placed[CentringRing | Coupler | Bulkhead | Baffle], asked: Asked) -> Iterator[Finding]:
    part, host = placed.part, layout.host_of(placed)
    known = not isinstance(host.part, BodyTube) or host.part.inner_diameter_m is not None
    if part.outer_diameter_m and known and not _in_coupler(layout, placed):
        yield from _fit("ring_fit", placed, part.outer_diameter_m, host.part.bore_m, host)
    mounts = layout.of(MotorTube)
    if isinstance(part, CentringRing) and mounts and part.inner_diameter_m:
        hole = part.inner_diameter_m
        near = min((m.part.outer_diameter_m for m in mounts), key=lambda m: abs(m - hole))
        if abs(near - hole) > FITS_M and all(m.part.count == 1 for m in mounts):
            yield _finding("ring_hole", "mend", placed, hole_m=hole, tube_m=near)


def _in_coupler(layout: Layout, placed: Placed) -> bool:
    return any(p.part.id and p.part.id == placed.part.parent for p in layout.of(Coupler))


@CHECKS.of(MotorTube)
def _mount(layout: Layout, placed: Placed[MotorTube], asked: Asked) -> Iterator[Finding]:
    part, host = placed.part, layout.host_of(placed)
    reach = part.outer_diameter_m + 2 * part.spread_m
    if reach > host.part.bore_m + 1e-6:
        yield _finding("mount_wide", "mend", placed, host, plug_m=reach, bore_m=host.part.bore_m)
    if part.count > 1 and 2 * part.spread_m * math.sin(math.pi / part.count) < part.outer_diameter_m - 1e-6:
        yield _finding("cluster_crowded", "mend", placed)
    rings = [r for r in layout.of(CentringRing, Bulkhead) if r.aft_m > placed.fore_m - 1e-6 and r.fore_m < placed.aft_m]
    snug = part.count == 1 and host.part.bore_m - part.outer_diameter_m <= 2 * FITS_M
    if not rings and not snug:
        yield _finding("mount_loose", "mend", placed)
    if not any(p.stage == placed.stage for p in layout.of(Retainer)):
        yield _finding("no_retainer", "mend", placed)


@CHECKS.of(LaunchLug)
def _lug(layout: Layout, placed: Placed[LaunchLug], asked: Asked) -> Iterator[Finding]:
    yield from _in_line(layout, placed, asked)
    part = placed.part
    if part.rod_diameter_m:
        ratio = part.inner_diameter_m / part.rod_diameter_m
        if ratio < ROD_PLAY[0]:
            yield _finding("lug_tight", "mend", placed, bore_m=part.inner_diameter_m, rod_m=part.rod_diameter_m)
        elif ratio > ROD_PLAY[1]:
            yield _finding("lug_loose", "ask", placed, bore_m=part.inner_diameter_m, rod_m=part.rod_diameter_m)


@CHECKS.of(RailButton)
def _in_line(layout: Layout, placed: Placed[LaunchLug | RailButton], asked: Asked) -> Iterator[Finding]:
    """A guide in line with a fin or a tube, unless it lies well ahead of it."""
    for fin in (p for p in layout.placed if p.part.PIECE):
        clear = placed.aft_m < fin.fore_m - 0.5 * (fin.aft_m - fin.fore_m)
        wide = fin.part.half_width_deg(layout.radius_at((fin.fore_m + fin.aft_m) / 2))
        for angle in fin.part.stands_deg:
            apart = abs((placed.part.angle_deg - angle + 180) % 360 - 180)
            if apart < LUG_CLEAR_DEG + wide and not clear:
                yield _finding("lug_on_fin", "mend", placed, fin, apart_deg=apart)


@CHECKS.of(CanopyPack)
def _canopy(layout: Layout, placed: Placed[CanopyPack], asked: Asked) -> Iterator[Finding]:
    if placed.host is None:
        return
    bay = layout.bay_of(placed.host)
    gear = [p for p in layout.of(CanopyPack, Cord) if p.host == placed.host]
    needed = sum(packed_length_m(p.part, bay.bore_m) for p in gear)
    if needed > bay.length_m:
        yield _finding("bay_short", "mend", placed, needed_m=needed, free_m=bay.length_m)
