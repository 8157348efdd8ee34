"""A shape as the API answers it."""

import math
import uuid
from typing import Any

import numpy as np

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.api.answers import rocket_out
from wobbly_fin.hangar.api.drawn import drawn_out
from wobbly_fin.hangar.api.schemas import OptionOut
from wobbly_fin.hangar.api.shape_boxes import selected_out
from wobbly_fin.hangar.api.shape_schemas import (
    BalanceOut,
    DragOut,
    DragRowOut,
    FindingOut,
    LedgerOut,
    LedgerRowOut,
    MendOut,
    MotorChoiceOut,
    MotorDrawnOut,
    ScaleIn,
    ScaleRowIn,
    ShapeOut,
)
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.shape import Shape
from wobbly_fin.rocketry.airframe.aside import round_the_axis
from wobbly_fin.rocketry.airframe.barrowman import pressure
from wobbly_fin.rocketry.airframe.explain import (
    alone_sentence,
    balance_sentence,
    drag_sentence,
    finding_sentence,
    outside_sentences,
)
from wobbly_fin.rocketry.airframe.kit import KitItem, intake_sentence
from wobbly_fin.rocketry.airframe.mass import Totals, joined, total
from wobbly_fin.rocketry.airframe.standard_drag import CRUISE_M_S, SOUND_M_S, drag_at
from wobbly_fin.rocketry.assembly.explain import mend_sentence, problem_sentence
from wobbly_fin.rocketry.assembly.mending import mend_of
from wobbly_fin.rocketry.assembly.problems import Problem
from wobbly_fin.rocketry.choosing.explain import height_words
from wobbly_fin.rocketry.units.display import UnitChoice, show, show_with_sigma

_MACHS = np.round(np.concatenate(([0.05], np.arange(0.1, 0.8, 0.1), np.arange(0.8, 1.3, 0.05), np.arange(1.3, 2.05, 0.1))), 2)

# What a rocket just begun has not got yet: to be placed, not dangerous.
_NOT_YET = ("no_mount", "no_nose")


def _problem_out(problem: Problem, shape: Shape) -> FindingOut:
    """What keeps it from being built, with the change that mends it."""
    file, layout = shape.file, shape.balance.layout
    mend = mend_of(problem, shape.airframe, file.to_recovery_plan())
    offered = None
    if mend is not None:
        text = mend.value if isinstance(mend.value, str) else show(mend.value, "short_length", shape.units)
        offered = MendOut(part=file.parts[mend.part].id, field=mend.field, text=text, choice=isinstance(mend.value, str))
    return FindingOut(
        code=problem.code,
        severity="mend" if problem.code in _NOT_YET else "danger",
        part=file.parts[problem.parts[0]].id,
        sentence=problem_sentence(problem, layout, shape.units),
        change=mend_sentence(problem, layout, shape.units),
        mend=offered,
    )


def shape_out(row: Rocket, shape: Shape, selected: uuid.UUID | None) -> ShapeOut:
    """Everything the Shape station shows."""
    found, units, file = shape.balance, shape.units, shape.file
    flown = shape.flown
    return ShapeOut(
        rocket=rocket_out(row, units),
        length_m=found.layout.length_m,
        reference_diameter_m=found.layout.reference_diameter_m,
        drawn=drawn_out(found.layout),
        motors=[_motor_drawn(a) for a in found.aboard],
        motor_choices=[
            MotorChoiceOut(
                stage_id=s.id, motor=m.name if m else None, chosen=c, options=[OptionOut(key=x.name, label=x.label) for x in o]
            )
            for s, m, c, o in zip(file.stages, shape.motors, shape.chosen, shape.fitting, strict=True)
        ],
        load=shape.load,
        balance=_balance_out(shape),
        ledger=_ledger_out(shape),
        drag=_drag_out(shape),
        findings=[_problem_out(p, shape) for p in shape.problems]
        + [
            FindingOut(
                code=f.code,
                severity=f.severity,
                part=file.parts[f.index].id if f.index is not None else None,
                sentence=finding_sentence(f, found.layout, units),
            )
            for f in shape.findings
        ]
        + [
            FindingOut(code="size_question", severity="ask", part=file.parts[q.index].id, sentence=q.sentence)
            for q in shape.questions
        ],
        selected=selected_out(shape, selected),
        apogee=height_words(flown, units) if flown and flown.flight.lifted else None,
        margin=file.margin.model_dump(),
        known=_known_texts(shape),
        texts={
            "name": file.name,
            "remarks": file.remarks,
            "payload_mass": _payload_text(file, "payload_mass", units),
            "payload_stands": _payload_text(file, "payload_stands", units),
            "rod_length": file.typed.get("rod_length", "") or _or_empty(file.rod_length_m, "length", units),
            "printed_motors": ", ".join(file.printed_motors),
        },
        tube_school=file.tube_school,
        kit=[line.model_dump() for line in file.kit],
        kit_sentence=intake_sentence([KitItem(**line.model_dump()) for line in file.kit]),
        prototype=_prototype(shape),
    )


def _or_empty(value: float | None, quantity: str, units: UnitChoice) -> str:
    return "" if value is None else show(value, quantity, units)


def _known_texts(shape: Shape) -> dict[str, str]:
    known, units = shape.file.known, shape.units
    quantities = {"mass_kg": "mass", "cg_m": "short_length", "diameter_m": "short_length", "motor_fore_m": "short_length"}
    out = {name: known.typed.get(name) or _or_empty(getattr(known, name), q, units) for name, q in quantities.items()}
    out["cd"] = known.typed.get("cd") or ("" if known.cd is None else f"{known.cd:g}")
    return out


def _prototype(shape: Shape) -> ScaleIn | None:
    kept, units = shape.file.scale, shape.units
    if kept is None:
        return None

    def text(owner: Any, box: str) -> str:
        return owner.typed.get(box) or _or_empty(getattr(owner, f"{box}_m"), "short_length", units)

    rows = [
        ScaleRowIn(name=r.name, absorbs=r.absorbs, **{box: text(r, box) for box in ("prototype", "available", "as_built")})
        for r in kept.rows
    ]
    return ScaleIn(
        prototype=kept.prototype, main_diameter=text(kept, "main_diameter"), tube_diameter=text(kept, "tube_diameter"), rows=rows
    )


def _motor_drawn(aboard: Any) -> MotorDrawnOut:
    ring = [up for up, _ in round_the_axis(aboard)]
    return MotorDrawnOut(
        name=aboard.motor.name, fore_m=aboard.fore_m, aft_m=aboard.fore_m + aboard.motor.length_m, diameter_m=aboard.motor.diameter_m,
        off_axis_m=ring,
    )  # fmt: skip


def _balance_out(shape: Shape) -> BalanceOut:
    found, school, units = shape.balance, shape.school, shape.units
    air, d = found.pressure, found.pressure.reference_diameter_m
    known = found.ignition.mass_kg > 0
    at_ten = air.cp_at_m(math.radians(10))

    def said(value: float) -> str:
        return show(value, "short_length", units)

    words = {
        "cp": show_with_sigma(air.cp_m, air.doubt_m, "short_length", units) if air.doubt_m > 0 else said(air.cp_m),
        "cutout": said(found.cutout_cp_m),
        "cp_at_10": said(at_ten),
        "cn_alpha": f"{air.cn_alpha_per_rad:.1f} per rad",
    }
    if known:
        words |= {"cg": said(found.ignition.cg_m), "cg_burnout": said(found.burnout.cg_m), "cg_empty": said(found.empty.cg_m)}
    layout = found.layout
    return BalanceOut(
        cg_m=found.ignition.cg_m if known else None,
        cg_burnout_m=found.burnout.cg_m if known else None,
        cg_empty_m=found.empty.cg_m if found.empty.mass_kg > 0 else None,
        cp_m=air.cp_m,
        cp_doubt_m=air.doubt_m,
        cutout_cp_m=found.cutout_cp_m,
        cp_at_10_deg_m=at_ten,
        band_m=[air.cp_m - school.high * d, air.cp_m - school.low * d],
        margin_calibres=found.margin_calibres,
        margin_burnout_calibres=found.margin_burnout_calibres,
        cutout_margin_calibres=found.cutout_margin_calibres,
        sigma_calibres=found.sigma_calibres,
        verdict=found.verdict(school),
        sentence=balance_sentence(found, school, units) + (alone_sentence(shape.alone) if shape.alone else ""),
        school=f"{school.name}, {school.low:g} to {school.high:g} calibres",
        school_source=school.source,
        said=words,
        parts=[
            {
                "name": layout.placed[p.index].part.called, "id": str(shape.file.parts[p.index].id), "cn_alpha": round(p.cn_alpha_per_rad, 2),
                "cp": said(p.cp_m), "cp_m": p.cp_m, "doubted": p.doubt > 0,
            }
            for p in air.parts
        ],
        flags=list(air.flags),
    )  # fmt: skip


def _ledger_out(shape: Shape) -> LedgerOut:
    found, units, file = shape.balance, shape.units, shape.file
    whole = total(found.rows)
    rows = []
    for r in found.rows:
        both = r.computed_kg is not None and r.source in ("measured", "guessed") and file.parts[r.index].type != "allowance"
        rows.append(
            LedgerRowOut(
                id=file.parts[r.index].id,
                name=found.layout.placed[r.index].part.called,
                stage=r.stage,
                mass_kg=r.mass_kg,
                mass=show_with_sigma(r.mass_kg, r.sigma_kg, "mass", units)
                if r.source not in ("unknown", "not flown", "with its part")
                else "–",
                source=r.source,
                short=show(r.mass_kg, "mass", units) if r.mass_kg > 0 else "",
                computed=show(r.computed_kg, "mass", units) if both and r.computed_kg is not None else None,
                cg=show(r.cg_m, "short_length", units),
                share=r.mass_kg / whole.mass_kg if whole.mass_kg > 0 else 0.0,
            )
        )
    said = {
        "parts": _with_sigma(whole, units), "empty": _with_sigma(found.empty, units), "ignition": _with_sigma(found.ignition, units),
        "burnout": show(found.burnout.mass_kg, "mass", units), "axial_burnout": _inertia(found.burnout.axial_kg_m2),
        "across_burnout": _inertia(found.burnout.transverse_kg_m2),
        "axial": _inertia(found.ignition.axial_kg_m2),
        "across": _inertia(found.ignition.transverse_kg_m2),
        "unknown": str(len(found.empty.unknown)),
    }  # fmt: skip
    stages = []
    for number, stage in enumerate(file.stages):
        own = total([r for r in found.rows if r.stage == number])
        loaded = joined([own, *(a.totals(burnt=False) for a in found.aboard if a.stage == number)])
        stages.append(
            {
                "id": str(stage.id), "name": "rocket" if len(file.stages) == 1 else f"stage {number + 1}", "empty": show(own.mass_kg, "mass", units),
                "loaded": show(loaded.mass_kg, "mass", units), "cg": show(loaded.cg_m, "short_length", units),
            }
        )  # fmt: skip
    return LedgerOut(rows=rows, stages=stages, said=said, source=found.empty.source)


def _with_sigma(totals: Totals, units: UnitChoice) -> str:
    return show_with_sigma(totals.mass_kg, totals.sigma_kg, "mass", units)


def _inertia(value: float) -> str:
    """In g·m², of which an ordinary model has one to a few hundred across its axis; from a thousand on in kg·m²."""
    return f"{value * 1000:.3g} g·m²" if value < 1 else f"{value:.3g} kg·m²"


def _drag_out(shape: Shape) -> DragOut:
    own, units = shape.airframe.known.cd, shape.units
    layout, file = shape.balance.layout, shape.file
    coasting, thrusting = float(shape.drag.coasting[0]), float(shape.drag.thrusting[0])
    rows = [
        DragRowOut(
            id=file.parts[p.index].id,
            name=layout.placed[p.index].part.called,
            friction=float(p.friction[0]),
            pressure=float(p.pressure[0]),
            base=float(p.base[0]),
            cd=float(p.cd[0]),
        )
        for p in sorted(shape.drag.parts, key=lambda p: -float(p.cd[0]))
    ]
    over = drag_at(layout, np.asarray(_MACHS * SOUND_M_S, dtype=np.float64), motor_diameter_m=shape.filled_m)
    return DragOut(
        rows=rows,
        cd_coasting=coasting,
        cd_thrusting=thrusting,
        cd_own=own,
        sentence=drag_sentence(coasting, thrusting, own, CRUISE_M_S, units, taught=shape.cd_factor),
        mach=_MACHS.tolist(),
        coasting=over.coasting.tolist(),
        thrusting=over.thrusting.tolist(),
        calibres=[_calibres_at(shape, m) for m in _MACHS.tolist()],
        top_mach=shape.flown.flight.max_mach if shape.flown is not None else None,
        modelled_to=over.modelled_to,
        outside=outside_sentences(over),
    )


def _calibres_at(shape: Shape, mach: float) -> float:
    """Where the air pushes behind the balance as shown, or behind the nose tip while no mass is known."""
    found = shape.balance
    return (
        pressure(found.layout, mach).cp_m - (found.ignition.cg_m if found.ignition.mass_kg > 0 else 0.0)
    ) / found.layout.reference_diameter_m


def _payload_text(file: RocketFile, field: str, units: UnitChoice) -> str:
    """A figure of the payload as typed, or said where it was not typed; empty without one."""
    if file.payload is None:
        return ""
    said = show(file.payload.mass_kg, "mass", units) if field == "payload_mass" else show(file.payload.stands_n, "force", units)
    return file.payload.typed.get(field, said)
