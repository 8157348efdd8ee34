"""Whatever is sent, the API answers with a sentence, never with a 500, and the world stays as it was."""

import json
import os
import re
import unicodedata
import uuid
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.api.conftest import PIP, Person
from tests.api.test_workshop import Bencher
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.models import Flight
from wobbly_fin.server.api import api

anything = st.recursive(
    st.none() | st.booleans() | st.integers(-(10**25), 10**25) | st.floats(allow_nan=False) | st.text(max_size=30),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=12), inner, max_size=4),
    max_leaves=12,
)  # fmt: skip
look = settings(
    max_examples=25 if os.environ.get("WOBBLY_THOROUGH") == "1" else 8,
    deadline=None,
    suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow],
)


def _writes() -> list[tuple[str, str, list[str]]]:
    """(method, path, names of the body's fields) of every operation that takes a body."""
    schema = api.get_openapi_schema()
    found = []
    for path, item in schema["paths"].items():
        for method, operation in item.items():
            content = operation.get("requestBody", {}).get("content", {})
            if "application/json" in content:
                name = content["application/json"]["schema"]["$ref"].rpartition("/")[2]
                found.append((method.upper(), path, list(schema["components"]["schemas"][name].get("properties", {}))))
    return found


@pytest.mark.parametrize("method, path, fields", _writes(), ids=lambda v: v if isinstance(v, str) else "")
@look
@given(data=st.data())
def test_no_body_makes_it_fall_over(hedda: Person, method: str, path: str, fields: list[str], data: st.DataObject) -> None:
    body = data.draw(st.fixed_dictionaries({}, optional=dict.fromkeys(fields, anything)) | anything)
    address = re.sub(r"\{[^}]+\}", str(uuid.uuid4()), path)
    response = hedda.client.generic(method, address, data=json.dumps(body), content_type="application/json")
    assert response.status_code < 500, response.content[:300]
    if response.status_code >= 400:
        assert response.json()["message"] and response.json()["code"]


_TEXT = st.text(max_size=40) | st.sampled_from(
    ["1e400 g", "²", "-0", "9" * 60, "0x10", "1/0 g", "19-", "24:01-24:02", "12 h -3", "NaN"]
)
_BENCH = [
    ("PATCH", "/schools", lambda t: {"told": {"temperature": t}}), ("PATCH", "/schools", lambda t: {"told": {"coats": t}}),
    ("PATCH", "/schools", lambda t: {"told": {"fillets": t, "inside": t}}), ("PUT", "/hours", lambda t: {"weekly": [t] + [""] * 6}),
    ("PUT", "/hours", lambda t: {"exceptions": {t: t}}), ("PUT", "/hours", lambda t: {"zone": t}), ("PUT", "/deadline", lambda t: {"text": t}),
    ("POST", "/changes", lambda t: {"kind": "add", "key": "own-1", "title": t, "hands_on": t, "cure": t}),
    ("POST", "/changes", lambda t: {"kind": "move", "key": t, "after": [t]}), ("PUT", f"/events/{uuid.uuid4()}", lambda t: {"kind": "done", "step": "gather", "minutes": t}),
    ("PUT", f"/weighings/{uuid.uuid4()}", lambda t: {"step": "weigh", "text": t}),
]  # fmt: skip


@pytest.mark.parametrize(("method", "path", "body"), _BENCH, ids=[f"{m} {p[:10]}{i}" for i, (m, p, _) in enumerate(_BENCH)])
@settings(look, max_examples=12)
@given(text=_TEXT)
def test_no_text_at_the_bench_makes_it_fall_over(hedda: Person, method: str, path: str, body: Any, text: str) -> None:
    if not hasattr(hedda, "bench"):
        hedda.bench = Bencher(hedda, "Thimble")  # type: ignore[attr-defined]
    build = hedda.bench.build  # type: ignore[attr-defined]
    status, out = hedda.call(method, f"/workshop/builds/{build}{path}", body(text))
    assert status in (200, 404, 409, 422), out
    assert status == 200 or out["message"]
    assert hedda.call("GET", f"/workshop/rockets/{hedda.bench.rocket}")[0] == 200  # type: ignore[attr-defined]


@pytest.mark.parametrize("kind", ["tube", "sheet", "glue"])
@settings(look, max_examples=12)
@given(text=_TEXT)
def test_no_text_in_the_stores_makes_them_fall_over(hedda: Person, kind: str, text: str) -> None:
    boxes = dict.fromkeys(("outer_diameter", "length", "width", "thickness", "edges", "count", "mass", "glue", "material"), text)
    assert hedda.call("PUT", f"/stores/raw/{uuid.uuid4()}", {"kind": kind, "name": text, "typed": boxes})[0] in (200, 422)
    glue = dict.fromkeys(("name", "work", "handle", "full", "lowest", "parts"), text)
    assert hedda.call("PUT", f"/stores/glues/{uuid.uuid4()}", {"typed": glue})[0] in (200, 422)
    assert hedda.call("GET", "/stores/raw")[0] == hedda.call("GET", "/stores/glues")[0] == 200


@look
@given(typed=st.dictionaries(st.sampled_from(sorted(PIP)), st.text(max_size=40)))
def test_no_text_in_any_box_makes_it_fall_over(hedda: Person, typed: dict[str, str]) -> None:
    status, out = hedda.call("POST", "/hangar/drafts", {"typed": PIP | typed})
    assert (status == 200) != any(unicodedata.category(c) == "Cc" and c not in "\t\n\r" for text in typed.values() for c in text)
    if status == 200 and out["document"]:
        key = uuid.uuid4()
        assert hedda.call("PUT", f"/hangar/rockets/{key}", out["document"])[0] == 200
        assert hedda.call("GET", f"/hangar/rockets/{key}/board")[0] == 200


@look
@given(query=st.text(max_size=30))
def test_no_address_makes_it_fall_over(hedda: Person, query: str) -> None:
    from urllib.parse import quote

    q = quote(query, safe="")
    for path in (
        f"/stores/shelf/{q}",
        f"/stores/motors/decode?label={q}",
        f"/logbook/flights?rocket={q}&year={q}&outcome={q}",
        f"/hangar/rockets/{uuid.uuid4()}/flight?motor={q}&delay_s={q}",
        f"/{q}",
    ):
        response = hedda.client.get(f"/api{path}")
        assert response.status_code < 500, (path, response.content[:200])


@pytest.mark.parametrize("hidden", ["\x00", "\x07", "\b", "\f", "\x1b[31m", "\x7f", "\x85", "\x9f"])
@pytest.mark.parametrize("escaped", [True, False])
def test_no_name_holds_a_character_that_cannot_be_seen(hedda: Person, hidden: str, escaped: bool) -> None:
    rocket = hedda.rocket()
    document = rocket["document"] | {"name": f"Pip{hidden}"}
    raw = json.dumps(document, ensure_ascii=escaped)
    path = f"/api/hangar/rockets/{rocket['id']}"
    response = hedda.client.generic("PUT", path, data=raw.encode(), content_type="application/json", headers={"If-Match": "1"})
    fields = response.json()["fields"]
    assert response.status_code == 422 and fields == [
        {"field": "name", "message": "holds a character that cannot be seen; type it anew"}
    ]
    assert hedda.get(path.removeprefix("/api"))["document"]["name"] == "Pip"


def test_text_about_such_characters_and_signs_of_every_language_are_let_through(hedda: Person) -> None:
    for name in (r"Pip \u0007", r"back\slash", "Füße ½ °C", "星 ✈", "e\u0301"):
        assert hedda.rocket(name=name)["document"]["name"] == name
    rocket = hedda.rocket()
    curve = {"label": "C7-5", "csv": "time,thrust\n0,0\n\x1a", "typed": {}}
    assert "cannot be seen" not in hedda.call("POST", "/stores/motors/draft", curve)[1]["message"]
    lines = "first\nsecond\tthird"
    assert hedda.log(rocket, remarks=lines)[1]["remarks"] == lines


def test_a_hidden_character_deep_in_a_request_is_told_by_its_place(hedda: Person) -> None:
    for body, place in (
        ({"typed": {"mass": "78\x00 g"}}, "typed.mass"), ({"a": [{"b": ["", "\x01"]}]}, "a.0.b.1"), ({"a": {"\x02": 1}}, "a"), (["\x03"], "0"),
        ("\x04", "body"),
    ):  # fmt: skip
        assert hedda.call("POST", "/hangar/drafts", body)[1]["fields"][0]["field"] == place


def test_a_refusal_leaves_the_world_as_it_was(hedda: Person) -> None:
    rocket = hedda.rocket()
    hedda.log(rocket)
    before = (list(Rocket.objects.values()), list(Flight.objects.values()), hedda.get("/preferences"), hedda.get("/conditions"))
    refused: list[tuple[str, str, Any]] = [
        ("PUT", f"/hangar/rockets/{rocket['id']}", {"version": 1, "name": "x"}),
        ("PUT", f"/logbook/flights/{uuid.uuid4()}", {"rocket_id": rocket["id"], "motor_key": "catalogue:C8"}),
        ("PUT", "/conditions", {"typed": {"wind": "5 m/s", "temperature": "boiling"}}),
        ("PATCH", "/preferences", {"theme": "field", "limits": {"luck": "1"}}),
        ("PUT", f"/stores/motors/{uuid.uuid4()}", {"label": "C7-5", "typed": {"impulse": "soon"}}),
    ]
    for method, path, body in refused:
        assert hedda.call(method, path, body)[0] == 422, path
    assert before == (
        list(Rocket.objects.values()),
        list(Flight.objects.values()),
        hedda.get("/preferences"),
        hedda.get("/conditions"),
    )
