"""Take in flights from a file: each by itself, so that one that cannot be does not hold back the others."""

import uuid
from collections.abc import Callable
from functools import partial

from django.contrib.auth.models import User
from django.http import Http404
from pydantic import ValidationError

from wobbly_fin.formats.errors import refusals
from wobbly_fin.formats.flights_file import FlightRow, read_flights
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.actions.log_flight import Facts, log_flight
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.stores.shelf import shelf

_NAMESPACE = uuid.UUID("7c9a8f0c-2c6e-4f6b-9d7e-9a0f2b9c3d11")


def import_flights(user: User, data: bytes) -> dict[str, list[str]]:
    """Log every flight whose rocket and motor are known here; the same file twice logs nothing twice.

    Returns
    -------
    dict
        ``taken`` and ``refused``: a line for each flight.

    Raises
    ------
    RocketryError, ValidationError
        Where the file as a whole cannot be read.
    """
    rows = read_flights(data)
    rockets = {r.name: r.pk for r in Rocket.objects.visible_to(user)}
    motors = {s.motor.name: s.key for s in reversed(shelf(user))}
    taken: list[str] = []
    refused: list[str] = []
    for row in rows:
        said = f"{row.flown_on} {row.rocket} on {row.motor}"
        why = by_itself(partial(_take, user, row, rockets, motors), "its motor is not on the shelf")
        if why is None:
            taken.append(said)
        else:
            refused.append(f"{said}: {why}")
    return {"taken": taken, "refused": refused}


def by_itself(take: Callable[[], object], missing: str) -> str | None:
    """Why one line of many cannot be taken, so that it does not hold back the others; None where it was. `missing`: said of what is not there."""
    try:
        take()
    except (RocketryError, ValidationError) as error:
        return " ".join(refusals(error)[0])
    except RefusedError as error:
        return error.message
    except Http404:
        return missing
    return None


def _take(user: User, row: FlightRow, rockets: dict[str, uuid.UUID], motors: dict[str, str]) -> None:
    if row.rocket not in rockets:
        raise RocketryError("rocket", f"{row.rocket!r} is not in the hangar; make it first")
    key = row.id or uuid.uuid5(_NAMESPACE, f"{user.pk}/{row.flown_on}/{row.rocket}/{row.motor}/{row.apogee_m}/{row.remarks}")
    keys, delay = [], row.delay_s
    for label in reversed(row.motor.split(" + ")):
        bare = label.split("×")[-1].strip().split(" less ")[0]
        found = decode(bare)
        name = found.base + {"single": "", "booster": "-0", "plugged": "-P"}[found.kind]
        if name not in motors:
            raise RocketryError("motor", f"{name} is not on the shelf; add it to the stores first")
        keys.append(motors[name])
        delay = delay if delay is not None or found.delay_s is None else found.delay_s
    height = "" if row.apogee_m is None else f"{row.apogee_m:.6g} m"
    log_flight(
        user, key, rocket_id=rockets[row.rocket], motor_key="|".join(keys), delay_s=delay,
        facts=Facts(flown_on=row.flown_on, opening=row.opening, landing=row.landing, height=height, remarks=row.remarks, batch=row.batch),
    )  # fmt: skip
    if row.landing_x_m is not None and row.landing_y_m is not None:  # a file that does not tell takes no place away
        Flight.objects.filter(pk=key, owner=user).update(landing_x_m=row.landing_x_m, landing_y_m=row.landing_y_m)
