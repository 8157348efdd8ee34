"""What a page names for the browser to fetch beside its script, and how small answers travel."""

import gzip
import json
import re
import uuid
from pathlib import Path
from typing import Any

import pytest
from django.test import Client, RequestFactory

from tests.api.conftest import Person
from tests.api.test_shape import built_up
from wobbly_fin.server.early import SESSION, TERMS, VIEWS, early

ROUTER = (Path(__file__).parents[2] / "frontend/src/router.ts").read_text()


@pytest.fixture
def shown(hedda: Person) -> dict[str, str]:
    """A key for every view that wants one."""
    rocket = built_up(hedda).key
    day = str(uuid.uuid4())
    hedda.call("PUT", f"/launchdays/days/{day}", {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"})
    return {"rockets": rocket, "launchdays": day, "logbook": hedda.log(hedda.rocket())[1]["id"]}


def told(path: str, user: Any, **headers: str) -> dict[str, Any]:
    request = RequestFactory().get(path, headers=headers)
    request.user = user
    return early(request)


def test_every_view_named_is_one_and_what_it_asks_is_answered(hedda: Person, shown: dict[str, str]) -> None:
    for view in VIEWS:
        imported = view.source.replace("src/", "./") or "Hangar"
        assert re.search(rf"'{re.escape(view.route)}': .*{re.escape(imported)}", ROUTER), view
        path = view.route.replace(":id", shown.get(view.route.split("/")[1], ""))
        found = told(path, hedda.user)
        assert (
            found["source"] == view.source
            and len(found["asks"]) == 2 + len(view.asks) + len(view.of_parts)
            and ":id" not in str(found)
        )
        for address in found["asks"]:
            assert hedda.client.get(address).status_code == 200, address


def test_a_stranger_the_worker_and_a_narrowed_list_are_not_sent_for_what_they_do_not_show(hedda: Person) -> None:
    from django.contrib.auth.models import AnonymousUser

    assert told("/logbook", AnonymousUser())["asks"] == [SESSION]
    assert told("/logbook", hedda.user, sec_fetch_dest="empty") == {"source": "", "asks": []}
    assert told("/logbook?year=2025", hedda.user)["asks"] == [SESSION]
    assert told("/training", hedda.user) == {"source": "", "asks": [SESSION]}
    assert told("/rockets/../motor", hedda.user)["source"] == ""
    # A rocket of four figures has no shape: its refusal would be what the bench gets once it has grown one.
    quick = hedda.rocket()["id"]
    assert told(f"/rockets/{quick}/shape", hedda.user)["asks"] == [SESSION, f"/api/hangar/rockets/{quick}", TERMS]
    assert told(f"/rockets/{'-' * 36}/shape", hedda.user)["asks"][:1] == [SESSION]


def test_answers_travel_small_to_whoever_can_unpack_them(hedda: Person) -> None:
    built_up(hedda)
    plain = hedda.client.get("/api/hangar/rockets")
    packed = hedda.client.get("/api/hangar/rockets", headers={"Accept-Encoding": "gzip"})
    assert packed["Content-Encoding"] == "gzip" and "Content-Encoding" not in plain
    assert len(packed.content) < len(plain.content) / 4
    assert json.loads(gzip.decompress(packed.content)) == plain.json()
    assert "Content-Encoding" not in Client().get("/sw.js", headers={"Accept-Encoding": "gzip"})


def test_what_streams_is_not_held_back(hedda: Person) -> None:
    rocket = hedda.rocket()
    where = f"/api/hangar/rockets/{rocket['id']}/scatter?motor=catalogue:C8&delay_s=5&runs=200"
    stream = hedda.client.get(where, headers={"Accept-Encoding": "gzip"})
    assert stream.streaming and "Content-Encoding" not in stream and stream["Content-Type"].startswith("text/event-stream")


def test_the_frame_stands_before_the_script_in_the_light_its_visitor_likes(hedda: Person) -> None:
    assert hedda.call("PATCH", "/preferences", {"theme": "night-shift"})[0] == 200
    page = hedda.client.get("/").content.decode()
    assert 'data-theme="night-shift"' in page and "Opening the hangar…" in page
    # What the worker keeps is for whoever comes next; of a stranger nothing is known.
    kept = hedda.client.get("/", headers={"Sec-Fetch-Dest": "empty"}).content.decode()
    assert "data-theme" not in kept and "Opening the hangar…" in kept
    assert "data-theme" not in Client().get("/").content.decode()
