"""What is wrong, or questionable, with an airframe: codes and figures; the sentences are in the message catalogue."""

import itertools
import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

from wobbly_fin.rocketry.airframe.balance import LEANS_HARD_CALIBRES, Balance, School
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, bore_of, fore_diameter_m, recovery_packs
from wobbly_fin.rocketry.airframe.mass import Aboard
from wobbly_fin.rocketry.airframe.part_checks import FITS_M, Asked, Finding, Severity, TubeSchool, part_findings
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
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
    Transition,
)
from wobbly_fin.rocketry.airframe.tabs import tab_of

LOOSE_MOUNT_M = 0.0015  # more play than paper and glue fill (our own figure)


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
    asked = Asked(high_power=_high_power(found.aboard), tube_school=tube_school, top_speed_m_s=top_speed_m_s)
    every = [
        *_balance(found, school), *(_alone(alone, school) if alone is not None else ()), *_steps(layout), *part_findings(layout, asked),
        *_overlaps(layout), *_guides(found), *_motors(layout, found.aboard), *_mounts(layout), *_recovery(layout),
        *_printed(layout, printer_height_m),
        *(Finding(code="not_weighed", severity="mend", index=i) for i in found.empty.unknown),
    ]  # fmt: skip
    rank = {"danger": 0, "mend": 1, "ask": 2}
    return tuple(sorted(every, key=lambda f: rank[f.severity]))


def _balance(found: Balance, school: School) -> Iterator[Finding]:
    verdict, values = found.verdict(school), {"low": school.low, "high": school.high}
    margin = found.smaller_margin_calibres
    if margin is not None:
        values["margin"] = margin
    if verdict == "unstable" and not steadied(found):
        # Begun, not wrong: what is missing is said, and no motor passes until it is there.
        yield Finding(code="unfinished", severity="mend", values={"missing": " ".join(to_be_placed(found))})
    elif verdict == "unstable":
        yield Finding(code="unstable", severity="danger", values=values)
    elif verdict == "thin":
        yield Finding(code="margin_thin", severity="mend", values=values)
    elif verdict == "unknown" and margin is not None:
        yield Finding(code="shape_doubted", severity="danger", values=values | {"doubt": found.pressure.doubt_calibres})
    elif verdict == "stiff":
        hard = "leans_hard" if values["margin"] > LEANS_HARD_CALIBRES else "margin_stiff"
        yield Finding(code=hard, severity="ask", values=values)
    yield from _flags(found.pressure.flags)


def steadied(found: Balance) -> bool:
    """Whether anything stands out from its body to steady it."""
    return any(not found.layout.placed[p.index].part.OUTER for p in found.pressure.parts)


def to_be_placed(found: Balance) -> tuple[str, ...]:
    """What a rocket just begun has not got yet."""
    layout = found.layout
    there = {
        "nose": fore_diameter_m(layout.outer[0].part) == 0.0,
        "fins": steadied(found),
        "mount": any(p.part.motor_bay is not None for p in layout.placed),
        "canopy": bool(recovery_packs(layout)),
    }
    return tuple(name for name, present in there.items() if not present)


def _flags(flags: Sequence[str]) -> Iterator[Finding]:
    """What the pressure says of itself: without a push at all nothing flies straight; the rest is how sure its figures are."""
    for flag in flags:
        yield Finding(code=flag, severity="danger" if flag == "nothing_pushes" else "ask")


def _alone(found: Balance, school: School) -> Iterator[Finding]:
    verdict = found.verdict(school)
    margin = found.smaller_margin_calibres
    if margin is not None and verdict in ("unstable", "thin"):
        severity: Severity = "danger" if verdict == "unstable" else "mend"
        yield Finding(
            code=f"alone_{verdict}", severity=severity, values={"margin": margin, "low": school.low, "high": school.high}
        )


def _steps(layout: Layout) -> Iterator[Finding]:
    for before, after in itertools.pairwise(layout.outer):
        wide, narrow = aft_diameter_m(before.part), fore_diameter_m(after.part)
        if abs(wide - narrow) > FITS_M:
            yield Finding(
                code="step", severity="mend", index=before.index, other=after.index, values={"fore_m": wide, "aft_m": narrow}
            )


class _Room(NamedTuple):
    """A piece of a hard part: a ring or a rod along the axis, its middle beside it. [m]"""

    placed: Placed
    y_m: float
    z_m: float
    inner_m: float
    outer_m: float

    def meets(self, other: "_Room") -> bool:
        """Whether both want the same room, by more than they may give."""
        if min(self.placed.aft_m, other.placed.aft_m) - max(self.placed.fore_m, other.placed.fore_m) <= 1e-4:
            return False
        apart = math.hypot(self.y_m - other.y_m, self.z_m - other.z_m)
        beside = apart > self.outer_m + other.outer_m - FITS_M / 2
        within = apart + self.outer_m < other.inner_m + FITS_M / 2 or apart + other.outer_m < self.inner_m + FITS_M / 2
        return not beside and not within


def _rooms(placed: Placed) -> list[_Room]:
    part, outer = placed.part, (getattr(placed.part, "outer_diameter_m", None) or 0.0) / 2
    if isinstance(part, MotorTube):
        turns = [2 * math.pi * k / part.count for k in range(part.count)] if part.count > 1 else [0.0]
        off = part.spread_m if part.count > 1 else 0.0
        return [_Room(placed, off * math.cos(a), off * math.sin(a), part.inner_diameter_m / 2, outer) for a in turns]
    inner = outer - part.wall_m if isinstance(part, Coupler) else 0.0
    if isinstance(part, CentringRing):
        inner = (part.inner_diameter_m or 0.0) / 2
    return [_Room(placed, 0.0, 0.0, inner, outer)]


def _overlaps(layout: Layout) -> Iterator[Finding]:
    hard = [(p, _rooms(p)) for p in layout.placed if p.part.STOPS]
    for (first, these), (second, those) in itertools.combinations(hard, 2):
        # A ring is there to be gone through: whether its hole fits is asked of the ring.
        carried = {type(first.part), type(second.part)} == {CentringRing, MotorTube}
        if not carried and any(a.meets(b) for a in these for b in those):
            yield Finding(code="overlap", severity="mend", index=first.index, other=second.index)
    for placed in layout.placed:
        inside = placed.host is not None and not placed.part.PIECE
        if inside and (placed.fore_m < -1e-6 or placed.fore_m > layout.length_m + 1e-6):
            yield Finding(code="outside", severity="mend", index=placed.index)


def _guides(found: Balance) -> Iterator[Finding]:
    layout = found.layout
    guides = layout.of(LaunchLug, RailButton)
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
    asked = Asked(high_power=_high_power(aboard), tube_school=tube_school)
    # Whether gas finds its way is judged with what is to open it, not of the drawing alone.
    of_parts = (f for f in part_findings(layout, asked) if f.code != "gas_blocked")
    every = (*_flags(flags), *_motors(layout, aboard), *_mounts(layout), *of_parts)
    return tuple(f for f in every if f.severity == "danger")


def _high_power(aboard: Sequence[Aboard]) -> str:
    strongest = max((a.motor for a in aboard), key=lambda m: m.curve.total_impulse_n_s, default=None)
    return strongest.name if strongest is not None and strongest.is_high_power else ""


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
            if placed.stage != aboard.stage or (isinstance(placed.part, MassLump) and not placed.part.hard):
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


def _outside_mount(layout: Layout, placed: Placed) -> bool:
    """An anchor beside the motor tube is in nobody's way: only what sits on the axis is."""
    return isinstance(placed.part, Anchor) and placed.part.kind in ("folded_patch", "loop_patch", "mount_line")


def _recovery(layout: Layout) -> Iterator[Finding]:
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
