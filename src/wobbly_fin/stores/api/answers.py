"""Motors and fields as answers."""

from wobbly_fin.rocketry.airframe import PART_TYPES
from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.motors import Motor
from wobbly_fin.rocketry.motors.explain import doubt_sentence
from wobbly_fin.rocketry.motors.plausibility import motor_doubts
from wobbly_fin.rocketry.stock import StockItem
from wobbly_fin.rocketry.units.display import UnitChoice, show, show_size
from wobbly_fin.stores.api.schemas import FieldOut, MotorOut, StockOut
from wobbly_fin.stores.models import FlyingField
from wobbly_fin.stores.shelf import Shelved


def motor_out(shelved: Shelved, units: UnitChoice, origin: str = "") -> MotorOut:
    """One motor with its figures, said in the person's units."""
    motor, curve = shelved.motor, shelved.motor.curve
    return MotorOut(
        key=shelved.key,
        name=motor.name,
        maker=motor.maker,
        impulse_class=motor.decoded.impulse_class.name,
        kind=motor.kind,
        diameter_mm=round(motor.diameter_m * 1000, 6),
        length_mm=round(motor.length_m * 1000, 6),
        total_mass_kg=motor.total_mass_kg,
        propellant_mass_kg=motor.propellant_mass_kg,
        propellant=motor.propellant,
        case=motor.case,
        delays_s=list(motor.delays_s),
        adjustable_delay=motor.adjustable_delay,
        total_impulse_n_s=curve.total_impulse_n_s,
        average_thrust_n=curve.average_thrust_n,
        peak_thrust_n=curve.peak_thrust_n,
        early_thrust_n=curve.early_thrust_n,
        burn_time_s=curve.burn_time_s,
        thrust=[list(pair) for pair in zip(curve.times_s, curve.thrust_n, strict=True)],
        own=shelved.own is not None or bool(origin),
        origin=origin or (shelved.own.origin if shelved.own else "shipped catalogue"),
        said=said_motor(motor, units),
        doubts=[doubt_sentence(d) for d in motor_doubts(motor)],
    )


def said_motor(motor: Motor, units: UnitChoice) -> dict[str, str]:
    """A motor's figures in words."""
    curve = motor.curve
    return {
        "size": show_size(motor.diameter_m, motor.length_m, units),
        "total_mass": show(motor.total_mass_kg, "mass", units),
        "propellant_mass": show(motor.propellant_mass_kg, "mass", units),
        "impulse": show(curve.total_impulse_n_s, "impulse", units),
        "average_thrust": show(curve.average_thrust_n, "force", units),
        "peak_thrust": show(curve.peak_thrust_n, "force", units),
        "early_thrust": show(curve.early_thrust_n, "force", units),
        "burn_time": f"{curve.burn_time_s:.2f} s",
    }


def field_out(row: FlyingField, units: UnitChoice) -> FieldOut:
    """One field."""
    return FieldOut(
        id=row.pk, name=row.name, elevation_m=row.elevation_m, ceiling_m=row.ceiling_m, typed=row.typed,
        said={
            "elevation": show(row.elevation_m, "height", units),
            "ceiling": show(row.ceiling_m, "height", units) if row.ceiling_m is not None else "none set",
        },
    )  # fmt: skip


def stock_out(item: StockItem, units: UnitChoice) -> StockOut:
    """A part on the shelf; a size sold under another name says both."""
    said = []
    for f in described(PART_TYPES[item.type]):
        value, quantity = item.figures.get(f.name), f.metadata.get("quantity")
        if value and quantity:
            sold = item.nominal.get(f.name)
            said.append([str(f.metadata["label"]), show(value, quantity, units) + (f", sold as {sold}" if sold else "")])
    stuff = MATERIALS.get(str(item.figures.get("material")))
    return StockOut(
        key=item.key, name=item.name, supplier=item.supplier, type=item.type, kind=item.kind, width_m=item.width_m, said=said,
        material=stuff.name if stuff else None,
    )  # fmt: skip
