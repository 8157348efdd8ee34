"""The API keeps what its own description promises, whatever it is asked: a property-based walk over the OpenAPI."""

import os
import re
from collections.abc import Iterator
from typing import Any

import pytest
import schemathesis
from django.contrib.auth.models import User
from django.test import Client
from django.test.client import ClientHandler
from hypothesis import HealthCheck, Phase, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from tests.api.test_closed import keys_of
from wobbly_fin.demo.load import load_demo
from wobbly_fin.server.api import api

CHECKS = [not_a_server_error, response_schema_conformance, content_type_conformance, status_code_conformance]


def application(environ: dict[str, Any], start_response: Any) -> list[bytes]:
    """The application as Django's own test client calls it: within the test's one connection to the database."""
    response = ClientHandler(enforce_csrf_checks=True)(environ)
    content = b"".join(response.streaming_content) if response.streaming else response.content
    start_response(f"{response.status_code} {response.reason_phrase}", list(response.items()))
    return [content]


# Every operation takes minutes; whatever only reads is walked each time, the others by `make thorough` (`test_hostile` has them too).
THOROUGH = os.environ.get("WOBBLY_THOROUGH") == "1"
schema = schemathesis.openapi.from_wsgi("/api/openapi.json", application).exclude(operation_id=["sign_in", "sign_out"])
walked = schema if THOROUGH else schema.include(method="GET")


@pytest.fixture(scope="module")
def flyer(django_db_setup: None, django_db_blocker: Any) -> Iterator[tuple[dict[str, str], dict[str, list[str]]]]:
    """The demo's owner with a session of their own, and the keys of their things; what is done to them is thrown away with them."""
    with django_db_blocker.unblock():
        owner = load_demo()
        client = Client(enforce_csrf_checks=True)
        client.force_login(owner)
        client.get("/")
        cookies = {name: morsel.value for name, morsel in client.cookies.items()}
        try:
            yield cookies, keys_of(owner)
        finally:
            User.objects.filter(pk=owner.pk).delete()


@pytest.mark.django_db
@walked.parametrize()
@settings(
    max_examples=6 if THOROUGH else 1, deadline=None, phases=[Phase.explicit, Phase.generate],
    suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow, HealthCheck.filter_too_much],
)  # fmt: skip
def test_every_answer_is_one_the_description_promises(case: schemathesis.Case, flyer: Any) -> None:
    cookies, keys = flyer
    # Made-up keys only ever find nothing: half the time a real one stands in their place.
    for place, those in keys.items():
        found = re.search(rf"/{place}/\{{(\w+)\}}", case.operation.path)
        if found and found[1] in case.path_parameters and str(case.path_parameters[found[1]])[-1] in "02468ace":
            case.path_parameters[found[1]] = those[0]
    response = case.call(cookies=cookies, headers={"X-CSRFToken": cookies["csrftoken"], "Accept-Encoding": "identity"})
    case.validate_response(response, checks=CHECKS)


def test_the_description_names_every_operation_once() -> None:
    names = [told["operationId"] for item in api.get_openapi_schema()["paths"].values() for told in item.values()]
    assert len(names) == len(set(names)) > 120
