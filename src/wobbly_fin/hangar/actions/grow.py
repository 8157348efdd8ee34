"""Airframes begun: from nothing, from a quick rocket, from another rocket made larger."""

import uuid
from typing import Any

from wobbly_fin.formats.rocket_file import KitLine, KnownDocument, RocketFile, StageDocument
from wobbly_fin.rocketry.airframe.balance import Balance, balance
from wobbly_fin.rocketry.airframe.fresh import fresh_figures, grown
from wobbly_fin.rocketry.airframe.kit import read_kit_list
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.airframe.scaling import up_scale
from wobbly_fin.rocketry.airframe.solve import NoSolutionError, ballast_for, smaller_margin
from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.labels import printed_labels
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.rocketry.words import capital

GUESSED_SLENDERNESS = 14.0  # length ÷ diameter taken for a rocket whose length nobody typed


def grow(file: RocketFile) -> RocketFile:
    """A quick rocket as an airframe: same name, mount, canopy and remarks; its weighed mass and its Cd stay in force for the whole."""
    if not file.is_quick:
        raise RocketryError("parts", "is an airframe already")
    body, mount, canopy = file.body, file.mount, file.canopy
    pack = (
        {k: v for k, v in canopy.model_dump(mode="json").items() if k in ("kind", "diameter_m", "spill_hole_m", "cd")}
        if canopy
        else None
    )
    parts = grown(
        length_m=body.length_m or GUESSED_SLENDERNESS * body.diameter_m, diameter_m=body.diameter_m,
        mount_diameter_m=mount.diameter_mm / 1000, mount_length_m=mount.max_length_mm / 1000, canopy=pack,
    )  # fmt: skip
    typed = {box: file.typed[old] for box, old in (("mass_kg", "mass"), ("cd", "cd")) if file.typed.get(old)}
    made = file.model_copy(
        update={
            "stages": [StageDocument(id=file.stages[0].id, parts=parts)],
            "known": KnownDocument(mass_kg=body.mass_kg, cd=body.cd, typed=typed),
            "typed": {k: v for k, v in file.typed.items() if k == "rod_length"},
        }
    )  # fmt: skip
    return RocketFile.model_validate(made.model_dump(mode="json")).check().weighed_now()


def begin(name: str, diameter: str, kit: str, printed_motors: str, units: UnitChoice) -> RocketFile:
    """A rocket with a nose cone and a tube, nothing else yet; a kit's list of parts and its printed motors with it."""
    if not name.strip():
        raise RocketryError("name", "is missing; what is it called?")
    read = parse(diameter, "short_length", units, name="diameter") if diameter.strip() else None
    across = read.si if read else 0.027
    require_positive("diameter", across, 0.5)
    tube = fresh_figures("body_tube", None) | {
        "outer_diameter_m": across,
        "inner_diameter_m": round(across - (0.001 if across < 0.045 else 0.0026), 6),
        "length_m": round(10 * across, 4),
    }
    nose = fresh_figures("nose_cone", None) | {"length_m": round(3.2 * across, 4), "shoulder_length_m": round(0.9 * across, 4)}
    parts: list[Any] = [
        {"type": "nose_cone", "id": str(uuid.uuid4()), **nose},
        {
            "type": "body_tube",
            "id": str(uuid.uuid4()),
            **tube,
            "typed": {"outer_diameter_m": read.kept[:80]} if read else {},
        },
    ]
    return RocketFile(
        name=name, stages=[StageDocument(id=uuid.uuid4(), parts=parts)],
        kit=[KitLine(text=i.text, count=i.count) for i in read_kit_list(kit)],
        printed_motors=printed_labels(printed_motors),
    ).check()  # fmt: skip


def up_scaled(
    file: RocketFile,
    name: str,
    factor: float,
    fin_material: str | None,
    margin_calibres: float | None,
    motors: list[Motor | None],
    units: UnitChoice,
) -> tuple[RocketFile, str]:
    """The same shape larger, with the ballast it then needs, and what that did, in words.

    `motors` are balanced with both: what the new mount takes has to be told by the caller. Without a margin it gets what its school asks.
    """
    airframe = file.to_airframe()
    swaps = {"balsa": fin_material, "balsa-light": fin_material, "balsa-hard": fin_material} if fin_material else {}
    large = up_scale(airframe, factor, {k: v for k, v in swaps.items() if v}, hollow_nose=bool(fin_material))
    kept = {p.id: p for s in large.stages for p in s.parts}
    content = file.model_dump(mode="json")
    renamed = {str(p.id): str(uuid.uuid4()) for p in file.parts}
    for stage in content["stages"]:
        stage["id"] = str(uuid.uuid4())
        stage["parts"] = [_as_scaled(p, kept[p["id"]], renamed) for p in stage["parts"] if p["id"] in kept]
    content |= {
        "name": name, "known": KnownDocument().model_dump(mode="json"), "motors": {}, "printed_motors": [], "kit": [], "typed": {},
        "rod_length_m": None,
        "remarks": f"{file.name} × {factor:g}.",
    }  # fmt: skip
    found = balance(large, motors)
    margin = smaller_margin(found)
    before = smaller_margin(balance(airframe, [None] * len(airframe.stages)))
    bare = smaller_margin(balance(large, [None] * len(large.stages)))
    sentence = f"{name}: {show(found.layout.length_m, 'short_length', units)} long; without a motor {before:.1f} calibres became {bare:.1f}."
    if motors and motors[0] is not None:
        sentence += f" With {motors[0].name}, the heaviest that fits, {margin:.1f}."
    wanted = file.margin.to_school().low if margin_calibres is None else margin_calibres
    if not motors or motors[0] is None:
        # Without a motor every tail is light: no word then of how straight it flies, and no ballast for a balance nobody flies.
        bays = [p.part.motor_bay for p in found.layout.placed if p.part.motor_bay is not None]
        across = show(bays[0].diameter_m, "short_length", units) if bays else ""
        sentence += " " + (say("scaled-no-motor", mount=across) if bays else say("scaled-no-mount"))
    elif margin < wanted:
        sentence += " " + _add_ballast(content, found, wanted, units)
    return RocketFile.model_validate(content).check(), sentence


def _as_scaled(document: dict[str, Any], part: Any, renamed: dict[str, str]) -> dict[str, Any]:
    out = dict(document)
    for f in described(type(part)):
        value = getattr(part, f.name)
        out[f.name] = round(value, 6) if isinstance(value, float) else value
    if "outline" in out:
        out["outline"] = [list(c) for c in part.outline]
    out |= {
        "id": renamed[document["id"]], "parent": renamed.get(document["parent"] or ""), "material": part.material, "mass_source": part.mass_source,
        "typed": {}, "nominal": {},
    }  # fmt: skip
    return out


def _add_ballast(content: dict[str, Any], found: Balance, margin_calibres: float, units: UnitChoice) -> str:
    try:
        ballast = ballast_for(found, margin_calibres)
    except NoSolutionError as error:
        return f"{capital(error.message)}."
    content["stages"][0]["parts"].append(
        {
            "type": "mass_lump", "id": str(uuid.uuid4()), "name": "nose ballast", "kind": "ballast", "mass_kg": round(ballast.mass_kg, 5),
            "mass_source": "guessed", "mass_uncertainty_kg": 0.001, "position_m": round(ballast.station_m, 5), "material": None,
        }
    )  # fmt: skip
    return f"{show(ballast.mass_kg, 'mass', units)} of ballast in the nose makes it {ballast.margin_after:.1f}."
