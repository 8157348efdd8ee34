"""How often a list asks the database does not hang on how long it is."""

import uuid
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.api.conftest import Person


def asked(person: Person, path: str) -> int:
    person.get(path)  # what is made on first use is made
    with CaptureQueriesContext(
        connection,
    ) as found:
        person.get(path)
    return len(found)


def more(person: Person, rocket: dict[str, Any], count: int) -> None:
    for n in range(count):
        another = person.rocket(name=f"R{n} {uuid.uuid4().hex[:4]}")
        person.log(rocket)
        person.log(another)
        key = str(uuid.uuid4())
        person.call("PUT", f"/launchdays/days/{key}", {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"})
        person.call("PUT", f"/stores/fields/{uuid.uuid4()}", {"name": f"Field {n}"})
        person.call("PUT", f"/shares/{uuid.uuid4()}", {"rocket_id": another["id"]})


@pytest.mark.parametrize(
    "path",
    [
        "/hangar/rockets",
        "/logbook/flights",
        "/launchdays/days",
        "/stores/fields",
        "/stores/motors",
        "/shares",
        "/logbook/statistics",
    ],
)
def test_a_longer_list_asks_no_more(hedda: Person, path: str) -> None:
    rocket = hedda.rocket()
    more(hedda, rocket, 1)
    few = asked(hedda, path)
    more(hedda, rocket, 6)
    assert asked(hedda, path) <= few, path
