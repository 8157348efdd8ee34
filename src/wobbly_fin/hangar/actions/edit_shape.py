"""Edits of an airframe, one or several at once: applied to the document, checked as a whole, kept or only tried."""

import uuid
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from wobbly_fin.formats.errors import refusals
from wobbly_fin.formats.parts import FILED_PARTS
from wobbly_fin.formats.rocket_file import KitLine, RocketFile, with_motor
from wobbly_fin.hangar.actions.prototype import read_prototype
from wobbly_fin.hangar.actions.put_paint import put_paint
from wobbly_fin.rocketry.airframe.airframe import PartError
from wobbly_fin.rocketry.airframe.fresh import fresh_figures, kind_of
from wobbly_fin.rocketry.airframe.kit import read_kit_list
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.choosing.situation import EGG_KG, EGG_STANDS_N, Payload
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.labels import printed_labels
from wobbly_fin.rocketry.stock.stock import StockItem
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse, read_number

_KNOWN_QUANTITY = {
    "mass_kg": "mass", "cg_m": "short_length", "diameter_m": "short_length", "motor_fore_m": "short_length", "cd": "number",
}  # fmt: skip
_PLAIN = {"name", "parent", "edge", "material", "mass_source"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Edit:
    """One edit. `text` is read as typed, in the owner's units; `value` is SI, or a choice."""

    op: str
    part: uuid.UUID | None = None
    field: str = ""
    text: str | None = None
    value: Any = None
    type: str = ""
    stock: StockItem | None = None


def apply_edits(file: RocketFile, edits: list[Edit], units: UnitChoice) -> RocketFile:
    """The file after all edits; raises RocketryError naming ``<part key>.<field>`` where one cannot be, and changes nothing."""
    if file.is_quick:
        raise RocketryError("parts", "is a quick rocket: grow it into an airframe first, then its parts can be touched")
    content = file.model_dump(mode="json")
    for edit in edits:
        _OPERATIONS.get(edit.op, _unknown)(content, edit, units)
    return _checked(content)


def _checked(content: dict[str, Any]) -> RocketFile:
    try:
        changed = RocketFile.model_validate(content)
    except ValidationError as error:
        place, message = refusals(error)[0]
        raise RocketryError(_named(content, place), message) from error
    keys = [str(p.id) for p in changed.parts]
    if len(set(keys)) != len(keys):
        raise RocketryError("part", "has a key that is taken; make a new one")
    try:
        return changed.check()
    except PartError as error:
        raise RocketryError(f"{keys[error.index]}.{error.field}", error.message) from error
    except RocketryError as error:
        head, _, rest = error.name.partition(".")
        number, _, field = rest.partition(".")
        if head == "parts" and number.isdigit():
            raise RocketryError(f"{keys[int(number)]}.{field}", error.message) from error
        raise


def _named(content: dict[str, Any], place: str) -> str:
    """``stages.0.parts.4.count`` by the key of its part."""
    steps = place.split(".")
    if steps[0] == "stages" and len(steps) > 4 and steps[2] == "parts":
        return f"{content['stages'][int(steps[1])]['parts'][int(steps[3])]['id']}.{steps[-1]}"
    return place


def _find(content: dict[str, Any], key: uuid.UUID | None) -> tuple[list[dict[str, Any]], int]:
    for stage in content["stages"]:
        for place, part in enumerate(stage["parts"]):
            if part["id"] == str(key):
                return stage["parts"], place
    raise RocketryError("part", "is not there any more")


def _set(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    parts, place = _find(content, edit.part)
    part = parts[place]
    name = f"{edit.part}.{edit.field}"
    if edit.field in _PLAIN:
        part[edit.field] = edit.value if edit.text is None else edit.text.strip()
        if edit.field == "material":
            part["material"] = part["material"] or None
        return
    about = next((f for f in described(PART_TYPES[part["type"]]) if f.name == edit.field), None)
    if about is None and edit.field != "outline":
        raise RocketryError(name, "is no figure of such a part")
    if edit.field == "outline":
        part["outline"] = _outline(edit, units, name)
        return
    assert about is not None
    if edit.text is not None and "options" not in about.metadata and not about.metadata.get("switch"):
        text = edit.text.strip()
        if not text:
            if about.default not in (None, 0.0, ""):
                raise RocketryError(name, "is missing")
            part[edit.field] = about.default
            part["typed"].pop(edit.field, None)
        else:
            quantity = about.metadata.get("quantity")
            if "words" in about.metadata:
                part[edit.field] = text
                return
            if quantity:
                part[edit.field], text = _size(text, about.metadata, units, name)
            else:
                part[edit.field] = _plain_number(text, name, whole=about.metadata["whole"])
            part["typed"][edit.field] = text[:80]
    else:
        part[edit.field] = edit.value
        part["typed"].pop(edit.field, None)
    part["nominal"].pop(edit.field, None)
    if edit.field == "position_m" and part["position_m"] is not None:
        part["offset_m"] = part["edge"] = None
    elif edit.field == "offset_m" and part["offset_m"] is not None:
        part["position_m"] = None
    elif edit.field == "planform" and edit.value == "free" and not part["outline"]:
        _to_outline(part)
    elif edit.field == "planform" and edit.value != "free":
        if part["outline"]:
            part["root_chord_m"] = part["root_chord_m"] or part["outline"][-1][0]
            part["span_m"] = part["span_m"] or max(y for _, y in part["outline"])
        part["outline"] = []


def _size(text: str, about: Any, units: UnitChoice, name: str) -> tuple[float, str]:
    """A size as typed, and its text as it is shown again; refused in the words it was typed in, not in metres."""
    read = parse(text, about["quantity"], units, name=name)
    value = read.si
    if value < 0 and not about["negative"]:
        raise RocketryError(name, f"{text!r} will not do; it must {'not be negative' if about['zero'] else 'be above zero'}")
    if value == 0 and not (about["zero"] or about["negative"]):
        raise RocketryError(name, f"{text!r} will not do; it must be above zero")
    if abs(value) > about["high"]:
        raise RocketryError(name, f"{text!r} is too much; {show(about['high'], about['quantity'], units)} is the most")
    return value, read.kept


def _to_outline(part: dict[str, Any]) -> None:
    """A free-form fin begins as the trapezoid it was."""
    root, span, sweep = part["root_chord_m"], part["span_m"], part["sweep_m"] or 0.0
    tip = part["tip_chord_m"] or 0.0
    corners = [[0.0, 0.0], [sweep, span], [sweep + tip, span], [root, 0.0]]
    part["outline"] = [c for i, c in enumerate(corners) if i == 0 or c != corners[i - 1]]


def _outline(edit: Edit, units: UnitChoice, name: str) -> list[list[float]]:
    """Corners as SI pairs, or as text: "0 0, 20 35, 45 35, 50 0" in the owner's short unit."""
    if edit.text is None:
        outline: list[list[float]] = edit.value or []  # checked with the part
        return outline
    corners = []
    for number, pair in enumerate(t for t in edit.text.replace(";", ",").replace("\n", ",").split(",") if t.strip()):
        figures = pair.split()
        if len(figures) != 2:
            raise RocketryError(name, f"corner {number + 1}, {pair.strip()!r}, needs two figures: along and out")
        corners.append([parse(f, "short_length", units, name=name).si for f in figures])
    return corners


def _plain_number(text: str, name: str, *, whole: bool) -> float | int:
    value = read_number(text, name)
    if whole and value != int(value):
        raise RocketryError(name, f"{text[:20]!r} will not do; it must be a whole number")
    return int(value) if whole else value


def _add(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    """A new part of a kind, or off the shelf: in or on `part`, or behind it where it is an outer part."""
    wanted = edit.stock.type if edit.stock else edit.type or ""
    kind = kind_of(wanted)
    if kind not in PART_TYPES:
        raise RocketryError("type", f"{kind!r} is no kind of part")
    stage = content["stages"][-1]["parts"]
    beside = None
    if edit.part is not None:
        stage, place = _find(content, edit.part)
        beside = stage[place]
    layout = _layout(content)
    outer = PART_TYPES[kind].OUTER
    holder = None if outer else _holder(content, beside, stage)
    host = _number(content, holder["id"]) if holder else _number(content, beside["id"]) if beside else None
    made: dict[str, Any] = {"type": kind, "id": str(edit.value or uuid.uuid4()), **fresh_figures(wanted, layout, host)}
    if edit.stock is not None:
        made |= dict(edit.stock.figures) | {"name": edit.stock.name, "nominal": dict(edit.stock.nominal)}
        if kind == "fin_set":
            made.pop("name")
    if holder is not None and "position_m" not in made:
        made["parent"] = holder["id"]
        if kind == "centring_ring" and any(p["type"] == kind and p.get("parent") == holder["id"] for p in stage):
            made["edge"] = "aft"
    elif not outer and "position_m" not in made:
        raise RocketryError("type", f"a {PART_TYPES[kind].WORD} needs something to sit in: add a tube first")
    made = FILED_PARTS[kind].model_validate(made).model_dump(mode="json")
    if outer:
        at = 0 if kind == "nose_cone" else len(stage)
        if beside is not None and PART_TYPES[beside["type"]].OUTER and kind != "nose_cone":
            at = stage.index(beside) + 1
        elif kind != "nose_cone":
            at = max((i + 1 for i, p in enumerate(stage) if PART_TYPES[p["type"]].OUTER), default=0)
        stage.insert(at, made)
    else:
        stage.append(made)


def _holder(content: dict[str, Any], beside: dict[str, Any] | None, stage: list[dict[str, Any]]) -> dict[str, Any] | None:
    if beside is not None:
        return beside
    tubes = [p for p in stage if p["type"] in ("body_tube", "fin_can")]
    return tubes[-1] if tubes else None


def _number(content: dict[str, Any], key: str) -> int | None:
    """Number of the outer part with this key among all parts, or of the one its parents lead to."""
    flat = [p for s in content["stages"] for p in s["parts"]]
    for _ in range(len(flat)):
        place = next((i for i, p in enumerate(flat) if p["id"] == key), None)
        if place is None or PART_TYPES[flat[place]["type"]].OUTER:
            return place
        key = flat[place].get("parent") or ""
    return None


def _layout(content: dict[str, Any]) -> Layout | None:
    try:
        return lay_out(RocketFile.model_validate(content).to_airframe())
    except (RocketryError, ValueError):
        return None


def _swap(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    """Put something off the shelf in a part's place, keeping where it sits."""
    if edit.stock is None:
        raise RocketryError("stock", "is missing; which thing off the shelf?")
    parts, place = _find(content, edit.part)
    if parts[place]["type"] != edit.stock.type:
        raise RocketryError("stock", f"is a {edit.stock.kind}, which cannot stand for a {PART_TYPES[parts[place]['type']].WORD}")
    figures = dict(edit.stock.figures)
    if edit.stock.type in ("body_tube", "motor_tube"):
        figures.pop("length_m", None)  # stock lengths are cut
    parts[place] |= figures | {"nominal": dict(edit.stock.nominal), "typed": {}, "guessed": False, "mass_kg": None}
    if edit.stock.type != "fin_set":
        parts[place]["name"] = edit.stock.name


def _remove(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    """Take a part out with everything that sits in it."""
    _find(content, edit.part)
    gone = {str(edit.part)}
    flat = [p for s in content["stages"] for p in s["parts"]]
    for _ in flat:
        gone |= {p["id"] for p in flat if p.get("parent") in gone}
    for stage in content["stages"]:
        stage["parts"] = [p for p in stage["parts"] if p["id"] not in gone]
    content["stages"] = [s for i, s in enumerate(content["stages"]) if s["parts"] or i == 0]


def _move(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    """Shift a part one place towards nose (value −1) or tail (+1) among the outer parts of its stage."""
    parts, place = _find(content, edit.part)
    rows = [i for i, p in enumerate(parts) if PART_TYPES[p["type"]].OUTER]
    if place not in rows or edit.value not in (-1, 1):
        raise RocketryError("part", "has no place in the row of outer parts")
    target = rows.index(place) + int(edit.value)
    if 0 <= target < len(rows):
        other = rows[target]
        parts[place], parts[other] = parts[other], parts[place]


def _known(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    name, text = f"known.{edit.field}", (edit.text or "").strip()
    quantity = _KNOWN_QUANTITY.get(edit.field)
    if quantity is None:
        raise RocketryError(name, "is nothing that can be measured of the whole")
    known = content["known"]
    if not text:
        known[edit.field] = None
        known["typed"].pop(edit.field, None)
        return
    if quantity == "number":
        known[edit.field] = _plain_number(text, name, whole=False)
    else:
        read = parse(text, quantity, units, name=name)
        known[edit.field], text = read.si, read.kept
    known["typed"][edit.field] = text[:80]
    if edit.field in ("mass_kg", "cg_m"):
        content["known"] = _checked(content).weighed_now().known.model_dump(mode="json")


def _rocket(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    """Something of the rocket as a whole."""
    text = (edit.text or "").strip()
    if edit.field == "name":
        if not text:
            raise RocketryError("name", "is missing; what is it called?")
        content["name"] = text
    elif edit.field == "remarks":
        content["remarks"] = text
    elif edit.field == "rod_length":
        read = parse(text, "length", units, name="rod_length") if text else None
        content["rod_length_m"] = read.si if read else None
        content["typed"] = {**content["typed"], "rod_length": read.kept[:80] if read else ""}
    elif edit.field in ("payload_mass", "payload_stands"):
        _payload(content, edit.field, text, units)
    elif edit.field == "printed_motors":
        content["printed_motors"] = printed_labels(text)
    elif edit.field == "tube_school":
        content["tube_school"] = edit.value
    elif edit.field in ("school", "low_calibres", "high_calibres"):
        value = edit.value if edit.text is None else _plain_number(text, edit.field, whole=False) if text else None
        content["margin"][edit.field] = value
    elif edit.field == "motor":
        stage = str(edit.part or content["stages"][0]["id"])
        content["motors"] = with_motor(content["motors"], stage, edit.value)
    elif edit.field == "kit":
        content["kit"] = [KitLine(text=i.text, count=i.count).model_dump() for i in read_kit_list(edit.text or "")]
    elif edit.field.startswith("kit."):
        number = int(edit.field[4:]) if edit.field[4:].isdigit() else -1
        if not 0 <= number < len(content["kit"]):
            raise RocketryError("kit", "has no such line")
        content["kit"][number]["present"] = edit.value
    elif edit.field == "prototype":
        content["scale"] = read_prototype(edit.value, units).model_dump(mode="json") if edit.value else None
    else:
        raise RocketryError(edit.field or "field", "is nothing of a rocket's own")


def _add_stage(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    """A booster behind the last stage: tube as wide as the tail, motor tube, fins."""
    layout = _layout(content)
    if layout is None:
        raise RocketryError("stages", "needs a rocket first")
    d = layout.tail_diameter_m
    body, mount = str(uuid.uuid4()), str(uuid.uuid4())
    tube = fresh_figures("body_tube", layout, layout.outer[-1].index) | {
        "length_m": round(4 * d, 4),
        "outer_diameter_m": d,
        "inner_diameter_m": d - 0.0012,
    }
    parts = [
        {"type": "body_tube", "id": body, "name": "booster tube", **tube},
        {"type": "motor_tube", "id": mount, "parent": body, **fresh_figures("motor_tube", layout, layout.outer[-1].index)},
        {"type": "retainer", "id": str(uuid.uuid4()), "parent": mount, **fresh_figures("retainer", None), "kind": "tape"},
        {
            "type": "fin_set",
            "id": str(uuid.uuid4()),
            "parent": body,
            "name": "booster fins",
            **fresh_figures("fin_set", layout, layout.outer[-1].index),
        },
    ]
    content["stages"].append({"id": str(edit.value or uuid.uuid4()), "parts": parts})


def _unknown(content: dict[str, Any], edit: Edit, units: UnitChoice) -> None:
    raise RocketryError("op", f"{edit.op!r} is nothing that can be done to a rocket")


def _payload(content: dict[str, Any], field: str, text: str, units: UnitChoice) -> None:
    """Either figure of the payload; the other is an egg's until it is told. No mass: no payload."""
    if not text:
        content["payload"] = None
        return
    name, quantity = ("mass_kg", "mass") if field == "payload_mass" else ("stands_n", "force")
    now = content["payload"] or {"mass_kg": EGG_KG, "stands_n": EGG_STANDS_N, "typed": {}}
    read = parse(text, quantity, units, name=field)
    now[name] = read.si
    now["typed"] = {**now["typed"], field: read.kept[:80]}
    Payload(mass_kg=now["mass_kg"], stands_n=now["stands_n"])
    content["payload"] = now


_OPERATIONS = {
    "paint": put_paint,
    "set": _set, "add": _add, "swap": _swap, "remove": _remove, "move": _move, "known": _known, "rocket": _rocket, "add_stage": _add_stage,
}  # fmt: skip
