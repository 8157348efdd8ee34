"""Put a motor of one's own on the shelf: from its label alone, a data sheet, a curve as CSV, or a static test."""

import uuid
from dataclasses import asdict, dataclass

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.curve_csv import read_motor_csv
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.motors.motor import CaseKind, Motor, Propellant
from wobbly_fin.rocketry.motors.static_test import read_static_test
from wobbly_fin.rocketry.motors.typical import typical_motor, usual_delays_s
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.models import OwnMotor

# box of the form: kind of quantity
SHEET_FIELDS = {
    "diameter": "short_length", "length": "short_length", "total_mass": "mass", "propellant_mass": "mass",
    "impulse": "impulse", "burn_time": "duration", "average_thrust": "force", "peak_thrust": "force",
}  # fmt: skip
_NEEDED = ("diameter", "length", "total_mass", "propellant_mass")


@dataclass(frozen=True, slots=True, kw_only=True)
class SheetForm:
    """A motor as filled in: texts as typed, and the file's text where there is one."""

    label: str
    maker: str = ""
    delays: str = ""
    propellant: Propellant | None = None
    case: CaseKind | None = None
    typed: dict[str, str]
    csv: str = ""
    csv_is_static_test: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Drafted:
    """The motor a form comes to, and what was found on the way."""

    motor: Motor
    origin: str
    notes: tuple[str, ...]


def draft_motor(user: User, form: SheetForm) -> Drafted:
    """What the form comes to, without keeping it; raises RocketryError naming the box at fault."""
    if not form.csv:
        return _from_sheet(user, form)
    if form.csv_is_static_test:
        return _from_static_test(user, form)
    sizes = _typed_si(user, form)
    # A file that says no delays has that of its label.
    delays = form.delays.strip() or (
        ", ".join(f"{d:g}" for d in _delays(form)) if form.label.strip() and "delays_s" not in form.csv[:2000] else ""
    )
    given = {
        "label": form.label, "maker": form.maker, "delays_s": delays, "propellant": form.propellant or "", "case": form.case or "",
        **{f"{box}_mm": repr(sizes[box] * 1000) for box in ("diameter", "length") if box in sizes},
        **{f"{box}_g": repr(sizes[box] * 1000) for box in ("total_mass", "propellant_mass") if box in sizes},
    }  # fmt: skip
    return Drafted(motor=read_motor_csv(form.csv, **given), origin="csv", notes=())


def add_motor(user: User, motor_id: uuid.UUID, form: SheetForm) -> OwnMotor:
    """Keep the motor a form comes to under a key the client made; repeating the same call changes nothing more."""
    drafted = draft_motor(user, form)
    with transaction.atomic():
        under_key(OwnMotor.objects, motor_id, owner_id=user.pk)
        row, _ = OwnMotor.objects.update_or_create(
            id=motor_id,
            defaults={
                "owner": user, "label": drafted.motor.name, "origin": drafted.origin, "deleted_at": None,
                "document": MotorDocument.of(drafted.motor).model_dump(mode="json"), "typed": {} if form.csv else asdict(form),
            },
        )  # fmt: skip
    return row


def _from_sheet(user: User, form: SheetForm) -> Drafted:
    """From the label and whatever else was filled in; what was not is what is usual, with its band."""
    sizes = _typed_si(user, form)
    motor = typical_motor(
        form.label.strip(), maker=form.maker.strip(), delays_s=_delays(form), propellant=form.propellant, case=form.case,
        diameter_m=sizes.get("diameter"), length_m=sizes.get("length"), total_mass_kg=sizes.get("total_mass"),
        propellant_mass_kg=sizes.get("propellant_mass"), impulse_n_s=sizes.get("impulse"), burn_time_s=sizes.get("burn_time"),
        average_thrust_n=sizes.get("average_thrust"), peak_thrust_n=sizes.get("peak_thrust"),
    )  # fmt: skip
    guessed = motor.unsure.guessed if motor.unsure is not None else ()
    notes = ("The curve is a plausible shape drawn from its figures, not a measured one.",)
    return Drafted(motor=motor, origin="label" if "impulse" in guessed else "data sheet", notes=notes)


def _from_static_test(user: User, form: SheetForm) -> Drafted:
    sizes = _typed_si(user, form, needed=True)
    test = read_static_test(form.csv)
    if test.delay_s is not None:
        notes = [f"A kick {test.delay_s:.1f} s after burnout: the ejection charge."]
    elif test.charge_seen is False:
        notes = ["No kick after burnout: no ejection charge was seen."]
    else:
        notes = ["The file ends too soon after burnout to tell whether there was a charge."]
    notes.append(
        f"Zero of the load cell {test.offset_n:.2f} N, noise {test.noise_n:.2f} N; ignition at {test.ignition_s:.2f} s of the file."
    )
    return Drafted(motor=_motor(form, sizes, test.curve), origin="static test", notes=tuple(notes))


def _motor(form: SheetForm, sizes: dict[str, float], curve: ThrustCurve) -> Motor:
    return Motor(
        label=form.label.strip(),
        maker=form.maker.strip(),
        diameter_m=sizes["diameter"],
        length_m=sizes["length"],
        total_mass_kg=sizes["total_mass"],
        propellant_mass_kg=sizes["propellant_mass"],
        delays_s=_delays(form) or usual_delays_s(decode(form.label)),
        curve=curve,
        propellant=form.propellant,
        case=form.case,
    )


def _typed_si(user: User, form: SheetForm, *, needed: bool = False) -> dict[str, float]:
    units = units_of(preferences_of(user))
    unknown = set(form.typed) - set(SHEET_FIELDS)
    if unknown:
        raise RocketryError(min(unknown), "is no box of this form")
    found = {}
    with Together() as read:
        for box, quantity in SHEET_FIELDS.items():
            text = form.typed.get(box, "")
            if text.strip():
                found[box] = read(_above_zero, text, quantity, box, units)
            elif needed and box in _NEEDED:
                read.refuse(box, "is missing; the data sheet gives it")
    return found


def _above_zero(text: str, quantity: str, box: str, units: UnitChoice) -> float:
    value = parse(text, quantity, units, name=box).si
    if value <= 0:
        raise RocketryError(box, "must be above zero")
    return value


def _delays(form: SheetForm) -> tuple[float, ...]:
    """As filled in, else the label's own; none where neither says."""
    label = decode(form.label)
    if label.kind != "single":
        return ()
    texts = [t for t in form.delays.replace(";", ",").replace(" ", ",").split(",") if t]
    try:
        delays = tuple(float(t.removesuffix("s")) for t in texts)
    except ValueError:
        raise RocketryError("delays", f"{form.delays[:30]!r} is no list of seconds; write for instance 3, 5, 7") from None
    return delays or ((label.delay_s,) if label.delay_s is not None else ())
