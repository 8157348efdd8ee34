"""What is wrong, or questionable, with an airframe: codes and figures; the sentences are in `explain.py`."""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from wobbly_fin.rocketry.airframe.balance import LEANS_HARD_CALIBRES, Balance, School
from wobbly_fin.rocketry.airframe.flutter import flutter_speed_m_s
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, bore_of, fore_diameter_m, packed_length_m
from wobbly_fin.rocketry.airframe.mass import Aboard
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    FinCan,
    FinSet,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Part,
    RailButton,
    Retainer,
    Transition,
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
LOOSE_MOUNT_M = 0.0015  # more play than paper and glue fill (our own figure)
FLUTTER_SHARE = 0.8  # a top speed above this share of the estimate is named


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """One thing to look at. `values` are what the sentence needs, in SI."""

    code: str
    severity: Severity
    index: int | None = None
    other: int | None = None
    values: Mapping[str, float | str] = field(default_factory=dict)


def findings(
    found: Balance,
    *,
    school: School,
    tube_school: TubeSchool = "household",
    printer_height_m: float | None = None,
    top_speed_m_s: float | None = None,
    alone: Balance | None = None,
) -> tuple[Finding, ...]:
    """Everything about an airframe that wants a look, gravest first; `alone`: its first stage after the others dropped."""
    layout = found.layout
    every = [
        *_balance(found, school),
        *(_alone(alone, school) if alone is not None else ()), *_outer(layout), *_fins(layout), *_rings(layout), *_overlaps(layout), *_guides(found),
        *_motors(layout, found.aboard),
        *_mounts(layout), *_recovery(layout), *_printed(layout, printer_height_m), *_tubes(layout, found.aboard, tube_school),
        *_flutter(layout, top_speed_m_s),
        *(Finding(code="not_weighed", severity="mend", index=i) for i in found.empty.unknown),
    ]  # fmt: skip
    rank = {"danger": 0, "mend": 1, "ask": 2}
    return tuple(sorted(every, key=lambda f: rank[f.severity]))


def _balance(found: Balance, school: School) -> Iterator[Finding]:
    verdict, values = found.verdict(school), {"low": school.low, "high": school.high}
    margin = found.smaller_margin_calibres
    if margin is not None:
        values["margin"] = margin
    if verdict == "unstable":
        yield Finding(code="unstable", severity="danger", values=values)
    elif verdict == "thin":
        yield Finding(code="margin_thin", severity="mend", values=values)
    elif verdict == "stiff":
        hard = "leans_hard" if values["margin"] > LEANS_HARD_CALIBRES else "margin_stiff"
        yield Finding(code=hard, severity="ask", values=values)
    for flag in found.pressure.flags:
        yield Finding(code=flag, severity="ask" if flag == "many_fins" else "danger")


def _alone(found: Balance, school: School) -> Iterator[Finding]:
    verdict = found.verdict(school)
    margin = found.smaller_margin_calibres
    if margin is not None and verdict in ("unstable", "thin"):
        severity: Severity = "danger" if verdict == "unstable" else "mend"
        yield Finding(
            code=f"alone_{verdict}", severity=severity, values={"margin": margin, "low": school.low, "high": school.high}
        )


def _outer(layout: Layout) -> Iterator[Finding]:
    for before, after in zip(layout.outer[:-1], layout.outer[1:], strict=True):
        wide, narrow = aft_diameter_m(before.part), fore_diameter_m(after.part)
        if abs(wide - narrow) > FITS_M:
            yield Finding(
                code="step", severity="mend", index=before.index, other=after.index, values={"fore_m": wide, "aft_m": narrow}
            )
    for place, placed in enumerate(layout.outer):
        part = placed.part
        after_part = layout.outer[place + 1].part if place + 1 < len(layout.outer) else None
        if isinstance(part, NoseCone) and after_part is not None:
            wide = part.base_diameter_m or 0.0
            if part.shoulder_length_m < SHOULDER_CALIBRES * wide:
                yield Finding(
                    code="shoulder_short",
                    severity="mend",
                    index=placed.index,
                    values={"length_m": part.shoulder_length_m, "want_m": wide},
                )
            bore = bore_of(after_part)
            if part.shoulder_length_m > 0 and part.shoulder_diameter_m and isinstance(after_part, BodyTube):
                yield from _fit("shoulder_fit", placed.index, part.shoulder_diameter_m, bore)
        if isinstance(part, FinCan) and part.shank_length_m < 0.5 * (part.outer_diameter_m or 0.0) and place > 0:
            yield Finding(
                code="shoulder_short", severity="mend", index=placed.index,
                values={"length_m": part.shank_length_m, "want_m": part.outer_diameter_m or 0.0},
            )  # fmt: skip
        if isinstance(part, FinCan) and not part.gas_path and layout.of(CanopyPack):
            yield Finding(code="gas_blocked", severity="danger", index=placed.index)


def _fit(code: str, index: int, plug_m: float, bore_m: float, other: int | None = None) -> Iterator[Finding]:
    values = {"plug_m": plug_m, "bore_m": bore_m}
    if plug_m > bore_m + 1e-5:
        yield Finding(code=f"{code}_tight", severity="mend", index=index, other=other, values=values)
    elif bore_m - plug_m > FITS_M:
        yield Finding(code=f"{code}_loose", severity="mend", index=index, other=other, values=values)


def _fins(layout: Layout) -> Iterator[Finding]:
    tail = layout.length_m
    for placed in layout.of(FinSet):
        fin = placed.part
        if fin.planform == "trapezoid" and fin.tip_m > fin.root_m:
            yield Finding(code="tip_wide", severity="mend", index=placed.index, values={"tip_m": fin.tip_m, "root_m": fin.root_m})
        if placed.aft_m > tail + 1e-6:
            yield Finding(code="fin_beyond", severity="mend", index=placed.index, values={"by_m": placed.aft_m - tail})
        if placed.fore_m < 0 or layout.outer_at(placed.fore_m + 1e-9).part.TYPE == "nose_cone":
            yield Finding(code="fin_on_nose", severity="mend", index=placed.index)
        if fin.through_wall and tab_of(layout, placed) is None:
            yield Finding(code="no_tab", severity="mend", index=placed.index)


def _rings(layout: Layout) -> Iterator[Finding]:
    mounts = [p.part.outer_diameter_m for p in layout.of(MotorTube)]
    for placed in layout.of(CentringRing, Coupler, Bulkhead):
        part = placed.part
        host = _host(layout, placed)
        bore = bore_of(host.part)
        known = not isinstance(host.part, BodyTube) or host.part.inner_diameter_m is not None
        outside = getattr(part, "outer_diameter_m", None)
        if outside and known and not _in_coupler(layout, placed):
            yield from _fit("ring_fit", placed.index, outside, bore, host.index)
        if isinstance(part, CentringRing) and mounts and part.inner_diameter_m:
            hole = part.inner_diameter_m
            near = min(mounts, key=lambda m: abs(m - hole))
            if abs(near - hole) > FITS_M and all(p.part.count == 1 for p in layout.of(MotorTube)):
                yield Finding(code="ring_hole", severity="mend", index=placed.index, values={"hole_m": hole, "tube_m": near})
    for placed in layout.of(MotorTube):
        part = placed.part
        host = _host(layout, placed)
        if isinstance(part, MotorTube):
            reach = part.outer_diameter_m + 2 * part.spread_m
            if reach > bore_of(host.part) + 1e-6:
                yield Finding(
                    code="mount_wide",
                    severity="mend",
                    index=placed.index,
                    other=host.index,
                    values={"plug_m": reach, "bore_m": bore_of(host.part)},
                )
            if part.count > 1 and 2 * part.spread_m * math.sin(math.pi / part.count) < part.outer_diameter_m - 1e-6:
                yield Finding(code="cluster_crowded", severity="mend", index=placed.index)
            rings = [r for r in layout.of(CentringRing, Bulkhead) if r.aft_m > placed.fore_m - 1e-6 and r.fore_m < placed.aft_m]
            snug = part.count == 1 and bore_of(host.part) - part.outer_diameter_m <= 2 * FITS_M
            if not rings and not snug:
                yield Finding(code="mount_loose", severity="mend", index=placed.index)


def _in_coupler(layout: Layout, placed: Placed) -> bool:
    return any(p.part.id and p.part.id == placed.part.parent and isinstance(p.part, Coupler) for p in layout.placed)


def _host(layout: Layout, placed: Placed) -> Placed:
    return next(o for o in layout.outer if o.index == placed.host)


_SOLID = (MotorTube, Bulkhead, Coupler)


def _overlaps(layout: Layout) -> Iterator[Finding]:
    solid = [p for p in layout.placed if isinstance(p.part, _SOLID)]
    for place, first in enumerate(solid):
        for second in solid[place + 1 :]:
            inside = {type(first.part), type(second.part)} == {Coupler, Bulkhead}
            if not inside and min(first.aft_m, second.aft_m) - max(first.fore_m, second.fore_m) > 1e-4:
                yield Finding(code="overlap", severity="mend", index=first.index, other=second.index)
    rings = layout.of(CentringRing)
    for place, first in enumerate(rings):
        for second in rings[place + 1 :]:
            if min(first.aft_m, second.aft_m) - max(first.fore_m, second.fore_m) > 1e-4:
                yield Finding(code="overlap", severity="mend", index=first.index, other=second.index)
    for placed in layout.placed:
        if (
            placed.host is not None
            and not isinstance(placed.part, FinSet)
            and (placed.fore_m < -1e-6 or placed.fore_m > layout.length_m + 1e-6)
        ):
            yield Finding(code="outside", severity="mend", index=placed.index)


def _guides(found: Balance) -> Iterator[Finding]:
    layout = found.layout
    lines = [(p.part.angle_deg + 360 / p.part.count * k, p) for p in layout.of(FinSet) for k in range(p.part.count)]
    guides = layout.of(LaunchLug, RailButton)
    for placed in guides:
        part = placed.part
        for angle, fin in lines:
            apart = abs((part.angle_deg - angle + 180) % 360 - 180)
            clear = placed.aft_m < fin.fore_m - 0.5 * (fin.aft_m - fin.fore_m)
            if apart < LUG_CLEAR_DEG and not clear:
                yield Finding(
                    code="lug_on_fin", severity="mend", index=placed.index, other=fin.index, values={"apart_deg": apart}
                )
        if isinstance(part, LaunchLug) and part.rod_diameter_m:
            ratio = part.inner_diameter_m / part.rod_diameter_m
            if ratio < ROD_PLAY[0]:
                yield Finding(
                    code="lug_tight",
                    severity="mend",
                    index=placed.index,
                    values={"bore_m": part.inner_diameter_m, "rod_m": part.rod_diameter_m},
                )
            elif ratio > ROD_PLAY[1]:
                yield Finding(
                    code="lug_loose",
                    severity="ask",
                    index=placed.index,
                    values={"bore_m": part.inner_diameter_m, "rod_m": part.rod_diameter_m},
                )
    if not guides:
        yield Finding(code="no_guide", severity="mend")
        return
    cg = found.ignition.cg_m
    if found.ignition.mass_kg <= 0:
        return
    lugs = [p for p in guides if isinstance(p.part, LaunchLug)]
    buttons = sorted((p for p in guides if isinstance(p.part, RailButton)), key=lambda p: p.fore_m)
    if len(lugs) == 1 and not buttons:
        middle = (lugs[0].fore_m + lugs[0].aft_m) / 2
        if abs(middle - cg) > 0.2 * layout.length_m:
            yield Finding(code="lug_far", severity="ask", index=lugs[0].index, values={"at_m": middle, "cg_m": cg})
    if len(buttons) == 1 and not lugs:
        yield Finding(code="one_button", severity="mend", index=buttons[0].index)
    if len(buttons) >= 2:
        if buttons[-1].aft_m < 0.8 * layout.length_m:
            yield Finding(code="button_aft", severity="ask", index=buttons[-1].index)
        if abs(buttons[0].fore_m - cg) > 0.2 * layout.length_m:
            yield Finding(
                code="button_cg", severity="ask", index=buttons[0].index, values={"at_m": buttons[0].fore_m, "cg_m": cg}
            )


def dangers_aboard(
    layout: Layout, aboard: Sequence[Aboard], flags: Sequence[str], tube_school: TubeSchool = "household"
) -> tuple[Finding, ...]:
    """What an airframe must not fly with, motors aboard, whatever its balance; `flags` are those of its pressure."""
    every = (
        *(Finding(code=f, severity="danger") for f in flags if f != "many_fins"), *_motors(layout, aboard), *_mounts(layout),
        *_tubes(layout, aboard, tube_school),
    )  # fmt: skip
    return tuple(f for f in every if f.severity == "danger")


def _mounts(layout: Layout) -> Iterator[Finding]:
    """A motor tube narrower than what it is in has to be held by something."""
    rings = layout.of(CentringRing)
    for mount in layout.of(MotorTube):
        around = next((o for o in layout.outer if o.index == mount.host), None)
        if around is None or mount.part.count > 1 or isinstance(around.part, FinCan):
            continue
        gap = bore_of(around.part) - mount.part.outer_diameter_m
        held = any(r.aft_m > mount.fore_m - 1e-6 and r.fore_m < mount.aft_m + 1e-6 for r in rings if r.stage == mount.stage)
        tabs = any(tab_of(layout, f) is not None for f in layout.of(FinSet) if f.stage == mount.stage)
        if gap > LOOSE_MOUNT_M and not held and not tabs:
            yield Finding(code="mount_loose", severity="danger", index=mount.index, values={"gap_m": gap / 2})


def _motors(layout: Layout, carried: Sequence[Aboard]) -> Iterator[Finding]:
    for aboard in carried:
        fore, aft = aboard.fore_m, aboard.fore_m + aboard.motor.length_m
        for placed in layout.of(Anchor, Bulkhead, MassLump):
            if placed.stage != aboard.stage or (
                isinstance(placed.part, MassLump) and placed.part.kind not in ("electronics", "hardware", "payload")
            ):
                continue
            length = max(placed.aft_m - placed.fore_m, 1e-6)
            if placed.fore_m < aft and placed.fore_m + length > fore + 1e-6 and not _outside_mount(layout, placed):
                yield Finding(
                    code="motor_hits",
                    severity="danger",
                    index=placed.index,
                    values={"by_m": placed.fore_m + length - fore, "motor": aboard.motor.name},
                )
        if fore < 0:
            yield Finding(code="motor_long", severity="danger", values={"motor": aboard.motor.name})
    for mount in layout.of(MotorTube):
        held = [p for p in layout.of(Retainer) if p.stage == mount.stage]
        if not held:
            yield Finding(code="no_retainer", severity="mend", index=mount.index)


def _outside_mount(layout: Layout, placed: Placed) -> bool:
    """An anchor beside the motor tube is in nobody's way: only what sits on the axis is."""
    return isinstance(placed.part, Anchor) and placed.part.kind in ("folded_patch", "loop_patch", "mount_line")


def _recovery(layout: Layout) -> Iterator[Finding]:
    for placed in layout.of(CanopyPack):
        if placed.host is None:
            continue
        bay = layout.bay_of(placed.host)
        gear = [p for p in layout.of(CanopyPack, Cord) if p.host == placed.host]
        needed = sum(packed_length_m(p.part, bay.bore_m) for p in gear)
        if needed > bay.length_m:
            yield Finding(
                code="bay_short", severity="mend", index=placed.index, values={"needed_m": needed, "free_m": bay.length_m}
            )
    if not layout.of(CanopyPack):
        yield Finding(code="no_canopy", severity="mend")
    elif not layout.of(Anchor):
        yield Finding(code="no_anchor", severity="mend")
    elif not layout.of(Cord):
        yield Finding(code="no_cord", severity="mend")


def _printed(layout: Layout, printer_height_m: float | None) -> Iterator[Finding]:
    for placed in layout.placed:
        stuff = placed.part.made_of
        if stuff is None or stuff.hatch != "printed":
            continue
        tall = _tall_m(placed.part)
        if printer_height_m is not None and tall > printer_height_m:
            yield Finding(
                code="too_tall", severity="mend", index=placed.index, values={"tall_m": tall, "printer_m": printer_height_m}
            )
        if isinstance(placed.part, MotorTube | FinCan) and stuff.softens_c is not None:
            yield Finding(code="softens", severity="ask", index=placed.index, values={"softens_c": stuff.softens_c})


def _tall_m(part: Part) -> float:
    """How tall a part stands on the printer's bed."""
    if isinstance(part, NoseCone):
        return part.length_m + part.shoulder_length_m
    if isinstance(part, FinCan):
        return part.length_m + part.shank_length_m
    if isinstance(part, Transition):
        return part.length_m + part.fore_shoulder_m + part.aft_shoulder_m
    return part.reach_m if isinstance(part, FinSet) else part.axial_length_m


def _tubes(layout: Layout, aboard: Sequence[Aboard], school: TubeSchool) -> Iterator[Finding]:
    strongest = max((a.motor for a in aboard), key=lambda m: m.curve.total_impulse_n_s, default=None)
    for placed in layout.outer:
        part = placed.part
        if isinstance(part, BodyTube) and part.found:
            high = strongest is not None and strongest.is_high_power
            code = "found_refused" if high and school == "rocket_tube_only" else "found_high_power" if high else "found_tube"
            values: dict[str, float | str] = {"motor": strongest.name if strongest else ""}
            yield Finding(code=code, severity="danger" if high else "ask", index=placed.index, values=values)
        if isinstance(part, BodyTube) and part.inner_diameter_m is None:
            yield Finding(code="bore_unknown", severity="mend", index=placed.index)


def _flutter(layout: Layout, top_speed_m_s: float | None) -> Iterator[Finding]:
    for placed in layout.of(FinSet):
        if placed.stage > 0:
            continue  # the speed known here is the first stage's, flying alone
        estimate = flutter_speed_m_s(placed.part, pressure_pa=SEA_LEVEL_PRESSURE_PA, sound_speed_m_s=SOUND_M_S)
        if estimate is not None and top_speed_m_s is not None and top_speed_m_s > FLUTTER_SHARE * estimate:
            yield Finding(
                code="flutter", severity="mend" if top_speed_m_s > estimate else "ask", index=placed.index,
                values={"estimate_m_s": estimate, "top_m_s": top_speed_m_s},
            )  # fmt: skip
