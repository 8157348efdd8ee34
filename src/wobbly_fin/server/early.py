"""What a view will ask for, named in the page itself, so that a slow network fetches it beside the script and not after it."""

import re
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.http import HttpRequest

from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.errors import RocketryError

SESSION = "/api/session"
# What figures are: every view with a figure says it, and the frame asks for it once somebody is known.
TERMS = "/api/terms"
_KEY = "[0-9a-f-]{36}"


@dataclass(frozen=True, slots=True, kw_only=True)
class View:
    """A view of the front end: its route, the source its chunk is built from ("": the main one), and what it is sure to ask first.

    Sure: what is fetched and not asked for lies there, and a browser hands it out, old by then, when it is asked for later. `of_parts` is
    asked for rockets that have parts alone.
    """

    route: str
    source: str = ""
    asks: tuple[str, ...] = ()
    of_parts: tuple[str, ...] = ()


_ROCKET = "/api/hangar/rockets/:id"
VIEWS = (
    View(route="/", asks=("/api/hangar/rockets",)),
    View(route="/rockets/:id/shape", source="src/stations/shape/ShapeStation.svelte", asks=(_ROCKET,), of_parts=(f"{_ROCKET}/shape",)),
    View(route="/rockets/:id/motor", source="src/stations/motor/MotorStation.svelte", asks=(_ROCKET, f"{_ROCKET}/board")),
    View(route="/rockets/:id/air", source="src/stations/motor/air/AirPage.svelte", asks=(_ROCKET, f"{_ROCKET}/board")),
    View(route="/rockets/:id/build", source="src/stations/build/BuildStation.svelte", asks=(_ROCKET,)),
    View(route="/rockets/:id/recovery", source="src/stations/recovery/RecoveryStation.svelte", asks=(_ROCKET, f"{_ROCKET}/recovery")),
    View(route="/rockets/:id/flights", source="src/stations/flights/FlightsStation.svelte", asks=(_ROCKET,)),
    View(route="/logbook", source="src/logbook/Logbook.svelte", asks=("/api/logbook/flights?page=1", "/api/hangar/rockets")),
    View(route="/logbook/:id", source="src/logbook/FlightPage.svelte", asks=("/api/logbook/flights/:id/page",)),
    View(route="/launchdays", source="src/launchdays/LaunchDays.svelte", asks=("/api/launchdays/days", "/api/stores/fields")),
    View(route="/stores/motors", source="src/stores/Motors.svelte", asks=("/api/stores/motors",)),
    View(route="/launchdays/:id", source="src/launchdays/DayPage.svelte", asks=("/api/launchdays/days/:id", "/api/stores/fields")),
)  # fmt: skip
_PATTERNS = tuple((re.compile(re.escape(v.route).replace(":id", f"(?P<id>{_KEY})")), v) for v in VIEWS)


def is_shown(request: HttpRequest) -> bool:
    """Whether somebody is going to look at this page; the worker that keeps it is not."""
    return request.headers.get("Sec-Fetch-Dest", "document") == "document"


def early(request: HttpRequest) -> dict[str, object]:
    """The chunk and the addresses for a page's head.

    Only for a browser that is going to show it to somebody signed in: the worker that keeps the page for the field would keep one view's
    questions with it, and a stranger would be refused each of them.
    """
    asks = [SESSION]
    if not is_shown(request):
        return {"source": "", "asks": []}
    for pattern, view in _PATTERNS:
        found = pattern.fullmatch(request.path)
        if found is None:
            continue
        if isinstance(request.user, User) and not request.GET:
            key = found.groupdict().get("id", "")
            wanted = (*view.asks, *(view.of_parts if view.of_parts and _has_parts(request.user, key) else ()))
            asks += [a.replace(":id", key) for a in wanted] + [TERMS]
        return {"source": view.source, "asks": asks}
    return {"source": "", "asks": asks}


def _has_parts(user: User, key: str) -> bool:
    try:
        row = Rocket.objects.visible_to(user).filter(pk=key).first()
        return row is not None and not read_rocket_file(row.document).is_quick
    except (ValidationError, RocketryError):  # no key at all, or a document no longer understood
        return False
