"""Data of every earlier schema still opens: rows are carried back to it, and forward again as an update would."""

import pytest
from django.core.management import call_command
from django.db import connection
from django.db.migrations.loader import MigrationLoader

from tests.api.conftest import Person

OURS = ("accounts", "stores", "hangar", "workshop", "logbook", "launchdays", "sharing")


def earlier() -> list[tuple[str, str]]:
    """Every schema an application of ours once had."""
    nodes = sorted(n for n in MigrationLoader(None).graph.nodes if n[0] in OURS)
    return [n for n, after in zip(nodes, [*nodes[1:], ("", "")], strict=True) if after[0] == n[0]]


@pytest.mark.parametrize(("app", "name"), earlier())
def test_rows_of_an_earlier_schema_open_after_an_update(transactional_db: None, app: str, name: str) -> None:
    hedda = Person("hedda")
    rocket = hedda.rocket()
    flight = hedda.log(rocket, height="150 m", remarks="Over the pond.")[1]
    hedda.call("PUT", "/preferences", {})
    hedda.call("PATCH", "/preferences", {"units": {"system": "imperial", "exceptions": {}}})
    try:
        call_command("migrate", app, name, verbosity=0)
        with connection.cursor() as cursor:
            columns = {c.name for c in connection.introspection.get_table_description(cursor, "logbook_flight")}
    finally:
        call_command("migrate", verbosity=0)
    page = hedda.get(f"/logbook/flights/{flight['id']}/page")
    assert page["flight"]["apogee_m"] == pytest.approx(150) and page["flight"]["remarks"] == "Over the pond."
    assert hedda.get(f"/hangar/rockets/{rocket['id']}")["document"] == rocket["document"]
    assert hedda.get("/preferences")["units"]["system"] == "imperial"
    assert hedda.get(f"/hangar/rockets/{rocket['id']}/board")["motors"] and hedda.log(rocket)[0] == 200
    if (app, name) == ("logbook", "0001_initial"):
        assert "readouts" not in columns, "the earlier schema was really there"
