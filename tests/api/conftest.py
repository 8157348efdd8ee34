"""A signed-in person and a short way to call the API."""

import json
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from wobbly_fin.accounts.models import Preferences

PIP = {
    "name": "Pip",
    "mass": "78 g",
    "diameter": "33.5 mm",
    "mount_diameter": "18 mm",
    "mount_length": "70 mm",
    "cd": "0.7",
    "canopy_diameter": "40 cm",
    "canopy_kind": "flat",
    "printed_motors": "B9-4",
}


class Person:
    """Somebody with a browser."""

    def __init__(self, who: str | User) -> None:
        self.user = who if isinstance(who, User) else User.objects.create_user(who, password="a long password")
        # Tests fly invented motors, as the demo does.
        Preferences.objects.update_or_create(user=self.user, defaults={"practice": True})
        self.client = Client(raise_request_exception=False)
        self.client.force_login(self.user)

    def call(self, method: str, path: str, body: Any = None, **headers: str) -> tuple[int, Any]:
        response = self.client.generic(
            method,
            f"/api{path}",
            data=json.dumps(body) if body is not None else "",
            content_type="application/json",
            headers=headers or None,
        )
        kind = response.headers.get("Content-Type", "")
        return response.status_code, response.json() if "json" in kind and response.content else response.content.decode()

    def get(self, path: str) -> Any:
        status, out = self.call("GET", path)
        assert status == 200, (status, out)
        return out

    def rocket(self, **changes: str) -> dict[str, Any]:
        """Make a rocket from texts, as the form does."""
        draft = self.call("POST", "/hangar/drafts", {"typed": PIP | changes})[1]
        assert draft["document"], draft
        status, out = self.call("PUT", f"/hangar/rockets/{uuid.uuid4()}", draft["document"])
        assert status == 200, out
        return out

    def day_with(self, rocket: dict[str, Any]) -> tuple[uuid.UUID, uuid.UUID]:
        """A launch day with one flight of a rocket on its manifest: the keys of both."""
        day, line = uuid.uuid4(), uuid.uuid4()
        told = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}
        assert self.call("PUT", f"/launchdays/days/{day}", told)[0] == 200
        flight = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5}
        assert self.call("PUT", f"/launchdays/days/{day}/lines/{line}", flight)[0] == 200
        return day, line

    def box(self, text: str) -> Any:
        """Motors written as they come, read and put into the box as they were read."""
        read = self.call("POST", "/stores/box/read", {"text": text})[1]
        keep = ("label", "count", "diameter_mm", "length_mm", "propellant", "case", "maker", "cost")
        lines = [{k: line[k] for k in keep} for line in read["lines"] if line["label"]]
        status, out = self.call("PUT", f"/stores/box/lists/{uuid.uuid4()}", {"text": text, "lines": lines})
        assert status == 200, out
        return out

    def say_built(self, rocket_id: str) -> None:
        """Say that a rocket is built: nobody flew it here yet."""
        assert self.call("PUT", f"/hangar/rockets/{rocket_id}/built", {"built": True})[0] == 200

    def edit(self, rocket: dict[str, Any], revision: int | None = None, **changes: str) -> tuple[int, Any]:
        draft = self.call(
            "POST", "/hangar/drafts", {"typed": PIP | {"name": rocket["name"]} | changes, "rocket_id": rocket["id"]}
        )[1]
        return self.call(
            "PUT", f"/hangar/rockets/{rocket['id']}", draft["document"], **{"If-Match": str(revision or rocket["revision"])}
        )

    def log(self, rocket: dict[str, Any], key: str | None = None, **changes: Any) -> tuple[int, Any]:
        body = {
            "rocket_id": rocket["id"],
            "motor_key": "catalogue:C8",
            "delay_s": 5,
            "flown_on": "2026-05-01",
            "opening": "at_apogee",
            "landing": "safe",
            "height": "180 m",
        }
        return self.call("PUT", f"/logbook/flights/{key or uuid.uuid4()}", body | changes)


@pytest.fixture
def hedda(db: None) -> Person:
    return Person("hedda")


@pytest.fixture
def rival(db: None) -> Person:
    return Person("rival")
