"""Motors and fields as answers."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from datetime import date
from decimal import Decimal

from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.choosing.cost import break_even_flights, single_use_like
from wobbly_fin.rocketry.choosing.permits import least_site_m
from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.explain import BURNS_CAUTION
from wobbly_fin.rocketry.field.field import BURNS_EASILY, SURFACES
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.classes import CLASSES
from wobbly_fin.rocketry.motors.explain import doubt_sentence, guessed_figures, guessed_sentences
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.pasted import Columns, PastedMotor, columns_of, lines_of, read_pasted
from wobbly_fin.rocketry.motors.plausibility import motor_doubts
from wobbly_fin.rocketry.motors.typical import typical_motor
from wobbly_fin.rocketry.stock.stock import StockItem
from wobbly_fin.rocketry.units.display import UnitChoice, show, show_range, show_size
from wobbly_fin.site.seen import version_of
from wobbly_fin.stores.actions.put_in import put_in_before
from wobbly_fin.stores.api.schemas import (
    LONGEST_CELL,
    FeatureIn,
    FieldOut,
    ListLineOut,
    ListReadOut,
    MotorBoxOut,
    MotorOut,
    SheetReadOut,
    StockLineOut,
    StockOut,
    SurfaceOut,
)
from wobbly_fin.stores.fields import ground_of, place_said
from wobbly_fin.stores.models import FlyingField, MotorStock
from wobbly_fin.stores.shelf import Shelved, shelf
from wobbly_fin.stores.stock import stock_of


def motor_out(shelved: Shelved, units: UnitChoice, origin: str = "", stocked: Stocked | None = None) -> MotorOut:
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
        origin=origin or (shelved.own.origin if shelved.own else "invented, to practise with"),
        said=said_motor(motor, units),
        doubts=[doubt_sentence(d) for d in motor_doubts(motor)],
        compare=compared(motor, stocked, units),
        practice=shelved.practice,
        guessed=list(guessed_sentences(motor)),
        in_box=stocked.count if stocked is not None else 0,
        form=shelved.own.typed or None if shelved.own is not None else None,
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
        **{name: show_range(low, high, quantity, units) for name, (low, high), quantity in guessed_figures(motor)},
    }


def field_out(row: FlyingField, units: UnitChoice) -> FieldOut:
    """One field."""
    return FieldOut(
        id=row.pk, name=row.name, elevation_m=row.elevation_m, ceiling_m=row.ceiling_m, typed=row.typed,
        said={
            "elevation": show(row.elevation_m, "height", units),
            "ceiling": show(row.ceiling_m, "height", units) if row.ceiling_m is not None else "none set",
            **_said_ground(row, units),
        },
        outline=row.outline, features=[FeatureIn(**f) for f in row.features], surface=row.surface,
        surfaces=[SurfaceOut(key=s, caution=BURNS_CAUTION if s in BURNS_EASILY else "") for s in SURFACES],
        located=row.longitude is not None, place=place_said(row), version=version_of(row),
    )  # fmt: skip


def _said_ground(row: FlyingField, units: UnitChoice) -> dict[str, str]:
    """The outline in figures, and the most a code would fly there."""
    ground = ground_of(row)
    if not ground.outline:
        return {}
    side = ground.least_side_m
    room = ground.room_m(0.0, 0.0)
    largest = [c.name for c in CLASSES if least_site_m(c.max_n_s, 0.0) <= side]
    return {
        "area": f"{ground.area_m2 / 10_000:.1f} ha",
        "side": show(side, "height", units),
        "room": show(room, "height", units) if room >= 0 else "the pad lies outside",
        "largest": largest[-1] if largest else "none",
    }


def compared(motor: Motor, stocked: Stocked | None, units: UnitChoice) -> dict[str, str]:
    """What one motor is held against another by."""
    curve = motor.curve
    specific = curve.total_impulse_n_s / (motor.propellant_mass_kg * STANDARD_GRAVITY_M_S2)
    per_loaded = curve.total_impulse_n_s / motor.total_mass_kg if motor.total_mass_kg > 0 else 0.0
    said = {
        "first_300_ms": show(curve.mean_thrust_n(0.3), "force", units),
        "efficiency": f"{specific:.0f} s",
        "per_loaded": f"{per_loaded:.0f} N·s/kg",
        "share": f"{motor.propellant_mass_kg / motor.total_mass_kg:.0%}" if motor.total_mass_kg > 0 else "",
    }
    if stocked is not None and stocked.cost is not None:
        said["cost"] = f"{stocked.cost:.2f}"
        said["cost_per_n_s"] = f"{stocked.cost / curve.total_impulse_n_s:.3f}"
    if stocked is not None:
        said["in_box"] = str(stocked.count)
    return said


def list_out(user: User, text: str, units: UnitChoice) -> ListReadOut:
    """Motors of a text as they were read, each with what it would be."""
    return ListReadOut(lines=_read(user, [(None, text)], units), before=_before(user, text))


def sheet_out(
    user: User, cells: Sequence[Sequence[str]], told: Mapping[str, int] | None, units: UnitChoice, *, headings: bool = True
) -> SheetReadOut:
    """Motors of a sheet's cells; `told`: its columns, where somebody put them right.

    Raises
    ------
    RocketryError
        `columns`, where one is told that is not there, or none with the labels.
    """
    cells = [[cell[:LONGEST_CELL] for cell in row] for row in cells]
    columns = columns_of(cells)
    if told is not None:
        if "label" not in told:
            raise RocketryError("columns", say("motor-sheet-no-labels"))
        if max(told.values()) >= max(len(row) for row in cells):
            raise RocketryError("columns", "names a column that is not there")
        columns = Columns(columns.first if headings else 0, told)
    lines = lines_of(cells, columns)
    text = "\n".join(line for _, line in lines)
    return SheetReadOut(
        lines=_read(user, lines, units), before=_before(user, text), cells=cells, columns=dict(columns.at),
        first=columns.first, text=text,
    )  # fmt: skip


def _read(user: User, lines: Iterable[tuple[int | None, str]], units: UnitChoice) -> list[ListLineOut]:
    known = {(s.motor.name, round(s.motor.diameter_m * 1000)) for s in shelf(user) if s.own is not None}
    return [_list_line(p, known, units, row) for row, line in lines for p in read_pasted(line)]


def _before(user: User, text: str) -> str:
    before = put_in_before(user, text)
    return say("motor-list-before", when=f"{before.created_at:%Y-%m-%d}") if before is not None else ""


def _list_line(p: PastedMotor, known: Collection[tuple[str, int]], units: UnitChoice, row: int | None) -> ListLineOut:
    if p.label is None:
        return ListLineOut(text=p.text, row=row, label="", count=0, say="", problem=say(f"pasted-{p.problem}"), known=False)
    said, motor = "", None
    problem = say(f"pasted-{p.problem}") if p.problem else ""
    try:
        motor = typical_motor(p.label.text, diameter_m=p.diameter_m, length_m=p.length_m, propellant=p.propellant, case=p.case)
        said = say(
            "motor-list-is", size=show_size(motor.diameter_m, motor.length_m, units), stuff=f"{motor.propellant}, {motor.case}"
        )
    except RocketryError as error:
        problem = f"{p.label.text} {error.message}"
    return ListLineOut(
        text=p.text, row=row, label=p.label.text, count=p.count, diameter_mm=p.diameter_m * 1000 if p.diameter_m else None,
        length_mm=p.length_m * 1000 if p.length_m else None, propellant=p.propellant, case=p.case, maker=p.maker, cost=p.cost, say=said,
        problem=problem, known=motor is not None and (motor.name, round(motor.diameter_m * 1000)) in known,
    )  # fmt: skip


def box_out(user: User, units: UnitChoice) -> MotorBoxOut:
    """The box and the buying list."""
    rows = list(MotorStock.objects.visible_to(user))
    known = {s.key: s for s in shelf(user)}
    # What was made of a motor that is in the bin is not shown, bought or summed up.
    rows = [row for row in rows if row.motor_key in known]
    stock = stock_of(user, known.values())
    priced = [(s.motor, stock[s.motor.key]) for s in known.values() if s.motor.key in stock]
    lines = [_line(row, known[row.motor_key], stock[known[row.motor_key].motor.key], priced) for row in rows]
    # Nobody sells what is invented.
    wanted = [row for row in rows if row.wanted and not known[row.motor_key].practice]
    total = sum((row.wanted * row.cost for row in wanted if row.cost is not None), Decimal(0))
    unpriced = sum(1 for row in wanted if row.cost is None)
    buying = [f"{row.wanted} × {_named(row, known[row.motor_key].motor)}" for row in wanted]
    return MotorBoxOut(
        lines=lines, buying=buying, total=f"{total:.2f}" + (f" and {unpriced} without a price" if unpriced else "")
    )


def _day_text(day: date | None) -> str:
    return day.isoformat() if day is not None else ""


def _named(row: MotorStock, motor: Motor) -> str:
    """As it is bought: with its delay where that was said."""
    return motor.name if row.delay_s is None else motor.label_with(row.delay_s)


def _line(row: MotorStock, shelved: Shelved, stocked: Stocked, priced: list[tuple[Motor, Stocked]]) -> StockLineOut:
    motor = shelved.motor
    said = {}
    if row.cost is not None:
        said["per_n_s"] = f"{float(row.cost) / motor.curve.total_impulse_n_s:.3f} per N·s"
    other = single_use_like(motor, priced)
    if motor.case == "reload" and other is not None and not stocked.case_owned:
        flights = break_even_flights(stocked, other[1])
        said["break_even"] = (
            f"Case paid for after {flights} flights, against {other[0].name} at {other[1]:.2f}"
            if flights
            else f"Never cheaper than {other[0].name} at {other[1]:.2f}"
        )
    if row.best_before is not None:
        until = _day_text(row.best_before)
        over = row.best_before < timezone.localdate()
        said |= {"over": say("stock-over", day=until)} if over else {"until": say("stock-until", day=until)}
    if row.count < row.keep:
        said["low"] = say("stock-low", count=row.count, keep=row.keep)
    day, shop = _day_text(row.bought_on), row.bought_at
    if day and shop:
        said["bought"] = say("stock-bought-both", day=day, shop=shop)
    elif day or shop:
        said["bought"] = say("stock-bought", day=day) if day else say("stock-bought-at", shop=shop)
    return StockLineOut(
        bought_on=_day_text(row.bought_on), bought_at=row.bought_at, best_before=_day_text(row.best_before), opened=row.opened, keep=row.keep,
        id=row.pk, motor=row.motor_key, name=_named(row, motor), delay_s=row.delay_s,
        maker=motor.maker, reload=motor.case == "reload", count=row.count,
        wanted=row.wanted, batch=row.batch, cost=f"{row.cost:.2f}" if row.cost is not None else "",
        case_cost=f"{row.case_cost:.2f}" if row.case_cost is not None else "", case_owned=row.case_owned, said=said,
        version=version_of(row),
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
