"""Choose how a rocket is let down and packed, and keep the ground tests made of it."""

import datetime
import uuid
from typing import Any

from pydantic import ValidationError

from wobbly_fin.formats.errors import refusals
from wobbly_fin.formats.parts import FILED_PARTS
from wobbly_fin.formats.recovery import MOST_TESTS
from wobbly_fin.formats.rocket_file import LONGEST_LABEL, RecoveryChoice, RocketFile
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.opens import planned
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse

# Box → where its figure goes and what it is a quantity of.
_TYPED = {
    "main_height": ("main_height_m", "height"), "drogue": ("drogue_m", "short_length"), "motor_charge": ("motor_charge_kg", "mass"),
    "first_throw": ("first_charge.throw_n", "force"), "main_throw": ("main_charge.throw_n", "force"),
    "first_friction": ("first_charge.friction_n", "force"), "main_friction": ("main_charge.friction_n", "force"),
}  # fmt: skip
_PLAIN = {"protection", "wadding", "fold", "first", "at_apogee"}
_PINS = {f"{event}_{what}": (event, what) for event in ("first", "main") for what in ("pins", "pin")}
# Figures that fall back to a default where their box is emptied, rather than to nothing.
_DEFAULTED = ("throw_n",)


def choose_recovery(file: RocketFile, told: dict[str, bool | str | None], units: UnitChoice) -> RocketFile:
    """The file with some of its recovery's boxes changed; raises RocketryError at the box at fault."""
    content = file.recovery.model_dump(mode="json")
    pins: dict[str, dict[str, int | str]] = {}
    for name, value in told.items():
        if name == "motor":
            motor = str(value or "").strip()
            if len(motor) > LONGEST_LABEL:
                raise RocketryError("motor", f"{motor[:20]!r} is no motor's name; choose one that fits")
            file = file.shown_with(0, motor)
        elif name in _PLAIN:
            content[name] = value if value is not None else ""
        elif name in _PINS:
            event, what = _PINS[name]
            pins.setdefault(event, {})[what] = _whole(value, name) if what == "pins" else str(value or "")
        elif name in _TYPED:
            _type(content, name, str(value or "").strip(), units)
        else:
            raise RocketryError(name, "is no box of this form")
    if content["first"] in ("tumble", "drogue") and content["main_height_m"] is None:
        # Common practice: a main let out low opens at about 150 m.
        content["main_height_m"] = 150.0
        content["typed"] = {**content["typed"], "main_height": "150 m"}
    found = _checked(file, content)
    for event, figures in pins.items():
        found = _pinned(found, event, figures)
    return found


def _pinned(file: RocketFile, event: str, figures: dict[str, int | str]) -> RocketFile:
    """With other pins in the joint that parts at an event; the joint is made where there is none."""
    box = f"{event}_{'pins' if 'pins' in figures else 'pin'}"
    layout = lay_out(file.to_airframe())
    opening = next((o for o in planned(layout, file.to_recovery_plan()) if o.event == event), None)
    closure = opening.closure if opening is not None else None
    if closure is None or closure.fixed:
        raise RocketryError(box, "has no joint to go into: nothing that can part opens at this event")
    count = figures.get("pins", closure.count if closure.kind == "pinned" else 0)
    told = {
        "kind": "pinned" if count else "friction",
        "count": count,
        "opens": event,
        "end": closure.end,
        "pin": figures.get("pin", closure.pin),
    }
    try:
        if closure.joint is None:
            parent = layout.placed[closure.part].part.id
            made = FILED_PARTS["joint"].model_validate({"type": "joint", "id": str(uuid.uuid4()), "parent": parent} | told)
            first = file.stages[0]
            stages = [first.model_copy(update={"parts": [*first.parts, made]}), *file.stages[1:]]
        else:
            stages = [
                s.model_copy(
                    update={
                        "parts": [
                            type(p).model_validate(p.model_dump() | told) if str(p.id) == closure.key else p for p in s.parts
                        ]
                    }
                )
                for s in file.stages
            ]
        return file.model_copy(update={"stages": stages}).check()
    except ValidationError as error:
        raise RocketryError(box, refusals(error)[0][1]) from error
    except RocketryError as error:
        raise RocketryError(box, error.message) from error


def record_ground_test(
    file: RocketFile, key: uuid.UUID, told: dict[str, str], volume_m3: float, today: datetime.date, units: UnitChoice
) -> RocketFile:
    """The file with a ground test more; one under a key that is there already changes nothing."""
    if any(t.id == key for t in file.recovery.tests):
        return file
    if len(file.recovery.tests) >= MOST_TESTS:
        raise RocketryError("charge", f"would be test {MOST_TESTS + 1}; {MOST_TESTS} are kept, drop an old one first")
    charge = parse(told.get("charge", ""), "mass", units, name="charge")
    if not 0 < charge.si <= 0.1:
        raise RocketryError("charge", f"{charge.text} is no charge; grams and parts of them, 100 g at the most")
    on = _day(told.get("on", ""), today)
    content = file.recovery.model_dump(mode="json")
    content["tests"].append(
        {
            "id": str(key), "on": on.isoformat(), "event": told.get("event", "main"), "charge_kg": charge.si, "result": told.get("result", ""),
            "volume_m3": volume_m3, "remark": told.get("remark", ""), "typed": charge.text,
        }
    )  # fmt: skip
    return _checked(file, content)


def drop_ground_test(file: RocketFile, key: uuid.UUID) -> RocketFile:
    """The file without a ground test; undo brings it back."""
    content = file.recovery.model_dump(mode="json")
    content["tests"] = [t for t in content["tests"] if t["id"] != str(key)]
    return _checked(file, content)


def _type(content: dict[str, Any], name: str, text: str, units: UnitChoice) -> None:
    path, quantity = _TYPED[name]
    *place, field = path.split(".")
    holder = content[place[0]] if place else content
    if text:
        read = parse(text, quantity, units, name=name)
        if read.si < 0:
            raise RocketryError(name, f"{text} is less than nothing")
        holder[field], text = read.si, read.kept
    elif field in _DEFAULTED:
        del holder[field]
    else:
        holder[field] = None
    content["typed"] = {**content["typed"], name: text}


def _whole(value: bool | str | None, name: str) -> int:
    text = str(value or "0").strip()
    if not text.isascii() or not text.isdigit() or len(text) > 3 or int(text) > 12:
        raise RocketryError(name, f"{text[:20]} is no number of pins; none to 12")
    return int(text)


def _day(text: str, today: datetime.date) -> datetime.date:
    if not text.strip():
        return today
    try:
        day = datetime.date.fromisoformat(text.strip())
    except ValueError as error:
        raise RocketryError("on", f"{text[:20]!r} is no day; write it as {today.isoformat()}") from error
    if day > today:
        raise RocketryError("on", f"{day.isoformat()} is yet to come; a test that was made is kept")
    return day


# Where a core error names a figure, the box that holds it.
_BOXES = {"main_height_m": "main_height", "drogue_m": "drogue", "motor_charge_kg": "motor_charge"}


def _checked(file: RocketFile, content: dict[str, Any]) -> RocketFile:
    try:
        choice = RecoveryChoice.model_validate(content)
    except ValidationError as error:
        place, message = refusals(error)[0]
        raise RocketryError(_box(place), message) from error
    try:
        return file.model_copy(update={"recovery": choice}).check()
    except RocketryError as error:
        raise RocketryError(_box(error.name.removeprefix("recovery.")), error.message) from error


def _box(place: str) -> str:
    parts = place.split(".")
    if parts[0] in ("first_charge", "main_charge") and len(parts) > 1:
        return f"{parts[0].removesuffix('_charge')}_{parts[1].removesuffix('_n')}"
    if parts[0] == "tests" and len(parts) > 1:
        return {"charge_kg": "charge"}.get(parts[-1], parts[-1])
    return _BOXES.get(parts[0], parts[0])
