"""A launch day fed with what nobody should send: a sentence each, never a crash, and the day as it was."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_launchdays import DAY, event, field_of, hedda, new_day, put_line, tell  # noqa: F401
from wobbly_fin.rocketry.launchday.weather import FORM

HOUR = {"hour": 12.0, "wind_m_s": 3.0, "gust_m_s": 4.0, "from_deg": 270.0, "temperature_c": 12.0}
FORECAST = {"format": FORM, "version": 1, "day": "2026-04-18", "source": "a file", "hours": [HOUR]}


@pytest.mark.parametrize(
    "document",
    [
        {}, {"format": FORM}, FORECAST | {"version": "one"}, FORECAST | {"hours": "noon"}, FORECAST | {"hours": [HOUR] * 5000},
        FORECAST | {"hours": [None]}, FORECAST | {"hours": [HOUR | {"wind_m_s": "brisk"}]}, FORECAST | {"hours": [HOUR | {"wind_m_s": 1e400}]},
        FORECAST | {"hours": [HOUR | {"aloft": "high"}]}, FORECAST | {"hours": [HOUR | {"aloft": [{"height_m": -5}]}]},
        FORECAST | {"hours": [HOUR | {"dragons": 1}]}, FORECAST | {"hours": [HOUR, HOUR]},
        FORECAST | {"hours": []},
    ],
)  # fmt: skip
def test_forecasts_that_are_none(hedda: Person, document: dict[str, Any]) -> None:  # noqa: F811
    day = new_day(hedda)
    before = hedda.get(day)
    status, out = hedda.call("POST", f"{day}/weather", {"document": document})
    assert status in (400, 422) and out["message"] and hedda.get(day) == before


@pytest.mark.parametrize(
    ("key", "text"),
    [
        ("wind_max_m_s", "1e999"), ("wind_max_m_s", "-3 m/s"), ("wind_max_m_s", "5 kg"), ("tilt_deg", "90"),
        ("tilt_deg", "٣٠"), ("tilt_deg", "nan"), ("stand_off_m", ";;;"), ("stand_off_m", "to 20: 5 kg"), ("stand_off_m", "to 9.9.9: 5 m"),
        ("stand_off_m", "to 20: 5 m; to 10: 6 m"), ("site_m", "; ".join(f"to {n + 1}: 5 m" for n in range(30))), ("key", "own"), ("notify_kg", "x" * 399),
    ],
)  # fmt: skip
def test_rules_that_are_none(hedda: Person, key: str, text: str) -> None:  # noqa: F811
    day = new_day(hedda)
    before = hedda.get(day)
    status, out = hedda.call("PUT", day, DAY | {"field_id": field_of(hedda), "own_typed": {key: text}})
    assert status == 422 and out["fields"][0]["field"].endswith(key), out
    assert hedda.get(day) == before


@pytest.mark.parametrize(
    "facts", [{"mass": {"a": 1}}, {"mass": ["3"]}, {"mass": None}, {"balance": {}}, {"mass": "∞"}, {"mass": "1" * 500}, {}]
)
def test_readings_that_are_none(hedda: Person, facts: dict[str, Any]) -> None:  # noqa: F811
    day = new_day(hedda)
    line = put_line(hedda, day, "Inchworm", "A7", 4)["lines"][0]
    for where in (line["id"], None, str(uuid.uuid4())):
        assert len(tell(hedda, day, [event("weighed", where, facts=facts)])["refused"]) == 1
    assert hedda.get(day)["lines"][0] == line
