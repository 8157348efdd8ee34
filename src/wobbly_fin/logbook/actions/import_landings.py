"""Take in landing places from a map: each by itself, so that one that cannot be does not hold back the others."""

import math
from collections import defaultdict
from collections.abc import Iterable

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.formats.landings import FoundPoint, read_landings
from wobbly_fin.logbook.actions.keep_measures import FARTHEST_M
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.shared import pads_of
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.geojson import from_pad

_SAME_M = 1.0


def import_landings(user: User, text: str) -> dict[str, list[str]]:
    """Keep where flights lay, from the points of a map in GeoJSON or KML.

    A point belongs to the flight whose key it carries, as points saved here do; else to the one flight of its day whose rocket its name
    tells. A place that was kept is left alone.

    Returns
    -------
    dict
        ``taken`` and ``refused``: a line for each point.

    Raises
    ------
    RocketryError
        Where the map as a whole cannot be read.
    """
    points = read_landings(text)
    pads = pads_of(user)
    taken: list[str] = []
    refused: list[str] = []
    with transaction.atomic():
        flights = _Flights(Flight.objects.visible_to(user).select_related("rocket").select_for_update(of=("self",)))
        for point in points:
            said = " ".join(filter(None, (point.day, point.name))) or "{:.5f}, {:.5f}".format(*point.place)
            try:
                flight = flights.of(point)
                _keep(flight, point, pads)
                taken.append(f"{flight.flown_on} {flight.rocket.name} on {flight.label}")
            except RocketryError as error:
                refused.append(f"{said}: {error.name} {error.message}")
    return {"taken": taken, "refused": refused}


class _Flights:
    """Somebody's flights by their keys and by their rockets' names."""

    def __init__(self, rows: Iterable[Flight]) -> None:
        self._by_key: dict[str, Flight] = {}
        self._by_rocket: defaultdict[str, list[Flight]] = defaultdict(list)
        for row in rows:
            self._by_key[str(row.pk)] = row
            self._by_rocket[row.rocket.name.casefold()].append(row)

    def of(self, point: FoundPoint) -> Flight:
        """The one flight a point tells of; raises RocketryError where there is none, or more than one."""
        if point.flight:
            found = [self._by_key[point.flight]] if point.flight in self._by_key else []
        else:
            # The longest name that fits: "Pip" is in "Pip Squeak", too.
            name = max((n for n in self._by_rocket if n in point.name.casefold()), key=len, default="")
            found = [f for f in self._by_rocket.get(name, ()) if point.day in ("", f.flown_on.isoformat())]
        if not found:
            raise RocketryError(
                "flight", "is none in the logbook; a point needs its rocket's name, and its day where it flew on several"
            )
        if len(found) > 1:
            raise RocketryError(
                "flight", f"may be any of {len(found)}; give the point its day, or put it on the flight's own map"
            )
        return found[0]


def _keep(flight: Flight, point: FoundPoint, pads: dict[str, tuple[float, float]]) -> None:
    pad = pads.get(flight.field_name)
    if pad is None:
        raise RocketryError(
            "field", f"{flight.field_name or 'of this flight'} has no place on the map; give its pad one under Stores, Fields"
        )
    x_m, y_m = from_pad(pad, point.place)
    if math.hypot(x_m, y_m) > FARTHEST_M:
        raise RocketryError("place", f"is {math.hypot(x_m, y_m) / 1000:.0f} km from the pad of {flight.field_name}")
    if flight.landing_x_m is not None and flight.landing_y_m is not None:
        if math.hypot(x_m - flight.landing_x_m, y_m - flight.landing_y_m) > _SAME_M:
            raise RocketryError("place", "is another than the one kept; take that one away on the flight's page first")
        return
    flight.landing_x_m, flight.landing_y_m = x_m, y_m
    flight.save(update_fields=["landing_x_m", "landing_y_m", "updated_at"])
