"""The shipped catalogue: invented motors from invented makers, as data files."""

import json
from collections.abc import Iterable
from functools import lru_cache
from importlib import resources

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.motors.motor import Motor


@lru_cache(maxsize=1)
def catalogue() -> tuple[Motor, ...]:
    """Every shipped motor, by class, thrust and kind."""
    found: list[Motor] = []
    for file in sorted(resources.files("wobbly_fin.rocketry.motors").joinpath("data").iterdir(), key=lambda f: f.name):
        if file.name.endswith(".json"):
            document = json.loads(file.read_text(encoding="utf-8"))
            found += [motor_of_entry(document["maker"], entry) for entry in document["motors"]]
    return tuple(sorted(found, key=catalogue_order))


def catalogue_order(motor: Motor) -> tuple[int, float, str, str]:
    """Class, then printed thrust, then name."""
    return motor.class_rank, motor.decoded.average_thrust_n, motor.name, motor.maker


def motor_of_entry(maker: str, entry: dict[str, object]) -> Motor:
    """A motor from one entry of a data file."""
    fields = dict(entry)
    curve = ThrustCurve.from_samples(fields.pop("thrust"))  # type: ignore[arg-type]
    return Motor(
        maker=maker,
        curve=curve,
        diameter_m=float(fields.pop("diameter_mm")) / 1000,  # type: ignore[arg-type]
        length_m=float(fields.pop("length_mm")) / 1000,  # type: ignore[arg-type]
        delays_s=tuple(fields.pop("delays_s")),  # type: ignore[arg-type]
        **fields,  # type: ignore[arg-type]
    )


def find_motor(label: str, motors: Iterable[Motor] | None = None) -> tuple[Motor, float | None]:
    """The motor a label means, and the delay it asks for.

    Parameters
    ----------
    label : str
        Such as ``C7-5``; without a delay the motor alone is meant.
    motors : iterable of Motor, optional
        Where to look; the shipped catalogue when omitted.

    Raises
    ------
    RocketryError
        With name ``label`` where it is no label, or nothing there carries it.
    """
    asked = decode(label)
    there = list(catalogue() if motors is None else motors)
    found = [m for m in there if m.decoded.base == asked.base and m.kind == asked.kind]
    if not found:
        letter = asked.impulse_class.name
        near = sorted({m.name for m in there if m.decoded.impulse_class.name == letter})
        hint = f"; of class {letter} there are {', '.join(near[:6])}" if near else ""
        raise RocketryError("label", f"no motor called {asked.text} is in the catalogue{hint}")
    return found[0], asked.delay_s
