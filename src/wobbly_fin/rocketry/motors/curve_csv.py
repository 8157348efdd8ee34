"""A motor as a CSV file of our own: a small header of remarks, then time_s,thrust_n."""

import re

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.table import Table, read_table

_NEEDED = ("label", "diameter_mm", "length_mm", "total_mass_g", "propellant_mass_g")


def curve_of_table(table: Table) -> ThrustCurve:
    """The curve in a table's first two columns; times must rise, with the line named where they do not."""
    for i in range(1, len(table.rows)):
        before, now = table.rows[i - 1][0], table.rows[i][0]
        if now <= before:
            step = "repeats" if now == before else "goes back from"
            raise RocketryError(f"line {table.lines[i]}", f"time {now:g} s {step} {before:g} s; times must rise")
    for i, row in enumerate(table.rows):
        if row[0] < 0 or row[1] < 0:
            what = "time" if row[0] < 0 else "thrust"
            raise RocketryError(
                f"line {table.lines[i]}", f"{what} is negative; a load-cell file goes through the static-test reader"
            )
    return ThrustCurve.from_samples([row[:2] for row in table.rows])


def read_motor_csv(text: str, **given: str) -> Motor:
    """Read a motor from CSV.

    Parameters
    ----------
    text : str
        Header lines ``# label: …``, ``# diameter_mm: …``, ``# length_mm: …``, ``# total_mass_g: …``,
        ``# propellant_mass_g: …``, optionally ``# delays_s: 3, 5``, ``# maker: …``, ``# propellant: …``, ``# case: …``,
        ``# adjustable: yes``, ``# revision: …``;
        then rows of time [s] and thrust [N].
    **given : str
        Header values typed elsewhere; they win over the file's.

    Raises
    ------
    RocketryError
        Naming the header, or ``line N``, at fault.
    """
    table = read_table(text)
    header = {**table.remarks, **{k: v for k, v in given.items() if v}}
    for name in _NEEDED:
        if not header.get(name):
            raise RocketryError(name, f"is missing; add a line '# {name}: …' at the top of the file or type it beside it")
    return Motor(
        label=header["label"],
        maker=header.get("maker", ""),
        diameter_m=_number(header, "diameter_mm") / 1000,
        length_m=_number(header, "length_mm") / 1000,
        total_mass_kg=_number(header, "total_mass_g") / 1000,
        propellant_mass_kg=_number(header, "propellant_mass_g") / 1000,
        delays_s=_delays(header.get("delays_s", "")),
        curve=curve_of_table(table),
        propellant=_one_of(header, "propellant", ("black powder", "composite")),  # type: ignore[arg-type]
        case=_one_of(header, "case", ("single-use", "reload")),  # type: ignore[arg-type]
        adjustable=_one_of(header, "adjustable", ("yes", "no")) == "yes",
        revision=header.get("revision", "") or "1",
    )


def write_motor_csv(motor: Motor) -> str:
    """The same motor as CSV; `read_motor_csv` reads back an equal one."""
    lines = [
        f"# label: {motor.label}",
        f"# maker: {motor.maker}",
        f"# diameter_mm: {motor.diameter_m * 1000:.10g}",
        f"# length_mm: {motor.length_m * 1000:.10g}",
        f"# total_mass_g: {motor.total_mass_kg * 1000:.10g}",
        f"# propellant_mass_g: {motor.propellant_mass_kg * 1000:.10g}",
        f"# delays_s: {', '.join(f'{d:g}' for d in motor.delays_s)}",
        f"# propellant: {motor.propellant or ''}",
        f"# case: {motor.case or ''}",
        f"# adjustable: {'yes' if motor.adjustable else ''}",
        f"# revision: {motor.revision}",
        "time_s,thrust_n",
    ]
    lines += [f"{t!r},{f!r}" for t, f in zip(motor.curve.times_s, motor.curve.thrust_n, strict=True)]
    return "\n".join(lines) + "\n"


def _number(header: dict[str, str], name: str) -> float:
    try:
        return float(header[name])
    except ValueError:
        raise RocketryError(name, f"{header[name][:20]!r} is not a number") from None


def _delays(text: str) -> tuple[float, ...]:
    parts = [p for p in re.split(r"[,\s;]+", text) if p]
    try:
        return tuple(float(p) for p in parts)
    except ValueError:
        raise RocketryError("delays_s", f"{text[:30]!r} is no list of seconds; write for instance 3, 5, 7") from None


def _one_of(header: dict[str, str], name: str, allowed: tuple[str, ...]) -> str | None:
    text = header.get(name, "").strip().lower()
    if not text:
        return None
    if text not in allowed:
        raise RocketryError(name, f"{text[:20]!r} is not known; write {' or '.join(allowed)}")
    return text
